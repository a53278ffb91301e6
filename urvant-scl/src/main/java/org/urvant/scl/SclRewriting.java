package org.urvant.scl;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.error.RefusedException;

/**
 * Makes the text of one SCL file like another one in some differences. What is not touched stays letter by letter. Types come
 * with the nodes that need them: one that is there is used again, one of the same name with other content comes under another
 * name, so that no other node changes with it.
 */
public final class SclRewriting {
    private static final List<Tag> KINDS = List.of(Tag.L_NODE_TYPE, Tag.DO_TYPE, Tag.DA_TYPE, Tag.ENUM_TYPE);

    private final SclFile target;
    private final SclStore here;
    private final SclText text;
    private final SclFile source;
    private final SclStore there;
    private final SclText other;
    private final String ownPrefix;
    private final String otherPrefix;
    private final List<Splice> splices = new ArrayList<>();
    private final Map<Integer, String> types = new HashMap<>(); // names here, by rows of types there
    private final Map<Integer, Boolean> alike = new HashMap<>();
    private final Set<String> names = new HashSet<>();
    /** What goes into elements that are one tag as yet, by their rows. */
    private final Map<Integer, StringBuilder> opened = new LinkedHashMap<>();

    /** A piece of text that takes the place of what stands between two places. */
    private record Splice(int start, int end, String text) {}

    private SclRewriting(SclFile target, String text, SclFile source, String sourceText) {
        this.target = target;
        this.here = target.store;
        this.text = SclText.of(target, text);
        this.source = source;
        this.there = source.store;
        this.other = SclText.of(source, sourceText);
        this.ownPrefix = SclText.prefix(this.text.name(0));
        this.otherPrefix = SclText.prefix(other.name(0));
    }

    /**
     * Returns the text of a file with edits carried out.
     *
     * @param text the text that the file was read from
     * @param source the file that its edits take from
     * @param sourceText the text of that one
     */
    public static String rewritten(SclFile file, String text, SclFile source, String sourceText, List<SclEdit> edits) {
        SclRewriting rewriting = new SclRewriting(file, text, source, sourceText);
        new LinkedHashSet<>(edits).forEach(rewriting::edit);
        rewriting.open();
        return spliced(text, 0, text.length(), rewriting.splices);
    }

    private void edit(SclEdit edit) {
        if (edit instanceof SclEdit.Attribute one) {
            attribute(one.at().row, one.like().row, one.name());
        } else if (edit instanceof SclEdit.Text one) {
            content(one.at().row, raw(one.like().row), firstInside(here, text, one.at().row));
        } else if (edit instanceof SclEdit.Content one) {
            String inside =
                    copied(other.content(one.like().row), other.close(one.like().row), one.like().row, List.of());
            content(one.at().row, blank(inside), text.close(one.at().row));
        } else if (edit instanceof SclEdit.Insert one) {
            insert(one.into().row, one.copy().row);
        } else if (edit instanceof SclEdit.Remove one) {
            remove(one.at().row);
        } else if (edit instanceof SclEdit.Own one) {
            own(one.at().row, one.like().row);
        } else if (edit instanceof SclEdit.NodeType one) {
            String type = there.attribute(one.like().row, "lnType", "");
            int found = source.templates().type(Tag.L_NODE_TYPE, type);
            set(one.at().row, "lnType", "\"" + escaped(found < 0 ? type : type(found)) + "\"", "");
        }
    }

    private void attribute(int at, int like, String name) {
        SclText.Place place = other.attributes(like).get(name);
        if (place == null) {
            Optional.ofNullable(text.attributes(at).get(name)).ifPresent(own -> splice(own.start(), own.end(), ""));
        } else {
            String before = "";
            for (String each : other.attributes(like).keySet()) {
                if (each.equals(name)) {
                    break;
                }
                before = text.attributes(at).containsKey(each) ? each : before;
            }
            set(at, name, other.text.substring(place.value() - 1, place.end()), before);
        }
    }

