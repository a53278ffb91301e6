package org.urvant.project.folder;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.PointGroup;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.Word;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlText;
import org.urvant.project.Conventions;

/**
 * The project's own file, {@code urvant.yaml}.
 *
 * @param name name of the site
 * @param conventions how signals are named and addresses given
 * @param muted reasons by rule and subject
 */
record Manifest(String name, Conventions conventions, SortedMap<String, String> muted) {
    static final String MUTED = "muted";

    private static final String FORMAT = "urvant-project/1";

    private static final Pattern BLOCK = Pattern.compile("(\\d{1,8})\\s*-\\s*(\\d{1,8})");

    static Manifest read(FieldReader fields) {
        fields.text("format").filter(format -> !format.text().equals(FORMAT)).ifPresent(format -> {
            throw new MalformedInputException(
                    format.position(),
                    "the project is of format " + format.text() + "; expected " + FORMAT,
                    "It was made by another version of Urvant; take that one.");
        });
        String name = fields.required("project", "unnamed").text();
        Conventions conventions =
                fields.child("conventions").map(Manifest::conventions).orElse(Conventions.standard());
        SortedMap<String, String> muted = new TreeMap<>();
        fields.child(MUTED)
                .ifPresent(reader -> reader.values().forEach((place, reason) -> muted.put(place, reason.text())));
        fields.finish();
        return new Manifest(name, conventions, muted);
    }

    private static Conventions conventions(FieldReader fields) {
        Conventions standard = Conventions.standard();
        String names = fields.text("names").map(Entry::text).orElse(standard.names());
        Map<PointGroup, Conventions.Block> blocks = new EnumMap<>(standard.addresses());
        fields.child("addresses").ifPresent(reader -> reader.values().forEach((word, entry) -> {
            Matcher matcher = BLOCK.matcher(entry.text());
            if (PointGroup.of(word).isEmpty()) {
                reader.report(
                        entry.position(),
                        "'" + word + "' is no group of points",
                        NearestName.hint("group", word, Word.all(PointGroup.class)));
            } else if (!matcher.matches()) {
                reader.report(
                        entry.position(), "'" + entry.text() + "' is no block", "Write FIRST-LAST, such as 1001-1999.");
            } else {
                try {
                    blocks.put(
                            PointGroup.of(word).get(),
                            new Conventions.Block(
                                    Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2))));
                } catch (IllegalArgumentException e) {
                    reader.report(entry.position(), e.getMessage(), "Write FIRST-LAST, such as 1001-1999.");
                }
            }
        }));
        Map<String, String> abbreviations = new TreeMap<>(standard.abbreviations());
        fields.child("abbreviations")
                .ifPresent(reader -> reader.values().forEach((word, entry) -> abbreviations.put(word, entry.text())));
        String region = fields.text("region").map(Entry::text).orElse("");
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
        fields.finish();
        return new Conventions(names, blocks, abbreviations, region, arePlacesRequired);
    }

    /** Returns the file of a new project: its name and the conventions that a person may want to change. */
    static String text(String name) {
        Conventions standard = Conventions.standard();
        Map<String, String> blocks = new LinkedHashMap<>();
        standard.addresses().forEach((group, block) -> blocks.put(group.word(), block.first() + "-" + block.last()));
        return YamlText.map(Map.of(
                "format",
                FORMAT,
                "project",
                name,
                "conventions",
                Map.of("names", standard.names(), "addresses", blocks)));
    }
}
