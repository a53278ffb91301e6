package org.urvant.project;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.urvant.core.device.Meaning;
import org.urvant.core.network.Ipv4;

/**
 * What a project gives its devices of something that only one of them may have, in the order in which it is given: the addresses of
 * a range, or a name made of the device's.
 *
 * @param meaning what it is
 * @param text as it is written: {@code 192.0.2.20-192.0.2.99}, {@code 10-60}, or a name with {@code {device}}
 * @param first the first number of a range; 0 for names
 * @param last the last one
 */
public record OwnValues(Meaning meaning, String text, long first, long last) {
    /** What a range or a name can be written for. */
    public static final List<Meaning> MEANINGS =
            List.of(Meaning.NETWORK_ADDRESS, Meaning.COMMON_ADDRESS, Meaning.BUS_ADDRESS, Meaning.DISPLAY_NAME);

    private static final String DEVICE = "{device}";
    private static final Pattern RANGE = Pattern.compile("([\\d.]{1,15})\\s*-\\s*([\\d.]{1,15})");

    /**
     * Reads what is written.
     *
     * @throws IllegalArgumentException when it is neither a range nor a name with {@code {device}}; says what was expected
     */
    public static OwnValues read(Meaning meaning, String text) {
        if (meaning == Meaning.DISPLAY_NAME) {
            String rest = text.replace(DEVICE, "");
            if (rest.equals(text) || rest.indexOf('{') >= 0 || rest.indexOf('}') >= 0) {
                throw new IllegalArgumentException("'" + text + "' "
                        + (rest.equals(text) ? "would be the name of every device" : "has other braces")
                        + "; expected a name with " + DEVICE + ", such as 'K1 " + DEVICE + "'");
            }
            return new OwnValues(meaning, text, 0, 0);
        }
        boolean isNetwork = meaning == Meaning.NETWORK_ADDRESS;
        Matcher range = RANGE.matcher(text.strip());
        Optional<Long> first = range.matches() ? number(range.group(1), isNetwork) : Optional.empty();
        Optional<Long> last = range.matches() ? number(range.group(2), isNetwork) : Optional.empty();
        if (first.isEmpty() || last.isEmpty() || first.get() > last.get()) {
            throw new IllegalArgumentException("'" + text + "' is no range, the lower end first; expected one such as "
                    + (isNetwork ? "192.0.2.20-192.0.2.99" : "10-60"));
        }
        return new OwnValues(meaning, text.strip(), first.get(), last.get());
    }

    private static Optional<Long> number(String text, boolean isNetwork) {
        if (isNetwork) {
            return Ipv4.of(text).map(address -> Integer.toUnsignedLong(address.bits()));
        }
        return text.matches("\\d{1,9}") ? Optional.of(Long.valueOf(text)) : Optional.empty();
    }

    /** Returns the values that a device can be given, the first of them first. */
    public Stream<String> values(String device) {
        return switch (meaning) {
            case DISPLAY_NAME -> Stream.of(text.replace(DEVICE, device));
            case NETWORK_ADDRESS ->
                LongStream.rangeClosed(first, last).mapToObj(bits -> new Ipv4((int) bits).toString());
            default -> LongStream.rangeClosed(first, last).mapToObj(Long::toString);
        };
    }
}
