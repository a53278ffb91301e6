package org.urvant.devices.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoMoreInteractions;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.InOrder;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.DeviceLink.BlockWatch;
import org.urvant.devices.link.DeviceLink.Health;
import org.urvant.devices.link.Identity;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

/** The steps of a download and of the list after it, over a link that stands in for any device. */
class TransferStepsTest {
    private static final Instant NOON = Instant.parse("2026-11-23T12:00:00Z");
    private static final Project SITE = Sites.skarholm();
    private static final Configuration WANTED = ConfigurationBuilder.build(SITE, SITE.device("GW1"));
    private static final Configuration OTHER = other();

    private final DeviceLink link = mock(DeviceLink.class);

    private static Configuration other() {
        Project edited = ValueChange.set(SITE, "GW1", Map.of("watchdog.time", "10", "scada.port", "2405"));
        return ConfigurationBuilder.build(edited, edited.device("GW1"));
    }

    private static Identity identity(String device, String type, String firmware, String serial) {
        return new Identity(device, type, firmware, serial, "", "", Optional.empty(), Optional.empty());
    }

    @BeforeEach
    void address() {
        when(link.address()).thenReturn("192.0.2.20:8443");
    }

    private Transfer.Plan plan(Configuration present) {
        when(link.read()).thenReturn(Optional.ofNullable(present));
        return new Transfer(link).plan(identity("GW1", "ravnsund-g3", "2.1", "A-1"), WANTED);
    }

    @Test
    void aPlanReadsAndChangesNothing() {
        Transfer.Plan plan = plan(OTHER);
        assertThat(plan.isEqual()).isFalse();
        assertThat(plan.comparison().count()).isEqualTo(2);
        assertThat(plan(WANTED).isEqual()).isTrue();
        assertThat(plan(null).isEqual()).isFalse();
        verify(link, times(3)).read();
        verifyNoMoreInteractions(link);
    }

    @Test
    void aDownloadIsStagedActivatedAndReadBackInThisOrder() {
        Transfer.Plan plan = plan(OTHER);
        when(link.read()).thenReturn(Optional.of(WANTED));
        BlockWatch watch = (done, total) -> {};
        assertThat(new Transfer(link).run(plan, watch)).isSameAs(WANTED);
        InOrder order = inOrder(link);
        order.verify(link).read();
        order.verify(link).stage(WANTED, watch);
        order.verify(link).activate(WANTED.fingerprint(), Optional.of(OTHER.fingerprint()));
        order.verify(link).read();
        verify(link, never()).restart();
    }

    @Test
    void whatBreaksBeforeTheActivationActivatesNothing() {
        Transfer.Plan plan = plan(null);
        UnreachableException cut = new UnreachableException("the line is cut", "Try again.", null);
        doThrow(cut).when(link).stage(any(), any());
        assertThatThrownBy(() -> new Transfer(link).run(plan, BlockWatch.NONE)).isSameAs(cut);
        verify(link, never()).activate(any(), any());
    }

    @Test
    void anActivationThatIsRefusedIsNotTakenForDone() {
        Transfer.Plan plan = plan(OTHER);
        RefusedException since = new RefusedException("it runs something else by now", "Plan again.");
        doThrow(since).when(link).activate(any(), any());
        assertThatThrownBy(() -> new Transfer(link).run(plan, BlockWatch.NONE)).isSameAs(since);
        verify(link, times(1)).read();
    }

    @Test
    void whatIsReadBackMustBeWhatWasSent() {
        Transfer.Plan plan = plan(null);
        when(link.read()).thenReturn(Optional.of(OTHER));
        assertThatThrownBy(() -> new Transfer(link).run(plan, BlockWatch.NONE))
                .hasMessage("what was read back differs from what was sent in 2 places");
        when(link.read()).thenReturn(Optional.empty());
        assertThatThrownBy(() -> new Transfer(link).run(plan, BlockWatch.NONE))
                .hasMessageContaining("192.0.2.20:8443 has no configuration");
    }

