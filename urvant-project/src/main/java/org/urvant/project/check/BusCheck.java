package org.urvant.project.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.Role;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks the members of each bus against each other: protocol, bit rate and framing, addresses, who asks, and who is asked; and that
 * a port is on one bus.
 */
final class BusCheck {
    private static final List<Meaning> ALIKE = List.of(Meaning.BIT_RATE, Meaning.PARITY, Meaning.STOP_BITS);

    private BusCheck() {}

    /** A connection on a bus. */
    private record Member(Device device, ConnectionKind kind, Sheet sheet) {
        String bus() {
            return String.valueOf(sheet.value(Meaning.BUS_NAME));
        }

        boolean isOneWith(Member other) {
            return bus().strip().equalsIgnoreCase(other.bus().strip())
                    && kind.protocol() == other.kind.protocol()
                    && kind.role() == other.kind.role();
        }

        boolean isMaster() {
            return kind.role() == Role.CLIENT;
        }

        boolean isTwinOf(Member other) {
            return device.plate().text(Plate.Item.TWIN_OF).equals(other.device.name())
                    || other.device.plate().text(Plate.Item.TWIN_OF).equals(device.name());
        }

        String name() {
            return device.name() + " " + sheet.prefix();
        }

        Ref ref() {
            return Ref.device(device.name());
        }
    }

    static void check(Project project, Consumer<Finding> findings) {
        Map<String, List<Member>> buses = new HashMap<>();
        for (Device device : project.devices().values()) {
            Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
            if (sheets.isEmpty()) {
                continue;
            }
            Map<Object, Member> ports = new HashMap<>();
            for (Sheet sheet : sheets.get().of(Sheet.Kind.CONNECTION)) {
                if (sheet.value(Meaning.BUS_NAME) instanceof String bus && !bus.isEmpty()) {
                    String name =
                            bus.strip().toLowerCase(Locale.ROOT); // b1 is a slip of the pen, and no other bus than B1
                    ConnectionKind kind =
                            sheets.get().type().connection(sheet.container()).orElseThrow();
                    Member member = new Member(device, kind, sheet);
                    buses.computeIfAbsent(name, key -> new ArrayList<>()).add(member);
                    Object port = sheet.value(ConnectionKind.PORT);
                    Member other = port == null ? null : ports.putIfAbsent(port, member);
                    if (other != null && !member.isOneWith(other)) {
                        findings.accept(taken(member, other, port));
                    }
                }
            }
        }
        buses.values().forEach(members -> bus(members, findings));
        buses.values().forEach(members -> asked(project, members, findings));
    }

    /** A serial port is on one bus, and is one end of it; several stations of one line may be asked over it. */
    private static Finding taken(Member member, Member other, Object port) {
        String path = member.sheet.path(ConnectionKind.PORT);
        return new Finding(
                        DeviceRules.PORT_TAKEN_TWICE,
                        member.device.name() + " " + path,
                        member.sheet.position(ConnectionKind.PORT),
                        path + " is " + port + " for bus " + member.bus() + ", and so is that of "
                                + other.sheet.prefix() + " for bus " + other.bus(),
                        Remedy.of(
                                DeviceRules.PORT_TAKEN_TWICE.remedy(),
                                Step.of(Action.SET, member.device.name(), path, "PORT")))
                .concerning(member.ref());
    }

