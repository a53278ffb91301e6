package org.urvant.project.folder;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Claim;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Value;
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
    private static final String PASSWORD_CHANGED = "password-changed";
    private static final String FACTORY_PASSWORD = "factory-password";
    private static final String FINGERPRINT = "fingerprint";
    private static final int LONGEST_REASON = 500;
    private static final long MOST_BYTES = 100_000_000;

    private final ProjectFiles files;
    private final String device;
    private final Ledger ledger;
    private final Workplace workplace;
    private final Signatures signatures;

    DeviceHistory(ProjectFiles files, String device, Workplace workplace) {
        this.files = files;
        this.device = device;
        this.ledger = new Ledger(files, device);
        this.workplace = workplace;
        this.signatures = new Signatures(files);
    }

    /** Returns all that happened, oldest first, having verified that nothing was altered. */
    public List<Ledger.Line> lines() {
        return ledger.chain().inTime();
    }

    /** Returns what is wrong with the record as a whole: lines gone, added by something else, or branches not looked at. */
    public List<Finding> findings() {
        return ledger.findings(ledger.chain(), LedgerHeads.of(files));
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

    /** Returns a line that tells of a sign-off whose signature is wrong, with what is wrong; such a sign-off does not count. */
    Optional<Finding> wrongSignOff(List<Ledger.Line> lines) {
        return lines.stream()
                .filter(line -> line.event().equals(SIGNED_OFF))
                .reduce((first, second) -> second)
                .flatMap(line -> signatures
                        .wrong(line)
                        .map(wrong -> new Finding(
                                LedgerRules.SIGNATURE_WRONG,
                                device + " ledger",
                                Position.line(Ledger.name(device), line.line()),
                                wrong,
                                LedgerRules.SIGNATURE_WRONG.remedy())));
    }

    /** Says in words who signed a line; empty text for a line that is never signed. */
    public String signature(Ledger.Line line) {
        if (!line.event().equals(SIGNED_OFF)) {
            return "";
        }
        return signatures
                .wrong(line)
                .or(() -> signatures.signer(line).map(person -> "signed by " + person))
                .orElse("not signed");
    }

    DeviceRecord record(List<Ledger.Line> lines, boolean isSignOffSound) {
        return new DeviceRecord(
                last(lines, SAVED, DOWNLOADED),
                last(lines, DOWNLOADED),
                isSignOffSound ? last(lines, SIGNED_OFF) : Optional.empty(),
                lines.stream()
                        .filter(line -> List.of(LOGGED_ON, PASSWORD_CHANGED).contains(line.event()))
                        .reduce((first, second) -> second)
                        .map(line -> line.text(FACTORY_PASSWORD).equals("true"))
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
                .sorted(Map.Entry.comparingByKey(DeviceHistory::compare))
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
        return ledger.addition(workplace, events, Optional.empty());
    }

    private static int compare(AddressBook.GivenAddress one, AddressBook.GivenAddress other) {
        int connections = one.connection().compareTo(other.connection());
        int areas = connections != 0
                ? connections
                : one.claim().area().compareTo(other.claim().area());
        return areas != 0
                ? areas
                : Long.compare(one.claim().first(), other.claim().first());
    }

    /** Records that a configuration was saved as the one to go on from, and why. */
    public void saved(Fingerprint fingerprint, String why) {
        append(SAVED, Map.of(FINGERPRINT, Value.text(fingerprint.hex()), "why", Value.text(why)));
    }

    /** Keeps a configuration, and records that it was saved as the one to go on from, and why. */
    public void saved(Configuration configuration, String why) {
        kept().keepState(configuration);
        saved(configuration.fingerprint(), why);
    }

    /** Returns the configurations of the device that were kept. */
    public KeptConfigurations kept() {
        return new KeptConfigurations(files, device, workplace);
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
    public void readBack(String serial, Optional<Fingerprint> fingerprint, boolean equal) {
        append(
                "read-back",
                Map.of(
                        "serial",
                        Value.text(serial),
                        FINGERPRINT,
                        Value.text(fingerprint.map(Fingerprint::hex).orElse("none")),
                        "equal",
                        Value.logical(equal)));
    }

    /**
     * Records a person's statement that the configuration with this fingerprint, on this device, was checked.
     *
     * @param signing the person's key; empty when the statement is not signed
     */
    public void signedOff(String serial, Fingerprint fingerprint, String note, Optional<SigningKey> signing) {
        append(
                SIGNED_OFF,
                Map.of(
                        "serial",
                        Value.text(serial),
                        FINGERPRINT,
                        Value.text(fingerprint.hex()),
                        "note",
                        Value.text(note)),
                signing);
    }

    /** Records who logged on, and whether some account has its factory password. */
    public void loggedOn(String serial, String user, boolean factoryPassword) {
        passwords(LOGGED_ON, serial, user, factoryPassword);
    }

    /** Records that a user's password was changed, and whether some account still has its factory password. */
    public void passwordChanged(String serial, String user, boolean factoryPassword) {
        passwords(PASSWORD_CHANGED, serial, user, factoryPassword);
    }

    private void passwords(String event, String serial, String user, boolean factoryPassword) {
        append(
                event,
                Map.of(
                        "serial",
                        Value.text(serial),
                        "user",
                        Value.text(user),
                        FACTORY_PASSWORD,
                        Value.logical(factoryPassword)));
    }

    /** Records that the device's clock was set. */
    public void clockSet(String serial, Instant to) {
        append(
                "clock-set",
                Map.of(
                        "serial",
                        Value.text(serial),
                        "to",
                        Value.text(to.truncatedTo(ChronoUnit.SECONDS).toString())));
    }

    /**
     * Records what was tried on the device and did not succeed.
     *
     * @param operation what it was, in words
     * @param reason what was found
     */
    public void failed(String serial, String operation, String reason) {
        append(
                "failed",
                Map.of(
                        "serial", Value.text(serial),
                        "operation", Value.text(operation),
                        "reason", Value.text(reason.substring(0, Math.min(LONGEST_REASON, reason.length())))));
    }

    /**
     * Puts on record that the ledger holds as it is, though lines are gone, were added by something else, or stand on branches
     * that were merged.
     *
     * @return what was accepted
     * @throws RefusedException when nothing is wrong with it
     */
    public List<Finding> accept(String reason) {
        return files.locked(() -> {
            List<Finding> found = findings();
            if (found.isEmpty()) {
                throw new RefusedException(
                        "nothing is wrong with the ledger of " + device, "There is nothing to accept.");
            }
            append(
                    Ledger.ACCEPTED,
                    Map.of(
                            "reason",
                            Value.text(reason),
                            "found",
                            Value.text(found.stream().map(Finding::message).collect(Collectors.joining("; ")))));
            return found;
        });
    }

    /**
     * Returns the ledger of a device that was renamed to this one: that of the old name, which stays, with one line more.
     *
     * @throws RefusedException when another device of this name was there before
     */
    byte[] continuing(String oldName) {
        return new Ledger(files, oldName)
                .under(ledger, workplace, event(Ledger.RENAMED, Map.of(Ledger.FROM, Value.text(oldName))));
    }

    private void append(String event, Map<String, Value> fields) {
        append(event, fields, Optional.empty());
    }

    private void append(String event, Map<String, Value> fields, Optional<SigningKey> signing) {
        files.record(() -> ledger.addition(workplace, List.of(event(event, fields)), signing));
    }

    private static SortedMap<String, Value> event(String event, Map<String, Value> fields) {
        SortedMap<String, Value> all = new TreeMap<>(fields);
        all.put("event", Value.text(event));
        return all;
    }
}
