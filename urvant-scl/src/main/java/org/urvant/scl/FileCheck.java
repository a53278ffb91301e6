package org.urvant.scl;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.stream.Stream;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.FindingSieve;

/** Checks an SCL file before it is imported: in itself, and for a station's file its IEDs against each other. */
public final class FileCheck {
    private FileCheck() {}

    /** Returns what was found, the gravest first. */
    public static SclCheck.Result check(SclFile file) {
        return check(file, Runnable::run);
    }

    /** Returns what was found; a part of the work may be done by the executor. */
    public static SclCheck.Result check(SclFile file, Executor executor) {
        SclCheck.Result alone = SclCheck.check(file, ied -> true, executor);
        FindingSieve among = new FindingSieve();
        Set<String> unsound = new HashSet<>(alone.unsoundIeds());
        if (file.kind() == FileKind.SCD) {
            unsound.addAll(RelayCheck.check(file.ieds(), finding -> among.add(finding, finding.subject())));
        }
        List<Finding> sorted = Stream.concat(alone.findings().stream(), among.kept().stream())
                .sorted()
                .toList();
        return new SclCheck.Result(sorted, alone.unlisted() + among.unlisted(), unsound);
    }
}
