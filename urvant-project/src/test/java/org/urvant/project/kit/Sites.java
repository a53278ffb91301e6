package org.urvant.project.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.type.Catalogue;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** Sites in memory, for tests: nothing of them touches a disk but the demo files that they are made from. */
public final class Sites {
    /** The shipped catalogue. */
    public static final DeviceTypes TYPES = new DeviceTypes(
            new TreeSet<>(Catalogue.names()), name -> Catalogue.type(name).orElseThrow());

    private static final Path DEMO = Path.of("../demo");
    private static Project plant;
    private static Project skarholm;

    private Sites() {}

    /** Returns a site with nothing in it. */
    public static Project empty() {
        return Project.of("Skarholm tidal works", TYPES);
    }

    /** Returns a site with one device of a type in it. */
    public static Project with(String name, String type) {
        return NewDevice.add(empty(), name, NewDevice.Start.of(type));
    }

    /** Returns a site with a device of every type, as the demo fills them. */
    public static synchronized Project plant() {
        plant = plant == null ? plant(empty()) : plant;
        return plant;
    }

    /** Adds a device of every type, as the demo fills them. */
    public static Project plant(Project site) {
        Map<String, NewDevice.Start> devices = new LinkedHashMap<>();
        devices.put("F11", ordered("marrowby-f2", "MF2-BVB-2"));
        devices.put("L21", ordered("tarnholt-l5", "TL5-SY"));
        devices.put("T1", ordered("holmvard-k3", "HK3-SE"));
        devices.put("M31", ordered("stenvaag-m3", "SM3-M0"));
        devices.put("Q41", NewDevice.Start.of("oddvik-u1"));
        devices.put("R51", ordered("havbryn-r6", "HR6-00-N"));
        devices.put("P61", NewDevice.Start.of("lysholt-p12"));
        devices.put("RTU1", NewDevice.Start.of("fjellmast-c2"));
        devices.put("CN1", NewDevice.Start.of("brudal-x8"));
        devices.put("TD1", NewDevice.Start.of("nattvik-t4"));
        devices.put("GD1", NewDevice.Start.of("kvitskjer-d4"));
        Project made = site;
        for (Map.Entry<String, NewDevice.Start> device : devices.entrySet()) {
            made = NewDevice.add(made, device.getKey(), device.getValue());
        }
        return ValueChange.set(made, table("plant.csv"));
    }

    private static NewDevice.Start ordered(String type, String code) {
        return NewDevice.Start.of(type).with(Plate.Item.ORDER_CODE, code);
    }

