package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.mapping.RequestPlan;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "requests",
        description =
                "Show with which Modbus requests a device reads and writes what is mapped, and how long that takes on the line."
                        + " Points whose list gives them one word in the column 'request' are read or written together.",
        footer = {"", "Examples: urvant requests GW1", "          urvant requests GW1 pumps --gap 8 --answers-in 20"})
final class RequestsCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(index = "1", arity = "0..1", paramLabel = "CONNECTION", description = "Only this connection.")
    private String connection;

    @Option(
            names = "--gap",
            paramLabel = "N",
            description = "How many coils, inputs or registers that nobody wants a request may read between two points;"
                    + " otherwise none, for some devices refuse addresses that they do not have.")
    private int gap;

    @Option(
            names = "--answers-in",
            paramLabel = "MS",
            description = "Time in milliseconds that a station takes before it answers; otherwise 10.")
    private int answersIn = 10;

    RequestsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (gap < 0 || gap > 125 || answersIn < 0 || answersIn > 60_000) {
            throw new RefusedException(
                    gap < 0 || gap > 125 ? "the gap is " + gap : "the answer takes " + answersIn + " ms",
                    "A gap is 0 to 125, the time of an answer 0 to 60000 ms.");
        }
        Project project = load(folder());
        Device device = project.device(deviceName);
        List<String> names = connection == null ? RequestPlan.connections(project, device) : List.of(connection);
        if (names.isEmpty()) {
            throw new RefusedException(
                    device.name() + " has no connection that asks others over Modbus",
                    "Give it one, such as a field bus.");
        }
        RequestsView view = new RequestsView(this, answersIn);
        List<Object> all = new ArrayList<>();
        for (String name : names) {
            RequestPlan plan = RequestPlan.of(project, device, name, gap);
            if (json) {
                all.add(view.json(plan));
            } else {
                view.say(plan);
            }
        }
        if (json) {
            sayJson(all);
        }
        return Exit.DONE;
    }
}
