package org.urvant.core.expression;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.range.Interval;

/**
 * An expression, parsed, type-checked and made ready to run: {@code ct.primary >= ct.secondary}. Numbers are exact decimals.
 * A value that does not exist makes the result unknown, unless the other operand of AND or OR decides alone, or SEL does not
 * use it. Immutable.
 */
public final class Expression {
    /** Greatest length of an expression in characters. */
    public static final int LONGEST = 2_000;

    private final String text;
    private final Type type;
    private final Object reach;
    private final Step step;
    private final Set<String> paths;
    private final Set<String> ownPaths;

    /** A step of the evaluation. */
    interface Step {
        /** Returns a Boolean, BigDecimal or String; null when unknown. */
        @Nullable
        Object at(Scope scope);
    }

    Expression(String text, Object reach, Type type, Step step, Set<String> paths, Set<String> ownPaths) {
        this.text = text;
        this.step = step;
        this.reach = reach;
        this.type = type;
        this.paths = Collections.unmodifiableSet(new TreeSet<>(paths));
        this.ownPaths = Collections.unmodifiableSet(new TreeSet<>(ownPaths));
    }

    /**
     * Reads an expression; empty when it has mistakes, and then all of them were reported.
     *
     * @param wanted kind of value that it must have
     */
    public static Optional<Expression> parse(String text, Names names, Type.Kind wanted, Consumer<Mistake> mistakes) {
        List<Mistake> found = new ArrayList<>();
        Optional<Expression> expression = SyntaxReader.expression(text, LONGEST, found::add)
                .map(term -> new Checker(names, found::add).check(text, term, wanted));
        found.forEach(mistakes);
        return found.isEmpty() ? expression : Optional.empty();
    }

    /** Returns the expression as it was written. */
    public String text() {
        return text;
    }

    /** Returns what kind of value it has. */
    public Type type() {
        return type;
    }

    /** Returns the paths that it reads, in any scope. */
    public Set<String> paths() {
        return paths;
    }

    /** Returns the paths that it reads in the innermost scope. */
    public Set<String> ownPaths() {
        return ownPaths;
    }

    /**
     * Returns what its number can be, from the ranges of what it reads (interval arithmetic); every number where they are not
     * known.
     */
    public Interval range() {
        return reach instanceof Interval interval ? interval : Interval.ALL;
    }

    /** Returns what it always is, whatever the values within their ranges; empty when it can be both, or is not logical. */
    public Optional<Boolean> decided() {
        return reach instanceof Boolean logical ? Optional.of(logical) : Optional.empty();
    }

    /** Returns whether it holds; empty when a value that it needs is unknown. */
    public Optional<Boolean> test(Scope scope) {
        return Optional.ofNullable((Boolean) step.at(scope));
    }

    /** Returns its number; empty when a value that it needs is unknown. */
    public Optional<BigDecimal> number(Scope scope) {
        return Optional.ofNullable((BigDecimal) step.at(scope));
    }

    /** Returns its value as people write it, a number with its unit; empty when a value that it needs is unknown. */
    public Optional<String> written(Scope scope) {
        Object value = step.at(scope);
        if (value instanceof BigDecimal number) {
            String plain =
                    number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
            return Optional.of(
                    type.unit() == null ? plain : plain + " " + type.unit().symbol());
        }
        return value instanceof Boolean logical
                ? Optional.of(logical ? "yes" : "no")
                : Optional.ofNullable(value).map(String::valueOf);
    }

    @Override
    public String toString() {
        return text;
    }
}
