package org.urvant.project;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.point.list.PointList;
import org.urvant.scl.SclFile;

/**
 * What was brought into a project: SCL files, and lists of points. A list that follows another always has the points of that one.
 *
 * @param files the files, in the order of their import
 * @param unwanted by file, names of IEDs in it that nobody ticked at import
 * @param lists lists of points by name
 * @param recall what was found before in these very files
 */
public record Imported(
        List<SclFile> files, Map<String, Set<String>> unwanted, SortedMap<String, PointList> lists, Recall recall) {
    /** No file was imported. */
    public static final Imported NOTHING = new Imported(List.of(), Map.of(), new TreeMap<>(), Recall.NOTHING);

    public Imported {
        files = List.copyOf(files);
        unwanted = Map.copyOf(unwanted);
        lists = Collections.unmodifiableSortedMap(followed(lists));
    }

    private static SortedMap<String, PointList> followed(SortedMap<String, PointList> lists) {
        SortedMap<String, PointList> followed = new TreeMap<>(lists);
        lists.values().forEach(list -> list.set().ifPresent(set -> {
            PointList other = lists.get(set.follows());
            if (other == null || other.set().isPresent()) {
                throw new IllegalArgumentException(
                        "list " + list.name() + " follows " + set.follows() + ", which has no points of its own");
            }
            followed.put(list.name(), PointList.of(list.name(), set, other));
        }));
        return followed;
    }

    /** Returns the lists that follow another one. */
    public List<PointList> following(String list) {
        return lists.values().stream()
                .filter(each ->
                        each.set().filter(set -> set.follows().equals(list)).isPresent())
                .toList();
    }

    /** Returns these with a list of points under another name; what follows it follows it still. */
    public Imported renamed(String list, String to) {
        SortedMap<String, PointList> others = new TreeMap<>(lists);
        others.put(to, others.remove(list).named(to));
        following(list)
                .forEach(each -> others.put(
                        each.name(),
                        PointList.of(each.name(), each.set().orElseThrow().following(to), others.get(to))));
        return new Imported(files, unwanted, others, recall);
    }

    /** Returns these and one file more, of which only some IEDs are wanted. */
    public Imported with(SclFile file, Collection<String> wanted) {
        List<SclFile> more = new ArrayList<>(files);
        more.add(file);
        Set<String> taken = Set.copyOf(wanted);
        Set<String> others = new TreeSet<>();
        file.ieds().stream()
                .map(ied -> ied.name())
                .filter(ied -> !taken.contains(ied))
                .forEach(others::add);
        Map<String, Set<String>> hidden = new TreeMap<>(unwanted);
        hidden.put(file.name(), others);
        return new Imported(more, hidden, lists, Recall.NOTHING);
    }

    /** Returns these with other lists of points. */
    public Imported with(SortedMap<String, PointList> others) {
        return new Imported(files, unwanted, others, recall);
    }

    /** Returns these and one list of points, added or replaced. */
    public Imported with(PointList list) {
        SortedMap<String, PointList> others = new TreeMap<>(lists);
        others.put(list.name(), list);
        return new Imported(files, unwanted, others, recall);
    }

    /** Returns these without a list of points, which no other follows. */
    public Imported withoutList(String list) {
        SortedMap<String, PointList> others = new TreeMap<>(lists);
        others.remove(list);
        return new Imported(files, unwanted, others, recall);
    }

    /** Returns these without a file. */
    public Imported without(String file) {
        Map<String, Set<String>> hidden = new TreeMap<>(unwanted);
        hidden.remove(file);
        return new Imported(
                files.stream().filter(each -> !each.name().equals(file)).toList(), hidden, lists, Recall.NOTHING);
    }
}
