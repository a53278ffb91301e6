package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Ref.Kind;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
import org.urvant.core.progress.Cores;
import org.urvant.file.yaml.YamlChanges;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.Remarks;
import org.urvant.project.change.Change;
import org.urvant.project.change.Renaming;
import org.urvant.scl.selection.Pick;

/**
 * Turns the difference between two states of a site into texts of its files; a null takes a file away. What cannot be made is
 * refused before anything is written.
 */
final class SiteText {
    private final ProjectFiles files;
    private final Optional<Renaming> renaming;
    private final Map<String, String> texts = new LinkedHashMap<>();
    private final Map<String, String> gone = new LinkedHashMap<>();

    private SiteText(ProjectFiles files, Optional<Renaming> renaming) {
        this.files = files;
        this.renaming = renaming;
    }

    /** Returns the texts by the name of their file; null for files that go, which come last. */
    static Map<String, String> of(ProjectFiles files, Change change) {
        Map<String, String> drawn = new HashMap<>(change.drawn());
        change.renaming()
                .filter(renaming -> renaming.from().kind() == Kind.DEVICE)
                .ifPresent(renaming -> drawn.put(renaming.to(), renaming.from().name()));
        return new SiteText(files, change.renaming()).all(change.before(), change.after(), drawn);
    }

    private Map<String, String> all(Project before, Project after, Map<String, String> drawn) {
        devices(before, after, drawn);
        before.devices().keySet().stream()
                .filter(name -> !after.devices().containsKey(name))
                .forEach(this::withoutDevice);
        bays(before.bays(), after.bays());
        remarks(before, after.remarks());
        picks(before.picks(), after.picks());
        lists(before.lists(), after.lists());
        queries(before.choices().queries(), after.choices().queries());
        texts.putAll(gone);
        return texts;
    }

    private void picks(SortedMap<String, Pick> before, SortedMap<String, Pick> after) {
        after.forEach((name, pick) -> {
            if (isRenamed(Kind.PICK, Optional.empty())
                    && name.equals(renaming.get().to())) {
                String old = PickFile.name(renaming.get().from().name());
                texts.put(
                        PickFile.name(name),
                        files.yaml(old).with(List.of(PickFile.PICK), name).text());
            } else if (!before.containsKey(name)) {
                fresh(PickFile.name(name), PickFile.text(pick));
            } else if (!pick.equals(before.get(name))) {
                texts.put(PickFile.name(name), PickFile.text(pick));
            }
        });
        before.keySet().stream().filter(name -> !after.containsKey(name)).forEach(name -> remove(PickFile.name(name)));
    }

    private void lists(SortedMap<String, PointList> before, SortedMap<String, PointList> after) {
        after.forEach((name, list) -> {
            boolean isMoved = isRenamed(Kind.LIST, Optional.empty())
                    && name.equals(renaming.get().to());
            String origin = isMoved ? renaming.get().from().name() : name;
            PointList old = before.get(origin);
            if (list.set().isEmpty()) {
                points(list, old, origin);
            } else if (isMoved || old == null || !list.set().equals(old.set())) {
                String was = PointSetFile.name(origin);
                PointSet set = list.set().get();
                if (old == null || old.set().isEmpty()) {
                    fresh(PointSetFile.name(name), PointSetFile.text(set));
                } else {
                    texts.put(
                            PointSetFile.name(name),
                            files.yaml(was)
                                    .with(List.of(PointSetFile.FOLLOWS), set.follows())
                                    .text());
                }
            }
        });
        before.forEach((name, list) -> {
            PointList now = after.get(name);
            if (now == null || now.set().isPresent() != list.set().isPresent()) {
                remove(list.set().isPresent() ? PointSetFile.name(name) : PointListFile.name(name));
            }
        });
    }