    /** Gives an attribute a value; one that is not there yet comes behind another one, or at the end. */
    private void set(int at, String name, String quoted, String behind) {
        SclText.Place known = text.attributes(at).get(name);
        if (known != null) {
            splice(known.value() - 1, known.end(), quoted);
        } else {
            SclText.Place place = text.attributes(at).get(behind);
            int end = place == null ? text.behindAttributes(at) : place.end();
            splice(end, end, " " + name + "=" + quoted);
        }
    }

    /** Puts a text between the start of an element's content and a place in it. */
    private void content(int at, String inside, int to) {
        if (text.isOneTag(at)) {
            opened.computeIfAbsent(at, any -> new StringBuilder()).append(inside);
        } else {
            splice(text.content(at), to, inside);
        }
    }

    /** Gives elements that were one tag the end tag that what comes into them asks for. */
    private void open() {
        opened.forEach((row, inside) -> {
            String blank = inside.indexOf("\n") == 0 || inside.indexOf("\r") == 0
                    ? blank(text.indentation(text.start(row)))
                    : "";
            splice(text.content(row) - 2, text.content(row), ">" + inside + blank + "</" + text.name(row) + ">");
        });
    }

    private String raw(int row) {
        return other.text.substring(other.content(row), firstInside(there, other, row));
    }

    private static int firstInside(SclStore store, SclText text, int row) {
        return store.end(row) > row + 1 ? text.start(row + 1) : text.close(row);
    }

    private void remove(int row) {
        int start = text.start(row);
        splice(start - text.indentation(start).length(), text.end(row), "");
    }

    private void insert(int into, int copy) {
        String element = blank(copied(other.start(copy), other.end(copy), copy, List.of()));
        String blank = blank(other.indentation(other.start(copy)));
        int before = before(into, copy);
        if (before >= 0) {
            splice(text.end(before), text.end(before), blank + element);
        } else if (text.isOneTag(into)) {
            opened.computeIfAbsent(into, any -> new StringBuilder())
                    .append(blank)
                    .append(element);
        } else {
            splice(text.content(into), text.content(into), blank + element);
        }
    }

    /** Line breaks are those of the file that is written. */
    private String blank(String blank) {
        boolean isWindows = text.text.contains("\r\n");
        return isWindows ? blank.replaceAll("\r?\n", "\r\n") : blank.replace("\r", "");
    }

    /** Returns the child here that answers to the nearest one before an element there; -1 when it comes first. */
    private int before(int into, int copy) {
        Map<String, PlainElement> known = IedComparison.keyed(new PlainElement(here, into).elements());
        int last = -1;
        for (Map.Entry<String, PlainElement> sibling : IedComparison.keyed(
                        new PlainElement(there, there.parent(copy)).elements())
                .entrySet()) {
            if (sibling.getValue().row == copy) {
                break;
            }
            PlainElement same = known.get(sibling.getKey());
            last = same == null ? last : same.row;
        }
        if (last < 0) {
            return behindTexts(into, copy);
        }
        if (here.tag(last) == there.tag(copy)) {
            return last;
        }
        // behind those of its own kind that only this file has
        for (int next = here.next(last, null);
                next >= 0 && here.tag(next) == here.tag(last);
                next = here.next(next, null)) {
            last = next;
        }
        return last;
    }

    /** Texts and what is the maker's own stand before all else (IEC 61850-6:2009, 8.3.6). */
    private int behindTexts(int into, int copy) {
        int last = -1;
        for (int child : here.children(into, null)) {
            boolean isBefore = here.tag(child) == Tag.TEXT || here.tag(child) == Tag.PRIVATE;
            if (!isBefore || there.tag(copy) == Tag.TEXT) {
                return last;
            }
            last = child;
        }
        return last;
    }

