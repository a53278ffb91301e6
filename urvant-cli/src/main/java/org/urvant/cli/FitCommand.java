package org.urvant.cli;

import java.util.List;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.project.Project;
import org.urvant.formats.project.Devices;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "fit",
        description =
                "Fit a module into a slot of a device, or empty the slot. Says first which channels stay, go and come;"
                        + " what was given for channels that go is taken away.",
        footer = {"", "Example: urvant fit RTU1 E1 di8"})
final class FitCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "SLOT", description = "Name of the slot.")
    private String slot;

    @Parameters(index = "2", arity = "0..1", defaultValue = "", paramLabel = "MODULE", description = "Kind of module.")
    private String module;

    @Option(names = "--empty", description = "Take the module out.")
    private boolean empty;

    @Mixin
    private Consent consent;

    FitCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Devices devices = folder.devices();
        if (module.isEmpty() && !empty) {
            throw new RefusedException("no module is named", "Name one, or give --empty.");
        }
        Devices.Exchange exchange = devices.planFit(project, name, slot, empty ? "" : module);
        say(name + " slot " + slot + ": " + word(exchange.before()) + " → " + word(exchange.after()));
        say("channels that stay: " + list(exchange.kept()));
        say("channels that come: " + list(exchange.added()));
        exchange.freed()
                .forEach((channel, values) -> say("goes: " + channel
                        + (values.isEmpty() ? ", of which nothing is given" : " with " + String.join(", ", values))));
        boolean loses = exchange.freed().values().stream().anyMatch(values -> !values.isEmpty());
        if (loses) {
            consent.ask("Exchange the module?", "nothing was changed");
        }
        devices.fit(project, name, exchange).forEach(file -> say("kept a copy in " + file));
        if (json) {
            sayJson(Json.object(
                    "device", name,
                    "slot", slot,
                    "before", exchange.before(),
                    "after", exchange.after(),
                    "kept", exchange.kept(),
                    "freed", List.copyOf(exchange.freed().keySet()),
                    "added", exchange.added()));
        }
        next("urvant show " + name + " " + slot + "/…");
        return Exit.DONE;
    }

    private static String word(String module) {
        return module.isEmpty() ? "empty" : module;
    }

    private static String list(List<String> channels) {
        return channels.isEmpty() ? "none" : String.join(", ", channels);
    }
}
