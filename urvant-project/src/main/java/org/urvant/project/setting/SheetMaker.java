package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;

/** Makes the sheets of one device, each when it is first asked for, and one for whoever asks. Safe for several threads. */
final class SheetMaker {
    static final String MODULES = "modules";
    static final String CHANNELS = "channels";
    static final String ROWS = "rows";
    static final String LICENCES = "licences";

    private static final String GROUP = GivenSheet.GROUP;
    private static final Pattern IN_GROUP = Pattern.compile(GROUP + "\\.(\\d{1,3})(?:\\..*)?");

    private final DeviceType type;
    private final Device device;
    private final int moreGroup;
    private final Sheet own;
    private final Sheet.Beside named = new NamedSheets(this);
    private final Map<String, Optional<Sheet>> made = new ConcurrentHashMap<>(32);
    private volatile @Nullable Map<String, ChannelKind> fitted; // in the order of their names
    private volatile @Nullable SortedSet<Integer> groups;

    /** @param moreGroup number of a setting group that is there although nothing of it is given; 0 for none */
    SheetMaker(DeviceType type, Device device, int moreGroup) {
        this.type = type;
        this.device = device;
        this.moreGroup = moreGroup;
        this.own = new Sheet(
                Sheet.Kind.DEVICE,
                "",
                "",
                type.sheet(),
                device.settings(),
                device.position(),
                null,
                (sheet, path) -> fact(path).orElseGet(() -> named.value(sheet, path)));
    }

    Sheet own() {
        return own;
    }

    /** Returns the number of the setting group that is there although nothing of it is given; 0 for none. */
    int moreGroup() {
        return moreGroup;
    }

    /** Returns the sheet with a prefix, which is the same for whoever asks; null when there is none. */
    @Nullable
    Sheet at(String prefix) {
        if (prefix.isEmpty()) {
            return own;
        }
        Optional<Sheet> known = made.get(prefix);
        if (known == null) {
            Optional<Sheet> sheet = Optional.ofNullable(make(prefix));
            Optional<Sheet> other = made.putIfAbsent(prefix, sheet);
            known = other == null ? sheet : other;
        }
        return known.orElse(null);
    }

    private @Nullable Sheet make(String prefix) {
        Connection connection = device.connections().get(prefix);
        Optional<ConnectionKind> kind = connection == null
                ? Optional.empty()
                : type.connection(connection.kind().text());
        if (kind.isPresent()) {
            return connection(connection, kind.get());
        }
        if (prefix.startsWith(GROUP + ".") && prefix.indexOf('.', GROUP.length() + 1) < 0) {
            return groups().stream()
                    .filter(number -> prefix.equals(GROUP + "." + number))
                    .findFirst()
                    .map(this::group)
                    .orElse(null);
        }
        GivenSheet given = device.sheets().get(prefix);
        ChannelKind channel = prefix.indexOf('.') < 0 ? fitted().get(prefix) : null;
        if (channel != null) {
            return channel(prefix, channel);
        }
        return given == null ? null : known(given).orElse(null);
    }

    /** Returns the kinds of the channels that the device has as fitted, by name and in the order of names. */
    Map<String, ChannelKind> fitted() {
        Map<String, ChannelKind> known = fitted;
        if (known == null) {
            known = channelsAsFitted();
            fitted = known;
        }
        return known;
    }

    private Map<String, ChannelKind> channelsAsFitted() {
        List<Map.Entry<String, ChannelKind>> all = new ArrayList<>();
        for (ChannelKind kind : type.hardware().channels().values()) {
            for (int i = 1; i <= kind.count(); i++) {
                all.add(Map.entry(kind.name() + i, kind));
            }
        }
        device.fitted().modules().forEach((slot, entry) -> {
            ModuleKind module = type.hardware().modules().get(entry.text());
            if (module != null) {
                all.addAll(DeviceSheets.channels(type, slot, module).entrySet());
            }
        });
        all.sort(Map.Entry.comparingByKey(NumberedNames.ORDER)); // runs that are in order already
        Map<String, ChannelKind> sorted = new LinkedHashMap<>(2 * all.size());
        all.forEach(channel -> sorted.put(channel.getKey(), channel.getValue()));
        return sorted;
    }

    /** Returns the value under one of the names that {@link DeviceSheets#facts} tells; empty when it is none of them. */
    private Optional<Object> fact(String path) {
        int dot = path.indexOf('.');
        String name = path.substring(dot + 1);
        return switch (dot < 0 ? "" : path.substring(0, dot)) {
            case MODULES ->
                counted(
                        type.hardware().modules().containsKey(name),
                        device.fitted().modules().values().stream()
                                .filter(entry -> entry.text().equals(name)));
            case CHANNELS ->
                counted(
                        type.hardware().channels().containsKey(name),
                        fitted().values().stream()
                                .filter(channel -> channel.name().equals(name)));
            case ROWS ->
                counted(
                        type.tables().containsKey(name),
                        device.sheets().keySet().stream().filter(prefix -> prefix.startsWith(name + ".")));
            case LICENCES ->
                type.software().licences().containsKey(name)
                        ? Optional.of(device.fitted().licenceNames().contains(name))
                        : Optional.empty();
            default -> Optional.empty();
        };
    }

    private static Optional<Object> counted(boolean isKnown, Stream<?> all) {
        return isKnown ? Optional.of(BigDecimal.valueOf(all.count())) : Optional.empty();
    }

    /** Returns the numbers of the setting groups: the first, and those of which something is given. */
    SortedSet<Integer> groups() {
        SortedSet<Integer> known = groups;
        if (known == null) {
            known = new TreeSet<>();
            if (type.groups().most() > 0) {
                known.add(1);
                if (moreGroup > 0) {
                    known.add(moreGroup);
                }
                for (String prefix : device.sheets().tailMap(GROUP + ".").keySet()) {
                    if (!prefix.startsWith(GROUP + ".")) {
                        break; // they are sorted
                    }
                    Matcher inGroup = IN_GROUP.matcher(prefix);
                    if (inGroup.matches()) {
                        known.add(Integer.parseInt(inGroup.group(1)));
                    }
                }
                known.removeIf(number -> number < 1 || number > type.groups().most());
            }
            groups = known;
        }
        return known;
    }

    private Sheet group(int number) {
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
                own,
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
                own,
                named);
    }

    private Optional<Sheet> known(GivenSheet given) {
        return given.kind() == GivenSheet.Kind.CHANNEL
                ? Optional.empty()
                : row(given.prefix(), given.values(), given.position());
    }

    /** Returns the sheet of a row that is there or could be; empty when its prefix leads to no table. */
    Optional<Sheet> row(String prefix, SortedMap<String, Entry> values, Position position) {
        String[] parts = prefix.split("\\.", 4);
        boolean inGroup = parts.length == 4 && parts[0].equals(GROUP);
        if (!inGroup && parts.length != 2) {
            return Optional.empty();
        }
        String table = inGroup ? parts[2] : parts[0];
        String row = inGroup ? parts[3] : parts[1];
        TableDefinition definition = (inGroup ? type.groups().tables() : type.tables()).get(table);
        Sheet outer = inGroup ? at(GROUP + "." + parts[1]) : own;
        if (definition == null || outer == null || row.isEmpty() || row.contains(".")) {
            return Optional.empty();
        }
        String container = inGroup ? outer.prefix() + "." + table : table;
        return Optional.of(
                new Sheet(Sheet.Kind.ROW, prefix, container, definition.row(), values, position, outer, named));
    }
}
