package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.FewDigits;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;

/**
 * What was seen at the points of a test sheet, held against what must be seen.
 *
 * @param sheet the sheet
 * @param points each point with its verdict, in the order of the sheet
 * @param findings results that belong to no point, or cannot be read
 */
public record TestResults(TestSheet sheet, List<Judged> points, List<Finding> findings) {
    /** What four digits leave open. */
    private static final double SHOWN = 0.0005;

    public TestResults {
        points = List.copyOf(points);
        findings = List.copyOf(findings);
    }

    /** What became of a point. */
    public enum Verdict {
        PASSED,
        FAILED,
        OPEN
    }

    /**
     * A point with its verdict.
     *
     * @param seen what was seen, in words; empty text for nothing
     */
    public record Judged(TestPoint point, String seen, Verdict verdict) {}

    /**
     * A result as a person filled it in.
     *
     * @param device name of the device that was tested
     * @param group number of its setting group
     * @param stage name of the stage
     * @param tried what was tried, as the sheet says it
     * @param injection what was to be injected, as the sheet says it
     * @param expected what the sheet says must be seen; empty text when it does not say it
     * @param seen whether it operated, and the time that was measured
     */
    public record Filled(
            String device,
            String group,
            String stage,
            String tried,
            String injection,
            String expected,
            Seen seen,
            Position position) {}

    /** What was seen: yes or no, and a time in s or with its unit; empty texts for nothing. */
    public record Seen(String operated, String time) {
        /** Returns whether nothing is filled in. */
        public boolean isEmpty() {
            return operated.isEmpty() && time.isEmpty();
        }
    }

    /** Judges results; a point without one stays open. */
    public static TestResults of(TestSheet sheet, List<Filled> filled) {
        Map<String, Filled> byPoint = new LinkedHashMap<>();
        List<Finding> findings = new ArrayList<>();
        for (Filled each : filled) {
            Filled other = each.seen().isEmpty() ? null : byPoint.putIfAbsent(key(each.stage(), each.tried()), each);
            if (other != null) {
                findings.add(finding(
                        sheet,
                        each,
                        "a second result of " + each.stage() + " " + each.tried() + "; the first stands in row "
                                + other.position().line(),
                        "Keep one of the two."));
            }
        }
        List<Judged> points = new ArrayList<>();
        for (TestPoint point : sheet.points()) {
            Filled each = byPoint.remove(key(point.stage(), point.tried()));
            points.add(each == null ? new Judged(point, "", Verdict.OPEN) : judged(sheet, point, each, findings));
        }
        byPoint.values()
                .forEach(rest -> findings.add(finding(
                        sheet,
                        rest,
                        "the sheet of " + sheet.device() + " has no point '" + rest.stage() + " " + rest.tried() + "'",
                        "Write the sheet anew, and fill that one in.")));
        return new TestResults(sheet, points, findings);
    }

    private static String key(String stage, String tried) {
        return stage + " " + tried;
    }

    private static Judged judged(TestSheet sheet, TestPoint point, Filled filled, List<Finding> findings) {
        boolean isOther = !filled.device().equals(sheet.device())
                || !filled.group().equals(String.valueOf(sheet.group()))
                || !filled.injection().equals(point.injection().text());
        if (isOther) {
            findings.add(finding(
                    sheet,
                    filled,
                    "the result is of " + filled.device() + ", setting group " + filled.group() + ", at "
                            + filled.injection() + "; the settings now want " + sheet.device() + ", setting group "
                            + sheet.group() + ", at " + point.injection().text(),
                    "Test again with a sheet of the settings as they are now."));
            return new Judged(point, "", Verdict.OPEN);
        }
        if (!filled.expected().isEmpty() && !isSame(filled.expected(), expected(point))) {
            findings.add(finding(
                    sheet,
                    filled,
                    "the sheet says '" + filled.expected() + "' of " + point.stage() + " " + point.tried()
                            + "; the settings now want '" + expected(point) + "'",
                    "Test again with a sheet of the settings as they are now."));
            return new Judged(point, "", Verdict.OPEN);
        }
        String word = filled.seen().operated();
        Optional<Double> seconds = seconds(filled.seen().time());
        boolean isWord = word.isEmpty() || word.equals("yes") || word.equals("no");
        if (!isWord
                || seconds.isEmpty() && !filled.seen().time().isEmpty()
                || word.equals("no") && seconds.isPresent()) {
            findings.add(finding(
                    sheet,
                    filled,
                    "'" + (word + " " + filled.seen().time()).strip() + "' is no result",
                    "Write yes or no at operated, and at measured a time in s where it operated."));
            return new Judged(point, "", Verdict.OPEN);
        }
        boolean hasOperated = word.equals("yes") || seconds.isPresent();
        if (hasOperated && point.expected().isTimed() && seconds.isEmpty()) {
            findings.add(
                    finding(sheet, filled, "it operated, and no time is given", "Write the time that was measured."));
            return new Judged(point, "", Verdict.OPEN);
        }
        String seen = (hasOperated ? "operated" : "did not operate")
                + seconds.map(time -> " after " + new Amount(BigDecimal.valueOf(time), Unit.SECOND).text())
                        .orElse("");
        return new Judged(point, seen, point.passes(hasOperated, seconds) ? Verdict.PASSED : Verdict.FAILED);
    }

    /** A spreadsheet may write a number with other digits behind the point. */
    private static boolean isSame(String one, String other) {
        Optional<Double> first = seconds(one);
        Optional<Double> second = seconds(other);
        return first.isPresent() && second.isPresent()
                ? Math.abs(first.get() - second.get()) <= SHOWN * Math.max(first.get(), second.get())
                : one.equals(other);
    }

    private static Optional<Double> seconds(String text) {
        return Amount.parse(text)
                .filter(amount -> amount.number().signum() >= 0)
                .filter(amount -> amount.unit() == null || amount.unit().dimension() == Unit.SECOND.dimension())
                .map(amount -> amount.in(Unit.SECOND));
    }

    private static Finding finding(TestSheet sheet, Filled filled, String message, String remedy) {
        return new Finding(GeneralRules.FILE_MALFORMED, sheet.device(), filled.position(), message, remedy)
                .concerning(Ref.device(sheet.device()));
    }

    /** Returns a number as sheets have it, with four digits; empty text for none. */
    public static String text(double number) {
        return Double.isNaN(number) ? "" : FewDigits.of(number);
    }

    /** Returns what must be seen at a point, in words: a time in s, or whether it starts. */
    public static String expected(TestPoint point) {
        if (!point.isPossible()) {
            return "not tested";
        }
        return point.expected().isTimed()
                ? text(point.expected().seconds())
                : point.expected().outcome().text();
    }

    /** Returns how many points have a verdict. */
    public long count(Verdict verdict) {
        return points.stream()
                .filter(each -> each.verdict() == verdict && each.point().isPossible())
                .count();
    }
}
