package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.configuration.Configuration;

/** Configurations of a device that were kept: what it ran before each download, and what was saved, downloaded and signed off. */
public final class KeptConfigurations {
    private static final String BACKUP = ".json";
    private static final String STATE = "-state.json";

    private final ProjectFiles files;
    private final String folder;
    private final Workplace workplace;

    KeptConfigurations(ProjectFiles files, String device, Workplace workplace) {
        this.files = files;
        this.folder = "backups/" + device;
        this.workplace = workplace;
    }

    /** Keeps what is about to be replaced, with time and fingerprint in its name; returns the file's name. */
    public String keep(Configuration configuration) {
        return keep(configuration, BACKUP);
    }

    private String keep(Configuration configuration, String ending) {
        String name = folder + "/" + workplace.stamp() + "-"
                + configuration.fingerprint().brief() + ending;
        if (!files.isRehearsal()) {
            SafeFile.write(files.path(name), configuration.bytes());
        }
        return name;
    }

    /** Keeps what was saved, downloaded or signed off, unless it is kept already. */
    public void keepState(Configuration configuration) {
        if (find(configuration.fingerprint()).isEmpty()) {
            keep(configuration, STATE);
        }
    }

    /** Returns the one with a fingerprint, or empty. */
    public Optional<Configuration> find(Fingerprint fingerprint) {
        String within = "-" + fingerprint.brief();
        return all().stream()
                .filter(file -> file.getFileName().toString().endsWith(within + BACKUP)
                        || file.getFileName().toString().endsWith(within + STATE))
                .map(this::read)
                .filter(configuration -> configuration.fingerprint().equals(fingerprint))
                .findFirst();
    }

    /** Returns what was replaced last; empty when nothing was. */
    public Optional<Configuration> newestBackup() {
        List<Path> all = all().stream()
                .filter(file -> !file.getFileName().toString().endsWith(STATE))
                .toList();
        return all.isEmpty() ? Optional.empty() : Optional.of(read(all.get(all.size() - 1)));
    }

    private Configuration read(Path file) {
        return ConfigurationFile.read(file, folder + "/" + file.getFileName()).configuration();
    }

    /** Oldest first: their names begin with the time. */
    private List<Path> all() {
        return files.listed(folder, BACKUP);
    }
}
