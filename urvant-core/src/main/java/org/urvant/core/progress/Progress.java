package org.urvant.core.progress;

/** Told what is being done and how far it is; may be called from several threads, and often, so it must be quick. */
@FunctionalInterface
public interface Progress {
    /** A progress that nobody looks at. */
    Progress NONE = (activity, done, total) -> {};

    /**
     * Takes what is being done now.
     *
     * @param activity what is done, in words such as {@code reading skarholm.scd}; empty text when it is over
     * @param done how much of it is done
     * @param total how much there is; 0 when that is not known
     */
    void at(String activity, long done, long total);
}
