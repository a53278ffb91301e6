package org.urvant.project.reference;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Ref.Kind;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.ListPoint;
import org.urvant.core.text.Word;
import org.urvant.project.Bay;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Finds what in a site names what. What a value names follows from the kind of its setting: a text that is for people names
 * nothing, whatever words it has.
 */
public final class References {
    /** Word for a reference that names nothing. */
    public static final String NOTHING = "none";

    private final Project project;
    private final List<Reference> found = new ArrayList<>();

    private References(Project project) {
        this.project = project;
    }

    /** Returns all references of a site: those of its devices in the order of their names, of its bays, of what is muted. */
    public static List<Reference> all(Project project) {
        References references = new References(project);
        project.devices().values().forEach(references::device);
        project.bays().values().forEach(references::bay);
        project.muted().keySet().forEach(references::muted);
        return references.found;
    }

    /** Returns the references that stand in some devices. */
    public static List<Reference> in(Project project, Collection<String> devices) {
        References references = new References(project);
        devices.forEach(name -> references.device(project.device(name)));
        return references.found;
    }

    /** Returns what a finding that is muted is about, as far as the site has it. */
    public static Set<Ref> ofMuted(Project project, String finding) {
        References references = new References(project);
        references.muted(finding);
        return references.found.stream().map(Reference::target).collect(Collectors.toSet());
    }

    /** Returns the references to one thing; those by which a device names itself are none. */
    public static List<Reference> to(Project project, Ref target) {
        return all(project).stream()
                .filter(reference -> reference.target().equals(target))
                .filter(reference -> target.kind() != Kind.DEVICE
                        || !reference.place().device().equals(target.name()))
                .toList();
    }

    private void device(Device device) {
        String name = device.name();
        device.plate()
                .entry(Plate.Item.TWIN_OF)
                .ifPresent(entry -> found.add(new Reference(
                        new Reference.OnPlate(name, Plate.Item.TWIN_OF), Ref.device(entry.text()), entry.position())));
        Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
        sheets.ifPresent(all -> all.all()
                .forEach(sheet ->
                        sheet.definition().settings().values().forEach(setting -> value(all, sheet, setting))));
        for (Connection connection : device.connections().values()) {
            Entry ied = connection.values().get(Connection.IED);
            if (ied != null) {
                add(new Reference.AsValue(name, connection.name() + "." + Connection.IED), Ref.ied(ied.text()), ied);
            }
        }
        for (Mapping row : device.mappings()) {
            row.origins().forEach(end -> end(device, row, end, false));
            end(device, row, row.target(), true);
        }
        sheets.ifPresent(this::programs);
    }

    private void add(Reference.Place place, Ref target, Entry entry) {
        found.add(new Reference(place, target, entry.position()));
    }

    private void value(DeviceSheets sheets, Sheet sheet, SettingDefinition setting) {
        Entry entry = sheet.given().get(setting.path());
        if (entry != null) {
            Reference.Place place = new Reference.AsValue(sheets.device().name(), sheet.path(setting.path()));
            named(sheets, sheet, setting, entry.text()).forEach(target -> add(place, target, entry));
        }
    }

    /** Returns what a value names, in its order, whether that is there or not; nothing when it is no reference. */
    public static List<Ref> named(DeviceSheets sheets, Sheet sheet, SettingDefinition setting, String text) {
        String device = sheets.device().name();
        if (setting.kind() == SettingKind.SIGNAL && !text.isEmpty() && !text.equals(NOTHING)) {
            int blank = text.indexOf(' ');
            if (blank < 0) {
                return List.of(
                        text.contains("/") && text.contains(".")
                                ? Ref.of(Kind.SIGNAL, text)
                                : Ref.of(Kind.CHANNEL, text, device));
            }
            String owner = text.substring(0, blank);
            return List.of(Ref.device(owner), Ref.of(Kind.CHANNEL, text.substring(blank + 1), owner));
        }
        if (setting.kind() != SettingKind.REFERENCE) {
            return List.of();
        }
        String container = container(sheets, sheet, setting);
        boolean toChannels = container.equals("channels")
                || sheets.type().hardware().channels().containsKey(container);
        return items(setting, text).stream()
                .filter(name -> !name.isEmpty() && !name.equals(NOTHING))
                .map(name -> toChannels
                        ? Ref.of(Kind.CHANNEL, name, device)
                        : Ref.of(Kind.ROW, container + "." + name, device))
                .toList();
    }

    /** Returns the table or kind of channel that a reference names something of; a table of its group for one in a group. */
    public static String container(DeviceSheets sheets, Sheet sheet, SettingDefinition setting) {
        String to = setting.limits().refersTo();
        boolean isOfGroup = sheet.prefix().startsWith("group.")
                && sheets.type().groups().tables().containsKey(to);
        return isOfGroup ? sheet.prefix().substring(0, sheet.prefix().indexOf('.', 6)) + "." + to : to;
    }

    private static List<String> items(SettingDefinition setting, String text) {
        return setting.limits().isMany() ? Arrays.asList(text.split("\\s*,\\s*")) : List.of(text);
    }

