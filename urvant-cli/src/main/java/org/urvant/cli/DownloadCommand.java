package org.urvant.cli;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.transfer.Transfer;
import org.urvant.devices.transfer.UnitCheck;
import org.urvant.devices.transfer.Verification;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.DownloadCheck;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "download",
        description =
                "Put the project's configuration on a device: check, identity, plan with its effects, backup, staging,"
                        + " activation, restart if one is needed, read-back.",
        footer = {"", "Examples: urvant download GW1 --plan", "          urvant download GW1 --yes"})
final class DownloadCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--plan", description = "Only say what would change and what it causes; nothing is sent.")
    private boolean planOnly;

    @Option(names = "--set-clock", description = "Set the device's clock from this computer, too.")
    private boolean setClock;

    @Mixin
    private Consent consent;

    @Mixin
    private DeviceAccess access;

    DownloadCommand(Session session) {
        super(session);
        this.consent = new Consent();
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        List<Finding> findings = during("checking", () -> ProjectCheck.check(project, device));
        if (ProjectCheck.blocks(findings)) {
            Findings.lines(findings, session, false).forEach(this::note);
            throw new RefusedException(
                    "errors stand against " + name + "; nothing was sent",
                    "Mend them, and check again: urvant check " + name);
        }
        List<Finding> refusals = project.type(device)
                .map(type -> DownloadCheck.refusals(type, device))
                .orElse(List.of());
        if (!refusals.isEmpty()) {
            throw new RefusedException(
                    refusals.get(0).rule().id() + ": " + refusals.get(0).message(),
                    refusals.get(0).remedy(),
                    refusals.get(0).mend().steps().toArray(Step[]::new));
        }
        Configuration wanted = ConfigurationBuilder.build(project, device);
        try (DeviceAccess.Open open = access.openToWrite(this, folder, project, device)) {
            Transfer transfer = new Transfer(open.link());
            Transfer.Plan plan = transfer.plan(open.identity(), wanted);
            List<Finding> effects = effects(project.type(device).orElseThrow(), device, plan);
            Duration ahead = UnitCheck.clockAhead(open.link().clock(), session.clock());
            sayPlan(plan, effects, open.link().address(), ahead);
            if (json) {
                sayJson(json(plan, effects, open.link().address(), ahead));
            }
            if (plan.isEqual()) {
                say(paint.good("equal") + ": " + name + " runs this configuration already; nothing to do");
                return Exit.DONE;
            }
            if (planOnly) {
                next("urvant download " + name);
                return Exit.DIFFERENT;
            }
            consent.ask("Overwrite what " + name + " runs?", "nothing was sent");
            run(folder.history(name), transfer, plan, open);
            if (setClock) {
                say("clock " + ClockCommand.set(open.link(), session.clock()));
            }
            if (effects.stream().anyMatch(effect -> effect.rule() == Rule.RESTART_NEEDED)) {
                DeviceLink.Health before = open.link().condition();
                open.link().restart();
                Verification.awaitRestart(open.link(), before.since());
                say("restarted, runs again");
            }
            next("urvant verify " + name);
            return Exit.DONE;
        }
    }

    private static List<Finding> effects(DeviceType type, Device device, Transfer.Plan plan) {
        boolean signedOff = plan.present().isPresent()
                && device.record().signedOff().equals(plan.present().map(Configuration::fingerprint));
        return plan.isEqual() ? List.of() : DownloadCheck.effects(type, device, plan.comparison(), signedOff);
    }

    private void run(DeviceHistory history, Transfer transfer, Transfer.Plan plan, DeviceAccess.Open open) {
        Optional<String> backup = plan.present().map(history::keepBackup);
        backup.ifPresent(file -> say("kept what was there in " + file));
        Configuration held = transfer.run(plan, new ProgressLine(session));
        history.downloaded(
                open.identity().serial(),
                open.link().address(),
                held.fingerprint(),
                plan.present()
                        .map(Configuration::fingerprint)
                        .map(Fingerprint::hex)
                        .orElse("none"),
                backup.orElse("none"));
        say(paint.good("downloaded") + " " + held.length() + " bytes, activated, read back: equal, fingerprint "
                + held.fingerprint().brief());
    }

    private void sayPlan(Transfer.Plan plan, List<Finding> effects, String address, Duration ahead) {
        say(name + " at " + address + ": " + plan.identity().type() + ", serial "
                + plan.identity().serial() + ", firmware " + plan.identity().firmware());
        say("runs     "
                + plan.present()
                        .map(Configuration::fingerprint)
                        .map(Fingerprint::hex)
                        .orElse("no configuration"));
        say("project  " + plan.wanted().fingerprint().hex());
        Differences.lines(plan.comparison(), paint).forEach(line -> say("  " + line));
        if (!UnitCheck.isClockRight(ahead) && !setClock) {
            say(paint.warn("clock") + "    " + UnitCheck.clockText(ahead) + "; --set-clock sets it, too");
        }
        for (Finding effect : effects) {
            String id = effect.rule().id();
            List<String> lines = Findings.wrapped(id + "  " + effect.message(), session.width());
            say(lines.get(0).replaceFirst(id, paint.warn(id)));
            lines.subList(1, lines.size()).forEach(this::say);
        }
    }

    private Object json(Transfer.Plan plan, List<Finding> effects, String address, Duration ahead) {
        return Json.object(
                "device", name,
                "address", address,
                "serial", plan.identity().serial(),
                "runs",
                        plan.present()
                                .map(Configuration::fingerprint)
                                .map(Fingerprint::hex)
                                .orElse(null),
                "project", plan.wanted().fingerprint().hex(),
                "equal", plan.isEqual(),
                "clockAheadMillis", ahead.toMillis(),
                "differences", Differences.json(plan.comparison()),
                "effects", Findings.json(effects));
    }
}
