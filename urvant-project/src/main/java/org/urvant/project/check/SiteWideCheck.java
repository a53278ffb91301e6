package org.urvant.project.check;

import java.math.BigDecimal;
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
import org.urvant.core.point.Role;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks what devices must have in common: members of one bus the bit rate and framing, all devices the rated frequency and
 * the region of the site.
 */
final class SiteWideCheck {
    private static final List<Meaning> ALIKE = List.of(Meaning.BIT_RATE, Meaning.PARITY, Meaning.STOP_BITS);

    private SiteWideCheck() {}

    /** A connection on a bus. */
    private record Member(Device device, ConnectionKind kind, Sheet sheet) {
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
        Map<String, Device> frequencies = new HashMap<>();
        for (Device device : project.devices().values()) {
            Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
            if (sheets.isEmpty()) {
                continue;
            }
            for (Sheet sheet : sheets.get().of(Sheet.Kind.CONNECTION)) {
                if (sheet.value(Meaning.BUS_NAME) instanceof String bus && !bus.isEmpty()) {
                    String name =
                            bus.strip().toLowerCase(Locale.ROOT); // b1 is a slip of the pen, and no other bus than B1
                    ConnectionKind kind =
                            sheets.get().type().connection(sheet.container()).orElseThrow();
                    buses.computeIfAbsent(name, key -> new ArrayList<>()).add(new Member(device, kind, sheet));
                }
            }
            Sheet own = sheets.get().own();
            own.path(Meaning.RATED_FREQUENCY).ifPresent(path -> frequency(device, own, path, frequencies, findings));
            own.path(Meaning.REGION).ifPresent(path -> region(project, device, own, path, findings));
        }
        buses.values().forEach(members -> bus(members, findings));
    }

    private static void frequency(
            Device device, Sheet own, String path, Map<String, Device> frequencies, Consumer<Finding> findings) {
        Object value = own.value(path);
        if (value == null) {
            return;
        }
        String text = shown(value);
        frequencies.putIfAbsent(text, device);
        frequencies.entrySet().stream()
                .filter(other -> !other.getKey().equals(text))
                .findFirst()
                .ifPresent(other -> findings.accept(new Finding(
                                SiteRules.FREQUENCY_DIFFERS,
                                device.name() + " " + path,
                                own.position(path),
                                path + " is " + text + ", on "
                                        + other.getValue().name() + " it is " + other.getKey(),
                                SiteRules.FREQUENCY_DIFFERS.remedy())
                        .concerning(
                                Ref.device(device.name()),
                                Ref.device(other.getValue().name()))));
    }

    private static void region(Project project, Device device, Sheet own, String path, Consumer<Finding> findings) {
        String site = project.conventions().region();
        if (!site.isEmpty() && own.value(path) instanceof String region && !region.equals(site)) {
            findings.accept(new Finding(
                            SiteRules.REGION_DIFFERS,
                            device.name() + " " + path,
                            own.position(path),
                            path + " is " + region + "; the site lies in " + site,
                            SiteRules.REGION_DIFFERS.remedy())
                    .concerning(Ref.device(device.name())));
        }
    }

    private static void bus(List<Member> members, Consumer<Finding> findings) {
        Member first = members.get(0);
        members.stream()
                .filter(member -> member.kind.protocol() != first.kind.protocol())
                .forEach(member -> findings.accept(differing(
                        member,
                        first,
                        Meaning.BUS_NAME,
                        "bus " + member.sheet.value(Meaning.BUS_NAME) + " carries "
                                + member.kind.protocol().title() + " here, at " + first.name() + " "
                                + first.kind.protocol().title())));
        masters(members.stream().filter(Member::isMaster).toList(), findings);
        Map<Object, Member> addresses = new HashMap<>();
        for (Member member : members) {
            Object address = member.sheet.value(Meaning.BUS_ADDRESS);
            Member other = address == null ? null : addresses.putIfAbsent(shown(address), member);
            if (other != null) {
                findings.accept(new Finding(
                                SiteRules.DUPLICATE_BUS_ADDRESS,
                                member.device.name() + " "
                                        + member.sheet.path(Meaning.BUS_ADDRESS).orElseThrow(),
                                member.sheet
                                        .entry(Meaning.BUS_ADDRESS)
                                        .orElseThrow()
                                        .position(),
                                "address " + shown(address) + " on bus " + member.sheet.value(Meaning.BUS_NAME)
                                        + " is also that of " + other.name(),
                                SiteRules.DUPLICATE_BUS_ADDRESS.remedy())
                        .concerning(member.ref(), other.ref()));
            }
            for (Meaning meaning : ALIKE) {
                Object mine = member.sheet.value(meaning);
                Object theirs = first.sheet.value(meaning);
                if (mine != null && theirs != null && !Objects.equals(shown(mine), shown(theirs))) {
                    findings.accept(differing(
                            member,
                            first,
                            meaning,
                            meaning.word() + " on bus " + member.sheet.value(Meaning.BUS_NAME) + " is " + shown(mine)
                                    + ", on " + first.name() + " it is " + shown(theirs)));
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
                                    member.name() + " asks the members of bus " + member.sheet.value(Meaning.BUS_NAME)
                                            + ", and so does " + other.name(),
                                    SiteRules.BUS_TWO_MASTERS.remedy())
                            .concerning(member.ref(), other.ref())));
        }
    }

    private static String shown(Object value) {
        return value instanceof BigDecimal number && number.signum() != 0
                ? number.stripTrailingZeros().toPlainString()
                : String.valueOf(value);
    }
}
