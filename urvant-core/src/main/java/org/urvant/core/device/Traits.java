package org.urvant.core.device;

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
    /** What devices of a site have in common. */
    public enum Shared {
        RATED_FREQUENCY,
        REGION
    }

    /**
     * What a value means to others.
     *
     * @param domain side of the instrument transformers that it is given on; empty when that means nothing
     * @param limitOf column that names the channel whose value this is a limit of; empty text when it is none
     * @param shared what all devices of a site have in common and this setting gives; empty for nothing
     */
    public record Sense(Optional<Domain> domain, String limitOf, Optional<Shared> shared) {
        /** It means nothing to others. */
        public static final Sense NONE = new Sense(Optional.empty(), "", Optional.empty());
    }

    /** What most settings have. */
    public static final Traits ORDINARY = new Traits(
            Effect.NONE, Availability.ALWAYS, AccessRole.ENGINEER, false, false, Optional.empty(), Sense.NONE);

    /** Returns the same with another effect. */
    public Traits with(Effect other) {
        return new Traits(other, availability, access, isExpert, isIdentity, unique, sense);
    }

    /** Returns the same with a rule that equal values break. */
    public Traits withUnique(Rule rule) {
        return new Traits(effect, availability, access, isExpert, isIdentity, Optional.of(rule), sense);
    }

    /** Returns the oldest firmware that has the setting; empty text when all have it. */
    public String since() {
        return availability.since();
    }

    /** Returns the licence that it needs; empty text for none. */
    public String licence() {
        return availability.licence();
    }

    /** Returns the side of the instrument transformers that it is given on; empty when that means nothing. */
    public Optional<Domain> domain() {
        return sense.domain();
    }

    /** Returns the column that names the channel whose value this is a limit of; empty text when it is none. */
    public String limitOf() {
        return sense.limitOf();
    }

    /** Returns what all devices of a site have in common and this setting gives; empty for nothing. */
    public Optional<Shared> shared() {
        return sense.shared();
    }
}
