package org.urvant.devices.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.Account;
import org.urvant.core.error.UnknownNameException;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;
import org.urvant.project.type.Catalogue;

/** How a stand-in misbehaves when told, and how it keeps passwords, on a disk that stands in for its own. */
class StandInPartsTest {
    private static final Account ENGINEER =
            Catalogue.type("ravnsund-g3").orElseThrow().engineer().orElseThrow();

    private final Map<String, byte[]> files = new HashMap<>();

    private Disk disk() {
        Disk disk = mock(Disk.class);
        when(disk.read(anyString()))
                .thenAnswer(call -> Optional.ofNullable(files.get(call.getArgument(0, String.class))));
        doAnswer(call -> files.put(call.getArgument(0), call.getArgument(1)))
                .when(disk)
                .replace(anyString(), any());
        return disk;
    }

    @ParameterizedTest
    @CsvSource({"drop=3", "drop-after", "drop-after=", "drop-after=x", "drop-after=-1", "drop-after=1234567890", "''"})
    void aWordThatNamesNoFailureIsRefusedWithThoseThatDo(String word) {
        assertThatThrownBy(() -> Failures.of(List.of(word)))
                .isInstanceOfSatisfying(
                        UnknownNameException.class, refusal -> assertThat(refusal.getMessage() + refusal.remedy())
                                .contains("there is no failure '" + word + "'", "=N"));
    }

    /** However the bytes come, exactly so many pass before the line is cut, once; then the line is whole again. */
    @Property(tries = 200)
    void theLineIsCutAfterSoManyBytesOnce(
            @ForAll @IntRange(min = 0, max = 500) int cut,
            @ForAll @Size(min = 1, max = 30) List<@IntRange(min = 1, max = 60) Integer> parts)
            throws InterruptedException {
        Failures failures = Failures.of(List.of("drop-after=" + cut));
        long passed = 0;
        boolean isCut = false;
        for (int part : parts) {
            int passing = failures.passing(part);
            if (!isCut) {
                passed += passing;
                isCut = passing < part;
                assertThat(passed).isLessThanOrEqualTo(cut);
                assertThat(isCut).isEqualTo(passed == cut && passing < part);
            } else {
                assertThat(passing).as("after the cut").isEqualTo(part);
            }
        }
        long sent = parts.stream().mapToLong(Integer::longValue).sum();
        assertThat(passed).isEqualTo(isCut ? cut : sent);
    }

    @Test
    void aBlockIsCorruptedAndPowerGoesAtItsNumberOnce() {
        Failures failures = Failures.of(List.of("corrupt-block=3", "power-off-at-write=2"));
        assertThat(List.of(failures.corruptsNextBlock(), failures.corruptsNextBlock(), failures.corruptsNextBlock()))
                .containsExactly(false, false, true);
        assertThat(failures.corruptsNextBlock()).isFalse();
        assertThat(failures.powerGoesAtNextWrite()).isFalse();
        assertThat(failures.powerGoesAtNextWrite()).isTrue();
        assertThat(failures.powerGoesAtNextWrite()).isFalse();
        Failures none = Failures.none();
        assertThat(none.corruptsNextBlock() || none.powerGoesAtNextWrite()).isFalse();
    }

    @Test
    void aPasswordIsKeptAsASaltedHashAndNeverAsItIs() {
        Passwords passwords = new Passwords(disk(), ENGINEER);
        assertThat(passwords.isFactory()).isTrue();
        assertThat(passwords.accepts(ENGINEER.factoryPassword())).isTrue();
        passwords.set("a long one with blanks, ünï");
        assertThat(passwords.isFactory()).isFalse();
        assertThat(passwords.accepts("a long one with blanks, ünï")).isTrue();
        assertThat(passwords.accepts(ENGINEER.factoryPassword())).isFalse();
        byte[] first = files.get("user-" + ENGINEER.user() + ".json").clone();
        passwords.set("a long one with blanks, ünï");
        byte[] second = files.get("user-" + ENGINEER.user() + ".json");
        assertThat(second).as("the salt is another each time").isNotEqualTo(first);
        assertThat(new String(second, StandardCharsets.UTF_8)).doesNotContain("long one");
        assertThat(files).hasSize(1);
    }

    /** A device that comes back from a restart knows the password that was set, not that of the factory. */
    @Test
    void aPasswordOutlivesARestart() {
        Disk disk = disk();
        new Passwords(disk, ENGINEER).set("another");
        Passwords after = new Passwords(disk, ENGINEER);
        assertThat(after.accepts("another")).isTrue();
        assertThat(after.isFactory()).isFalse();
    }

    @Test
    void fiveWrongPasswordsLockTheDeviceAndARightOneBeforeDoesNot() {
        Passwords passwords = new Passwords(disk(), ENGINEER);
        for (int i = 0; i < 4; i++) {
            assertThat(passwords.accepts("wrong")).isFalse();
        }
        assertThat(passwords.isLocked()).isFalse();
        assertThat(passwords.accepts(ENGINEER.factoryPassword())).isTrue();
        for (int i = 0; i < 5; i++) {
            assertThat(passwords.isLocked()).isFalse();
            passwords.accepts("wrong");
        }
        assertThat(passwords.isLocked()).isTrue();
    }

    @Test
    void aDiskThatFailsKeepsTheOldPassword() {
        Disk disk = disk();
        Passwords passwords = new Passwords(disk, ENGINEER);
        passwords.set("old one");
        doThrow(new PowerLostException("power lost")).when(disk).replace(anyString(), any());
        assertThatThrownBy(() -> passwords.set("new one")).isInstanceOf(PowerLostException.class);
        assertThat(passwords.accepts("old one")).isTrue();
        assertThat(passwords.accepts("new one")).isFalse();
        verify(disk, never()).delete(anyString());
    }

    /** Stand-ins of a site start together, each as the project means its unit, or none does. */
    @Test
    void aBenchRunsAllOrNone(@TempDir Path state) throws IOException {
        Project site = Sites.skarholm();
        assertThatThrownBy(() -> Bench.start(site, state, Failures.none())).hasMessageContaining("loopback link");
        int[] ports = new int[2];
        for (int i = 0; i < ports.length; i++) {
            try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
                ports[i] = free.getLocalPort();
            }
        }
        Project both = ValueChange.set(site, "GW1", Map.of("link", "127.0.0.1:" + ports[0], "serial", "S-7"));
        both = NewDevice.add(
                both, "GD1", NewDevice.Start.of("kvitskjer-d4").with(Plate.Item.LINK, "127.0.0.1:" + ports[1]));
        Project linked = both;
        try (Bench bench = Bench.start(linked, state, Failures.none());
                MaintenanceLink link =
                        new MaintenanceLink("127.0.0.1:" + ports[0], new KnownDevices(state.resolve("known")))) {
            assertThat(bench.standIns()).containsOnlyKeys("GD1", "GW1");
            assertThat(link.identify().serial()).isEqualTo("S-7");
        }
        try (ServerSocket taken = new ServerSocket(ports[0], 1, InetAddress.getByName("127.0.0.1"))) {
            assertThatThrownBy(() -> Bench.start(linked, state, Failures.none()))
                    .hasMessageContaining("" + taken.getLocalPort());
            new ServerSocket(ports[1], 1, InetAddress.getByName("127.0.0.1")).close(); // what started first was stopped
        }
    }
}
