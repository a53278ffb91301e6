package org.urvant.core.expression;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.TextPlace;
import org.urvant.core.unit.Unit;

/**
 * A sentence with names in braces that are filled with values: {@code {ct.primary} is below {ct.secondary}}. Immutable.
 */
public final class Template {
    private final String text;
    private final List<Part> parts;

    /** A stretch of text, or a name with the unit to write after it; the path of a stretch of text is null. */
    private record Part(String text, int depth, @Nullable String path) {}

    private Template(String text, List<Part> parts) {
        this.text = text;
        this.parts = parts;
    }

    /** Reads a sentence; names that do not exist are reported and stay as they are. */
    public static Template parse(String text, Names names, Consumer<Mistake> mistakes) {
        List<Part> parts = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            int open = text.indexOf('{', at);
            int close = open < 0 ? -1 : text.indexOf('}', open);
            if (close < 0) {
                break;
            }
            parts.add(new Part(text.substring(at, open), 0, null));
            String name = Names.identifier(text.substring(open + 1, close));
            Optional<Names.Found> found = names.find(name);
            if (found.isPresent()) {
                Unit measure = found.get().type().unit();
                String unit = measure == null || measure == Unit.ONE ? "" : " " + measure.symbol();
                parts.add(new Part(unit, found.get().depth(), found.get().path()));
            } else {
                mistakes.accept(new Mistake(
                        new TextPlace(1, open + 2), "there is no setting '" + name + "' here", "Correct the name."));
            }
            at = close + 1;
        }
        parts.add(new Part(text.substring(at), 0, null));
        return new Template(text, List.copyOf(parts));
    }

    /** Returns the sentence with the values of a scope; what has none is a dash. */
    public String fill(Scope scope) {
        StringBuilder filled = new StringBuilder();
        for (Part part : parts) {
            if (part.path == null) {
                filled.append(part.text);
            } else {
                Object value = scope.value(part.depth, part.path);
                filled.append(shown(value)).append(value == null ? "" : part.text);
            }
        }
        return filled.toString();
    }

    private static String shown(Object value) {
        if (value instanceof BigDecimal number) {
            return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
        }
        return value == null ? "–" : value instanceof Boolean logical ? (logical ? "yes" : "no") : value.toString();
    }

    /** Returns the sentence as it was written. */
    @Override
    public String toString() {
        return text;
    }
}
