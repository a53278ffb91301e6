package org.urvant.project.check;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Holds the addresses of points against the number of octets that a connection has for them (IEC 60870-5-101:2003, 7.2.4 and
 * 7.2.5).
 */
final class OctetCheck {
    private final Optional<DeviceSheets> sheets;
    private final Map<Meaning, Map<String, Optional<Integer>>> known =
            Map.of(Meaning.OBJECT_OCTETS, new HashMap<>(), Meaning.COMMON_OCTETS, new HashMap<>());

    OctetCheck(Project project, Device device) {
        this.sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
    }

    /** Reports what does not fit of a row's points, by a message and its remedy. */
    void check(ResolvedMapping resolved, BiConsumer<String, String> report) {
        resolved.receiver()
                .ifPresentOrElse(
                        receiver -> listed(resolved.objectConnection(), receiver, report),
                        () -> point(
                                resolved.objectConnection(),
                                resolved.object(),
                                resolved.space(),
                                resolved.object().station().orElse(ListedPoint.NO_STATION),
                                report));
        Mapping row = resolved.mapping();
        if (resolved.mapped() instanceof MappedSignal.OfList listed) {
            listed(resolved.isCommand() ? row.to() : row.from(), listed, report);
        } else if (resolved.mapped() instanceof MappedSignal.Calculated calculated) {
            for (int i = 0; i < calculated.sources().size(); i++) {
                if (calculated.sources().get(i) instanceof MappedSignal.OfList listed) {
                    listed(row.origins().get(i).connection(), listed, report);
                }
            }
        }
    }

    /** Reports a common address of a connection that its octets do not hold. */
    void check(String connection, BiConsumer<String, String> report) {
        Optional<Sheet> sheet = sheets.flatMap(all -> all.sheet(connection));
        Optional<Integer> common = sheet.map(found -> found.value(Meaning.COMMON_ADDRESS))
                .map(String::valueOf)
                .filter(text -> text.matches("\\d{1,6}"))
                .map(Integer::valueOf);
        octets(sheet, Meaning.COMMON_OCTETS)
                .filter(octets ->
                        common.filter(address -> address >= most(octets)).isPresent())
                .ifPresent(octets -> report.accept(
                        "common address " + common.get() + " does not fit in " + said(octets) + " of " + connection
                                + ", which hold 1 to " + (most(octets) - 1),
                        "Take a lower address, or more octets, as the other side has them."));
    }

    private void listed(String connection, MappedSignal.OfList signal, BiConsumer<String, String> report) {
        point(
                connection,
                signal.point().point(),
                signal.list().space(),
                signal.point().station(),
                report);
    }

    private void point(
            String connection, PlacedPoint point, PointSpace space, int station, BiConsumer<String, String> report) {
        if (octets(connection, Meaning.OBJECT_OCTETS).isEmpty()
                && octets(connection, Meaning.COMMON_OCTETS).isEmpty()) {
            return; // of most connections nobody asks how many
        }
        octets(connection, Meaning.OBJECT_OCTETS)
                .filter(octets -> space.address(point.claim()) > most(octets))
                .ifPresent(octets -> report.accept(
                        "address " + space.address(point.claim()) + " does not fit in " + said(octets) + " of "
                                + connection + ", which hold 1 to " + most(octets),
                        "Give it a lower address, or the connection more octets, as the other side has them."));
        octets(connection, Meaning.COMMON_OCTETS)
                .filter(octets -> station > most(octets) - 1)
                .ifPresent(
                        octets -> report.accept(
                                "common address " + station + " does not fit in " + said(octets) + " of " + connection
                                        + ", which hold 1 to " + (most(octets) - 1),
                                "Give the station a lower address, or the connection more octets, as the other side has them."));
    }

    /** What the connections have for a kind of address is looked up once, not for each point. */
    private Optional<Integer> octets(String connection, Meaning meaning) {
        return known.get(meaning)
                .computeIfAbsent(connection, name -> octets(sheets.flatMap(all -> all.sheet(name)), meaning));
    }

    private static Optional<Integer> octets(Optional<Sheet> sheet, Meaning meaning) {
        return sheet.map(found -> found.value(meaning))
                .map(String::valueOf)
                .filter(text -> text.matches("[1-3]"))
                .map(Integer::valueOf);
    }

    private static String said(int octets) {
        return octets == 1 ? "the one octet" : "the " + octets + " octets";
    }

    private static int most(int octets) {
        return (1 << octets * Byte.SIZE) - 1;
    }
}
