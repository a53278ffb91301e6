package org.urvant.project.cache;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.finding.Finding;
import org.urvant.file.SafeFile;
import org.urvant.project.check.ProjectCheck;
import org.urvant.scl.SclCheck;

/** Which Urvant runs: what one edition found, another may find otherwise. */
final class Edition {
    private Edition() {}

    /** Read when it is first asked for. */
    private static final class Known {
        private static final Optional<String> MARK = mark();
    }

    /** Returns a text that is another one when the checks may be others; empty when that cannot be told. */
    static Optional<String> current() {
        return Known.MARK;
    }

    private static Optional<String> mark() {
        StringBuilder mark = new StringBuilder();
        try {
            for (Class<?> one : new Class<?>[] {Finding.class, SafeFile.class, SclCheck.class, ProjectCheck.class}) {
                Path at = Path.of(
                        one.getProtectionDomain().getCodeSource().getLocation().toURI());
                mark.append(at).append(' ').append(state(at)).append('\n');
            }
            return Optional.of(mark.toString());
        } catch (IOException | URISyntaxException | RuntimeException e) {
            return Optional.empty();
        }
    }

    private static String state(Path at) throws IOException {
        if (Files.isRegularFile(at)) {
            return Files.size(at) + " " + Files.getLastModifiedTime(at);
        }
        try (Stream<Path> classes = Files.walk(at)) {
            return String.valueOf(classes.mapToLong(SafeFile::modified).max().orElse(0));
        }
    }
}
