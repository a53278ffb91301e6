package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;

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

    /** A state of a device that is kept. */
    public enum Moment {
        SAVED,
        DOWNLOADED,
        SIGNED_OFF,
        /** What the last download replaced. */
        BACKUP;

        /** Returns the word that people write. */
        public String word() {
            return Word.of(this);
        }

        private Optional<Fingerprint> of(DeviceRecord record) {
            return switch (this) {
                case SAVED -> record.saved();
                case DOWNLOADED -> record.downloaded();
                case SIGNED_OFF -> record.signedOff();
                case BACKUP -> Optional.empty();
            };
        }
    }

    /**
     * Returns the configuration of a device at a moment.
     *
     * @throws RefusedException when the device never had it, or it is not kept
     */
    public Configuration at(Device device, Moment moment) {
        if (moment == Moment.BACKUP) {
            return newestBackup()
                    .orElseThrow(() -> new RefusedException(
                            "no configuration of " + device.name() + " is kept", "One is kept at each download."));
        }
        String done = moment.word().replace('-', ' ');
        Fingerprint wanted = moment.of(device.record())
                .orElseThrow(() -> new RefusedException(
                        device.name() + " was never " + done, "Compare with another moment, or with a file."));
        return find(wanted)
                .orElseThrow(() -> new RefusedException(
                        "what was " + done + " of " + device.name() + " (" + wanted.brief() + ") is not kept",
                        "Compare with a file of it."));
    }

    /**
     * Returns which values of a device differ from what was downloaded last, or saved when nothing was; empty when that is not
     * kept.
     */
    public Optional<ChangedValues> changes(Project project, Device device) {
        Moment moment = device.record().downloaded().isPresent() ? Moment.DOWNLOADED : Moment.SAVED;
        return moment.of(device.record())
                .flatMap(this::find)
                .map(then -> ChangedValues.of(moment.word(), then, ConfigurationBuilder.build(project, device)));
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
