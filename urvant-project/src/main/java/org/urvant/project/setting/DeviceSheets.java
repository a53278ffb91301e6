package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.Service;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;

/**
 * All sheets of one device: of itself, its setting groups, the channels that it has as fitted, the rows of its tables, its
 * connections. What its file gives for something that its type does not have is a stranger.
 */
public final class DeviceSheets {
    private static final String GROUP = GivenSheet.GROUP;
    private static final Pattern IN_GROUP = Pattern.compile(GROUP + "\\.(\\d{1,3})(?:\\..*)?");

    private final DeviceType type;
    private final Device device;
    private final Map<String, Sheet> sheets = new LinkedHashMap<>();
    private final List<Stranger> strangers = new ArrayList<>();
    private final SortedMap<String, ChannelKind> channels = new TreeMap<>(NumberedNames.ORDER);
    private final Sheet.Beside named = new NamedSheets(this);
    private final Map<String, Optional<SheetSetting>> sought = new ConcurrentHashMap<>(); // the view is shared

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

    private DeviceSheets(DeviceType type, Device device) {
        this.type = type;
        this.device = device;
    }

    /** Returns the sheets of a device; they are made once for as long as the device stays the same. */
    public static DeviceSheets of(DeviceType type, Device device) {
        return device.view(type, DeviceSheets::made);
    }

    private static DeviceSheets made(DeviceType type, Device device) {
        DeviceSheets made = new DeviceSheets(type, device);
        made.build();
        return made;
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
            Iterable<String> modules, Iterable<String> channels, Iterable<String> tables, Iterable<String> licences) {
        Map<String, Type> facts = new TreeMap<>();
        modules.forEach(name -> facts.put("modules." + name, Type.NUMBER));
        channels.forEach(name -> facts.put("channels." + name, Type.NUMBER));
        tables.forEach(name -> facts.put("rows." + name, Type.NUMBER));
        licences.forEach(name -> facts.put("licences." + name, Type.LOGICAL));
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
        return sheets.get("");
    }

    /** Returns all sheets: the device, its groups, its channels, its rows, its connections. */
    public List<Sheet> all() {
        return List.copyOf(sheets.values());
    }

    /** Returns the sheets of one kind in one table or kind of channel. */
    public List<Sheet> of(Sheet.Kind kind, String container) {
        return sheets.values().stream()
                .filter(sheet -> sheet.kind() == kind && sheet.container().equals(container))
                .toList();
    }

    /** Returns the sheets of one kind. */
    public List<Sheet> of(Sheet.Kind kind) {
        return sheets.values().stream().filter(sheet -> sheet.kind() == kind).toList();
    }

    /** Returns the sheet with a prefix, or empty. */
    public Optional<Sheet> sheet(String prefix) {
        return Optional.ofNullable(sheets.get(prefix));
    }

    /** Returns what is given that the type does not have. */
    public List<Stranger> strangers() {
        return Collections.unmodifiableList(strangers);
    }

    /** Returns whether a service is open: always, or as its setting says. */
    public boolean isOpen(Service service) {
        return service.setting().isEmpty() || Boolean.TRUE.equals(own().value(service.setting()));
    }

