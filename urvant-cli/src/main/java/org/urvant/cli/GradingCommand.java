package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Grading;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.SiteGrading;
import org.urvant.report.plot.CurvePicture;
import org.urvant.report.plot.CurvePlot;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "grading",
        description = {
            "Hold the times of bays against those of the bays that feed them, over all fault currents up to the greatest, and"
                    + " show where the time between them is shortest.",
            "Bays, who feeds whom and fault currents stand in site.yaml."
        },
        footer = {
            "",
            "Examples: urvant grading",
            "          urvant grading F11",
            "          urvant grading F11 --out f11.png"
        })
final class GradingCommand extends Command {
    @Parameters(arity = "0..1", paramLabel = "BAY", description = "Only the bay and what feeds it.")
    private String bay;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description = "Draw the curves of a bay and of those that feed it, step by step: .png or .svg.")
    private String out;

    GradingCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        if (bay != null && !project.bays().containsKey(bay)) {
            throw new UnknownNameException("bay", bay, project.bays().keySet());
        }
        SiteGrading grading = SiteGrading.of(project);
        List<SiteGrading.Pair> pairs = grading.pairs().stream()
                .filter(pair -> bay == null || pair.bay().equals(bay))
                .toList();
        if (out != null) {
            draw(project, grading.pairs());
            return Exit.DONE;
        }
        List<SiteGrading.Wrong> wrong = grading.mistakes().stream()
                .filter(each -> bay == null || each.bay().equals(bay))
                .toList();
        boolean isSound = wrong.isEmpty() && pairs.stream().allMatch(SiteGrading.Pair::isKept);
        if (json) {
            sayJson(pairs.stream().map(GradingCommand::json).toList());
            return isSound ? Exit.DONE : Exit.DIFFERENT;
        }
        wrong.forEach(each -> say(paint.bad("bay " + each.bay() + ": " + each.message())));
        if (pairs.isEmpty() && wrong.isEmpty()) {
            say("nothing is said of what feeds " + (bay == null ? "the bays" : "bay " + bay));
            note(
                    "Write 'feeding: {from: BAY, three-phase: 8 kA}' at the bay in site.yaml; docs/protection.md shows it.");
            return Exit.DONE;
        }
        show(pairs);
        return isSound ? Exit.DONE : Exit.DIFFERENT;
    }

    private void show(List<SiteGrading.Pair> pairs) {
        Table table = new Table("bay", "fed from", "fault", "at A", "first", "then", "between", "needed", "");
        List<String> reasons = new ArrayList<>();
        for (SiteGrading.Pair pair : pairs) {
            Optional<Grading.Narrowest> found = pair.narrowest();
            table.row(
                    pair.bay(),
                    pair.feeder(),
                    pair.isJudged() ? pair.kind().word() : "–",
                    found.map(each -> DeviceCurve.text(each.current()))
                            .orElse(pair.isSeen() ? "–" : DeviceCurve.text(pair.level())),
                    found.flatMap(Grading.Narrowest::down)
                            .map(GradingCommand::words)
                            .orElse("–"),
                    found.map(each -> words(each.up())).orElse(pair.isJudged() ? "never" : "–"),
                    found.map(each -> each.down().isEmpty() ? "none" : DeviceCurve.text(each.margin()) + " s")
                            .orElse("–"),
                    DeviceCurve.text(pair.margin()) + " s",
                    pair.outcome());
            if (!pair.isJudged()) {
                reasons.add(pair.bay() + " and " + pair.feeder() + " are not judged: " + pair.reason());
            }
        }
        say(table);
        reasons.forEach(this::note);
        pairs.stream()
                .filter(SiteGrading.Pair::isTooShort)
                .findFirst()
                .ifPresent(pair -> next("urvant grading " + pair.bay() + " --out " + pair.bay() + ".png"));
    }

    private static String words(Curve.Operation operation) {
        return operation.name() + " " + DeviceCurve.text(operation.seconds()) + " s";
    }

    private void draw(Project project, List<SiteGrading.Pair> pairs) {
        if (bay == null) {
            throw new RefusedException(
                    "no bay is named whose path is to be drawn", "Name the bay farthest from the source.");
        }
        CurvePlot plot = CurvePlot.ofPath(project, bay, pairs);
        SafeFile.write(session.path(out), CurvePicture.of(out, plot));
        say("wrote " + out);
    }

    private static Object json(SiteGrading.Pair pair) {
        return Json.object(
                "bay", pair.bay(),
                "feeder", pair.feeder(),
                "fault", pair.kind().word(),
                "level", pair.level(),
                "needed", pair.margin(),
                "judged", pair.isJudged(),
                "reason", pair.reason(),
                "tooShort", pair.isTooShort(),
                "seen", pair.isSeen(),
                "current", pair.narrowest().map(Grading.Narrowest::current).orElse(null),
                "first",
                        pair.narrowest()
                                .flatMap(Grading.Narrowest::down)
                                .map(GradingCommand::words)
                                .orElse(null),
                "then", pair.narrowest().map(each -> words(each.up())).orElse(null),
                "between",
                        pair.narrowest()
                                .filter(each -> each.down().isPresent())
                                .map(Grading.Narrowest::margin)
                                .orElse(null));
    }
}
