package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Severity;

/** Writes findings for people and for programs: those of one rule together, the gravest first. */
final class Findings {
    private static final int FEW = 4;

    private Findings() {}

    /**
     * Returns the findings as lines.
     *
     * @param all whether to show every finding; otherwise a few of each rule, and how many more there are
     */
    static List<String> lines(List<Finding> findings, Session session, boolean all) {
        Paint paint = session.paint();
        List<String> lines = new ArrayList<>();
        for (Severity severity : Severity.values()) {
            if (severity == Severity.NOTE && !all) {
                notes(findings, session, lines);
                continue;
            }
            Map<Rule, List<Finding>> groups = new TreeMap<>();
            findings.stream()
                    .filter(finding -> finding.severity() == severity && !finding.isMuted())
                    .forEach(finding -> groups.computeIfAbsent(finding.rule(), rule -> new ArrayList<>())
                            .add(finding));
            groups.forEach((rule, group) -> group(rule, group, session, all, lines));
        }
        findings.stream()
                .filter(Finding::isMuted)
                .forEach(finding -> lines.add(paint.faint("muted " + finding.place() + ": " + finding.muted())));
        return lines;
    }

    /** Notes are counted, so that what has to be mended stays in sight. */
    private static void notes(List<Finding> findings, Session session, List<String> lines) {
        Map<Rule, Integer> counts = new TreeMap<>();
        findings.stream()
                .filter(finding -> finding.severity() == Severity.NOTE && !finding.isMuted())
                .forEach(finding -> counts.merge(finding.rule(), 1, Integer::sum));
        if (!counts.isEmpty()) {
            List<String> words = new ArrayList<>();
            counts.forEach((rule, count) -> words.add(rule.id() + (count == 1 ? "" : " ×" + count)));
            String line = session.paint().severity(Severity.NOTE, "notes") + " " + String.join(", ", words)
                    + "; --all shows them";
            lines.addAll(wrapped(line, session.width()));
        }
    }

    private static void group(Rule rule, List<Finding> group, Session session, boolean all, List<String> lines) {
        Paint paint = session.paint();
        String number = group.size() == 1 ? "" : "  ×" + group.size();
        lines.add(paint.severity(rule.severity(), rule.severity().word()) + " " + paint.strong(rule.id()) + number);
        boolean sameRemedy = group.stream().map(Finding::mend).distinct().count() == 1;
        int shown = all ? group.size() : Math.min(FEW, group.size());
        for (Finding finding : group.subList(0, shown)) {
            lines.addAll(wrapped("  " + finding.position() + "  " + finding.message(), session.width()));
            if (!sameRemedy) {
                remedy(Steps.text(finding.mend()), session, lines);
            }
            if (all) {
                finding.typeRule().ifPresent(place -> lines.add("    " + paint.faint("rule: ") + place));
            }
        }
        if (shown < group.size()) {
            lines.add("  … and " + (group.size() - shown) + " more; --all shows them");
        }
        if (sameRemedy) {
            remedy(Steps.text(group.get(0).mend()), session, lines);
        }
    }

    private static void remedy(String remedy, Session session, List<String> lines) {
        List<String> wrapped = wrapped("    mend: " + remedy, session.width());
        lines.add(wrapped.get(0).replace("mend: ", session.paint().faint("mend: ")));
        lines.addAll(wrapped.subList(1, wrapped.size()));
    }

    /** Breaks a line between words so that it fits; what follows is set in by four more. */
    static List<String> wrapped(String line, int width) {
        List<String> lines = new ArrayList<>();
        String indent = " ".repeat(line.length() - line.stripLeading().length() + 4);
        String rest = line;
        while (rest.length() > width) {
            int at = rest.lastIndexOf(' ', width);
            if (at <= indent.length()) {
                break;
            }
            lines.add(rest.substring(0, at));
            rest = indent + rest.substring(at + 1);
        }
        lines.add(rest);
        return lines;
    }

    static List<Object> json(List<Finding> findings) {
        List<Object> rows = new ArrayList<>();
        for (Finding finding : findings) {
            rows.add(Json.object(
                    "rule", finding.rule().id(),
                    "severity", finding.severity().word(),
                    "subject", finding.subject(),
                    "about",
                            finding.about().stream().map(Ref::toString).sorted().toList(),
                    "position", finding.position(),
                    "message", finding.message(),
                    "remedy", finding.remedy(),
                    "steps", Steps.json(finding.mend()),
                    "muted", finding.isMuted() ? finding.muted() : null,
                    "typeRule", finding.typeRule().orElse(null)));
        }
        return rows;
    }

    /** Returns a sentence such as {@code 2 errors, 1 warning}. */
    static String summary(List<Finding> findings) {
        List<String> words = new ArrayList<>();
        for (Severity severity : Severity.values()) {
            long count = findings.stream()
                    .filter(finding -> finding.severity() == severity && !finding.isMuted())
                    .count();
            if (count > 0) {
                words.add(Command.count(count, severity.word()));
            }
        }
        long muted = findings.stream().filter(Finding::isMuted).count();
        if (muted > 0) {
            words.add(muted + " muted");
        }
        return words.isEmpty() ? "no findings" : String.join(", ", words);
    }
}
