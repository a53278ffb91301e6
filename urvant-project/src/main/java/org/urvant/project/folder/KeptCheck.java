package org.urvant.project.folder;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.urvant.core.finding.Finding;
import org.urvant.file.FileState;
import org.urvant.project.cache.UserCache;
import org.urvant.scl.SclCheck;

/**
 * The findings about a whole project, kept in the user's cache with the state of all its files: while nothing in its folder was
 * touched, nothing need be read to know them.
 */
final class KeptCheck {
    private static final Set<String> NOT_OF_IT = Set.of(".urvant", ".git");

    private final Path root;
    private final UserCache cache;

    KeptCheck(Path root, UserCache cache) {
        this.root = root;
        this.cache = cache;
    }

    /** Returns the findings as they are kept, else as they are made now. */
    List<Finding> findings(Supplier<List<Finding>> check) {
        Optional<String> before = state();
        Optional<List<Finding>> kept =
                before.flatMap(state -> cache.findings(name(), state)).map(SclCheck.Result::findings);
        if (kept.isPresent()) {
            return kept.get();
        }
        List<Finding> found = check.get();
        before.filter(state -> state().equals(Optional.of(state)))
                .ifPresent(state -> cache.keep(name(), state, new SclCheck.Result(found, 0, Set.of())));
        return found;
    }

    private String name() {
        return UserCache.name(root.toString());
    }

    /** Returns what the file system says of every file; empty when some were written too short a time ago to tell. */
    private Optional<String> state() {
        Map<String, String> states = new TreeMap<>();
        Map<String, String> young = new TreeMap<>();
        try {
            Files.walkFileTree(root, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
                    return NOT_OF_IT.contains(String.valueOf(folder.getFileName())) && !folder.equals(root)
                            ? FileVisitResult.SKIP_SUBTREE
                            : FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                    FileState state = FileState.of(file, LinkOption.NOFOLLOW_LINKS);
                    (state.isOld() ? states : young).put(root.relativize(file).toString(), state.text());
                    return young.isEmpty() ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
                }
            });
            return young.isEmpty() ? Optional.of(states.toString()) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
