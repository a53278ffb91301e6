package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Finding;

/**
 * What is said of a project beside its content.
 *
 * @param muted reasons by rule and subject of findings that a person muted
 * @param accepted what a person said of differences between two sides that are as wanted, by the sides and the path
 * @param findings what was wrong in the project's files when they were read
 */
public record Remarks(SortedMap<String, String> muted, SortedMap<String, String> accepted, List<Finding> findings) {
    /** Nothing is said. */
    public static final Remarks NONE = new Remarks(new TreeMap<>(), new TreeMap<>(), List.of());

    public Remarks {
        muted = Collections.unmodifiableSortedMap(new TreeMap<>(muted));
        accepted = Collections.unmodifiableSortedMap(new TreeMap<>(accepted));
        findings = List.copyOf(findings);
    }

    /** Returns the same with a finding muted; an empty reason unmutes it. */
    public Remarks withMuted(String place, String reason) {
        SortedMap<String, String> others = new TreeMap<>(muted);
        if (reason.isEmpty()) {
            others.remove(place);
        } else {
            others.put(place, reason);
        }
        return withMuted(others);
    }

    /** Returns the same with other findings muted. */
    public Remarks withMuted(SortedMap<String, String> others) {
        return new Remarks(others, accepted, findings);
    }

    /** Returns the same with other differences accepted. */
    public Remarks withAccepted(SortedMap<String, String> others) {
        return new Remarks(muted, others, findings);
    }
}
