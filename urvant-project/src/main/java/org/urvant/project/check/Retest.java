package org.urvant.project.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.Handling;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.finding.Ref;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceDifferentials;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceStage;
import org.urvant.project.setting.DeviceZones;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.TestSheet;
import org.urvant.scl.SclFile;

/**
 * What of a device must be tested again, as it is no longer what was tested. What follows from a changed setting is told by what
 * the type declares: functions and stages with the settings that they rest on, outputs that follow functions, rows that carry
 * channels.
 *
 * @param device name of the device
 * @param comparison what was tested against what is now
 * @param items what must be tested again, functions first
 */
public record Retest(String device, Comparison comparison, List<Item> items) {
    /** What is touched. */
    public enum Kind {
        /** Something that the device does for the plant. */
        FUNCTION,
        /** A stage, zone or differential protection, of which it is known what to inject. */
        STAGE,
        /** An output that trips or tells. */
        OUTPUT,
        /** A channel whose meaning or scaling is another one. */
        CHANNEL,
        PROGRAM,
        /** A value that a receiver gets. */
        POINT,
        /** A link to somebody else. */
        CONNECTION,
        /** Another device that takes something from this one, or an IED that takes its messages. */
        RECEIVER,
        HARDWARE,
        /** A setting that no function declares to rest on it. */
        SETTING;

        /** Returns the word that people read. */
        public String word() {
            return Word.of(this);
        }
    }

    /**
     * One thing to test.
     *
     * @param kind what it is
     * @param name its name
     * @param because paths of the differences that touch it
     * @param test what to do, in plain words
     */
    public record Item(Kind kind, String name, List<String> because, String test) {
        public Item {
            because = List.copyOf(because);
        }
    }

    public Retest {
        Objects.requireNonNull(device, "device");
        items = List.copyOf(items);
    }

    /**
     * Returns what must be tested again of a device.
     *
     * @param tested the configuration that was tested
     */
    public static Retest of(Project project, String name, Configuration tested) {
        Device device = project.device(name);
        Comparison comparison = tested.differencesTo(ConfigurationBuilder.whole(project, device));
        Finder finder = new Finder(project, DeviceSheets.of(project.typeOf(device), device));
        comparison.differences().forEach(finder::part);
        finder.followers();
        return new Retest(name, comparison, finder.items());
    }

    private static final List<Kind> ON_STATION_BUS = List.of(Kind.FUNCTION, Kind.STAGE, Kind.CHANNEL, Kind.PROGRAM);

    /** Gathers what is touched, and by what. */
    private static final class Finder {
        private final Project project;
        private final DeviceSheets sheets;
        private final Map<Kind, Map<String, Set<String>>> found = new TreeMap<>();

        private Finder(Project project, DeviceSheets sheets) {
            this.project = project;
            this.sheets = sheets;
        }

        private void add(Kind kind, String name, String because) {
            found.computeIfAbsent(kind, key -> new LinkedHashMap<>())
                    .computeIfAbsent(name, key -> new TreeSet<>())
                    .add(because);
        }

        private void part(Difference part) {
            switch (part.name()) {
                case "settings" -> DownloadCheck.paths(part).forEach(path -> setting(path, part));
                case "logic" -> programs(part).forEach(program -> add(Kind.PROGRAM, program, "logic"));
                case "mappings" -> rows(part).forEach(row -> add(Kind.POINT, row, "mappings"));
                case "communications" -> connections(part);
                default -> DownloadCheck.paths(part).forEach(path -> add(Kind.HARDWARE, path, part.name()));
            }
        }

        private static List<String> programs(Difference part) {
            return part.kind() == Difference.Kind.INNER
                    ? part.inner().stream().map(Difference::name).toList()
                    : List.copyOf(((Section) (part.right() == null ? part.left() : part.right()))
                            .nodes()
                            .keySet());
        }

        private static List<String> rows(Difference part) {
            List<String> rows = new ArrayList<>();
            if (part.kind() == Difference.Kind.INNER) {
                part.inner().forEach(row -> rows.add(row.label()));
            } else {
                Section section = (Section) (part.right() == null ? part.left() : part.right());
                section.nodes().forEach((key, row) -> rows.add(Difference.labelOf(key, row)));
            }
            return rows;
        }

        private void connections(Difference part) {
            if (part.kind() != Difference.Kind.INNER) {
                add(Kind.CONNECTION, "all connections", part.name());
            }
            part.inner().forEach(connection -> DownloadCheck.paths(connection)
                    .forEach(path -> add(Kind.CONNECTION, connection.name(), path)));
        }

        private void setting(String path, Difference part) {
            String inGroup = path.replaceFirst("^group\\.\\d+\\.", "");
            String first = inGroup.split("\\.")[0];
            boolean isKnown = false;
            for (DeviceFunction function : sheets.type().handling().functions()) {
                if (restsOn(function, inGroup, first)) {
                    add(Kind.FUNCTION, function.meaning(), path);
                    isKnown = true;
                }
            }
            isKnown |= stages(path, inGroup, first);
            isKnown |= zonesAndDifferentials(path, inGroup, first);
            isKnown |= outputs(path, part);
            if (sheets.channels().containsKey(first)) {
                add(Kind.CHANNEL, first, path);
                isKnown = true;
            }
            if (!isKnown) {
                add(Kind.SETTING, path, path);
            }
        }

