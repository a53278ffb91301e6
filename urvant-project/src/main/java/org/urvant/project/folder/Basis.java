package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.urvant.core.tree.Fingerprint;

/** What the configurations of devices rest on: the contents of their files, and of those that all devices share. */
final class Basis {
    private final ProjectFiles files;
    private String shared = ""; // digests of what all devices share
    private int reading = -1; // of the project, for which they count

    Basis(ProjectFiles files) {
        this.files = files;
    }

    /** Returns the contents of some files as one value. */
    static Fingerprint of(ProjectFiles files, List<String> names) {
        return of(digests(files, names));
    }

    private static Fingerprint of(String digests) {
        return Fingerprint.of(digests.getBytes(StandardCharsets.UTF_8));
    }

    private static String digests(ProjectFiles files, List<String> names) {
        return names.stream()
                .map(name -> name + " " + files.digest(name) + "\n")
                .collect(Collectors.joining());
    }

    /** Returns what a device's configuration rests on now. */
    Fingerprint now(String device) {
        List<String> names = shared();
        names.addAll(own(device));
        return of(files, names);
    }

    /** Returns the same, with what all devices share as it was when the project was read; it is looked at once. */
    Fingerprint asRead(String device) {
        if (reading != files.reading()) {
            List<String> names = shared();
            String since = names.stream().allMatch(files::isAsRead) ? "" : "changed since";
            shared = since + digests(files, names);
            reading = files.reading();
        }
        return of(shared + digests(files, own(device)));
    }

    private List<String> shared() {
        List<String> names = new ArrayList<>(List.of(ProjectFolder.MANIFEST, SiteFile.NAME, SourceIndex.FILE));
        files.list("types", ".yaml").forEach(file -> names.add("types/" + file.getFileName()));
        return names;
    }

    private static List<String> own(String device) {
        return List.of(DeviceFile.name(device), MappingTable.name(device), LogicFile.name(device));
    }
}
