package org.urvant.scl;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.progress.Cores;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Value;

/** Compares two SCL files: header, subnetworks, the site, and each IED with what its differences mean to others. */
public final class FileComparison {
    private static final String HEADER = "another edition, or another state of the same file";
    private static final String SITE = "places of nodes and equipment on the site differ, and names made from them";
    private static final String NETWORK = "who stands on which network differs";

    private final SclFile left;
    private final SclFile right;
    private final List<Difference> found = new ArrayList<>();
    private final Map<String, List<SclEdit>> edits = new LinkedHashMap<>();

    private FileComparison(SclFile left, SclFile right) {
        this.left = left;
        this.right = right;
    }

    /**
     * Compares two files; left is what is, right what is wanted. IEDs are matched by their names; where each file has one that the
     * other has not, the two are taken for one that was named otherwise.
     */
    public static Comparison of(SclFile left, SclFile right) {
        return between(left, right).comparison();
    }

    /** As {@link #of}, with what makes the left file like the right one in each difference. */
    public static FileComparison between(SclFile left, SclFile right) {
        FileComparison comparison = new FileComparison(left, right);
        comparison.run();
        return comparison;
    }

    /** Returns the differences. */
    public Comparison comparison() {
        return Comparison.of(found);
    }

    /** Returns what makes the left file like the right one in the difference at a path; none when nothing differs there. */
    public List<SclEdit> edits(String path) {
        return edits.getOrDefault(path, List.of());
    }

