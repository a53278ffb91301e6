package org.urvant.scl;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
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
        FindingSieve among = new FindingSieve();
        CompletableFuture<Set<String>> wrong = file.kind() == FileKind.SCD
                ? CompletableFuture.supplyAsync(
                        () -> RelayCheck.check(file.ieds(), finding -> among.add(finding, finding.subject())), executor)
                : CompletableFuture.completedFuture(Set.of());
        SclCheck.Result alone = SclCheck.check(file, ied -> true, executor);
        Set<String> unsound = new HashSet<>(wrong.join());
        unsound.addAll(alone.unsoundIeds());
        List<Finding> sorted = Stream.concat(alone.findings().stream(), among.kept().stream())
                .sorted()
                .toList();
        return new SclCheck.Result(sorted, alone.unlisted() + among.unlisted(), unsound);
    }
}