    private static Map<String, Map<String, String>> table(String file) {
        CSVFormat format = CSVFormat.RFC4180.builder().setHeader().get();
        Map<String, Map<String, String>> values = new TreeMap<>();
        try (CSVParser parser = CSVParser.parse(DEMO.resolve(file), StandardCharsets.UTF_8, format)) {
            parser.forEach(row -> values.computeIfAbsent(row.get("device"), name -> new TreeMap<>())
                    .put(row.get("setting"), row.get("value")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return values;
    }

    /** Returns the site of the demo's story: two relays, one gateway that takes a pick of signals of both. */
    public static synchronized Project skarholm() {
        if (skarholm == null) {
            Project site = imported(imported(empty(), "F01.cid"), "F02.cid").with(feeder());
            skarholm = gateway(site, "GW1", "192.0.2.20", "47");
        }
        return skarholm;
    }

    /** Returns a list of points from rows in Urvant's own columns, separated by commas. */
    public static PointList list(String name, String... lines) {
        List<ListReader.Row> rows = Stream.of(lines)
                .map(line -> new ListReader.Row(List.of(line.split(",", -1)), Map.of(), null, Position.in(name)))
                .toList();
        return ListReader.read(ListRequest.of(name, List.of("alarm")), ListRows.COLUMNS, Position.in(name), rows)
                .list()
                .orElseThrow();
    }

    /** Returns an SCL file of the demo. */
    public static SclFile demo(String name) {
        try {
            return new SclReader().read(Files.readAllBytes(DEMO.resolve(name)), "sources/" + name);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the site with a file of the demo, all of whose IEDs are wanted. */
    public static Project imported(Project site, String name) {
        return imported(site, demo(name));
    }

    /** Returns the site with an SCL file, all of whose IEDs are wanted. */
    public static Project imported(Project site, SclFile file) {
        return site.with(
                site.imported().with(file, file.ieds().stream().map(Ied::name).toList()));
    }

    /** Returns the pick that the demo's gateway takes: positions, trips, the command, currents. */
    public static Pick feeder() {
        Pick pick = new Pick("feeder", "Marrowby", "MF7", List.of(), List.of());
        for (String query :
                new String[] {"kind:position ln:X*", "kind:trip", "kind:command ln:CSWI1", "kind:current"}) {
            pick = pick.with(Query.parse(query));
        }
        return pick;
    }

    /** Adds a gateway that takes the signals of the pick from all IEDs; no error stands. */
    public static Project gateway(Project site, String name, String address, String station) {
        Project made =
                NewDevice.add(site, name, NewDevice.Start.of("ravnsund-g3").with(Plate.Item.LINK, address + ":8443"));
        made = ConnectionChange.connect(made, name, "scada", "control-centre");
        made = ConnectionChange.connectAll(made, made.device(name), made.ieds()).project();
        String[] signals = made.ieds().stream()
                .flatMap(ied -> feeder().signals(ied).stream())
                .map(signal -> signal.reference())
                .toArray(String[]::new);
        made = mapped(made, name, OptionalInt.empty(), signals);
        return ValueChange.set(
                made,
                name,
                Map.of(
                        "station.name", "Skarholm",
                        "network.address", address,
                        "network.gateway", "192.0.2.1",
                        "scada.peer", "198.51.100.7",
                        "scada.common-address", station));
    }

    /** Maps signals of a device's relays to its control centre. */
    public static Project mapped(Project site, String name, OptionalInt start, String... references) {
        Device device = site.device(name);
        return SignalMapper.propose(
                        site,
                        device,
                        "scada",
                        MappedSignal.of(Stream.of(references).map(site::signal).toList()),
                        start)
                .carriedOut(site, device);
    }

    /**
     * Returns the site as a person with an editor would leave it, whether values fit or not.
     *
     * @param assignments {@code PATH=VALUE}, separated by semicolons; a path that begins with {@code @} is the keys in the
     *     device's file, separated by slashes; an empty value takes the value away
     */
    public static Project written(Project site, String name, String assignments) {
        Project changed = site;
        for (String assignment : assignments.split(";\\s*")) {
            int equals = assignment.indexOf('=');
            String path = assignment.substring(0, equals);
            String value = equals + 1 == assignment.length() ? null : assignment.substring(equals + 1);
            Device device = changed.device(name);
            changed = changed.with(
                    path.startsWith("@")
                            ? at(device, path.substring(1).split("/"), value)
                            : known(changed, device, path, value));
        }
        return changed;
    }

    private static Device known(Project site, Device device, String path, String value) {
        DeviceSheets sheets = DeviceSheets.of(site.typeOf(device), device);
        sheets.find(path);
        Map<String, String> values = new TreeMap<>();
        values.put(path, value);
        return sheets.with(values);
    }

    private static Device at(Device device, String[] keys, String value) {
        if (keys.length == 1) {
            Plate.Item item = Plate.Item.of(keys[0]).orElseThrow();
            return device.with(
                    value == null
                            ? device.plate().without(item)
                            : device.plate().with(item, value));
        }
        return switch (keys[0]) {
            case "modules" ->
                device.with(
                        device.fitted().withModules(put(device.fitted().modules(), keys[1], value, device.position())));
            case "selectors" ->
                device.with(
                        device.fitted().withTicked(put(device.fitted().ticked(), keys[1], value, device.position())));
            case "connections" -> connection(device, keys[1], keys[2], value);
            case "channels" -> sheet(device, GivenSheet.Kind.CHANNEL, keys[1], keys[2], value);
            case "tables" -> sheet(device, GivenSheet.Kind.ROW, keys[1] + "." + keys[2], keys[3], value);
            case "groups" -> sheet(device, GivenSheet.Kind.GROUP, "group." + keys[1], keys[3], value);
            default -> throw new IllegalArgumentException(String.join("/", keys));
        };
    }

    private static Device connection(Device device, String name, String key, String value) {
        Connection old = device.connections()
                .getOrDefault(
                        name,
                        new Connection(name, new Entry("", device.position()), new TreeMap<>(), device.position()));
        return device.with(
                key.equals("kind")
                        ? new Connection(name, new Entry(value, old.position()), old.values(), old.position())
                        : new Connection(
                                name, old.kind(), put(old.values(), key, value, old.position()), old.position()));
    }

    private static Device sheet(Device device, GivenSheet.Kind kind, String prefix, String path, String value) {
        GivenSheet old = device.sheets().get(prefix);
        SortedMap<String, Entry> values =
                put(old == null ? new TreeMap<>() : old.values(), path, value, device.position());
        Given given = device.given().with(new GivenSheet(kind, prefix, values, device.position()));
        return device.with(given);
    }

    private static SortedMap<String, Entry> put(
            SortedMap<String, Entry> entries, String key, String value, Position position) {
        SortedMap<String, Entry> others = new TreeMap<>(entries);
        if (value == null) {
            others.remove(key);
        } else {
            others.put(key, new Entry(value, position));
        }
        return others;
    }
}
