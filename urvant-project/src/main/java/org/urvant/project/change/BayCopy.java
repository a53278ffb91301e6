package org.urvant.project.change;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Ref;
import org.urvant.project.Bay;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Copies of a bay with its devices: their values, modules, connections, mappings and programs. What its devices name of each other
 * is re-aimed at the copies; what they name outside is kept and listed. Addresses and all else that belongs to the one device is
 * open, unless it is given. Nothing of the past goes along.
 *
 * @param after the site with the copies
 * @param made what became of each, in the order asked for
 * @param drawn the devices that the new ones were made of
 */
public record BayCopy(Project after, List<Made> made, SortedMap<String, String> drawn) {
    public BayCopy {
        made = List.copyOf(made);
    }

    /**
     * One copy that is wanted.
     *
     * @param bay its name
     * @param names new names of devices of the bay, and of IEDs that its devices ask, by the old ones
     * @param values values of the copies, by the old name of the device and the path: {@code F11.network.address}
     */
    public record Wanted(String bay, Map<String, String> names, Map<String, Entry> values) {
        public Wanted {
            Objects.requireNonNull(bay, "bay");
            names = Map.copyOf(names);
            values = Map.copyOf(values);
        }

        /** Returns what a row of a table wants: a column with a dot in it is a value of a device, any other a name. */
        public static Wanted of(String bay, Map<String, Entry> cells) {
            Map<String, String> names = new TreeMap<>();
            Map<String, Entry> values = new TreeMap<>();
            cells.forEach((column, cell) -> {
                if (column.indexOf('.') < 0) {
                    names.put(column, cell.text());
                } else {
                    values.put(column, cell);
                }
            });
            return new Wanted(bay, names, values);
        }
    }

    /**
     * One copy as it was made.
     *
     * @param bay its name
     * @param names what every name of the bay became
     * @param given what belongs to the one device and the conventions of the project gave, by device and path
     * @param open paths that must be given, as they belong to the one device
     * @param outward what it names outside, as the original does
     * @param twinless twins outside the bay of which the copies are none
     * @param texts texts that still name the original, by device and path
     */
    public record Made(
            String bay,
            SortedMap<String, String> names,
            SortedMap<String, String> given,
            List<String> open,
            List<Ref> outward,
            List<Ref> twinless,
            SortedMap<String, String> texts) {}

    /**
     * Says what copies of a bay would be; changes nothing.
     *
     * @param isInTexts whether old names in texts for people become the new ones too
     * @throws UnknownNameException when there is no such bay, or a name to be re-aimed is none of it
     * @throws RefusedException when a name is taken, is given to two things, or cannot be told
     * @throws MalformedInputException when a value does not fit
     */
    public static BayCopy plan(Project project, String from, List<Wanted> wanted, boolean isInTexts) {
        Bay bay = project.bays().get(from);
        if (bay == null) {
            throw new UnknownNameException("bay", from, project.bays().keySet());
        }
        Project after = project;
        List<Made> made = new ArrayList<>();
        SortedMap<String, String> drawn = new TreeMap<>();
        for (Wanted each : wanted) {
            Renaming.requireFreeBay(after, each.bay());
            Copying copying = new Copying(after, bay, each);
            copying.run(isInTexts);
            after = copying.project;
            copying.devices.forEach((old, name) -> drawn.put(name, old));
            made.add(copying.made());
        }
        return new BayCopy(after, made, drawn);
    }

    /** Returns the change that makes the copies; the files of their devices are those of the originals. */
    public Change change(Project before) {
        return Change.of(before, after).drawing(drawn);
    }

    /** One copy while it is made. */
    private static final class Copying {
        private final Bay bay;
        private final Wanted wanted;
        private final SortedMap<String, String> devices = new TreeMap<>();
        private final SortedMap<String, String> ieds = new TreeMap<>();
        private final SortedMap<String, String> given = new TreeMap<>();
        private final List<String> open = new ArrayList<>();
        private final List<Ref> twinless = new ArrayList<>();
        private final Map<String, String> renamed = new TreeMap<>();
        private @Nullable Pattern names;
        private Project project;

        private Copying(Project project, Bay bay, Wanted wanted) {
            this.project = project;
            this.bay = bay;
            this.wanted = wanted;
        }

