package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.UnknownNameException;
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
        description = "Compare two of anything as a tree of differences: devices, setting groups, bays, sites, lists of"
                + " points, SCL files, configurations; with one device named, what it runs with what the project says.",
        footer = {
            "",
            "A side is a device (the project's), a state of one (DEVICE@live is what it runs; @saved, @downloaded,"
                    + " @signed-off; @backup is what the last download replaced), a part of one (F11:group.1, GW1:mappings), a bay (bay:F11 where a device has"
                    + " its name), a list of points, an SCL file, a configuration's file, or the folder of a site.",
            "Two devices are expected to differ in what belongs to the one device: names, addresses. More is expected by"
                    + " 'expected-differences' in the conventions of the project.",
            "Differences are taken over in the direction that you choose: --into names the side that follows.",
            "Examples: urvant compare GW1",
            "          urvant compare F11 F12 --out F11-F12.html",
            "          urvant compare F11 F12 --take 'settings.group.1.*' --into F12",
            "          urvant compare F11 F12 --accept '*.pick-up' --reason 'shorter cable'",
            "          urvant compare F11:group.1 F11:group.2",
            "          urvant compare old.scd new.scd",
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
            description = "Write the differences to a page (.html) or a table (.xlsx, .csv).")
    private String file;

    @Option(
            names = "--take",
            paramLabel = "PATTERN",
            description = "Paths of differences to take over into --into, such as '*.overcurrent.*'; several times.")
    private List<String> take = new ArrayList<>();

    @Option(
            names = "--into",
            paramLabel = "SIDE",
            description = "The side, one of the two named, that becomes like the other one in what is taken.")
    private String into;

    @Option(
            names = "--accept",
            paramLabel = "PATTERN",
            description = "Paths of differences that are as wanted; kept with the site until a value changes.")
    private List<String> accept = new ArrayList<>();

    @Option(names = "--reason", paramLabel = "TEXT", description = "Why they are; without it they are open again.")
    private String reason;

    @Mixin
    private Consent consent;

    @Mixin
    private DeviceAccess access;

    CompareCommand(Session session) {
        super(session);
        this.consent = new Consent();
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        expectation.mistake().ifPresent(mistake -> {
            throw wrongUse(mistake);
        });
        if (take.isEmpty() != (into == null)) {
            throw wrongUse("--take says what is taken over, and --into into which side; give both");
        }
        if (!take.isEmpty() && !accept.isEmpty()) {
            throw wrongUse("a difference is taken over or accepted, not both");
        }
        if (reason != null && accept.isEmpty()) {
            throw wrongUse("--reason is the reason of --accept; say what is accepted");
        }
        ProjectFolder folder = changing(!take.isEmpty() || !accept.isEmpty());
        Project project = folder.load();
        Sides sides = new Sides(this, access, folder, project);
        sides.assume(protocol);
        String is = right == null && !left.endsWith(LIVE) ? left + LIVE : left;
        String wanted = right == null ? left.replace(LIVE, "") : right;
        List<Sides.Named> pair = sides.pair(is, wanted);
        Map<String, String> aims = pairs("--name", names);
        boolean isBack = !take.isEmpty() && into.equals(pair.get(0).name());
        Sides.Named first =
                isBack ? pair.get(0) : pair.get(0).renamed(aims); // names are those of the side that follows
        Sides.Named second = isBack ? pair.get(1).renamed(turned(aims)) : pair.get(1);
        List<String> expected = expectation.of(project, first, second);
        if (!take.isEmpty()) {
            return takeOver(folder, project, first, second, expected);
        }
        Comparison comparison = during("comparing", () -> first.against(second, expected));
        Project accepted = project;
        if (!accept.isEmpty()) {
            accepted = Accepted.accept(
                    project,
                    first.tree(),
                    second.tree(),
                    comparison,
                    accept,
                    Optional.ofNullable(reason).orElse(""));
            if (!dryRun) {
                folder.save(project, accepted);
            }
        }
        ComparisonView view =
                new ComparisonView(this, first, second, comparison, first.accepted(accepted, second, comparison));
        view.say(Optional.ofNullable(file));
        if (!comparison.isEqual() && right == null) {
            next("urvant download " + wanted);
        }
        return view.isSettled() ? Exit.DONE : Exit.DIFFERENT;
    }

    private Map<String, String> turned(Map<String, String> aims) {
        Map<String, String> turned = new TreeMap<>();
        aims.forEach((left, right) -> {
            if (turned.put(right, left) != null) {
                throw wrongUse("--name makes two names " + right + "; that has no way back");
            }
        });
        return turned;
    }

    private int takeOver(
            ProjectFolder folder, Project project, Sides.Named first, Sides.Named second, List<String> expected) {
        if (!into.equals(first.name()) && !into.equals(second.name())) {
            throw new UnknownNameException("side", into, List.of(first.name(), second.name()));
        }
        boolean isFirst = into.equals(first.name());
        TakingOver plan = TakingOver.plan(
                project, (isFirst ? first : second).tree(), (isFirst ? second : first).tree(), expected, take);
        new TakingOverView(this).say(plan);
        if (plan.taken().isEmpty()) {
            return Exit.DIFFERENT;
        }
        if (!dryRun) {
            consent.ask("Take " + (plan.taken().size() == 1 ? "this" : "these") + " over?", "nothing was changed");
            folder.carryOut(Change.of(project, plan.after()).keepingOld());
            say("took over " + count(plan.taken().size(), "difference") + " into " + into);
            next("urvant compare " + left + (right == null ? "" : " " + right));
        }
        return plan.left().isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }
}