    private void own(int at, int like) {
        Set<String> attributes = new LinkedHashSet<>(text.attributes(at).keySet());
        attributes.addAll(other.attributes(like).keySet());
        attributes.forEach(name -> {
            if (!here.attribute(at, name, "").equals(there.attribute(like, name, ""))) {
                attribute(at, like, name);
            }
        });
        Map<String, List<Integer>> own = children(here, at);
        Map<String, List<Integer>> wanted = children(there, like);
        Set<String> kinds = new LinkedHashSet<>(own.keySet());
        kinds.addAll(wanted.keySet());
        for (String kind : kinds) {
            List<Integer> mine = own.getOrDefault(kind, List.of());
            List<Integer> theirs = wanted.getOrDefault(kind, List.of());
            boolean areAlike = mine.size() == theirs.size();
            for (int i = 0; areAlike && i < mine.size(); i++) {
                areAlike = here.isAlike(mine.get(i), there, theirs.get(i));
            }
            if (!areAlike) {
                mine.forEach(this::remove);
                theirs.forEach(child -> insert(at, child));
            }
        }
    }

    private static Map<String, List<Integer>> children(SclStore store, int row) {
        Map<String, List<Integer>> found = new LinkedHashMap<>();
        for (int child : store.children(row, null)) {
            boolean isApart = SitePart.kind(store.tag(child)) != null || store.tag(child) == Tag.CONNECTED_AP;
            if (!isApart) {
                found.computeIfAbsent(store.element(child), any -> new ArrayList<>())
                        .add(child);
            }
        }
        return found;
    }

    /** Returns a part of the other text as it has to stand here: under this file's prefix, its nodes with types of this file. */
    private String copied(int from, int to, int first, List<Splice> besides) {
        List<Splice> changes = new ArrayList<>(besides);
        Map<String, String> foreign = new LinkedHashMap<>();
        for (int row = first; row < there.end(first); row++) {
            boolean isWhole = other.start(row) >= from;
            String name = other.name(row);
            String prefix = SclText.prefix(name);
            if (prefix.equals(otherPrefix) && !ownPrefix.equals(otherPrefix) && isWhole) {
                String own = (ownPrefix.isEmpty() ? "" : ownPrefix + ":")
                        + name.substring(prefix.isEmpty() ? 0 : prefix.length() + 1);
                int start = other.start(row) + 1;
                changes.add(new Splice(start, start + name.length(), own));
                if (!other.isOneTag(row)) {
                    int close = other.close(row) + 2;
                    changes.add(new Splice(close, close + name.length(), own));
                }
            } else if (!prefix.equals(otherPrefix)) {
                declare(prefix, foreign);
            }
            Map<String, SclText.Place> attributes = other.attributes(row);
            attributes.keySet().forEach(attribute -> declare(SclText.prefix(attribute), foreign));
            String kind = referredKind(row);
            String refers = there.tag(row) == Tag.LN || there.tag(row) == Tag.LN0 ? "lnType" : "type";
            SclText.Place place = attributes.get(refers);
            int type = kind.isEmpty() || place == null
                    ? -1
                    : source.templates().type(Tag.of(kind), there.attribute(row, refers, ""));
            if (type >= 0 && isWhole) {
                changes.add(new Splice(place.value(), place.valueEnd(), escaped(type(type))));
            }
        }
        StringBuilder declared = new StringBuilder();
        foreign.forEach((prefix, uri) -> declared.append(" xmlns:")
                .append(prefix)
                .append("=\"")
                .append(uri)
                .append('"'));
        if (!declared.isEmpty() && other.start(first) >= from) {
            int end = other.start(first) + 1 + other.name(first).length();
            changes.add(new Splice(end, end, declared.toString()));
        }
        return spliced(other.text, from, to, changes);
    }

    /** Returns the kind of type that an element refers to; empty text when it refers to none. */
    private String referredKind(int row) {
        String basic = there.attribute(row, "bType", "");
        return switch (there.tag(row)) {
            case LN, LN0 -> "LNodeType";
            case DO, SDO -> "DOType";
            case DA, BDA -> basic.equals("Struct") ? "DAType" : basic.equals("Enum") ? "EnumType" : "";
            default -> "";
        };
    }

