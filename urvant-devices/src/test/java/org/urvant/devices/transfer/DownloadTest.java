package org.urvant.devices.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.InOrder;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Desk;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.DeviceLink.Health;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.Failures;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.DownloadRules;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.DeadlyDisk;
import org.urvant.project.folder.Ledger;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Skarholm;
import org.urvant.project.kit.Sites;
import org.urvant.project.type.Catalogue;

/** A download with all that belongs to it, over a link that stands in for any device, and once over a real socket. */
class DownloadTest {
    private static final Instant NOON = Instant.parse("2026-11-23T12:00:00Z");
    private static final InstantSource CLOCK = InstantSource.fixed(NOON);

    @TempDir
    private Path root;

    private final DeviceLink link = mock(DeviceLink.class);
    private final Desk desk = mock(Desk.class);
    private ProjectFolder folder;
    private Configuration wanted;
    private Configuration present;

    @BeforeEach
    void site() {
        folder = ProjectFolder.create(root.resolve("site"), "Skarholm tidal works", Skarholm.workplace("tester"));
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(before -> Sites.gateway(before.with(Sites.feeder()), "GW1", "192.0.2.20", "47"));
        Project site = folder.load();
        wanted = ConfigurationBuilder.build(site, site.device("GW1"));
        Project earlier = ValueChange.set(site, "GW1", Map.of("network.address", "192.0.2.22", "scada.port", "2405"));
        present = ConfigurationBuilder.build(earlier, earlier.device("GW1"));
        when(link.address()).thenReturn("192.0.2.20:8443");
        when(link.identify())
                .thenReturn(new Identity(
                        "GW1",
                        "ravnsund-g3",
                        "2.1",
                        "A-1",
                        "",
                        "",
                        Optional.empty(),
                        Optional.of(present.fingerprint())));
        when(link.clock()).thenReturn(NOON);
        when(link.read()).thenReturn(Optional.of(present));
    }

