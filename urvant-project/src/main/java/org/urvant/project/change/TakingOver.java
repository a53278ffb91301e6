package org.urvant.project.change;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.text.Glob;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.setting.DeviceSheets;

/**
 * Some differences between two devices, two lists of points, or the equipment of two bays, taken over into one of them.
 *
 * @param after the site with them
 * @param taken the differences that are gone then
 * @param left those that were wanted and cannot be taken over: what follows from other things, what belongs to the hardware
 * @param names what is called otherwise on the side that is changed, and went over under its new name, by the old ones
 * @param reasons why something cannot be taken over, by the path of the difference, as far as it can be told
 */
public record TakingOver(
        Project after,
        List<Comparison.Placed> taken,
        List<Comparison.Placed> left,
        SortedMap<String, String> names,
        Map<String, String> reasons) {
    public TakingOver {
        taken = List.copyOf(taken);
        left = List.copyOf(left);
        names = Collections.unmodifiableSortedMap(new TreeMap<>(names));
        reasons = Map.copyOf(reasons);
    }

    /** Says what taking differences over would change, as the other plan does, where nothing is called otherwise. */
    public static TakingOver plan(Project project, Side into, Side from, List<String> expected, List<String> wanted) {
        return plan(project, into, from, expected, wanted, Map.of());
    }

    /**
     * Says what taking differences over would change; changes nothing. Rows that ask an IED ask the one that the device to change
     * asks instead, where {@link Reaiming#between} can tell.
     *
     * @param into the side that is to become like the other one, a device of the site, a part of it, a list or a bay
     * @param other the other one
     * @param expected patterns of paths that are expected to differ, and stay
     * @param wanted patterns of the paths of what is to be taken over
     * @param called names on the side to change, by those on the other one
     * @throws RefusedException when the sides are sites, the one to change is not what the project says, the two are of
     *     different types, or what would come of it cannot be
     * @throws UnknownNameException when no difference is meant
     */
    public static TakingOver plan(
            Project project,
            Side into,
            Side other,
            List<String> expected,
            List<String> wanted,
            Map<String, String> called) {
        SortedMap<String, String> between = names(project, into, other, called);
        Side aimed = Reaiming.side(project, other, between);
        boolean isWhole = aimed.unread().size() <= other.unread().size(); // else the IEDs there lack what rows ask
        SortedMap<String, String> names = isWhole ? between : new TreeMap<>(called);
        Side from = isWhole ? aimed : Reaiming.side(project, other, called);
        if (from.unread().size() > other.unread().size()) {
            throw new RefusedException(
                    "by these names it would ask what is not there: "
                            + from.unread().get(0),
                    "Name an IED that offers the same, or take over what needs no other name.");
        }
        if (into.isOfSite() || from.isOfSite()) {
            throw new RefusedException(
                    "differences between whole sites are not taken over",
                    "Compare devices, bays and lists of both one by one.");
        }
        Stream.of(into, from)
                .flatMap(side -> side.unread().stream())
                .findFirst()
                .ifPresent(unread -> {
                    throw new RefusedException(
                            "not all can be compared: " + unread, "Mend what cannot be read, then take over.");
                });
        if (!into.isOfDevice()) {
            return aroundDevices(project, into, from, expected, wanted);
        }
        if (!into.isOfProject()) {
            throw new RefusedException(
                    into.name() + " is a state that was kept or read; it stays as it is",
                    "Take differences over into what the project says, " + into.owner() + ".");
        }
        Device device = project.device(into.owner());
        if (into.type().isPresent() && from.type().isPresent() && !into.type().equals(from.type())) {
            throw new RefusedException(
                    from.name() + " is of type " + from.type().get() + ", and " + into.name() + " of "
                            + into.type().get(),
                    "Take differences over between devices of one type.");
        }
        Comparison comparison = differing(into, from, expected);
        List<Glob> patterns = wanted.stream().map(Glob::new).toList();
        Meant isMeant = (path, difference) ->
                isMeant(patterns, path, difference) && !isUnread(project, into, from, path, difference);
        List<Comparison.Placed> meant = meant(comparison, patterns, wanted);
        Section merged = merged(into.tree(), comparison.differences(), "", isMeant);
        Section present = ConfigurationBuilder.build(project, device).parts();
        Configuration held = Configuration.of(device.name(), sections(replaced(present, into.within(), 0, merged)));
        Project after = Adoption.adopt(project, device.name(), held, path -> false); // what was chosen was seen
        after = asWritten(project, withoutRemoved(after, into, meant, isMeant), into, from, meant);
        after = DeviceChange.withAddressesGiven(after, device.name());
        return of(after, meant, left(after, into, from, expected)).with(names, placed -> reason(device, into, placed));
    }

    private static SortedMap<String, String> names(Project project, Side into, Side other, Map<String, String> called) {
        Device target = into.isOfDevice() ? project.devices().get(into.owner()) : null;
        Device source =
                other.isOfDevice() && other.isOfProject() ? project.devices().get(other.owner()) : null;
        SortedMap<String, String> names = target == null || source == null || target.equals(source)
                ? new TreeMap<>()
                : Reaiming.between(source, target);
        names.putAll(called);
        return names;
    }

    private TakingOver with(SortedMap<String, String> others, Function<Comparison.Placed, String> reason) {
        Map<String, String> known = new TreeMap<>();
        left.forEach(placed -> known.put(placed.path(), reason.apply(placed)));
        known.values().removeIf(String::isEmpty);
        return new TakingOver(after, taken, left, others, known);
    }

    /** Returns why something cannot be taken over; empty when that cannot be told. */
    private static String reason(Device into, Side side, Comparison.Placed placed) {
        List<String> place = new ArrayList<>(side.within());
        place.add(placed.path());
        String path = String.join(".", place);
        if (path.startsWith("hardware.")) {
            return "it belongs to the hardware";
        }
        if (path.startsWith("mappings.") && placed.difference().right() instanceof Section row) {
            return Stream.concat(
                            Stream.of("from", "to").flatMap(end -> row.text(end).stream()),
                            row.section("sources").nodes().values().stream()
                                    .flatMap(source -> ((Section) source).text("from").stream()))
                    .filter(name -> !into.connections().containsKey(name))
                    .findFirst()
                    .map(name -> into.name() + " has no connection " + name)
                    .orElse("");
        }
        return "";
    }

    private static TakingOver aroundDevices(
            Project project, Side into, Side from, List<String> expected, List<String> wanted) {
        SiteTaking.requireOwn(project, into);
        Comparison comparison = differing(into, from, expected);
        List<Glob> patterns = wanted.stream().map(Glob::new).toList();
        List<Comparison.Placed> meant = meant(comparison, patterns, wanted);
        Meant isMeant = (path, difference) ->
                isMeant(patterns, path, difference) && (into.isOfList() || SiteTaking.isOfEquipment(path));
        Project after =
                SiteTaking.carriedOut(project, into, merged(into.tree(), comparison.differences(), "", isMeant));
        List<String> still = SiteTaking.again(after, into).against(from, expected).leaves().stream()
                .map(Comparison.Placed::path)
                .toList();
        return of(after, meant, still);
    }

    private static TakingOver of(Project after, List<Comparison.Placed> meant, List<String> still) {
        return new TakingOver(
                after,
                meant.stream().filter(placed -> !still.contains(placed.path())).toList(),
                meant.stream().filter(placed -> still.contains(placed.path())).toList(),
                new TreeMap<>(),
                Map.of());
    }

    private static Comparison differing(Side into, Side from, List<String> expected) {
        Comparison comparison = into.against(from, expected);
        if (comparison.isEqual()) {
            throw new RefusedException(
                    into.name() + " and " + from.name() + " do not differ", "There is nothing to take over.");
        }
        return comparison;
    }

    private static List<Comparison.Placed> meant(Comparison comparison, List<Glob> patterns, List<String> wanted) {
        List<Comparison.Placed> leaves = comparison.leaves();
        for (int i = 0; i < patterns.size(); i++) {
            List<Glob> one = List.of(patterns.get(i));
            if (leaves.stream().noneMatch(placed -> isMeant(one, placed.path(), placed.difference()))) {
                throw new UnknownNameException(
                        "difference",
                        wanted.get(i),
                        leaves.stream().map(Comparison.Placed::path).toList());
            }
        }
        return leaves.stream()
                .filter(placed -> isMeant(patterns, placed.path(), placed.difference()))
                .toList();
    }

    private static List<String> left(Project after, Side into, Side from, List<String> expected) {
        Side now = Side.of(after, after.device(into.owner()));
        Side part = into.within().isEmpty() ? now : now.at(String.join(".", into.within()));
        return part.against(from, expected).leaves().stream()
                .map(Comparison.Placed::path)
                .toList();
    }

    /** A value that the other device does not have is taken away, so that the default counts, or none. */
    private static Project withoutRemoved(Project after, Side into, List<Comparison.Placed> meant, Meant isMeant) {
        Device target = after.device(into.owner());
        DeviceSheets sheets = DeviceSheets.of(after.typeOf(target), target);
        Map<String, String> gone = new TreeMap<>();
        meant.stream()
                .filter(placed -> placed.difference().left() instanceof Value
                        && placed.difference().right() == null)
                .filter(placed -> isMeant.test(placed.path(), placed.difference()))
                .flatMap(placed -> settingPath(into, placed.path()).stream())
                .filter(path -> sheets.seek(path)
                        .filter(at -> !at.setting().isDerived())
                        .isPresent())
                .forEach(path -> gone.put(path, null));
        return gone.isEmpty() ? after : after.with(ValueChange.changed(after, target, gone));
    }

    /** What the other device was given on one side of its transformers, or in a unit, is written so here too, where it means the same. */
    private static Project asWritten(
            Project before, Project after, Side into, Side from, List<Comparison.Placed> meant) {
        Device source = before.devices().get(from.owner());
        Device target = after.device(into.owner());
        Optional<DeviceSheets> given = Optional.ofNullable(source)
                .flatMap(known -> before.type(known).map(type -> DeviceSheets.of(type, known)));
        if (given.isEmpty()) {
            return after;
        }
        DeviceSheets sheets = DeviceSheets.of(after.typeOf(target), target);
        Map<String, String> texts = new TreeMap<>();
        for (Comparison.Placed placed : meant) {
            settingPath(from, placed.path()).flatMap(given.get()::seek).ifPresent(at -> {
                Entry entry = at.sheet().given().get(at.setting().path());
                settingPath(into, placed.path()).flatMap(sheets::seek).ifPresent(here -> {
                    Object value = here.sheet().value(here.setting().path());
                    if (entry != null
                            && isSame(
                                    value,
                                    here.setting()
                                            .read(entry.text(), here.sheet())
                                            .typed())) {
                        texts.put(here.path(), entry.text());
                    }
                });
            });
        }
        return texts.isEmpty() ? after : after.with(ValueChange.changed(after, target, texts));
    }

    private static boolean isSame(Object one, Object other) {
        return one instanceof BigDecimal number && other instanceof BigDecimal same
                ? number.compareTo(same) == 0
                : one != null && one.equals(other);
    }

    private static Optional<String> settingPath(Side side, String path) {
        List<String> parts = new ArrayList<>(side.within());
        parts.add(path);
        String whole = String.join(".", parts);
        return whole.startsWith("settings.") ? Optional.of(whole.substring("settings.".length())) : Optional.empty();
    }

    /** Which differences are taken over. */
    private interface Meant {
        boolean test(String path, Difference difference);
    }

    /** What is missing on a side that was read from a unit, and cannot be read from one, was not seen, and must not be lost. */
    private static boolean isUnread(Project project, Side into, Side from, String path, Difference difference) {
        boolean isMissing = difference.left() != null && difference.right() == null;
        return isMissing
                && !from.isOfProject()
                && settingPath(into, path)
                        .filter(project.typeOf(project.device(into.owner())).handling()::isGap)
                        .isPresent();
    }

    private static boolean isMeant(List<Glob> patterns, String path, Difference difference) {
        String former = difference.former().isEmpty()
                ? path
                : path.substring(0, path.length() - difference.name().length()) + difference.former();
        return patterns.stream().anyMatch(pattern -> pattern.fits(path) || pattern.fits(former));
    }

    /** Returns a tree in which what is meant is as on the other side. */
    private static Section merged(Section tree, List<Difference> differences, String before, Meant isMeant) {
        SortedMap<String, Node> nodes = new TreeMap<>(tree.nodes());
        for (Difference difference : differences) {
            String path = before + difference.name();
            String name = difference.former().isEmpty() ? difference.name() : difference.former();
            if (difference.kind() != Difference.Kind.INNER && isMeant.test(path, difference)) {
                nodes.remove(name);
                if (difference.right() != null) {
                    nodes.put(difference.name(), difference.right());
                }
            } else if (nodes.get(name) instanceof Section inner
                    && !difference.inner().isEmpty()) {
                nodes.put(name, merged(inner, difference.inner(), path + ".", isMeant));
            }
        }
        return new Section(nodes);
    }

    private static Section replaced(Section tree, List<String> path, int depth, Section part) {
        if (depth == path.size()) {
            return part;
        }
        SortedMap<String, Node> nodes = new TreeMap<>(tree.nodes());
        nodes.put(path.get(depth), replaced(tree.section(path.get(depth)), path, depth + 1, part));
        return new Section(nodes);
    }

    private static Map<String, Section> sections(Section tree) {
        Map<String, Section> parts = new TreeMap<>();
        tree.nodes().keySet().forEach(name -> parts.put(name, tree.section(name)));
        return parts;
    }

    /** Returns how a difference is told in one line: the path, and what it becomes. */
    public static String told(Comparison.Placed placed) {
        Difference difference = placed.difference();
        return switch (difference.kind()) {
            case ADDED, CHANGED, INNER -> placed.path() + " = " + shown(difference.right());
            case REMOVED -> placed.path() + " goes";
            case RENAMED -> placed.path() + ", which was " + difference.former();
        };
    }

    private static String shown(Node node) {
        if (node instanceof Value value) {
            return value.text().isEmpty() ? "(empty)" : value.text();
        }
        Section row = (Section) node;
        return row.text("name").orElse("a row") + " (" + row.valueCount() + " values)";
    }
}
