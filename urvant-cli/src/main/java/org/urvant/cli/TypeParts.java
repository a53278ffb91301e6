package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Rules;
import org.urvant.core.logic.LanguageReference;
import org.urvant.core.text.Glossary;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.scl.Ied;

/** Shows what a type consists of, each part as it is explained by its name; of an imported IED what it is. */
final class TypeParts {
    private final Command command;

    private record Part(String name, String kind, String meaning) {}

    TypeParts(Command command) {
        this.command = command;
    }

    /**
     * Says the parts of a device's type, or of a type itself.
     *
     * @param project the project that has the device or type
     * @throws UnknownNameException when nothing that is explained has that name
     */
    void say(Project project, String name) {
        Device device = project.devices().get(name);
        Optional<Ied> ied = device == null ? project.ied(name) : Optional.empty();
        if (ied.isPresent()) {
            new IedView(command).say(ied.get());
            return;
        }
        DeviceType type = project.types()
                .find(device == null ? name : device.type().text())
                .orElseThrow(() -> unknown(project, name));
        List<Part> parts = new ArrayList<>();
        type.plate().sections().forEach((section, title) -> parts.add(new Part(section, "section", title)));
        type.tables().forEach((table, rows) -> parts.add(new Part(table, "table", rows.meaning())));
        type.groups()
                .tables()
                .forEach((table, rows) -> parts.add(new Part(table, "table of each setting group", rows.meaning())));
        type.hardware().channels().forEach((kind, channel) -> parts.add(new Part(kind, "channel", channel.meaning())));
        type.connections().forEach((kind, connection) -> parts.add(new Part(kind, "connection", connection.meaning())));
        if (command.json) {
            command.sayJson(Json.object(
                    "type",
                    type.name(),
                    "title",
                    type.title(),
                    "parts",
                    parts.stream()
                            .map(part -> Json.object("part", part.name, "kind", part.kind, "meaning", part.meaning))
                            .toList()));
            return;
        }
        command.say(command.paint.strong(type.name()) + "  " + type.title() + " by " + type.maker());
        Table table = new Table("part", "kind", "meaning");
        parts.forEach(part -> table.row(part.name, part.kind, part.meaning));
        command.say(table);
        command.next(device == null ? "urvant types page " + type.name() : "urvant show " + name);
    }

    private static UnknownNameException unknown(Project project, String name) {
        Set<String> known = new TreeSet<>(Rules.names());
        known.addAll(Glossary.words());
        LanguageReference.entries().forEach(entry -> known.add(entry.name()));
        known.addAll(project.types().names());
        known.addAll(project.devices().keySet());
        project.ieds().forEach(ied -> known.add(ied.name()));
        return new UnknownNameException("check, word, function, device, IED or type", name, known);
    }
}
