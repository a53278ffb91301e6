package org.urvant.project.check;

import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Ref;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Grading;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.SiteGrading;

/** Holds the times of bays against those of the bays that feed them. */
final class GradingCheck {
    private GradingCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        SiteGrading grading = SiteGrading.of(project);
        for (SiteGrading.Wrong wrong : grading.mistakes()) {
            findings.accept(new Finding(
                            wrong.kind() == SiteGrading.Wrong.Kind.UNKNOWN_BAY
                                    ? GeneralRules.UNKNOWN_REFERENCE
                                    : SiteRules.FEEDING_WRONG,
                            "bay " + wrong.bay() + " feeding",
                            wrong.position(),
                            wrong.message(),
                            wrong.remedy())
                    .concerning(about(project.bays().get(wrong.bay()))));
        }
        for (SiteGrading.Pair pair : grading.pairs()) {
            String subject = "bay " + pair.bay() + " feeding " + pair.kind().word();
            Set<Ref> about = Stream.concat(
                            Stream.of(Ref.bay(pair.bay()), Ref.bay(pair.feeder())),
                            pair.names().devices().stream().map(Ref::device))
                    .collect(Collectors.toUnmodifiableSet());
            if (!pair.isJudged()) {
                findings.accept(new Finding(
                                SiteRules.NOT_GRADED,
                                subject,
                                pair.position(),
                                "bays " + pair.bay() + " and " + pair.feeder() + " are not held against each other: "
                                        + pair.reason(),
                                SiteRules.NOT_GRADED.remedy())
                        .concerning(about));
            } else if (!pair.isSeen()) {
                findings.accept(new Finding(
                                SiteRules.FAULT_NOT_SEEN,
                                subject,
                                pair.position(),
                                "at a " + pair.kind().word() + " fault of " + DeviceCurve.text(pair.level())
                                        + " A behind bay " + pair.bay() + ", no stage of it operates, and none of bay "
                                        + pair.feeder(),
                                SiteRules.FAULT_NOT_SEEN.remedy())
                        .concerning(about));
            } else if (pair.isTooShort()) {
                findings.accept(new Finding(
                                SiteRules.MARGIN_TOO_SHORT,
                                subject,
                                pair.position(),
                                message(pair),
                                SiteRules.MARGIN_TOO_SHORT.remedy())
                        .concerning(about));
            }
        }
    }

    /** What is wrong with a bay concerns its devices. */
    private static Set<Ref> about(Bay bay) {
        return Stream.concat(
                        Stream.of(Ref.bay(bay.name())),
                        bay.devices().stream().map(Entry::text).map(Ref::device))
                .collect(Collectors.toUnmodifiableSet());
    }

    private static String message(SiteGrading.Pair pair) {
        Grading.Narrowest found = pair.narrowest().orElseThrow();
        String up = found.up().name() + " operates after "
                + DeviceCurve.text(found.up().seconds()) + " s";
        String fault = "at a " + pair.kind().word() + " fault of " + DeviceCurve.text(found.current())
                + " A behind bay " + pair.bay() + ", ";
        return found.down()
                .map(down -> fault + down(down) + " and " + up + ": " + DeviceCurve.text(found.margin())
                        + " s between them; " + DeviceCurve.text(pair.margin()) + " s are needed")
                .orElse(fault + up + ", and no device of the bay itself operates");
    }

    private static String down(Curve.Operation down) {
        return down.name() + " operates after " + DeviceCurve.text(down.seconds()) + " s";
    }
}