    private Map<String, String> files() {
        Map<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.walk(folder.root())) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                files.put(
                        folder.root().relativize(file).toString(), Files.readString(file, StandardCharsets.ISO_8859_1));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return files;
    }

    @Test
    void aPlanSaysAllAndWritesNothingAnywhere() {
        Map<String, String> before = files();
        Download.Plan plan = Download.plan(folder, "GW1", link, CLOCK);
        assertThat(plan.isEqual()).isFalse();
        assertThat(plan.transfer().comparison().count()).isEqualTo(2);
        assertThat(plan.effects()).extracting(Finding::rule).contains(DownloadRules.RESTART_NEEDED);
        assertThat(plan.needsRestart()).isTrue();
        assertThat(plan.clockAhead()).isZero();
        assertThat(files()).isEqualTo(before);
        verify(link, never()).stage(any(), any());
        verify(link, never()).activate(any(), any());
        verify(link, never()).restart();
    }

    @Test
    void aRunKeepsSendsProvesWritesAndRestartsInThisOrder() {
        Download.Plan plan = Download.plan(folder, "GW1", link, CLOCK);
        when(link.read()).thenReturn(Optional.of(wanted));
        when(link.condition())
                .thenReturn(new Health(true, NOON), new Health(false, NOON), new Health(true, NOON.plusSeconds(20)));
        Download.Outcome outcome = Download.run(folder, plan, link, desk, Optional.of(CLOCK));
        InOrder order = inOrder(desk, link);
        order.verify(desk).ask("Overwrite what GW1 runs?", "nothing was sent");
        order.verify(link).stage(any(), any());
        order.verify(link).activate(wanted.fingerprint(), Optional.of(present.fingerprint()));
        order.verify(link).setClock(NOON);
        order.verify(link).restart();
        assertThat(outcome.held()).isSameAs(wanted);
        assertThat(outcome.isRestarted()).isTrue();
        assertThat(folder.root().resolve(outcome.backup().orElseThrow())).hasBinaryContent(present.bytes());
        Project after = folder.load();
        assertThat(after.device("GW1").record().downloaded()).contains(wanted.fingerprint());
        assertThat(after.device("GW1").record().serial()).isEqualTo("A-1");
    }

    /** Columns: what happens between plan and run, and what is said; nothing is sent. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            nobody agrees          | not agreed
            a value is changed     | the project was changed since the plan was made
            a mapping is changed   | the project was changed since the plan was made
            a file is imported     | the project was changed since the plan was made
            """)
    void aRunIsRefusedWhenWhatThePlanRestsOnHasChanged(String what, String said) {
        Download.Plan plan = Download.plan(folder, "GW1", link, CLOCK);
        switch (what) {
            case "nobody agrees" ->
                doThrow(new RefusedException("not agreed", "Again.")).when(desk).ask(anyString(), anyString());
            case "a value is changed" -> folder.set(folder.load(), "GW1", Map.of("watchdog.time", "12"));
            case "a mapping is changed" ->
                folder.change(site -> site.with(site.device("GW1")
                        .withMappings(site.device("GW1").mappings().subList(1, 5))));
            default -> folder.importScl(Path.of("../demo/nb2.icd"));
        }
        assertThatThrownBy(() -> Download.run(folder, plan, link, desk)).hasMessageContaining(said);
        verify(link, never()).stage(any(), any());
        assertThat(folder.load().device("GW1").record().downloaded()).isEmpty();
        assertThat(folder.root().resolve("backups")).doesNotExist();
    }

    @Test
    void errorsAgainstTheDeviceStandInTheWayAndThoseOfOthersDoNot() {
        folder.change(site -> Sites.gateway(site, "GW2", "192.0.2.21", "48"));
        folder.change(
                site -> Sites.written(site, "GW2", "station.name=; F01.report-instance=2; F02.report-instance=2"));
        Project site = folder.load();
        List<Finding> findings = ProjectCheck.check(site);
        assertThatThrownBy(() -> Download.plan(folder, site, findings, "GW2", link, CLOCK))
                .hasMessageContaining("errors stand against GW2");
        assertThat(Download.plan(folder, site, findings, "GW1", link, CLOCK).device())
                .isEqualTo("GW1");
    }

    @Test
    void aRealDeviceHoldsWhatTheProjectSays() {
        var type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-7", type.accounts());
        try (StandIn gateway = StandIn.start(root.resolve("device"), profile, "127.0.0.1", 0);
                DeviceLink real = new MaintenanceLink(gateway.address(), new KnownDevices(root.resolve("known")))) {
            real.logOn("engineer", "ravnsund".toCharArray());
            Download.Plan plan = Download.plan(folder, "GW1", real, InstantSource.system());
            Download.Outcome outcome = Download.run(folder, plan, real, Desk.AGREED);
            assertThat(outcome.held().bytes()).isEqualTo(wanted.bytes());
            assertThat(outcome.backup()).isEmpty();
            assertThat(outcome.isRestarted()).isTrue();
            real.logOn("engineer", "ravnsund".toCharArray()); // a restart ends what was logged on
            assertThat(Download.plan(folder, "GW1", real, InstantSource.system())
                            .isEqual())
                    .isTrue();
            assertThat(folder.load().device("GW1").record().serial()).isEqualTo("A-7");
        }
    }

    /** A device in memory whose line fails at one of its operations, before or after it had its effect. */
    private final class Flaky implements DeviceLink {
        private final int failAt;
        private final boolean after;
        private Configuration active = present;
        private Configuration staged;
        private int operations;
        private int restarts;
        private boolean mustRestart;

        Flaky(int failAt, boolean after) {
            this.failAt = failAt;
            this.after = after;
        }

        private void run(Runnable effect) {
            boolean fails = ++operations == failAt;
            if (!fails || after) {
                effect.run();
            }
            if (fails) {
                throw new UnreachableException("the line was lost", "Again.", null);
            }
        }

        @Override
        public String address() {
            return "192.0.2.20:8443";
        }

        @Override
        public Identity identify() {
            return new Identity(
                    "GW1", "ravnsund-g3", "2.1", "A-1", "", "", Optional.empty(), Optional.of(active.fingerprint()));
        }

        @Override
        public Optional<Configuration> read() {
            run(() -> {});
            return Optional.of(active);
        }

        @Override
        public Instant clock() {
            return NOON;
        }

        @Override
        public Health condition() {
            run(() -> {});
            return new Health(true, NOON.plusSeconds(restarts));
        }

        @Override
        public List<String> factoryAccounts() {
            return List.of();
        }

        @Override
        public void logOn(String user, char[] password) {}

        @Override
        public void changePassword(char[] old, char[] password) {}

        @Override
        public void stage(Configuration configuration, BlockWatch progress) {
            run(() -> staged = configuration);
        }

        @Override
        public void activate(Fingerprint wantedNow, Optional<Fingerprint> replaces) {
            run(() -> {
                assertThat(replaces).contains(active.fingerprint());
                active = staged;
                mustRestart = true;
            });
        }

        @Override
        public void restart() {
            run(() -> {
                restarts++;
                mustRestart = false;
            });
        }

        @Override
        public void setClock(Instant now) {}

        @Override
        public void close() {}
    }

    /** Whatever operation the line is lost at, one more download makes it whole: device, restart, ledger, marks. */
    @Test
    void aDownloadThatWasCutOffIsFinishedByTheNext() throws IOException {
        int cut = 0;
        int finished = 0;
        for (boolean after : new boolean[] {false, true}) {
            boolean done = false;
            for (int at = 1; !done; at++) {
                forgetThePast();
                Flaky device = new Flaky(at, after);
                try {
                    Download.run(folder, Download.plan(folder, "GW1", device, CLOCK), device);
                    done = true;
                } catch (UnreachableException e) {
                    cut++;
                }
                String where = "operation " + at + (after ? ", after it" : ", before it");
                Optional<DeviceRecord.Intention> open =
                        folder.load().device("GW1").record().unfinished();
                Download.Plan next = Download.plan(folder, "GW1", device, CLOCK);
                if (device.mustRestart) {
                    assertThat(next.isEqual()).as(where).isFalse();
                    assertThat(open).as(where).isPresent();
                    assertThat(ProjectCheck.check(folder.load()))
                            .as(where)
                            .anyMatch(finding -> finding.rule() == DownloadRules.DOWNLOAD_UNFINISHED);
                    finished++;
                }
                if (!next.isEqual()) {
                    Download.run(folder, next, device);
                }
                expectWhole(device, where);
            }
        }
        assertThat(cut).isGreaterThan(8);
        assertThat(finished).as("cut between activation and restart").isGreaterThan(3);
    }

    private void forgetThePast() throws IOException {
        Files.deleteIfExists(folder.root().resolve("ledger/GW1.jsonl"));
        Files.deleteIfExists(folder.root().resolve("ledger/heads"));
    }

    private void expectWhole(Flaky device, String where) {
        assertThat(device.active.fingerprint()).as(where).isEqualTo(wanted.fingerprint());
        assertThat(device.mustRestart).as(where).isFalse();
        DeviceRecord record = folder.load().device("GW1").record();
        assertThat(record.downloaded()).as(where).contains(wanted.fingerprint());
        assertThat(record.unfinished()).as(where).isEmpty();
        assertThat(Download.plan(folder, "GW1", device, CLOCK).isEqual())
                .as(where)
                .isTrue();
        assertThat(folder.history("GW1").lines().stream()
                        .map(Ledger.Line::event)
                        .filter(event -> event.equals("downloaded")))
                .as(where)
                .hasSize(1);
        assertThat(folder.history("GW1").findings()).as(where).isEmpty();
    }

    /** Whatever step on the disk the program is killed at, before it or half-way through it: the same. */
    @Test
    void aDownloadThatIsKilledOnTheDiskIsFinishedByTheNext() throws IOException {
        int killed = 0;
        boolean isHalf = false;
        for (int steps = 0; steps >= 0; ) {
            forgetThePast();
            Flaky device = new Flaky(0, false);
            DeadlyDisk disk = new DeadlyDisk(steps, isHalf);
            boolean isKilled = false;
            try {
                ProjectFolder dying = Skarholm.open(folder.root(), disk);
                Download.run(dying, Download.plan(dying, "GW1", device, CLOCK), device);
            } catch (DeadlyDisk.Killed e) {
                isKilled = true;
                killed++;
            }
            Download.Plan next = Download.plan(folder, "GW1", device, CLOCK);
            if (!next.isEqual()) {
                Download.run(folder, next, device);
            }
            expectWhole(device, "step " + steps + (isHalf ? ", by half" : ""));
            isHalf = isKilled && disk.isTorn() && !isHalf;
            steps = isHalf ? steps : isKilled ? steps + 1 : -1;
        }
        assertThat(killed).isGreaterThan(40);
    }

    /** The same over TLS: the line is cut after so many bytes, again and again, and each value still arrives whole. */
    @Test
    void aLineThatIsCutLeavesNothingHalfDone() {
        var type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-7", type.accounts());
        Failures failures = Failures.none();
        int cut = 0;
        try (StandIn gateway = StandIn.start(root.resolve("device"), profile, "127.0.0.1", 0, failures);
                DeviceLink real = new MaintenanceLink(gateway.address(), new KnownDevices(root.resolve("known")))) {
            for (int round = 0; round < 24; round++) {
                folder.set(folder.load(), "GW1", Map.of("scada.port", String.valueOf(2405 + round)));
                real.logOn("engineer", "ravnsund".toCharArray());
                Download.Plan plan = Download.plan(folder, "GW1", real, InstantSource.system());
                assertThat(plan.needsRestart()).isTrue();
                failures.dropAfterBytes(round * 1_500L);
                try {
                    Download.run(folder, plan, real);
                } catch (UnreachableException | RefusedException e) {
                    cut++;
                }
                failures.dropAfterBytes(Long.MAX_VALUE);
                real.logOn("engineer", "ravnsund".toCharArray());
                Download.Plan again = Download.plan(folder, "GW1", real, InstantSource.system());
                if (!again.isEqual()) {
                    Download.run(folder, again, real);
                }
                DeviceRecord record = folder.load().device("GW1").record();
                assertThat(record.unfinished()).isEmpty();
                assertThat(record.downloaded())
                        .contains(plan.transfer().wanted().fingerprint());
            }
        }
        List<String> events = folder.history("GW1").lines().stream()
                .map(Ledger.Line::event)
                .filter(event -> event.equals("downloaded") || event.equals("restarted"))
                .toList();
        assertThat(cut).as("rounds that were cut").isBetween(5, 23);
        assertThat(events).hasSize(48);
        for (int i = 0; i < events.size(); i += 2) {
            assertThat(events.subList(i, i + 2)).containsExactly("downloaded", "restarted");
        }
    }
}
