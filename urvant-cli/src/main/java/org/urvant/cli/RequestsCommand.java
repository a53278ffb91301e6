package org.urvant.cli;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.PlacedPoint;
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
        Project project = folder().load();
        Device device = project.device(deviceName);
        List<String> names = connection == null ? RequestPlan.connections(project, device) : List.of(connection);
        if (names.isEmpty()) {
            throw new RefusedException(
                    device.name() + " has no connection that asks others over Modbus",
                    "Give it one, such as a field bus.");
        }
        List<Object> all = new ArrayList<>();
        for (String name : names) {
            RequestPlan plan = RequestPlan.of(project, device, name, gap);
            if (json) {
                all.add(json(plan));
            } else {
                say(plan);
            }
        }
        if (json) {
            sayJson(all);
        }
        return Exit.DONE;
    }

    private void say(RequestPlan plan) {
        Table table = new Table("station", "request", "points", "read for nothing", "time", "which");
        plan.reads()
                .forEach((station, requests) -> requests.forEach(request -> table.row(
                        station(station),
                        words(request.area(), request.first(), request.count()),
                        request.points().size(),
                        request.unused(),
                        time(plan, request::time),
                        which(request.points()))));
        Table writes = new Table("station", "write", "function", "points", "time", "which");
        plan.writes()
                .forEach((station, requests) -> requests.forEach(request -> writes.row(
                        station(station),
                        words(request.area(), request.first(), request.count()),
                        request.isPossible() ? String.valueOf(request.function()) : "too long for one request",
                        request.points().size(),
                        time(plan, request::time),
                        which(request.points()))));
        if (table.isEmpty() && writes.isEmpty()) {
            note(plan.connection() + " reads and writes nothing: no row in use has an end on it");
            return;
        }
        say(paint.strong(plan.connection())
                + (plan.bitRate().isPresent() ? ", " + plan.bitRate().getAsInt() + " bit/s" : ""));
        if (!table.isEmpty()) {
            say(table);
            plan.time(turnAround())
                    .ifPresent(time -> say("everything once in " + shown(time) + ", when each station answers in "
                            + answersIn + " ms"));
        }
        if (!writes.isEmpty()) {
            say(writes);
        }
    }

    private static String station(int station) {
        return station < 0 ? "?" : String.valueOf(station);
    }

    private static String which(List<PlacedPoint> points) {
        return points.stream().map(PlacedPoint::shownAddress).collect(Collectors.joining(" "));
    }

    private String time(RequestPlan plan, BiFunction<Integer, Duration, Duration> request) {
        return plan.bitRate().isPresent() ? shown(request.apply(plan.bitRate().getAsInt(), turnAround())) : "";
    }

    private Duration turnAround() {
        return Duration.ofMillis(answersIn);
    }

    private static String words(String area, int first, int number) {
        boolean isBits = area.equals("coil") || area.equals("discrete");
        return area + " " + first + (number == 1 ? "" : " to " + (first + number - 1)) + ", "
                + count(number, isBits ? "bit" : "register");
    }

    private static String shown(Duration time) {
        return String.format("%.1f ms", time.toNanos() / 1e6);
    }

    private Object json(RequestPlan plan) {
        List<Object> requests = new ArrayList<>();
        plan.reads()
                .forEach((station, own) -> own.forEach(request -> requests.add(Json.object(
                        "station", station < 0 ? null : station,
                        "area", request.area(),
                        "first", request.first(),
                        "count", request.count(),
                        "points",
                                request.points().stream().map(PlacedPoint::text).toList(),
                        "unused", request.unused()))));
        List<Object> writes = new ArrayList<>();
        plan.writes()
                .forEach((station, own) -> own.forEach(request -> writes.add(Json.object(
                        "station", station < 0 ? null : station,
                        "function", request.function(),
                        "area", request.area(),
                        "first", request.first(),
                        "count", request.count(),
                        "points",
                                request.points().stream().map(PlacedPoint::text).toList(),
                        "possible", request.isPossible()))));
        return Json.object(
                "connection",
                plan.connection(),
                "bitRate",
                plan.bitRate().isPresent() ? plan.bitRate().getAsInt() : null,
                "requests",
                requests,
                "writes",
                writes,
                "milliseconds",
                plan.time(turnAround()).map(time -> time.toNanos() / 1e6).orElse(null));
    }
}
