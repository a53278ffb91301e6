package org.urvant.cli;

import org.urvant.core.tree.Section;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ConfigurationFile;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "configuration",
        description = "Build a device's configuration and show its fingerprints.",
        footer = {"", "Example: urvant configuration GW1 --out GW1.json"})
final class ConfigurationCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String device;

    @Option(names = "--out", paramLabel = "FILE", description = "Write the canonical bytes to a file.")
    private String file;

    @Option(
            names = "--portable",
            description =
                    "With --out: as a file that another project takes in, with who wrote it: 'urvant device add NAME"
                            + " --from FILE', or 'urvant adopt NAME --from FILE'.")
    private boolean isPortable;

    ConfigurationCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        Configuration configuration = ConfigurationBuilder.whole(project, project.device(device));
        if (isPortable && file == null) {
            throw wrongUse("--portable is a form of what --out writes; name the file");
        }
        if (isPortable) {
            String madeBy = new RootCommand.Version().getVersion()[0];
            new ConfigurationFile(configuration, madeBy).write(target(file, ".json"));
            say("wrote " + file + " in the form " + ConfigurationFile.FORMAT + ", made by " + madeBy);
        } else if (file != null) {
            SafeFile.write(target(file, ".json"), configuration.bytes());
        }
        if (json) {
            sayJson(configuration.content());
            return Exit.DONE;
        }
        Table table = new Table("part", "values", "fingerprint");
        configuration.partFingerprints().forEach((part, print) -> {
            Section section = configuration.parts().section(part);
            table.row(part, section.valueCount(), print.hex());
        });
        table.row(
                "whole",
                configuration.parts().valueCount(),
                configuration.fingerprint().hex());
        say(paint.strong(device) + "  " + Marked.text(project, project.device(device)) + ", " + configuration.length()
                + " bytes");
        say(table);
        next("urvant download " + device);
        return Exit.DONE;
    }
}
