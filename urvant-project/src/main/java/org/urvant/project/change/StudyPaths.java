package org.urvant.project.change;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceSheets.SheetSetting;
import org.urvant.project.setting.DeviceStage;

/** The settings that the words of a study mean: the same on every device of a type that has the row. */
final class StudyPaths {
    private final Map<String, String> own;
    private final Map<Words, Optional<String>> known = new HashMap<>();

    /** @param own what names of the study mean, as a person says it */
    StudyPaths(Map<String, String> own) {
        this.own = own;
    }

    /** What a row says of its setting. */
    private record Words(String type, String group, String stage, String setting) {
        static Words of(StudyRow row, DeviceSheets sheets) {
            String group = row.stage().group().isEmpty()
                    ? String.valueOf(DeviceStage.activeGroup(sheets))
                    : row.stage().group();
            return new Words(sheets.type().name(), group, row.stage().name(), row.setting());
        }
    }

    /** Learns what a row means on the first device that it stands for; to be done in the order of the rows. */
    void learn(StudyRow row, DeviceSheets sheets) {
        known.computeIfAbsent(Words.of(row, sheets), words -> seek(row, sheets).map(SheetSetting::path));
    }

    /** Returns the setting that a row means on a device; empty when it means none. Safe for several threads. */
    Optional<SheetSetting> setting(StudyRow row, DeviceSheets sheets) {
        return known.getOrDefault(Words.of(row, sheets), Optional.empty())
                .flatMap(sheets::seek)
                .or(() -> seek(row, sheets));
    }

    private Optional<SheetSetting> seek(StudyRow row, DeviceSheets sheets) {
        return new StudyNames(sheets, own).setting(row.stage(), row.setting());
    }
}
