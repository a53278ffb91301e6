package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.finding.Finding;
import org.urvant.file.FileState;
import org.urvant.project.Imported;
import org.urvant.project.Project;
import org.urvant.project.Recall;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.type.Catalogue;

/** Devices that have not changed are not checked again, and whatever changed, the findings are those of a whole check. */
class RecalledFindingsTest {
    private static final int EDITS = 120;

    @TempDir
    Path root;

    private Path site;
    private Workplace place;

    @BeforeEach
    void aPlant() {
        site = root.resolve("site");
        place = new Workplace("kari", Skarholm.CLOCK, root.resolve("kari"));
        Plant.make(site);
    }

    private Project read() {
        return ProjectFolder.open(site, place).load();
    }

    /** What a reader finds who keeps nothing. */
    private List<Finding> whole() {
        ProjectFolder folder = ProjectFolder.open(site, new Workplace("ola", Skarholm.CLOCK, root.resolve("ola")));
        folder.readAnew();
        return ProjectCheck.check(folder.load());
    }

    /** Returns the findings, and whose values were looked at for them. */
    private List<Finding> check(Project project, Set<String> looked) {
        Imported imported = project.imported();
        Recall watched = new Recall() {
            @Override
            public List<Finding> of(String what, Supplier<List<Finding>> check) {
                return imported.recall().of(what, check);
            }

            @Override
            public List<List<Finding>> ofEach(String what, List<Part> parts) {
                return imported.recall()
                        .ofEach(
                                what,
                                parts.stream()
                                        .map(part -> new Part(part.name(), part.state(), () -> {
                                            looked.add(part.name());
                                            return part.check().get();
                                        }))
                                        .toList());
            }
        };
        return ProjectCheck.check(
                project.with(new Imported(imported.files(), imported.unwanted(), imported.lists(), watched)));
    }

    private Set<String> looked() {
        Set<String> looked = new ConcurrentSkipListSet<>();
        assertThat(check(read(), looked)).isEqualTo(whole());
        return looked;
    }

    /** Columns: a device, what a person writes into its file, and whose values are looked at then. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | ct.primary=300 A            | F11 R51
            F11  | ct.primary=                 | F11 R51
            F11  | inputs.threshold=nonsense   | F11 R51
            M31  | @twin-of=F11                | M31
            RTU1 | sending.enable-after=7 s    | RTU1
            """)
    void onlyWhatChangedIsLookedAt(String device, String assignments, String expected) {
        assertThat(looked()).hasSizeGreaterThan(8);
        assertThat(looked()).isEmpty();
        Plant.write(ProjectFolder.open(site, place), device, assignments);
        assertThat(looked()).containsExactly(expected.split(" "));
        assertThat(looked()).isEmpty();
    }

    /** Who names a device is looked at with it: its channels may be others. */
    @Test
    void whoNamesItIsLookedAtToo() {
        ProjectFolder folder = ProjectFolder.open(site, place);
        Plant.write(folder, "M31", "@twin-of=F11");
        looked();
        Plant.write(folder, "F11", "ct.primary=300 A");
        assertThat(looked()).containsExactly("F11", "M31", "R51");
    }

    /** A site that was changed in memory alone is not taken for the one on the disk, nor the other way round. */
    @Test
    void whatIsNotWrittenYetIsKnownForItself() {
        looked();
        Project before = read();
        Project after = before.withoutDevice("R51");
        Set<String> looked = new ConcurrentSkipListSet<>();
        assertThat(check(after, looked))
                .isEqualTo(ProjectCheck.check(after.with(new Imported(
                        after.imported().files(),
                        after.imported().unwanted(),
                        after.imported().lists(),
                        Recall.NOTHING))));
        assertThat(check(read(), looked)).isEqualTo(whole());
    }

    @Test
    void aTypeOfTheProjectsOwnCountsToo() throws IOException {
        looked();
        String type = read().device("F11").type().text();
        Path own = Files.createDirectories(site.resolve("types")).resolve(type + ".yaml");
        String text = Catalogue.text(type);
        Files.writeString(own, text.replaceFirst("(?m)^maker: .*$", "maker: Skarholm tidal works"));
        assertThat(looked()).contains("F11", "M31", "RTU1");
        Files.delete(own);
        looked();
    }

    /** What is kept may be cut, swapped or of another: it is made again. The larger one has the findings, the other one the sound devices. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whatIsKeptMayBeAltered(boolean areFindings) throws IOException {
        looked();
        FileState.await();
        looked();
        Path kept;
        try (Stream<Path> files = Files.list(place.cache())) {
            List<Path> pieces = files.filter(file -> file.toString().endsWith(".pieces"))
                    .sorted(Comparator.comparingLong(file -> file.toFile().length()))
                    .toList();
            assertThat(pieces).hasSize(2);
            kept = pieces.get(areFindings ? 1 : 0);
        }
        byte[] sound = Files.readAllBytes(kept);
        Random random = new Random(11);
        for (int round = 0; round < 25; round++) {
            byte[] altered = round % 2 == 0 ? Arrays.copyOf(sound, random.nextInt(sound.length)) : sound.clone();
            for (int i = 0; round % 2 == 1 && i < 5; i++) {
                altered[random.nextInt(altered.length)] ^= (byte) (1 + random.nextInt(255));
            }
            Files.write(kept, altered);
            Set<String> looked = new TreeSet<>(looked());
            assertThat(looked.isEmpty()).as("round " + round).isNotEqualTo(areFindings);
        }
    }

    /** Lines of device files changed, doubled, moved and taken out at random, files copied and removed: always the same answer. */
    @Test
    void randomEditsGiveTheFindingsOfAWholeCheck() throws IOException {
        Random random = new Random(2026);
        List<Path> files;
        try (Stream<Path> all = Files.list(site.resolve("devices"))) {
            files = new ArrayList<>(all.sorted().toList());
        }
        List<String> words = List.of("7", "no", "F11", "F12/BI1", "GW1", "300 A", "''", "RTU1/AI1", "nonsense");
        for (int edit = 0; edit < EDITS; edit++) {
            Path file = files.get(random.nextInt(files.size()));
            List<String> lines = new ArrayList<>(Files.readAllLines(file));
            int at = random.nextInt(lines.size());
            String line = lines.get(at);
            switch (random.nextInt(8)) {
                case 0 -> lines.remove(at);
                case 1 -> lines.add(at, "# a remark");
                case 2 -> lines.add(random.nextInt(lines.size()), line);
                case 3 -> {
                    Path copy = file.resolveSibling("C" + edit + ".yaml");
                    Files.writeString(copy, String.join("\n", lines) + "\n");
                    files.add(copy);
                }
                case 4 -> {
                    if (files.size() > 12 && random.nextBoolean()) {
                        Files.delete(file);
                        files.remove(file);
                        lines.clear();
                    }
                }
                default ->
                    lines.set(at, line.replaceFirst(": [^{].*$", ": " + words.get(random.nextInt(words.size()))));
            }
            if (!lines.isEmpty()) {
                Files.writeString(file, String.join("\n", lines) + "\n");
            }
            assertThat(ProjectCheck.check(read()))
                    .as("edit " + edit + " of " + file)
                    .isEqualTo(whole());
        }
    }
}
