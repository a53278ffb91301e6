package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.Service;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Position;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;

/**
 * All sheets of one device: of itself, its setting groups, the channels that it has as fitted, the rows of its tables, its
 * connections. What its file gives for something that its type does not have is a stranger. Each sheet is made when it is first
 * asked for: a change of a value asks for few. Safe for several threads.
 */
public final class DeviceSheets {
    private static final String GROUP = GivenSheet.GROUP;

    private final DeviceType type;
    private final Device device;
    private final SheetMaker maker;
    private volatile @Nullable Whole whole;
    private volatile @Nullable SortedMap<String, ChannelKind> channels;
    private final Map<String, Optional<SheetSetting>> sought = new ConcurrentHashMap<>(64); // the view is shared

    /**
     * Something given that the type does not have.
     *
     * @param prefix what stands before its paths
     * @param position where it stands
     * @param message what it is
     * @param remedy the nearest name, or those that exist
     */
    public record Stranger(String prefix, Position position, String message, String remedy) {}

    /** A setting in its sheet. */
    public record SheetSetting(Sheet sheet, SettingDefinition setting) {
        /** Returns the whole path, as commands write it. */
        public String path() {
            return sheet.path(setting.path());
        }
    }

    /** All sheets by their prefix, and what is given that the type does not have. */
    private record Whole(Map<String, Sheet> sheets, List<Stranger> strangers) {}

    private DeviceSheets(DeviceType type, Device device, SheetMaker maker) {
        this.type = type;
        this.device = device;
        this.maker = maker;
    }

    /** Returns the sheets of a device; they are made once for as long as the device stays the same. */
    public static DeviceSheets of(DeviceType type, Device device) {
        return device.view(type, (known, seen) -> new DeviceSheets(known, seen, new SheetMaker(known, seen, 0)));
    }

    /** Returns the sheets of a device of a type of which nothing is given, to look at the type by. */
    public static DeviceSheets blank(DeviceType type) {
        Position position = Position.in("type " + type.name());
        List<String> versions = type.firmware();
        String newest = versions.isEmpty() ? "" : versions.get(versions.size() - 1);
        return of(type, Device.of(type.name(), Plate.of(type.name(), newest, position)));
    }

    /**
     * Returns the device with some values in place of its own, by their whole paths; a null takes a value away. Paths that lead
     * nowhere are left out.
     */
    public Device with(Map<String, String> values) {
        return GivenValues.changed(this, values);
    }

    /**
     * Returns the names beside settings that expressions of a type may use: {@code modules.KIND}, {@code channels.KIND} and
     * {@code rows.TABLE} are numbers, {@code licences.NAME} is yes or no.
     */
    public static Map<String, Type> facts(
            Map<String, Integer> modules,
            Iterable<String> channels,
            Iterable<String> tables,
            Iterable<String> licences) {
        Map<String, Type> facts = new TreeMap<>();
        modules.forEach((name, most) -> facts.put(
                SheetMaker.MODULES + "." + name, new Type(Type.Kind.NUMBER, null, List.of(), Interval.of(0, most))));
        Type count = new Type(Type.Kind.NUMBER, null, List.of(), new Interval(BigDecimal.ZERO, null));
        channels.forEach(name -> facts.put(SheetMaker.CHANNELS + "." + name, count));
        tables.forEach(name -> facts.put(SheetMaker.ROWS + "." + name, count));
        licences.forEach(name -> facts.put(SheetMaker.LICENCES + "." + name, Type.LOGICAL));
        return facts;
    }

    /** Returns the device. */
    public Device device() {
        return device;
    }

    /** Returns the device's type. */
    public DeviceType type() {
        return type;
    }

    /** Returns the sheet of the device itself. */
    public Sheet own() {
        return maker.own();
    }

    /** Returns all sheets: the device, its groups, its channels, its rows, its connections. */
    public List<Sheet> all() {
        return List.copyOf(whole().sheets().values());
    }