    private static void bus(List<Member> members, Consumer<Finding> findings) {
        Member first = members.get(0);
        members.stream()
                .filter(member -> member.kind.protocol() != first.kind.protocol())
                .forEach(member -> findings.accept(differing(
                        member,
                        first,
                        Meaning.BUS_NAME,
                        "bus " + member.bus() + " carries "
                                + member.kind.protocol().title() + " here, at " + first.name() + " "
                                + first.kind.protocol().title())));
        masters(members.stream().filter(Member::isMaster).toList(), findings);
        Map<Object, Member> addresses = new HashMap<>();
        for (Member member : members) {
            Object address = member.sheet.value(Meaning.BUS_ADDRESS);
            Member other = address == null ? null : addresses.putIfAbsent(SiteWideCheck.shown(address), member);
            if (other != null) {
                findings.accept(new Finding(
                                SiteRules.DUPLICATE_BUS_ADDRESS,
                                member.device.name() + " "
                                        + member.sheet.path(Meaning.BUS_ADDRESS).orElseThrow(),
                                member.sheet
                                        .entry(Meaning.BUS_ADDRESS)
                                        .orElseThrow()
                                        .position(),
                                "address " + SiteWideCheck.shown(address) + " on bus " + member.bus()
                                        + " is also that of " + other.name(),
                                SiteRules.DUPLICATE_BUS_ADDRESS.remedy())
                        .concerning(member.ref(), other.ref()));
            }
            for (Meaning meaning : ALIKE) {
                Object mine = member.sheet.value(meaning);
                Object theirs = first.sheet.value(meaning);
                if (mine != null
                        && theirs != null
                        && !Objects.equals(SiteWideCheck.shown(mine), SiteWideCheck.shown(theirs))) {
                    findings.accept(differing(
                            member,
                            first,
                            meaning,
                            meaning.word() + " on bus " + member.bus() + " is " + SiteWideCheck.shown(mine) + ", on "
                                    + first.name() + " it is " + SiteWideCheck.shown(theirs)));
                }
            }
        }
    }

    private static Finding differing(Member member, Member other, Meaning meaning, String message) {
        return new Finding(
                        SiteRules.BUS_SETTINGS_DIFFER,
                        member.device.name() + " " + member.sheet.path(meaning).orElseThrow(),
                        member.sheet.entry(meaning).orElseThrow().position(),
                        message,
                        SiteRules.BUS_SETTINGS_DIFFER.remedy())
                .concerning(member.ref(), other.ref());
    }

    private static void masters(List<Member> masters, Consumer<Finding> findings) {
        for (int i = 1; i < masters.size(); i++) {
            Member member = masters.get(i);
            masters.subList(0, i).stream()
                    .filter(other -> !member.isTwinOf(other))
                    .findFirst()
                    .ifPresent(other -> findings.accept(new Finding(
                                    SiteRules.BUS_TWO_MASTERS,
                                    member.name(),
                                    member.sheet.position(),
                                    member.name() + " asks the members of bus " + member.bus() + ", and so does "
                                            + other.name(),
                                    SiteRules.BUS_TWO_MASTERS.remedy())
                            .concerning(member.ref(), other.ref())));
        }
    }

    /** What has registers of its own waits for one who asks; others offer points to whom the project need not know. */
    private static void asked(Project project, List<Member> members, Consumer<Finding> findings) {
        List<Member> masters = members.stream().filter(Member::isMaster).toList();
        for (Member member : members) {
            Object address = member.sheet.value(Meaning.BUS_ADDRESS);
            if (member.kind.role() == Role.SERVER && member.kind.capacity().areFixed() && address != null) {
                int station = ((Number) address).intValue();
                if (masters.stream().noneMatch(master -> asks(project, master, station))) {
                    findings.accept(new Finding(
                                    MappingRules.NOBODY_POLLS,
                                    member.name(),
                                    member.sheet.position(),
                                    masters.isEmpty()
                                            ? "no device of the project asks on bus " + member.bus()
                                            : "no list that is read on bus " + member.bus() + " has station " + station,
                                    MappingRules.NOBODY_POLLS.remedy())
                            .concerning(member.ref()));
                }
            }
        }
    }

    private static boolean asks(Project project, Member master, int station) {
        return master.device.mappings().stream()
                .flatMap(Mapping::ends)
                .filter(end -> end.connection().equals(master.sheet.prefix()))
                .flatMap(end -> ListPoint.list(end.point()).stream())
                .distinct()
                .map(list -> project.lists().get(list))
                .filter(Objects::nonNull)
                .anyMatch(list -> hasStation(list, station));
    }

    private static boolean hasStation(PointList list, int station) {
        return list.points().values().stream().anyMatch(point -> point.station() == station);
    }
}
