package org.urvant.project;

import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.point.program.ProgramPoint;

/**
 * One row of a mapping table, as written: one or several source points go to a destination point, calculated where the row says
 * how.
 *
 * @param key stays the same when anything else in the row changes
 * @param title what people and programs call the signal
 * @param origins where the signal comes from; more than one only where it is calculated
 * @param target where it goes
 * @param handling what becomes of its value on the way
 * @param isUsed whether the mapping is in use; commands arrive switched off and are switched on knowingly
 * @param position the row
 */
public record Mapping(
        String key, Title title, List<End> origins, End target, Handling handling, boolean isUsed, Position position) {
    /** What stands between several sources. */
    public static final String BETWEEN = "; ";

    /**
     * One end of a mapping.
     *
     * @param connection name of the connection
     * @param point point on it, in the form of its protocol
     */
    public record End(String connection, String point) {
        /** Returns whether it is the device's own programs. */
        public boolean isProgram() {
            return connection.equals(ChannelPoint.OWN) && point.equals(ProgramPoint.TEXT);
        }

        /** Returns whether it is the connection itself: whether its other end answers. */
        public boolean isLink() {
            return !connection.equals(ChannelPoint.OWN) && point.equals(LinkPoint.TEXT);
        }
    }

    /**
     * What people and programs call the signal of a row.
     *
     * @param name name of the signal for people
     * @param place where in the plant the signal belongs, such as {@code Skarholm/K1/F01/QA1}; empty text when not known
     * @param identifier name of the row in programs of the device; empty text when they do not use it
     */
    public record Title(String name, String place, String identifier) {}

    /**
     * What becomes of a value on the way.
     *
     * @param transform how it is calculated from {@code x}, or {@code x1} and on, in Structured Text; empty text when it is passed
     *     on
     * @param treatment how it is scaled, limited and held back then
     */
    public record Handling(String transform, Treatment treatment) {
        /** Passes everything on as it is. */
        public static final Handling NONE = of("");

        /** Returns a calculation whose result is passed on as it is. */
        public static Handling of(String transform) {
            return new Handling(transform, Treatment.PLAIN);
        }
    }

    public Mapping {
        Objects.requireNonNull(key, "key");
        Objects.requireNonNull(title, "title");
        Objects.requireNonNull(handling, "handling");
        Objects.requireNonNull(position, "position");
        origins = List.copyOf(origins);
        if (origins.isEmpty()) {
            throw new IllegalArgumentException("a row has a source");
        }
    }

    /** Creates a row that passes one point on as it is. */
    public Mapping(String key, String name, String place, End origin, End target, boolean isUsed, Position position) {
        this(key, new Title(name, place, ""), List.of(origin), target, Handling.NONE, isUsed, position);
    }

    /** Returns the name of the signal for people. */
    public String name() {
        return title.name();
    }

    /** Returns where in the plant the signal belongs; empty text when not known. */
    public String place() {
        return title.place();
    }

    /** Returns the name of the row in programs; empty text when they do not use it. */
    public String identifier() {
        return title.identifier();
    }

    /** Returns how the value is calculated; empty text when it is passed on. */
    public String transform() {
        return handling.transform();
    }

    /** Returns how the value is scaled, limited and held back. */
    public Treatment treatment() {
        return handling.treatment();
    }

    /** Returns whether the value is calculated. */
    public boolean isCalculated() {
        return !transform().isEmpty() || origins.size() > 1;
    }

    /** Returns whether the row itself owns its addresses, and not the signal that it passes on. */
    public boolean isOwner() {
        return isCalculated() || isOwner(target) || isOwner(origin()); // there is one source only
    }

    /** Returns whether programs of the device are one of the ends. */
    public boolean hasProgram() {
        boolean has = target.isProgram();
        for (End origin : origins) {
            has |= origin.isProgram();
        }
        return has;
    }

    private static boolean isOwner(End end) {
        return end.isProgram() || end.isLink();
    }

    /** Returns whether a point is the destination or one of the sources. */
    public boolean touches(String point) {
        return target.point().equals(point)
                || origins.stream().anyMatch(end -> end.point().equals(point));
    }

    /** Returns the name under which the row's signal owns an address on a connection; that of its signal, unless the row itself does. */
    public String owner(String connection) {
        return isOwner() ? owned(key) : target.connection().equals(connection) ? source() : destination();
    }

    /** Returns the name under which a calculated row with a key owns an address. */
    public static String owned(String key) {
        return "calculated " + key;
    }

    /** Returns the row switched on or off. */
    public Mapping withUse(boolean use) {
        return new Mapping(key, title, origins, target, handling, use, position);
    }

    /** Returns the row under another key. */
    public Mapping keyed(String other) {
        return new Mapping(other, title, origins, target, handling, isUsed, position);
    }

    /** Returns the row with other ends. */
    public Mapping with(List<End> from, End to) {
        return new Mapping(key, title, from, to, handling, isUsed, position);
    }

    /** Returns the row with another title. */
    public Mapping titled(Title other) {
        return new Mapping(key, other, origins, target, handling, isUsed, position);
    }

    /** Returns the row that treats its value otherwise. */
    public Mapping handled(Handling other) {
        return new Mapping(key, title, origins, target, other, isUsed, position);
    }

    /** Returns the sources and the destination. */
    public Stream<End> ends() {
        return origins.size() == 1
                ? Stream.of(origin(), target) // almost always
                : Stream.concat(origins.stream(), Stream.of(target));
    }

    /** Returns where the signal comes from, the first of all where there are several. */
    public End origin() {
        return origins.get(0);
    }

    /** Returns the names of the connections that the signal comes from, each once, separated by {@code "; "}. */
    public String from() {
        return origins.size() == 1
                ? origin().connection()
                : joined(origins.stream().map(End::connection).distinct());
    }

    /** Returns the points that the signal comes from, separated by {@code "; "}. */
    public String source() {
        return origins.size() == 1 ? origin().point() : joined(origins.stream().map(End::point));
    }

    /** Returns the points that the signal comes from, and how it is calculated: {@code DI1; DI2 as PAIR(x1, x2)}. */
    public String shownSource() {
        return transform().isEmpty() ? source() : source() + " as " + transform();
    }

    private static String joined(Stream<String> texts) {
        return texts.collect(Collectors.joining(BETWEEN));
    }

    /** Returns the name of the connection that the signal goes to. */
    public String to() {
        return target.connection();
    }

    /** Returns the point on the connection that the signal goes to. */
    public String destination() {
        return target.point();
    }
}
