package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;
import org.urvant.project.type.Catalogue;

class DeviceSheetsTest {
    private static final Project PLANT = Sites.plant();

    private static DeviceSheets sheets(Project site, String name) {
        Device device = site.device(name);
        return DeviceSheets.of(site.typeOf(device), device);
    }

    /** Columns: device, path, kind of the sheet, its prefix, its container, and the setting within it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | ct.primary                       | DEVICE  | ''                    | ''                    | ct.primary
            F11  | group.1.thermal.factor           | GROUP   | group.1               | group                 | thermal.factor
            F11  | group.1.overcurrent.2.pick-up    | ROW     | group.1.overcurrent.2 | group.1.overcurrent   | pick-up
            F11  | group.2.overcurrent.1.pick-up    | ROW     | group.2.overcurrent.1 | group.2.overcurrent   | pick-up
            F11  | BI8.name                         | CHANNEL | BI8                   | BI                    | name
            F11  | X1/VT1.carries                   | CHANNEL | X1/VT1                | VT                    | carries
            F11  | assignments.trip.outputs         | ROW     | assignments.trip      | assignments           | outputs
            F11  | assignments.another.outputs      | ROW     | assignments.another   | assignments           | outputs
            RTU1 | alarms.level.high                | ROW     | alarms.level          | alarms                | high
            CN1  | signals.gate-position.start-bit  | ROW     | signals.gate-position | signals               | start-bit
            """)
    void aPathIsASheetAndASetting(
            String device, String path, String kind, String prefix, String container, String setting) {
        DeviceSheets.SheetSetting found = sheets(PLANT, device).find(path);
        assertThat(found.sheet().kind()).hasToString(kind);
        assertThat(found.sheet().prefix()).isEqualTo(prefix);
        assertThat(found.sheet().container()).isEqualTo(container);
        assertThat(found.setting().path()).isEqualTo(setting);
        assertThat(found.path()).isEqualTo(path);
    }

    /** Sheets are made when they are asked for; whoever asks first, and in whatever order, they are the same. */
    @ParameterizedTest
    @CsvSource({"F11", "L21", "T1", "M31", "R51", "P61", "RTU1", "CN1", "TD1"})
    void sheetsAreTheSameInWhateverOrderTheyAreAskedFor(String name) {
        Project site = PLANT.with(PLANT.device(name).named("fresh"));
        List<Sheet> all = sheets(PLANT, name).all();
        List<String> prefixes = new ArrayList<>(all.stream().map(Sheet::prefix).toList());
        Collections.shuffle(prefixes, new Random(name.hashCode()));
        DeviceSheets fresh = sheets(site, "fresh");
        Map<String, Sheet> first = new TreeMap<>();
        prefixes.forEach(prefix -> first.put(prefix, fresh.sheet(prefix).orElseThrow()));
        assertThat(fresh.all().stream().map(Sheet::prefix))
                .containsExactlyElementsOf(all.stream().map(Sheet::prefix).toList());
        assertThat(fresh.all()).allSatisfy(sheet -> assertThat(sheet).isSameAs(first.get(sheet.prefix())));
        assertThat(fresh.sided())
                .containsExactlyElementsOf(fresh.all().stream()
                        .filter(sheet -> sheet.definition().settings().values().stream()
                                .anyMatch(setting -> setting.traits().side().isPresent()))
                        .toList());
        assertThat(fresh.sheet("nothing")).isEmpty();
    }

