package org.urvant.scl;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Value;

/** Compares two SCL files: header, subnetworks, the site, and each IED with what its differences mean to others. */
public final class FileComparison {
    private static final String SITE = "places of nodes and equipment on the site differ, and names made from them";
    private static final String NETWORK = "who stands on which network differs";

    private FileComparison() {}

    /**
     * Compares two files; left is what is, right what is wanted. IEDs are matched by their names; where each file has one that the
     * other has not, the two are taken for one that was named otherwise.
     */
    public static Comparison of(SclFile left, SclFile right) {
        List<Difference> found = new ArrayList<>();
        texts("header", header(left), header(right), "another edition, or another state of the same file", found);
        texts("subnetworks", subnetworks(left), subnetworks(right), NETWORK, found);
        texts("site", site(left, right), site(right, left), SITE, found);
        TypeComparison types = TypeComparison.between(left, right);
        Map<String, Ied> known = byName(left);
        Map<String, Ied> there = byName(right);
        List<Difference> ieds = new ArrayList<>();
        List<String> gone = only(known, there);
        List<String> come = only(there, known);
        if (gone.size() == 1 && come.size() == 1) {
            Ied before = known.remove(gone.get(0));
            Ied after = there.remove(come.get(0));
            ieds.add(new Difference(
                    after.name(),
                    before.name() + " → " + after.name(),
                    Difference.Kind.RENAMED,
                    before.name(),
                    said(before),
                    said(after),
                    parts(before, after, types),
                    "subscribers and clients name the IED"));
        }
        for (Map.Entry<String, Ied> entry : there.entrySet()) {
            Ied before = known.remove(entry.getKey());
            if (before == null) {
                ieds.add(Difference.leaf(entry.getKey(), entry.getKey(), null, said(entry.getValue()), ""));
            } else {
                ied(before, entry.getValue(), types, ieds);
            }
        }
        known.forEach((name, ied) -> ieds.add(Difference.leaf(
                name, name, said(ied), null, "subscribers and clients of it wait for what nobody sends")));
        ieds.sort((one, other) -> one.name().compareTo(other.name()));
        if (!ieds.isEmpty()) {
            found.add(Difference.inner("ieds", "IEDs", null, null, ieds));
        }
        return Comparison.of(found);
    }

    private static Map<String, Ied> byName(SclFile file) {
        Map<String, Ied> ieds = new LinkedHashMap<>();
        file.ieds().forEach(ied -> ieds.put(ied.name(), ied));
        return ieds;
    }

    private static Value said(Ied ied) {
        return Value.text(List.of(ied.maker(), ied.type(), ied.configVersion()).stream()
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" ")));
    }

    private static List<String> only(Map<String, Ied> these, Map<String, Ied> others) {
        return these.keySet().stream().filter(name -> !others.containsKey(name)).toList();
    }

    private static void ied(Ied before, Ied after, TypeComparison types, List<Difference> found) {
        List<Difference> inner = parts(before, after, types);
        if (!inner.isEmpty()) {
            found.add(Difference.inner(after.name(), after.name(), null, null, inner));
        }
    }

    private static List<Difference> parts(Ied before, Ied after, TypeComparison types) {
        Map<String, List<Difference>> parts = new LinkedHashMap<>();
        for (IedDifference each : IedComparison.of(before, after, types)) {
            String what = each.what().startsWith(after.name() + " ")
                    ? each.what().substring(after.name().length() + 1)
                    : each.what();
            boolean isAdded = each.change() == IedDifference.Change.ADDED;
            boolean isRemoved = each.change() == IedDifference.Change.REMOVED;
            parts.computeIfAbsent(each.part().word(), part -> new ArrayList<>())
                    .add(Difference.leaf(
                            what,
                            what,
                            isAdded ? null : Value.text(each.before()),
                            isRemoved ? null : Value.text(each.after()),
                            each.part().meaning()));
        }
        List<Difference> inner = new ArrayList<>();
        parts.forEach((part, differences) -> inner.add(Difference.inner(part, part, null, null, differences)));
        return inner;
    }

    private static void texts(
            String name, Map<String, String> left, Map<String, String> right, String meaning, List<Difference> found) {
        Map<String, Difference> inner = new TreeMap<>();
        left.forEach((key, text) -> {
            String other = right.get(key);
            if (!text.equals(other)) {
                inner.put(key, Difference.leaf(key, key, Value.text(text), node(other), meaning));
            }
        });
        right.forEach((key, text) -> {
            if (!left.containsKey(key)) {
                inner.put(key, Difference.leaf(key, key, null, Value.text(text), meaning));
            }
        });
        if (!inner.isEmpty()) {
            found.add(Difference.inner(name, name, null, null, List.copyOf(inner.values())));
        }
    }

    private static Node node(String text) {
        return text == null ? null : Value.text(text);
    }

    private static Map<String, String> header(SclFile file) {
        return Map.of("edition", file.edition(), "id", file.headerId(), "version", file.headerVersion());
    }

    private static Map<String, String> subnetworks(SclFile file) {
        Map<String, String> found = new TreeMap<>();
        file.subnetworks().forEach(each -> found.put(each.name(), (each.type() + " " + each.bitRate()).strip()));
        return found;
    }

    /** The site's parts by their paths: kind and type of each, its voltage, where it is connected, the nodes that belong to it. */
    private static Map<String, String> site(SclFile file, SclFile other) {
        Map<String, String> found = new TreeMap<>();
        List<SitePart> open = new ArrayList<>();
        List<SitePart> others = other.site();
        List<SitePart> own = file.site();
        for (int i = 0; i < own.size(); i++) { // what is written alike differs in nothing, and most of two sites is
            if (i >= others.size() || !IedComparison.isAlike(own.get(i), others.get(i))) {
                open.add(own.get(i));
            }
        }
        while (!open.isEmpty()) {
            SitePart part = open.remove(open.size() - 1);
            open.addAll(part.parts());
            List<String> said = new ArrayList<>(List.of(part.element(), part.type(), part.phase(), part.voltage()));
            part.terminals().forEach(terminal -> said.add("at " + terminal.node()));
            part.nodes().forEach(node -> said.add(node.ied() + node.device() + "/" + node.node()));
            found.put(part.path(), said.stream().filter(text -> !text.isEmpty()).collect(Collectors.joining(" ")));
        }
        return found;
    }
}
