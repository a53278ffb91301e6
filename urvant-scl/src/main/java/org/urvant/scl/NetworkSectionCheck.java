package org.urvant.scl;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.network.NetworkRules;

/** Checks the communication section: who is connected, and the forms and ranges of all addresses. */
final class NetworkSectionCheck {
    private static final Pattern TIME = Pattern.compile("\\d{1,18}(\\.\\d{1,18})?");

    /** IEC 61850-6:2009+A1:2018, annex A, tPTypeEnum; makers have parts of their own beside them. */
    private static final Set<String> PARTS = Set.of(
            "IP",
            "IP-SUBNET",
            "IP-GATEWAY",
            "OSI-NSAP",
            "OSI-TSEL",
            "OSI-SSEL",
            "OSI-PSEL",
            "OSI-AP-Title",
            "OSI-AP-Invoke",
            "OSI-AE-Qualifier",
            "OSI-AE-Invoke",
            "MAC-Address",
            "APPID",
            "VLAN-PRIORITY",
            "VLAN-ID",
            "SNTP-Port",
            "MMS-Port",
            "DNSName",
            "IPv6FlowLabel",
            "IPv6ClassOfTraffic",
            "C37-118-IP-Port",
            "IP-UDP-PORT",
            "IP-TCP-PORT",
            "IPv6",
            "IPv6-SUBNET",
            "IPv6-GATEWAY",
            "IPv6-IGMPv3Src",
            "IP-IGMPv3Src",
            "IP-ClassOfTraffic");

    /** Types of subnetworks (IEC 61850-8-1:2011, annex B; IEC TS 61850-80-1:2016). */
    private static final Set<String> NETWORKS = Set.of("8-MMS", "101", "104", "IP", "PHYSICAL");

    /** Milliseconds between repetitions beyond which receivers cannot watch a sender; a second or ten are usual. */
    private static final BigDecimal LONGEST_SILENCE = BigDecimal.valueOf(60_000);

    private final SclCheck check;
    private final SclStore store;
    private final Predicate<String> wanted;
    private final HostAddressCheck hosts;
    private final Set<String> addressed = new HashSet<>();

    NetworkSectionCheck(SclCheck check, Predicate<String> wanted) {
        this.check = check;
        this.store = check.store();
        this.wanted = wanted;
        this.hosts = new HostAddressCheck(check, wanted);
    }

    void run() {
        Set<String> subnetworks = new HashSet<>();
        Set<String> points = new HashSet<>();
        for (Subnetwork subnetwork : check.file().subnetworks()) {
            for (int rate : store.children(subnetwork.row, Tag.BIT_RATE)) {
                bitRate(subnetwork, rate);
            }
            if (check.has(subnetwork.row, "name", "") && !subnetworks.add(subnetwork.name())) {
                check.report(
                        SclRules.DUPLICATE_ELEMENT,
                        "",
                        check.file().name() + " " + subnetwork.name(),
                        subnetwork.row,
                        "there are two subnetworks '" + subnetwork.name() + "'");
            }
            near("", check.file().name() + " " + subnetwork.name(), subnetwork.row, "SubNetwork", NETWORKS);
            subnetwork.members().forEach(point -> connected(point, points));
            hosts.among(subnetwork);
        }
        for (Ied ied : check.file().ieds()) {
            if (wanted.test(ied.name()) && !ied.connectedAccessPoints().isEmpty()) {
                ied.nodes().forEach(node -> unaddressed(ied, node));
            }
        }
    }

