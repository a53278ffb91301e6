package org.urvant.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.finding.Position;
import org.urvant.core.text.Visible;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/** Writes maps, lists, texts, numbers and the core's trees as indented JSON, for programs. */
final class Json {
    private Json() {}

    /** Returns a map in the order of its arguments: name, value, name, value … */
    static Map<String, Object> object(Object... namesAndValues) {
        Map<String, Object> object = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            object.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return object;
    }

    static String text(Object value) {
        StringWriter text = new StringWriter();
        try (JsonGenerator generator = new JsonFactory().createGenerator(text)) {
            generator.setPrettyPrinter(new DefaultPrettyPrinter());
            write(value, generator);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return escaped(text.toString());
    }

    /** What a terminal would obey is escaped, as JSON lets it be (RFC 8259, 7), so that programs read the same text. */
    private static String escaped(String json) {
        StringBuilder escaped = new StringBuilder(json.length());
        for (int i = 0; i < json.length(); i++) {
            char letter = json.charAt(i);
            if (Visible.isHidden(letter)) {
                escaped.append(String.format(Locale.ROOT, "\\u%04X", (int) letter));
            } else {
                escaped.append(letter);
            }
        }
        return escaped.toString();
    }

    private static void write(Object value, JsonGenerator generator) throws IOException {
        if (value == null) {
            generator.writeNull();
        } else if (value instanceof Map<?, ?> map) {
            generator.writeStartObject();
            for (Map.Entry<?, ?> entry : map.entrySet()) {
                generator.writeFieldName(String.valueOf(entry.getKey()));
                write(entry.getValue(), generator);
            }
            generator.writeEndObject();
        } else if (value instanceof List<?> list) {
            generator.writeStartArray();
            for (Object item : list) {
                write(item, generator);
            }
            generator.writeEndArray();
        } else if (value instanceof Section section) {
            write(section.nodes(), generator);
        } else if (value instanceof Value leaf && leaf.kind() != Value.Kind.TEXT) {
            generator.writeRawValue(leaf.text());
        } else if (value instanceof Boolean logical) {
            generator.writeBoolean(logical);
        } else if (value instanceof BigDecimal number) {
            generator.writeNumber(number);
        } else if (value instanceof Double number && Double.isFinite(number)) {
            generator.writeNumber(number);
        } else if (value instanceof Long || value instanceof Integer) {
            generator.writeNumber(((Number) value).longValue());
        } else if (value instanceof Position position) {
            write(object("source", position.source(), "line", position.line(), "column", position.column()), generator);
        } else {
            generator.writeString(String.valueOf(value));
        }
    }
}
