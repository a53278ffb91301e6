package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.mockito.AdditionalAnswers;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Step;
import org.urvant.file.ExclusiveLock;
import org.urvant.file.SafeFile;
import org.urvant.file.Volume;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;
import org.urvant.project.reference.References;

/** Changes that are cut off at every step that they do on the disk, made at the same time, or come from strangers. */
class CutOffTest {
    private static final Prepared PREPARED = new Prepared(CutOffTest::prepare);
    private static final Workplace TESTER = Skarholm.workplace("tester");

    @TempDir
    private Path root;

    private static void prepare(Path site) {
        ProjectFolder folder = ProjectFolder.create(site, "Skarholm tidal works", TESTER);
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(made -> Sites.gateway(made.with(Sites.feeder()), "GW1", "192.0.2.20", "47"));
        folder.change(made -> Sites.gateway(made, "GW2", "192.0.2.21", "48"));
        folder.history("GW1").saved(folder.basis("GW1"), "before");
    }

    private enum Change {
        SET_TWO(folder -> folder.change(site -> ValueChange.set(
                site, Map.of("GW1", Map.of("watchdog.time", "11"), "GW2", Map.of("watchdog.time", "12"))))),
        MAP(folder -> Skarholm.map(folder, "GW2", OptionalInt.of(4000), "F01MEAS/MMXU1.TotW.mag.f")),
        IMPORT(folder -> folder.importScl(newer(folder.root().resolveSibling("F01.cid")))),
        REMOVE(folder -> {
            Project site = folder.load();
            folder.carryOut(SourceRemoval.of(site, "F02.cid").change(site));
        }),
        RENAME(folder -> {
            Project site = folder.load();
            folder.carryOut(Renaming.of(site, References.find(site, List.of("device", "GW1")), "GW7")
                    .change(site));
        }),
        COPY(folder -> {
            Project site = folder.load();
            folder.carryOut(DeviceChange.copy(site, "GW1", "GW3", true).change(site));
        }),
        QUERY(folder -> folder.saveQuery("trips", "kind:trip")),
        UNDO(folder -> folder.undo(false));

        private final Consumer<ProjectFolder> work;

        Change(Consumer<ProjectFolder> work) {
            this.work = work;
        }

        private static Path newer(Path file) {
            String text = SafeFile.readText(Path.of("../demo/F01.cid"), 10_000_000, "F01.cid");
            SafeFile.writeText(file, text.replace("192.0.2.11", "192.0.2.111"));
            return file;
        }
    }

