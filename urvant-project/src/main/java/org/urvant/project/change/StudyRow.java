package org.urvant.project.change;

import org.urvant.core.finding.Position;

/**
 * A row of a setting study, as whoever made the study wrote it.
 *
 * @param device name, description, name shown, bay or type of the device
 * @param stage stage or function that the setting belongs to, and its setting group; empty texts for none
 * @param setting the setting
 * @param value the value
 * @param unit its unit, with the side of the transformers or without; empty text for none
 * @param side side of the transformers; empty text where the unit or nothing says it
 * @param position where the row stands
 */
public record StudyRow(
        String device, Stage stage, String setting, String value, String unit, String side, Position position) {
    /** A stage and the setting group that it is of, as they are written. */
    public record Stage(String name, String group) {}
}
