package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Bay;
import org.urvant.project.Conventions;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.Query;

/** Things of a site as trees. */
final class SiteTree {
    private SiteTree() {}

    /** What a device gets, and what the project alone knows of it. */
    static SortedMap<String, Node> device(Project project, Device device) {
        SortedMap<String, Node> parts = new TreeMap<>(ConfigurationBuilder.parts(project, device));
        parts.put("plate", plate(device));
        return parts;
    }

    /** What no device is told: what it is licensed for, how it was ordered. */
    static Section plate(Device device) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        nodes.put("licences", Value.text(String.join(", ", device.fitted().licenceNames())));
        nodes.put("order-code", Value.text(device.plate().text(Plate.Item.ORDER_CODE)));
        nodes.put("description", Value.text(device.plate().text(Plate.Item.DESCRIPTION)));
        return new Section(nodes);
    }

    /** What of a device is wrong so that it gets nothing of it: it stands in no tree, and so in no comparison. */
    static List<Unread> unread(Project project, Device device) {
        Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
        if (sheets.isEmpty()) {
            return List.of(Unread.all(device.name() + ": type '" + device.type().text() + "' is not known"));
        }
        List<Unread> unread = new ArrayList<>();
        project.unread(device)
                .forEach(finding ->
                        unread.add(Unread.all(device.name() + ": " + finding.position() + " " + finding.message())));
        for (Sheet sheet : sheets.get().all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                Entry entry = sheet.given().get(setting.path());
                Optional<ReadValue> read = entry == null ? Optional.empty() : sheet.reading(setting);
                if (read.filter(value -> !value.isSound()).isPresent()) {
                    String path = sheet.path(setting.path());
                    unread.add(Unread.setting(path, device.name() + " " + path + " '" + entry.text() + "'"));
                }
            }
        }
        sheets.get().strangers().forEach(stranger -> unread.add(Unread.all(device.name() + ": " + stranger.message())));
        for (Mapping row : device.mappings()) {
            if (ResolvedMapping.resolve(project, device, row, finding -> {}).isEmpty()) {
                unread.add(Unread.row(device.name() + " mapping '" + row.name() + "'"));
            }
        }
        return unread;
    }

    /** The equipment of a bay, and what feeds it. */
    static SortedMap<String, Node> equipment(Bay bay) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        nodes.put("breakers", Value.number(bay.breakers()));
        SortedMap<String, Node> ratings = new TreeMap<>();
        bay.ratings().forEach((path, entry) -> ratings.put(path, Value.text(entry.text())));
        nodes.put("ratings", new Section(ratings));
        bay.feeding().ifPresent(feeding -> {
            SortedMap<String, Node> fed = new TreeMap<>();
            fed.put("from", Value.text(feeding.from().text()));
            feeding.transformer().ifPresent(entry -> fed.put("transformer", Value.text(entry.text())));
            feeding.share().ifPresent(entry -> fed.put("share", Value.text(entry.text())));
            feeding.margin().ifPresent(entry -> fed.put("margin", Value.text(entry.text())));
            feeding.levels().forEach((kind, entry) -> fed.put(Word.of(kind), Value.text(entry.text())));
            nodes.put("feeding", new Section(fed));
        });
        return nodes;
    }

    /** A list of a site says which one it follows. */
    private static Section list(PointList list) {
        SortedMap<String, Node> nodes = new TreeMap<>(ListTree.of(list).nodes());
        list.set().ifPresent(set -> {
            nodes.put("follows", Value.text(set.follows()));
            nodes.put("only", Value.text(String.join(", ", set.only())));
        });
        return new Section(nodes);
    }

    /** All of a site but its devices. */
    static SortedMap<String, Node> around(Project project) {
        SortedMap<String, Node> bays = new TreeMap<>();
        project.bays().values().forEach(bay -> {
            SortedMap<String, Node> nodes = equipment(bay);
            nodes.put(
                    "devices",
                    Value.text(bay.devices().stream().map(Entry::text).collect(Collectors.joining(", "))));
            bays.put(bay.name(), new Section(nodes));
        });
        SortedMap<String, Node> lists = new TreeMap<>();
        project.lists().values().forEach(list -> lists.put(list.name(), list(list)));
        SortedMap<String, Node> sources = new TreeMap<>();
        project.sources().forEach(file -> sources.put(file.name(), source(project, file)));
        SortedMap<String, Node> picks = new TreeMap<>();
        project.picks()
                .forEach((name, pick) -> picks.put(
                        name,
                        Section.of(Map.of(
                                "maker", Value.text(pick.maker()),
                                "type", Value.text(pick.type()),
                                "queries",
                                        Value.text(pick.queries().stream()
                                                .map(Query::text)
                                                .collect(Collectors.joining("; "))),
                                "without", Value.text(String.join(", ", pick.without()))))));
        SortedMap<String, Node> around = new TreeMap<>();
        around.put("bays", new Section(bays));
        around.put("conventions", conventions(project.conventions()));
        around.put("lists", new Section(lists));
        around.put("muted", texts(project.muted()));
        around.put("picks", new Section(picks));
        around.put("queries", texts(project.choices().queries()));
        around.put("sources", new Section(sources));
        return around;
    }

    private static Section source(Project project, SclFile file) {
        return Section.of(Map.of(
                "content", Value.text(Long.toHexString(file.contentHash())),
                "unwanted", Value.text(String.join(", ", project.unwanted(file)))));
    }

    private static Section conventions(Conventions conventions) {
        SortedMap<String, String> blocks = new TreeMap<>();
        conventions.addresses().forEach((group, block) -> blocks.put(group, block.text()));
        SortedMap<String, String> own = new TreeMap<>();
        conventions.ownValues().forEach((meaning, values) -> own.put(meaning.word(), values.text()));
        return Section.of(Map.of(
                "names", Value.text(conventions.names()),
                "region", Value.text(conventions.region()),
                "addresses", texts(blocks),
                "unique", texts(own),
                "abbreviations", texts(conventions.abbreviations()),
                "headings", texts(conventions.headings()),
                "study-names", texts(conventions.studyNames()),
                "places", Value.text(conventions.arePlacesRequired() ? "required" : "optional"),
                "expected-differences", Value.text(String.join(", ", conventions.expectedDifferences()))));
    }

    private static Section texts(Map<String, String> texts) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        texts.forEach((name, text) -> nodes.put(name, Value.text(text)));
        return new Section(nodes);
    }
}
