package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.point.list.PointList;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Choices;
import org.urvant.project.Device;
import org.urvant.project.Imported;
import org.urvant.project.Project;
import org.urvant.project.Remarks;
import org.urvant.project.cache.SoundDevices;
import org.urvant.scl.selection.Pick;

/** Reads a site from the files of its folder. */
final class SiteReader {
    private final ProjectFiles files;
    private final SourceFolder sources;
    private final Workplace workplace;

    SiteReader(ProjectFiles files, SourceFolder sources, Workplace workplace) {
        this.files = files;
        this.sources = sources;
        this.workplace = workplace;
    }

    /** Reads all files once; mistakes in them come as findings of the project. */
    Project read() {
        List<Finding> findings = new ArrayList<>();
        SourceIndex index = sources.index(findings::add);
        return read(sources.read(index, findings::add), findings);
    }

    /** Reads all files but the imported SCL files. */
    Project readOwn() {
        return read(Imported.NOTHING, new ArrayList<>());
    }

    private Project read(Imported imported, List<Finding> findings) {
        Manifest manifest = Manifest.read(
                new FieldReader("project", files.yaml(ProjectFolder.MANIFEST).root(), findings::add));
        files.reads(LedgerHeads.NAME);
        LedgerHeads heads = files.readOr(
                LedgerHeads.none(), LedgerHeads.NAME, "ledgers", findings::add, () -> LedgerHeads.of(files));
        SoundDevices sound =
                new SoundDevices(sources.cache(), files.path("devices").toString());
        SortedMap<String, Device> devices = new DeviceReader(files, workplace, heads, findings, sound).all();
        SortedMap<String, Pick> picks = new TreeMap<>();
        for (Path file : files.list("picks", ".yaml")) {
            String pick = stem(file);
            String name = PickFile.name(pick);
            List<Finding> own = new ArrayList<>(); // a pick that is only in part as it was meant would find too little
            Optional<Pick> read = files.readOr(
                    Optional.empty(),
                    name,
                    "pick " + pick,
                    own::add,
                    () -> Optional.of(PickFile.read(
                            pick, new FieldReader(pick, files.yaml(name).root(), own::add))));
            own.forEach(finding -> findings.add(finding.concerning(Ref.of(Ref.Kind.PICK, pick))));
            read.filter(whole -> own.isEmpty()).ifPresent(whole -> picks.put(pick, whole));
        }
        return new Project(
                manifest.name(),
                manifest.conventions(),
                new OwnTypes(files).all(findings::add),
                devices,
                imported.with(lists(findings::add)),
                SiteFile.bays(files, findings::add),
                new Choices(
                        picks,
                        files.readOr(
                                new TreeMap<>(),
                                SavedQueries.NAME,
                                "queries",
                                findings::add,
                                () -> SavedQueries.read(files))),
                new Remarks(manifest.muted(), manifest.accepted(), findings));
    }

    private SortedMap<String, PointList> lists(Consumer<Finding> findings) {
        SortedMap<String, PointList> lists = lists(".csv", findings, (list, own) -> {
            String name = PointListFile.name(list);
            return PointListFile.read(list, name, files.table(name), own);
        });
        List<String> wrong = files.list(PointListFile.FOLDER, ".csv").stream()
                .map(SiteReader::stem)
                .filter(list -> !lists.containsKey(list))
                .toList();
        lists.putAll(lists(".yaml", findings, (list, own) -> {
            YamlDocument set = files.yaml(PointSetFile.name(list));
            return PointSetFile.read(list, new FieldReader(list, set.root(), own), lists, wrong);
        }));
        return lists;
    }

    /** Reads a list by its name; what is wrong with it is taken. */
    private interface ListReading {
        Optional<PointList> read(String list, Consumer<Finding> findings);
    }

    private SortedMap<String, PointList> lists(String ending, Consumer<Finding> findings, ListReading reading) {
        SortedMap<String, PointList> lists = new TreeMap<>();
        for (Path file : files.list(PointListFile.FOLDER, ending)) {
            String list = stem(file);
            Consumer<Finding> own = finding -> findings.accept(finding.concerning(Ref.of(Ref.Kind.LIST, list)));
            files.readOr(
                            Optional.<PointList>empty(),
                            PointListFile.FOLDER + "/" + list + ending,
                            "list " + list,
                            own,
                            () -> reading.read(list, own))
                    .ifPresent(read -> lists.put(list, read));
        }
        return lists;
    }

    /** Returns the name of a file without its ending. */
    static String stem(Path file) {
        String name = file.getFileName().toString();
        return name.substring(0, name.lastIndexOf('.'));
    }
}
