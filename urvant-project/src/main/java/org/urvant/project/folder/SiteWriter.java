package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Ref;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.Renaming;

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

    /** Adds to a batch what differs between two states of the site. */
    void add(Batch batch, Project before, Project after) {
        add(batch, Change.of(before, after));
    }

    private void add(Batch batch, Change change) {
        requireSameRest(change);
        batch.write(SiteText.of(files, change));
        new ListOriginals(files).add(batch, change);
        boolean isDevice = change.renaming()
                .filter(renaming -> renaming.from().kind() == Ref.Kind.DEVICE)
                .isPresent();
        if (isDevice) {
            Renaming renaming = change.renaming().get();
            batch.write(
                    Ledger.name(renaming.to()),
                    new DeviceHistory(files, renaming.to(), workplace)
                            .continuing(renaming.from().name()));
            return;
        }
        change.addressed()
                .forEach(device -> batch.add(new DeviceHistory(files, device.name(), workplace)
                        .addressesGiven(change.addressesBefore(device.name()), device)));
    }

    private static void requireSameRest(Change change) {
        Project before = change.before();
        Project after = change.after();
        if (!before.conventions().equals(after.conventions()) || !before.name().equals(after.name())) {
            throw new IllegalArgumentException(
                    "name and conventions of a project are changed in " + ProjectFolder.MANIFEST);
        }
        if (change.source().isEmpty() && !before.sources().equals(after.sources())) {
            throw new IllegalArgumentException(
                    "imported files come with a plan of their import, and go with a change that names them");
        }
    }

    /** Carries a change out; returns the names of the copies of what stood there. */
    List<String> carryOut(Change change) {
        return files.locked(() -> {
            Batch batch = new Batch();
            List<String> kept = new ArrayList<>();
            change.source().ifPresent(source -> {
                String copy = files.free("backups/sources/" + workplace.stamp(), "-" + source);
                batch.write(copy, SafeFile.read(sources.path(source), Integer.MAX_VALUE - 8L));
                kept.add(copy);
            });
            add(batch, change);
            if (change.keepsOld()) {
                change.before().devices().forEach((name, device) -> {
                    if (!device.equals(change.after().devices().get(name))) {
                        kept.addAll(addCopies(batch, name));
                    }
                });
            }
            change.source().ifPresent(source -> sources.remove(source, batch));
            files.commit(batch);
            return kept;
        });
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
}
