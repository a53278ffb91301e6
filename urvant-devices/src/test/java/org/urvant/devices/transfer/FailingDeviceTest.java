package org.urvant.devices.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.Failures;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.configuration.Configuration;

/** Whatever fails on the way, the device holds the old configuration or the new one, whole, and says which. */
class FailingDeviceTest {
    private static final StandInProfile PROFILE = new StandInProfile(
            "ravnsund-g3",
            "2.1",
            "T-1",
            List.of(
                    new Account("engineer", AccessRole.ENGINEER, "ravnsund"),
                    new Account("viewer", AccessRole.VIEWER, "look-only")));
    private static final int STRIDE = 3;
    private static final Configuration OLD = configuration("old");
    private static final Configuration NEW = configuration("new");
    private static final Configuration OTHER = Configuration.of("GW1", Map.of());
    private static final int BLOCK = 64;

    @TempDir
    Path folder;

    private StandIn standIn;
    private Failures failures = Failures.none();

    private static Configuration configuration(String name) {
        return Configuration.of(
                "GW1",
                Map.of(
                        "hardware", Section.of(Map.of("type", Value.text("ravnsund-g3"))),
                        "settings", Section.of(Map.of("name", Value.text(name), "text", Value.text("x".repeat(60))))));
    }

    @BeforeEach
    void aDeviceWithTheOldConfiguration() {
        start(folder.resolve("device"));
        download(OLD);
    }

    @AfterEach
    void stop() {
        standIn.close();
    }

    private void start(Path state) {
        failures = Failures.none();
        standIn = StandIn.start(state, PROFILE, "127.0.0.1", 0, failures);
    }

    private MaintenanceLink link() {
        return new MaintenanceLink(standIn.address(), new KnownDevices(folder.resolve("known")), BLOCK);
    }

