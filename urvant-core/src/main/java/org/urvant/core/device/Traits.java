package org.urvant.core.device;

import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Rule;

/**
 * How a setting is treated.
 *
 * @param effect what a change causes
 * @param availability what a device must have so that it has the setting
 * @param access least role that may change it
 * @param isExpert whether most people leave it alone, so that lists show it only when asked
 * @param isIdentity whether it belongs to the one device, so that twins differ in it and copies do not take it
 * @param unique rule that two equal values in one table, or on channels of one kind, break; empty when they may be equal
 * @param sense what its value means to others
 */
public record Traits(
        Effect effect,
        Availability availability,
        AccessRole access,
        boolean isExpert,
        boolean isIdentity,
        Optional<Rule> unique,
        Sense sense) {
    /**
     * A meaning.
     *
     * @param of which set of transformers is meant; empty text where there is one, or none
     */
    public record Meant(Meaning meaning, String of) {
        /** Returns it as type files write it, such as {@code transformer-primary of currents}. */
        @Override
        public String toString() {
            return meaning.word() + (of.isEmpty() ? "" : " of " + of);
        }
    }

    /**
     * What a value means to others.
     *
     * @param side side of the instrument transformers that it is given on; empty when that means nothing
     * @param limitOf column that names the channel whose value this is a limit of; empty text when it is none
     * @param meant what it means, whatever its path is; empty for nothing that others rest on
     * @param attribute data attribute of IEC 61850 under which the device offers it, from the logical node on, with
     *     {@code {row}} for the name of its row; empty text for none
     * @param named what the channels must have that it names
     */
    public record Sense(
            Optional<Sided> side, String limitOf, Optional<Meant> meant, String attribute, NamedChannels named) {
        /** It means nothing to others. */
        public static final Sense NONE = new Sense(Optional.empty(), "", Optional.empty(), "", NamedChannels.ANY);
    }

    /**
     * What channels must have that a reference names.
     *
     * @param carrying words one of which each must carry; empty for any
     * @param alike settings in which all of them must be alike, as far as they have them
     * @param isUnshared whether each is there for this setting alone: no other setting may name it
     */
    public record NamedChannels(List<String> carrying, List<String> alike, boolean isUnshared) {
        /** Any channels. */
        public static final NamedChannels ANY = new NamedChannels(List.of(), List.of(), false);

        public NamedChannels {
            carrying = List.copyOf(carrying);
            alike = List.copyOf(alike);
        }
    }

    /** What most settings have. */
    public static final Traits ORDINARY = new Traits(
            Effect.NONE, Availability.ALWAYS, AccessRole.ENGINEER, false, false, Optional.empty(), Sense.NONE);

    /** Returns the same with another effect. */
    public Traits with(Effect other) {
        return new Traits(other, availability, access, isExpert, isIdentity, unique, sense);
    }

    /** Returns the same for experts. */
    public Traits asExpert() {
        return new Traits(effect, availability, access, true, isIdentity, unique, sense);
    }

    /** Returns the same with a rule that equal values break. */
    public Traits withUnique(Rule rule) {
        return new Traits(effect, availability, access, isExpert, isIdentity, Optional.of(rule), sense);
    }

    /** Returns the oldest firmware that has the setting; empty text when all have it. */
    public String since() {
        return availability.since();
    }

    /** Returns the oldest firmware that has the setting with a value; empty text when all have it. */
    public String since(String value) {
        return availability.since(value);
    }

    /** Returns the same where a device must have something else. */
    public Traits with(Availability other) {
        return new Traits(effect, other, access, isExpert, isIdentity, unique, sense);
    }

    /** Returns the licence that it needs; empty text for none. */
    public String licence() {
        return availability.licence();
    }

    /** Returns the side of the instrument transformers that it is given on; empty when that means nothing. */
    public Optional<Sided> side() {
        return sense.side();
    }

    /** Returns the column that names the channel whose value this is a limit of; empty text when it is none. */
    public String limitOf() {
        return sense.limitOf();
    }

    /** Returns what the channels must have that it names. */
    public NamedChannels named() {
        return sense.named();
    }

    /** Returns what it means, whatever its path is; empty for nothing that others rest on. */
    public Optional<Meant> meant() {
        return sense.meant();
    }

    /** Returns the data attribute of IEC 61850 under which the device offers it; empty text for none. */
    public String attribute() {
        return sense.attribute();
    }
}
