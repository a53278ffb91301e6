package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.configuration.Configuration;

/** Configurations of a device that were kept: what it ran before each download, and what was signed off. */
public final class KeptConfigurations {
    private final ProjectFiles files;
    private final String folder;
    private final Workplace workplace;

    KeptConfigurations(ProjectFiles files, String device, Workplace workplace) {
        this.files = files;
        this.folder = "backups/" + device;
        this.workplace = workplace;
    }

    /** Keeps a configuration, with time and fingerprint in its name; returns the file's name. */
    public String keep(Configuration configuration) {
        String name = folder + "/" + workplace.stamp() + "-"
                + configuration.fingerprint().brief() + ".json";
        SafeFile.write(files.path(name), configuration.bytes());
        return name;
    }

    /** Keeps a configuration, unless it is kept already. */
    public void keepOnce(Configuration configuration) {
        if (find(configuration.fingerprint()).isEmpty()) {
            keep(configuration);
        }
    }

    /** Returns the one with a fingerprint, or empty. */
    public Optional<Configuration> find(Fingerprint fingerprint) {
        String end = "-" + fingerprint.brief() + ".json";
        return all().stream()
                .filter(file -> file.getFileName().toString().endsWith(end))
                .map(this::read)
                .filter(configuration -> configuration.fingerprint().equals(fingerprint))
                .findFirst();
    }

    /** Returns the one that was kept last; empty when none was. */
    public Optional<Configuration> newest() {
        List<Path> all = all();
        return all.isEmpty() ? Optional.empty() : Optional.of(read(all.get(all.size() - 1)));
    }

    private Configuration read(Path file) {
        return ConfigurationFile.read(file, folder + "/" + file.getFileName()).configuration();
    }

    /** Oldest first: their names begin with the time. */
    private List<Path> all() {
        return files.listed(folder, ".json");
    }
}
