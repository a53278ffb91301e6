package org.urvant.project.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;

/** Device types of the project's own, {@code types/*.yaml}. Got from {@code ProjectFolder}. */
public final class OwnTypes {
    private static final String NAME = "[a-z0-9][a-z0-9.-]*";
    private static final long MOST_TEXT = 4_000_000;

    private final ProjectFiles files;

    OwnTypes(ProjectFiles files) {
        this.files = files;
    }

    private static String name(String type) {
        return "types/" + type + ".yaml";
    }

    /** Returns the shipped types and the project's own, which take precedence; mistakes are reported. */
    DeviceTypes all(Consumer<Finding> findings) {
        SortedMap<String, DeviceType> own = new TreeMap<>();
        for (Path file : files.list("types", ".yaml")) {
            String shownAs = "types/" + file.getFileName();
            files.readOr(
                            Optional.<DeviceType>empty(),
                            shownAs,
                            "types",
                            findings,
                            () -> DeviceTypeReader.read(shownAs, files.text(shownAs), findings))
                    .ifPresent(type -> {
                        DeviceTypeReader.verifyLogic(type, findings);
                        own.put(type.name(), type);
                    });
        }
        TreeSet<String> names = new TreeSet<>(Catalogue.names());
        names.addAll(own.keySet());
        return new DeviceTypes(
                names,
                name -> own.containsKey(name)
                        ? own.get(name)
                        : Catalogue.type(name).orElseThrow());
    }

    /** Returns the file of a device type, shipped or the project's own. */
    public String text(String name) {
        String own = name(name);
        return Files.isRegularFile(files.path(own)) ? files.text(own) : Catalogue.text(name);
    }

    /**
     * Makes a device type of the project's own from another, shipped or the project's own.
     *
     * @throws RefusedException when the name is not allowed or taken
     * @throws UnknownNameException when there is no such type to copy
     */
    public void copy(String from, String to) {
        DeviceTypes known = all(finding -> {});
        known.named(from);
        if (!to.matches(NAME) || known.names().contains(to)) {
            throw new RefusedException(
                    "type name '" + to + "' is not allowed or taken", "Use small letters, digits and hyphens.");
        }
        String text = text(from).replaceFirst("(?m)^type: .*$", "type: " + to);
        DeviceTypeReader.read(name(to), text);
        Batch batch = new Batch();
        batch.write(name(to), text);
        files.commit(batch);
    }

    /**
     * Removes a device type of the project's own.
     *
     * @throws RefusedException when it is a shipped one, or devices are of it
     */
    public void remove(Project project, String name) {
        List<String> users = project.devices().values().stream()
                .filter(device -> device.type().text().equals(name))
                .map(Device::name)
                .toList();
        if (!users.isEmpty() && !Catalogue.names().contains(name)) {
            throw new RefusedException(
                    name + " is the type of " + String.join(", ", users), "Remove or change these devices first.");
        }
        String own = name(name);
        if (!Files.isRegularFile(files.path(own))) {
            throw new RefusedException(
                    "the project has no type '" + name + "' of its own", "Shipped types cannot be removed.");
        }
        Batch batch = new Batch();
        batch.delete(own);
        files.commit(batch);
    }
}
