package org.urvant.project.mapping;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.text.NearestName;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * What the receivers of a device's rows get for given values of sources, without the device: calculated, held against the point,
 * rounded to what it carries.
 *
 * @param received what rows in use give whose sources are all given, in the order of time and then of the rows
 * @param waiting names of rows for which only some of the sources are given
 * @param wrong names of rows that are wrong, as the checks say, and so pass nothing on
 * @param off names of rows that are switched off, although one of their sources is given
 * @param inputs what programs of the device get by the identifiers of rows, each as their input of that name
 */
public record RowTrial(
        List<Received> received, List<String> waiting, List<String> wrong, List<String> off, List<Change> inputs) {
    /**
     * What one receiver gets.
     *
     * @param row the row
     * @param point the point as its protocol writes it
     * @param raw what goes over the line
     * @param value the value that the receiver reads, with its quality
     * @param unit unit of the value; empty text when none is known
     * @param isQualitySent whether the receiver gets the quality too
     * @param at when it is passed on; the value's own time is that of its source
     * @param answer what became of a command: passed on, or refused and why, and then the value is what was commanded; empty
     *     text for what is no command
     */
    public record Received(
            Mapping row,
            String point,
            String raw,
            SignalValue value,
            String unit,
            boolean isQualitySent,
            Instant at,
            String answer) {}

    /**
     * A value that a source gets.
     *
     * @param at when
     * @param reference reference of the source
     * @param text the value and, where wanted, words of its quality
     * @param position where that stands; empty when nowhere
     */
    public record Event(Instant at, String reference, String text, Optional<Position> position) {
        /** Creates a value that stands nowhere. */
        public Event(Instant at, String reference, String text) {
            this(at, reference, text, Optional.empty());
        }
    }

    public RowTrial {
        received = List.copyOf(received);
        waiting = List.copyOf(waiting);
        wrong = List.copyOf(wrong);
        off = List.copyOf(off);
        inputs = List.copyOf(inputs);
    }

    /** Returns the references of the sources of a device's rows. */
    public static TreeSet<String> sources(Device device) {
        TreeSet<String> sources = new TreeSet<>();
        device.mappings().stream()
                .flatMap(row -> row.origins().stream())
                .flatMap(end -> source(end).stream())
                .forEach(sources::add);
        return sources;
    }

    /** Returns what a source is called that values can be given; empty for what programs write. */
    private static Optional<String> source(Mapping.End end) {
        if (end.isLink()) {
            return Optional.of(link(end.connection()));
        }
        boolean isNamed = end.point().contains("/") || end.connection().equals(ChannelPoint.OWN) && !end.isProgram();
        return isNamed ? Optional.of(end.point()) : command(end);
    }

    /** Returns whether a value with a name comes over a connection of a device, and not from the device itself. */
    public static boolean comesOver(Device device, String name) {
        int dot = name.indexOf('.');
        boolean isPoint = dot > 0
                && device.connections().containsKey(name.substring(0, dot))
                && (name.contains(" ") || name.contains(":")); // settings have neither
        return isPoint
                || name.contains("/")
                || device.mappings().stream()
                        .flatMap(row -> row.origins().stream())
                        .anyMatch(end -> end.isLink() && link(end.connection()).equals(name)
                                || command(end).filter(name::equals).isPresent());
    }

    /** Returns what a command is called that comes from an end of a row: its connection and point; empty for other ends. */
    static Optional<String> command(Mapping.End end) {
        boolean isCommand = !end.isLink()
                && !end.isProgram()
                && !end.connection().equals(ChannelPoint.OWN)
                && !end.point().contains("/");
        return isCommand
                ? Optional.of(end.connection() + "." + end.point().replaceFirst(" select$", ""))
                : Optional.empty();
    }

    /** Returns what whether a connection's other end answers is called. */
    static String link(String connection) {
        return connection + "." + LinkPoint.TEXT;
    }

    /**
     * Tries the rows of a device at one moment.
     *
     * @param given values of sources by reference, each a value and, where wanted, words of its quality: {@code 12.5},
     *     {@code on}, {@code 3 invalid}
     * @throws UnknownNameException when a reference is no source of a row
     * @throws RefusedException when a value is none that the source can have
     */
    public static RowTrial of(Project project, Device device, Map<String, String> given, Instant now) {
        List<Event> events = new ArrayList<>();
        given.forEach((reference, text) -> events.add(new Event(now, reference, text)));
        return over(project, device, events, List.of(), now);
    }

    /**
     * Tries the rows of a device over time.
     *
     * @param events values of sources as of {@link #of}; those of one time are of one moment
     * @param changes values of the device's own channels, and what its programs write, each by its name in programs
     * @param end until when what is held back is waited for
     * @return what receivers get, in the order of time
     * @throws UnknownNameException when a reference is no source of a row
     * @throws RefusedException when a value is none that the source can have
     * @throws MalformedInputException when it or its reference is wrong and stands somewhere
     */
    public static RowTrial over(Project project, Device device, List<Event> events, List<Change> changes, Instant end) {
        TreeSet<String> sources = sources(device);
        for (Event event : events) {
            if (!sources.contains(event.reference())) {
                event.position().ifPresent(position -> {
                    throw new MalformedInputException(
                            position,
                            "there is no source of a row of " + device.name() + " '" + event.reference() + "'",
                            NearestName.hint("source", event.reference(), sources));
                });
                throw new UnknownNameException("source of a row of " + device.name(), event.reference(), sources);
            }
        }
        return new TriedRows(project, device, events, changes).run(end);
    }

    /** Returns what the row with a key gave last; empty when it gave nothing. */
    public Optional<Received> of(String key) {
        return received.stream().filter(each -> each.row().key().equals(key)).reduce((first, second) -> second);
    }
}
