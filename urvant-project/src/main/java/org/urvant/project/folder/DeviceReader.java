package org.urvant.project.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.progress.Cores;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.cache.SoundDevices;

/**
 * Reads the devices of a site. One that was read before without a finding, and whose files were not touched since, is made of
 * them when it is first asked for; of all others every mistake is told at once.
 */
final class DeviceReader {
    /** Files of devices that are parsed at once: enough for all cores, few enough for the memory. */
    private static final int AT_ONCE = 128;

    private final ProjectFiles files;
    private final Workplace workplace;
    private final LedgerHeads heads;
    private final List<Finding> findings;
    private final SoundDevices known;
    private final Map<String, String> sound = new TreeMap<>();
    private final LaterDevices later = new LaterDevices();
    private final Set<String> there = new HashSet<>();
    private final Optional<String> people;

    /**
     * @param findings takes what is wrong in the files
     * @param known the devices that were sound before
     */
    DeviceReader(
            ProjectFiles files, Workplace workplace, LedgerHeads heads, List<Finding> findings, SoundDevices known) {
        this.files = files;
        this.workplace = workplace;
        this.heads = heads;
        this.findings = findings;
        this.known = known;
        people = shared();
    }

    /** Returns the state of what all devices are read with; empty when a folder of it is none, so that all is read and told. */
    private Optional<String> shared() {
        try {
            there("mappings", ".csv");
            there("logic", ".st");
            there("ledger", Ledger.ENDING);
            return joined(files.listed(Signatures.FOLDER, Signatures.ENDING).stream()
                    .map(file -> files.settled(Signatures.FOLDER + "/" + file.getFileName()))
                    .toList());
        } catch (UrvantException e) {
            return Optional.empty();
        }
    }

    private void there(String folder, String ending) {
        files.listed(folder, ending).forEach(file -> there.add(folder + "/" + file.getFileName()));
    }

    /** Returns the devices by name; keeps which of them are sound. */
    SortedMap<String, Device> all() {
        SortedMap<String, Device> devices = new TreeMap<>();
        Map<String, String> states = new HashMap<>();
        List<String> names = new ArrayList<>();
        for (Path file : files.list("devices", ".yaml")) {
            String name = SiteReader.stem(file);
            Optional<String> state = state(name);
            state.ifPresent(text -> states.put(name, text));
            later(name, state).ifPresentOrElse(device -> devices.put(name, device), () -> names.add(name));
        }
        for (int from = 0; from < names.size(); from += AT_ONCE) {
            List<String> some = names.subList(from, Math.min(from + AT_ONCE, names.size()));
            Map<String, YamlDocument> parsed = parsed(some);
            for (String name : some) {
                int before = findings.size();
                device(name, parsed).ifPresent(read -> devices.put(name, read));
                if (findings.size() == before && states.containsKey(name)) {
                    sound.put(name, states.get(name));
                }
            }
        }
        known.keep(sound);
        return devices;
    }

    /** Returns the state of all that a device is read of; empty when some of it cannot be told, or is no file. */
    private Optional<String> state(String name) {
        try {
            return stateOfFiles(name);
        } catch (UrvantException e) {
            return Optional.empty(); // it is told when it is read
        }
    }

    private Optional<String> stateOfFiles(String name) {
        List<Optional<String>> states = new ArrayList<>(List.of(people, files.readsSettled(DeviceFile.name(name))));
        Stream.of(MappingTable.name(name), LogicFile.name(name))
                .map(file -> there.contains(file) ? files.readsSettled(file) : Optional.of(""))
                .forEach(states::add);
        states.add(ledger(name));
        return joined(states).map(own -> own + heads.isEmpty() + heads.of(name));
    }

    private Optional<String> ledger(String name) {
        return there.contains(Ledger.name(name)) ? files.settled(Ledger.name(name)) : Optional.of("");
    }

