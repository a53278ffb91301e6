package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.View;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.StudyPlan;
import org.urvant.project.change.StudyRows;
import org.urvant.project.change.ValueChange;
import org.urvant.project.change.ValuePlan;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.type.Catalogue;

/** A setting study from file to site, and back. */
class StudyTest {
    private static final Project SITE = site();

    @TempDir
    Path folder;

    private static Project site() {
        Project site =
                Project.of("Skarholm", new DeviceTypes(Set.copyOf(Catalogue.names()), name -> Catalogue.type(name)
                        .orElse(null)));
        for (String name : List.of("F11", "F12")) {
            site = NewDevice.add(site, name, NewDevice.Start.of("marrowby-f2"));
            site = ValueChange.set(
                    site, name, Map.of("ct.primary", "400 A", "rated.current", "380 A", "unit.name", "Feeder " + name));
        }
        site = NewDevice.add(site, "Q41", NewDevice.Start.of("oddvik-u1"));
        site = ValueChange.set(site, "Q41", Map.of("rated.current", "630 A"));
        Position here = Position.in("site.yaml");
        return site.with(new Bay("K1 Harbour", 0, List.of(new Entry("F12", here)), new TreeMap<>(), here));
    }

    private StudyPlan plan(String text, String side, String names) throws IOException {
        Path file = folder.resolve("study.csv");
        Files.writeString(file, text.replace("\\n", "\n"));
        Map<String, String> as = names.isEmpty()
                ? Map.of()
                : List.of(names.split(", ")).stream()
                        .collect(Collectors.toMap(each -> each.split("=")[0], each -> each.split("=")[1]));
        StudyTable.Read read = StudyTable.read(file, "study.csv", Optional.empty());
        return StudyPlan.of(SITE, read.rows(), new StudyPlan.How(View.of(side), as), read.findings());
    }