        private void run(boolean isInTexts) {
            takeNames();
            devices.forEach((old, name) -> {
                DeviceChange.Copied copied = DeviceChange.drawn(project, old, name, false);
                project = copied.project();
                copied.open().forEach(path -> open.add(name + "." + path));
            });
            devices.forEach(this::twin);
            reaim();
            ieds.forEach((old, name) -> devices.values().forEach(device -> reaimIed(device, old, name)));
            project = project.with(bay.named(wanted.bay())
                    .withDevices(bay.devices().stream()
                            .map(entry -> new Entry(devices.get(entry.text()), entry.position()))
                            .toList()));
            if (isInTexts) {
                texts().forEach((place, text) -> rewrite(place, renamed(text)));
            }
            values();
            devices.values().forEach(this::give);
            devices.values().forEach(name -> project = DeviceChange.withAddressesGiven(project, name));
        }

        private void takeNames() {
            Set<String> taken = new HashSet<>();
            for (Entry entry : bay.devices()) {
                String old = project.device(entry.text()).name();
                String name = Optional.ofNullable(wanted.names().get(old)).orElseGet(() -> usual(old));
                if (!taken.add(name)) {
                    throw new RefusedException(
                            "two devices of bay " + wanted.bay() + " would be called " + name,
                            "Give each of them a name of its own.");
                }
                devices.put(old, name);
            }
            wanted.names().forEach((old, name) -> {
                if (!devices.containsKey(old)) {
                    List<String> asked = asked();
                    if (!asked.contains(old)) {
                        asked.addAll(devices.keySet());
                        throw new UnknownNameException("name in bay " + bay.name(), old, asked);
                    }
                    ieds.put(old, name);
                }
            });
        }

        private List<String> asked() {
            return devices.keySet().stream()
                    .flatMap(device -> project.device(device).connections().values().stream())
                    .flatMap(connection -> connection.ied().stream())
                    .distinct()
                    .collect(Collectors.toCollection(ArrayList::new));
        }

        /** A device that is called after its bay is called after the new one. */
        private String usual(String old) {
            if (!old.contains(bay.name())) {
                throw new RefusedException(
                        "the copy of " + old + " in bay " + wanted.bay() + " has no name",
                        "Give it one, for it is not called after its bay.");
            }
            return old.replace(bay.name(), wanted.bay());
        }

        /** The copies of a redundant pair are one; the copy of a device whose twin is elsewhere is nobody's twin. */
        private void twin(String old, String name) {
            String other = project.device(old).plate().text(Plate.Item.TWIN_OF);
            Device copy = project.device(name);
            if (devices.containsKey(other)) {
                project = project.with(copy.with(copy.plate().with(Plate.Item.TWIN_OF, devices.get(other))));
            } else if (!other.isEmpty()) {
                twinless.add(Ref.device(other));
            }
        }

        private void reaim() {
            List<Reference> inside = References.in(project, devices.values());
            for (Map.Entry<String, String> device : devices.entrySet()) {
                Ref old = Ref.device(device.getKey());
                List<Reference> named = inside.stream()
                        .filter(reference -> reference.target().equals(old))
                        .toList();
                if (!named.isEmpty()) {
                    project = Pointing.of(project, named, old, Optional.of(device.getValue()));
                    inside = References.in(project, devices.values()); // places in texts are others now
                }
            }
        }

        private void reaimIed(String deviceName, String old, String name) {
            Device device = project.device(deviceName);
            Set<String> keys = MappingKey.taken(device);
            for (Connection connection : List.copyOf(device.connections().values())) {
                if (connection.ied().filter(old::equals).isEmpty()) {
                    continue;
                }
                List<Mapping> rows = new ArrayList<>();
                for (Mapping row : device.mappings()) {
                    rows.add(Reaiming.row(row, keys, end -> Reaiming.end(end, connection.name(), old, name)));
                }
                SortedMap<String, Entry> values = new TreeMap<>(connection.values());
                values.put(Connection.IED, new Entry(name, connection.position()));
                device = device.withMappings(rows)
                        .with(new Connection(connection.name(), connection.kind(), values, connection.position()));
                project = project.with(device);
                if (connection.name().equals(old)) {
                    project = Renaming.of(project, Ref.of(Ref.Kind.CONNECTION, old, deviceName), name)
                            .carriedOut(project);
                    device = project.device(deviceName);
                }
            }
        }