    /** Returns what stands in the project, but for what may be deleted at any time. */
    private static SortedMap<String, String> state(Path site, String... others) {
        SortedMap<String, String> state = new TreeMap<>();
        try (Stream<Path> paths = Files.walk(site)) {
            for (Path path : paths.filter(Files::isRegularFile).toList()) {
                String name = site.relativize(path).toString().replace('\\', '/');
                if (!name.startsWith(".urvant")
                        && !name.startsWith("journal")
                        && Stream.of(others).noneMatch(name::startsWith)) {
                    state.put(name, new String(Files.readAllBytes(path), StandardCharsets.UTF_8));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return state;
    }

    @ParameterizedTest
    @EnumSource
    void aChangeThatIsKilledIsWholeOrNotThereAndCanBeUndone(Change change) {
        ProjectFolder whole = PREPARED.copy(root.resolve("whole/site"));
        SortedMap<String, String> before = state(whole.root());
        change.work.accept(whole);
        SortedMap<String, String> after = state(whole.root());
        assertThat(after).isNotEqualTo(before);
        int befores = 0;
        int afters = 0;
        boolean isHalf = false;
        for (int steps = 0; steps >= 0; ) {
            Path site = root.resolve(steps + (isHalf ? "half" : "") + "/site");
            PREPARED.copy(site);
            DeadlyDisk disk = new DeadlyDisk(steps, isHalf);
            boolean isKilled = false;
            try {
                change.work.accept(ProjectFolder.open(site, TESTER, disk));
            } catch (DeadlyDisk.Killed e) {
                isKilled = true;
            }
            ProjectFolder opened = ProjectFolder.open(site, TESTER);
            assertThat(opened.load().remarks().findings()).isEmpty();
            SortedMap<String, String> now = state(site);
            assertThat(now).isIn(before, after);
            befores += now.equals(before) ? 1 : 0;
            afters += now.equals(after) ? 1 : 0;
            assertThat(opened.undo(false).files()).isNotEmpty();
            if (change != Change.UNDO && now.equals(after)) {
                assertThat(state(site, "ledger/", "backups/")).isEqualTo(without(before));
            }
            isHalf = isKilled && disk.isTorn() && !isHalf;
            steps = isHalf ? steps : isKilled ? steps + 1 : -1;
        }
        assertThat(befores).isGreaterThan(3);
        assertThat(afters).isGreaterThan(3);
    }

    private static SortedMap<String, String> without(SortedMap<String, String> state) {
        SortedMap<String, String> rest = new TreeMap<>(state);
        rest.keySet().removeIf(name -> name.startsWith("ledger/") || name.startsWith("backups/"));
        return rest;
    }

    private ProjectFolder cutOff(Path site) {
        ProjectFolder folder = PREPARED.copy(site);
        ProjectFolder dying = ProjectFolder.open(site, TESTER, new DeadlyDisk(9, false));
        dying.describe("set two gateways");
        assertThatThrownBy(() -> Change.SET_TWO.work.accept(dying)).isInstanceOf(DeadlyDisk.Killed.class);
        assertThat(site.resolve("journal/index.json")).exists();
        return folder;
    }

    @Test
    void whatThisUserBeganIsFinishedAndSaid() {
        cutOff(root.resolve("site"));
        ProjectFolder opened = ProjectFolder.open(root.resolve("site"), TESTER);
        assertThat(opened.finished()).map(CutOff::title).contains("set two gateways");
        assertThat(ProjectFolder.open(root.resolve("site"), TESTER).finished()).isEmpty();
    }

    @Test
    void aJournalOfSomebodyElseIsShownAndAskedAbout() {
        Path site = root.resolve("site");
        cutOff(site);
        Workplace other = new Workplace("other", Skarholm.CLOCK, root.resolve("other"));
        SortedMap<String, String> state = state(site);
        assertThatThrownBy(() -> ProjectFolder.open(site, other))
                .isInstanceOfSatisfying(RefusedException.class, refusal -> {
                    assertThat(refusal).hasMessageContainingAll("set two gateways", "tester", "2026-11-23T10:00:00Z");
                    assertThat(refusal.mend().steps()).containsExactly(Step.of(Step.Action.RECOVER));
                });
        assertThat(state(site)).isEqualTo(state);
        assertThat(ProjectFolder.cutOff(site, other)).map(CutOff::files).hasValueSatisfying(files -> assertThat(files)
                .containsExactlyInAnyOrder("devices/GW1.yaml", "devices/GW2.yaml"));
        assertThat(ProjectFolder.setAside(site, other)).startsWith("backups/journals/");
        assertThat(ProjectFolder.open(site, other).load().devices()).hasSize(2);
        cutOff(root.resolve("again"));
        ProjectFolder.finish(root.resolve("again"), other);
        Project finished = ProjectFolder.open(root.resolve("again"), other).load();
        assertThat(ValueChange.shown(finished, "GW2", "watchdog.time")).startsWith("12");
    }

    @Test
    void aJournalThatWasWrittenByHandLeadsNowhere() throws IOException {
        Path site = root.resolve("site");
        cutOff(site);
        Path index = site.resolve("journal/index.json");
        Path outside = Files.writeString(root.resolve("outside.txt"), "theirs");
        Files.writeString(index, Files.readString(index).replace("devices/GW2.yaml", "../outside.txt"));
        assertThatThrownBy(() -> ProjectFolder.open(site, TESTER)).isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> ProjectFolder.finish(site, TESTER)).hasMessageContaining("outside the project");
        assertThat(outside).hasContent("theirs");
        Files.writeString(index, "{}");
        assertThatThrownBy(() -> ProjectFolder.open(site, TESTER)).hasMessageContaining("no journal of a change");
    }

    @Test
    void noLinkInAProjectIsFollowed() throws IOException {
        Path outside = Files.createDirectory(root.resolve("outside"));
        Path theirs = Files.writeString(outside.resolve("GW9.yaml"), "theirs");
        for (String name : new String[] {"devices/GW1.yaml", "ledger/GW1.jsonl", "backups", ".urvant", "journal"}) {
            Path site = root.resolve(name.replace('/', '-')).resolve("site");
            ProjectFolder folder = PREPARED.copy(site);
            Path link = site.resolve(name);
            if (Files.exists(link)) {
                Files.move(link, root.resolve(name.replace('/', '-') + ".moved"));
            }
            Files.createSymbolicLink(link, name.endsWith("l") ? theirs : outside);
            assertThatThrownBy(() -> {
                        folder.change(made -> ValueChange.set(made, "GW1", Map.of("watchdog.time", "11")));
                        folder.carryOut(
                                SourceRemoval.of(folder.load(), "F02.cid").change(folder.load()));
                        folder.history("GW1").saved(folder.basis("GW1"), "again");
                    })
                    .as(name)
                    .isInstanceOf(UrvantException.class)
                    .hasMessageContaining("is a link");
        }
        assertThat(theirs).hasContent("theirs");
        assertThat(outside.toFile().list()).hasSize(1);
    }

    @Test
    void aFullDiskChangesNothingOrFinishesLater() {
        Path site = root.resolve("site");
        SortedMap<String, String> before = state(PREPARED.copy(site).root());
        Volume full = mock(Volume.class, AdditionalAnswers.delegatesTo(Volume.DISK));
        doThrow(new UnreachableException("cannot write (no space left on device)", "Make room.", null))
                .when(full)
                .create(any(), any());
        assertThatThrownBy(() -> Change.MAP.work.accept(ProjectFolder.open(site, TESTER, full)))
                .hasMessageContaining("no space left");
        assertThat(state(site)).isEqualTo(before);
        Volume late = mock(Volume.class, AdditionalAnswers.delegatesTo(Volume.DISK));
        doThrow(new UnreachableException("cannot write (no space left on device)", "Make room.", null))
                .when(late)
                .append(any(), anyLong(), any());
        assertThatThrownBy(() -> Change.MAP.work.accept(ProjectFolder.open(site, TESTER, late)))
                .hasMessageContaining("no space left");
        Project later = ProjectFolder.open(site, TESTER).load();
        assertThat(later.device("GW2").mappings()).hasSize(27);
        assertThat(later.device("GW2").addresses().owners()).hasSize(27);
    }

    @Test
    void changesAtTheSameTimeAreAllMade() throws IOException {
        Path site = root.resolve("site");
        PREPARED.copy(site);
        ExecutorService pool = Executors.newFixedThreadPool(8);
        CompletableFuture<?>[] all = new CompletableFuture<?>[40];
        for (int i = 0; i < all.length; i++) {
            int number = i;
            all[i] = CompletableFuture.runAsync(
                    () -> {
                        ProjectFolder folder = ProjectFolder.open(site, TESTER);
                        folder.saveQuery("q" + number, "kind:trip");
                        folder.history("GW1").saved(folder.basis("GW1"), "q" + number);
                        assertThat(folder.load().devices()).hasSize(2);
                    },
                    pool);
        }
        CompletableFuture.allOf(all).join();
        pool.shutdown();
        ProjectFolder folder = ProjectFolder.open(site, TESTER);
        assertThat(folder.queries()).hasSize(40);
        assertThat(folder.history("GW1").lines()).hasSizeGreaterThanOrEqualTo(41);
    }

    @Test
    void whoWaitsIsToldWhoChangesTheProject() {
        Path site = root.resolve("site");
        ProjectFolder folder = PREPARED.copy(site);
        ExclusiveLock held = folder.hold();
        try {
            CompletableFuture<Void> other = CompletableFuture.runAsync(
                    () -> ExclusiveLock.take(site.resolve(".urvant/lock"), "other", Duration.ofMillis(50))
                            .close());
            assertThatThrownBy(other::join)
                    .hasCauseInstanceOf(RefusedException.class)
                    .hasMessageContaining("being changed by tester (a change) since 20");
        } finally {
            held.close();
        }
    }
}
