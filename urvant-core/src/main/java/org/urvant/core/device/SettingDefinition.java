package org.urvant.core.device;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Type;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.AddressPlan;
import org.urvant.core.protection.View;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;

/**
 * One setting as a device type defines it.
 *
 * @param path name with its sections before it, joined by dots, such as {@code clock.zone}
 * @param kind what its value is
 * @param limits what the value may be
 * @param provision where its value comes from
 * @param condition when it applies; null for always
 * @param traits how it is treated
 * @param meaning what it does, in plain words
 */
public record SettingDefinition(
        String path,
        SettingKind kind,
        Limits limits,
        Provision provision,
        @Nullable Applicability condition,
        Traits traits,
        String meaning) {
    /**
     * Where a value comes from.
     *
     * @param derivation what it follows from; null when people give it
     * @param standard default in the form people write it; null when there is none
     * @param isOptional whether it may stay without a value; otherwise a person must give what has no default
     */
    public record Provision(@Nullable Expression derivation, @Nullable String standard, boolean isOptional) {
        /** A person must give it. */
        public static final Provision GIVEN = new Provision(null, null, false);

        /** A person may give it. */
        public static final Provision MAY_BE_GIVEN = new Provision(null, null, true);

        /** Returns the provision of a setting with a default. */
        public static Provision standard(String text) {
            return new Provision(null, text, false);
        }
    }

    /** Digits of a derived number without steps. */
    private static final MathContext DERIVED = new MathContext(12, RoundingMode.HALF_EVEN);

    private static final List<String> YES = List.of("yes", "on", "true");
    private static final List<String> NO = List.of("no", "off", "false");

    public SettingDefinition {
        Objects.requireNonNull(path, "path");
        Objects.requireNonNull(limits, "limits");
        Objects.requireNonNull(traits, "traits");
    }

    /** Creates a setting without default that a person must give. */
    public SettingDefinition(String path, SettingKind kind, Limits limits, String meaning) {
        this(path, kind, limits, Provision.GIVEN, null, Traits.ORDINARY, meaning);
    }

    /** Returns the same with its value from elsewhere. */
    public SettingDefinition with(Provision other) {
        return new SettingDefinition(path, kind, limits, other, condition, traits, meaning);
    }

    /** Returns the same treated otherwise. */
    public SettingDefinition with(Traits others) {
        return new SettingDefinition(path, kind, limits, provision, condition, others, meaning);
    }

    /** Returns what its value follows from; null when people give it. */
    public @Nullable Expression derivation() {
        return provision.derivation();
    }

    /** Returns whether it may stay without a value; otherwise a person must give what has no default. */
    public boolean isOptional() {
        return provision.isOptional();
    }

    /** Returns the default in the form people write it; null when there is none. */
    public @Nullable String standard() {
        return provision.standard();
    }

    /** Returns the default, or empty when there is none. */
    public Optional<String> standardValue() {
        return Optional.ofNullable(provision.standard());
    }

    /** Returns whether its value follows from others, so that nobody gives it. */
    public boolean isDerived() {
        return provision.derivation() != null;
    }

    /**
     * Returns the value that follows from those of a scope, put on the steps of the setting (halves to the even one), as people
     * write it without its unit; empty when a value that it needs is unknown, or when people give it.
     */
    public Optional<String> derived(Scope scope) {
        if (provision.derivation() == null || !kind.isNumber()) {
            return provision.derivation() == null
                    ? Optional.empty()
                    : provision.derivation().written(scope);
        }
        return provision.derivation().number(scope).map(number -> {
            BigDecimal grid = new NumberText(this, scope).grid();
            BigDecimal rounded = grid == null
                    ? number.round(DERIVED)
                    : number.divide(grid, 0, RoundingMode.HALF_EVEN).multiply(grid);
            return rounded.signum() == 0 ? "0" : rounded.stripTrailingZeros().toPlainString();
        });
    }

    /** Returns when it applies; empty for always. */
    public Optional<Applicability> applicability() {
        return Optional.ofNullable(condition);
    }

    /** Returns what a change causes. */
    public Effect effect() {
        return traits.effect();
    }

    /** Returns the symbol of its unit; empty text for none. */
    public String unit() {
        return limits.symbol();
    }

    /** Returns what kind of value it is in expressions. */
    public Type type() {
        if (kind == SettingKind.LOGICAL) {
            return Type.LOGICAL;
        }
        if (kind.isNumber()) {
            return new Type(Type.Kind.NUMBER, limits.unit(), List.of(), limits.range());
        }
        return kind == SettingKind.CHOICE ? new Type(Type.Kind.TEXT, null, limits.choices()) : Type.TEXT;
    }

    /** Returns the allowed values in plain words, such as {@code 1 to 65534} or {@code on, off}. */
    public String allowed() {
        return allowed(Scope.EMPTY);
    }

    /** Returns the allowed values in plain words, where other values are those of a scope. */
    public String allowed(Scope scope) {
        String symbol = unit().isEmpty() ? "" : " " + unit();
        return switch (kind) {
            case CHOICE -> String.join(", ", limits.choices());
            case INTEGER, NUMBER, DURATION -> {
                String step = limits.step() == null ? "" : " in steps of " + shown(limits.step(), scope);
                if (limits.least() == null && limits.most() == null) {
                    yield kind.expectation() + (symbol.isEmpty() ? "" : " of") + symbol + step;
                }
                String low = limits.least() == null ? "…" : shown(limits.least(), scope);
                String high = limits.most() == null ? "…" : shown(limits.most(), scope);
                yield low + " to " + high + symbol + step;
            }
            case TEXT -> limits.longest() == 0 ? "a text" : "a text of at most " + limits.longest() + " characters";
            case REFERENCE ->
                (limits.isMany() ? "names from " : "a name from ")
                        + limits.refersTo()
                        + (limits.isMany() ? ", separated by commas" : "");
            default -> kind.expectation();
        };
    }

    private static String shown(Bound bound, Scope scope) {
        return bound.at(scope)
                .map(number ->
                        number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString())
                .orElse("(" + bound + ")");
    }

    /** Reads a value as people write it where nothing depends on other values. */
    public ReadValue read(String written) {
        return read(written, Scope.EMPTY);
    }

    /**
     * Reads a value as people write it, with or without unit, and holds it against range and step.
     *
     * @param scope gives the values that limits depend on
     */
    public ReadValue read(String written, Scope scope) {
        String text = written.strip();
        return switch (kind) {
            case LOGICAL -> logical(text);
            case INTEGER, NUMBER, DURATION -> new NumberText(this, scope).read(text);
            case TEXT -> text(written);
            case CHOICE -> choice(text);
            case SIGNAL, REFERENCE -> ReadValue.sound(text);
            case PLAN -> plan(text);
            default -> Notation.normal(kind, text).map(ReadValue::sound).orElseGet(() -> Notation.mistake(this, text));
        };
    }

    ReadValue notOfKind(String text) {
        return notOfKind(text, Scope.EMPTY);
    }

    ReadValue notOfKind(String text, Scope scope) {
        return ReadValue.mistake(
                ValueRules.VALUE_OUT_OF_RANGE,
                path + " is '" + text + "'; expected " + kind.expectation(),
                "Give " + allowed(scope) + ".");
    }

    private ReadValue logical(String text) {
        String word = text.toLowerCase(Locale.ROOT);
        return YES.contains(word) || NO.contains(word) ? ReadValue.sound(YES.contains(word)) : notOfKind(text);
    }

    private ReadValue choice(String text) {
        return limits.choices().contains(text)
                ? ReadValue.sound(text)
                : ReadValue.mistake(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        path + " is '" + text + "'; expected one of " + allowed(),
                        NearestName.hint("choice", text, limits.choices()));
    }

    private ReadValue plan(String text) {
        Block whole = new Block(
                limits.least().fixed().intValueExact(), limits.most().fixed().intValueExact());
        try {
            AddressPlan.read(text, whole);
            return ReadValue.sound(text);
        } catch (IllegalArgumentException e) {
            return ReadValue.mistake(
                    ValueRules.VALUE_OUT_OF_RANGE, path + " is '" + text + "': " + e.getMessage(), AddressPlan.REMEDY);
        }
    }

    /** Line breaks, tabs and other control characters, and those that only steer how others are shown. */
    private static boolean isUnseen(char letter) {
        int type = Character.getType(letter);
        return type == Character.CONTROL
                || type == Character.FORMAT
                || type == Character.LINE_SEPARATOR
                || type == Character.PARAGRAPH_SEPARATOR;
    }

    private ReadValue text(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (isUnseen(text.charAt(i))) {
                return ReadValue.mistake(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        String.format(
                                Locale.ROOT,
                                "%s holds U+%04X at character %d, which nobody sees",
                                path,
                                (int) text.charAt(i),
                                text.codePointCount(0, i) + 1),
                        "Write it on one line, with letters that are seen.");
            }
        }
        int length = text.codePointCount(0, text.length());
        return limits.longest() > 0 && length > limits.longest()
                ? ReadValue.mistake(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        path + " has " + length + " characters; the device holds " + limits.longest(),
                        "Shorten it to " + limits.longest() + " characters.")
                : ReadValue.sound(text);
    }

    /**
     * Returns the value of the grid that a number from the wire stands for: a binary fraction is rarely on a decimal step, so
     * what lies within half a step of one is that one. Empty when the number lies off the range.
     */
    public Optional<BigDecimal> snap(double wire, Scope scope) {
        return kind.isNumber() && !Double.isNaN(wire) && !Double.isInfinite(wire)
                ? new NumberText(this, scope).snap(new BigDecimal(wire))
                : Optional.empty();
    }

    /** Returns the nearest value that the device can hold; empty when that lies off the range. */
    public Optional<BigDecimal> nearest(BigDecimal number, Scope scope) {
        return new NumberText(this, scope).snap(number);
    }

    /** Returns number, unit and view of a value as people write it; empty when the setting has no number. */
    public Optional<Sided.Written> written(String text) {
        return kind.isNumber() ? Sided.read(text.strip(), limits.unit()) : Optional.empty();
    }

    /**
     * Returns a value on a side of the instrument transformers, with 12 digits at most; empty when the setting lies on none, or
     * a rating that it needs is unknown.
     *
     * @param value the value as the device keeps it
     */
    public Optional<Amount> in(View view, BigDecimal value, Scope scope) {
        Unit own = limits.unit();
        return traits.side().flatMap(side -> side.convert(
                        new Sided.Written(new Amount(value, own), Optional.empty()), view, own, scope)
                .map(number -> new Amount(number.digits(DERIVED.getPrecision()), side.unit(view, own))));
    }
}