    private void end(Device device, Mapping row, Mapping.End end, boolean isTarget) {
        if (end.isProgram()) {
            return;
        }
        Reference.Place place = new Reference.AtEnd(device.name(), row.key(), isTarget);
        if (end.connection().equals(ChannelPoint.OWN) && !device.connections().containsKey(ChannelPoint.OWN)) {
            found.add(new Reference(place, Ref.of(Kind.CHANNEL, end.point(), device.name()), row.position()));
            return;
        }
        found.add(new Reference(place, Ref.of(Kind.CONNECTION, end.connection(), device.name()), row.position()));
        Connection connection = device.connections().get(end.connection());
        if (end.isLink()) {
            return;
        }
        if (connection != null && connection.ied().isPresent()) {
            found.add(new Reference(place, Ref.of(Kind.SIGNAL, end.point()), row.position()));
        } else if (connection != null && asksLists(device, connection)) {
            ListPoint.of(end.point())
                    .ifPresent(
                            point -> found.add(new Reference(place, Ref.of(Kind.LIST, point.list()), row.position())));
        }
    }

    private boolean asksLists(Device device, Connection connection) {
        return project.type(device)
                .flatMap(type -> type.connection(connection.kind().text()))
                .filter(kind -> kind.protocol().asksLists(kind.role()))
                .isPresent();
    }

    private void programs(DeviceSheets sheets) {
        Device device = sheets.device();
        if (device.logic().isBlank()) {
            return;
        }
        for (Term.Name name : SyntaxReader.names(device.logic())) {
            Position position = new Position(
                    device.programs().source(),
                    name.place().line(),
                    name.place().column());
            sheetOf(sheets, name.text())
                    .ifPresent(target -> found.add(
                            new Reference(new Reference.InProgram(device.name(), name.place()), target, position)));
        }
    }

    /** Returns the names of rows and channels that the programs of a device read or write. */
    public static Set<String> inPrograms(DeviceSheets sheets) {
        String logic = sheets.device().logic();
        return logic.isBlank()
                ? Set.of()
                : Stream.concat(SyntaxReader.names(logic).stream(), SyntaxReader.targets(logic).stream())
                        .flatMap(name -> sheetOf(sheets, name.text()).stream())
                        .map(Ref::name)
                        .collect(Collectors.toSet());
    }

    /** Returns the row or channel that a name in a program stands for or belongs to: the one with the longest name. */
    private static Optional<Ref> sheetOf(DeviceSheets sheets, String name) {
        String written = DeviceLogic.written(name);
        Sheet longest = null;
        for (Sheet sheet : sheets.all()) {
            if (sheet.kind() == Sheet.Kind.ROW || sheet.kind() == Sheet.Kind.CHANNEL) {
                String prefix = DeviceLogic.written(sheet.prefix());
                boolean isMeant = written.equals(prefix) || written.startsWith(prefix + ".");
                if (isMeant
                        && (longest == null
                                || longest.prefix().length() < sheet.prefix().length())) {
                    longest = sheet;
                }
            }
        }
        return Optional.ofNullable(longest)
                .map(sheet -> Ref.of(
                        sheet.kind() == Sheet.Kind.ROW ? Kind.ROW : Kind.CHANNEL,
                        sheet.prefix(),
                        sheets.device().name()));
    }

    private void bay(Bay bay) {
        bay.devices().forEach(entry -> add(new Reference.OfBay(bay.name()), Ref.device(entry.text()), entry));
        bay.feeding()
                .ifPresent(feeding -> add(
                        new Reference.FeedsBay(bay.name()),
                        Ref.bay(feeding.from().text()),
                        feeding.from()));
    }

    /** What is muted is named by rule and subject; a subject is a bay, or a device and then a path of it. */
    private void muted(String finding) {
        String subject = finding.substring(finding.indexOf(' ') + 1);
        Position position = Position.in("muted findings");
        Consumer<Ref> names = target -> found.add(new Reference(new Reference.Muted(finding), target, position));
        if (subject.startsWith("bay ")) {
            beginnings(subject.substring("bay ".length()), ' ')
                    .filter(project.bays()::containsKey)
                    .map(Ref::bay)
                    .forEach(names);
            return;
        }
        int blank = subject.indexOf(' ');
        Device device = project.devices().get(blank < 0 ? subject : subject.substring(0, blank));
        if (device == null) {
            return;
        }
        names.accept(Ref.device(device.name()));
        if (blank > 0) {
            beginnings(subject.substring(blank + 1), '.').forEach(name -> {
                if (device.connections().containsKey(name)) {
                    names.accept(Ref.of(Kind.CONNECTION, name, device.name()));
                }
                if (device.sheets().containsKey(name)) {
                    names.accept(Ref.of(Kind.ROW, name, device.name()));
                }
            });
        }
    }

    /** Returns the whole of a text and what stands before each of its separators: one of them is a name that is known. */
    private static Stream<String> beginnings(String text, char separator) {
        return IntStream.rangeClosed(1, text.length())
                .filter(end -> end == text.length() || text.charAt(end) == separator)
                .mapToObj(end -> text.substring(0, end));
    }

