package org.urvant.project.type;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.regex.Pattern;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.Traits;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.yaml.FieldReader;

/** Reads what settings mean; what rests on meanings can rely on it. */
final class MeaningReader {
    /** Prefix, class and number of a logical node, data object, and what is in it (IEC 61850-7-2, 22). */
    private static final Pattern ATTRIBUTE = Pattern.compile(
            "[A-Za-z][A-Za-z0-9]{0,10}?[A-Z]{3}(\\d{1,4}|\\{row})(\\.[A-Z][A-Za-z0-9]*)(\\.[a-z][A-Za-z0-9]*)+");

    private final SortedMap<String, SettingDefinition> settings;
    private final Map<String, String> first = new HashMap<>(); // by the texts of meanings

    private MeaningReader(SortedMap<String, SettingDefinition> settings) {
        this.settings = settings;
    }

    /** Returns what a setting says that it means; empty for nothing. */
    static Optional<Traits.Meant> read(FieldReader fields) {
        Meaning.TransformerSet set =
                Words.optional(fields, "of", word -> Word.find(Meaning.TransformerSet.class, word), null);
        return Optional.ofNullable(Words.optional(fields, "means", Meaning::of, null))
                .map(meaning -> new Traits.Meant(meaning, set == null || !meaning.isQualified() ? "" : Word.of(set)));
    }

    /** Returns the data attribute under which a device offers a setting; empty text for none. */
    static String attribute(FieldReader fields) {
        String attribute = Words.text(fields, "data-attribute");
        if (!attribute.isEmpty() && !ATTRIBUTE.matcher(attribute).matches()) {
            fields.report(
                    fields.at("data-attribute"),
                    "'" + attribute + "' is no data attribute",
                    "Write it from the logical node on, such as PTOC{row}.StrVal.setMag.f.");
        }
        return attribute;
    }

    /**
     * Holds kind, unit, place, number and partner of each meaning of a sheet against the list.
     *
     * @param place what the sheet is of; null for questions, which mean nothing
     * @param readers where settings were read from; those that every such sheet has are made here and need no check
     */
    static void verify(
            Meaning.Place place, SortedMap<String, SettingDefinition> settings, Map<String, FieldReader> readers) {
        MeaningReader reader = new MeaningReader(settings);
        settings.forEach((path, setting) -> {
            if (setting.traits().meant().isPresent() && readers.containsKey(path)) {
                Traits.Meant meant = setting.traits().meant().get();
                fits(place, setting, meant, readers.get(path));
                reader.stands(path, meant, readers.get(path));
            }
        });
    }

    /** Whether a setting can mean it. */
    private static void fits(Meaning.Place place, SettingDefinition setting, Traits.Meant meant, FieldReader fields) {
        Meaning meaning = meant.meaning();
        String word = meaning.word();
        if (place == null || !meaning.places().contains(place)) {
            fields.report(
                    fields.at("means"),
                    "'" + word + "' cannot be said of a "
                            + (place == null ? "question" : "setting of a " + place.word()),
                    "It belongs to a setting of a "
                            + String.join(
                                    " or ",
                                    meaning.places().stream()
                                            .map(Meaning.Place::word)
                                            .toList())
                            + ".");
        }
        if (!meaning.kinds().contains(setting.kind())) {
            fields.report(
                    fields.at("means"),
                    "'" + word + "' is said of kind " + setting.kind().word(),
                    "Only settings of kind " + Words.listed(List.copyOf(meaning.kinds())) + " can mean it.");
        }
        boolean isOfNumbers =
                meaning == Meaning.BIT_RATE || meaning == Meaning.STOP_BITS || meaning == Meaning.RATED_FREQUENCY;
        setting.limits().choices().stream()
                .filter(choice -> isOfNumbers && !choice.matches("\\d{1,9}(\\.\\d{1,3})?"))
                .findFirst()
                .ifPresent(choice -> fields.report(
                        fields.at("choices"),
                        "'" + word + "' is a number, and '" + choice + "' is none",
                        "Write the number alone; its unit belongs into the meaning."));
        View side = setting.traits().side().map(Sided::view).orElse(null);
        View own = meaning == Meaning.TRANSFORMER_SECONDARY ? View.SECONDARY : View.PRIMARY;
        if (meaning.isRating() && side != null && side != own) {
            fields.report(
                    fields.at("domain"),
                    "'" + word + "' is said of a value of the domain " + side.word(),
                    "Write 'domain: " + own.word() + "'.");
        }
        if (!meaning.fits(setting.limits().unit())) {
            fields.report(
                    fields.at("unit"),
                    "'" + word + "' is given in " + setting.unit() + ", which is "
                            + setting.limits().unit().dimension().title(),
                    "Give a unit of "
                            + String.join(
                                    " or ",
                                    meaning.dimensions().stream()
                                            .map(Dimension::title)
                                            .toList())
                            + ".");
        }
    }

    /** Whether it stands once, and with its partner. */
    private void stands(String path, Traits.Meant meant, FieldReader fields) {
        Meaning meaning = meant.meaning();
        String other = meaning.isForSeveral() ? null : first.putIfAbsent(meant.toString(), path);
        if (other != null) {
            fields.report(
                    fields.at("means"),
                    path + " and " + other + " both mean " + meaning.word(),
                    "Let one of them mean it.");
        }
        meaning.partner()
                .filter(partner -> settings.values().stream()
                        .flatMap(each -> each.traits().meant().stream())
                        .noneMatch(
                                each -> each.meaning() == partner && each.of().equals(meant.of())))
                .ifPresent(partner -> fields.report(
                        fields.at("means"),
                        "'" + meaning.word() + "' says nothing without " + partner.word()
                                + (meant.of().isEmpty() ? "" : " of " + meant.of()),
                        "Give a setting here 'means: " + partner.word() + "'."));
    }
}
