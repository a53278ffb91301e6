package org.urvant.core.device;

import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.expression.Expression;

/**
 * How a channel turns what is at its terminals into a value, or a value into what is at its terminals. Paths are those of
 * settings of the channel, unless they say otherwise; empty text for none.
 *
 * @param name name within the kind of channel
 * @param when when it is this law that counts; null for always
 * @param source what the value comes from
 * @param path setting that names the range, the thermocouple or the row; empty for a Pt100
 * @param ends the values at its ends
 * @param probe what is at the terminals beside the value
 * @param following how an output follows its row
 */
public record ChannelLaw(
        String name, Expression when, Origin source, String path, Ends ends, Probe probe, Following following) {
    /**
     * Settings that give the values at the ends.
     *
     * @param low value at the low end: of the input in its unit, of the output at its terminals
     * @param high value at the high end
     * @param unit setting that names the unit of the value
     */
    public record Ends(String low, String high, String unit) {}

    /**
     * Settings about what is at the terminals.
     *
     * @param brokenWire setting that says whether a broken wire is told; empty for always
     * @param terminals setting of the device: the temperature of the terminals, for thermocouples
     */
    public record Probe(String brokenWire, String terminals) {}

    /**
     * How an output follows a row.
     *
     * @param least column of the row: its least value
     * @param most column of the row: its greatest value
     * @param whenLost setting that says what the output gives when the row has no value: {@code hold}, {@code low}, {@code
     *     high}
     */
    public record Following(String least, String most, String whenLost) {}

    /** What a value comes from. */
    public enum Origin {
        /** A standard signal, such as 4-20 mA. */
        RANGE("range"),
        THERMOCOUPLE("thermocouple"),
        PT100("pt100"),
        /** A row of a table, which stands for a value that comes from elsewhere. */
        ROW("follows");

        private final String word;

        Origin(String word) {
            this.word = word;
        }

        /** Returns the word that types use. */
        public String word() {
            return word;
        }

        /** Returns the source of a word, or empty. */
        public static Optional<Origin> of(String word) {
            return Arrays.stream(values())
                    .filter(source -> source.word.equals(word))
                    .findFirst();
        }
    }

    /** Returns the law in plain words, with the settings that give its numbers. */
    public String text() {
        String from = ends.low().isEmpty()
                ? ""
                : ends.low() + " to " + ends.high() + (ends.unit().isEmpty() ? "" : " in " + ends.unit());
        String said =
                switch (source) {
                    case RANGE -> "the signal of " + path + (from.isEmpty() ? " as it is" : " gives " + from);
                    case THERMOCOUPLE -> "the thermocouple of " + path + " gives " + (from.isEmpty() ? "°C" : from);
                    case PT100 -> "a Pt100 gives " + (from.isEmpty() ? "°C" : from);
                    case ROW ->
                        from.isEmpty()
                                ? "on while the row of " + path + " is not 0"
                                : from + " for the row of " + path + " from its " + following.least() + " to its "
                                        + following.most();
                };
        return said + (when == null ? "" : ", when " + when.text());
    }

    public ChannelLaw {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(source, "source");
    }
}