    /** Returns the kinds of the channels that the device has as fitted, by name. */
    public SortedMap<String, ChannelKind> channels() {
        return Collections.unmodifiableSortedMap(channels);
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

    private void build() {
        for (ChannelKind kind : type.hardware().channels().values()) {
            for (int i = 1; i <= kind.count(); i++) {
                channels.put(kind.name() + i, kind);
            }
        }
        device.fitted().modules().forEach((slot, entry) -> {
            ModuleKind module = type.hardware().modules().get(entry.text());
            if (module != null) {
                channels.putAll(channels(type, slot, module));
            }
        });
        Map<String, Object> facts = facts();
        Sheet own = new Sheet(
                Sheet.Kind.DEVICE,
                "",
                "",
                type.sheet(),
                device.settings(),
                device.position(),
                null,
                (sheet, path) -> facts.containsKey(path) ? facts.get(path) : named.value(sheet, path));
        sheets.put("", own);
        groups(own);
        channels.forEach((name, kind) -> put(channel(name, kind)));
        for (GivenSheet given : device.sheets().values()) {
            if (!sheets.containsKey(given.prefix())) {
                known(given).ifPresentOrElse(this::put, () -> strangers.add(stranger(given)));
            }
        }
        for (Connection connection : device.connections().values()) {
            type.connection(connection.kind().text()).ifPresent(kind -> put(connection(connection, kind)));
        }
    }

    private void put(Sheet sheet) {
        sheets.put(sheet.prefix(), sheet);
    }

    private Map<String, Object> facts() {
        Map<String, Object> facts = new HashMap<>();
        for (String module : type.hardware().modules().keySet()) {
            long count = device.fitted().modules().values().stream()
                    .filter(entry -> entry.text().equals(module))
                    .count();
            facts.put("modules." + module, BigDecimal.valueOf(count));
        }
        for (String kind : type.hardware().channels().keySet()) {
            long count = channels.values().stream()
                    .filter(channel -> channel.name().equals(kind))
                    .count();
            facts.put("channels." + kind, BigDecimal.valueOf(count));
        }
        for (String table : type.tables().keySet()) {
            long count = device.sheets().keySet().stream()
                    .filter(prefix -> prefix.startsWith(table + "."))
                    .count();
            facts.put("rows." + table, BigDecimal.valueOf(count));
        }
        List<String> had = device.fitted().licenceNames();
        type.software().licences().keySet().forEach(name -> facts.put("licences." + name, had.contains(name)));
        return facts;
    }

    private void groups(Sheet own) {
        if (type.groups().most() == 0) {
            return;
        }
        TreeSet<Integer> numbers = new TreeSet<>(List.of(1));
        device.sheets().keySet().forEach(prefix -> {
            Matcher inGroup = IN_GROUP.matcher(prefix);
            if (inGroup.matches()) {
                numbers.add(Integer.parseInt(inGroup.group(1)));
            }
        });
        for (int number : numbers) {
            if (number >= 1 && number <= type.groups().most()) {
                put(group(number, own));
            }
        }
    }

    private Sheet group(int number, Sheet own) {
        String prefix = GROUP + "." + number;
        GivenSheet given = device.sheets().get(prefix);
        return new Sheet(
                Sheet.Kind.GROUP,
                prefix,
                GROUP,
                type.groups().settings(),
                given == null ? new TreeMap<>() : given.values(),
                given == null ? device.position() : given.position(),
                own,
                named);
    }

    private Sheet channel(String name, ChannelKind kind) {
        GivenSheet given = device.sheets().get(name);
        return new Sheet(
                Sheet.Kind.CHANNEL,
                name,
                kind.name(),
                kind.settings(),
                given == null ? new TreeMap<>() : given.values(),
                given == null ? device.position() : given.position(),
                own(),
                named);
    }

    private Sheet connection(Connection connection, ConnectionKind kind) {
        return new Sheet(
                Sheet.Kind.CONNECTION,
                connection.name(),
                kind.name(),
                kind.sheet(),
                connection.values(),
                connection.position(),
                own(),
                named);
    }

    private Optional<Sheet> known(GivenSheet given) {
        return given.kind() == GivenSheet.Kind.CHANNEL
                ? Optional.empty()
                : row(given.prefix(), given.values(), given.position());
    }

    /** Returns the sheet of a row that is there or could be; empty when its prefix leads to no table. */
    private Optional<Sheet> row(String prefix, SortedMap<String, Entry> values, Position position) {
        String[] parts = prefix.split("\\.", 4);
        boolean inGroup = parts.length == 4 && parts[0].equals(GROUP);
        if (!inGroup && parts.length != 2) {
            return Optional.empty();
        }
        String table = inGroup ? parts[2] : parts[0];
        String row = inGroup ? parts[3] : parts[1];
        TableDefinition definition = (inGroup ? type.groups().tables() : type.tables()).get(table);
        Sheet outer = inGroup ? sheets.get(GROUP + "." + parts[1]) : own();
        if (definition == null || outer == null || row.isEmpty() || row.contains(".")) {
            return Optional.empty();
        }
        String container = inGroup ? outer.prefix() + "." + table : table;
        return Optional.of(
                new Sheet(Sheet.Kind.ROW, prefix, container, definition.row(), values, position, outer, named));
    }

    private Stranger stranger(GivenSheet given) {
        if (given.kind() == GivenSheet.Kind.CHANNEL) {
            return new Stranger(
                    given.prefix(),
                    given.position(),
                    "channel '" + given.prefix() + "' does not exist on the device as fitted",
                    NearestName.hint("channel", given.prefix(), channels.keySet()));
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
        SettingDefinition plain = type.sheet().settings().get(path);
        if (plain != null) {
            return Optional.of(new SheetSetting(own(), plain));
        }
        return sought.computeIfAbsent(path, this::onSheet); // a change asks for the same few again and again
    }

    private Optional<SheetSetting> onSheet(String path) {
        for (int dot = path.indexOf('.'); dot > 0; dot = path.indexOf('.', dot + 1)) {
            Sheet sheet = sheets.get(path.substring(0, dot));
            String within = path.substring(dot + 1);
            if (sheet != null && sheet.definition().settings().containsKey(within)) {
                return Optional.of(
                        new SheetSetting(sheet, sheet.definition().settings().get(within)));
            }
        }
        return newSheet(path);
    }

    /** A path into a row or setting group that is not there yet. */
    private Optional<SheetSetting> newSheet(String path) {
        String[] parts = path.split("\\.");
        boolean inGroup = parts.length > 2 && parts[0].equals(GROUP) && parts[1].matches("\\d{1,3}");
        if (inGroup && !sheets.containsKey(GROUP + "." + parts[1])) {
            int number = Integer.parseInt(parts[1]);
            if (number < 1 || number > type.groups().most()) {
                return Optional.empty();
            }
            DeviceSheets more = new DeviceSheets(type, device); // this view is kept, and shows what is there
            more.sheets.putAll(sheets);
            more.put(group(number, own()));
            return more.seek(path);
        }
        for (int dot = path.indexOf('.'); dot > 0; dot = path.indexOf('.', dot + 1)) {
            String prefix = path.substring(0, dot);
            Optional<Sheet> row =
                    sheets.containsKey(prefix) ? Optional.empty() : row(prefix, new TreeMap<>(), device.position());
            SettingDefinition setting = row.map(Sheet::definition)
                    .map(SheetDefinition::settings)
                    .map(settings -> settings.get(path.substring(prefix.length() + 1)))
                    .orElse(null);
            if (setting != null) {
                return Optional.of(new SheetSetting(row.get(), setting));
            }
        }
        return Optional.empty();
    }

    /** Returns the paths of all settings that the device has now. */
    public List<String> paths() {
        List<String> paths = new ArrayList<>();
        for (Sheet sheet : sheets.values()) {
            sheet.definition().settings().keySet().forEach(path -> paths.add(sheet.path(path)));
        }
        return paths;
    }
}
