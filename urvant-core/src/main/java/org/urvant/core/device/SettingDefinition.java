package org.urvant.core.device;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.urvant.core.finding.Rule;
import org.urvant.core.text.NearestName;
import org.urvant.core.tree.Value;

/**
 * One setting as a device type defines it.
 *
 * @param path name with its sections before it, joined by dots, such as {@code clock.zone}
 * @param kind what its value is
 * @param unit unit of numbers; empty text for none
 * @param least least value of numbers; null for no bound
 * @param most greatest value of numbers; null for no bound
 * @param step distance of the values that the device can hold, counted from {@code least} or zero; null for any value
 * @param choices the words of a choice, in the order to show them
 * @param longest greatest length of a text in characters; 0 for no bound
 * @param standard default in the form people write it; null when a person must give the value
 * @param effect what a change causes
 * @param since oldest firmware that has the setting; empty text when all have it
 * @param risk what a value of yes, or one other than {@code none}, risks; empty text for nothing
 * @param meaning what the setting does, in plain words
 */
public record SettingDefinition(
        String path,
        SettingKind kind,
        String unit,
        BigDecimal least,
        BigDecimal most,
        BigDecimal step,
        List<String> choices,
        int longest,
        String standard,
        Effect effect,
        String since,
        String risk,
        String meaning) {
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,30}(\\.\\d{1,30})?");
    private static final Pattern OCTETS = Pattern.compile("(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})");
    private static final List<String> YES = List.of("yes", "on", "true");
    private static final List<String> NO = List.of("no", "off", "false");

    public SettingDefinition {
        choices = List.copyOf(choices);
    }

    /** Returns the default, or empty when a person must give the value. */
    public Optional<String> standardValue() {
        return Optional.ofNullable(standard);
    }

    /** Returns the allowed values in plain words, such as {@code 1 to 65534} or {@code on, off}. */
    public String allowed() {
        String unitText = unit.isEmpty() ? "" : " " + unit;
        return switch (kind) {
            case CHOICE -> String.join(", ", choices);
            case INTEGER, NUMBER -> {
                String stepText = step == null ? "" : " in steps of " + step.toPlainString();
                if (least == null && most == null) {
                    yield kind.expectation() + unitText + stepText;
                }
                String low = least == null ? "…" : least.toPlainString();
                yield low + " to " + (most == null ? "…" : most.toPlainString()) + unitText + stepText;
            }
            case TEXT -> longest == 0 ? "a text" : "a text of at most " + longest + " characters";
            default -> kind.expectation();
        };
    }

    /** The outcome of reading a value: either the canonical value, or the rule that it breaks with message and remedy. */
    public record Reading(Optional<Value> value, Rule broken, String message, String remedy) {
        static Reading sound(Value value) {
            return new Reading(Optional.of(value), null, "", "");
        }

        static Reading fault(Rule rule, String message, String remedy) {
            return new Reading(Optional.empty(), rule, message, remedy);
        }
    }

    /** Reads a value as people write it, with or without the setting's unit, and holds it against range and step. */
    public Reading read(String written) {
        String text = written.strip();
        return switch (kind) {
            case LOGICAL -> logical(text);
            case INTEGER, NUMBER -> number(text);
            case TEXT -> text(written);
            case CHOICE -> choice(text);
            case ADDRESS -> isAddress(text) ? Reading.sound(Value.text(text)) : notOfKind(text);
            case HOST -> host(text);
        };
    }

    private Reading notOfKind(String text) {
        return Reading.fault(
                Rule.VALUE_OUT_OF_RANGE,
                path + " is '" + text + "'; expected " + kind.expectation(),
                "Give " + allowed() + ".");
    }

    private Reading logical(String text) {
        String word = text.toLowerCase(Locale.ROOT);
        return YES.contains(word) || NO.contains(word)
                ? Reading.sound(Value.logical(YES.contains(word)))
                : notOfKind(text);
    }

    private Reading choice(String text) {
        return choices.contains(text)
                ? Reading.sound(Value.text(text))
                : Reading.fault(
                        Rule.VALUE_OUT_OF_RANGE,
                        path + " is '" + text + "'; expected one of " + allowed(),
                        NearestName.hint("choice", text, choices));
    }

    private Reading text(String text) {
        int length = text.codePointCount(0, text.length());
        return longest > 0 && length > longest
                ? Reading.fault(
                        Rule.VALUE_OUT_OF_RANGE,
                        path + " has " + length + " characters; the device holds " + longest,
                        "Shorten it to " + longest + " characters.")
                : Reading.sound(Value.text(text));
    }

    private Reading number(String text) {
        String bare = !unit.isEmpty() && text.endsWith(unit)
                ? text.substring(0, text.length() - unit.length()).stripTrailing()
                : text;
        if (!NUMBER.matcher(bare).matches()) {
            return notOfKind(text);
        }
        BigDecimal value = new BigDecimal(bare);
        if (least != null && value.compareTo(least) < 0 || most != null && value.compareTo(most) > 0) {
            return Reading.fault(
                    Rule.VALUE_OUT_OF_RANGE,
                    path + " is " + text + "; expected " + allowed(),
                    "Give a value within the range.");
        }
        BigDecimal grid = step == null && kind == SettingKind.INTEGER ? BigDecimal.ONE : step;
        if (grid != null) {
            BigDecimal origin = least == null ? BigDecimal.ZERO : least;
            BigDecimal steps = value.subtract(origin).divide(grid, 0, RoundingMode.FLOOR);
            BigDecimal below = origin.add(steps.multiply(grid));
            if (below.compareTo(value) != 0) {
                return Reading.fault(
                        Rule.VALUE_OFF_STEP,
                        path + " is " + text + ", between two steps of " + grid.toPlainString(),
                        "Give " + below.toPlainString() + " or "
                                + below.add(grid).toPlainString() + ".");
            }
        }
        return Reading.sound(Value.number(value));
    }

    private Reading host(String text) {
        int colon = text.lastIndexOf(':');
        boolean sound = colon > 0
                && isAddress(text.substring(0, colon))
                && text.substring(colon + 1).matches("\\d{1,5}")
                && Integer.parseInt(text.substring(colon + 1)) <= 65535;
        return sound ? Reading.sound(Value.text(text)) : notOfKind(text);
    }

    private static boolean isAddress(String text) {
        var octets = OCTETS.matcher(text);
        if (!octets.matches()) {
            return false;
        }
        for (int i = 1; i <= 4; i++) {
            if (Integer.parseInt(octets.group(i)) > 255) {
                return false;
            }
        }
        return true;
    }
}
