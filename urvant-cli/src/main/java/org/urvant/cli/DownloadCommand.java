package org.urvant.cli;

import java.io.Console;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.check.ProjectCheck;
import org.urvant.core.configuration.Configuration;
import org.urvant.core.configuration.ConfigurationBuilder;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.transfer.Transfer;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "download",
        description =
                "Put the project's configuration on a device: identity, plan, backup, staging, activation, read-back.",
        footer = {"", "Examples: urvant download GW1 --plan", "          urvant download GW1 --yes"})
final class DownloadCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = {"-y", "--yes"},
            description = "Go ahead without asking.")
    private boolean yes;

    @Option(names = "--plan", description = "Only say what would change; nothing is sent.")
    private boolean planOnly;

    @Mixin
    private DeviceAccess access;

    DownloadCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        List<Finding> findings = ProjectCheck.check(project, device);
        if (ProjectCheck.blocks(findings)) {
            Findings.lines(findings, paint).forEach(this::note);
            throw new RefusedException(
                    "errors stand against " + name + "; nothing was sent",
                    "Mend them, and check again: urvant check " + name);
        }
        Configuration wanted = ConfigurationBuilder.build(project, device);
        try (DeviceAccess.Open open = access.open(this, folder.root(), project, device)) {
            Transfer transfer = new Transfer(open.link());
            Transfer.Plan plan = transfer.plan(open.identity(), wanted);
            sayPlan(plan, open.link().address());
            if (plan.isEqual()) {
                say(paint.good("equal") + ": " + name + " runs this configuration already; nothing to do");
                return Exit.DONE;
            }
            if (planOnly) {
                next("urvant download " + name);
                return Exit.DIFFERENT;
            }
            confirm();
            Optional<String> backup = plan.present().map(present -> folder.keepBackup(name, present));
            backup.ifPresent(file -> say("kept what was there in " + file));
            Configuration held = transfer.run(plan, (done, total) -> progress(done, total));
            folder.recordDownload(
                    name,
                    open.identity().serial(),
                    held.fingerprint(),
                    plan.present()
                            .map(Configuration::fingerprint)
                            .map(Fingerprint::hex)
                            .orElse("none"),
                    backup.orElse("none"));
            say(paint.good("downloaded") + " " + wanted.length() + " bytes, activated, read back: equal, fingerprint "
                    + held.fingerprint().brief());
            next("urvant compare " + name);
            return Exit.DONE;
        }
    }

    private void sayPlan(Transfer.Plan plan, String address) {
        say(name + " at " + address + ": " + plan.identity().type() + ", serial "
                + plan.identity().serial() + ", firmware " + plan.identity().firmware());
        say("runs     "
                + plan.present()
                        .map(Configuration::fingerprint)
                        .map(Fingerprint::hex)
                        .orElse("no configuration"));
        say("project  " + plan.wanted().fingerprint().hex());
        Differences.lines(plan.comparison(), paint).forEach(line -> say("  " + line));
    }

    private void progress(long done, long total) {
        if (session.isTerminal()) {
            session.err().print("\rsent " + done + " of " + total + " bytes");
            session.err().print(done == total ? "\n" : "");
            session.err().flush();
        }
    }

    private void confirm() {
        if (yes) {
            return;
        }
        Console console = System.console();
        String answer = console == null ? null : console.readLine("Overwrite what %s runs? [yes/no] ", name);
        if (answer == null) {
            throw new RefusedException("nobody is there to confirm; nothing was sent", "Give --yes to go ahead.");
        }
        if (!List.of("y", "yes").contains(answer.strip().toLowerCase(Locale.ROOT))) {
            throw new RefusedException("not confirmed; nothing was sent", "Run it again when it is wanted.");
        }
    }
}
