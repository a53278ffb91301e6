package org.urvant.project.type;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.device.Availability;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ChannelLaw;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.Limits;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.OrderCode;
import org.urvant.core.device.Selector;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.expression.Names;
import org.urvant.core.finding.Entry;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;

/** Reads what a type can be made up of: slots, modules, channels, ports, selectors, the ordering code. */
final class HardwareReader {
    private static final Pattern POSITION = Pattern.compile("\\{([^}]+)}");

    private HardwareReader() {}

    static Hardware read(FieldReader fields, Names names, Known known, SheetDefinition own) {
        SortedMap<String, ChannelKind> channels = new TreeMap<>();
        fields.children("channels")
                .forEach((name, reader) -> channels.put(name, channel(name, reader, names, known, own)));
        SortedMap<String, ModuleKind> modules = new TreeMap<>();
        fields.children("modules").forEach((name, reader) -> modules.put(name, module(name, reader, known, channels)));
        SortedMap<String, String> ports = new TreeMap<>();
        fields.child("ports")
                .ifPresent(reader -> reader.plain().forEach((name, entry) -> ports.put(name, entry.text())));
        List<Selector> selectors = new ArrayList<>();
        Expansion.children(fields, "selectors").forEach((name, reader) -> selectors.add(selector(name, reader)));
        OrderCode orderCode = fields.child("order-code")
                .map(reader -> orderCode(reader, known))
                .orElse(null);
        return new Hardware(known.hardware(), known.fitting().slots(), modules, channels, ports, selectors, orderCode);
    }

    /** Returns how many of each kind of module a device can have: one for each slot that it fits. */
    static Map<String, Integer> mostOfEach(FieldReader fields) {
        int slots = Words.texts(fields, "slots").size();
        Map<String, Integer> most = new TreeMap<>();
        fields.children("modules").forEach((name, reader) -> {
            int fits = Words.texts(reader, "slots").size();
            most.put(name, fits == 0 ? slots : fits);
        });
        return most;
    }

    private static ChannelKind channel(String name, FieldReader fields, Names names, Known known, SheetDefinition own) {
        boolean isInput = Words.word(
                fields,
                "direction",
                word -> switch (word) {
                    case "in" -> Optional.of(true);
                    case "out" -> Optional.of(false);
                    default -> Optional.empty();
                },
                true);
        List<String> carries = Words.distinct(fields, "carries");
        if (carries.isEmpty()) {
            fields.report(fields.at("carries"), "channel " + name + " carries nothing", "Add 'carries: [voltage]'.");
        }
        String meaning = fields.required("meaning", "").text();
        int count = Words.whole(fields, "count", 0);
        List<String> choices = new ArrayList<>(carries);
        choices.add(ChannelKind.UNUSED);
        // what can carry several things must be told which; what cannot need not
        SettingDefinition kind = new SettingDefinition(
                        ChannelKind.CARRIES,
                        SettingKind.CHOICE,
                        Limits.choices(choices),
                        "what the channel carries; 'unused' when it is left free on purpose")
                .with(SettingDefinition.Provision.standard(carries.size() == 1 ? carries.get(0) : ChannelKind.UNUSED))
                .with(Traits.ORDINARY.with(
                        new Availability("", "", known.firmwareOfWords(fields, "carries-since", carries))));
        SheetReader.Sheet sheet =
                SheetReader.read(Meaning.Place.CHANNEL, fields, names, known, Map.of(), List.of(kind));
        List<String> logical = carried(fields, "logical", name, carries);
        List<String> counted = carried(fields, "counted", name, carries);
        List<ChannelLaw> laws = LawReader.read(fields, own, sheet);
        fields.finish();
        return new ChannelKind(name, count, isInput, carries, logical, counted, meaning, sheet.definition(), laws);
    }

    /** Returns those of the words that a channel carries that are named. */
    private static List<String> carried(FieldReader fields, String key, String channel, List<String> carries) {
        List<String> words = new ArrayList<>();
        for (Entry entry : fields.texts(key)) {
            words.add(entry.text());
            if (!carries.contains(entry.text())) {
                fields.report(
                        entry.position(),
                        "channel " + channel + " carries no '" + entry.text() + "'",
                        NearestName.hint("word", entry.text(), carries));
            }
        }
        return words;
    }

