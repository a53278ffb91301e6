package org.urvant.project.folder;

import java.util.List;

/**
 * A change that was undone, or would be.
 *
 * @param title what it was, as the command that made it
 * @param files the files that it wrote
 */
public record Undone(String title, List<String> files) {
    public Undone {
        files = List.copyOf(files);
    }
}
