package org.urvant.cli;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Finding;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.transfer.Download;
import org.urvant.devices.transfer.Transfer;
import org.urvant.devices.transfer.UnitCheck;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "download",
        description =
                "Put the project's configuration on a device: check, identity, plan with its effects, backup, staging,"
                        + " activation, restart if one is needed, read-back.",
        footer = {"", "Examples: urvant download GW1 --dry-run", "          urvant download GW1 --yes"})
final class DownloadCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--dry-run", description = "Only say what would change and what it causes; nothing is sent.")
    private boolean dryRun;

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
        Project project = load(folder);
        Device device = project.device(name);
        List<Finding> findings = during("checking", () -> ProjectCheck.check(project));
        List<Finding> own = ProjectCheck.concerning(findings, device);
        if (ProjectCheck.blocks(own)) {
            Findings.lines(own, session, false).forEach(this::note);
        }
        Download.refuse(project, findings, name); // before anybody is asked for a password
        try (DeviceAccess.Open open = access.openToWrite(this, folder, project, device)) {
            Download.Plan plan = Download.plan(folder, project, findings, name, open.link(), session.clock());
            sayPlan(plan);
            if (json) {
                sayJson(json(plan));
            }
            if (plan.isEqual()) {
                say(paint.good("equal") + ": " + name + " runs this configuration already; nothing to do");
                return Exit.DONE;
            }
            if (dryRun) {
                next("urvant download " + name);
                return Exit.DIFFERENT;
            }
            Download.run(
                    folder,
                    plan,
                    open.link(),
                    consent.desk(this),
                    setClock ? Optional.of(session.clock()) : Optional.empty());
            next("urvant verify " + name);
            return Exit.DONE;
        }
    }

    private void sayPlan(Download.Plan download) {
        Transfer.Plan plan = download.transfer();
        Duration ahead = download.clockAhead();
        say(name + " at " + download.address() + ": " + plan.identity().type() + ", serial "
                + plan.identity().serial() + ", firmware " + plan.identity().firmware());
        say("runs     "
                + plan.present()
                        .map(Configuration::fingerprint)
                        .map(Fingerprint::hex)
                        .orElse("no configuration"));
        say("project  " + plan.wanted().fingerprint().hex());
        Differences.lines(plan.comparison(), paint).forEach(line -> say("  " + line));
        download.unfinished()
                .ifPresent(intention -> say(paint.warn("unfinished") + "  the download of "
                        + intention.fingerprint().brief() + " was cut off; "
                        + (intention.isConfirmed() ? "" : "the ledger lacks it")
                        + (intention.restarts()
                                ? (intention.isConfirmed() ? "" : ", and ") + "a restart is due"
                                : "")));
        if (!UnitCheck.isClockRight(ahead) && !setClock) {
            say(paint.warn("clock") + "    " + UnitCheck.clockText(ahead) + "; --set-clock sets it, too");
        }
        for (Finding effect : download.effects()) {
            String id = effect.rule().id();
            List<String> lines = Findings.wrapped(id + "  " + effect.message(), session.width());
            say(lines.get(0).replaceFirst(id, paint.warn(id)));
            lines.subList(1, lines.size()).forEach(this::say);
        }
    }

    private Object json(Download.Plan download) {
        Transfer.Plan plan = download.transfer();
        return Json.object(
                "device", name,
                "address", download.address(),
                "serial", plan.identity().serial(),
                "runs",
                        plan.present()
                                .map(Configuration::fingerprint)
                                .map(Fingerprint::hex)
                                .orElse(null),
                "project", plan.wanted().fingerprint().hex(),
                "equal", plan.isEqual(),
                "clockAheadMillis", download.clockAhead().toMillis(),
                "differences", Differences.json(plan.comparison()),
                "effects", Findings.json(download.effects()));
    }
}
