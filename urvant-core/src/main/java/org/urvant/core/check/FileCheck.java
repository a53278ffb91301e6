package org.urvant.core.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import org.urvant.core.finding.Finding;
import org.urvant.core.scl.FileKind;
import org.urvant.core.scl.SclCheck;
import org.urvant.core.scl.SclFile;

/** Checks an SCL file before it is imported: in itself, and for a station's file its IEDs against each other. */
public final class FileCheck {
    private FileCheck() {}

    /** Returns what was found, sorted: at most {@value SclCheck#MOST} findings. */
    public static SclCheck.Result check(SclFile file) {
        return check(file, Runnable::run);
    }

    /** Returns what was found; a part of the work may be done by the executor. */
    public static SclCheck.Result check(SclFile file, Executor executor) {
        SclCheck.Result alone = SclCheck.check(file, ied -> true, executor);
        List<Finding> findings = new ArrayList<>(alone.findings());
        Set<String> unsound = new HashSet<>(alone.unsoundIeds());
        if (file.kind() == FileKind.SCD) {
            unsound.addAll(RelayCheck.check(file.ieds(), findings::add));
        }
        List<Finding> sorted = findings.stream().sorted().toList();
        int listed = Math.min(SclCheck.MOST, sorted.size());
        return new SclCheck.Result(sorted.subList(0, listed), alone.unlisted() + sorted.size() - listed, unsound);
    }
}