    /** A prefix that stands for another namespace at the head of this file, or for none, is declared with what comes. */
    private void declare(String prefix, Map<String, String> foreign) {
        if (prefix.isEmpty() || prefix.equals("xml") || prefix.equals("xmlns") || prefix.equals(otherPrefix)) {
            return;
        }
        String uri = namespace(other, prefix);
        if (uri != null && !uri.equals(namespace(text, prefix))) {
            foreign.put(prefix, uri);
        }
    }

    private static String namespace(SclText text, String prefix) {
        SclText.Place place = text.attributes(0).get("xmlns:" + prefix);
        return place == null ? null : text.text.substring(place.value(), place.valueEnd());
    }

    /** Returns what a type of the other file is called here; it comes with those that it rests on when it is not there yet. */
    private String type(int row) {
        String known = types.get(row);
        if (known != null) {
            return known;
        }
        Tag kind = there.tag(row);
        String id = there.attribute(row, "id", "");
        if (isAlike(row, target.templates().type(kind, id))) {
            types.put(row, id);
            return id;
        }
        String free = id;
        for (int number = 2; target.templates().type(kind, free) >= 0 || !names.add(kind + " " + free); number++) {
            free = id + "_" + number;
        }
        types.put(row, free);
        SclText.Place place = other.attributes(row).get("id");
        String copy = copied(
                other.start(row),
                other.end(row),
                row,
                List.of(new Splice(place.value(), place.valueEnd(), escaped(free))));
        define(kind, blank(copy), blank(other.indentation(other.start(row))));
        return free;
    }

    private void define(Tag kind, String copy, String blank) {
        int section = here.child(0, Tag.DATA_TYPE_TEMPLATES);
        if (section < 0) {
            throw new RefusedException(
                    target.name() + " has no data type templates, which nodes that come need",
                    "Take over what brings no nodes, or import the other file.");
        }
        int last = -1;
        for (Tag each : KINDS.subList(0, KINDS.indexOf(kind) + 1)) {
            for (int at = here.child(section, each); at >= 0; at = here.next(at, each)) {
                last = at;
            }
        }
        int place = last < 0 ? text.content(section) : text.end(last);
        splice(place, place, blank + copy);
    }

    /** Returns whether a type of the other file, and all that it rests on, is written as one here is. */
    private boolean isAlike(int row, int own) {
        Boolean known = alike.get(row);
        if (known != null) {
            return known;
        }
        boolean same = own >= 0 && there.isAlike(row, here, own);
        alike.put(row, same);
        for (int part : there.children(row, null)) {
            String kind = referredKind(part);
            if (same && !kind.isEmpty()) {
                String id = there.attribute(part, "type", "");
                int below = source.templates().type(Tag.of(kind), id);
                same = below < 0 || isAlike(below, target.templates().type(Tag.of(kind), id));
            }
        }
        alike.put(row, same);
        return same;
    }

    private static String escaped(String name) {
        return name.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace("\"", "&quot;")
                .replace("'", "&apos;");
    }

    private void splice(int start, int end, String piece) {
        splices.add(new Splice(start, end, piece));
    }

    /** Returns a part of a text with changes; of those that lie in one that takes more away nothing is left to do. */
    private static String spliced(String text, int from, int to, List<Splice> changes) {
        List<Splice> sorted = new ArrayList<>(changes);
        // what comes at a place stands before what goes there; the order of those at one place is kept
        sorted.sort(Comparator.comparingInt(Splice::start)
                .thenComparingInt(change -> change.end() > change.start() ? 1 : 0));
        StringBuilder result = new StringBuilder();
        int at = from;
        for (Splice change : sorted) {
            if (change.start() >= at) {
                result.append(text, at, change.start()).append(change.text());
                at = change.end();
            }
        }
        return result.append(text, at, to).toString();
    }
}
