package org.urvant.cli;

import java.util.List;
import java.util.Map;
import org.urvant.core.compare.Comparison;
import org.urvant.project.change.TakingOver;

/** Says which differences are taken over, and which cannot be. */
final class TakingOverView {
    private final Command command;

    TakingOverView(Command command) {
        this.command = command;
    }

    void say(TakingOver plan) {
        plan.names().forEach((old, name) -> command.say("name " + old + " becomes " + name));
        plan.taken().forEach(placed -> command.say(TakingOver.told(placed)));
        left(plan.left(), plan.reasons());
    }

    /** Says what was wanted and cannot be taken over, and why as far as that can be told. */
    void left(List<Comparison.Placed> left, Map<String, String> reasons) {
        if (!left.isEmpty()) {
            command.say(command.paint.warn("cannot be taken over:"));
            left.forEach(placed -> {
                String reason = reasons.getOrDefault(placed.path(), "");
                command.say("  " + TakingOver.told(placed) + (reason.isEmpty() ? "" : "; " + reason));
            });
        }
    }
}
