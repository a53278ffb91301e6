package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Manner;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Glob;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.setting.DeviceSheets;

/**
 * One side of a comparison: its tree, and what is known of the values in it. What two devices are expected to differ in, as it
 * belongs to the one device, follows from their types; a site may expect more.
 */
public final class Side {
    private static final String SETTINGS = "settings.";
    private static final String PLATE = "plate";

    private final Kind kind;
    private final String name;
    private final String owner;
    private final Section tree;
    private final Anatomy anatomy;

    private final List<Unread> unread;

    private final boolean isOfProject;

    /** What a side is. */
    private enum Kind {
        DEVICE("device"),
        BAY("bay"),
        SITE("whole site"),
        LIST("list of points");

        private final String words;

        Kind(String words) {
            this.words = words;
        }
    }

    private Side(
            Kind kind,
            String name,
            String owner,
            Section tree,
            Anatomy anatomy,
            List<Unread> unread,
            boolean isOfProject) {
        this.unread = List.copyOf(unread);
        this.isOfProject = isOfProject;
        this.kind = kind;
        this.name = name;
        this.owner = owner;
        this.tree = tree;
        this.anatomy = anatomy;
    }

    /** Returns a device as the project has it. */
    public static Side of(Project project, Device device) {
        return new Side(
                Kind.DEVICE,
                device.name(),
                device.name(),
                new Section(SiteTree.device(project, device)),
                new Anatomy(sheets(project, device), ""),
                SiteTree.unread(project, device),
                true);
    }

    private static NavigableMap<String, DeviceSheets> sheets(Project project, Device device) {
        NavigableMap<String, DeviceSheets> sheets = new TreeMap<>();
        project.type(device).ifPresent(type -> sheets.put("", DeviceSheets.of(type, device)));
        return sheets;
    }

    /** Returns a configuration that was read or kept, of a device that the project need not know. */
    public static Side of(Project project, Configuration configuration) {
        NavigableMap<String, DeviceSheets> sheets = new TreeMap<>();
        Device known = project.devices().get(configuration.device());
        Section hardware = configuration.parts().section("hardware");
        hardware.text("type").flatMap(project.types()::find).ifPresent(type -> {
            boolean isKnown = known != null && known.type().text().equals(type.name());
            sheets.put("", isKnown ? DeviceSheets.of(type, known) : DeviceSheets.blank(type));
        });
        return new Side(
                Kind.DEVICE,
                configuration.device(),
                configuration.device(),
                configuration.parts(),
                new Anatomy(sheets, ""),
                List.of(),
                false);
    }

    /** Returns a bay with its equipment and its devices, which are named by type and number, so that two bays can be compared. */
    public static Side of(Project project, Bay bay) {
        SortedMap<String, Node> nodes = SiteTree.equipment(bay);
        List<Unread> unread = new ArrayList<>();
        SortedMap<String, Node> inner = new TreeMap<>();
        NavigableMap<String, DeviceSheets> sheets = new TreeMap<>();
        Map<String, Integer> numbers = new TreeMap<>();
        for (Entry entry : bay.devices()) {
            Device device = project.device(entry.text());
            String type = device.type().text();
            String key = type + "-" + numbers.merge(type, 1, Integer::sum);
            SortedMap<String, Node> parts = SiteTree.device(project, device);
            unread.addAll(SiteTree.unread(project, device));
            parts.put("name", Value.text(device.name()));
            inner.put(key, new Section(parts));
            sheets(project, device).values().forEach(known -> sheets.put("devices." + key + ".", known));
        }
        nodes.put("devices", new Section(inner));
        return new Side(
                Kind.BAY, "bay " + bay.name(), bay.name(), new Section(nodes), new Anatomy(sheets, ""), unread, true);
    }

    /** Returns a whole site: its devices, bays, lists of points, conventions, what people keep, and which files were imported. */
    public static Side of(Project project) {
        return of(project, device -> false);
    }

    /**
     * Returns two whole sites to hold against each other: devices that are written alike in both, by one type, and whose
     * configuration rests on nothing around them, are not looked into.
     */
    public static List<Side> sites(Project left, Project right) {
        Predicate<Device> isAlike = device -> {
            Device one = left.devices().get(device.name());
            Device other = right.devices().get(device.name());
            return one != null
                    && other != null
                    && one.mappings().isEmpty()
                    && one.connections().isEmpty()
                    && left.type(one).isPresent()
                    && left.type(one).get() == right.type(other).orElse(null)
                    && one.plate().equals(other.plate())
                    && one.fitted().equals(other.fitted())
                    && one.given().equals(other.given())
                    && one.programs().equals(other.programs());
        };
        return List.of(of(left, isAlike), of(right, isAlike));
    }

