package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.List;
import java.util.SortedMap;
import java.util.function.Consumer;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.tree.Section;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;

/** The programs of devices: {@code logic/NAME.st}, one text with any number of programs. */
public final class LogicFile {
    /** More than any text that can be read, so that the reader says what is too long. */
    private static final long MOST_BYTES = 4L * SyntaxReader.LONGEST + 4;

    private final ProjectFiles files;

    LogicFile(ProjectFiles files) {
        this.files = files;
    }

    private static String name(String device) {
        return "logic/" + device + ".st";
    }

    /** Returns the programs of a device; empty text when it has none. A file that cannot be read is told. */
    String text(String device, Consumer<Finding> findings) {
        try {
            return Files.exists(files.path(name(device))) ? text(device) : "";
        } catch (UrvantException e) {
            Position position = e.position().orElse(Position.in(name(device)));
            findings.accept(new Finding(Rule.PROGRAM_WRONG, device + " logic", position, e.getMessage(), e.remedy()));
            return "";
        }
    }

    private String text(String device) {
        return SafeFile.readText(files.path(name(device)), MOST_BYTES, name(device));
    }

    /**
     * Gives a device other programs, as they are: the check says what is wrong with them.
     *
     * @param text the programs; a blank text takes the file away
     * @throws RefusedException when the text is longer than what can be read
     */
    public void write(Device device, String text) {
        if (text.length() > SyntaxReader.LONGEST) {
            throw new RefusedException(
                    "the text has " + text.length() + " characters; at most " + SyntaxReader.LONGEST + " are read",
                    "Shorten it.");
        }
        if (!text.isBlank()) {
            files.write(name(device.name()), text);
        } else if (Files.exists(files.path(name(device.name())))) {
            files.delete(name(device.name()));
        }
    }

    /** Gives a device the programs of a configuration. */
    void take(Device device, Section held) {
        StringBuilder text = new StringBuilder();
        SortedMap<String, ?> programs = held.nodes();
        programs.keySet().forEach(key -> text.append(text.isEmpty() ? "" : "\n")
                .append(held.text(key).orElse("")));
        write(device, text.toString());
    }

    void copy(String from, String to) {
        if (Files.exists(files.path(name(from)))) {
            files.write(name(to), text(from));
        }
    }

    void delete(String device) {
        if (Files.exists(files.path(name(device)))) {
            files.delete(name(device));
        }
    }

    static List<String> names(String device) {
        return List.of(DeviceFile.name(device), "mappings/" + device + ".csv", name(device));
    }
}