    private void points(PointList list, @Nullable PointList old, String origin) {
        if (list.equals(old)) {
            return;
        }
        String file = PointListFile.name(list.name());
        if (old == null || old.set().isPresent()) {
            fresh(file, PointListFile.text(list));
            return;
        }
        String was = files.table(PointListFile.name(origin));
        if (!origin.equals(list.name())) {
            texts.put(file, was); // another name and nothing else
            return;
        }
        PointListFile.requireKnown(origin, file, was);
        texts.put(file, endedAs(was, PointListFile.text(list)));
    }

    private void queries(SortedMap<String, String> before, SortedMap<String, String> after) {
        if (isRenamed(Kind.QUERY, Optional.empty())) {
            texts.put(
                    SavedQueries.NAME,
                    files.yaml(SavedQueries.NAME)
                            .renamed(
                                    List.of(renaming.get().from().name()),
                                    renaming.get().to())
                            .text());
        } else if (!before.equals(after)) {
            texts.put(SavedQueries.NAME, SavedQueries.text(after));
        }
    }

    /** Returns whether something of a kind is renamed, within a device or on its own. */
    private boolean isRenamed(Kind kind, Optional<String> device) {
        return renaming.map(Renaming::from)
                .filter(from -> from.kind() == kind && from.device().equals(device))
                .isPresent();
    }

    /**
     * A device that is new or other.
     *
     * @param old what it is drawn of: what it was, or another one; null when nothing is
     */
    private record Drawing(Device after, @Nullable Device old, boolean isNew) {}

    private void devices(Project before, Project after, Map<String, String> drawn) {
        List<Drawing> drawings = new ArrayList<>();
        SortedMap<String, String> read = new TreeMap<>(); // files of devices, of which several may be drawn
        for (Device device : after.devices().values()) {
            String origin = drawn.getOrDefault(device.name(), device.name());
            Device old = before.devices().get(origin);
            if (!device.equals(old)) {
                drawings.add(new Drawing(device, old, !before.devices().containsKey(device.name())));
                if (old != null && !read.containsKey(origin)) {
                    read.put(origin, files.text(DeviceFile.name(origin)));
                }
            }
        }
        List<String> origins = List.copyOf(read.keySet());
        List<YamlDocument> parsed = Cores.map(
                origins,
                name -> DeviceText.verified(
                        YamlDocument.parse(DeviceFile.name(name), read.get(name)),
                        before.devices().get(name)));
        Map<String, YamlDocument> documents = new HashMap<>();
        for (int i = 0; i < parsed.size(); i++) {
            documents.put(origins.get(i), parsed.get(i));
        }
        List<String> made = Cores.map(
                drawings,
                drawing -> drawing.old() == null
                        ? DeviceText.of(drawing.after())
                        : changed(documents.get(drawing.old().name()), drawing.old(), drawing.after()));
        for (int i = 0; i < drawings.size(); i++) {
            Device old = drawings.get(i).old();
            device(
                    drawings.get(i),
                    made.get(i),
                    old == null ? "" : documents.get(old.name()).text());
        }
    }

    private void device(Drawing drawing, String now, String was) {
        Device after = drawing.after();
        Device old = drawing.old();
        String file = DeviceFile.name(after.name());
        if (old == null) {
            fresh(file, now);
            mappings(after.name(), List.of(), after.mappings());
            logic(after, "");
            return;
        }
        boolean isNew = drawing.isNew();
        if (isNew || !now.equals(was)) {
            texts.put(file, now);
        }
        boolean isCarried =
                isNew && !after.mappings().isEmpty() && after.mappings().equals(old.mappings());
        if (isCarried) {
            texts.put(MappingTable.name(after.name()), files.table(MappingTable.name(old.name())));
        } else {
            mappings(after.name(), isNew ? List.of() : old.mappings(), after.mappings());
        }
        logic(after, isNew ? "" : old.logic());
    }

