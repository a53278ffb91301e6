package org.urvant.cli;

import org.urvant.scl.Ied;
import org.urvant.scl.IedContent;

/** Shows what an imported IED is. */
final class IedView {
    private final Command command;

    IedView(Command command) {
        this.command = command;
    }

    void say(Ied ied) {
        IedContent content = ied.content();
        String address = ied.connectedAccessPoint()
                .map(point -> point.address().getOrDefault("IP", ""))
                .filter(text -> !text.isEmpty())
                .orElse("none");
        if (command.json) {
            command.sayJson(Json.object(
                    "ied", ied.name(),
                    "maker", ied.maker(),
                    "type", ied.type(),
                    "description", ied.description(),
                    "address", address,
                    "source", ied.position().source(),
                    "line", ied.position().line()));
            return;
        }
        command.say(command.paint.strong(ied.name()) + "  IED " + (ied.type() + " by " + ied.maker()).strip()
                + ", address " + address + ", " + ied.position()
                + (ied.description().isEmpty() ? "" : "; " + ied.description()));
        command.say("  " + Command.count(ied.logicalDevices().size(), "logical device") + ", "
                + Command.count(content.dataSets(), "dataset") + ", "
                + Command.count(content.reports(), "report control block") + ", "
                + content.messages() + " of GOOSE, " + content.sampledValues() + " of sampled values, "
                + Command.count(content.inputs(), "input"));
        command.next("urvant signals ied:" + ied.name());
    }
}
