package org.urvant.scl;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.urvant.scl.IedDifference.Change;
import org.urvant.scl.IedDifference.Part;

/**
 * Holds an IED of a newer file against the one that is known: its element and all below it, where the communication section
 * puts it, and its data as the type templates define them. Names of types are not compared, what they define is. Elements are
 * matched by what identifies them among their neighbours; their order counts in datasets alone, where it is the order on the
 * wire (IEC 61850-6:2009+A1:2018, 9.3.7).
 */
public final class IedComparison {
    /** What tells elements of one name from each other, the first ones that an element has. */
    private static final List<String> KEYS = List.of(
            "name", "inst", "prefix", "lnClass", "lnInst", "ldInst", "cbName", "iedName", "apRef", "apName", "type",
            "ix", "sGroup", "intAddr", "index");

    /** Differences in these are told by what they lead to. */
    private static final Set<String> LEFT_OUT = Set.of("lnType");

    private final List<IedDifference> found = new ArrayList<>();

    private IedComparison() {}

    /** Returns in what a newer description of an IED differs, in the order of the file; nothing when all of it is the same. */
    public static List<IedDifference> of(Ied before, Ied after) {
        return of(before, after, TypeComparison.between(before.file(), after.file()));
    }

    /**
     * Returns in what one of many newer descriptions differs. What is written alike, by types that are written alike, differs in
     * nothing: most of two files need no more than that.
     *
     * @param types the types of their files
     */
    public static List<IedDifference> of(Ied before, Ied after, TypeComparison types) {
        IedComparison comparison = new IedComparison();
        boolean isAlike = isAlike(before, after);
        if (!isAlike) {
            comparison.elements(before, after, Part.IDENTITY, after.name());
        }
        comparison.network(before, after);
        if (!isAlike || !types.areAlike()) {
            comparison.data(before, after, types);
        }
        return comparison.found;
    }

    /** Returns whether a newer description differs in nothing because it is written alike. Safe for several threads. */
    static boolean isSame(Ied before, Ied after, TypeComparison types) {
        if (!types.areAlike() || !isAlike(before, after)) {
            return false;
        }
        List<ConnectedAccessPoint> known = before.connectedAccessPoints();
        List<ConnectedAccessPoint> there = after.connectedAccessPoints();
        return known.size() == there.size()
                && IntStream.range(0, known.size())
                        .allMatch(i ->
                                known.get(i).subnetwork().equals(there.get(i).subnetwork())
                                        && isAlike(known.get(i), there.get(i)));
    }

    static boolean isAlike(SclElement before, SclElement after) {
        return before.store.isAlike(before.row, after.store, after.row);
    }

    private void add(Part part, Change change, String what, String before, String after, SclElement at, SclEdit edit) {
        found.add(new IedDifference(part, change, what, before, after, at.position(), edit));
    }

    private void elements(SclElement before, SclElement after, Part part, String what) {
        attributes(before, after, part, what);
        String old = text(before);
        String now = text(after);
        if (!old.equals(now)) {
            add(part, Change.CHANGED, what, old, now, after, new SclEdit.Text(before, after));
        }
        if (after.store.tag(after.row) == Tag.DATA_SET) {
            members(before, after, what);
            return;
        }
        Map<String, PlainElement> known = keyed(before.elements());
        Map<String, PlainElement> there = keyed(after.elements());
        there.forEach((key, element) -> {
            Part inner = part(element, part);
            PlainElement other = known.get(key);
            String name = what + label(element);
            if (other == null) {
                add(inner, Change.ADDED, name, "", brief(element), element, new SclEdit.Insert(before, element));
            } else if (!isAlike(other, element)) {
                elements(other, element, inner, name);
            }
        });
        known.forEach((key, element) -> {
            if (!there.containsKey(key)) {
                add(
                        part(element, part),
                        Change.REMOVED,
                        what + label(element),
                        brief(element),
                        "",
                        element,
                        new SclEdit.Remove(element));
            }
        });
    }

    private void attributes(SclElement before, SclElement after, Part part, String what) {
        Map<String, String> old = before.writtenAttributes();
        Map<String, String> now = after.writtenAttributes();
        Set<String> names = new TreeSet<>(old.keySet());
        names.addAll(now.keySet());
        names.removeAll(LEFT_OUT);
        for (String name : names) {
            String was = old.getOrDefault(name, "");
            String is = now.getOrDefault(name, "");
            if (!was.equals(is)) {
                Part of = name.equals("desc")
                        ? Part.DESCRIPTION
                        : name.equals("confRev") ? Part.REVISION : name.equals("datSet") ? Part.DATASET : part;
                add(of, Change.CHANGED, what + " " + name, was, is, after, edit(before, after, name));
            }
        }
    }

