package org.urvant.project;

import java.util.List;
import java.util.function.Supplier;
import org.urvant.core.finding.Finding;

/** What was found before in what has not changed since. */
@FunctionalInterface
public interface Recall {
    /** Recalls nothing: everything is found anew. */
    Recall NOTHING = (what, check) -> check.get();

    /**
     * Returns what a check finds: as it was found before, else found now and kept for later.
     *
     * @param what which check of what is recalled; its findings rest on nothing else
     * @param check finds it
     */
    List<Finding> of(String what, Supplier<List<Finding>> check);
}
