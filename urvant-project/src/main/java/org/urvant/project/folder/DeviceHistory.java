package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Claim;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.configuration.Configuration;

/** What happened to one device, as its ledger tells it: addresses given, saves, downloads, read-backs, sign-offs. */
public final class DeviceHistory {
    private static final String ADDRESS_GIVEN = "address-given";
    private static final String SAVED = "saved";
    private static final String DOWNLOAD_BEGUN = "download-begun";
    private static final String DOWNLOADED = "downloaded";
    private static final String RESTARTED = "restarted";
    private static final String SIGNED_OFF = "signed-off";
    private static final String LOGGED_ON = "logged-on";
    private static final String FINGERPRINT = "fingerprint";
    private static final long MOST_BYTES = 100_000_000;

    private final ProjectFiles files;
    private final String device;
    private final Ledger ledger;
    private final Workplace workplace;

    DeviceHistory(ProjectFiles files, String device, Workplace workplace) {
        this.files = files;
        this.device = device;
        this.ledger = new Ledger(files, device, workplace);
        this.workplace = workplace;
    }

    /** Returns all that happened, oldest first, having verified that nothing was altered. */
    public List<Ledger.Line> lines() {
        return ledger.lines();
    }

    /** Returns whether something follows the last whole line, which does not count: a line that was never finished. */
    public boolean isTorn() {
        return ledger.isTorn();
    }

    AddressBook addresses(List<Ledger.Line> lines) {
        Map<AddressBook.GivenAddress, String> owners = new HashMap<>();
        for (Ledger.Line line : lines) {
            if (ADDRESS_GIVEN.equals(line.event())) {
                owners.putIfAbsent(
                        new AddressBook.GivenAddress(line.text("connection"), claim(line)), line.text("signal"));
            }
        }
        return AddressBook.of(owners);
    }

    /** Lines of older ledgers name the direction and address of an information object. */
    private Claim claim(Ledger.Line line) {
        if (line.text("area").isEmpty()) {
            int address = understood(line, "address", Integer::parseInt);
            return new Claim(line.text("direction").equals("control") ? "control" : "monitor", address, address + 1L);
        }
        long first = understood(line, "first", Long::parseLong);
        long end = understood(line, "end", Long::parseLong);
        return understood(line, "area", area -> new Claim(area, first, end));
    }

    DeviceRecord record(List<Ledger.Line> lines) {
        return new DeviceRecord(
                last(lines, SAVED, DOWNLOADED),
                last(lines, DOWNLOADED),
                last(lines, SIGNED_OFF),
                lines.stream()
                        .filter(line -> line.event().equals(LOGGED_ON))
                        .reduce((first, second) -> second)
                        .map(line -> line.text("factory-password").equals("true"))
                        .orElse(false),
                lines.stream()
                        .filter(line -> line.event().equals(DOWNLOADED))
                        .reduce((first, second) -> second)
                        .map(line -> line.text("serial"))
                        .orElse(""),
                unfinished(lines));
    }

    /** A download is whole when it was confirmed after it was begun, and the restart that it needed followed. */
    private Optional<DeviceRecord.Intention> unfinished(List<Ledger.Line> lines) {
        DeviceRecord.Intention open = null;
        for (Ledger.Line line : lines) {
            switch (line.event()) {
                case DOWNLOAD_BEGUN -> open = intention(line, false);
                case DOWNLOADED ->
                    open = open == null || !open.restarts()
                            ? null
                            : new DeviceRecord.Intention(
                                    open.fingerprint(), open.serial(), open.replaced(), open.backup(), true, true);
                case RESTARTED -> open = open != null && open.isConfirmed() ? null : open;
                default -> {
                    // nothing else ends a download
                }
            }
        }
        return Optional.ofNullable(open);
    }

    private DeviceRecord.Intention intention(Ledger.Line line, boolean isConfirmed) {
        return new DeviceRecord.Intention(
                understood(line, FINGERPRINT, Fingerprint::new),
                line.text("serial"),
                line.text("replaced"),
                line.text("backup"),
                line.text("restarts").equals("true"),
                isConfirmed);
    }

    /** A line can be the newest and yet have been written by something else: its chain is sound, its fields need not be. */
    private <T> T understood(Ledger.Line line, String field, Function<String, T> reading) {
        try {
            return reading.apply(line.text(field));
        } catch (IllegalArgumentException e) {
            throw new MalformedInputException(
                    Position.line("ledger/" + device + ".jsonl", line.line()),
                    "'" + line.text(field) + "' is no " + field,
                    "Restore the ledger from version control or a backup.",
                    e);
        }
    }

    private Optional<Fingerprint> last(List<Ledger.Line> lines, String... events) {
        return lines.stream()
                .filter(line -> List.of(events).contains(line.event()))
                .reduce((first, second) -> second)
                .map(line -> understood(line, FINGERPRINT, Fingerprint::new));
    }

