package org.urvant.devices.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Step;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.configuration.Configuration;

class TransferTest {
    private static final StandInProfile PROFILE = new StandInProfile(
            "ravnsund-g3",
            "2.1",
            "T-1",
            List.of(
                    new Account("engineer", AccessRole.ENGINEER, "ravnsund"),
                    new Account("viewer", AccessRole.VIEWER, "look-only")));

    @TempDir
    Path folder;

    private StandIn standIn;

    @BeforeEach
    void start() {
        standIn = StandIn.start(folder.resolve("device"), PROFILE, "127.0.0.1", 0);
    }

    @AfterEach
    void stop() {
        standIn.close();
    }

    private static Configuration configuration(String type, int time) {
        return Configuration.of(
                "GW1",
                Map.of(
                        "hardware", Section.of(Map.of("type", Value.text(type))),
                        "settings", Section.of(Map.of("time", Value.number(time))),
                        "padding",
                                Section.of(Map.of("text", Value.text("x".repeat(3 * MaintenanceLink.BLOCK_BYTES))))));
    }

    private static Device device(String name, String type) {
        return Device.of(name, Plate.of(type, "2.1", Position.in("test")));
    }

    private MaintenanceLink link() {
        return new MaintenanceLink(standIn.address(), new KnownDevices(folder.resolve("known")));
    }

    private MaintenanceLink loggedOn() {
        MaintenanceLink link = link();
        link.logOn("engineer", "ravnsund".toCharArray());
        return link;
    }

    private Configuration download(Configuration wanted) {
        try (MaintenanceLink link = loggedOn()) {
            Transfer transfer = new Transfer(link);
            return transfer.run(transfer.plan(link.identify(), wanted), DeviceLink.BlockWatch.NONE);
        }
    }

    @Test
    void whatWasDownloadedIsReadBackAndSurvivesARestart() {
        Configuration wanted = configuration("ravnsund-g3", 5);
        assertThat(download(wanted).bytes()).isEqualTo(wanted.bytes());
        standIn.close();
        standIn = StandIn.start(folder.resolve("device"), PROFILE, "127.0.0.1", 0);
        try (MaintenanceLink link = loggedOn()) {
            Identity identity = link.identify();
            assertThat(identity.device()).isEqualTo("GW1");
            assertThat(identity.active()).contains(wanted.fingerprint());
            assertThat(link.read().orElseThrow().bytes()).isEqualTo(wanted.bytes());
            assertThat(new Transfer(link).plan(identity, wanted).isEqual()).isTrue();
        }
    }

    @Test
    void aChangeThatSomebodyElseMadeInBetweenIsRefusedWithBothFingerprints() {
        Configuration first = download(configuration("ravnsund-g3", 5));
        try (MaintenanceLink link = loggedOn()) {
            Transfer transfer = new Transfer(link);
            Transfer.Plan plan = transfer.plan(link.identify(), configuration("ravnsund-g3", 6));
            Configuration others = download(configuration("ravnsund-g3", 7));
            assertThatThrownBy(() -> transfer.run(plan, DeviceLink.BlockWatch.NONE))
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining(first.fingerprint().hex())
                    .hasMessageContaining(others.fingerprint().hex());
            assertThat(link.read().orElseThrow().fingerprint()).isEqualTo(others.fingerprint());
        }
    }

    @Test
    void whatIsMeantForAnotherDeviceIsRefused() {
        download(configuration("ravnsund-g3", 5));
        try (MaintenanceLink link = loggedOn()) {
            assertThatThrownBy(() -> Transfer.confirm(link, device("GW1", "ravnsund-g9")))
                    .hasMessageContaining("is a ravnsund-g3 (serial T-1), but GW1 is a ravnsund-g9");
            assertThatThrownBy(() -> Transfer.confirm(link, device("GW2", "ravnsund-g3")))
                    .hasMessageContaining("is GW1 (serial T-1), not GW2");
        }
        assertThatThrownBy(() -> download(configuration("ravnsund-g9", 5)))
                .hasMessageContaining("for a ravnsund-g9, this is a ravnsund-g3");
    }

    @Test
    void withoutTheRightPasswordNothingIsReadOrStaged() {
        try (MaintenanceLink link = link()) {
            assertThatThrownBy(() -> link.logOn("engineer", "wrong".toCharArray()))
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining("password is wrong")
                    .satisfies(failure -> assertThat(failure.toString()).doesNotContain("wrong\""));
            assertThatThrownBy(() -> link.logOn("admin", "ravnsund".toCharArray()))
                    .hasMessageContaining("user or password is wrong");
            assertThatThrownBy(link::read).hasMessageContaining("nobody is logged on");
            assertThatThrownBy(() -> link.stage(configuration("ravnsund-g3", 5), DeviceLink.BlockWatch.NONE))
                    .hasMessageContaining("nobody is logged on");
        }
    }

    @Test
    void aViewerMayReadButNotChange() {
        Configuration present = download(configuration("ravnsund-g3", 5));
        try (MaintenanceLink link = link()) {
            link.logOn("viewer", "look-only".toCharArray());
            assertThat(link.read().orElseThrow().fingerprint()).isEqualTo(present.fingerprint());
            assertThatThrownBy(() -> link.stage(configuration("ravnsund-g3", 6), DeviceLink.BlockWatch.NONE))
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining("viewer and may not change");
            assertThatThrownBy(() -> link.activate(present.fingerprint(), Optional.of(present.fingerprint())))
                    .hasMessageContaining("may not change");
            assertThatThrownBy(link::restart).hasMessageContaining("may not change");
        }
    }

    @Test
    void anotherCertificateThanAtFirstContactIsRefused() {
        int port = Integer.parseInt(standIn.address().split(":")[1]);
        try (MaintenanceLink link = link()) {
            link.identify();
            assertThat(link.isFirstContact()).isTrue();
        }
        standIn.close();
        standIn = StandIn.start(folder.resolve("impostor"), PROFILE, "127.0.0.1", port);
        try (MaintenanceLink link = link()) {
            assertThatThrownBy(link::identify)
                    .isInstanceOf(RefusedException.class)
                    .hasMessageContaining("another certificate")
                    .satisfies(failure -> assertThat(
                                    ((RefusedException) failure).mend().steps())
                            .extracting(Step::action)
                            .containsExactly(Step.Action.FORGET));
        }
        assertThat(new KnownDevices(folder.resolve("known")).forget(standIn.address()))
                .isTrue();
        try (MaintenanceLink link = link()) {
            assertThat(link.identify().serial()).isEqualTo("T-1");
        }
    }

    @Test
    void aDeviceThatIsNotThereIsSaidToBeSo() {
        standIn.close();
        try (MaintenanceLink link = link()) {
            assertThatThrownBy(link::identify)
                    .isInstanceOf(UnreachableException.class)
                    .hasMessageContaining("no device answers at " + standIn.address());
        }
    }
}
