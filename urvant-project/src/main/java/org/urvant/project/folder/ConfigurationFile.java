package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.Map;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;
import org.urvant.file.json.JsonTree;
import org.urvant.project.configuration.Configuration;

/**
 * One file with the configuration of one device, and which program wrote it.
 *
 * @param configuration the configuration
 * @param madeBy program and version that wrote the file; {@code unknown} when it does not say
 */
public record ConfigurationFile(Configuration configuration, String madeBy) {
    /** The form and version of the file. */
    public static final String FORMAT = "urvant-configuration-file/1";

    private static final String FORMAT_NAME = "urvant-configuration";
    private static final long MOST_BYTES = 50_000_000;

    /**
     * Reads a file; the bare content of a configuration, as older files have it, is read too.
     *
     * @throws MalformedInputException when it is none, or was written by a newer program in another form
     */
    public static ConfigurationFile read(Path file, String shownAs) {
        Section content = JsonTree.read(shownAs, SafeFile.read(file, MOST_BYTES));
        String format = content.text("format").orElse("none");
        String madeBy = content.text("made-by").orElse("unknown");
        if (format.equals(FORMAT)) {
            content = content.section("configuration");
        } else if (!format.equals(Configuration.FORMAT)) {
            boolean isNewer = format.startsWith(FORMAT_NAME);
            throw new MalformedInputException(
                    Position.in(shownAs),
                    "format is " + format + (isNewer ? ", written by " + madeBy : "") + "; expected " + FORMAT,
                    isNewer
                            ? "Take a newer Urvant, or write the file with an older one."
                            : "Name a configuration's file.");
        }
        try {
            return new ConfigurationFile(Configuration.of(content), madeBy);
        } catch (IllegalArgumentException e) {
            throw new MalformedInputException(Position.in(shownAs), e.getMessage(), "Name a configuration's file.", e);
        }
    }

    /** Writes the file. */
    public void write(Path file) {
        SafeFile.write(
                file,
                CanonicalJson.bytes(Section.of(Map.of(
                        "format", Value.text(FORMAT),
                        "made-by", Value.text(madeBy),
                        "configuration", configuration.content()))));
    }
}