        private void values() {
            SortedMap<String, SortedMap<String, String>> values = new TreeMap<>();
            wanted.values().forEach((place, entry) -> {
                int dot = place.indexOf('.');
                String old = dot < 0 ? place : place.substring(0, dot);
                if (dot < 0 || !devices.containsKey(old)) {
                    throw new UnknownNameException("device in bay " + bay.name(), old, devices.keySet());
                }
                values.computeIfAbsent(devices.get(old), key -> new TreeMap<>())
                        .put(place.substring(dot + 1), entry.text());
                open.remove(devices.get(old) + "." + place.substring(dot + 1));
            });
            try {
                project = ValueChange.set(project, values);
            } catch (MalformedInputException | UnknownNameException e) {
                throw new MalformedInputException(
                        wanted.values().values().iterator().next().position(),
                        "bay " + wanted.bay() + ": " + e.getMessage(),
                        e.remedy(),
                        e);
            }
        }

        private void give(String name) {
            List<String> paths = open.stream()
                    .filter(path -> path.startsWith(name + "."))
                    .map(path -> path.substring(name.length() + 1))
                    .toList();
            SortedMap<String, String> own = OwnValuesGiven.of(project, name, paths);
            if (own.isEmpty()) {
                return;
            }
            project = ValueChange.set(project, name, own);
            own.forEach((path, value) -> {
                given.put(name + "." + path, value);
                open.remove(name + "." + path);
            });
        }

        /** Texts for people in which a name of the original stands as a word, by device, a blank and the path. */
        private SortedMap<String, String> texts() {
            SortedMap<String, String> found = new TreeMap<>();
            for (String name : devices.values()) {
                Device device = project.device(name);
                String description = device.plate().text(Plate.Item.DESCRIPTION);
                if (!description.equals(renamed(description))) {
                    found.put(name + " " + Plate.Item.DESCRIPTION.word(), description);
                }
                for (Sheet sheet :
                        DeviceSheets.of(project.typeOf(device), device).all()) {
                    for (SettingDefinition setting :
                            sheet.definition().settings().values()) {
                        Entry entry = sheet.given().get(setting.path());
                        if (setting.kind() == SettingKind.TEXT
                                && entry != null
                                && !entry.text().equals(renamed(entry.text()))) {
                            found.put(name + " " + sheet.path(setting.path()), entry.text());
                        }
                    }
                }
            }
            return found;
        }

        private void rewrite(String place, String text) {
            int blank = place.indexOf(' ');
            project = ValueChange.set(project, place.substring(0, blank), Map.of(place.substring(blank + 1), text));
        }

        private String renamed(String text) {
            return names().matcher(text).replaceAll(found -> Matcher.quoteReplacement(renamed.get(found.group())));
        }

        /** Finds the names of the bay, of its devices and of what they ask, each as a word. */
        private Pattern names() {
            if (names == null) {
                renamed.putAll(devices);
                renamed.putAll(ieds);
                renamed.put(bay.name(), wanted.bay());
                names = Pattern.compile(renamed.keySet().stream()
                        .sorted((one, other) -> other.length() - one.length())
                        .map(Pattern::quote)
                        .collect(Collectors.joining("|", "(?<![\\p{L}\\p{N}])(?:", ")(?![\\p{L}\\p{N}])")));
            }
            return names;
        }

        private Made made() {
            SortedMap<String, String> names = new TreeMap<>(devices);
            names.putAll(ieds);
            TreeSet<Ref> outward = new TreeSet<>((one, other) -> one.toString().compareTo(other.toString()));
            References.in(project, devices.values()).stream()
                    .map(Reference::target)
                    .filter(target -> isOutside(target))
                    .forEach(outward::add);
            bay.feeding()
                    .ifPresent(feeding -> outward.add(Ref.bay(feeding.from().text())));
            return new Made(
                    wanted.bay(),
                    names,
                    given,
                    List.copyOf(open),
                    List.copyOf(outward),
                    List.copyOf(twinless),
                    texts());
        }

        private boolean isOutside(Ref target) {
            return switch (target.kind()) {
                case DEVICE -> !devices.containsValue(target.name());
                case IED, LIST, BAY -> !ieds.containsValue(target.name());
                default -> false;
            };
        }
    }
}