    private static SclEdit edit(SclElement before, SclElement after, String name) {
        Tag tag = after.store.tag(after.row);
        boolean isName = tag == Tag.IED && name.equals("name") || tag == Tag.CONNECTED_AP && name.equals("iedName");
        if (isName) {
            return renaming();
        }
        return name.startsWith("{")
                ? new SclEdit.Impossible("it is the maker's own, and only the maker's tool may write it")
                : new SclEdit.Attribute(before, after, name);
    }

    static SclEdit renaming() {
        return new SclEdit.Impossible(
                "the name of an IED stands in all that names it; rename it in the tool that made the file");
    }

    private static String text(SclElement element) {
        return element.store.text(element.row);
    }

    /** The members of a dataset, whose order is that on the wire. */
    private void members(SclElement before, SclElement after, String what) {
        List<String> old = before.elements().stream().map(IedComparison::brief).toList();
        List<String> now = after.elements().stream().map(IedComparison::brief).toList();
        List<String> added = without(now, old);
        List<String> removed = without(old, now);
        SclEdit edit = new SclEdit.Content(before, after);
        added.forEach(member -> add(Part.DATASET, Change.ADDED, what + " member", "", member, after, edit));
        removed.forEach(member -> add(Part.DATASET, Change.REMOVED, what + " member", member, "", after, edit));
        if (added.isEmpty() && removed.isEmpty() && !old.equals(now)) {
            int first = 0;
            while (old.get(first).equals(now.get(first))) {
                first++;
            }
            String place = " order, from member " + (first + 1) + " on";
            add(Part.DATASET, Change.CHANGED, what + place, old.get(first), now.get(first), after, edit);
        }
    }

    private static List<String> without(List<String> all, List<String> others) {
        List<String> rest = new ArrayList<>(all);
        others.forEach(rest::remove);
        return rest;
    }

    /** Elements by what tells them from their neighbours; those that nothing tells apart by their number. */
    static Map<String, PlainElement> keyed(List<PlainElement> elements) {
        Map<String, PlainElement> keyed = new LinkedHashMap<>();
        for (PlainElement element : elements) {
            String name = element.name();
            boolean isInput = element.store.tag(element.row) == Tag.EXT_REF;
            String key = name + " "
                    + (isInput && element.attribute("intAddr").isEmpty()
                            ? element.writtenAttributes()
                            : identity(element));
            String free = key;
            for (int number = 2; keyed.containsKey(free); number++) {
                free = key + " " + number;
            }
            keyed.put(free, element);
        }
        return keyed;
    }

    private static String identity(PlainElement element) {
        if (element.store.tag(element.row) == Tag.EXT_REF) {
            return element.attribute("intAddr").orElse("");
        }
        if (element.store.tag(element.row) == Tag.IED_NAME) {
            return element.text() + " " + element.writtenAttributes();
        }
        Map<String, String> written = element.writtenAttributes();
        return KEYS.stream()
                .filter(written::containsKey)
                .map(name -> name + "=" + written.get(name))
                .collect(Collectors.joining(" "));
    }

    private static String brief(PlainElement element) {
        String text = element.text();
        return text.isEmpty()
                ? element.writtenAttributes().values().stream()
                        .filter(value -> !value.isEmpty())
                        .collect(Collectors.joining(" "))
                : text;
    }

    private static Part part(PlainElement element, Part outer) {
        if (element.isPrivate()) {
            return Part.PRIVATE;
        }
        return switch (element.store.tag(element.row)) {
            case SERVICES -> Part.SERVICE;
            case DATA_SET -> Part.DATASET;
            case REPORT_CONTROL -> Part.REPORT;
            case GSE_CONTROL, SAMPLED_VALUE_CONTROL -> Part.MESSAGE;
            case LOG_CONTROL -> Part.LOG;
            case SETTING_CONTROL -> Part.SETTING_GROUPS;
            case INPUTS, EXT_REF -> Part.INPUT;
            case DOI, SDI, DAI, VAL -> Part.VALUE;
            case TEXT -> Part.DESCRIPTION;
            case ACCESS_POINT, SERVER, SERVER_AT, L_DEVICE, LN0, LN -> Part.STRUCTURE;
            case GSE, SMV -> Part.MESSAGE_ADDRESS;
            case PHYS_CONN -> Part.CABLING;
            default -> outer;
        };
    }