        private boolean restsOn(DeviceFunction function, String path, String first) {
            boolean isOwn = first.equals(function.table()) || first.equals(function.name());
            boolean isRead = function.when() != null && function.when().paths().contains(path)
                    || function.reach().trips() != null
                            && function.reach().trips().paths().contains(path);
            boolean isInput = Optional.ofNullable(sheets.channels().get(first))
                    .flatMap(
                            kind -> Optional.ofNullable(function.reach().needs().get(kind.name())))
                    .filter(need -> path.equals(first + "." + ChannelKind.CARRIES)
                            || need.word()
                                    .equals(sheets.sheet(first).orElseThrow().value(ChannelKind.CARRIES)))
                    .isPresent();
            boolean isRatio = !function.reach().needs().isEmpty()
                    && sheets.seek(path)
                            .flatMap(at -> at.setting().traits().meant())
                            .filter(meant -> meant.meaning().isQualified())
                            .isPresent();
            // what is off rests on no input; that it was switched off is told by its own settings
            return isOwn
                    || isRead
                    || (isInput || isRatio)
                            && !FunctionCheck.where(function, sheets).isEmpty();
        }

        private boolean stages(String path, String inGroup, String first) {
            boolean isKnown = false;
            for (StageDefinition stage : sheets.type().handling().stages()) {
                boolean isRow = first.equals(stage.extent().table());
                boolean isRead = stage.paths().contains(inGroup);
                if (!isRow && !isRead) {
                    continue;
                }
                for (DeviceStage each : DeviceStage.of(sheets, DeviceStage.activeGroup(sheets))) {
                    boolean isMeant = each.definition() == stage
                            && (isRead && !isRow || path.startsWith(each.sheet().prefix() + "."));
                    if (isMeant) {
                        add(Kind.STAGE, each.name(), path);
                        functionsOf(stage).forEach(function -> add(Kind.FUNCTION, function.meaning(), path));
                        isKnown = true;
                    }
                }
            }
            return isKnown;
        }

        private List<DeviceFunction> functionsOf(StageDefinition stage) {
            String table = stage.extent().table();
            return sheets.type().handling().functions().stream()
                    .filter(function -> function.name().equals(stage.name())
                            || !table.isEmpty() && function.table().equals(table))
                    .toList();
        }

        /** Where one zone ends, another operates: what touches one touches the points of all. */
        private boolean zonesAndDifferentials(String path, String inGroup, String first) {
            Handling handling = sheets.type().handling();
            int group = DeviceStage.activeGroup(sheets);
            Set<String> names = new TreeSet<>();
            if (handling.zones().stream()
                    .anyMatch(zone ->
                            first.equals(zone.extent().table()) || zone.paths().contains(inGroup))) {
                DeviceZones.of(sheets, group).forEach(zone -> names.add(zone.name()));
            }
            if (handling.differentials().stream().anyMatch(each -> each.paths().contains(inGroup))) {
                DeviceDifferentials.of(sheets, group).forEach(each -> names.add(each.name()));
            }
            names.forEach(name -> add(Kind.STAGE, name, path));
            return !names.isEmpty();
        }

        /** A changed assignment touches the outputs that it drove and drives. */
        private boolean outputs(String path, Difference part) {
            int dot = path.lastIndexOf('.');
            Optional<Sheet> sheet =
                    dot < 0 ? Optional.empty() : sheets.seek(path).map(DeviceSheets.SheetSetting::sheet);
            if (sheet.isEmpty()
                    || sheet.get()
                            .definition()
                            .setting(Meaning.ASSIGNED_FUNCTION)
                            .isEmpty()) {
                return false;
            }
            Sheet row = sheet.get();
            if (row.kind() == Sheet.Kind.CHANNEL) {
                add(Kind.OUTPUT, row.prefix(), path);
                return true;
            }
            Set<String> outputs = new TreeSet<>();
            row.definition().setting(Meaning.ASSIGNED_OUTPUTS).ifPresent(setting -> {
                row.text(setting).ifPresent(text -> outputs.addAll(names(row, setting, text)));
                for (Section side : sides(part)) {
                    at(side, row.prefix())
                            .flatMap(found -> found.text(setting.path()))
                            .ifPresent(text -> outputs.addAll(names(row, setting, text)));
                }
            });
            outputs.forEach(output -> add(Kind.OUTPUT, output, path));
            if (outputs.isEmpty()) {
                add(Kind.OUTPUT, row.prefix(), path);
            }
            return true;
        }

        private List<String> names(Sheet row, SettingDefinition setting, String text) {
            return References.named(sheets, row, setting, text).stream()
                    .map(Ref::name)
                    .toList();
        }

        private static List<Section> sides(Difference part) {
            List<Section> sides = new ArrayList<>();
            if (part.left() instanceof Section left) {
                sides.add(left);
            }
            if (part.right() instanceof Section right) {
                sides.add(right);
            }
            return sides;
        }

