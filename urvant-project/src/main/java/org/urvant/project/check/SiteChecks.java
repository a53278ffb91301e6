package org.urvant.project.check;

import static org.urvant.core.finding.Ref.Kind.BAY;
import static org.urvant.core.finding.Ref.Kind.CHANNEL;
import static org.urvant.core.finding.Ref.Kind.CONNECTION;
import static org.urvant.core.finding.Ref.Kind.DEVICE;
import static org.urvant.core.finding.Ref.Kind.IED;
import static org.urvant.core.finding.Ref.Kind.LIST;
import static org.urvant.core.finding.Ref.Kind.PROGRAM;
import static org.urvant.core.finding.Ref.Kind.ROW;
import static org.urvant.core.finding.Ref.Kind.SIGNAL;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.ForkJoinPool;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.project.Project;
import org.urvant.scl.RelayCheck;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.SclRules;

/** The checks of this room. */
public final class SiteChecks implements CheckRoom {
    private static final Set<Ref.Kind> VALUES = EnumSet.of(DEVICE, CHANNEL, ROW, CONNECTION);
    private static final Set<Ref.Kind> RELAYS = EnumSet.of(IED, SIGNAL);

    /** Made when a site is first checked. */
    public SiteChecks() {}

    @Override
    public List<SiteCheck> checks() {
        return List.of(
                SiteCheck.ofEachOwn("values", with(VALUES, IED), ValueCheck::check),
                SiteCheck.ofEachDevice("mappings", with(VALUES, IED, SIGNAL, LIST), MappingCheck::check),
                SiteCheck.ofEachDevice("programs", with(VALUES, PROGRAM), LogicCheck::check),
                SiteCheck.ofEachDevice("past", with(VALUES, PROGRAM, IED, SIGNAL, LIST), PastCheck::check),
                SiteCheck.of("network", with(VALUES, IED), NetworkCheck::check),
                SiteCheck.of("alike", with(VALUES, IED), SiteWideCheck::check),
                SiteCheck.of("levels", with(VALUES, IED), LevelCheck::check),
                SiteCheck.of("transformers", with(VALUES, IED), TransformerNodeCheck::check),
                SiteCheck.of("buses", with(VALUES, LIST), BusCheck::check),
                SiteCheck.of("lists", with(VALUES, LIST), ListCheck::check),
                SiteCheck.of("bays", with(VALUES, BAY), BayCheck::check),
                SiteCheck.of("bay-texts", with(VALUES, BAY), BayTextCheck::check),
                SiteCheck.of("grading", with(VALUES, BAY), GradingCheck::check),
                SiteCheck.ofFiles("files", RELAYS, SiteChecks::files),
                SiteCheck.ofFiles(
                        "relays",
                        RELAYS,
                        (project, findings) -> RelayCheck.check(project.ieds(), project.copies(), findings)),
                SiteCheck.of("clients", with(VALUES, IED, SIGNAL), ReportClientCheck::check));
    }

    private static Set<Ref.Kind> with(Set<Ref.Kind> kinds, Ref.Kind... more) {
        Set<Ref.Kind> all = EnumSet.copyOf(kinds);
        all.addAll(List.of(more));
        return all;
    }

    private static void files(Project project, Consumer<Finding> findings) {
        for (SclFile file : project.sources()) {
            Executor beside =
                    file.elementCount() > ProjectCheck.MANY_ELEMENTS ? ForkJoinPool.commonPool() : Runnable::run;
            SclCheck.Result result =
                    SclCheck.check(file, ied -> !project.unwanted(file).contains(ied), beside);
            result.findings().forEach(findings);
            if (result.unlisted() > 0) {
                findings.accept(new Finding(
                        SclRules.MORE_FINDINGS,
                        "sources " + file.name(),
                        Position.in(file.source()),
                        result.unlisted() + " more findings are not listed, each like some that are",
                        SclRules.MORE_FINDINGS.remedy()));
            }
        }
    }
}