    /** Columns: who answers, and the refusal; nobody is logged on before. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            GW1 | ravnsund-g3 | ''
            ''  | ravnsund-g3 | ''
            GW2 | ravnsund-g3 | is GW2 (serial A-1), not GW1
            GW1 | marrowby-f2 | is a marrowby-f2 (serial A-1), but GW1 is a ravnsund-g3
            """)
    void anotherDeviceIsRefusedBeforeAnyLogOn(String name, String type, String said) {
        when(link.identify()).thenReturn(identity(name, type, "2.1", "A-1"));
        if (said.isEmpty()) {
            assertThat(Transfer.confirm(link, SITE.device("GW1")).serial()).isEqualTo("A-1");
        } else {
            assertThatThrownBy(() -> Transfer.confirm(link, SITE.device("GW1"))).hasMessageContaining(said);
        }
        verify(link, never()).logOn(anyString(), any());
    }

    /** Columns: what the unit says, what the project says, and what differs; what either does not know is not held against it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            2.1 | A-1 |   | -       | A-1 |   | ''
            2.1 | A-1 |   | -       | -   |   | ''
            2.0 | A-1 |   | -       | A-1 |   | firmware: the device has 2.0, the project 2.1
            2.1 | A-2 |   | -       | A-1 |   | serial number: the device has A-2, the project A-1
            2.1 |     | B | -       | A-1 | B | ''
            2.1 | A-1 | B | -       | A-1 | A | hardware revision: the device has B, the project A
            2.1 | A-1 |   | S1=ai4  | A-1 |   | slot S1: the device has ai4, the project nothing
            2.0 | A-2 |   | -       | A-1 |   | firmware: the device has 2.0, the project 2.1; serial number: the device has A-2, the project A-1
            """)
    void theUnitIsHeldAgainstTheProject(
            String firmware,
            String serial,
            String hardware,
            String modules,
            String ours,
            String revision,
            String said) {
        SortedMap<String, String> found = new TreeMap<>();
        if (modules != null) {
            found.put(modules.split("=")[0], modules.split("=")[1]);
        }
        Identity unit = new Identity(
                "GW1",
                "ravnsund-g3",
                firmware,
                serial == null ? "" : serial,
                hardware == null ? "" : hardware,
                "",
                modules == null ? Optional.empty() : Optional.of(found),
                Optional.empty());
        Project site = SITE;
        site = ours == null ? site : Sites.written(site, "GW1", "@serial=" + ours);
        site = revision == null ? site : Sites.written(site, "GW1", "@hardware=" + revision);
        List<UnitCheck.Mismatch> all = UnitCheck.mismatches(unit, site, site.device("GW1"));
        assertThat(String.join("; ", all.stream().map(UnitCheck.Mismatch::text).toList()))
                .isEqualTo(said);
        Project checked = site;
        if (!said.isEmpty()) {
            assertThatThrownBy(() -> UnitCheck.refuseOther(unit, checked, checked.device("GW1")))
                    .hasMessageEndingWith(said);
        }
    }

    /** Columns: seconds that the device's clock is ahead, and what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            0      | true  | right within 5 s
            5      | true  | right within 5 s
            -5     | true  | right within 5 s
            6      | false | 6.0 s ahead of this computer
            -90    | false | 90.0 s behind this computer
            3600   | false | 3600.0 s ahead of this computer; whole hours: is its zone wrong?
            -7195  | false | 7195.0 s behind this computer; whole hours: is its zone wrong?
            """)
    void aClockIsHeldAgainstThisComputers(long ahead, boolean right, String said) {
        InstantSource clock = mock(InstantSource.class);
        when(clock.instant()).thenReturn(NOON);
        when(link.identify()).thenReturn(identity("GW1", "ravnsund-g3", "2.1", "A-1"));
        when(link.condition()).thenReturn(new Health(true, NOON.minusSeconds(60)));
        when(link.clock()).thenReturn(NOON.plusSeconds(ahead));
        assertThat(Verification.of(link, SITE, SITE.device("GW1"), clock, Optional.of(() -> {})))
                .filteredOn(item -> item.name().equals("clock"))
                .containsExactly(new Verification.Item(
                        "clock",
                        right,
                        said,
                        Optional.of(Step.of(Action.SET_CLOCK, "GW1")).filter(step -> !right)));
        assertThat(UnitCheck.clockAhead(NOON.plusSeconds(ahead), clock)).isEqualTo(Duration.ofSeconds(ahead));
    }

    @Test
    void theListSaysWhatIsNotAsItShouldBe() {
        when(link.identify())
                .thenReturn(new Identity(
                        "GW2",
                        "ravnsund-g3",
                        "2.0",
                        "A-1",
                        "",
                        "",
                        Optional.empty(),
                        Optional.of(OTHER.fingerprint())));
        when(link.condition()).thenReturn(new Health(false, NOON));
        when(link.clock()).thenReturn(NOON);
        AtomicBoolean loggedOn = new AtomicBoolean();
        List<Verification.Item> items = Verification.of(
                link, SITE, SITE.device("GW1"), InstantSource.fixed(NOON), Optional.of(() -> loggedOn.set(true)));
        assertThat(items.stream().filter(item -> !item.isSound()).map(item -> item.name() + ": " + item.found()))
                .containsExactly(
                        "name: GW2; expected GW1",
                        "firmware: 2.0; expected 2.1",
                        "runs: no: it is starting",
                        "configuration: " + OTHER.fingerprint().brief() + "; expected "
                                + WANTED.fingerprint().brief(),
                        "passwords: not known without logging on");
        assertThat(loggedOn).as("a password goes to no other device").isFalse();
    }

    @Test
    void whoeverIsLoggedOnIsToldOfPasswordsOfTheFactory() {
        when(link.identify()).thenReturn(identity("GW1", "ravnsund-g3", "2.1", "A-1"));
        when(link.condition()).thenReturn(new Health(true, NOON));
        when(link.clock()).thenReturn(NOON);
        when(link.factoryAccounts()).thenReturn(List.of("engineer", "viewer"));
        InstantSource clock = InstantSource.fixed(NOON);
        assertThat(Verification.of(link, SITE, SITE.device("GW1"), clock, Optional.of(() -> {})))
                .contains(new Verification.Item(
                        "passwords",
                        false,
                        "still that of the factory: engineer, viewer",
                        Optional.of(Step.of(Action.CHANGE_PASSWORD, "GW1", "engineer"))));
        assertThat(Verification.of(link, SITE, SITE.device("GW1"), clock, Optional.empty()))
                .contains(new Verification.Item("passwords", false, "not known without logging on", Optional.empty()));
        verify(link, times(1)).factoryAccounts();
    }

    /** A device that restarts refuses, does not answer, answers from before, is starting, and then is back. */
    @Test
    void aRestartIsAwaitedWhateverTheDeviceAnswersMeanwhile() {
        when(link.condition())
                .thenThrow(new RefusedException("starting", "Wait."))
                .thenThrow(new UnreachableException("no answer", "Wait.", null))
                .thenReturn(new Health(true, NOON))
                .thenReturn(new Health(false, NOON.plusSeconds(1)))
                .thenReturn(new Health(true, NOON.plusSeconds(2)));
        Verification.awaitRestart(link, NOON);
        verify(link, times(5)).condition();
    }

    @Test
    void anInterruptedWaitSaysSoAndStaysInterrupted() {
        when(link.condition()).thenReturn(new Health(true, NOON));
        Thread.currentThread().interrupt();
        assertThatThrownBy(() -> Verification.awaitRestart(link, NOON))
                .isInstanceOf(UnreachableException.class)
                .hasMessageContaining("interrupted");
        assertThat(Thread.interrupted()).isTrue();
    }

    @Test
    void theSerialNumberExpectedIsTheOneGivenElseThatOfTheLastDownload() {
        assertThat(UnitCheck.expectedSerial(SITE.device("GW1"))).isEmpty();
        Project given =
                SITE.with(SITE.device("GW1").with(SITE.device("GW1").plate().with(Plate.Item.SERIAL, "A-7")));
        assertThat(UnitCheck.expectedSerial(given.device("GW1"))).isEqualTo("A-7");
    }
}
