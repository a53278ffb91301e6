package org.urvant.cli;

import org.urvant.project.change.TakingOver;

/** Says which differences are taken over, and which cannot be. */
final class TakingOverView {
    private final Command command;

    TakingOverView(Command command) {
        this.command = command;
    }

    void say(TakingOver plan) {
        plan.taken().forEach(placed -> command.say(TakingOver.told(placed)));
        if (!plan.left().isEmpty()) {
            command.say(command.paint.warn("cannot be taken over:"));
            plan.left().forEach(placed -> command.say("  " + TakingOver.told(placed)));
        }
    }
}
