package org.urvant.cli;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.urvant.core.point.PlacedPoint;
import org.urvant.project.mapping.RequestPlan;

/** Shows requests and how long they take on the line. */
final class RequestsView {
    private final Command command;
    private final int answersIn;

    RequestsView(Command command, int answersIn) {
        this.command = command;
        this.answersIn = answersIn;
    }

    void say(RequestPlan plan) {
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
            command.note(plan.connection() + " reads and writes nothing: no row in use has an end on it");
            return;
        }
        command.say(command.paint.strong(plan.connection())
                + (plan.bitRate().isPresent() ? ", " + plan.bitRate().getAsInt() + " bit/s" : ""));
        if (!table.isEmpty()) {
            command.say(table);
            plan.time(turnAround())
                    .ifPresent(time -> command.say("everything once in " + shown(time)
                            + ", when each station answers in " + answersIn + " ms"));
        }
        if (!writes.isEmpty()) {
            command.say(writes);
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
                + Command.count(number, isBits ? "bit" : "register");
    }

    private static String shown(Duration time) {
        return String.format(Locale.ROOT, "%.1f ms", time.toNanos() / 1e6);
    }

    Object json(RequestPlan plan) {
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