    private void run() {
        texts("header", header(left), header(right), HEADER);
        header();
        networks();
        site();
        TypeComparison types = TypeComparison.between(left, right);
        Map<String, Ied> known = byName(left);
        Map<String, Ied> there = byName(right);
        List<Difference> ieds = new ArrayList<>();
        List<String> gone = only(known, there);
        List<String> come = only(there, known);
        if (gone.size() == 1 && come.size() == 1) {
            Ied before = known.remove(gone.get(0));
            Ied after = there.remove(come.get(0));
            edit("ieds." + after.name(), IedComparison.renaming());
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
        List<Ied> wantedIeds = List.copyOf(there.values());
        List<Boolean> areAlike = Cores.map(
                wantedIeds,
                ied -> known.containsKey(ied.name()) && IedComparison.isSame(known.get(ied.name()), ied, types));
        for (int i = 0; i < wantedIeds.size(); i++) {
            Ied after = wantedIeds.get(i);
            Ied before = known.remove(after.name());
            if (before == null) {
                come(after);
                ieds.add(Difference.leaf(after.name(), after.name(), null, said(after), ""));
            } else if (!areAlike.get(i)) {
                ied(before, after, types, ieds);
            }
        }
        known.forEach((name, ied) -> {
            edit("ieds." + name, new SclEdit.Remove(ied));
            ied.connectedAccessPoints().forEach(point -> edit("ieds." + name, new SclEdit.Remove(point)));
            ieds.add(Difference.leaf(
                    name, name, said(ied), null, "subscribers and clients of it wait for what nobody sends"));
        });
        ieds.sort((one, other) -> one.name().compareTo(other.name()));
        if (!ieds.isEmpty()) {
            found.add(Difference.inner("ieds", "IEDs", null, null, ieds));
        }
    }

    private void networks() {
        Map<String, Subnetwork> own = subnetworks(left);
        Map<String, Subnetwork> wanted = subnetworks(right);
        texts("subnetworks", said(own), said(wanted), NETWORK);
        elements("subnetworks", own, wanted);
    }

    private void site() {
        List<SitePart> here = left.site();
        List<SitePart> there = right.site();
        int both = Math.min(here.size(), there.size());
        List<Boolean> areAlike = Cores.map(
                IntStream.range(0, both).boxed().toList(), i -> IedComparison.isAlike(here.get(i), there.get(i)));
        Map<String, SitePart> own = parts(here, areAlike);
        Map<String, SitePart> wanted = parts(there, areAlike);
        texts("site", places(own), places(wanted), SITE);
        elements("site", own, wanted);
    }

    private void edit(String path, SclEdit edit) {
        edits.computeIfAbsent(path, any -> new ArrayList<>()).add(edit);
    }

    private void come(Ied ied) {
        edit("ieds." + ied.name(), new SclEdit.Insert(left, ied));
        ied.connectedAccessPoints().forEach(point -> edit("ieds." + ied.name(), IedComparison.connecting(left, point)));
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

    private void ied(Ied before, Ied after, TypeComparison types, List<Difference> ieds) {
        List<Difference> inner = parts(before, after, types);
        if (!inner.isEmpty()) {
            ieds.add(Difference.inner(after.name(), after.name(), null, null, inner));
        }
    }

    private List<Difference> parts(Ied before, Ied after, TypeComparison types) {
        Map<String, List<Difference>> parts = new LinkedHashMap<>();
        for (IedDifference each : IedComparison.of(before, after, types)) {
            String what = each.what().startsWith(after.name() + " ")
                    ? each.what().substring(after.name().length() + 1)
                    : each.what();
            boolean isAdded = each.change() == IedDifference.Change.ADDED;
            boolean isRemoved = each.change() == IedDifference.Change.REMOVED;
            String part = each.part().word();
            edit("ieds." + after.name() + "." + part + "." + what, each.edit());
            parts.computeIfAbsent(part, any -> new ArrayList<>())
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

    private void texts(String name, Map<String, String> own, Map<String, String> wanted, String meaning) {
        Map<String, Difference> inner = new TreeMap<>();
        own.forEach((key, text) -> {
            String other = wanted.get(key);
            if (!text.equals(other)) {
                inner.put(key, Difference.leaf(key, key, Value.text(text), node(other), meaning));
            }
        });
        wanted.forEach((key, text) -> {
            if (!own.containsKey(key)) {
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

    private void header() {
        int own = left.store.child(0, Tag.HEADER);
        int wanted = right.store.child(0, Tag.HEADER);
        edit("header.edition", new SclEdit.Impossible("an edition is that of the whole file"));
        for (String name : List.of("id", "version", "revision")) {
            edit(
                    "header." + (name.equals("id") ? "id" : "version"),
                    own < 0 || wanted < 0
                            ? new SclEdit.Impossible("one of the files has no header")
                            : new SclEdit.Attribute(
                                    new PlainElement(left.store, own), new PlainElement(right.store, wanted), name));
        }
    }

    private static Map<String, Subnetwork> subnetworks(SclFile file) {
        return file.subnetworks().stream()
                .collect(Collectors.toMap(Subnetwork::name, Function.identity(), (one, other) -> other, TreeMap::new));
    }

    private static Map<String, String> said(Map<String, Subnetwork> subnetworks) {
        Map<String, String> said = new TreeMap<>();
        subnetworks.forEach((name, each) -> said.put(name, (each.type() + " " + each.bitRate()).strip()));
        return said;
    }

    /** Parts of the site or of the network that come, go, or differ in what is their own. */
    private void elements(
            String name, Map<String, ? extends SclElement> own, Map<String, ? extends SclElement> wanted) {
        TreeSet<String> keys = new TreeSet<>(own.keySet());
        keys.addAll(wanted.keySet());
        for (String key : keys) {
            SclElement before = own.get(key);
            SclElement after = wanted.get(key);
            SclEdit edit;
            if (after == null) {
                edit = new SclEdit.Remove(before);
            } else if (before != null) {
                edit = new SclEdit.Own(before, after);
            } else {
                edit = inserted(after, own);
            }
            edit(name + "." + key, edit);
        }
    }

    private SclEdit inserted(SclElement element, Map<String, ? extends SclElement> own) {
        if (element instanceof SitePart part && part.parent().isPresent()) {
            String outer = part.parent().get().path();
            SclElement place = own.get(outer);
            return place == null
                    ? new SclEdit.Impossible(outer + " is not there; take it over, and what is in it comes with it")
                    : new SclEdit.Insert(place, element);
        }
        int section = element instanceof Subnetwork ? left.store.child(0, Tag.COMMUNICATION) : 0;
        return section < 0
                ? new SclEdit.Impossible("the file has no communication section")
                : new SclEdit.Insert(new PlainElement(left.store, section), element);
    }

    /** The site's parts by their paths: kind and type of each, its voltage, where it is connected, the nodes that belong to it. */
    private static Map<String, String> places(Map<String, SitePart> parts) {
        Map<String, String> found = new TreeMap<>();
        parts.forEach((path, part) -> {
            List<String> said = new ArrayList<>(List.of(part.element(), part.type(), part.phase(), part.voltage()));
            part.terminals().forEach(terminal -> said.add("at " + terminal.node()));
            part.nodes().forEach(node -> said.add(node.ied() + node.device() + "/" + node.node()));
            found.put(path, said.stream().filter(text -> !text.isEmpty()).collect(Collectors.joining(" ")));
        });
        return found;
    }

    /** Parts of a site by their paths. What is written alike differs in nothing, and most of two sites is. */
    private static Map<String, SitePart> parts(List<SitePart> site, List<Boolean> areAlike) {
        Map<String, SitePart> found = new TreeMap<>();
        List<SitePart> open = new ArrayList<>();
        for (int i = 0; i < site.size(); i++) {
            if (i >= areAlike.size() || !areAlike.get(i)) {
                open.add(site.get(i));
            }
        }
        while (!open.isEmpty()) {
            SitePart part = open.remove(open.size() - 1);
            open.addAll(part.parts());
            found.put(part.path(), part);
        }
        return found;
    }
}
