package org.urvant.project.mapping;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/** Over which connection of a device a signal comes, or is written. */
final class Reach {
    private final Project project;
    private final Device device;
    private final Optional<String> over;
    private final Map<String, String> connections = new HashMap<>();

    /**
     * Creates it.
     *
     * @param over connection that reads the points of lists that none reads yet; empty where only one can
     */
    Reach(Project project, Device device, Optional<String> over) {
        this.project = project;
        this.device = device;
        this.over = over;
        device.connections().values().forEach(connection -> connection
                .ied()
                .ifPresent(ied -> connections.putIfAbsent(ied, connection.name())));
        over.filter(name -> !device.connections().containsKey(name)).ifPresent(name -> {
            throw new UnknownNameException(
                    "connection", name, device.connections().keySet());
        });
    }

    /** Returns why a signal does not come over any connection, or not over a certain one. */
    String unreachable(MappedSignal source) {
        if (source instanceof MappedSignal.OfIed) {
            return "belongs to IED " + ied(source) + ", to which " + device.name() + " has no connection";
        }
        String title = ((MappedSignal.OfList) source).list().space().title();
        List<String> asking = asking(source);
        return asking.isEmpty()
                ? "is a point of " + title + ", and " + device.name() + " has no connection that asks others over it"
                : "can be read over " + String.join(" or ", asking) + ": say which";
    }

    /** Returns the names of connections that ask for the points of a list. */
    private List<String> asking(MappedSignal source) {
        PointSpace asked = ((MappedSignal.OfList) source).list().space();
        return device.connections().values().stream()
                .filter(connection -> SignalMapper.kind(project, device, connection)
                        .filter(kind -> kind.protocol() == asked && asked.asksLists(kind.role()))
                        .isPresent())
                .map(Connection::name)
                .toList();
    }

    /** A list is read over the connection that reads it already, the one that was named, or the only one that can. */
    private String connectionFor(MappedSignal.OfList signal) {
        List<String> asking = asking(signal);
        String begin = signal.list().name() + "/";
        return device.mappings().stream()
                .flatMap(row -> row.ends())
                .filter(end -> end.point().startsWith(begin) && asking.contains(end.connection()))
                .map(Mapping.End::connection)
                .findFirst()
                .or(() -> asking.stream()
                        .filter(name ->
                                over.isEmpty() ? asking.size() == 1 : over.get().equals(name))
                        .findFirst())
                .orElse("");
    }

    /** Returns the connection over which a signal comes; empty text when there is none, or it is not clear which. */
    String from(MappedSignal signal) {
        if (signal instanceof MappedSignal.OfList listed) {
            return connections.computeIfAbsent(listed.list().name() + "/", name -> connectionFor(listed));
        }
        if (signal instanceof MappedSignal.OfLink link) {
            return link.connection();
        }
        return signal instanceof MappedSignal.OfIed ofIed ? connections.getOrDefault(ied(ofIed), "") : ChannelPoint.OWN;
    }

    private static String ied(MappedSignal signal) {
        return ((MappedSignal.OfIed) signal).attribute().node().device().ied().name();
    }
}
