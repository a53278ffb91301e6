package org.urvant.project.folder;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlText;

/** A list that has the points of another, all or some: {@code points/NAME.yaml}. */
final class PointSetFile {
    static final String FOLLOWS = "follows";
    private static final String ONLY = "only";
    private static final String STATION = "station";

    private PointSetFile() {}

    static String name(String list) {
        return PointListFile.FOLDER + "/" + list + ".yaml";
    }

    /**
     * Reads which points a list has.
     *
     * @param own the lists that have points of their own, by name
     * @param wrong names of lists that have some and cannot be read
     */
    static Optional<PointList> read(String name, FieldReader fields, Map<String, PointList> own, List<String> wrong) {
        if (own.containsKey(name) || wrong.contains(name)) {
            fields.report(
                    fields.position(),
                    "list " + name + " has points of its own, in " + PointListFile.name(name) + ", and follows another",
                    "Take one of the two files away.");
            return Optional.empty();
        }
        Entry follows = fields.required(FOLLOWS, "");
        List<Entry> only = fields.texts(ONLY);
        Optional<Entry> address = fields.text(STATION);
        fields.finish();
        PointList other = own.get(follows.text());
        if (other == null) {
            if (wrong.contains(follows.text())) {
                fields.report(
                        follows.position(),
                        "list " + name + " follows " + follows.text() + ", which cannot be read",
                        "Mend list " + follows.text() + ".");
            } else if (!follows.text().isEmpty()) {
                UnknownNameException unknown =
                        new UnknownNameException("list with points of its own", follows.text(), own.keySet());
                fields.report(follows.position(), unknown.getMessage(), unknown.remedy());
            }
            return Optional.empty();
        }
        for (Entry pattern : only) {
            PointSet one = new PointSet(other.name(), List.of(pattern.text()), OptionalInt.empty());
            one.without(other)
                    .forEach(text -> fields.report(
                            pattern.position(),
                            "list " + other.name() + " has no point '" + text + "'",
                            NearestName.hint("point", text, other.points().keySet())));
        }
        return Optional.of(PointList.of(
                name,
                new PointSet(
                        other.name(),
                        only.stream().map(Entry::text).toList(),
                        address.map(entry -> station(entry, other, fields)).orElse(OptionalInt.empty())),
                other));
    }

    private static OptionalInt station(Entry entry, PointList other, FieldReader fields) {
        int station;
        try {
            station = Integer.parseInt(entry.text());
        } catch (NumberFormatException e) {
            station = ListedPoint.NO_STATION;
        }
        int address = station;
        Optional<String> refusal = address < 0
                ? Optional.of("'" + entry.text() + "' is no address of a station")
                : other.space().listForm().flatMap(form -> form.refusal(address, false));
        refusal.ifPresent(text -> fields.report(entry.position(), text, "Write the address that the station has."));
        return refusal.isPresent() ? OptionalInt.empty() : OptionalInt.of(address);
    }

    static String text(PointSet set) {
        Map<String, Object> fields = new TreeMap<>(Map.of(FOLLOWS, set.follows()));
        if (!set.only().isEmpty()) {
            fields.put(ONLY, set.only());
        }
        set.station().ifPresent(station -> fields.put(STATION, station));
        return YamlText.map(fields);
    }
}
