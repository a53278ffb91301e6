package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Project;
import org.urvant.project.cache.UserCache;
import org.urvant.project.mapping.OfferedSignals;
import org.urvant.project.type.Catalogue;
import org.urvant.scl.selection.SignalIndex;

/** The index of what a site's devices and lists offer, kept in the user's cache by the digest of the files that it follows from. */
final class OwnSignals {
    private static final String SHOWN_AS = "devices and lists";

    private final ProjectFiles files;
    private final Workplace workplace;

    OwnSignals(ProjectFiles files, Workplace workplace) {
        this.files = files;
        this.workplace = workplace;
    }

    /** Returns the index; reads the site only when the cache has none that still is true. */
    SignalIndex index(Supplier<Project> site) {
        String digest = digest();
        UserCache cache = new UserCache(workplace.cache());
        Optional<SignalIndex> known = cache.index(digest, SHOWN_AS);
        if (known.isPresent()) {
            return known.get();
        }
        SignalIndex made = OfferedSignals.index(site.get());
        if (digest().equals(digest)) {
            cache.keep(digest, made);
        }
        return made;
    }

    private String digest() {
        List<String> names = new ArrayList<>();
        files.listed("devices", ".yaml").forEach(file -> names.add("devices/" + file.getFileName()));
        files.listed("mappings", ".csv").forEach(file -> names.add("mappings/" + file.getFileName()));
        files.listed("types", ".yaml").forEach(file -> names.add("types/" + file.getFileName()));
        for (String ending : List.of(".csv", ".yaml")) {
            files.listed(PointListFile.FOLDER, ending)
                    .forEach(file -> names.add(PointListFile.FOLDER + "/" + file.getFileName()));
        }
        String all = Basis.of(files, names).hex() + Catalogue.edition().hex();
        return Fingerprint.of(all.getBytes(StandardCharsets.UTF_8)).hex();
    }
}
