package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.text.Word;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;

/**
 * Takes mappings, values or all of both from a device, back to what a new one has. Addresses that were given stay given.
 *
 * @param after the site with the cleared device
 * @param mappings rows that go
 * @param values values that go
 * @param programs names of the device's own programs that go
 */
public record Clearing(Project after, List<Mapping> mappings, List<ValueRow> values, List<String> programs) {
    /** What is taken from a device. */
    public enum Scope {
        MAPPINGS,
        SETTINGS,
        ALL;

        /** Returns the word that people write. */
        public String word() {
            return Word.of(this);
        }

        /** Returns the scope with a word, or empty. */
        public static Optional<Scope> of(String word) {
            return Word.find(Scope.class, word);
        }
    }

    /** Says what would go; changes nothing. */
    public static Clearing plan(Project project, String name, Scope scope) {
        Device device = project.device(name);
        List<ValueRow> values = new ArrayList<>();
        Project changed = project;
        if (scope != Scope.MAPPINGS) {
            ValueRow.of(DeviceSheets.of(project.typeOf(device), device)).stream()
                    .filter(ValueRow::isGiven)
                    .filter(row -> !row.setting().path().equals(Connection.IED))
                    .forEach(values::add);
            changed = ValueChange.cleared(project, name);
        }
        Device cleared = changed.device(name);
        List<Mapping> mappings = scope == Scope.SETTINGS ? List.of() : device.mappings();
        cleared = scope == Scope.SETTINGS ? cleared : cleared.withMappings(List.of());
        List<String> programs = scope == Scope.ALL
                ? List.copyOf(DeviceLogic.programs(device.logic()).keySet())
                : List.of();
        cleared = scope == Scope.ALL ? cleared.withLogic("") : cleared;
        return new Clearing(changed.with(cleared), mappings, values, programs);
    }
}
