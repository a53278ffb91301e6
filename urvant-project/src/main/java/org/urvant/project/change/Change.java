package org.urvant.project.change;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * What an operation changes of a site, as a value: nothing is written until a folder carries it out, as a whole. Addresses that
 * were given with it go into the ledgers of their devices.
 *
 * @param before the site as it was read
 * @param after the site afterwards
 * @param drawn new devices that were made of others, with the names of these: their files are copies, comments and all
 * @param renaming what gets another name where it stands in its file; the history of a device goes on
 * @param source imported file that goes
 * @param originals the files that lists were taken from, which are kept as they came, by the name of the list
 * @param keepsOld whether copies are kept of what stood in the files of devices that change or go
 */
public record Change(
        Project before,
        Project after,
        Map<String, String> drawn,
        Optional<Renaming> renaming,
        Optional<String> source,
        Map<String, Original> originals,
        boolean keepsOld) {
    /**
     * A file that a list was taken from.
     *
     * @param file its name
     * @param content what stands in it
     */
    public record Original(String file, byte[] content) {}

    public Change {
        Objects.requireNonNull(before, "before");
        Objects.requireNonNull(after, "after");
        drawn = Map.copyOf(drawn);
        originals = Map.copyOf(originals);
    }

    /** Returns the change from one state of a site to another. */
    public static Change of(Project before, Project after) {
        return new Change(before, after, Map.of(), Optional.empty(), Optional.empty(), Map.of(), false);
    }

    /** Returns the same change with the files of new devices made of those of others, whose names are given. */
    public Change drawing(Map<String, String> origins) {
        return new Change(before, after, origins, renaming, source, originals, keepsOld);
    }

    /** Returns the same change with copies of the files of devices that change or go. */
    public Change keepingOld() {
        return new Change(before, after, drawn, renaming, source, originals, true);
    }

    /** Returns the same change with the file kept that a list was taken from. */
    public Change keeping(String list, Original original) {
        return new Change(before, after, drawn, renaming, source, Map.of(list, original), keepsOld);
    }

    /** Returns the devices that get addresses with it, which go into their ledgers. */
    public List<Device> addressed() {
        return after.devices().values().stream()
                .filter(device -> device.addresses() != addressesBefore(device.name()))
                .toList();
    }

    /** Returns the addresses that a device had before; none when it is new. */
    public AddressBook addressesBefore(String device) {
        return Optional.ofNullable(before.devices().get(device))
                .map(Device::addresses)
                .orElse(AddressBook.empty());
    }
}