    /** Returns how an element goes on the name of what holds it. */
    private static String label(PlainElement element) {
        Function<String, String> given = name -> element.attribute(name).orElse("");
        return switch (element.store.tag(element.row)) {
            case SERVER, INPUTS, ADDRESS -> "";
            case VAL -> element.attribute("sGroup").map(" group "::concat).orElse("");
            case LN0 -> "/LLN0";
            case L_DEVICE -> " " + element.attribute("ldName").orElse(given.apply("inst"));
            case LN -> "/" + given.apply("prefix") + given.apply("lnClass") + given.apply("inst");
            case DOI, SDI, DAI ->
                "." + given.apply("name")
                        + element.attribute("ix").map(ix -> "(" + ix + ")").orElse("");
            case ACCESS_POINT -> " " + given.apply("name");
            case DATA_SET -> " dataset " + given.apply("name");
            case REPORT_CONTROL -> " report " + given.apply("name");
            case GSE_CONTROL -> " GOOSE " + given.apply("name");
            case SAMPLED_VALUE_CONTROL -> " sampled values " + given.apply("name");
            case LOG_CONTROL -> " log " + given.apply("name");
            case SETTING_CONTROL -> " setting groups";
            case EXT_REF ->
                " input " + element.attribute("intAddr").orElse(given.apply("iedName") + " " + given.apply("doName"));
            case GSE -> " GOOSE " + given.apply("ldInst") + "/" + given.apply("cbName");
            case SMV -> " sampled values " + given.apply("ldInst") + "/" + given.apply("cbName");
            case P -> " " + given.apply("type");
            case CLIENT_LN ->
                " client " + given.apply("iedName") + " " + given.apply("lnClass") + given.apply("lnInst");
            case IED_NAME -> " receiver " + element.text();
            default -> " " + element.name();
        };
    }

    /** Where the communication section puts the IED, by access point and subnetwork. */
    private void network(Ied before, Ied after) {
        Map<String, ConnectedAccessPoint> known = points(before);
        Map<String, ConnectedAccessPoint> there = points(after);
        there.forEach((key, point) -> {
            ConnectedAccessPoint other = known.get(key);
            if (other == null) {
                add(
                        Part.ADDRESS,
                        Change.ADDED,
                        after.name() + " " + key,
                        "",
                        String.valueOf(point.address()),
                        point,
                        connecting(before.file(), point));
            } else if (!isAlike(other, point)) {
                elements(other, point, Part.ADDRESS, after.name() + " " + key);
            }
        });
        known.forEach((key, point) -> {
            if (!there.containsKey(key)) {
                add(
                        Part.ADDRESS,
                        Change.REMOVED,
                        after.name() + " " + key,
                        String.valueOf(point.address()),
                        "",
                        point,
                        new SclEdit.Remove(point));
            }
        });
    }

    /** Returns what connects an access point of another file in this one. */
    static SclEdit connecting(SclFile file, ConnectedAccessPoint point) {
        return file.subnetworks().stream()
                .filter(subnetwork -> subnetwork.name().equals(point.subnetwork()))
                .findFirst()
                .<SclEdit>map(subnetwork -> new SclEdit.Insert(subnetwork, point))
                .orElseGet(() -> new SclEdit.Impossible(
                        "subnetwork " + point.subnetwork() + " is not there; take it over, and it comes with it"));
    }

    private static Map<String, ConnectedAccessPoint> points(Ied ied) {
        Map<String, ConnectedAccessPoint> points = new LinkedHashMap<>();
        ied.connectedAccessPoints()
                .forEach(point -> points.put(point.accessPointName() + " on " + point.subnetwork(), point));
        return points;
    }

    /** The data as the templates define them; values of the IED itself are compared as its elements. */
    private void data(Ied before, Ied after, TypeComparison types) {
        Map<String, LogicalNode> known = nodes(before);
        Map<String, LogicalNode> there = nodes(after);
        SclEdit withNode = new SclEdit.Impossible("it comes and goes with its node; take over the node");
        there.forEach((key, node) -> {
            LogicalNode other = known.get(key);
            SclEdit edit = other == null ? withNode : new SclEdit.NodeType(other, node);
            List<TypeComparison.DataDifference> all =
                    other == null ? TypeComparison.all(node, Change.ADDED) : types.of(other, node);
            all.stream()
                    .filter(each -> each.change() != Change.REMOVED)
                    .forEach(each -> found.add(each.at(node, edit)));
        });
        known.forEach((key, node) -> {
            LogicalNode other = there.get(key);
            SclEdit edit = other == null ? withNode : new SclEdit.NodeType(node, other);
            List<TypeComparison.DataDifference> all =
                    other == null ? TypeComparison.all(node, Change.REMOVED) : types.of(node, other);
            all.stream()
                    .filter(each -> each.change() == Change.REMOVED)
                    .forEach(each -> found.add(each.at(node, edit)));
        });
    }

    /** The nodes by their references, without the name of the IED that they begin with, for the two may be called otherwise. */
    private static Map<String, LogicalNode> nodes(Ied ied) {
        Map<String, LogicalNode> nodes = new LinkedHashMap<>();
        int before = ied.name().length();
        ied.nodes()
                .forEach(node -> nodes.put(
                        node.reference().startsWith(ied.name())
                                ? node.reference().substring(before)
                                : node.reference(),
                        node));
        return nodes;
    }
}
