package org.urvant.project.folder;

import java.util.List;

/**
 * A change of a project that was cut off, by a power cut or a killed program, when some of its files may have been written and
 * others not.
 *
 * @param title what it was, as the command that made it
 * @param person who made it
 * @param at when it began, as ISO 8601 text
 * @param files the files that it writes or takes away
 */
public record CutOff(String title, String person, String at, List<String> files) {
    public CutOff {
        files = List.copyOf(files);
    }
}