    /** Returns the sheets with settings whose values can be seen from both sides of transformers, in the order of all. */
    public List<Sheet> sided() {
        boolean ofChannels = type.hardware().channels().values().stream()
                .anyMatch(kind -> !kind.settings().sided().isEmpty());
        Stream<String> prefixes = Stream.of(
                        Stream.of(""),
                        maker.groups().stream().map(number -> GROUP + "." + number),
                        ofChannels ? maker.fitted().keySet().stream() : Stream.<String>empty(),
                        device.sheets().keySet().stream().filter(prefix -> prefix.indexOf('.') > 0),
                        device.connections().keySet().stream())
                .flatMap(each -> each);
        List<Sheet> found = new ArrayList<>();
        prefixes.distinct().forEach(prefix -> {
            Sheet sheet = maker.at(prefix);
            if (sheet != null && !sheet.definition().sided().isEmpty()) {
                found.add(sheet);
            }
        });
        return found;
    }

    /** Returns the sheets of one kind in one table or kind of channel. */
    public List<Sheet> of(Sheet.Kind kind, String container) {
        return whole().sheets().values().stream()
                .filter(sheet -> sheet.kind() == kind && sheet.container().equals(container))
                .toList();
    }

    /** Returns the sheets of one kind. */
    public List<Sheet> of(Sheet.Kind kind) {
        return whole().sheets().values().stream()
                .filter(sheet -> sheet.kind() == kind)
                .toList();
    }

    /** Returns the sheet with a prefix, or empty. */
    public Optional<Sheet> sheet(String prefix) {
        return Optional.ofNullable(maker.at(prefix));
    }

    /** Returns what is given that the type does not have. */
    public List<Stranger> strangers() {
        return whole().strangers();
    }

    /** Returns whether a service is open: always, or as its setting says. */
    public boolean isOpen(Service service) {
        return service.setting().isEmpty() || Boolean.TRUE.equals(own().value(service.setting()));
    }

    /** Returns the kinds of the channels that the device has as fitted, by name. */
    public SortedMap<String, ChannelKind> channels() {
        SortedMap<String, ChannelKind> known = channels;
        if (known == null) {
            SortedMap<String, ChannelKind> sorted = new TreeMap<>(NumberedNames.ORDER);
            sorted.putAll(maker.fitted());
            known = Collections.unmodifiableSortedMap(sorted);
            channels = known;
        }
        return known;
    }

    /** Returns the kinds of the channels that a slot would have with a module, by name. */
    public static SortedMap<String, ChannelKind> channels(DeviceType type, String slot, ModuleKind module) {
        SortedMap<String, ChannelKind> names = new TreeMap<>(NumberedNames.ORDER);
        module.gives().forEach((name, count) -> {
            ChannelKind kind = type.hardware().channels().get(name);
            for (int i = 1; kind != null && i <= count; i++) {
                names.put(slot + "/" + name + i, kind);
            }
        });
        return names;
    }

    private Whole whole() {
        Whole known = whole;
        if (known == null) {
            known = built();
            whole = known;
        }
        return known;
    }

    private Whole built() {
        Map<String, Sheet> sheets = new LinkedHashMap<>();
        List<Stranger> strangers = new ArrayList<>();
        sheets.put("", maker.own());
        maker.groups().forEach(number -> put(sheets, GROUP + "." + number));
        maker.fitted().keySet().forEach(name -> put(sheets, name));
        for (GivenSheet given : device.sheets().values()) {
            if (!sheets.containsKey(given.prefix()) && !put(sheets, given.prefix())) {
                strangers.add(stranger(given));
            }
        }
        device.connections().keySet().forEach(name -> put(sheets, name));
        return new Whole(sheets, Collections.unmodifiableList(strangers));
    }

    private boolean put(Map<String, Sheet> sheets, String prefix) {
        Sheet sheet = maker.at(prefix);
        if (sheet != null) {
            sheets.put(prefix, sheet);
        }
        return sheet != null;
    }

