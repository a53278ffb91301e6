package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;

/** What only the whole site shows: addresses, subnets, stations, reports, rows, bays. */
class SiteCheckTest {
    private static final Project SITE = Sites.skarholm();
    private static final Project TWO = Sites.gateway(SITE, "GW2", "192.0.2.21", "48");

    private static List<Finding> found(Project site, String rule) {
        return ProjectCheck.check(site).stream()
                .filter(finding -> finding.rule().id().equals(rule))
                .toList();
    }

    /** Columns: own address, mask, gateway, and the rules that are broken (RFC 950, RFC 1122: no network, no broadcast address). */
    @ParameterizedTest(name = "{0} {1} via {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            192.0.2.20  | 255.255.255.0   | 192.0.2.1     | ''
            192.0.2.20  | 255.255.255.0   | 203.0.113.1   | gateway-outside
            192.0.2.0   | 255.255.255.0   | 192.0.2.1     | address-out-of-range
            192.0.2.255 | 255.255.255.0   | 192.0.2.1     | address-out-of-range
            192.0.2.20  | 255.0.255.0     | 192.0.2.1     | address-out-of-range
            192.0.2.20  | 255.255.255.240 | 192.0.2.17    | ''
            192.0.2.20  | 255.255.255.240 | 192.0.2.1     | gateway-outside
            192.0.2.20  | 255.255.255.0   | 192.0.2.20    | address-out-of-range
            """)
    void aStationsAddressMaskAndGatewayFit(String address, String mask, String gateway, String rules) {
        Project site = Sites.written(
                SITE, "GW1", "network.address=" + address + "; network.mask=" + mask + "; network.gateway=" + gateway);
        String found = ProjectCheck.check(site).stream()
                .map(finding -> finding.rule().id())
                .filter(rule -> rule.equals("gateway-outside") || rule.equals("address-out-of-range"))
                .distinct()
                .collect(Collectors.joining(" "));
        assertThat(found).isEqualTo(rules);
    }

    /** Columns: source and backup of the clock, the connections that set it, and the rules that are broken. */
    @ParameterizedTest(name = "{0}, {1}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            sntp           | own            | ''           | ''
            sntp           | none           | ''           | no-backup-clock
            own            | own            | ''           | no-backup-clock
            sntp           | control-centre | ''           | no-backup-clock
            sntp           | control-centre | scada        | ''
            sntp           | control-centre | scada second | clock-owners
            sntp           | own            | scada        | clock-owners
            control-centre | own            | scada        | ''
            control-centre | own            | ''           | clock-owners
            control-centre | own            | scada second | clock-owners
            control-centre | control-centre | scada        | no-backup-clock
            """)
    void oneSetsTheClockAndAnotherIsThereForIt(String source, String backup, String setters, String rules) {
        StringBuilder written = new StringBuilder("@connections/second/kind=control-centre; clock.source=")
                .append(source)
                .append("; clock.backup=")
                .append(backup);
        for (String setter : setters.isEmpty() ? new String[0] : setters.split(" ")) {
            written.append("; ").append(setter).append(".sets-clock=yes");
        }
        String found = ProjectCheck.check(Sites.written(SITE, "GW1", written.toString())).stream()
                .map(finding -> finding.rule().id())
                .filter(rule -> rule.equals("no-backup-clock") || rule.equals("clock-owners"))
                .sorted()
                .collect(Collectors.joining(" "));
        assertThat(found).isEqualTo(rules);
    }

