package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.function.Consumer;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.language.SyntaxReader;
import org.urvant.file.SafeFile;
import org.urvant.project.Programs;
import org.urvant.project.behaviour.LogicRules;

/** The programs of devices: {@code logic/NAME.st}, one text with any number of programs. */
final class LogicFile {
    /** More than any text that can be read, so that the reader says what is too long. */
    private static final long MOST_BYTES = 4L * SyntaxReader.LONGEST + 4;

    private LogicFile() {}

    static String name(String device) {
        return "logic/" + device + ".st";
    }

    /** Returns the programs of a device. A file that cannot be read is told, and counts as none. */
    static Programs read(ProjectFiles files, String device, Consumer<Finding> findings) {
        String name = name(device);
        try {
            boolean isThere = Files.exists(files.path(name));
            if (isThere) {
                files.reads(name);
            }
            return new Programs(name, isThere ? SafeFile.readText(files.path(name), MOST_BYTES, name) : "");
        } catch (UrvantException e) {
            files.tell(name, device + " logic", LogicRules.PROGRAM_WRONG, e, findings);
            return new Programs(name, "");
        }
    }

    /**
     * Returns a text that can be kept; the check says what is wrong in it.
     *
     * @throws RefusedException when it is longer than what can be read
     */
    static String verified(String text) {
        if (text.length() > SyntaxReader.LONGEST) {
            throw new RefusedException(
                    "the text has " + text.length() + " characters; at most " + SyntaxReader.LONGEST + " are read",
                    "Shorten it.");
        }
        return text;
    }
}
