package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.Arrays;
import org.urvant.file.Volume;

/** A disk whose program is killed at a step: before it, or when half of what it writes is written. */
public final class DeadlyDisk implements Volume {
    /** The program ends here, as if it were killed. */
    public static final class Killed extends Error {
        private static final long serialVersionUID = 1;
    }

    private static final Runnable NOTHING = () -> {};

    private final boolean isHalf;
    private int left;
    private boolean isTorn;

    /**
     * Makes one whose program is killed.
     *
     * @param steps how many steps are done before
     * @param isHalf whether half of the step is done that it is killed at
     */
    public DeadlyDisk(int steps, boolean isHalf) {
        this.left = steps;
        this.isHalf = isHalf;
    }

    /** Returns whether it was killed at a step that can be done by half. */
    public boolean isTorn() {
        return isTorn;
    }

    private void step(Runnable half) {
        if (left-- == 0) {
            isTorn = half != NOTHING;
            if (isHalf) {
                half.run();
            }
            throw new Killed();
        }
    }

    private static byte[] half(byte[] content) {
        return Arrays.copyOf(content, content.length / 2);
    }

    @Override
    public void folder(Path folder) {
        step(NOTHING);
        DISK.folder(folder);
    }

    @Override
    public void create(Path file, byte[] content) {
        step(() -> DISK.create(file, half(content)));
        DISK.create(file, content);
    }

    @Override
    public void replace(Path from, Path to) {
        step(NOTHING);
        DISK.replace(from, to);
    }

    @Override
    public void delete(Path file) {
        step(NOTHING);
        DISK.delete(file);
    }

    @Override
    public void append(Path file, long at, byte[] added) {
        step(() -> DISK.append(file, at, half(added)));
        DISK.append(file, at, added);
    }

    @Override
    public void sync(Path folder) {
        step(NOTHING);
        DISK.sync(folder);
    }
}
