package org.urvant.report.page;

import java.util.Optional;
import org.urvant.project.check.Retest;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.setting.TestResults;

/**
 * What is known of a device beside its settings, for its review.
 *
 * @param results what was seen when it was tested; empty when that is not shown
 * @param retest what must be tested again since it was signed off; empty when that is not known
 * @param changes values that differ from what was downloaded, or saved; empty when that is not known
 */
public record Seen(Optional<TestResults> results, Optional<Retest> retest, Optional<ChangedValues> changes) {
    /** Nothing is known. */
    public static final Seen NOTHING = new Seen(Optional.empty(), Optional.empty(), Optional.empty());
}