    /**
     * Returns the lines for the addresses that a device's book has and an earlier one had not.
     *
     * @param after the device, whose rows say how the points are written
     */
    Batch.Addition addressesGiven(AddressBook before, Device after) {
        Map<String, String> points = new HashMap<>();
        after.mappings().forEach(row -> {
            points.put(row.to() + " " + row.owner(row.to()), row.destination());
            points.put(row.origin().connection() + " " + row.destination(), row.source());
        });
        List<SortedMap<String, Value>> events = new ArrayList<>();
        after.addresses().owners().entrySet().stream()
                .filter(entry -> !before.owners().containsKey(entry.getKey()))
                .sorted(Map.Entry.comparingByKey(
                        Comparator.comparing((AddressBook.GivenAddress place) -> place.connection())
                                .thenComparing(place -> place.claim().area())
                                .thenComparing(place -> place.claim().first())))
                .forEach(entry -> events.add(event(
                        ADDRESS_GIVEN,
                        Map.of(
                                "connection", Value.text(entry.getKey().connection()),
                                "point",
                                        Value.text(points.getOrDefault(
                                                entry.getKey().connection() + " " + entry.getValue(), "")),
                                "area", Value.text(entry.getKey().claim().area()),
                                "first", Value.number(entry.getKey().claim().first()),
                                "end", Value.number(entry.getKey().claim().end()),
                                "signal", Value.text(entry.getValue())))));
        return ledger.addition(events);
    }

    /** Records that a configuration was saved as the one to go on from, and why. */
    public void saved(Fingerprint fingerprint, String why) {
        append(SAVED, Map.of(FINGERPRINT, Value.text(fingerprint.hex()), "why", Value.text(why)));
    }

    /** Keeps a configuration that is about to be replaced, with time and fingerprint in its name; returns the file's name. */
    public String keepBackup(Configuration configuration) {
        String name = "backups/" + device + "/" + workplace.stamp() + "-"
                + configuration.fingerprint().brief() + ".json";
        SafeFile.write(files.path(name), configuration.bytes());
        return name;
    }

    /** Records what a download is about to do, before the device is told anything. */
    public void downloadBegun(String address, DeviceRecord.Intention intention) {
        Map<String, Value> fields = fields(address, intention);
        fields.put("restarts", Value.logical(intention.restarts()));
        append(DOWNLOAD_BEGUN, fields);
    }

    /** Records that the device restarted and runs again. */
    public void restarted(String serial) {
        append(RESTARTED, Map.of("serial", Value.text(serial)));
    }

    /** Records a download that was read back and found equal. */
    public void downloaded(String address, DeviceRecord.Intention intention) {
        append(DOWNLOADED, fields(address, intention));
    }

    private static Map<String, Value> fields(String address, DeviceRecord.Intention intention) {
        Map<String, Value> fields = new HashMap<>();
        fields.put("serial", Value.text(intention.serial()));
        fields.put("address", Value.text(address));
        fields.put(FINGERPRINT, Value.text(intention.fingerprint().hex()));
        fields.put("replaced", Value.text(intention.replaced()));
        fields.put("backup", Value.text(intention.backup()));
        return fields;
    }

    /** Records that a device's configuration was read, and whether it was the project's. */
    public void readBack(String serial, Fingerprint fingerprint, boolean equal) {
        append(
                "read-back",
                Map.of(
                        "serial",
                        Value.text(serial),
                        FINGERPRINT,
                        Value.text(fingerprint.hex()),
                        "equal",
                        Value.logical(equal)));
    }

    /** Records a person's statement that the configuration with this fingerprint, on this device, was checked. */
    public void signedOff(String serial, Fingerprint fingerprint, String note) {
        append(
                SIGNED_OFF,
                Map.of(
                        "serial",
                        Value.text(serial),
                        FINGERPRINT,
                        Value.text(fingerprint.hex()),
                        "note",
                        Value.text(note)));
    }

    /** Records whether some account has its factory password, when that differs from what was recorded last. */
    public void loggedOn(boolean factoryPassword) {
        Optional<String> known = ledger.last(LOGGED_ON).map(line -> line.text("factory-password"));
        if (!known.orElse("").equals(Boolean.toString(factoryPassword))) {
            append(LOGGED_ON, Map.of("factory-password", Value.logical(factoryPassword)));
        }
    }

    /**
     * Returns the ledger of a device that was renamed to this one: that of the old name, which stays, with one line more.
     *
     * @throws RefusedException when another device of this name was there before
     */
    byte[] continuing(String oldName) {
        Ledger old = new Ledger(files, oldName, workplace);
        byte[] past = old.octets();
        byte[] own = ledger.octets();
        if (own.length > past.length || Arrays.mismatch(own, Arrays.copyOf(past, own.length)) >= 0) {
            throw new RefusedException(
                    "another device had the name " + device + " before, and its ledger stays",
                    "Give a name that no device ever had.");
        }
        byte[] line = old.addition(List.of(event("renamed", Map.of("from", Value.text(oldName)))))
                .added();
        byte[] all = Arrays.copyOf(past, past.length + line.length);
        System.arraycopy(line, 0, all, past.length, line.length);
        return all;
    }

    private void append(String event, Map<String, Value> fields) {
        ledger.append(List.of(event(event, fields)));
    }

    private static SortedMap<String, Value> event(String event, Map<String, Value> fields) {
        SortedMap<String, Value> all = new TreeMap<>(fields);
        all.put("event", Value.text(event));
        return all;
    }
}
