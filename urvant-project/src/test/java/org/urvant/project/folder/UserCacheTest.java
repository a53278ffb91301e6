package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.finding.Finding;
import org.urvant.file.FileState;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.cache.UserCache;
import org.urvant.project.check.ProjectCheck;
import org.urvant.scl.SclCheck;
import org.urvant.scl.reading.SignalIndexFile;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;

/** What is kept to be fast never changes an answer, and nothing of it comes from a project. */
class UserCacheTest {
    @TempDir
    Path root;

    private Workplace place;
    private ProjectFolder folder;

    @BeforeEach
    void aSite() {
        place = new Workplace("kari", Skarholm.CLOCK, root.resolve("kari"));
        Skarholm.make(root.resolve("site"));
        folder = ProjectFolder.open(root.resolve("site"), place);
    }

    private List<String> found(String query) {
        return Query.parse(query).search(folder.signals()).signals(0, 1000).stream()
                .map(FoundSignal::reference)
                .toList();
    }

    private List<Path> kept(String ending) throws IOException {
        if (Files.notExists(place.cache())) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(place.cache())) {
            return files.filter(file -> file.toString().endsWith(ending)).toList();
        }
    }

    @Test
    void aSourceThatWasAlteredIsReadAnewWhateverItsTimes() throws IOException {
        Path source = folder.root().resolve("sources/F02.cid");
        FileTime old = FileTime.from(Instant.parse("2020-01-01T00:00:00Z"));
        Files.setLastModifiedTime(source, old);
        assertThat(found("ied:F02")).isNotEmpty();
        assertThat(kept(".index")).hasSize(3);
        String text = Files.readString(source);
        Files.writeString(source, text.replace("name=\"F02\"", "name=\"F92\""));
        Files.setLastModifiedTime(source, old);
        assertThat(found("ied:F92")).isNotEmpty();
        assertThat(found("ied:F02")).isEmpty();
    }

    @Test
    void whatWasReadIsKeptAndGivesTheSameFindingsOrIsMadeAgain() throws IOException {
        List<Finding> findings = ProjectCheck.check(folder.load());
        assertThat(findings).isNotEmpty();
        List<Path> stores = kept(".store");
        assertThat(stores).hasSize(2);
        assertThat(ProjectCheck.check(folder.load())).isEqualTo(findings);
        byte[] other = Files.readAllBytes(stores.get(0));
        Files.write(stores.get(0), Arrays.copyOf(other, other.length / 2));
        assertThat(ProjectCheck.check(folder.load())).isEqualTo(findings);
        Files.write(stores.get(0), Files.readAllBytes(stores.get(1)));
        assertThat(ProjectCheck.check(folder.load())).isEqualTo(findings);
        assertThat(stores.get(0)).as("made again").hasBinaryContent(other);
    }

    /** Commands in other projects write into the same cache, and tidy it, while one looks what of it is old. */
    @Test
    void theCacheIsTidiedWhileOthersWriteIntoIt() throws Exception {
        UserCache cache = new UserCache(place.cache());
        SclCheck.Result nothing = new SclCheck.Result(List.of(), 0, Set.of());
        cache.keep("first", "x", nothing);
        Path gone = place.cache().resolve("0.gone");
        List<Path> others = new ArrayList<>(List.of(gone));
        for (int i = 1; i < 300; i++) {
            others.add(Files.writeString(place.cache().resolve(i + ".other"), "x"));
        }
        AtomicBoolean isDone = new AtomicBoolean();
        CompletableFuture<Void> writing = CompletableFuture.runAsync(() -> {
            Random random = new Random(7);
            long now = System.currentTimeMillis();
            while (!isDone.get()) {
                try {
                    Path other = others.get(1 + random.nextInt(299));
                    Files.setLastModifiedTime(other, FileTime.fromMillis(now - random.nextInt(1_000_000)));
                    Files.writeString(gone, "x");
                    Files.delete(gone);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
        });
        for (int i = 0; i < 150; i++) {
            cache.keep("name" + i, "x", nothing);
        }
        isDone.set(true);
        writing.get();
        assertThat(kept(".other")).hasSize(299);
        assertThat(kept(".findings")).hasSize(151);
    }

    @Test
    void aSourceThatWasAlteredIsAFindingThoughItWasKept() throws IOException {
        folder.load();
        Path source = folder.root().resolve("sources/F02.cid");
        FileTime old = Files.getLastModifiedTime(source);
        Files.writeString(source, Files.readString(source).replace("name=\"F02\"", "name=\"F92\""));
        Files.setLastModifiedTime(source, old);
        Project altered = folder.load();
        assertThat(altered.iedNames()).contains("F92").doesNotContain("F02");
        assertThat(altered.findings()).extracting(Finding::rule).contains(SourceRules.SOURCE_ALTERED);
    }

    /** Each edit is one that somebody makes by hand, in any order; the findings are always those of a whole check. */
    @Test
    void theFindingsOfAProjectAreThoseOfAWholeCheckWhateverWasEdited() throws Exception {
        Map<String, UnaryOperator<String>> edits = new LinkedHashMap<>();
        edits.put("devices/GW1.yaml", text -> text.replace("port: 2404", "port: 99999"));
        edits.put("urvant.yaml", text -> text + "# a remark\n");
        edits.put("mappings/GW1.csv", text -> text.replaceFirst("(?s)\n[^\n]*\n$", "\n"));
        edits.put("sources/F02.cid", text -> text.replace("name=\"F02\"", "name=\"F92\""));
        edits.put("devices/NEW.yaml", text -> "type: unknown\n");
        edits.put("types/broken.yaml", text -> "type: [\n");
        List<List<Finding>> all = new ArrayList<>();
        for (Map.Entry<String, UnaryOperator<String>> edit : edits.entrySet()) {
            Path file = folder.root().resolve(edit.getKey());
            Files.createDirectories(file.getParent());
            String before = Files.exists(file) ? Files.readString(file) : "";
            Files.writeString(file, edit.getValue().apply(before));
            FileState.await();
            for (int again = 0; again < 2; again++) {
                List<Finding> kept = ProjectFolder.open(folder.root(), place).check();
                assertThat(kept).as(edit.getKey()).isEqualTo(ProjectCheck.check(folder.load()));
                all.add(kept);
            }
        }
        assertThat(all.stream().distinct()).as("the edits make a difference").hasSizeGreaterThan(3);
        Path kept = kept(".findings").stream()
                .max(Comparator.comparingLong(SafeFile::modified))
                .orElseThrow();
        Files.write(kept, Arrays.copyOf(Files.readAllBytes(kept), 100));
        assertThat(folder.check()).isEqualTo(all.get(all.size() - 1));
        folder.readAnew();
        assertThat(folder.check()).as("whatever is kept").isEqualTo(all.get(all.size() - 1));
    }

    @Test
    void whatOthersCanWriteOrIsBrokenIsNotUsed() throws IOException {
        List<String> all = found("kind:trip");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(place.cache())))
                .isEqualTo("rwx------");
        for (Path index : kept(".index")) {
            byte[] octets = Files.readAllBytes(index);
            Files.write(index, Arrays.copyOf(octets, octets.length / 2));
        }
        assertThat(found("kind:trip")).isEqualTo(all);
        for (Path index : kept(".index")) {
            assertThat(SignalIndexFile.read(index, "x")).as("made again").isPresent();
        }
        List<Path> good = kept(".index");
        Files.setPosixFilePermissions(place.cache(), PosixFilePermissions.fromString("rwxrwxrwx"));
        for (Path index : good) {
            Files.delete(index);
        }
        assertThat(found("kind:trip")).isEqualTo(all);
        assertThat(kept(".index")).isEmpty();
    }
}
