package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.tree.Fingerprint;

/** All that one change writes, takes away and adds to ledgers; {@link ProjectFiles#commit} does it as a whole. */
final class Batch {
    private final Map<String, Optional<byte[]>> contents = new LinkedHashMap<>();
    private final Map<String, String> digests = new HashMap<>();
    private final Map<String, Addition> additions = new LinkedHashMap<>();

    /**
     * What is added at the end of a file.
     *
     * @param name the file
     * @param at length of the file before, in bytes
     */
    record Addition(String name, long at, byte[] added) {}

    void write(String name, byte[] content) {
        contents.put(name, Optional.of(content));
        digests.remove(name);
    }

    /** @param digest SHA-256 of the content in hexadecimal digits */
    void write(String name, byte[] content, String digest) {
        write(name, content);
        digests.put(name, digest);
    }

    /** Returns the SHA-256 of a file's new content in hexadecimal digits; empty when it goes. */
    Optional<String> digest(String name) {
        return contents.get(name)
                .map(content -> digests.computeIfAbsent(
                        name, key -> Fingerprint.of(content).hex()));
    }

    void write(String name, String text) {
        write(name, text.getBytes(StandardCharsets.UTF_8));
    }

    void delete(String name) {
        contents.put(name, Optional.empty());
        digests.remove(name);
    }

    /** Writes texts by the name of their file; a null takes the file away. */
    void write(Map<String, String> texts) {
        texts.forEach((name, text) -> {
            if (text == null) {
                delete(name);
            } else {
                write(name, text);
            }
        });
    }

    void add(Addition addition) {
        if (addition.added().length > 0) {
            additions.put(addition.name(), addition);
        }
    }

    /** Returns the new contents by the name of the file; empty for one that goes. */
    Map<String, Optional<byte[]>> contents() {
        return contents;
    }

    Map<String, Addition> additions() {
        return additions;
    }

    /**
     * What can be seen to fail is refused before anything counts.
     *
     * @param path gives the path of a file of the project
     * @throws UnreachableException when a file cannot be written
     */
    void requireWritable(Function<String, Path> path) {
        Set<Path> writable = new HashSet<>();
        Stream.concat(contents.keySet().stream(), additions.keySet().stream()).forEach(name -> {
            Path file = path.apply(name);
            Path folder = standing(file.getParent());
            boolean isWritable = writable.contains(folder)
                    || Files.isDirectory(folder) && Files.isWritable(folder) && writable.add(folder);
            if (!isWritable || Files.isDirectory(file)) {
                throw new UnreachableException(
                        "cannot write " + name + "; nothing was changed",
                        "Check that you may write in " + folder + ", and that no folder has that name.",
                        null);
            }
        });
    }

    /** Returns a path, or what there is above it. */
    private static Path standing(Path path) {
        Path at = path;
        while (!Files.exists(at)) {
            at = at.getParent();
        }
        return at;
    }
}