    private void download(Configuration wanted) {
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            Transfer transfer = new Transfer(link);
            transfer.run(transfer.plan(link.identify(), wanted), DeviceLink.BlockWatch.NONE);
        }
    }

    private Configuration held() {
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            return held(link);
        }
    }

    /** Returns what the device holds: it must be whole, and what the device says it is. */
    private static Configuration held(DeviceLink link) {
        Configuration held = link.read().orElseThrow();
        assertThat(link.identify().active()).contains(held.fingerprint());
        assertThat(held.bytes()).isIn(OLD.bytes(), NEW.bytes());
        return held;
    }

    /**
     * Counts the contents of one download both ways: staging state, blocks, activation, answers, reading back. Every third byte,
     * another third with each day; the torture run takes each byte of TLS.
     */
    @Test
    void theLineMayBreakAnywhere() {
        int first = LocalDate.now().getDayOfMonth() % STRIDE;
        int broken = 0;
        int afterActivation = 0;
        boolean done = false;
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            Transfer transfer = new Transfer(link);
            for (int bytes = first; !done; bytes += STRIDE) {
                link.stage(OTHER, DeviceLink.BlockWatch.NONE); // so that nothing is left to go on from
                Transfer.Plan plan = transfer.plan(link.identify(), NEW);
                failures.dropAfterBytes(bytes);
                try {
                    transfer.run(plan, DeviceLink.BlockWatch.NONE);
                    done = true;
                } catch (UnreachableException e) {
                    broken++;
                    Fingerprint held = held(link).fingerprint();
                    if (held.equals(NEW.fingerprint())) {
                        afterActivation++;
                        transfer.run(transfer.plan(link.identify(), OLD), DeviceLink.BlockWatch.NONE);
                    }
                }
            }
            failures.dropAfterBytes(Long.MAX_VALUE);
            assertThat(held(link).fingerprint()).isEqualTo(NEW.fingerprint());
        }
        assertThat(STRIDE * broken).as("bytes of one download").isGreaterThan(2 * NEW.length());
        assertThat(STRIDE * afterActivation).as("breaks after the activation").isGreaterThan(NEW.length());
    }

    @Test
    void thePowerMayGoAtEveryWrite() throws IOException {
        standIn.close();
        List<Fingerprint> outcomes = new ArrayList<>();
        boolean done = false;
        for (int write = 1; !done; write++) {
            Path state = folder.resolve("power-" + write);
            copy(folder.resolve("device"), state);
            start(state);
            int port = Integer.parseInt(standIn.address().split(":")[1]);
            failures.powerOffAtWrite(write);
            try {
                download(NEW);
                done = true;
            } catch (UnreachableException e) {
                assertThatThrownBy(() -> link().identify())
                        .as("a device without power")
                        .isInstanceOf(UnreachableException.class);
                standIn.close();
                standIn = StandIn.start(state, PROFILE, "127.0.0.1", port);
                outcomes.add(held().fingerprint());
                download(NEW);
                assertThat(held().fingerprint()).as("after write %s", write).isEqualTo(NEW.fingerprint());
            }
            standIn.close();
        }
        assertThat(outcomes).as("writes of one download").hasSizeGreaterThan(3 * (NEW.length() / BLOCK));
        assertThat(outcomes).containsOnly(OLD.fingerprint());
    }

    private static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to);
        try (Stream<Path> files = Files.list(from)) {
            for (Path file : files.toList()) {
                Files.copy(file, to.resolve(file.getFileName()));
            }
        }
    }

    @Test
    void aBrokenDownloadGoesOnWhereItStopped() {
        List<Long> first = new ArrayList<>();
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            failures.dropAfterBytes(2 * BLOCK + 200);
            assertThatThrownBy(() -> link.stage(NEW, (done, total) -> first.add(done)))
                    .isInstanceOf(UnreachableException.class)
                    .satisfies(failure ->
                            assertThat(((UrvantException) failure).remedy()).contains("goes on from there"));
        }
        List<Long> second = new ArrayList<>();
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            link.stage(NEW, (done, total) -> second.add(done));
        }
        assertThat(first).contains((long) BLOCK);
        assertThat(second.get(0)).isGreaterThanOrEqualTo(BLOCK);
        assertThat(second).last().isEqualTo((long) NEW.length());
    }

    @Test
    void aCorruptBlockIsSentAgain() {
        failures.corruptBlock(2);
        download(NEW);
        assertThat(held().fingerprint()).isEqualTo(NEW.fingerprint());
    }

    @Test
    void aSlowLineTakesItsTimeAndSaysHowFarItIs() {
        failures.bytesPerSecond(4000);
        List<Long> confirmed = new ArrayList<>();
        long start = System.nanoTime();
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            link.stage(NEW, (done, total) -> confirmed.add(done));
        }
        assertThat(System.nanoTime() - start).isGreaterThan(NEW.length() * 1_000_000_000L / 4000);
        assertThat(confirmed).isSorted().hasSizeGreaterThan(3);
    }

    @Test
    void fiveWrongPasswordsLockTheDeviceForTheRightOneToo() {
        try (MaintenanceLink link = link()) {
            for (int i = 0; i < 5; i++) {
                assertThatThrownBy(() -> link.logOn("engineer", "guess".toCharArray()))
                        .hasMessageContaining("password is wrong");
            }
            assertThatThrownBy(() -> link.logOn("engineer", "ravnsund".toCharArray()))
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining("locked");
        }
    }

    @Test
    void aPasswordIsChangedByWhoKnowsTheOldOneAndEndsOtherSessions() {
        char[] factory = "ravnsund".toCharArray();
        char[] own = "tide-table-1887".toCharArray();
        try (MaintenanceLink other = link();
                MaintenanceLink link = link()) {
            other.logOn("engineer", factory);
            link.logOn("engineer", factory);
            assertThatThrownBy(() -> link.changePassword("guess".toCharArray(), own))
                    .hasMessageContaining("the old password is wrong");
            assertThatThrownBy(() -> link.changePassword(factory, "short".toCharArray()))
                    .hasMessageContaining("too short");
            assertThatThrownBy(() -> link.changePassword(factory, factory))
                    .hasMessageContaining("that is the factory password");
            link.changePassword(factory, own);
            assertThat(link.factoryAccounts()).doesNotContain("engineer");
            assertThatThrownBy(other::factoryAccounts).hasMessageContaining("nobody is logged on");
            assertThatThrownBy(() -> link.changePassword(own, factory)).hasMessageContaining("factory password");
        }
        try (MaintenanceLink link = link()) {
            assertThatThrownBy(() -> link.logOn("engineer", factory)).hasMessageContaining("wrong");
            link.logOn("engineer", own);
        }
    }

    @Test
    void aRestartIsWaitedForAndKeepsTheConfiguration() {
        try (MaintenanceLink link = link()) {
            link.logOn("engineer", "ravnsund".toCharArray());
            DeviceLink.Health before = link.condition();
            link.restart();
            assertThatThrownBy(link::identify).hasMessageContaining("restarting");
            Verification.awaitRestart(link, before.since());
            assertThat(link.condition().isRunning()).isTrue();
            assertThat(link.condition().since()).isAfter(before.since());
            assertThatThrownBy(link::read).as("sessions end").hasMessageContaining("nobody is logged on");
        }
        assertThat(held().fingerprint()).isEqualTo(OLD.fingerprint());
    }

    @ParameterizedTest
    @ValueSource(strings = {"drop-afer=3", "drop-after", "drop-after=x", ""})
    void misspeltFailuresAreRefused(String word) {
        assertThatThrownBy(() -> Failures.of(List.of(word))).isInstanceOf(UnknownNameException.class);
    }
}
