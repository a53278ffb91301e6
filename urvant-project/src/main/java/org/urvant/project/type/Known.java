package org.urvant.project.type;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Traits;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;

/**
 * The names that a type gives to things which its parts refer to, wherever in the file they stand.
 *
 * @param fitting its slots and modules
 * @param channels its channels
 * @param rated its rated values by what they mean
 * @param references what references may name: tables, kinds of channel, {@code channels} for any channel; each with the kinds
 *     of its settings
 * @param unclear settings whose kind is unknown, so that nothing said of them is worth telling; filled while reading
 */
record Known(
        List<String> firmware,
        List<String> hardware,
        List<String> licences,
        Fitting fitting,
        Channels channels,
        SideReader.Rated rated,
        Map<String, Map<String, Type>> references,
        Set<String> unclear) {
    /** Where modules fit, and their kinds. */
    record Fitting(List<String> slots, List<String> modules) {}

    /**
     * Channels of a type.
     *
     * @param kinds kinds of channel
     * @param own names of the channels that a device has without modules
     */
    record Channels(List<String> kinds, List<String> own) {}

    static Known of(FieldReader type) {
        List<String> ownChannels = new ArrayList<>();
        type.children("channels").forEach((kind, reader) -> {
            String count = Words.text(reader, "count");
            for (int i = 1; count.matches("\\d{1,4}") && i <= Integer.parseInt(count); i++) {
                ownChannels.add(kind + i);
            }
        });
        return new Known(
                type.names("firmware"),
                Words.texts(type, "hardware-versions"),
                type.names("licences"),
                new Fitting(Words.texts(type, "slots"), type.names("modules")),
                new Channels(type.names("channels"), ownChannels),
                SideReader.Rated.of(type),
                Referred.of(type),
                new TreeSet<>());
    }

    /** Returns what settings of a setting group may refer to: the tables beside them too. */
    Known inGroup(FieldReader group) {
        Map<String, Map<String, Type>> more = new LinkedHashMap<>(references);
        more.putAll(Referred.tables(group));
        return new Known(firmware, hardware, licences, fitting, channels, rated, more, unclear);
    }

    /** Returns whether references to something lead to channels: any, or those of a kind. */
    boolean isChannels(String refersTo) {
        return refersTo.equals("channels") || channels.kinds().contains(refersTo);
    }

    String firmware(FieldReader fields, String key) {
        return one(fields, key, "firmware version", firmware);
    }

    /** Returns the oldest firmware that has a word, by the word; a default that is a newer word is a mistake. */
    SortedMap<String, String> firmwareOfWords(FieldReader fields, String key, List<String> words) {
        SortedMap<String, String> since = new TreeMap<>();
        fields.child(key).ifPresent(reader -> reader.plain().forEach((word, entry) -> {
            check(reader, new Entry(word, entry.position()), "word", words);
            check(reader, entry, "firmware version", firmware);
            since.put(word, entry.text());
        }));
        fields.text("default")
                .filter(standard -> since.containsKey(standard.text()))
                .ifPresent(standard -> fields.report(
                        standard.position(),
                        "the default '" + standard.text() + "' needs firmware " + since.get(standard.text()),
                        "Choose a default that all have, or give the setting 'since'."));
        return since;
    }

    String hardware(FieldReader fields, String key) {
        return one(fields, key, "hardware version", hardware);
    }

    String licence(FieldReader fields) {
        return one(fields, "licence", "licence", licences);
    }

    String slot(FieldReader fields) {
        return one(fields, "slot", "slot", fitting.slots());
    }

    String module(FieldReader fields) {
        return one(fields, "module", "module", fitting.modules());
    }

    String reference(FieldReader fields) {
        return one(fields, "refers-to", "table or kind of channel", references.keySet());
    }

    List<String> licences(FieldReader fields) {
        return all(fields, "licences", "licence", licences);
    }

    private static String one(FieldReader fields, String key, String kind, Collection<String> known) {
        Optional<Entry> entry = fields.text(key);
        entry.ifPresent(found -> check(fields, found, kind, known));
        return entry.map(Entry::text).orElse("");
    }

    /** Returns the texts of a list, each of which must be known. */
    static List<String> all(FieldReader fields, String key, String kind, Collection<String> known) {
        List<Entry> entries = fields.texts(key);
        entries.forEach(entry -> check(fields, entry, kind, known));
        return entries.stream().map(Entry::text).toList();
    }

    static void check(FieldReader fields, Entry entry, String kind, Collection<String> known) {
        if (!known.contains(entry.text())) {
            fields.report(
                    entry.position(),
                    "there is no " + kind + " '" + entry.text() + "'",
                    NearestName.hint(kind, entry.text(), known));
        }
    }

    /** Returns what the channels must have that a reference names; what no channel of the type has is a mistake. */
    Traits.NamedChannels namedChannels(FieldReader fields) {
        List<String> carrying = Words.distinct(fields, "carrying");
        List<String> alike = Words.distinct(fields, "alike");
        Map<String, Type> channels = references.get(Words.text(fields, "refers-to"));
        if (channels == null) {
            return Traits.NamedChannels.ANY; // which is told of the reference
        }
        Type carried = channels.get(ChannelKind.CARRIES);
        carrying.stream()
                .filter(word -> carried == null || !carried.choices().contains(word))
                .forEach(word -> fields.report(
                        fields.at("carrying"),
                        "no channel that it can name carries '" + word + "'",
                        NearestName.hint("word", word, carried == null ? List.of() : carried.choices())));
        alike.stream()
                .filter(setting -> !channels.containsKey(setting))
                .forEach(setting -> fields.report(
                        fields.at("alike"),
                        "no channel that it can name has a setting '" + setting + "'",
                        NearestName.hint("setting", setting, channels.keySet())));
        return new Traits.NamedChannels(carrying, alike, Words.yes(fields, "unshared"));
    }
}
