package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * Turns the difference between two states of a site into texts of its files; a null takes a file away. What cannot be made is
 * refused before anything is written.
 */
final class SiteText {
    private final ProjectFiles files;
    private final Map<String, String> texts = new LinkedHashMap<>();
    private final Map<String, String> gone = new LinkedHashMap<>();

    private SiteText(ProjectFiles files) {
        this.files = files;
    }

    /**
     * Returns the texts by the name of their file; null for files that go, which come last.
     *
     * @param drawn new devices that were made of others, with the names of these: their files are copied, comments and all
     */
    static Map<String, String> of(ProjectFiles files, Project before, Project after, Map<String, String> drawn) {
        SiteText text = new SiteText(files);
        after.devices().values().forEach(device -> text.device(before, device, drawn));
        before.devices().keySet().stream()
                .filter(name -> !after.devices().containsKey(name))
                .forEach(text::withoutDevice);
        text.bays(before.bays(), after.bays());
        text.muted(before.muted(), after.muted());
        after.picks().forEach((name, pick) -> {
            if (!pick.equals(before.picks().get(name))) {
                text.texts.put(PickFile.name(name), PickFile.text(pick));
            }
        });
        before.picks().keySet().stream()
                .filter(name -> !after.picks().containsKey(name))
                .forEach(name -> text.remove(PickFile.name(name)));
        text.texts.putAll(text.gone);
        return text.texts;
    }

    private void device(Project before, Device after, Map<String, String> drawn) {
        String origin = drawn.getOrDefault(after.name(), after.name());
        Device old = before.devices().get(origin);
        String file = DeviceFile.name(after.name());
        boolean isNew = !before.devices().containsKey(after.name());
        if (after.equals(old)) {
            return;
        }
        if (old == null) {
            texts.put(file, DeviceText.of(after));
            mappings(after.name(), List.of(), after.mappings());
            logic(after, "");
            return;
        }
        String was = files.text(DeviceFile.name(origin));
        String now = DeviceText.changed(YamlDocument.parse(file, was), old, after);
        if (isNew || !now.equals(was)) {
            texts.put(file, now);
        }
        boolean isCarried =
                isNew && !after.mappings().isEmpty() && after.mappings().equals(old.mappings());
        if (isCarried) {
            texts.put(MappingTable.name(after.name()), files.table(MappingTable.name(origin)));
        } else {
            mappings(after.name(), isNew ? List.of() : old.mappings(), after.mappings());
        }
        logic(after, isNew ? "" : old.logic());
    }

    private void mappings(String device, List<Mapping> before, List<Mapping> after) {
        String text = MappingTable.write(after);
        String known = MappingTable.write(before);
        if (text.equals(known)) {
            return;
        }
        String name = MappingTable.name(device);
        if (Files.exists(files.path(name))) {
            MappingTable.requireKnown(device, name, files.table(name), known);
        }
        texts.put(name, text);
    }

    private void logic(Device after, String before) {
        if (after.logic().equals(before)) {
            return;
        }
        if (after.logic().isBlank()) {
            remove(LogicFile.name(after.name()));
        } else {
            texts.put(LogicFile.name(after.name()), LogicFile.verified(after.logic()));
        }
    }

    private void withoutDevice(String name) {
        remove(MappingTable.name(name));
        remove(LogicFile.name(name));
        remove(DeviceFile.name(name));
    }

    private void remove(String file) {
        if (Files.exists(files.path(file))) {
            gone.put(file, null);
        }
    }

    private void bays(SortedMap<String, Bay> before, SortedMap<String, Bay> after) {
        if (before.equals(after)) {
            return;
        }
        String was = Files.exists(files.path(SiteFile.NAME)) ? files.text(SiteFile.NAME) : "";
        YamlDocument document = YamlDocument.parse(SiteFile.NAME, was);
        TreeSet<String> names = new TreeSet<>(before.keySet());
        names.addAll(after.keySet());
        for (String name : names) {
            document = SiteFile.changed(document, before.get(name), after.get(name));
        }
        if (!document.text().equals(was)) {
            texts.put(SiteFile.NAME, document.text());
        }
    }

    private void muted(SortedMap<String, String> before, SortedMap<String, String> after) {
        if (before.equals(after)) {
            return;
        }
        YamlDocument document = files.yaml(ProjectFolder.MANIFEST);
        SortedMap<String, String> all = new TreeMap<>(before);
        all.putAll(after);
        for (String place : all.keySet()) {
            List<String> path = List.of(Manifest.MUTED, place);
            String reason = after.get(place);
            if (reason == null) {
                document = document.without(path);
            } else if (!reason.equals(before.get(place))) {
                document = document.with(path, reason);
            }
        }
        texts.put(ProjectFolder.MANIFEST, document.text());
    }
}
