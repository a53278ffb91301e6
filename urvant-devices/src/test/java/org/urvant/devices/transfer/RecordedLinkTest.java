package org.urvant.devices.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.Ledger;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

class RecordedLinkTest {
    private static final Configuration HELD = Configuration.of("GW1", Map.of());
    private static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2026-11-23T10:00:00Z"));
    private static final char[] SECRET = "Tidal-47-flow".toCharArray();

    /** What can be done over a link, and the event that it leaves when it succeeds; none where it only asks. */
    private static final Map<Consumer<DeviceLink>, String> OPERATIONS = operations();

    @TempDir
    Path root;

    private final DeviceLink device = mock(DeviceLink.class);
    private ProjectFolder folder;
    private RecordedLink link;

    private static Map<Consumer<DeviceLink>, String> operations() {
        Map<Consumer<DeviceLink>, String> operations = new LinkedHashMap<>();
        operations.put(DeviceLink::identify, "");
        operations.put(link -> link.logOn("engineer", SECRET), "logged-on");
        operations.put(link -> link.changePassword(SECRET, SECRET), "password-changed");
        operations.put(DeviceLink::factoryAccounts, "");
        operations.put(DeviceLink::read, "read-back");
        operations.put(link -> link.stage(HELD, DeviceLink.BlockWatch.NONE), "");
        operations.put(link -> link.activate(HELD.fingerprint(), Optional.empty()), "");
        operations.put(DeviceLink::clock, "");
        operations.put(link -> link.setClock(CLOCK.instant()), "clock-set");
        operations.put(link -> ((RecordedLink) link).restartAndWait(), "restarted");
        return operations;
    }

    @BeforeEach
    void aDevice() {
        folder = ProjectFolder.create(
                root.resolve("site"), "Skarholm tidal works", new Workplace("kari", CLOCK, root.resolve("home")));
        link = RecordedLink.of(device, history(), Optional.of(HELD.fingerprint()));
        when(device.identify())
                .thenReturn(
                        new Identity("GW1", "ravnsund-g3", "2.1", "T-1", "", "", Optional.empty(), Optional.empty()));
        when(device.read()).thenReturn(Optional.of(HELD));
        when(device.condition())
                .thenReturn(
                        new DeviceLink.Health(true, CLOCK.instant()),
                        new DeviceLink.Health(true, CLOCK.instant().plusSeconds(1)));
    }

    private DeviceHistory history() {
        return folder.history("GW1");
    }

    @Test
    void eachOperationIsOnRecord() throws IOException {
        OPERATIONS.forEach((operation, event) -> {
            int before = history().lines().size();
            operation.accept(link);
            List<Ledger.Line> added =
                    history().lines().subList(before, history().lines().size());
            assertThat(added).extracting(Ledger.Line::event).isEqualTo(event.isEmpty() ? List.of() : List.of(event));
            added.forEach(line -> assertThat(line.text("serial")).isEqualTo("T-1"));
        });
        assertThat(Files.readString(folder.root().resolve("ledger/GW1.jsonl")))
                .contains("\"equal\":true", "\"user\":\"engineer\"")
                .doesNotContain(new String(SECRET));
        when(device.read()).thenReturn(Optional.empty());
        link.read();
        assertThat(history().lines().get(history().lines().size() - 1).text("equal"))
                .isEqualTo("false");
    }

    @Test
    void eachOperationThatFailedIsOnRecordWithItsReason() {
        link.identify();
        UnreachableException lost = new UnreachableException("the line was lost", "Look at it.", null);
        when(device.identify()).thenThrow(lost);
        when(device.read()).thenThrow(lost);
        when(device.clock()).thenThrow(lost);
        when(device.factoryAccounts()).thenThrow(lost);
        doThrow(lost).when(device).logOn(any(), any());
        doThrow(lost).when(device).changePassword(any(), any());
        doThrow(lost).when(device).stage(any(), any());
        doThrow(lost).when(device).activate(any(), any());
        doThrow(lost).when(device).setClock(any());
        doThrow(lost).when(device).restart();
        OPERATIONS.keySet().forEach(operation -> assertThatThrownBy(() -> operation.accept(link))
                .isSameAs(lost));
        assertThat(history().lines()).hasSize(OPERATIONS.size()).allSatisfy(line -> {
            assertThat(line.event()).isEqualTo("failed");
            assertThat(line.text("reason")).isEqualTo("the line was lost");
            assertThat(line.text("operation")).isNotEmpty();
        });
    }

    @Test
    void whatWentWrongIsToldThoughTheRecordCannotBeWritten() throws IOException {
        history().saved(Fingerprint.of(new byte[0]), "first");
        Files.writeString(folder.root().resolve("ledger/GW1.jsonl"), "");
        doThrow(new RefusedException("wrong password", "Try again."))
                .when(device)
                .logOn(any(), any());
        assertThatThrownBy(() -> link.logOn("engineer", SECRET))
                .hasMessage("wrong password")
                .satisfies(mistake -> assertThat(mistake.getSuppressed()).hasSize(1));
    }
}