    private String changed(YamlDocument document, Device old, Device after) {
        Optional<String> device = Optional.of(after.name());
        if (isRenamed(Kind.CONNECTION, device)) {
            List<String> keys =
                    List.of(DeviceFile.CONNECTIONS, renaming.get().from().name());
            Device moved = renaming.get().itself(old);
            return DeviceText.changed(
                    DeviceText.verified(document.renamed(keys, renaming.get().to()), moved), moved, after);
        }
        if (isRenamed(Kind.ROW, device)) {
            List<String> keys =
                    DeviceFile.keys(old.sheets().get(renaming.get().from().name()));
            String to = renaming.get().to();
            Device moved = renaming.get().itself(old);
            return DeviceText.changed(
                    DeviceText.verified(document.renamed(keys, to.substring(to.lastIndexOf('.') + 1)), moved),
                    moved,
                    after);
        }
        return DeviceText.changed(document, old, after);
    }

    private void mappings(String device, List<Mapping> before, List<Mapping> after) {
        String text = MappingTable.write(after);
        String known = MappingTable.write(before);
        if (text.equals(known)) {
            return;
        }
        String name = MappingTable.name(device);
        if (Files.exists(files.path(name))) {
            String was = files.table(name);
            MappingTable.requireKnown(device, name, was, known);
            text = endedAs(was, text);
        }
        texts.put(name, text);
    }

    /** A table is written anew as a whole; its lines end as they did, or a person would see all of them changed. */
    private static String endedAs(String old, String text) {
        int end = old.indexOf('\n');
        return end > 0 && old.charAt(end - 1) == '\r' ? text.replace("\n", "\r\n") : text;
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

    /**
     * Writes a file that is new; refuses when it is there all the same, for then it could not be read, or not as it was meant, and
     * may hold what somebody needs.
     */
    private void fresh(String file, String text) {
        if (Files.exists(files.path(file))) {
            throw ProjectFiles.unread(file);
        }
        texts.put(file, text);
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
        SortedMap<String, Bay> old = new TreeMap<>(before);
        if (isRenamed(Kind.BAY, Optional.empty())) {
            String from = renaming.get().from().name();
            String to = renaming.get().to();
            document = document.renamed(List.of(SiteFile.BAYS, from), to);
            old.put(to, old.remove(from).named(to));
        }
        TreeSet<String> names = new TreeSet<>(old.keySet());
        names.addAll(after.keySet());
        YamlChanges changes = new YamlChanges();
        names.forEach(name -> SiteFile.change(changes, old.get(name), after.get(name)));
        document = changes.in(document);
        if (!document.text().equals(was)) {
            texts.put(SiteFile.NAME, document.text());
        }
    }

    private void remarks(Project project, Remarks after) {
        if (project.muted().equals(after.muted())
                && project.remarks().accepted().equals(after.accepted())) {
            return;
        }
        Map<String, String> muted =
                renaming.map(naming -> naming.muted(project)).orElse(Map.of());
        Map<String, String> accepted =
                renaming.map(naming -> naming.accepted(project)).orElse(Map.of());
        YamlDocument document = files.yaml(ProjectFolder.MANIFEST);
        document = changed(document, Manifest.MUTED, muted, project.muted(), after.muted());
        document =
                changed(document, Manifest.ACCEPTED, accepted, project.remarks().accepted(), after.accepted());
        texts.put(ProjectFolder.MANIFEST, document.text());
    }

    private static YamlDocument changed(
            YamlDocument document,
            String section,
            Map<String, String> moved,
            SortedMap<String, String> old,
            SortedMap<String, String> after) {
        SortedMap<String, String> before = new TreeMap<>(old);
        YamlDocument changed = document;
        for (Map.Entry<String, String> place : moved.entrySet()) {
            changed = changed.renamed(List.of(section, place.getKey()), place.getValue());
            before.put(place.getValue(), before.remove(place.getKey()));
        }
        SortedMap<String, String> all = new TreeMap<>(before);
        all.putAll(after);
        YamlChanges changes = new YamlChanges();
        for (String name : all.keySet()) {
            List<String> path = List.of(section, name);
            String text = after.get(name);
            if (text == null) {
                changes.remove(path);
            } else if (!text.equals(before.get(name))) {
                changes.set(path, text);
            }
        }
        return changes.in(changed);
    }
}
