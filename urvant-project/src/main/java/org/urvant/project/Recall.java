package org.urvant.project;

import java.util.List;
import java.util.function.Supplier;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Cores;

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

    /**
     * One of many things that are checked for themselves.
     *
     * @param name its name among them
     * @param state all that its findings rest on but imported files and device types: another text when any of it is other
     * @param check finds them; may be called by several threads, each for another thing
     */
    record Part(String name, Supplier<String> state, Supplier<List<Finding>> check) {}

    /** Returns what a check finds in each of many things, in their order; only those that changed are looked at. */
    default List<List<Finding>> ofEach(String what, List<Part> parts) {
        return Cores.map(parts, part -> part.check().get());
    }
}