    /** Columns: what GW2 is given, and the rule that two devices break together; each of the two is told of it. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            network.address=192.0.2.20              | duplicate-ip
            network.address=192.0.2.11              | duplicate-ip
            scada.common-address=47                 | duplicate-station-address
            F01.report-instance=1                   | report-instance-taken
            b.bus=b1                                | bus-two-masters
            """)
    void twoMayNotHaveTheSame(String written, String rule) {
        String bus = "@connections/b/kind=field-bus; @connections/b/bus=";
        Project clean = Sites.written(
                Sites.written(TWO, "GW1", bus + "B1"),
                "GW2",
                "F01.report-instance=2; F02.report-instance=2; " + bus + "B2");
        assertThat(ProjectCheck.blocks(ProjectCheck.check(clean))).isFalse();
        assertThat(found(clean, rule)).isEmpty();
        List<Finding> both = found(Sites.written(clean, "GW2", written), rule);
        assertThat(both).isNotEmpty().allSatisfy(finding -> assertThat(finding.remedy())
                .isNotBlank());
        assertThat(ProjectCheck.blocks(both)).isTrue();
        Project site = Sites.written(clean, "GW2", written);
        for (Device each : site.devices().values()) {
            boolean isOfARelay = written.endsWith("192.0.2.11");
            if (each.name().equals("GW2") || !isOfARelay) {
                assertThat(ProjectCheck.blocks(ProjectCheck.check(site, each)))
                        .as("what two share blocks both: %s", each.name())
                        .isTrue();
            }
        }
    }

    /** Columns: file, subnetwork and address of each access point, and which of them, from 0, may be on the network of one before. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            a W1 1, a W1 2             | ''
            a W1 1, a W1 1             | 1
            a W1 1, a W2 1             | ''
            a W1 1, a W2 1, a W2 1     | 2
            a W1 1, a W2 1, a W1 1     | 2
            a W1 1, b W2 1             | 1
            a W1 1, a W2 1, b W1 1     | 2
            a W1 1, b W1 1, a W2 1     | 1
            """)
    void anAddressBelongsToOneStationOfANetwork(String points, String doubled) {
        Map<String, StringBuilder> files = new TreeMap<>();
        int count = 0;
        for (String each : points.split(", ")) {
            String[] parts = each.split(" ");
            StringBuilder text = files.computeIfAbsent(parts[0], file -> new StringBuilder("<Communication>"));
            text.append(
                    "<SubNetwork name='%1$s'><ConnectedAP iedName='R%2$d' apName='P1'><Address><P type='IP'>192.0.2.%3$s</P><P type='MAC-Address'>02-00-5E-10-00-0%3$s</P></Address></ConnectedAP></SubNetwork>"
                            .formatted(parts[1], count++, parts[2]));
        }
        Project site = Sites.empty();
        for (Map.Entry<String, StringBuilder> file : files.entrySet()) {
            StringBuilder text = new StringBuilder("<SCL xmlns='http://www.iec.ch/61850/2003/SCL'><Header id='x'/>")
                    .append(file.getValue())
                    .append("</Communication>");
            for (int ied = 0; ied < count; ied++) {
                if (file.getValue().indexOf("'R" + ied + "'") >= 0) {
                    text.append("<IED name='R" + ied + "'><AccessPoint name='P1'/></IED>");
                }
            }
            site = Sites.imported(
                    site,
                    new SclReader()
                            .read(
                                    text.append("</SCL>").toString().getBytes(StandardCharsets.UTF_8),
                                    "sources/" + file.getKey() + ".cid"));
        }
        long cards = Arrays.stream(points.split(", "))
                .map(point -> point.substring(point.length() - 1))
                .distinct()
                .count();
        assertThat(found(site, "duplicate-mac"))
                .as("a card has one address on all networks")
                .hasSize((int) (count - cards));
        assertThat(found(site, "duplicate-ip").stream()
                        .map(finding -> finding.subject().substring(1)))
                .isEqualTo(doubled.isEmpty() ? List.of() : List.of(doubled));
    }

    /** Columns: rule, what stands in a row of GW1's table, what a person writes instead, and a part of what is said. */
    @ParameterizedTest(name = "{0}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            unknown-reference  | F01CTRL/XCBR1.Pos.stVal | F01CTRL/XCBR1.Pso.stVal | Did you mean 'F01CTRL/XCBR1.Pos.stVal'?
            point-duplicate    | M_DP_TB_1 1002          | M_DP_TB_1 1001          | already used by
            point-not-fitting  | M_DP_TB_1 1001          | M_ME_TF_1 1001          | cannot be carried by M_ME_TF_1
            address-taken      | F01CTRL/XCBR1.Pos.stVal | F01CTRL/CSWI1.Pos.stVal | was given to F01CTRL/XCBR1.Pos.stVal
            value-out-of-range | M_DP_TB_1 1001          | M_DP_TB_1 16777216      | 16777215
            value-out-of-range | M_DP_TB_1 1001          | M_DP_TB_1 0             | 1 to
            value-out-of-range | M_DP_TB_1 1001          | M_XX_TB_1 1001          | M_XX_TB_1
            """)
    void aRowThatAPersonChangedIsHeldAgainstBothEnds(String rule, String from, String to, String said) {
        Device gateway = SITE.device("GW1");
        List<Mapping> rows =
                gateway.mappings().stream().map(row -> changed(row, from, to)).toList();
        List<Finding> found = found(SITE.with(gateway.withMappings(rows)), rule);
        assertThat(found).anySatisfy(finding -> assertThat(finding.message() + " " + finding.remedy())
                .contains(said));
    }

    private static Mapping changed(Mapping row, String from, String to) {
        return new Mapping(
                row.key(),
                row.name(),
                row.place(),
                new Mapping.End(row.from(), row.source().replace(from, to)),
                new Mapping.End(row.to(), row.destination().equals(from) ? to : row.destination()),
                row.isUsed(),
                row.position());
    }

    @Test
    void namesOfTwoRowsAreUnlikeAndNotTooLong() {
        Device gateway = SITE.device("GW1");
        Mapping first = gateway.mappings().get(0);
        Mapping second = gateway.mappings().get(1);
        List<Mapping> rows = new ArrayList<>(gateway.mappings());
        rows.set(1, named(second, first.name()));
        assertThat(found(SITE.with(gateway.withMappings(rows)), "duplicate-name"))
                .hasSize(1);
        rows.set(1, named(second, "a name of a signal that is longer than all can be"));
        assertThat(found(SITE.with(gateway.withMappings(rows)), "value-out-of-range"))
                .singleElement()
                .satisfies(finding -> assertThat(finding.message()).contains("at most 28 can be held"));
    }

    private static Mapping named(Mapping row, String name) {
        return new Mapping(row.key(), name, row.place(), row.origin(), row.target(), row.isUsed(), row.position());
    }

    /** Columns: rating of the bay, and whether the relay agrees: within a thousandth, whatever the unit. */
    @ParameterizedTest
    @CsvSource({
        "ct.primary,400 A,0",
        "ct.primary,0.4 kA,0",
        "rated.current,400.3 A,0",
        "ct.primary,401 A,1",
        "ct.primary,400 V,1",
        "vt.primary,11 kV,0",
        "vt.primary,11000 V,0",
        "vt.primary,10 kV,1",
        "vt.secondary,110 V,0",
        "vt.secondary,100 V,1"
    })
    void theRatingsOfABayAreThoseOfItsRelays(String path, String value, int differing) {
        Project plant = Sites.plant();
        Device relay = plant.device("F11");
        Bay bay = new Bay("K1", 0, List.of(new Entry("F11", relay.position())), new TreeMap<>(), relay.position())
                .withRatings(Map.of(path, value));
        assertThat(found(plant.with(bay), "rating-differs")).hasSize(differing);
    }

    @Test
    void aDeviceOfABayMustExistAndABayNeedsTheSignalsOfItsBreakers() {
        Project plant = Sites.plant();
        Device relay = plant.device("F11");
        Bay bay = new Bay(
                "K1",
                1,
                List.of(new Entry("F11", relay.position()), new Entry("F99", relay.position())),
                new TreeMap<>(),
                relay.position());
        assertThat(found(plant.with(bay), "unknown-reference"))
                .singleElement()
                .satisfies(finding -> assertThat(finding.message()).contains("F99"));
        assertThat(found(plant.with(bay), "breaker-signal-missing")).hasSize(1);
        Project served = ValueChange.set(
                plant,
                "F11",
                Map.of(
                        "BO1.serves", "trip",
                        "BO2.serves", "close",
                        "BI1.serves", "open-position",
                        "BI2.serves", "closed-position"));
        assertThat(found(served.with(bay), "breaker-signal-missing")).isEmpty();
    }

    @Test
    void findingsOfOneDeviceAreItsOwnAndThoseOfItsRelays() {
        Project site = Sites.written(TWO, "GW2", "F01.report-instance=2; F02.report-instance=2; station.name=");
        assertThat(ProjectCheck.check(site, site.device("GW1")))
                .noneSatisfy(finding -> assertThat(finding.subject()).startsWith("GW2"));
        assertThat(ProjectCheck.check(site, site.device("GW2")))
                .anySatisfy(finding -> assertThat(finding.message()).contains("station.name is open"));
    }

    /** Columns: what is wrong, and the devices whose check says so; names that begin alike do not matter. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            a value of GW1                 | GW1
            a value of GW10                | GW10
            a bay with GW10                | GW10
            a copy of F02's GOOSE address  | GW1 GW10
            nobody asks F01                | ''
            """)
    void aFindingIsShownForWhomItConcernsOnly(String what, String devices) {
        Project both = Sites.gateway(SITE, "GW10", "192.0.2.22", "49");
        Project site =
                switch (what) {
                    case "a value of GW1" -> Sites.written(both, "GW1", "station.name=");
                    case "a value of GW10" -> Sites.written(both, "GW10", "station.name=");
                    case "a bay with GW10" -> both.with(bay("K1", "GW10").withRatings(Map.of("ct.primary", "1 A")));
                    case "nobody asks F01" ->
                        both.with(both.device("GW1").withConnections(new TreeMap<>()))
                                .with(both.device("GW10").withConnections(new TreeMap<>()));
                    default -> shared(both);
                };
        String rule = what.startsWith("a value")
                ? "open-items"
                : what.startsWith("a bay")
                        ? "unknown-reference"
                        : what.startsWith("nobody") ? "nobody-polls" : "duplicate-mac";
        assertThat(found(site, rule)).isNotEmpty();
        String shown = site.devices().values().stream()
                .filter(device -> ProjectCheck.check(site, device).stream()
                        .anyMatch(finding -> finding.rule().id().equals(rule)))
                .map(Device::name)
                .collect(Collectors.joining(" "));
        assertThat(shown).isEqualTo(devices);
    }

    private static Bay bay(String name, String... devices) {
        Device any = SITE.device("GW1");
        List<Entry> entries = new ArrayList<>();
        for (String device : devices) {
            entries.add(new Entry(device, any.position()));
        }
        return new Bay(name, 0, entries, new TreeMap<>(), any.position());
    }

    /** Both relays send to one multicast address; each gateway asks both of them. */
    private static Project shared(Project site) {
        String text;
        try {
            text = Files.readString(Path.of("../demo/F02.cid")).replace("01-0C-CD-01-00-12", "01-0C-CD-01-00-11");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        SclFile file = new SclReader().read(text.getBytes(StandardCharsets.UTF_8), "sources/F02.cid");
        return Sites.imported(site.with(site.imported().without("F02.cid")), file);
    }

    /** Checking is a function of the site: twice the same, and the same whatever was checked between. */
    @Test
    void aSiteIsCheckedWithoutATrace() {
        List<Finding> before = ProjectCheck.check(TWO);
        ProjectCheck.check(DeviceChange.remove(TWO, "GW2", true));
        assertThat(ProjectCheck.check(TWO)).isEqualTo(before).isSorted();
    }
}
