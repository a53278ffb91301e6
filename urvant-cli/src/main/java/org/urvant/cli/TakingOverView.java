package org.urvant.cli;

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
        if (!plan.left().isEmpty()) {
            command.say(command.paint.warn("cannot be taken over:"));
            plan.left().forEach(placed -> {
                String reason = plan.reasons().getOrDefault(placed.path(), "");
                command.say("  " + TakingOver.told(placed) + (reason.isEmpty() ? "" : "; " + reason));
            });
        }
    }
}
