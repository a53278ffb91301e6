package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;

/** Writes findings for people and for programs. */
final class Findings {
    private Findings() {}

    static List<String> lines(List<Finding> findings, Paint paint) {
        List<String> lines = new ArrayList<>();
        for (Finding finding : findings) {
            Severity severity = finding.severity();
            lines.add(paint.severity(severity, severity.word()) + " "
                    + paint.strong(finding.rule().id()) + "  " + finding.position());
            lines.add("  " + finding.message());
            lines.add("  " + paint.faint("mend: ") + finding.remedy());
        }
        return lines;
    }

    static List<Object> json(List<Finding> findings) {
        List<Object> rows = new ArrayList<>();
        for (Finding finding : findings) {
            rows.add(Json.object(
                    "rule", finding.rule().id(),
                    "severity", finding.severity().word(),
                    "subject", finding.subject(),
                    "position", finding.position(),
                    "message", finding.message(),
                    "remedy", finding.remedy()));
        }
        return rows;
    }

    /** Returns a sentence such as {@code 2 errors, 1 warning}. */
    static String summary(List<Finding> findings) {
        List<String> words = new ArrayList<>();
        for (Severity severity : Severity.values()) {
            long count = findings.stream()
                    .filter(finding -> finding.severity() == severity)
                    .count();
            if (count > 0) {
                words.add(Command.count(count, severity.word()));
            }
        }
        return words.isEmpty() ? "no findings" : String.join(", ", words);
    }
}