    private static Side of(Project project, Predicate<Device> isAlike) {
        SortedMap<String, Node> inner = new TreeMap<>();
        NavigableMap<String, DeviceSheets> sheets = new TreeMap<>();
        List<Unread> unread = new ArrayList<>();
        project.devices().values().forEach(device -> {
            if (isAlike.test(device)) {
                inner.put(
                        device.name(),
                        Section.of(Map.of("type", Value.text(device.type().text()))));
                return;
            }
            inner.put(device.name(), new Section(SiteTree.device(project, device)));
            unread.addAll(SiteTree.unread(project, device));
            sheets(project, device).values().forEach(known -> sheets.put("devices." + device.name() + ".", known));
        });
        SortedMap<String, Node> tree = SiteTree.around(project);
        tree.put("devices", new Section(inner));
        return new Side(
                Kind.SITE,
                "site " + project.name(),
                project.name(),
                new Section(tree),
                new Anatomy(sheets, ""),
                unread,
                true);
    }

    /** Returns a list of points. */
    public static Side of(PointList list) {
        return new Side(
                Kind.LIST,
                "list " + list.name(),
                list.name(),
                ListTree.of(list),
                new Anatomy(new TreeMap<>(), ""),
                List.of(),
                true);
    }

    /**
     * Returns the same with names in its texts replaced, where they stand as words of their own: what names a device of one bay,
     * such as {@code F11 BI3}, names that of another one. Keys of rows stay.
     */
    public Side renamed(Map<String, String> names) {
        if (names.isEmpty()) {
            return this;
        }
        Pattern words = Pattern.compile(names.keySet().stream()
                .sorted(Comparator.comparing(String::length).reversed())
                .map(Pattern::quote)
                .collect(Collectors.joining("|", "(?<![\\p{L}\\p{N}])(?:", ")(?![\\p{L}\\p{N}])")));
        return new Side(kind, name, owner, renamed(tree, words, names), anatomy, unread, isOfProject);
    }

