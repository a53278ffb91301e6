package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressPlan;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListColumns;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlText;
import org.urvant.project.Conventions;
import org.urvant.project.OwnValues;
import org.urvant.project.compare.Side;
import org.urvant.project.mapping.SignalName;

/**
 * The project's own file, {@code urvant.yaml}.
 *
 * @param name name of the site
 * @param conventions how signals are named and addresses given
 * @param muted reasons by rule and subject
 * @param accepted differences that are as wanted, by the two sides and the path
 */
record Manifest(
        String name, Conventions conventions, SortedMap<String, String> muted, SortedMap<String, String> accepted) {
    /** How git keeps a project: imported files and copies byte by byte, ledgers with the lines of both when branches meet. */
    static final String GIT_ATTRIBUTES =
            """
            * text=auto eol=lf
            sources/** -text
            backups/** -text
            ledger/** -text merge=union
            """;

    /** What git leaves out. */
    static final String GIT_IGNORE = """
            /.urvant/
            /journal/
            """;

    static final String MUTED = "muted";
    static final String ACCEPTED = "accepted-differences";

    private static final String FORMAT = "urvant-project/1";

    static Manifest read(FieldReader fields) {
        Optional.of(fields.required("format", FORMAT))
                .filter(format -> !format.text().equals(FORMAT))
                .ifPresent(format -> {
                    throw new MalformedInputException(
                            format.position(),
                            "the project is of format " + format.text() + "; expected " + FORMAT,
                            "It was made by another version of Urvant; take that one.");
                });
        String name = fields.required("project", "unnamed").text();
        Conventions conventions =
                fields.child("conventions").map(Manifest::conventions).orElse(Conventions.standard());
        SortedMap<String, String> muted = texts(fields, MUTED);
        SortedMap<String, String> accepted = texts(fields, ACCEPTED);
        fields.finish();
        return new Manifest(name, conventions, muted, accepted);
    }

    private static SortedMap<String, String> texts(FieldReader fields, String key) {
        SortedMap<String, String> texts = new TreeMap<>();
        fields.child(key).ifPresent(reader -> reader.values().forEach((name, text) -> texts.put(name, text.text())));
        return texts;
    }

    private static Conventions conventions(FieldReader fields) {
        Conventions standard = Conventions.standard();
        Optional<Entry> given = fields.text("names");
        given.flatMap(entry -> SignalName.stranger(entry.text()))
                .ifPresent(word -> fields.report(
                        given.get().position(),
                        word.isEmpty()
                                ? "'" + given.get().text() + "' has a brace that does not enclose a word"
                                : "'{" + word + "}' stands for nothing",
                        NearestName.hint("word", word, SignalName.places())));
        String names = given.map(Entry::text).orElse(standard.names());
        Map<String, AddressPlan> blocks = new TreeMap<>();
        fields.child("addresses").ifPresent(reader -> reader.values()
                .forEach((word, entry) -> block(reader, word, entry).ifPresent(block -> blocks.put(word, block))));
        Map<Meaning, OwnValues> ownValues =
                fields.child("unique").map(Manifest::ownValues).orElse(Map.of());
        Map<String, String> abbreviations = new TreeMap<>(standard.abbreviations());
        fields.child("abbreviations")
                .ifPresent(reader -> reader.values().forEach((word, entry) -> abbreviations.put(word, entry.text())));
        String region = fields.text("region").map(Entry::text).orElse("");
        Map<String, String> headings = new TreeMap<>();
        fields.child("headings").ifPresent(reader -> reader.values().forEach((heading, column) -> {
            if (ListColumns.words().contains(column.text()) || column.text().equals(ListColumns.NONE)) {
                headings.put(heading, column.text());
            } else {
                reader.report(
                        column.position(),
                        "'" + column.text() + "' is no column of a point list",
                        NearestName.hint("column", column.text(), ListColumns.words()));
            }
        }));
        boolean arePlacesRequired = fields.text("places")
                .map(entry -> switch (entry.text()) {
                    case "required" -> true;
                    case "optional" -> false;
                    default -> {
                        fields.report(
                                entry.position(), "places are '" + entry.text() + "'", "Write required or optional.");
                        yield false;
                    }
                })
                .orElse(false);
        SortedMap<String, String> studyNames = texts(fields, "study-names");
        List<String> expected = new ArrayList<>();
        fields.texts("expected-differences").forEach(entry -> Side.mistake(entry.text())
                .ifPresentOrElse(
                        mistake -> fields.report(
                                entry.position(),
                                "'" + entry.text() + "' is no pattern of paths: " + mistake,
                                "Write one such as settings.unit.*."),
                        () -> expected.add(entry.text())));
        fields.finish();
        Conventions.Words words = new Conventions.Words(abbreviations, headings, studyNames);
        return new Conventions(names, blocks, ownValues, words, region, arePlacesRequired, expected);
    }

    private static Map<Meaning, OwnValues> ownValues(FieldReader reader) {
        Map<Meaning, OwnValues> values = new TreeMap<>();
        reader.values().forEach((word, entry) -> {
            Optional<Meaning> meaning = Meaning.of(word).filter(OwnValues.MEANINGS::contains);
            if (meaning.isEmpty()) {
                reader.report(
                        entry.position(),
                        "'" + word + "' is nothing that devices are given by a convention",
                        NearestName.hint(
                                "word",
                                word,
                                OwnValues.MEANINGS.stream().map(Meaning::word).toList()));
                return;
            }
            try {
                values.put(meaning.get(), OwnValues.read(meaning.get(), entry.text()));
            } catch (IllegalArgumentException e) {
                reader.report(entry.position(), e.getMessage(), "Write it so.");
            }
        });
        return values;
    }

    private static Stream<AddressGroup> groups() {
        return PointSpaces.all().stream().flatMap(space -> space.groups().stream());
    }

    private static Optional<AddressPlan> block(FieldReader reader, String word, Entry entry) {
        AddressGroup group =
                groups().filter(known -> known.word().equals(word)).findFirst().orElse(null);
        if (group == null) {
            reader.report(
                    entry.position(),
                    "'" + word + "' is no group of points",
                    NearestName.hint(
                            "group", word, groups().map(AddressGroup::word).toList()));
            return Optional.empty();
        }
        try {
            return Optional.of(AddressPlan.read(entry.text(), group.whole()));
        } catch (IllegalArgumentException e) {
            reader.report(entry.position(), e.getMessage(), AddressPlan.REMEDY);
            return Optional.of(AddressPlan.unknown(group.whole()));
        }
    }

    /** Returns the file of a new project: its name and the conventions that a person may want to change. */
    static String text(String name) {
        Conventions standard = Conventions.standard();
        Map<String, String> blocks = new LinkedHashMap<>();
        groups().filter(group -> !group.standard().equals(group.whole()))
                .forEach(group -> blocks.put(
                        group.word(), AddressPlan.of(group.standard()).text()));
        return YamlText.map(Map.of(
                "format",
                FORMAT,
                "project",
                name,
                "conventions",
                Map.of("names", standard.names(), "addresses", blocks)));
    }
}