    private static Optional<String> joined(List<Optional<String>> states) {
        return states.stream().allMatch(Optional::isPresent)
                ? Optional.of(states.stream().map(Optional::get).collect(Collectors.joining("\n")))
                : Optional.empty();
    }

    private Optional<Device> later(String name, Optional<String> state) {
        if (state.filter(text -> known.isSound(name, text)).isEmpty()) {
            return Optional.empty();
        }
        try {
            List<Finding> wrong = new ArrayList<>();
            DeviceHistory history = new DeviceHistory(files, name, workplace);
            boolean hasTable = there.contains(MappingTable.name(name));
            LaterDevices.Texts texts = new LaterDevices.Texts(
                    name,
                    files.text(DeviceFile.name(name)),
                    hasTable ? files.table(MappingTable.name(name)) : null,
                    LogicFile.read(files, name, wrong::add).text(),
                    there.contains(Ledger.name(name)) ? new Ledger(files, name).written() : new byte[0],
                    history);
            boolean isAsBefore = ledger(name).filter(state.get()::contains).isPresent(); // the rest is looked at later
            if (!wrong.isEmpty() || !isAsBefore) {
                return Optional.empty();
            }
            sound.put(name, state.get());
            return Optional.of(later.device(texts));
        } catch (UrvantException e) {
            return Optional.empty(); // it is told when it is read now
        }
    }

    private Optional<Device> device(String device, Map<String, YamlDocument> parsed) {
        Consumer<Finding> own = finding -> findings.add(finding.concerning(Ref.device(device)));
        return files.readOr(
                Optional.empty(), DeviceFile.name(device), device, own, () -> Optional.of(read(device, parsed, own)));
    }

    /** Parses the files of devices on all cores; one that cannot be read is left out, and says so when it is read again. */
    private Map<String, YamlDocument> parsed(List<String> devices) {
        Map<String, String> texts = new LinkedHashMap<>();
        for (String device : devices) {
            String name = DeviceFile.name(device);
            files.readOr(Optional.<String>empty(), name, name, told -> {}, () -> Optional.of(files.text(name)))
                    .ifPresent(text -> texts.put(name, text));
        }
        return Cores.map(List.copyOf(texts.entrySet()), each -> document(each.getKey(), each.getValue())).stream()
                .flatMap(Optional::stream)
                .collect(Collectors.toMap(YamlDocument::source, document -> document));
    }

    private static Optional<YamlDocument> document(String name, String text) {
        try {
            return Optional.of(YamlDocument.parse(name, text));
        } catch (UrvantException e) {
            return Optional.empty();
        }
    }

    private Device read(String name, Map<String, YamlDocument> parsed, Consumer<Finding> own) {
        String tableName = MappingTable.name(name);
        Path table = files.path(tableName);
        List<Mapping> mappings = !Files.exists(table)
                ? List.of()
                : files.readOr(
                        List.of(),
                        tableName,
                        name + " mappings",
                        own,
                        () -> MappingTable.read(name, tableName, files.table(tableName), own));
        YamlDocument parsedBefore = parsed.get(DeviceFile.name(name));
        YamlDocument document = parsedBefore == null ? files.yaml(DeviceFile.name(name)) : parsedBefore;
        Past past = files.readOr(Past.NONE, Ledger.name(name), name + " ledger", own, () -> past(name, own));
        return DeviceFile.read(name, document, own)
                .withMappings(mappings)
                .with(LogicFile.read(files, name, own))
                .with(past);
    }

    private Past past(String device, Consumer<Finding> own) {
        Ledger ledger = new Ledger(files, device);
        LedgerChain chain = ledger.chain();
        ledger.findings(chain, heads).forEach(own);
        DeviceHistory history = new DeviceHistory(files, device, workplace);
        List<Ledger.Line> lines = chain.inTime();
        Optional<Finding> wrong = history.wrongSignOff(lines);
        wrong.ifPresent(own);
        return new Past(history.addresses(lines), history.record(lines, wrong.isEmpty()));
    }
}
