package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Cores;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Device;
import org.urvant.project.Past;
import org.urvant.project.Programs;

/**
 * Devices whose files are known to be sound: the files are read with the site, and made into a device when something of it is
 * first asked for; when several were asked for, all are made at once, on all cores.
 */
final class LaterDevices {
    private static final int FEW = 8;

    private final Map<String, Texts> left = new ConcurrentHashMap<>();
    private final Map<String, Device> made = new ConcurrentHashMap<>();
    private final AtomicInteger asked = new AtomicInteger();

    /**
     * What stands in the files of a device.
     *
     * @param table rows of its mappings; null without
     * @param ledger what stands in its ledger
     * @param history what makes a past of the lines of its ledger
     */
    record Texts(
            String name, String device, @Nullable String table, String logic, byte[] ledger, DeviceHistory history) {}

    /** Returns a device that is made of its files when it is asked for. */
    Device device(Texts texts) {
        left.put(texts.name(), texts);
        return Device.later(texts.name(), () -> get(texts));
    }

    private Device get(Texts texts) {
        if (asked.incrementAndGet() == FEW) {
            List<Texts> all = new ArrayList<>(left.values());
            Cores.map(all, LaterDevices::sound)
                    .forEach(device -> device.ifPresent(sound -> made.put(sound.name(), sound)));
        }
        left.remove(texts.name());
        Device ahead = made.remove(texts.name());
        return ahead == null ? read(texts) : ahead;
    }

    private static Optional<Device> sound(Texts texts) {
        try {
            return Optional.of(read(texts));
        } catch (UrvantException e) {
            return Optional.empty(); // who asks for it is told
        }
    }

    private static Device read(Texts texts) {
        String name = texts.name();
        Consumer<Finding> refusing = finding -> {
            throw new MalformedInputException(finding.position(), finding.message(), finding.remedy());
        };
        Device device = DeviceFile.read(name, YamlDocument.parse(DeviceFile.name(name), texts.device()), refusing);
        if (texts.table() != null) {
            device = device.withMappings(MappingTable.read(name, MappingTable.name(name), texts.table(), refusing));
        }
        return device.with(new Programs(LogicFile.name(name), texts.logic())).with(past(texts));
    }

    private static Past past(Texts texts) {
        List<String> sound = Ledger.sound(texts.ledger());
        List<Ledger.Line> lines =
                LedgerChain.of(Ledger.name(texts.name()), sound).inTime();
        return new Past(
                texts.history().addresses(lines), texts.history().record(lines, true)); // its sign-off is sound too
    }
}
