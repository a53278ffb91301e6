package org.urvant.cli;

import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "review",
        description =
                "Write one page with everything about a device, to read by eye and to print: make-up, every value,"
                        + " mappings, findings, fingerprint.",
        footer = {"", "Example: urvant review GD1 --out GD1.html"})
final class ReviewCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--out", paramLabel = "FILE", description = "The page; DEVICE.html when not given.")
    private String file;

    ReviewCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Device device = project.device(name);
        String target = file == null ? name + ".html" : file;
        SafeFile.writeText(session.path(target), Pages.review(project, device));
        String fingerprint =
                ConfigurationBuilder.build(project, device).fingerprint().hex();
        if (json) {
            sayJson(Json.object("device", name, "page", target, "fingerprint", fingerprint));
        } else {
            say("wrote " + target + ", fingerprint " + fingerprint);
        }
        next("read it, then urvant sign-off " + name + " --read " + fingerprint.substring(0, 12));
        return Exit.DONE;
    }
}
