package org.urvant.file;

import java.nio.file.Path;
import java.util.Map;
import org.urvant.core.error.UnreachableException;

/**
 * What is done to files when a change is carried out, one step at a time. A step is done as a whole or not at all, but for
 * {@link #append}; none follows a link that stands where the file should. A step that fails throws
 * {@link UnreachableException}.
 */
public interface Volume {
    /** The disk. */
    Volume DISK = new DiskVolume();

    /** Makes a folder, and those above it. */
    void folder(Path folder);

    /** Writes a file that does not exist yet, and syncs it; a part of one that could not be written is removed. */
    void create(Path file, byte[] content);

    /** Writes files that do not exist yet, as {@link #create} does; after a failure, some may be there. */
    default void createAll(Map<Path, byte[]> contents) {
        contents.forEach(this::create);
    }

    /** Renames a file over another in one step. */
    void replace(Path from, Path to);

    /** Removes a file, if it is there; of a link, the link. */
    void delete(Path file);

    /**
     * Writes at the end of a file, which need not exist, and syncs it.
     *
     * @param at where the end is, in bytes; what stands behind it was never confirmed, and goes
     */
    void append(Path file, long at, byte[] added);

    /** Makes renames in a folder last through a power cut, where the system can. */
    void sync(Path folder);
}
