package org.urvant.core.device;

import org.urvant.core.finding.Rule;

/**
 * How a setting is treated.
 *
 * @param effect what a change causes
 * @param since oldest firmware that has the setting; empty text when all have it
 * @param licence licence that it needs; empty text for none
 * @param access least role that may change it
 * @param isExpert whether most people leave it alone, so that lists show it only when asked
 * @param domain side of the instrument transformers that it is given on; null when that means nothing
 * @param isIdentity whether it belongs to the one device, so that twins differ in it and copies do not take it
 * @param unique rule that two equal values in one table, or on channels of one kind, break; null when they may be equal
 * @param limitOf column that names the channel whose value this is a limit of; empty text when it is none
 * @param shared what all devices of a site have in common and this setting gives; null for nothing
 */
public record Traits(
        Effect effect,
        String since,
        String licence,
        AccessRole access,
        boolean isExpert,
        Domain domain,
        boolean isIdentity,
        Rule unique,
        String limitOf,
        Shared shared) {
    /** What devices of a site have in common. */
    public enum Shared {
        RATED_FREQUENCY,
        REGION
    }

    /** What most settings have. */
    public static final Traits ORDINARY =
            new Traits(Effect.NONE, "", "", AccessRole.ENGINEER, false, null, false, null, "", null);
}