    /** Returns whether a site has something. */
    public static boolean isThere(Project project, Ref ref) {
        Optional<Device> device = ref.device().map(project.devices()::get);
        return switch (ref.kind()) {
            case DEVICE -> device.isPresent();
            case BAY -> project.bays().containsKey(ref.name());
            case PICK -> project.picks().containsKey(ref.name());
            case LIST -> project.lists().containsKey(ref.name());
            case QUERY -> project.choices().queries().containsKey(ref.name());
            case IED -> project.ied(ref.name()).isPresent();
            case SIGNAL ->
                project.ieds().stream()
                        .anyMatch(ied -> ied.attributeAt(ref.name()).isPresent());
            case CONNECTION ->
                device.map(Device::connections)
                        .filter(all -> all.containsKey(ref.name()))
                        .isPresent();
            case CHANNEL -> channels(project, device).contains(ref.name());
            case ROW ->
                device.map(Device::sheets)
                        .filter(all -> all.containsKey(ref.name()))
                        .isPresent();
            case PROGRAM -> device.stream().anyMatch(owner -> programs(owner).contains(ref.name()));
        };
    }

    /** Returns the channels that a device has as fitted; none when there is no such device, or its type is not known. */
    public static List<String> channels(Project project, Optional<Device> device) {
        return device.stream()
                .flatMap(owner -> project.type(owner).stream()
                        .flatMap(type -> DeviceSheets.of(type, owner).channels().keySet().stream()))
                .toList();
    }

    /** Returns the names of a device's own programs. */
    static List<String> programs(Device device) {
        return SyntaxReader.programs(device.logic(), mistake -> {}).stream()
                .map(program -> program.name())
                .toList();
    }

    /** Returns everything that a site has a name for, but signals. */
    public static List<Ref> everything(Project project) {
        List<Ref> all = new ArrayList<>();
        for (Map.Entry<String, Device> entry : project.devices().entrySet()) {
            String name = entry.getKey();
            Device device = entry.getValue();
            all.add(Ref.device(name));
            device.connections().keySet().forEach(each -> all.add(Ref.of(Kind.CONNECTION, each, name)));
            channels(project, Optional.of(device)).forEach(each -> all.add(Ref.of(Kind.CHANNEL, each, name)));
            device.sheets().values().stream()
                    .filter(sheet -> sheet.isRow())
                    .forEach(sheet -> all.add(Ref.of(Kind.ROW, sheet.prefix(), name)));
            programs(device).forEach(each -> all.add(Ref.of(Kind.PROGRAM, each, name)));
        }
        project.bays().keySet().forEach(each -> all.add(Ref.bay(each)));
        project.picks().keySet().forEach(each -> all.add(Ref.of(Kind.PICK, each)));
        project.choices().queries().keySet().forEach(each -> all.add(Ref.of(Kind.QUERY, each)));
        project.lists().keySet().forEach(each -> all.add(Ref.of(Kind.LIST, each)));
        project.iedNames().forEach(each -> all.add(Ref.ied(each)));
        return all;
    }

    /**
     * Returns what people mean by words: a name, or a device and the name of something of it; a word for its kind may stand
     * before, and must where a name stands for several things.
     *
     * @throws UnknownNameException when there is no such thing; names the nearest
     * @throws RefusedException when there are several
     */
    public static Ref find(Project project, List<String> words) {
        Optional<Kind> kind = words.size() < 2 ? Optional.empty() : Word.find(Kind.class, words.get(0));
        List<String> rest = kind.isPresent() ? words.subList(1, words.size()) : words;
        String name = rest.get(rest.size() - 1);
        if (rest.size() > 2) {
            throw new RefusedException(
                    "'" + String.join(" ", words) + "' is more than a name",
                    "Name a thing, or a device and a thing of it.");
        }
        Optional<Ref> owner = rest.size() == 2
                ? Optional.of(Ref.device(project.device(rest.get(0)).name()))
                : Optional.empty();
        List<Ref> known = everything(project).stream()
                .filter(ref -> ref.within().equals(owner)
                        && kind.map(ref.kind()::equals).orElse(true))
                .toList();
        List<Ref> meant = known.stream().filter(ref -> ref.name().equals(name)).toList();
        if (meant.isEmpty() && owner.isEmpty() && isThere(project, Ref.of(Kind.SIGNAL, name))) {
            return Ref.of(Kind.SIGNAL, name);
        }
        if (meant.size() > 1) {
            throw new RefusedException(
                    "'" + name + "' is a name of several things: "
                            + String.join(
                                    ", ", meant.stream().map(Ref::toString).toList()),
                    "Put the kind before it, such as '" + meant.get(0).kind().word() + " " + String.join(" ", rest)
                            + "'.");
        }
        return meant.stream()
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        kind.map(Kind::word).orElse("name"),
                        name,
                        known.stream().map(Ref::name).toList()));
    }
}
