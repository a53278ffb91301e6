package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Severity;
import org.urvant.core.finding.Step;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.check.DownloadCheck;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.check.SiteRules;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.type.Catalogue;

/** Plants each mistake that the demo site's parts can have, and looks for the finding. */
class ChecksTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void skarholm() {
        folder = Skarholm.make(root.resolve("site"));
    }

    private List<Finding> findings() {
        return ProjectCheck.check(folder.load());
    }

    private Set<String> rules() {
        return findings().stream().map(finding -> finding.rule().id()).collect(Collectors.toSet());
    }

    @Test
    void theDemoSiteHasOnlyTheFindingsThatItShouldHave() {
        assertThat(rules()).containsExactlyInAnyOrder("point-disabled", "left-at-default", "name-shortened");
        assertThat(ProjectCheck.blocks(findings())).isFalse();
    }

    /** Columns: file, what stands there, what a person writes instead, the rule, and a part of its message. */
    @ParameterizedTest(name = "{3}: {1} → {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            devices/GW1.yaml | station.name      | station.nam            | unknown-reference         | Did you mean 'station.name'?
            devices/GW1.yaml | ied: F02          | ied: F03               | unknown-reference         | IED 'F03' is in no imported file
            mappings/GW1.csv | F01,F01CTRL/XCBR1 | F09,F01CTRL/XCBR1      | unknown-reference         | connection 'F09'
            mappings/GW1.csv | XCBR1.Pos.stVal   | XCBR1.Pso.stVal        | unknown-reference         | Did you mean 'F01CTRL/XCBR1.Pos.stVal'?
            sources/F01.cid  | name="Tr" type    | name="Trx" type        | dangling-reference        | is no longer in
            devices/GW1.yaml | peer: 198.51.100.7 | peer: 198.51.100.777  | value-out-of-range        | expected an IPv4 address
            mappings/GW1.csv | F01 Breaker position | F01 Breaker position of the first feeder | value-out-of-range | at most 28 can be held
            devices/GW1.yaml | station.name: Skarholm | watchdog.time: 7.3 | value-off-step            | between two steps
            devices/GW1.yaml | station.name: Skarholm | events.kept: 500   | open-items                | station.name is open
            mappings/GW1.csv | M_DP_TB_1 1002    | M_DP_TB_1 1001         | point-duplicate           | already used by 'F01 Breaker position'
            mappings/GW1.csv | F01CTRL/XCBR1.Pos.stVal,scada,M_DP_TB_1 1001 | F01CTRL/CSWI1.Pos.stVal,scada,M_DP_TB_1 1001 | address-taken | was given to F01CTRL/XCBR1.Pos.stVal
            mappings/GW1.csv | 86834beb,F01 Breaker | 96834beb,F01 Breaker | mapping-key-altered    | Put back '86834beb'
            mappings/GW1.csv | M_DP_TB_1 1001    | M_ME_TF_1 1001         | point-not-fitting         | cannot be carried by M_ME_TF_1
            mappings/GW1.csv | F01 Truck position | F01 Breaker position  | duplicate-name            | stands already
            devices/GW1.yaml | network.address: 192.0.2.20 | network.address: 192.0.2.11 | duplicate-ip | is also that of
            sources/F02.cid  | 01-0C-CD-01-00-12 | 01-0C-CD-01-00-11      | duplicate-mac             | '01-0C-CD-01-00-11'
            sources/F02.cid  | APPID">0012       | APPID">0011            | duplicate-appid           | '0011'
            sources/F02.cid  | appID="F02-trips" | appID="F01-trips"      | duplicate-goose-id        | 'F01-trips'
            devices/GW1.yaml | network.gateway: 192.0.2.1 | network.mask: 255.255.255.0 | subnet-differs   | scada at 198.51.100.7
            devices/GW1.yaml | address: 192.0.2.12 | address: 203.0.113.12 | peer-address-differs     | gives F02 192.0.2.12
            devices/GW1.yaml | network.gateway: 192.0.2.1 | network.gateway: 203.0.113.1 | gateway-outside | not in the subnet
            devices/GW1.yaml | firmware: 2.1     | firmware: 2.0          | wholly-fine               |
            sources/F02.cid  | srcCBName="trips_out" | srcCBName="trip"   | goose-no-publisher        | F01 has no GOOSE control block 'trip'
            sources/F02.cid  | srcCBName="trips_out" | srcCBName="trip"   | goose-unsubscribed        | is taken by no other IED
            sources/F01.cid  | doName="PPV"      | doName="PhV"           | wholly-fine               |
            sources/F01.cid  | lnClass="XSWI" lnInst="2" doName="Pos" fc="ST" | lnClass="XSWI" lnInst="2" doName="Loc" fc="ST" | signal-not-reported | F01CTRL/XSWI2.Pos.stVal
            devices/GW1.yaml | ied: F01          | ied: F01⏎    report-instance: 4  | report-instance-missing | instance 4
            mappings/GW1.csv | 1002,yes          | 1002,no                | point-disabled            | switched off
            devices/GW1.yaml | station.name: Skarholm | status-page.enabled: yes | clear-text-service  | in clear text
            devices/GW1.yaml | station.name: Skarholm | clock.backup: none | no-backup-clock           | nobody sets the clock
            sources/F01.cid  | Line earthing switch position | Line earthing switch in the cable compartment | name-shortened | more than 28
            urvant.yaml      | project:          | projekt:               | file-malformed            | 'projekt' is not known
            """)
    void aPlantedMistakeIsFound(String file, String from, String to, String rule, String message) throws IOException {
        Set<String> before = rules();
        Skarholm.edit(folder, file, from, to.replace("⏎", "\n"));
        List<Finding> findings = findings();
        if (rule.equals("wholly-fine")) {
            assertThat(rules()).isSubsetOf(before);
            return;
        }
        assertThat(findings).as("%s", findings).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message() + " " + finding.remedy()).contains(message);
            assertThat(finding.position().source())
                    .isIn(file, "sources/F01.cid", "sources/F02.cid", "mappings/GW1.csv");
            assertThat(finding.remedy()).isNotBlank();
        });
    }

    @Test
    void aChangedSourceIsFound() throws IOException {
        Path source = folder.root().resolve("sources/F01.cid");
        Files.writeString(source, Files.readString(source).replace("Marrowby", "Marrowbx"));
        assertThat(rules()).contains("source-altered");
    }

    @Test
    void aSecondGatewayMustNotTakeAddressStationOrReportsOfTheFirst() {
        Skarholm.gateway(folder, "GW2", "192.0.2.20", "47");
        assertThat(rules()).contains("duplicate-ip", "duplicate-station-address", "report-instance-taken");
        folder.set(folder.load(), "GW2", "network.address", "192.0.2.21");
        folder.set(folder.load(), "GW2", "scada.common-address", "48");
        folder.set(folder.load(), "GW2", "F01.report-instance", "2");
        folder.set(folder.load(), "GW2", "F02.report-instance", "2");
        assertThat(findings())
                .filteredOn(finding -> finding.rule().severity() == Severity.ERROR)
                .extracting(Finding::message)
                .as("a download to either would reach the same unit")
                .containsExactly("link 192.0.2.20:8443 is also that of GW1 at devices/GW1.yaml:16:7");
        folder.set(folder.load(), "GW2", "link", "192.0.2.21:8443");
        assertThat(ProjectCheck.blocks(findings())).isFalse();
        assertThat(ProjectCheck.check(folder.load(), folder.load().device("GW1")))
                .noneSatisfy(finding -> assertThat(finding.subject()).startsWith("GW2"));
    }

    @Test
    void aSettingThatTheFirmwareLacksIsFound() throws IOException {
        folder.set(folder.load(), "GW1", "events.compressed", "yes");
        assertThat(rules()).doesNotContain("firmware-too-old");
        Skarholm.edit(folder, "devices/GW1.yaml", "firmware: 2.1", "firmware: 2.0");
        assertThat(rules()).contains("firmware-too-old");
    }

    @Test
    void aRelayThatNobodyAsksIsFound() {
        ProjectFolder other = ProjectFolder.create(root.resolve("other"), "Other", Skarholm.workplace("tester"));
        other.importScl(Path.of("../demo/F01.cid"));
        assertThat(ProjectCheck.check(other.load()))
                .extracting(finding -> finding.rule().id())
                .contains("nobody-polls");
    }

    /** A type of the project's own holds as many points as are mapped, one more, or one less; nine tenths are near. */
    @ParameterizedTest
    @CsvSource({"0,capacity-near-limit,26", "1,value-out-of-range,25", "-3,'',29"})
    void capacityIsWatched(int over, String rule, int most) {
        int mapped = folder.load().device("GW1").mappings().size();
        assertThat(mapped - over).isEqualTo(most);
        String type = Catalogue.text("ravnsund-g3").replace("most-points: 200", "most-points: " + most);
        SafeFile.writeText(folder.root().resolve("types/small.yaml"), type);
        List<Finding> found = findings().stream()
                .filter(finding -> finding.message().contains("the device holds " + most))
                .toList();
        assertThat(found.stream().map(finding -> finding.rule().id()).collect(Collectors.joining()))
                .isEqualTo(rule);
    }

    @Test
    void whatHappenedToADeviceIsRemembered() {
        DeviceHistory history = folder.history("GW1");
        Fingerprint now = fingerprint();
        history.loggedOn("T-1", "engineer", true);
        assertThat(rules()).contains("default-password");
        history.loggedOn("T-1", "engineer", false);
        history.downloaded("192.0.2.20:8443", new DeviceRecord.Intention(now, "T-1", "none", "none", false, false));
        history.signedOff("T-1", now, "checked", Optional.empty());
        assertThat(rules()).doesNotContain("default-password", "edited-after-sign-off");
        folder.set(folder.load(), "GW1", "watchdog.time", "10");
        assertThat(rules()).contains("edited-after-sign-off");
    }

    private Fingerprint fingerprint() {
        Project project = folder.load();
        return ConfigurationBuilder.build(project, project.device("GW1")).fingerprint();
    }

    /** Effects by the device type: watchdog.time restarts, report-instance wants a check, clock.source does nothing. */
    @ParameterizedTest
    @CsvSource({
        "watchdog.time,10,true,restart-needed;sign-off-lost,watchdog.time",
        "scada.port,2405,true,restart-needed;sign-off-lost,scada.port",
        "F01.report-instance,2,true,sign-off-lost,F01.report-instance",
        "clock.source,own,true,sign-off-lost,GW1",
        "clock.source,own,false,,"
    })
    void effectsOfADownloadAreSaidBefore(String path, String value, boolean signedOff, String rules, String named) {
        Project before = folder.load();
        Configuration present = ConfigurationBuilder.build(before, before.device("GW1"));
        folder.set(before, "GW1", path, value);
        Project after = folder.load();
        Configuration wanted = ConfigurationBuilder.build(after, after.device("GW1"));
        List<Finding> effects = DownloadCheck.effects(
                after.type(after.device("GW1")).orElseThrow(),
                after.device("GW1"),
                present.differencesTo(wanted),
                signedOff);
        assertThat(effects.stream().map(effect -> effect.rule().id()).collect(Collectors.joining(";")))
                .isEqualTo(rules == null ? "" : rules);
        if (named != null) {
            assertThat(effects.get(0).message()).contains(named);
        }
    }

    @Test
    void aMutedFindingShowsItsReasonAndAnErrorCannotBeMuted() throws IOException {
        Finding disabled = findings().stream()
                .filter(finding -> finding.rule() == MappingRules.POINT_DISABLED)
                .findFirst()
                .orElseThrow();
        folder.change(site -> site.with(site.remarks().withMuted(disabled.place(), "not commissioned yet")));
        assertThat(findings())
                .filteredOn(finding -> finding.place().equals(disabled.place()))
                .allSatisfy(finding -> assertThat(finding.muted()).isEqualTo("not commissioned yet"));
        folder.change(site -> site.with(site.remarks().withMuted(disabled.place(), "")));
        assertThat(findings()).noneMatch(Finding::isMuted);
        Skarholm.edit(folder, "devices/GW1.yaml", "common-address: 47", "common-address: 0");
        Finding error = findings().get(0);
        folder.change(site -> site.with(site.remarks().withMuted(error.place(), "I know better")));
        assertThat(error.severity()).isEqualTo(Severity.ERROR);
        assertThat(ProjectCheck.blocks(findings())).isTrue();
        assertThat(findings())
                .noneMatch(Finding::isMuted)
                .filteredOn(finding -> finding.rule() == SiteRules.MUTES_NOTHING)
                .singleElement()
                .satisfies(idle -> {
                    assertThat(idle.place()).isEqualTo("mutes-nothing " + error.place());
                    assertThat(idle.about()).contains(Ref.device("GW1"));
                    assertThat(idle.mend().steps())
                            .containsExactly(
                                    Step.of(Step.Action.UNMUTE, error.rule().id(), error.subject()));
                });
    }
}
