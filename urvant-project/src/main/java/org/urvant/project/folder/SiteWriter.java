package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.finding.Ref;
import org.urvant.file.SafeFile;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SourceRemoval;

/** Writes what differs between two states of a site into the files of its folder, each time as one change. */
final class SiteWriter {
    private static final long MOST_COPIED = 100_000_000;

    private final ProjectFiles files;
    private final SourceFolder sources;
    private final Workplace workplace;

    SiteWriter(ProjectFiles files, SourceFolder sources, Workplace workplace) {
        this.files = files;
        this.sources = sources;
        this.workplace = workplace;
    }

    /**
     * Adds to a change what differs between two states of the site.
     *
     * @param drawn new devices that were made of others, with the names of these
     */
    void add(Batch batch, Project before, Project after, Map<String, String> drawn) {
        requireSameRest(before, after);
        batch.write(SiteText.of(files, before, after, drawn));
        addAddresses(batch, before, after);
    }

    private static void requireSameRest(Project before, Project after) {
        if (!before.conventions().equals(after.conventions()) || !before.name().equals(after.name())) {
            throw new IllegalArgumentException(
                    "name and conventions of a project are changed in " + ProjectFolder.MANIFEST);
        }
        if (!before.sources().equals(after.sources())) {
            throw new IllegalArgumentException("files are taken in and out by carryOut and remove");
        }
    }

    private void addAddresses(Batch batch, Project before, Project after) {
        after.devices().values().forEach(device -> {
            Device old = before.devices().get(device.name());
            AddressBook given = old == null ? AddressBook.empty() : old.addresses();
            if (device.addresses() != given) {
                batch.add(new DeviceHistory(files, device.name(), workplace).addressesGiven(given, device));
            }
        });
    }

    /** Writes what differs between two states of the site, as one change. */
    void save(Project before, Project after, Map<String, String> drawn) {
        files.locked(() -> {
            Batch batch = new Batch();
            add(batch, before, after, drawn);
            files.commit(batch);
            return batch;
        });
    }

    /** Does so, and keeps copies of what stood in the files of devices that change or go; returns the names of these. */
    List<String> replace(Project before, Project after) {
        return files.locked(() -> {
            Batch batch = new Batch();
            List<String> kept = addReplacing(batch, before, after);
            files.commit(batch);
            return kept;
        });
    }

    private List<String> addReplacing(Batch batch, Project before, Project after) {
        List<String> kept = new ArrayList<>();
        add(batch, before, after, Map.of());
        before.devices().forEach((name, device) -> {
            if (!device.equals(after.devices().get(name))) {
                kept.addAll(addCopies(batch, name));
            }
        });
        return kept;
    }

    private List<String> addCopies(Batch batch, String device) {
        String time = workplace.stamp();
        List<String> kept = new ArrayList<>();
        for (String name : List.of(DeviceFile.name(device), MappingTable.name(device), LogicFile.name(device))) {
            if (Files.exists(files.path(name))) {
                String copy = files.free("backups/" + device + "/" + time, "-" + name.substring(name.indexOf('/') + 1));
                batch.write(copy, SafeFile.read(files.path(name), MOST_COPIED));
                kept.add(copy);
            }
        }
        return kept;
    }

    /** Gives something another name, where it stands in its file; the history of a device goes on. */
    void rename(Project project, Renaming renaming) {
        Project after = renaming.carriedOut(project);
        files.locked(() -> {
            Batch batch = new Batch();
            requireSameRest(project, after);
            batch.write(SiteText.renamed(files, project, after, renaming));
            if (renaming.from().kind() == Ref.Kind.DEVICE) {
                batch.write(
                        Ledger.name(renaming.to()),
                        new DeviceHistory(files, renaming.to(), workplace)
                                .continuing(renaming.from().name()));
            } else {
                addAddresses(batch, project, after);
            }
            files.commit(batch);
            return batch;
        });
    }

    /** Takes an imported file out, with all that hangs on it; returns the names of the copies. */
    List<String> remove(Project project, SourceRemoval removal) {
        return files.locked(() -> {
            Batch batch = new Batch();
            List<String> kept = new ArrayList<>();
            String copy = files.free("backups/sources/" + workplace.stamp(), "-" + removal.source());
            batch.write(copy, SafeFile.read(sources.path(removal.source()), Integer.MAX_VALUE - 8L));
            kept.add(copy);
            kept.addAll(addReplacing(batch, project, removal.carriedOut(project).with(project.imported())));
            sources.remove(removal.source(), batch);
            files.commit(batch);
            return kept;
        });
    }
}