    /** Columns: heading and row, side of the study, names; device and setting found, its text, how it is rounded. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            device,stage,setting,value,unit,side\\nF11,overcurrent.1,pick-up,480,A,primary | '' | '' | F11 group.1.overcurrent.1.pick-up | 480 A primary | ''
            Relay;Element;Parameter;Set value;Units\\nF11;I>;Set current;1,25;A sec | '' | '' | F11 group.1.overcurrent.1.pick-up | 1.25 A | ''
            sep=;\\nTag;Stage;Setting;Value\\nFeeder F11;I>>;pickup;8,004 A | secondary | '' | F11 group.1.overcurrent.2.pick-up | 8 A | is 8.004 A; the device holds 8 A
            A study\\n\\ndevice,stage,setting,value,unit\\nf11,Overcurrent 2,Set current,501,A (prim) | '' | '' | F11 group.1.overcurrent.2.pick-up | 501 A primary | which is 1.2525 A; the device holds 1.25 A
            device;stage;setting;value;unit\\nF11;thermal;alarm level;75 %;% | '' | '' | F11 group.1.thermal.alarm-level | 75 % | ''
            device;stage;setting;value\\nF11;I>;pick-up;1,2 A sec | '' | '' | F11 group.1.overcurrent.1.pick-up | 1.2 A | ''
            device,stage,setting,value\\nF11,I>,pick-up,0.48kA (pri.) | '' | '' | F11 group.1.overcurrent.1.pick-up | 0.48 kA primary | ''
            device,stage,setting,value\\nK1 Harbour,IN>,Time,0.3 s | '' | '' | F12 group.1.earth-fault.1.delay | 0.3 s | ''
            device,stage,setting,value,unit\\nF11,IN>,Time delay,300,ms | '' | '' | F11 group.1.earth-fault.1.delay | 300 ms | ''
            device,stage,setting,value\\nF11,I>,TMS,0.204 | '' | '' | F11 group.1.overcurrent.1.multiplier | 0.2 | is 0.204; the device holds 0.2
            device,stage,setting,value\\nF11,I>,Curve,IEC extremely inverse | '' | '' | F11 group.1.overcurrent.1.characteristic | C | ''
            device,stage,setting,value\\nF11,51,TMS,0.3 | '' | 51=overcurrent.1 | F11 group.1.overcurrent.1.multiplier | 0.3 | ''
            device,group,stage,setting,value,unit\\nF11,2,I>,pick-up,75,% | '' | '' | F11 group.2.overcurrent.1.pick-up | 75 % | which is 0.7125 A; the device holds 0.71 A
            device,stage,setting,value\\nQ41,long-time,current,0.85 | '' | '' | Q41 long-time.current | 0.8 | the device holds 0.8
            device,stage,setting,value,unit\\nF11,voltage 1,level,80,% | '' | '' | F11 group.1.voltage.1.level | 80 % | ''
            device,stage,setting,value\\nF11,voltage 1,level,80 % | primary | '' | F11 group.1.voltage.1.level | 80 % | ''
            device,stage,setting,value,unit\\nF11,voltage 1,level,8.8,kV prim | '' | '' | F11 group.1.voltage.1.level | 8.8 kV primary | ''
            device,setting,value,unit\\nF11,group.1.thermal.time-constant,0.5,h | '' | '' | F11 group.1.thermal.time-constant | 0.5 h | ''
            device,group,stage,setting,value,unit,side\\nF11,-,I>,TMS,0.3,-,– | '' | '' | F11 group.1.overcurrent.1.multiplier | 0.3 | ''
            device,stage,setting,value,unit,side\\nF11,I>,pick-up,4.8E+02,A,primary | '' | '' | F11 group.1.overcurrent.1.pick-up | 480 A primary | ''
            device,setting,value,side\\nF11,ct.primary,500 A,primary | '' | '' | F11 ct.primary | 500 A | ''
            device,setting,value\\nF11,ct.primary,500 A | secondary | '' | F11 ct.primary | 500 A | ''
            device,setting,value\\nX9,ct.primary,500 A | primary | X9=F11 | F11 ct.primary | 500 A | ''
            """)
    void aRowIsMatchedAndConverted(String text, String side, String names, String place, String value, String rounded)
            throws IOException {
        StudyPlan plan = plan(text, side, names);
        assertThat(plan.values().findings()).isEmpty();
        assertThat(plan.values().rows()).hasSize(1);
        ValuePlan.Wanted wanted = plan.values().rows().get(0).wanted();
        assertThat(wanted.device() + " " + wanted.path()).isEqualTo(place);
        assertThat(wanted.text()).isEqualTo(value);
        assertThat(String.join("", plan.rounded())).contains(rounded);
        assertThat(plan.rounded().isEmpty()).isEqualTo(rounded.isEmpty());
        assertThat(plan.dials()).isEqualTo(wanted.device().equals("Q41") ? List.of("Q41") : List.of());
        assertThat(ValueChange.given(plan.values().after(), wanted.device(), wanted.path()))
                .contains(value);
    }

    /** Columns: how a study calls a stage and a setting of a feeder relay, a value, and the setting that it means. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            I>              | pick-up                  | 1.2 A sec | overcurrent.1.pick-up
            I>              | Pick up                  | 1.2 A sec | overcurrent.1.pick-up
            I>              | PICKUP                   | 1.2 A sec | overcurrent.1.pick-up
            I>              | Set current              | 1.2 A sec | overcurrent.1.pick-up
            I>              | current setting          | 1.2 A sec | overcurrent.1.pick-up
            I>              | Current                  | 1.2 A sec | overcurrent.1.pick-up
            I >>            | Pick-up current          | 8 A sec   | overcurrent.2.pick-up
            i>>>            | pickup                   | 8 A sec   | overcurrent.3.pick-up
            I>>>>           | pickup                   | 8 A sec   | overcurrent.4.pick-up
            overcurrent.1   | pick-up                  | 1.2 A sec | overcurrent.1.pick-up
            overcurrent 1   | pick-up                  | 1.2 A sec | overcurrent.1.pick-up
            Overcurrent-2   | pick-up                  | 1.2 A sec | overcurrent.2.pick-up
            overcurrent/3   | pick-up                  | 1.2 A sec | overcurrent.3.pick-up
            I>              | TMS                      | 0.3       | overcurrent.1.multiplier
            I>              | Time multiplier          | 0.3       | overcurrent.1.multiplier
            I>              | time-multiplier          | 0.3       | overcurrent.1.multiplier
            I>              | Time dial                | 0.3       | overcurrent.1.multiplier
            I>              | multiplier               | 0.3       | overcurrent.1.multiplier
            I>>             | Delay                    | 0.2 s     | overcurrent.2.delay
            I>>             | Time                     | 0.2 s     | overcurrent.2.delay
            I>>             | Time delay               | 200 ms    | overcurrent.2.delay
            I>>             | operate time             | 0.2 sec   | overcurrent.2.delay
            I>>             | operate time             | 0.2 s     | overcurrent.2.delay
            I>>             | Definite time            | 0.2 s     | overcurrent.2.delay
            I>              | Curve                    | B         | overcurrent.1.characteristic
            I>              | Characteristic           | B         | overcurrent.1.characteristic
            I>              | course                   | B         | overcurrent.1.characteristic
            I>              | reaction                 | alarm     | overcurrent.1.reaction
            IN>             | Set current              | 0.1 A sec | earth-fault.1.pick-up
            IE>>            | Set current              | 0.1 A sec | earth-fault.2.pick-up
            I0>             | Set current              | 0.1 A sec | earth-fault.1.pick-up
            3I0>            | Set current              | 0.1 A sec | earth-fault.1.pick-up
            earth fault 1   | Set current              | 0.1 A sec | earth-fault.1.pick-up
            earth-fault.1   | direction                | forward   | earth-fault.1.direction
            thermal         | time-constant            | 20 min    | thermal.time-constant
            thermal         | factor                   | 1.05      | thermal.factor
            unbalance       | level                    | 25 %      | unbalance.level
            auto-reclose    | dead time                | 0.6 s     | auto-reclose.dead-time
            ''              | thermal.time-constant    | 20 min    | thermal.time-constant
            """)
    void theTradesNamesAreUnderstood(String stage, String setting, String value, String path) throws IOException {
        int blank = value.indexOf(' ');
        String number = blank < 0 ? value : value.substring(0, blank);
        String unit = blank < 0 ? "" : value.substring(blank + 1);
        StudyPlan plan = plan(
                "device,stage,setting,value,unit\nF11," + stage + "," + setting + "," + number + "," + unit, "", "");
        assertThat(plan.values().findings()).isEmpty();
        assertThat(plan.values().rows())
                .singleElement()
                .matches(row -> row.wanted().path().equals("group.1." + path));
    }

    /** Columns: how a study calls a characteristic, and the word of the device; empty for what is not taken. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            A                      | A
            IEC standard inverse   | A
            Standard Inverse       | A
            normal inverse         | A
            IEC normal inverse     | A
            IEC very inverse       | B
            IEC Extremely-Inverse  | C
            moderately inverse     | D
            IEEE moderately inverse | D
            IEEE very inverse      | E
            IEEE extremely inverse | F
            long time inverse      | long-time
            IEC long time inverse  | long-time
            definite               | definite
            Definite time          | definite
            very inverse           | ''
            extremely inverse      | ''
            i2t                    | ''
            inverse                | ''
            G                      | ''
            """)
    void characteristicsGoByTheirNames(String name, String word) throws IOException {
        StudyPlan plan = plan("device,stage,setting,value\nF11,I>,Characteristic," + name, "", "");
        if (word.isEmpty()) {
            assertThat(plan.values().findings()).singleElement().matches(finding -> finding.message()
                    .contains(name));
        } else if (word.equals("definite")) {
            assertThat(plan.values().findings()).isEmpty();
        } else {
            assertThat(plan.values().rows())
                    .singleElement()
                    .matches(row -> row.wanted().text().equals(word));
        }
    }

    @Test
    void aTypeStandsForAllItsDevices() throws IOException {
        StudyPlan plan = plan("device,stage,setting,value\nmarrowby-f2,I>,TMS,0.4", "", "");
        assertThat(plan.values().rows())
                .extracting(row -> row.wanted().device())
                .containsExactly("F11", "F12");
    }

    /** Columns: heading and rows, side; what is told, with its row; nothing of the study is taken. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            device,stage,setting,value,unit\\nF11,I>,pick-up,480,A       | ''      | study.csv:2 | primary or secondary
            device,stage,setting,value,unit\\nF11,I>,pick-up,480,A       | secondary | study.csv:2 | is 480 A; expected 0.05 to 40 A
            device,stage,setting,value,unit\\nF11,I>,pick-up,20,kA       | primary | study.csv:2 | which is 50 A; expected 0.05 to 40 A
            device,stage,setting,value,unit\\nF11,I>,pick-up,480,V       | primary | study.csv:2 | which is voltage
            device,stage,setting,value\\nF19,I>,TMS,0.2                  | ''      | study.csv:2 | no device is called 'F19'
            device,stage,setting,value\\nF11,I>>>>>,TMS,0.2              | ''      | study.csv:2 | is no setting of F11
            device,stage,setting,value\\nF11,67,TMS,0.2                  | ''      | study.csv:2 | '67 TMS' is no setting of F11
            device,stage,setting,value\\nF11,I>,steepness,0.2            | ''      | study.csv:2 | is no setting of I>, which is group.1.overcurrent.1 of F11
            device,stage,setting,value\\nF11,I>,TMS,                     | ''      | study.csv:2 | has no value
            device,stage,setting,value\\nF11,I>,TMS,0.2\\nF11,overcurrent.1,multiplier,0.3 | '' | study.csv:3 | is given a second time; first in row 2
            device,stage,setting,value\\nF11,I>,Curve,very inverse       | ''      | study.csv:2 | 'very inverse'
            device,stage,setting,value,unit\\nF11,I>>,Time,50,             | ''      | study.csv:2 | group.1.overcurrent.2.delay is 50 without a unit
            device,stage,setting,value,side\\nF11,I>,pick-up,1.2,sec       | ''      | study.csv:2 | is 1.2 without a unit
            device,stage,setting,value\\nF11,voltage 1,level,80         | primary | study.csv:2 | is 80 without a unit
            device;stage;setting;value\\nF11;I>;TMS;1.250\\nF11;I>;pick-up;0,9 kA prim | '' | study.csv:2 | '1.250' can be 1250 or 1,250
            device;stage;setting;value\\nF11;I>;TMS;1.250               | ''      | study.csv:2 | no other number of the table shows which sign
            device,stage,setting,value\\nF11,I>,pick-up,\"1,200 A prim\"  | ''      | study.csv:2 | in this table a comma is no decimal sign
            device,stage,setting,value,unit\\nF11,I>,pick-up,1.2 A,kA     | primary | study.csv:2 | 1.2 A kA
            device,stage,setting,value\\nF11,I>,pick-up,1.25 In           | primary | study.csv:2 | 1.25 In
            device,stage,setting,value\\nF11,I>,TMS,NaN                  | ''      | study.csv:2 | 'NaN'
            device,stage,setting,value\\nF11,I>,TMS,0                    | ''      | study.csv:2 | is 0; expected 0.05 to 15
            device,stage,setting,value,side\\nF11,I>,pick-up,480 A,left  | primary | study.csv:2 | 'left' is no side
            device,stage,setting,value\\n,I>,TMS,0.2                     | ''      | study.csv:2 | the row has no device
            device,stage,setting,value\\nF11,I>,TMS,０.2                 | ''      | study.csv:2 | '０.2'
            """)
    void whatDoesNotFitIsToldAndNothingIsTaken(String text, String side, String place, String said) throws IOException {
        StudyPlan plan = plan(text, side, "");
        assertThat(plan.values().findings()).hasSize(1);
        assertThat(plan.values().findings().get(0).position().toString()).startsWith(place);
        assertThat(plan.values().findings().get(0).message()).contains(said);
        assertThat(plan.values().after()).isSameAs(SITE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "F11;I>;0.2", "device,setting\nF11,TMS", "device,relay,setting,value\nF11,F12,TMS,1"})
    void whatIsNoStudyIsRefused(String text) {
        assertThatThrownBy(() -> plan(text, "", "")).isInstanceOf(MalformedInputException.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"now.csv", "now.xlsx"})
    void whatIsSetNowComesBackAsItWas(String name) {
        Project set = ValueChange.set(
                SITE,
                Map.of(
                        "F11",
                        Map.of(
                                "group.1.overcurrent.1.pick-up", "500 A primary",
                                "group.2.overcurrent.1.pick-up", "75 %",
                                "group.1.earth-fault.1.pick-up", "100 mA",
                                "group.1.thermal.reaction", "trip"),
                        "Q41",
                        Map.of("long-time.current", "0.8", "earth-fault.enabled", "yes")));
        Path file = folder.resolve(name);
        StudyTable.write(file, StudyRows.of(set, List.of("F11", "F12", "Q41")));
        StudyTable.Read read = StudyTable.read(file, name, Optional.empty());
        Project bare = SITE;
        StudyPlan back =
                StudyPlan.of(bare, read.rows(), new StudyPlan.How(Optional.empty(), Map.of()), read.findings());
        assertThat(back.values().findings()).isEmpty();
        for (String device : List.of("F11", "Q41")) {
            Device after = back.values().after().device(device);
            assertThat(ConfigurationBuilder.build(back.values().after(), after).fingerprint())
                    .isEqualTo(
                            ConfigurationBuilder.build(set, set.device(device)).fingerprint());
        }
        assertThat(StudyPlan.of(set, read.rows(), new StudyPlan.How(Optional.empty(), Map.of()), List.of())
                        .rounded())
                .hasSize(1); // 75 % of 380 A lies between two steps
    }
}
