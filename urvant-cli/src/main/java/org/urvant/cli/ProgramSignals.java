package org.urvant.cli;

import java.util.List;
import java.util.Locale;
import org.urvant.core.logic.Signal;
import org.urvant.project.behaviour.DeviceLogic;

/** Shows what the programs of a device can read and write. */
final class ProgramSignals {
    private final Command command;

    ProgramSignals(Command command) {
        this.command = command;
    }

    /** Says them all, or those whose name or meaning contains a text. */
    void say(DeviceLogic logic, String find) {
        String wanted = find == null ? "" : find.toLowerCase(Locale.ROOT);
        List<Signal> found = logic.signals().stream()
                .filter(signal -> (signal.name() + " " + signal.meaning())
                        .toLowerCase(Locale.ROOT)
                        .contains(wanted))
                .toList();
        if (command.json) {
            command.sayJson(found.stream()
                    .map(signal -> Json.object(
                            "name", signal.name(),
                            "type", signal.type().name(),
                            "direction", signal.direction() == Signal.Flow.INPUT ? "in" : "out",
                            "values", signal.type().values(),
                            "meaning", signal.meaning()))
                    .toList());
            return;
        }
        Table table = new Table("signal", "type", "use", "meaning");
        for (Signal signal : found) {
            boolean isChoice = !signal.type().values().isEmpty();
            table.row(
                    signal.name(),
                    isChoice
                            ? "(" + String.join(", ", signal.type().values()) + ")"
                            : signal.type().name(),
                    signal.direction() == Signal.Flow.INPUT ? "read" : "write",
                    signal.meaning());
        }
        if (found.isEmpty()) {
            command.say("no signal has '" + find + "' in its name or meaning");
        } else {
            command.say(table);
        }
    }
}
