package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.compare.Comparison;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.TakingOver;
import org.urvant.project.compare.Accepted;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "compare",
        description =
                "Compare two of anything as a tree of differences: devices, setting groups, bays, sites, lists of points, SCL files, configurations; with one device named, what it runs with what the project says.",
        footer = {
            "",
            "A side is a device (the project's), a state of one (DEVICE@live is what it runs; @saved, @downloaded, @signed-off; @backup is what the last download replaced), a part of one (F11:group.1, GW1:mappings), a bay (bay:F11 where a device has its name), a list of points, an SCL file, a configuration's file, or the folder of a site.",
            "Two devices are expected to differ in what belongs to the one device: names, addresses. More is expected by 'expected-differences' in the conventions of the project.",
            "Differences are taken over in the direction that you choose: --into names the side that follows.",
            "Examples: urvant compare GW1",
            "          urvant compare F11 F12 --out F11-F12.html",
            "          urvant compare F11 F12 --take 'settings.group.1.*' --into F12",
            "          urvant compare F11 F12 --accept '*.pick-up' --reason 'shorter cable'",
            "          urvant compare old.scd new.scd",
            "          urvant compare old.scd new.scd --take 'ieds.F01.*' --into old.scd --out merged.scd",
            "          urvant compare . ../last-year"
        })
final class CompareCommand extends ChangingCommand {
    private static final String LIVE = "@live";

    @Parameters(index = "0", paramLabel = "LEFT", description = "What is.")
    private String left;

    @Parameters(index = "1", arity = "0..1", paramLabel = "RIGHT", description = "What is wanted.")
    private String right;

    @Mixin
    private Expectation expectation = new Expectation();

    @Option(
            names = "--name",
            paramLabel = "LEFT=RIGHT",
            description = "A name in the texts of the left side that is another one on the right: F11=F12.")
    private List<String> names = new ArrayList<>();

    @Option(names = "--protocol", paramLabel = "ID", description = "Protocol of lists of points in files.")
    private String protocol;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description =
                    "Write the differences to a page (.html) or a table (.xlsx, .csv); with --take, the SCL file that comes of it.")
    private String file;

    @Mixin
    private TakeOptions take = new TakeOptions();

    @Mixin
    private AcceptOptions accept = new AcceptOptions();

    @Mixin
    private Consent consent = new Consent();

    @Mixin
    private DeviceAccess access = new DeviceAccess();

    CompareCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        apart("--take", "--accept");
        expectation.mistake().or(take::mistake).or(accept::mistake).ifPresent(mistake -> {
            throw wrongUse(mistake);
        });
        Optional<List<Sides.Named>> files = accept.isAsked() ? Optional.empty() : Sides.outside(this, left, right);
        if (files.isPresent()) {
            List<Sides.Named> both = files.get();
            if (take.isAsked()) {
                return new SclTake(this, both, side -> session.path(side.name())).run(take, file, dryRun);
            }
            Comparison found = during("comparing", () -> both.get(0).against(both.get(1), expectation.given()));
            return say(both.get(0), both.get(1), found, new Accepted(new TreeMap<>()));
        }
        ProjectFolder folder = changing(take.isAsked() || accept.isAsked());
        Project project = folder.load();
        Sides sides = new Sides(this, access, folder, project);
        sides.assume(protocol);
        String is = right == null && !left.endsWith(LIVE) ? left + LIVE : left;
        String wanted = right == null ? left.replace(LIVE, "") : right;
        List<Sides.Named> pair = sides.pair(is, wanted);
        Map<String, String> aims = renames(names);
        Sides.Named second = pair.get(1);
        if (take.isAsked() && pair.stream().allMatch(side -> side.file().isPresent())) {
            return new SclTake(this, pair, sides::path).run(take, file, dryRun);
        }
        if (take.isAsked()) { // names are those of the side that follows
            boolean isBack = take.into().equals(pair.get(0).name());
            return takeOver(folder, project, pair.get(0), second, isBack ? sides.turned(aims) : aims);
        }
        Sides.Named first = pair.get(0).renamed(project, aims);
        List<String> expected = expectation.of(project, first, second);
        Comparison comparison = during("comparing", () -> first.against(second, expected));
        expectation.idle(comparison).forEach(this::note);
        Project accepted = project;
        if (accept.isAsked()) {
            accepted = accept.of(project, first, second, comparison);
            if (!dryRun) {
                folder.save(project, accepted);
            }
        }
        int outcome = say(first, second, comparison, first.accepted(accepted, second, comparison));
        if (!comparison.isEqual()) {
            sides.following(first, second, right == null, !names.isEmpty()).ifPresent(this::next);
        }
        return outcome;
    }

    private int say(Sides.Named first, Sides.Named second, Comparison comparison, Accepted accepted) {
        ComparisonView view = new ComparisonView(this, first, second, comparison, accepted);
        view.say(Optional.ofNullable(file));
        return view.isSettled() ? Exit.DONE : Exit.DIFFERENT;
    }

    private int takeOver(
            ProjectFolder folder, Project project, Sides.Named first, Sides.Named second, Map<String, String> called) {
        TakingOver plan = take.plan(project, first, second, expectation.of(project, first, second), called);
        new TakingOverView(this).say(plan);
        if (plan.taken().isEmpty()) {
            return Exit.DIFFERENT;
        }
        if (!dryRun) {
            consent.ask("Take " + (plan.taken().size() == 1 ? "this" : "these") + " over?", "nothing was changed");
            folder.carryOut(Change.of(project, plan.after()).keepingOld());
            say("took over " + count(plan.taken().size(), "difference") + " into " + take.into());
            next("urvant compare " + left + (right == null ? "" : " " + right));
        }
        return plan.left().isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }
}