        private static Optional<Section> at(Section side, String prefix) {
            Section at = side;
            for (String name : prefix.split("\\.")) {
                at = at.section(name);
            }
            return at.nodes().isEmpty() ? Optional.empty() : Optional.of(at);
        }

        /** Outputs follow functions, rows carry channels, other devices take what is here: they are touched with what they follow. */
        private void followers() {
            Set<String> functions = found.getOrDefault(Kind.FUNCTION, Map.of()).keySet();
            for (DeviceFunction function : sheets.type().handling().functions()) {
                if (functions.contains(function.meaning())) {
                    driven(function).forEach(output -> add(Kind.OUTPUT, output, function.meaning()));
                }
            }
            Set<String> channels =
                    new TreeSet<>(found.getOrDefault(Kind.CHANNEL, Map.of()).keySet());
            channels.addAll(found.getOrDefault(Kind.OUTPUT, Map.of()).keySet());
            Device device = sheets.device();
            for (Mapping row : device.mappings()) {
                row.origins().stream()
                        .map(Mapping.End::point)
                        .filter(channels::contains)
                        .forEach(channel -> add(Kind.POINT, row.name(), channel));
            }
            for (Reference reference : References.all(project)) {
                String other = reference.place().device();
                boolean isTaken = reference.target().kind() == Ref.Kind.CHANNEL
                        && reference
                                .target()
                                .device()
                                .filter(device.name()::equals)
                                .isPresent()
                        && channels.contains(reference.target().name());
                if (isTaken && !other.isEmpty() && !other.equals(device.name())) {
                    add(Kind.RECEIVER, other, reference.target().name());
                }
            }
            overStationBus();
        }

        /** An imported IED of the device's name is the device: what it does for the plant is what it tells on the station bus. */
        private void overStationBus() {
            Set<String> touched = new TreeSet<>();
            for (Kind kind : ON_STATION_BUS) {
                touched.addAll(found.getOrDefault(kind, Map.of()).keySet());
            }
            String name = sheets.device().name();
            Set<String> receivers = new TreeSet<>();
            for (SclFile file : project.sources()) {
                file.receivers(name).forEach(ied -> receivers.add(ied.name()));
            }
            if (project.ied(name).isPresent()) {
                project.devices().values().stream()
                        .filter(device -> device.connections().values().stream()
                                .filter(connection ->
                                        connection.ied().filter(name::equals).isPresent())
                                .anyMatch(connection -> device.mappings().stream()
                                        .anyMatch(row -> row.ends().anyMatch(end -> end.connection()
                                                .equals(connection.name())))))
                        .forEach(device -> receivers.add(device.name()));
            }
            receivers.remove(name);
            receivers.forEach(receiver -> touched.forEach(each -> add(Kind.RECEIVER, receiver, each)));
        }

        private List<String> driven(DeviceFunction function) {
            List<String> outputs = new ArrayList<>();
            for (Sheet sheet : sheets.all()) {
                boolean isMeant = sheet.value(Meaning.ASSIGNED_FUNCTION) instanceof String word
                        && function.reach().words().contains(word);
                if (isMeant && sheet.kind() == Sheet.Kind.CHANNEL) {
                    outputs.add(sheet.prefix());
                } else if (isMeant) {
                    sheet.definition().setting(Meaning.ASSIGNED_OUTPUTS).ifPresent(setting -> sheet.text(setting)
                            .ifPresent(text -> outputs.addAll(names(sheet, setting, text))));
                }
            }
            return outputs;
        }

        private List<Item> items() {
            Map<String, Long> points = points();
            List<Item> items = new ArrayList<>();
            found.forEach((kind, names) -> names.forEach((name, because) ->
                    items.add(new Item(kind, name, List.copyOf(because), test(kind, points.getOrDefault(name, 0L))))));
            return items;
        }

        private Map<String, Long> points() {
            Map<String, Long> points = new TreeMap<>();
            if (found.containsKey(Kind.STAGE)) {
                for (TestPoint point : TestSheet.of(project, sheets.device().name(), Optional.empty())
                        .points()) {
                    points.merge(point.stage(), 1L, Long::sum);
                }
            }
            return points;
        }

        private static String test(Kind kind, long points) {
            return switch (kind) {
                case FUNCTION -> "prove that it starts, trips and is blocked as it should";
                case STAGE ->
                    points == 0
                            ? "prove it by hand; the sheet has no point of it"
                            : points + (points == 1 ? " test point of the sheet" : " test points of the sheet");
                case OUTPUT -> "operate it, and see what it closes";
                case CHANNEL -> "drive it, and see the value or state in the device";
                case PROGRAM -> "try it, then drive its inputs and see its outputs";
                case POINT -> "drive the source, and see the value at the receiver";
                case CONNECTION -> "see that the other end is reached, and its values come";
                case RECEIVER -> "see there what comes from this device";
                case HARDWARE -> "prove the make-up on the device; what its modules carry is tested as new";
                case SETTING -> "see its effect on the device";
            };
        }
    }
}