    private void bitRate(Subnetwork subnetwork, int row) {
        String subject = check.file().name() + " " + subnetwork.name();
        AttributeForms.element(check, "", subject, row);
        String text = store.text(row).strip();
        if (!TIME.matcher(text).matches() || new BigDecimal(text).signum() == 0) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    "",
                    subject,
                    row,
                    "the bit rate of " + subnetwork.name() + " is '" + text + "'; expected a number above 0");
        }
    }

    private void connected(ConnectedAccessPoint point, Set<String> points) {
        String name = point.iedName();
        if (!check.has(point.row, "iedName", "") || !check.has(point.row, "apName", "")) {
            return;
        }
        Ied ied = check.file().ied(name).orElse(null);
        if (ied == null || ied.accessPoint(point.accessPointName()).isEmpty()) {
            Set<String> known = new HashSet<>(
                    ied == null ? check.file().ieds().stream().map(Ied::name).toList() : ied.accessPoints());
            String sought = ied == null ? name : point.accessPointName();
            check.report(
                    SclRules.ACCESS_POINT_MISSING,
                    name,
                    name + " " + point.accessPointName(),
                    point.row,
                    (ied == null ? "IED '" + name + "'" : "access point '" + sought + "' of " + name)
                            + " is connected to " + point.subnetwork() + " but not in the file"
                            + check.hint(sought, known));
            return;
        }
        if (!wanted.test(name)) {
            return;
        }
        if (!points.add(point.subnetwork() + " " + name + " " + point.accessPointName())) {
            check.report(
                    SclRules.DUPLICATE_ELEMENT,
                    name,
                    name + " " + point.accessPointName(),
                    point.row,
                    name + " " + point.accessPointName() + " is connected to " + point.subnetwork() + " twice");
        }
        String subject = name + " " + point.accessPointName();
        AttributeForms.element(check, name, subject, point.row);
        redundant(ied, point);
        parts(name, subject, point.row);
        host(name, point);
        hosts.check(name, point);
        for (int block : store.children(point.row, Tag.GSE)) {
            block(ied, block, Tag.GSE);
        }
        for (int block : store.children(point.row, Tag.SMV)) {
            block(ied, block, Tag.SMV);
        }
    }

    /** An access point is doubled in a way that its IED says it knows (IEC 61850-6:2009+A1:2018, 9.3.2, RedProt). */
    private void redundant(Ied ied, ConnectedAccessPoint point) {
        String way = store.attribute(point.row, "redProt", "none");
        boolean isKnown = way.equals("hsr") || way.equals("prp") || way.equals("rstp");
        if (isKnown && ied.services().offers("RedProt") && !ied.services().allows("RedProt", way)) {
            check.report(
                    SclRules.SERVICE_NOT_OFFERED,
                    ied.name(),
                    ied.name() + " " + point.accessPointName(),
                    point.row,
                    ied.name() + " " + point.accessPointName() + " is to be doubled by " + way + ", and " + ied.name()
                            + " does not say that it can (RedProt)");
        }
    }

    /** What belongs to a message is no part of the address of a host, and an address alone does not say who is near. */
    private void host(String ied, ConnectedAccessPoint point) {
        String subject = ied + " " + point.accessPointName();
        for (String type : List.of("APPID", "VLAN-PRIORITY")) {
            if (point.address().containsKey(type)) {
                check.report(
                        SclRules.NOT_IN_STANDARD,
                        ied,
                        subject,
                        point.row,
                        "the address of " + subject + " has " + type + ", which belongs to messages");
            }
        }
        boolean hasAddress = !point.address().getOrDefault("IP", "").isBlank();
        boolean hasMask = !point.address().getOrDefault("IP-SUBNET", "").isBlank();
        if (hasAddress != hasMask) {
            check.report(
                    SclRules.ADDRESS_WITHOUT_MASK,
                    ied,
                    subject,
                    point.row,
                    "the address of " + subject + " has an "
                            + (hasAddress ? "IP and no IP-SUBNET" : "IP-SUBNET and no IP"));
        }
        Set<String> ports = new HashSet<>();
        for (int cable : store.children(point.row, Tag.PHYS_CONN)) {
            near(ied, subject, cable, "PhysConn", Set.of("Connection", "RedConn"));
            for (int part : store.children(cable, Tag.P)) {
                String port = store.text(part).strip();
                if (store.attribute(part, "type", "").equals("Port") && !port.isEmpty() && !ports.add(port)) {
                    check.report(
                            SclRules.PART_TWICE,
                            ied,
                            subject,
                            part,
                            "there are two physical connections at port " + port + " of " + subject);
                }
            }
        }
    }

    /** Types of one's own are allowed, so only one that nearly is of the standard is taken for a slip. */
    private void near(String ied, String subject, int row, String what, Set<String> known) {
        String type = store.attribute(row, "type", "");
        String hint = type.isEmpty() || known.contains(type) ? "" : check.hint(type, known);
        if (!hint.isEmpty()) {
            check.report(
                    SclRules.NOT_IN_STANDARD,
                    ied,
                    subject,
                    row,
                    what + " of " + subject + " is of the type '" + type + "', which the standard does not have"
                            + hint);
        }
    }

    private void outOfRange(String ied, String subject, int row, String what, String expected) {
        check.report(NetworkRules.ADDRESS_OUT_OF_RANGE, ied, subject, row, what + "; expected " + expected);
    }

    /** Ranges: IEC 61850-8-1:2011, annex B, and IEC 61850-9-2:2011, annex B. */
    private void block(Ied ied, int row, Tag tag) {
        String device = store.attribute(row, "ldInst", "");
        String name = store.attribute(row, "cbName", "");
        String subject = ied.name() + " " + device + "/" + name;
        boolean exists = exists(ied, device, name, tag == Tag.GSE ? Tag.GSE_CONTROL : Tag.SAMPLED_VALUE_CONTROL);
        if (!exists) {
            check.report(
                    SclRules.ADDRESS_WITHOUT_BLOCK,
                    ied.name(),
                    subject,
                    row,
                    ied.name() + " has no " + (tag == Tag.GSE ? "GOOSE" : "sampled-value") + " control block '" + name
                            + "' in " + device);
            return;
        }
        addressed.add(tag + " " + subject);
        if (!addressed.add(store.parent(row) + " " + tag + " " + subject)) {
            check.report(
                    SclRules.DUPLICATE_ELEMENT,
                    ied.name(),
                    subject,
                    row,
                    "there are two addresses of " + subject + " in one <ConnectedAP>, of which one counts",
                    "Take one of the two out.");
        }
        ConnectedAccessPoint point = new ConnectedAccessPoint(store, store.parent(row));
        Map<String, String> parts = (tag == Tag.GSE
                        ? point.gooseAddress(device, name)
                        : point.sampledValueAddress(device, name))
                .orElse(Map.of());
        String mac = parts.getOrDefault("MAC-Address", "");
        String first = tag == Tag.GSE ? "01-0C-CD-01-00-00" : "01-0C-CD-04-00-00";
        String last = tag == Tag.GSE ? "01-0C-CD-01-01-FF" : "01-0C-CD-04-01-FF";
        String upper = mac.toUpperCase(Locale.ROOT);
        if (!HostAddressCheck.MAC.matcher(mac).matches() || upper.compareTo(first) < 0 || upper.compareTo(last) > 0) {
            outOfRange(ied.name(), subject, row, "MAC-Address '" + mac + "' of " + subject, first + " to " + last);
        }
        parts(ied.name(), subject, row);
        if (!parts.containsKey("APPID")) {
            check.report(
                    SclRules.BLOCK_WITHOUT_ADDRESS,
                    ied.name(),
                    subject,
                    row,
                    "the address of " + subject + " has no APPID");
        }
        hexadecimal(ied.name(), subject, row, "APPID", parts.get("APPID"), tag == Tag.GSE ? APPIDS : STREAM_APPIDS);
        hexadecimal(ied.name(), subject, row, "VLAN-ID", parts.get("VLAN-ID"), VLANS);
        String priority = parts.get("VLAN-PRIORITY");
        if (priority != null && (priority.length() != 1 || priority.charAt(0) < '0' || priority.charAt(0) > '7')) {
            outOfRange(ied.name(), subject, row, "VLAN-PRIORITY '" + priority + "' of " + subject, "0 to 7");
        }
        times(ied, subject, row);
    }

    /** Of two parts of one kind nobody knows which one counts. */
    private void parts(String ied, String subject, int row) {
        int address = store.child(row, Tag.ADDRESS);
        Set<String> types = new HashSet<>();
        for (int part = address < 0 ? -1 : store.child(address, Tag.P); part >= 0; part = store.next(part, Tag.P)) {
            String type = store.attribute(part, "type", "");
            String hint = PARTS.contains(type) ? "" : check.hint(type, PARTS);
            if (!hint.isEmpty()) {
                check.report(
                        SclRules.ATTRIBUTE_MALFORMED,
                        ied,
                        subject,
                        part,
                        "'" + type + "' of " + subject + " is no part of an address that the standards know" + hint);
            }
            if (check.has(part, "type", ied) && !types.add(type)) {
                check.report(
                        SclRules.DUPLICATE_ELEMENT,
                        ied,
                        subject,
                        part,
                        "there are two of address part '" + type + "' of " + subject);
            }
        }
    }

    private boolean exists(Ied ied, String device, String name, Tag tag) {
        for (LogicalDevice candidate : ied.logicalDevices()) {
            if (candidate.instance().equals(device)) {
                for (int node = candidate.row + 1; node < store.end(candidate.row); node = store.end(node)) {
                    if (store.child(node, tag, "name", name) >= 0) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private static final int[][] VLANS = {{0, 4094}};
    private static final int[][] APPIDS = {{0, 0x3FFF}, {0x8000, 0xBFFF}};
    private static final int[][] STREAM_APPIDS = {{0x4000, 0x7FFF}};

    private void hexadecimal(String ied, String subject, int row, String what, String text, int[][] ranges) {
        if (text == null) {
            return;
        }
        int digits = ranges == VLANS ? 3 : 4;
        boolean fits = false;
        int number = hexadecimal(text);
        for (int[] range : ranges) {
            fits |= number >= range[0] && number <= range[1];
        }
        if (!fits) {
            String expected = Arrays.stream(ranges)
                    .map(range -> String.format(Locale.ROOT, "%04X to %04X", range[0], range[1]))
                    .collect(Collectors.joining(" or "));
            outOfRange(ied, subject, row, what + " '" + text + "' of " + subject, "hexadecimal " + expected);
        } else if (text.length() != digits) {
            check.report(
                    SclRules.VALUE_NOT_OF_TYPE,
                    ied,
                    subject,
                    row,
                    String.format(
                            Locale.ROOT,
                            "%s '%s' of %s has not %d hexadecimal digits; %0" + digits + "X is %d",
                            what,
                            text,
                            subject,
                            digits,
                            number,
                            number));
        }
    }

    /** Returns the number that at most four hexadecimal digits stand for, or -1. */
    private static int hexadecimal(String text) {
        int number = text.isEmpty() || text.length() > 4 ? -1 : 0;
        for (int i = 0; i < text.length() && number >= 0; i++) {
            int digit = Character.digit(text.charAt(i), 16);
            number = digit < 0 || text.charAt(i) > 'f' ? -1 : number * 16 + digit;
        }
        return number;
    }

    private void times(Ied ied, String subject, int row) {
        Optional<BigDecimal> shortest = time(ied, subject, store.child(row, Tag.MIN_TIME));
        Optional<BigDecimal> longest = time(ied, subject, store.child(row, Tag.MAX_TIME));
        if (shortest.isPresent() && longest.isPresent() && shortest.get().compareTo(longest.get()) > 0) {
            check.report(
                    SclRules.GOOSE_TIMES,
                    ied.name(),
                    subject,
                    row,
                    "MinTime " + shortest.get().toPlainString() + " ms is above MaxTime "
                            + longest.get().toPlainString() + " ms");
        } else if (longest.isPresent() && longest.get().compareTo(LONGEST_SILENCE) > 0) {
            check.report(
                    SclRules.GOOSE_TIMES,
                    ied.name(),
                    subject,
                    row,
                    "MaxTime is " + longest.get().toPlainString()
                            + " ms: so long nobody notices that the sender is gone; expected at most "
                            + LONGEST_SILENCE + " ms");
        }
    }

    /** Returns a time in milliseconds, which the schema fixes as its unit. */
    private Optional<BigDecimal> time(Ied ied, String subject, int row) {
        String text = row < 0 ? "" : store.text(row);
        if (row >= 0) {
            AttributeForms.element(check, ied.name(), subject, row);
        }
        if (row < 0 || TIME.matcher(text).matches()) {
            return row < 0 ? Optional.empty() : Optional.of(new BigDecimal(text));
        }
        check.report(
                SclRules.ATTRIBUTE_MALFORMED,
                ied.name(),
                subject,
                row,
                store.element(row) + " of " + subject + " is '" + text + "'; expected a number of milliseconds");
        return Optional.empty();
    }

    private void unaddressed(Ied ied, LogicalNode node) {
        for (ControlBlock block : node.controlBlocks()) {
            Tag tag = block instanceof GooseControl ? Tag.GSE : block instanceof SampledValueControl ? Tag.SMV : null;
            String subject = ied.name() + " " + node.device().instance() + "/" + block.name();
            if (tag != null && !addressed.contains(tag + " " + subject)) {
                check.report(
                        SclRules.BLOCK_WITHOUT_ADDRESS,
                        ied.name(),
                        block.reference(),
                        block.row,
                        block.reference() + " has no address in the network section");
            }
        }
    }
}
