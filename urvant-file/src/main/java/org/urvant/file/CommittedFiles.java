package org.urvant.file;

import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.urvant.core.error.UnreachableException;

/**
 * What the newest commit of a folder's git repository holds, read by git itself, which must be installed. Nothing of the
 * repository's own settings is run: it may have come from anywhere.
 *
 * @param commit the commit's name
 * @param files the contents of the files asked for, by their path within the folder
 */
public record CommittedFiles(String commit, Map<String, byte[]> files) {
    private static final int MOST_OCTETS = 500_000_000;
    private static final long PATIENCE_SECONDS = 60;
    private static final List<String> GIT = List.of(
            "git", "--no-pager", "-c", "core.fsmonitor=false", "-c", "core.hooksPath=" + File.separator + "none");

    public CommittedFiles {
        files = Map.copyOf(files);
    }

    /**
     * Reads the files of a part of a folder.
     *
     * @param folder a folder; what lies above it may be the repository
     * @param part the part, such as {@code ledger/}
     * @return empty when there is no git, no repository, or no commit
     * @throws UnreachableException when git does not finish
     */
    public static Optional<CommittedFiles> of(Path folder, String part) {
        Optional<String> commit = text(folder, "rev-parse", "--verify", "--quiet", "HEAD^{commit}");
        if (commit.isEmpty()) {
            return Optional.empty();
        }
        String name = commit.get().strip();
        Map<String, byte[]> files = new TreeMap<>();
        for (String path : text(folder, "ls-tree", "-z", "--name-only", name, "--", part)
                .orElse("")
                .split("\0")) {
            if (!path.isEmpty()) {
                run(folder, "cat-file", "blob", name + ":./" + path).ifPresent(content -> files.put(path, content));
            }
        }
        return Optional.of(new CommittedFiles(name, files));
    }

    private static Optional<String> text(Path folder, String... words) {
        return run(folder, words).map(octets -> new String(octets, StandardCharsets.UTF_8));
    }

    /** Returns what git says; empty when it is not there or says no. */
    private static Optional<byte[]> run(Path folder, String... words) {
        List<String> command = new ArrayList<>(GIT);
        command.addAll(Arrays.asList(words));
        ProcessBuilder builder =
                new ProcessBuilder(command).directory(folder.toFile()).redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().keySet().removeIf(key -> key.startsWith("GIT_"));
        // what is missing in a repository is not fetched: that would run what the repository names
        builder.environment()
                .putAll(Map.of(
                        "GIT_ALLOW_PROTOCOL",
                        "none",
                        "GIT_NO_LAZY_FETCH",
                        "1",
                        "GIT_OPTIONAL_LOCKS",
                        "0",
                        "GIT_TERMINAL_PROMPT",
                        "0"));
        Process process;
        try {
            process = builder.start();
            process.getOutputStream().close();
        } catch (IOException e) {
            return Optional.empty(); // no git here
        }
        CompletableFuture<byte[]> said = CompletableFuture.supplyAsync(() -> bounded(process.getInputStream()));
        try {
            if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw new UnreachableException(
                        "git did not answer within " + PATIENCE_SECONDS + " s",
                        "Run 'git status' in " + folder + ".",
                        null);
            }
            return process.exitValue() == 0 ? Optional.of(said.join()) : Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new UnreachableException("interrupted while git was asked", "Run it again.", e);
        } finally {
            process.destroyForcibly();
        }
    }

    private static byte[] bounded(InputStream in) {
        try (in) {
            return in.readNBytes(MOST_OCTETS);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