    private static ModuleKind module(String name, FieldReader fields, Known known, Map<String, ChannelKind> channels) {
        SortedMap<String, Integer> gives = new TreeMap<>();
        fields.child("gives").ifPresent(reader -> reader.plain().forEach((kind, entry) -> {
            if (!channels.containsKey(kind)) {
                reader.report(
                        entry.position(),
                        "there is no kind of channel '" + kind + "'",
                        NearestName.hint("channel", kind, channels.keySet()));
            }
            Words.whole(reader, entry).ifPresent(count -> gives.put(kind, count));
        }));
        List<String> fits = Known.all(fields, "slots", "slot", known.fitting().slots());
        ModuleKind module = new ModuleKind(
                name,
                fields.required("title", "").text(),
                gives,
                fits,
                known.licence(fields),
                known.firmware(fields, "since"),
                known.hardware(fields, "least-hardware"));
        fields.finish();
        return module;
    }

    private static Selector selector(String name, FieldReader fields) {
        Map<String, String> positions = new LinkedHashMap<>();
        fields.child("positions")
                .ifPresent(reader -> reader.plain().forEach((value, entry) -> positions.put(value, entry.text())));
        Selector selector = new Selector(
                name,
                fields.required("meaning", "").text(),
                fields.required("follows", "").text(),
                positions);
        fields.finish();
        return selector;
    }

    private static OrderCode orderCode(FieldReader fields, Known known) {
        Entry form = fields.required("form", "");
        Map<String, OrderCode.Part> named = new LinkedHashMap<>();
        fields.children("positions").forEach((name, reader) -> named.put(name, part(name, reader, known)));
        List<OrderCode.Part> parts = new ArrayList<>();
        Matcher position = POSITION.matcher(form.text());
        int at = 0;
        while (position.find()) {
            fixed(form.text().substring(at, position.start()), parts);
            OrderCode.Part part = named.remove(position.group(1));
            if (part == null) {
                fields.report(
                        form.position(),
                        "the form names '" + position.group(1) + "', which is no position",
                        NearestName.hint("position", position.group(1), named.keySet()));
            } else {
                parts.add(part);
            }
            at = position.end();
        }
        fixed(form.text().substring(at), parts);
        named.keySet()
                .forEach(name -> fields.report(
                        form.position(),
                        "position '" + name + "' is not in the form",
                        "Add {" + name + "} where it stands."));
        List<OrderCode.Exclusion> exclusions = new ArrayList<>();
        fields.children("not-together").forEach((name, reader) -> {
            SortedMap<String, String> letters = new TreeMap<>();
            reader.child("letters").ifPresent(inner -> inner.plain().forEach((part, entry) -> {
                OrderCode.Part found = parts.stream()
                        .filter(candidate -> candidate.name().equals(part))
                        .findFirst()
                        .orElse(null);
                if (found == null) {
                    List<String> names = parts.stream()
                            .filter(other -> !other.letters().isEmpty())
                            .map(OrderCode.Part::name)
                            .toList();
                    inner.report(
                            inner.at(part),
                            "there is no position '" + part + "'",
                            NearestName.hint("position", part, names));
                } else {
                    Known.check(inner, entry, "letter", found.letters().keySet());
                }
                letters.put(part, entry.text());
            }));
            exclusions.add(new OrderCode.Exclusion(
                    letters, reader.required("reason", "").text()));
            reader.finish();
        });
        fields.finish();
        return new OrderCode(parts, exclusions);
    }

    private static void fixed(String text, List<OrderCode.Part> parts) {
        if (!text.isEmpty()) {
            parts.add(new OrderCode.Part(text, "", Map.of()));
        }
    }

    private static OrderCode.Part part(String name, FieldReader fields, Known known) {
        String slot = known.slot(fields);
        Map<String, OrderCode.Letter> letters = new LinkedHashMap<>();
        fields.children("letters").forEach((letter, reader) -> {
            letters.put(
                    letter,
                    new OrderCode.Letter(
                            reader.required("meaning", "").text(),
                            known.module(reader),
                            known.hardware(reader, "hardware"),
                            known.licences(reader)));
            reader.finish();
        });
        if (letters.keySet().stream().map(String::length).distinct().count() != 1) {
            fields.report(
                    fields.at("letters"),
                    "the letters of '" + name + "' are missing or of different lengths",
                    "Give all of them one length.");
            letters.put("?", new OrderCode.Letter("", "", "", List.of()));
        }
        fields.finish();
        return new OrderCode.Part(name, slot, letters);
    }
}