    private Stranger stranger(GivenSheet given) {
        if (given.kind() == GivenSheet.Kind.CHANNEL) {
            return new Stranger(
                    given.prefix(),
                    given.position(),
                    "channel '" + given.prefix() + "' does not exist on the device as fitted",
                    NearestName.hint("channel", given.prefix(), maker.fitted().keySet()));
        }
        if (given.kind() == GivenSheet.Kind.GROUP || given.isGroupRow()) {
            String name = given.prefix().split("\\.")[1];
            return new Stranger(
                    given.prefix(),
                    given.position(),
                    "setting group '" + name + "' has no place for '" + given.prefix() + "'",
                    type.groups().most() == 0
                            ? type.name() + " has no setting groups."
                            : "Groups are 1 to " + type.groups().most() + "; their tables: "
                                    + String.join(", ", type.groups().tables().keySet()) + ".");
        }
        String table = given.prefix().substring(0, Math.max(0, given.prefix().indexOf('.')));
        return new Stranger(
                given.prefix(),
                given.position(),
                "table '" + table + "' does not exist in " + type.name(),
                NearestName.hint("table", table, type.tables().keySet()));
    }

    /**
     * Returns the setting at a path: {@code clock.zone}, {@code AI1.range}, {@code recipients.Duty.number}, {@code
     * group.2.overcurrent.pick-up}. A row that is not there yet may be named.
     *
     * @throws UnknownNameException when there is none; names the nearest
     */
    public SheetSetting find(String path) {
        return seek(path).orElseThrow(() -> new UnknownNameException("setting", path, paths()));
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SheetSetting> seek(String path) {
        Optional<SettingDefinition> plain = type.sheet().setting(path);
        return plain.isPresent()
                ? plain.map(setting -> new SheetSetting(maker.own(), setting))
                : sought.computeIfAbsent(path, this::onSheet); // a change asks for the same few again and again
    }

    private Optional<SheetSetting> onSheet(String path) {
        for (int dot = path.indexOf('.'); dot > 0; dot = path.indexOf('.', dot + 1)) {
            Sheet sheet = maker.at(path.substring(0, dot));
            Optional<SettingDefinition> setting =
                    sheet == null ? Optional.empty() : sheet.definition().setting(path.substring(dot + 1));
            if (setting.isPresent()) {
                return setting.map(found -> new SheetSetting(sheet, found));
            }
        }
        return newSheet(path);
    }

    /** A path into a row or setting group that is not there yet. */
    private Optional<SheetSetting> newSheet(String path) {
        String[] parts = path.split("\\.");
        boolean inGroup = parts.length > 2 && parts[0].equals(GROUP) && parts[1].matches("\\d{1,3}");
        if (inGroup && maker.at(GROUP + "." + parts[1]) == null) {
            int number = Integer.parseInt(parts[1]);
            boolean isOne = number >= 1 && number <= type.groups().most();
            return isOne && number != maker.moreGroup() // this view is kept, and shows what is there
                    ? new DeviceSheets(type, device, new SheetMaker(type, device, number)).seek(path)
                    : Optional.empty();
        }
        for (int dot = path.indexOf('.'); dot > 0; dot = path.indexOf('.', dot + 1)) {
            String prefix = path.substring(0, dot);
            Optional<Sheet> row =
                    maker.at(prefix) != null ? Optional.empty() : maker.row(prefix, new TreeMap<>(), device.position());
            Optional<SheetSetting> found = row.flatMap(sheet -> sheet.definition()
                    .setting(path.substring(prefix.length() + 1))
                    .map(setting -> new SheetSetting(sheet, setting)));
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /** Returns the paths of all settings that the device has now. */
    public List<String> paths() {
        List<String> paths = new ArrayList<>();
        for (Sheet sheet : all()) {
            sheet.definition().settings().keySet().forEach(path -> paths.add(sheet.path(path)));
        }
        return paths;
    }
}
