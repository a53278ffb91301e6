package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.Measure;
import org.urvant.core.point.list.PointList;
import org.urvant.core.range.Interval;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * What the other side of a connection must know: the points that a device offers there, as a list that the other side can take in,
 * and the settings of the connection.
 *
 * @param device name of the device
 * @param connection name of the connection
 * @param station station of the connection; {@link ListedPoint#NO_STATION} when it has none
 * @param list the points by the keys of their rows; what the other side can read, and what it can command
 * @param sources what each point stands for, by its key: reference of the signal, and how it is calculated
 * @param settings values of the connection by the words of their settings
 * @param off how many rows are left out because they are switched off
 */
public record FarSide(
        String device,
        String connection,
        int station,
        PointList list,
        SortedMap<String, String> sources,
        SortedMap<String, String> settings,
        int off) {
    /**
     * Returns what a device offers on a connection.
     *
     * @throws UnknownNameException when the device has no such connection
     * @throws RefusedException when no point of it is offered to others
     */
    public static FarSide of(Project project, Device device, String connection) {
        if (!device.connections().containsKey(connection)) {
            throw new UnknownNameException(
                    "connection", connection, device.connections().keySet());
        }
        project.requireWhole(device);
        if (!SignalMapper.receivers(project, device).contains(connection)) {
            throw new RefusedException(
                    connection + " of " + device.name() + " offers no points to others",
                    "Name a connection on which the device is the server.");
        }
        Sheet sheet = DeviceSheets.of(project.typeOf(device), device)
                .sheet(connection)
                .orElseThrow();
        int station = station(sheet);
        List<ListedPoint> points = new ArrayList<>();
        SortedMap<String, String> sources = new TreeMap<>();
        int off = 0;
        for (Mapping row : device.mappings()) {
            Optional<ResolvedMapping> resolved = ResolvedMapping.resolve(project, device, row, finding -> {})
                    .filter(found -> found.objectConnection().equals(connection)
                            && found.receiver().isEmpty());
            if (resolved.isPresent() && row.isUsed()) {
                points.add(point(row, resolved.get(), station));
                sources.put(row.key(), resolved.get().isCommand() ? row.destination() : row.shownSource());
            }
            off += resolved.isPresent() && !row.isUsed() ? 1 : 0;
        }
        PointSpace space = project.typeOf(device)
                .connection(device.connections().get(connection).kind().text())
                .orElseThrow()
                .protocol();
        return new FarSide(
                device.name(),
                connection,
                station,
                PointList.of(device.name() + "-" + connection, space, points),
                sources,
                settings(sheet),
                off);
    }

    /** Returns a point as people read it: with its station where that is another one than the connection's. */
    public String shown(ListedPoint point) {
        return point.point().text() + (point.station() == station ? "" : " of " + point.station());
    }

    private static ListedPoint point(Mapping row, ResolvedMapping resolved, int station) {
        MappedSignal signal = resolved.mapped();
        Shape shape = resolved.shape();
        boolean isNumber = shape.form() == Form.WHOLE || shape.form() == Form.REAL || shape.form() == Form.COUNTER;
        Interval held = resolved.space().holds(resolved.object().carrier()).range();
        Interval range = !isNumber
                        || signal instanceof MappedSignal.OfIed
                                && row.treatment().isPlain()
                ? Interval.ALL
                : held.isBounded() && !held.contains(shape.range()) ? held : shape.range();
        return new ListedPoint(
                row.key(),
                new ListedPoint.About(
                        row.name(), resolved.isCommand() ? signal.reference() : row.shownSource(), row.place(), ""),
                resolved.object().station().orElse(station),
                resolved.object().alone(),
                new Measure(resolved.unit(), Measure.PLAIN.factor(), Measure.PLAIN.offset(), range, ""),
                resolved.isCommand() ? ListedPoint.Flow.WRITE : ListedPoint.Flow.READ,
                "",
                row.position());
    }

    private static int station(Sheet sheet) {
        return Stream.of(Meaning.COMMON_ADDRESS, Meaning.BUS_ADDRESS)
                .map(sheet::value)
                .filter(Objects::nonNull)
                .map(String::valueOf)
                .filter(text -> text.matches("\\d{1,5}"))
                .map(Integer::parseInt)
                .findFirst()
                .orElse(ListedPoint.NO_STATION);
    }

    private static SortedMap<String, String> settings(Sheet sheet) {
        SortedMap<String, String> settings = new TreeMap<>();
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            Object value = sheet.idle(setting).isEmpty() ? sheet.value(setting.path()) : null;
            if (value != null) {
                settings.put(setting.path(), text(value) + (setting.unit().isEmpty() ? "" : " " + setting.unit()));
            }
        }
        return settings;
    }

    private static String text(Object value) {
        return value instanceof Boolean is ? is ? "yes" : "no" : String.valueOf(value);
    }
}
