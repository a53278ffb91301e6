package org.urvant.core.device;

import java.time.DateTimeException;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.text.NearestName;

/** Kinds of value that the world writes in several ways, brought into one form each. */
final class Notation {
    private static final Pattern OCTETS = Pattern.compile("(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})");
    private static final Pattern LEADING_ZERO = Pattern.compile("(?:.*\\.)?0\\d.*");
    private static final Pattern TRUNK_PREFIX = Pattern.compile("(?:\\+|00).*\\(\\s*0.*");
    private static final Pattern TIME = Pattern.compile("([01]?\\d|2[0-3]):([0-5]\\d)(?::([0-5]\\d))?");
    private static final Pattern MAC = Pattern.compile(
            "\\p{XDigit}{2}([-:. ]?)\\p{XDigit}{2}(?:\\1\\p{XDigit}{2}){4}|(?:\\p{XDigit}{4}[-:.]){2}\\p{XDigit}{4}");
    private static final int LEAST_DIGITS = 8;
    private static final int MOST_DIGITS = 15;

    private Notation() {}

    /** Returns the one form of a value; empty when it is not of the kind. */
    static Optional<String> normal(SettingKind kind, String text) {
        return switch (kind) {
            case ADDRESS -> Optional.of(text).filter(Notation::isAddress);
            case HOST -> Optional.of(text).filter(Notation::isHost);
            case MAC -> mac(text);
            case PHONE -> phone(text);
            case TIME_OF_DAY -> time(text);
            case ZONE -> zone(text);
            default -> Optional.of(text);
        };
    }

    /** Returns what is wrong with a value that is not of its kind. */
    static ReadValue mistake(SettingDefinition setting, String text) {
        String is = setting.path() + " is '" + text + "'";
        if (setting.kind() == SettingKind.PHONE) {
            return ReadValue.mistake(
                    ValueRules.PHONE_WITHOUT_COUNTRY_CODE,
                    is + "; expected + or 00, a country code, and " + LEAST_DIGITS + " to " + MOST_DIGITS
                            + " digits in all",
                    text.matches("0[1-9][\\d ()/-]*")
                            ? "Put + and the country code in place of the leading 0."
                            : TRUNK_PREFIX.matcher(text).matches()
                                    ? "Leave out the 0 in brackets, which is dialled at home only."
                                    : "Write it as +COUNTRY NUMBER.");
        }
        boolean isAddress = setting.kind() == SettingKind.ADDRESS || setting.kind() == SettingKind.HOST;
        if (isAddress && LEADING_ZERO.matcher(text).matches()) {
            return ReadValue.mistake(
                    ValueRules.VALUE_OUT_OF_RANGE,
                    is + "; a number that begins with 0 is decimal for some and octal for others",
                    "Write it without leading zeros.");
        }
        if (setting.kind() == SettingKind.ZONE) {
            return ReadValue.mistake(
                    ValueRules.VALUE_OUT_OF_RANGE,
                    is + "; expected " + SettingKind.ZONE.expectation(),
                    NearestName.hint("time zone", text, ZoneId.getAvailableZoneIds()));
        }
        if (setting.kind() == SettingKind.MAC && MAC.matcher(text).matches()) {
            return ReadValue.mistake(
                    ValueRules.VALUE_OUT_OF_RANGE,
                    is
                            + (text.replaceAll("[^1-9A-Fa-f]", "").isEmpty()
                                    ? ", the address of nobody"
                                    : ", a multicast address")
                            + "; expected that of one station",
                    "Copy it from the label again: the second digit of a station's address is even.");
        }
        return setting.notOfKind(text);
    }

    static boolean isAddress(String text) {
        Matcher octets = OCTETS.matcher(text);
        if (!octets.matches() || LEADING_ZERO.matcher(text).matches()) {
            return false; // RFC 6943, 3.1.1
        }
        for (int i = 1; i <= 4; i++) {
            if (Integer.parseInt(octets.group(i)) > 255) {
                return false;
            }
        }
        return true;
    }

    private static boolean isHost(String text) {
        int colon = text.lastIndexOf(':');
        return colon > 0
                && isAddress(text.substring(0, colon))
                && text.substring(colon + 1).matches("\\d{1,5}")
                && Integer.parseInt(text.substring(colon + 1)) <= 65535
                && Integer.parseInt(text.substring(colon + 1)) > 0;
    }

    /** Twelve digits with any one separator; the group bit of the first octet (IEEE 802, 8.2) is 0 for a station, and no station has 0. */
    private static Optional<String> mac(String text) {
        if (!MAC.matcher(text).matches()) {
            return Optional.empty();
        }
        String digits = text.replaceAll("[-:. ]", "").toUpperCase(Locale.ROOT);
        byte[] octets = HexFormat.of().parseHex(digits);
        boolean isNobody = digits.chars().allMatch(digit -> digit == '0');
        return isNobody || (octets[0] & 1) == 1
                ? Optional.empty()
                : Optional.of(HexFormat.ofDelimiter("-").withUpperCase().formatHex(octets));
    }

    /** ITU-T E.164, 6: at most 15 digits with the country code, none of which begins with 0. */
    private static Optional<String> phone(String text) {
        String bare = TRUNK_PREFIX.matcher(text).matches() ? "" : text.replaceAll("[ ()/.-]", "");
        String digits = bare.startsWith("+") ? bare.substring(1) : bare.startsWith("00") ? bare.substring(2) : "";
        return digits.matches("[1-9]\\d{" + (LEAST_DIGITS - 1) + "," + (MOST_DIGITS - 1) + "}")
                ? Optional.of("+" + digits)
                : Optional.empty();
    }

    private static Optional<String> time(String text) {
        Matcher matcher = TIME.matcher(text);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        String seconds = matcher.group(3) == null ? "0" : matcher.group(3);
        return Optional.of(LocalTime.of(
                        Integer.parseInt(matcher.group(1)),
                        Integer.parseInt(matcher.group(2)),
                        Integer.parseInt(seconds))
                .toString());
    }

    private static Optional<String> zone(String text) {
        try {
            ZoneId zone = ZoneId.of(text);
            return ZoneId.getAvailableZoneIds().contains(zone.getId()) ? Optional.of(zone.getId()) : Optional.empty();
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