    private static Section renamed(Section tree, Pattern words, Map<String, String> names) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        tree.nodes().forEach((key, node) -> {
            if (node instanceof Section section) {
                nodes.put(key, renamed(section, words, names));
            } else {
                Value value = (Value) node;
                nodes.put(
                        key,
                        value.kind() == Value.Kind.TEXT
                                ? Value.text(words.matcher(value.text())
                                        .replaceAll(found -> Matcher.quoteReplacement(names.get(found.group()))))
                                : value);
            }
        });
        return new Section(nodes);
    }

    /** Returns the same called otherwise. */
    public Side named(String other) {
        return new Side(kind, other, owner, tree, anatomy, unread, isOfProject);
    }

    /**
     * Returns a part of a device: {@code group.1}, {@code AI1}, {@code mappings}, {@code settings.clock}.
     *
     * @throws UnknownNameException when there is none; names the nearest
     */
    public Side at(String path) {
        if (kind != Kind.DEVICE) {
            throw new RefusedException(name + " has no parts to name", "Name a part of a device, such as F11:group.1.");
        }
        for (String prefix : List.of("", SETTINGS, "communications.")) {
            Section found = below(tree, (prefix + path).split("\\."));
            if (found != null) {
                return new Side(
                        kind,
                        name + ":" + path,
                        owner,
                        found,
                        anatomy.at(prefix + path),
                        unread.stream()
                                .filter(each -> isWithin(each, prefix + path))
                                .toList(),
                        isOfProject);
            }
        }
        TreeSet<String> known = new TreeSet<>(tree.nodes().keySet());
        sections(tree.section("settings"), "", known);
        known.addAll(tree.section("communications").nodes().keySet());
        throw new UnknownNameException("part of " + name, path, known);
    }

    /** What cannot be read elsewhere in the device does not concern a part of it. */
    private static boolean isWithin(Unread unread, String path) {
        return switch (path) {
            case "mappings" -> unread.isInMappings();
            case "settings" -> unread.isInSettings("");
            default -> unread.isInSettings(path.startsWith(SETTINGS) ? path.substring(SETTINGS.length()) : path);
        };
    }

    private static void sections(Section tree, String before, TreeSet<String> paths) {
        tree.nodes().forEach((key, node) -> {
            if (node instanceof Section section) {
                paths.add(before + key);
                sections(section, before + key + ".", paths);
            }
        });
    }

    private static Section below(Section tree, String[] path) {
        Section at = tree;
        for (String part : path) {
            if (!(at.nodes().get(part) instanceof Section inner)) {
                return null;
            }
            at = inner;
        }
        return at;
    }

    /** Returns what it is called. */
    public String name() {
        return name;
    }

    /** Returns its tree. */
    public Section tree() {
        return tree;
    }

    /** Returns whether it is a device, or a part of one. */
    public boolean isOfDevice() {
        return kind == Kind.DEVICE;
    }

    /** Returns whether it is a list of points. */
    public boolean isOfList() {
        return kind == Kind.LIST;
    }

    /** Returns whether it is a whole site. */
    public boolean isOfSite() {
        return kind == Kind.SITE;
    }

    /** Returns whether it is what the project says, and not what was read from a unit or a file. */
    public boolean isOfProject() {
        return isOfProject;
    }

    /** Returns the names that lead from the parts of its device to its tree; empty for the whole device. */
    public List<String> within() {
        return anatomy.within().isEmpty() ? List.of() : List.of(anatomy.within().split("\\."));
    }

    /** Returns whether there is nothing in it. */
    public boolean isEmpty() {
        return tree.nodes().isEmpty();
    }

    /** Returns what could not be read, so that it stands in no tree and is not compared. */
    public List<String> unread() {
        return unread.stream().map(Unread::text).toList();
    }

    /** Returns the name of the type, where it is of a device whose type is known. */
    public Optional<String> type() {
        return kind == Kind.DEVICE
                ? Optional.ofNullable(anatomy.devices().get(""))
                        .map(sheets -> sheets.type().name())
                : Optional.empty();
    }

    /** Returns by what it is known among all sides: what it is, its name, and the part. */
    String key() {
        return (kind == Kind.DEVICE ? "" : kind.name().toLowerCase(Locale.ROOT) + ":")
                + owner
                + (within().isEmpty() ? "" : ":" + String.join(".", within()));
    }

    /** Returns the name of the device, bay, site or list that it is, or was read from. */
    public String owner() {
        return owner;
    }

    /**
     * Compares this, which is, with what is wanted.
     *
     * @param expected patterns of paths that are expected to differ
     * @throws RefusedException when the two are not of one kind
     */
    public Comparison against(Side wanted, List<String> expected) {
        if (kind != wanted.kind) {
            throw new RefusedException(
                    name + " is a " + kind.words + ", and " + wanted.name + " is a " + wanted.kind.words,
                    "Compare a device with a device, a bay with a bay, a site with a site, a list with a list.");
        }
        Manner.Grid grid = (path, value) -> anatomy.snapped(path, value).or(() -> wanted.anatomy.snapped(path, value));
        Manner manner = new Manner(List.of(), path -> anatomy.isTable(path) || wanted.anatomy.isTable(path), grid);
        return Comparison.of(treeAgainst(wanted), wanted.treeAgainst(this), manner.expecting(expected));
    }

    /** Returns its tree as far as another side can have it: what a device is not told cannot be compared with what it holds. */
    public Section treeAgainst(Side other) {
        if (tree.nodes().containsKey(PLATE) == other.tree.nodes().containsKey(PLATE)) {
            return tree;
        }
        SortedMap<String, Node> rest = new TreeMap<>(tree.nodes());
        rest.remove(PLATE);
        return new Section(rest);
    }

    /** Returns the patterns of what belongs to the one device, or to the one bay, so that two of them are expected to differ in it. */
    public List<String> identity() {
        TreeSet<String> patterns = anatomy.identity();
        if (kind == Kind.BAY) {
            patterns.add("devices.*.name");
        }
        return new ArrayList<>(patterns);
    }

    /** Returns the unit of the number at a path of its tree; empty text for none. */
    public String unit(String path) {
        return anatomy.unit(path);
    }

    /** Returns what is wrong with a pattern of paths; empty when nothing is. */
    public static Optional<String> mistake(String pattern) {
        return pattern.length() > Glob.LONGEST
                ? Optional.of("more than " + Glob.LONGEST + " letters")
                : Glob.mistake(pattern);
    }
}