    /** Columns: device, path that leads nowhere, and what is proposed. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | ct.primry                     | ct.primary
            F11  | group.0.thermal.factor        | group.1.thermal.factor
            F11  | group.9.thermal.factor        | group.1.thermal.factor
            F11  | group.003.thermal.factor      | group.1.thermal.factor
            F11  | group.1.overcurent.1.pick-up  | group.1.overcurrent.1.pick-up
            F11  | BI99.name                     | BI1.name
            F11  | assignments.a.b.outputs       | assignments
            F11  | assignments..outputs          | assignments
            RTU1 | alarms.level.hihg             | alarms.level.high
            """)
    void aPathThatLeadsNowhereGetsTheNearest(String device, String path, String nearest) {
        assertThat(sheets(PLANT, device).seek(path)).isEmpty();
        assertThatThrownBy(() -> sheets(PLANT, device).find(path))
                .isInstanceOfSatisfying(
                        UnknownNameException.class, refusal -> assertThat(refusal.getMessage() + refusal.remedy())
                                .contains(nearest));
    }

    /** Columns: device, what a person writes, and what is said of it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            RTU1 | @channels/DI99/name=x          | channel 'DI99' does not exist on the device as fitted | Known: AI1
            F11  | @channels/X9/VT1=x             | channel 'X9' does not exist                           | ''
            F11  | @groups/9/settings/thermal.factor=1.1 | setting group '9' has no place for 'group.9'    | Groups are 1 to
            M31  | @groups/1/settings/a=1         | setting group '1'                                     | ''
            RTU1 | @tables/alarm/level/high=4     | table 'alarm' does not exist in fjellmast-c2          | Did you mean 'alarms'?
            """)
    void whatTheTypeDoesNotHaveIsAStranger(String device, String written, String message, String remedy) {
        assertThat(sheets(PLANT, device).strangers()).isEmpty();
        assertThat(sheets(Sites.written(PLANT, device, written), device).strangers())
                .singleElement()
                .satisfies(stranger -> {
                    assertThat(stranger.message()).contains(message);
                    assertThat(stranger.remedy()).contains(remedy);
                });
    }

    /** Values in place of others: of the device, a group that is not there yet, a new row, a channel, a connection. */
    @Test
    void valuesGoIntoEverySheet() {
        Map<String, String> values = new TreeMap<>(Map.of(
                "ct.primary", "600 A",
                "group.2.thermal.factor", "1.2",
                "group.2.overcurrent.1.pick-up", "2 A",
                "assignments.extra.lamps", "LED2",
                "BI1.name", "Door",
                "nowhere.at.all", "1"));
        values.put("assignments.trip.lamps", null);
        Device changed = sheets(PLANT, "F11").with(values);
        DeviceSheets after = DeviceSheets.of(PLANT.typeOf(changed), changed);
        values.forEach((path, text) -> {
            if (after.seek(path).isPresent()) {
                DeviceSheets.SheetSetting at = after.find(path);
                assertThat(at.sheet().given().get(at.setting().path()))
                        .satisfies(entry ->
                                assertThat(entry == null ? null : entry.text()).isEqualTo(text));
            }
        });
        assertThat(after.strangers()).isEmpty();
        assertThat(PLANT.device("F11").settings().get("ct.primary").text()).isEqualTo("400 A");
        Project site = Sites.skarholm();
        Device gateway = sheets(site, "GW1").with(Map.of("scada.port", "2405"));
        assertThat(gateway.connections().get("scada").values().get("port").text())
                .isEqualTo("2405");
    }

    /** Columns: device, what is fitted or given, a name that expressions may use, and its value. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | description=x        | modules.vt4        | 1
            F11  | @modules/X1=bio      | modules.vt4        | 0
            F11  | description=x        | rows.assignments   | 4
            F11  | assignments.b.lamps=LED2 | rows.assignments | 5
            RTU1 | description=x        | channels.DI        | 8
            RTU1 | @modules/E1=di8      | channels.DI        | 16
            RTU1 | description=x        | rows.alarms        | 2
            F11  | description=x        | licences.arc       | false
            """)
    void whatIsFittedAndHowManyRowsThereAreCanBeAsked(String device, String written, String name, String value) {
        Project site = written.startsWith("description") ? PLANT : Sites.written(PLANT, device, written);
        Object found = sheets(site, device).own().value(name);
        assertThat(found instanceof BigDecimal number ? number.toPlainString() : String.valueOf(found))
                .isEqualTo(value);
    }

    static List<String> types() {
        return List.copyOf(Catalogue.names());
    }

    /** Of every type: each path that is listed leads back to its sheet and setting, and every channel has a sheet. */
    @ParameterizedTest
    @MethodSource("types")
    void everyListedPathLeadsToItsSetting(String type) {
        DeviceSheets blank = DeviceSheets.blank(Catalogue.type(type).orElseThrow());
        assertThat(blank.paths())
                .doesNotHaveDuplicates()
                .allSatisfy(path -> assertThat(blank.find(path).path()).isEqualTo(path));
        assertThat(blank.channels().keySet())
                .allSatisfy(channel -> assertThat(blank.sheet(channel)).isPresent());
        assertThat(blank.strangers()).isEmpty();
        for (ValueRow row : ValueRow.of(blank)) {
            assertThat(row.isGiven()).isFalse();
            assertThat(row.sheet().reading(row.setting()))
                    .as(row.path())
                    .matches(read -> read.isEmpty() || read.get().isSound());
        }
    }

    @Test
    void sheetsComeDeviceFirstThenGroupsChannelsRowsConnections() {
        List<Sheet> all = sheets(Sites.skarholm(), "GW1").all();
        assertThat(all.get(0).kind()).isEqualTo(Sheet.Kind.DEVICE);
        assertThat(all).extracting(Sheet::prefix).containsSubsequence("", "F01", "F02", "scada");
        List<Sheet> relay = sheets(PLANT, "F11").all();
        assertThat(relay)
                .extracting(Sheet::prefix)
                .containsSubsequence("", "group.1", "BI1", "BI8", "assignments.trip");
        assertThat(sheets(PLANT, "F11").of(Sheet.Kind.ROW, "group.1.overcurrent"))
                .extracting(Sheet::name)
                .containsExactly("1", "2");
    }
}
