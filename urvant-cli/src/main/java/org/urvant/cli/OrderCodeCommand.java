package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.OrderCode;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "order-code",
        description = "Read an ordering code, list a type's letters, or say the code of a device as it is fitted.",
        footer = {
            "",
            "Examples: urvant order-code marrowby-f2",
            "          urvant order-code marrowby-f2 MF2-BVL-3",
            "          urvant order-code F11",
            "          urvant order-code F11 MF2-BVL-3 --apply"
        })
final class OrderCodeCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE|TYPE", description = "Name of a device or of a device type.")
    private String name;

    @Parameters(index = "1", arity = "0..1", paramLabel = "CODE", description = "The code, as the plate shows it.")
    private String code;

    @Option(names = "--apply", description = "Give the device the modules and licences that the code stands for.")
    private boolean apply;

    @Mixin
    private Consent consent;

    OrderCodeCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        if (apply && code == null) {
            throw wrongUse("--apply needs the code");
        }
        ProjectFolder folder = changing(apply);
        Project project = load(folder);
        Device device = project.devices().get(name);
        String typeName = device == null ? name : device.type().text();
        DeviceType type = project.types().find(typeName).orElse(null);
        if (type == null) {
            TreeSet<String> known = new TreeSet<>(project.types().names());
            known.addAll(project.devices().keySet());
            throw new UnknownNameException("device or type", name, known);
        }
        OrderCode form = type.hardware()
                .ordering()
                .orElseThrow(
                        () -> new RefusedException(typeName + " has no ordering code", "Fit modules: urvant fit."));
        if (code == null) {
            return device == null ? letters(form) : encode(device, form);
        }
        OrderCode.Decoded decoded = form.decode(code);
        decode(form, decoded);
        if (apply && device == null) {
            throw new RefusedException(name + " is a type, no device", "Name the device that gets the modules.");
        }
        if (apply) {
            consent.ask("Give " + name + " these modules and licences?", "nothing was changed");
            folder.carryOut(Change.of(project, HardwareChange.order(project, name, code))
                            .keepingOld())
                    .forEach(this::sayKept);
            sayDone("fitted", "fit", name + " by its code");
            next("urvant check " + name);
        }
        return decoded.mistakes().isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    private int letters(OrderCode form) {
        say("form: " + paint.strong(form.form()));
        Table table = new Table("position", "letter", "meaning", "module", "licences");
        form.parts().forEach(part -> part.letters()
                .forEach((letter, meaning) -> table.row(
                        part.name(),
                        letter,
                        meaning.meaning(),
                        meaning.module(),
                        String.join(", ", meaning.licences()))));
        say(table);
        form.exclusions().forEach(exclusion -> say("not together: " + exclusion.letters() + ": " + exclusion.reason()));
        return Exit.DONE;
    }

    private int encode(Device device, OrderCode form) {
        Map<String, String> older = device.plate()
                .entry(Plate.Item.ORDER_CODE)
                .map(Entry::text)
                .map(form::decode)
                .map(OrderCode.Decoded::letters)
                .orElse(new TreeMap<>());
        String hardware = device.plate().text(Plate.Item.HARDWARE);
        String found = form.encode(
                        device.fitted().moduleNames(),
                        new TreeSet<>(device.fitted().licenceNames()),
                        hardware,
                        older)
                .orElseThrow(() -> new RefusedException(
                        "no code stands for " + device.name() + " as it is fitted",
                        "Look at the letters: urvant order-code "
                                + device.type().text()));
        List<String> mistakes = form.decode(found).mistakes();
        if (json) {
            sayJson(Json.object("device", device.name(), "code", found, "mistakes", mistakes));
        } else {
            say(device.name() + " as fitted: " + paint.strong(found));
            mistakes.forEach(mistake -> say(paint.bad("not to be had: ") + mistake));
        }
        return mistakes.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    private void decode(OrderCode form, OrderCode.Decoded decoded) {
        if (json) {
            sayJson(Json.object(
                    "code", code,
                    "letters", decoded.letters(),
                    "modules", decoded.modules(),
                    "licences", List.copyOf(decoded.licences()),
                    "mistakes", decoded.mistakes()));
            return;
        }
        Table table = new Table("position", "letter", "meaning");
        form.parts().forEach(part -> {
            String letter = decoded.letters().get(part.name());
            if (letter != null) {
                table.row(part.name(), letter, part.letters().get(letter).meaning());
            }
        });
        say(table);
        decoded.mistakes().forEach(mistake -> say(paint.bad("wrong: ") + mistake));
    }
}
