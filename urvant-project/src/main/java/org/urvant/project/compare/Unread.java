package org.urvant.project.compare;

/**
 * What of a device is wrong so that it gets nothing of it.
 *
 * @param place where it belongs to
 * @param path path of the setting; empty text for all else
 * @param text what people are told of it
 */
record Unread(Place place, String path, String text) {
    /** The parts of a device that can be compared alone. */
    enum Place {
        SETTINGS,
        MAPPINGS,
        /** The whole device: no part of it can be relied on. */
        ALL
    }

    static Unread all(String text) {
        return new Unread(Place.ALL, "", text);
    }

    static Unread row(String text) {
        return new Unread(Place.MAPPINGS, "", text);
    }

    static Unread setting(String path, String text) {
        return new Unread(Place.SETTINGS, path, text);
    }

    /** Returns whether it concerns the mappings. */
    boolean isInMappings() {
        return place != Place.SETTINGS;
    }

    /** Returns whether it concerns the settings below a path; empty text for all of them. */
    boolean isInSettings(String above) {
        return place == Place.ALL || place == Place.SETTINGS && (above.isEmpty() || path.startsWith(above + "."));
    }
}
