package org.urvant.project.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.file.SafeFile;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;

/** Device types of the project's own, {@code types/*.yaml}. Got from {@code ProjectFolder}. */
public final class OwnTypes {
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
            DeviceTypeReader.read(shownAs, SafeFile.readText(file, MOST_TEXT, shownAs), findings)
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
     * Writes a device type of the project's own.
     *
     * @throws MalformedInputException when the text is no sound type
     */
    public void save(String name, String text) {
        DeviceTypeReader.read(name(name), text);
        files.write(name(name), text);
    }

    /**
     * Removes a device type of the project's own.
     *
     * @throws RefusedException when it is a shipped one
     */
    public void remove(String name) {
        String own = name(name);
        if (!Files.isRegularFile(files.path(own))) {
            throw new RefusedException(
                    "the project has no type '" + name + "' of its own", "Shipped types cannot be removed.");
        }
        files.delete(own);
    }
}
