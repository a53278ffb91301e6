package org.urvant.project.type;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

class DeviceTypeReaderTest {
    private static final String SOUND =
            """
            format: urvant-device-type/1
            type: room-1
            maker: Nobody
            title: room controller
            firmware: {"1.0": {}, "1.1": {adds: more, from: ["1.0"]}}
            hardware-versions: [H1, H2]
            licences: {heat: heating}
            settings:
              unit.name: {kind: text, longest: 8, identity: yes, meaning: name}
              heat.on: {kind: logical, default: no, licence: heat, meaning: whether it heats}
              heat.to: {kind: number, unit: °C, least: 5, most: heat.limit, step: 0.5, default: 20, applies-when: heat.on, otherwise: heating is off, meaning: wanted temperature}
              heat.limit: {kind: number, unit: °C, least: 5, most: 30, default: 25, meaning: highest temperature}
              heat.late: {kind: logical, default: no, since: "1.1", meaning: late}
              heat.gap: {kind: number, unit: K, difference: yes, default: 1, meaning: hysteresis}
              over.pick-up: {kind: number, unit: A, least: 1, most: 10, default: 2, meaning: over}
              lamp.{1..3}.mode: {kind: choice, choices: [off, on], default: off, meaning: "lamp {n}"}
              zone.{north|south}.shade: {kind: integer, unit: "%", least: 0, most: 100, default: 0, meaning: "shade in the {n}"}
            rules:
              not-too-warm: {when: heat.on, holds: heat.to <= 24, severity: warning, message: "{heat.to} is warm", mend: Lower it.}
            sub-buses:
              room-bus:
                meaning: members on the wall
                most: 4
                settings: {input: {kind: reference, refers-to: AI, optional: yes, meaning: input}}
                rules: {warm: {when: input.carries = 'pt100', holds: input.name <> '', message: "{input} has no name", about: [input]}}
                supply: 60
                least-address: 1
                most-address: 63
                classes:
                  sensor: {title: temperature sensor, most: 2, load: 12}
                  valve: {title: valve, load: 30}
            groups: {most: 2, settings: {night.low: {kind: number, default: 1, meaning: low}}}
            slots: [A]
            modules:
              fan: {title: fan, slots: [A], least-hardware: H2, licence: heat, since: "1.1"}
            channels:
              DI: {direction: in, count: 1, carries: [binary, counter], logical: [binary, counter], meaning: contact}
              AI: {direction: in, count: 2, carries: [pt100, voltage], meaning: input, settings: {name: {kind: text, optional: yes, meaning: name}}, laws: {oil: {when: carries = 'pt100', pt100: yes}}}
            stages: {over: {measures: phase-current, pick-up: over.pick_up, course: definite, delay: 1, meaning: high}}
            differentials: {both: {bias: mean, pick-up: 0.3, power: 1000, slopes: {one: {from: 1, slope: 25}}, sides: {HV: {voltage: 1000, primary: 100, secondary: 1}, LV: {voltage: 400, primary: 200, secondary: 1}}, meaning: both sides}}
            zones: {far: {shape: polygon, reach: 6, resistance-phase: 8, resistance-earth: 9, line-resistance: 1, line-reactance: 7, meaning: far}}
            functions:
              heating: {when: heat.on, needs: {AI: pt100}, meaning: heating}
            supervisions: {even: {kind: current-balance, threshold: 1, share: 0.5, meaning: even}}
            ports: {LAN: Ethernet}
            connections:
              plant: {protocol: modbus, role: server, ports: [LAN], meaning: plant}
            services:
              page: {setting: heat.on, port: tcp/80, meaning: page}
            selectors:
              S1: {meaning: lamp, follows: lamp.1.mode, positions: {off: "0", on: "1"}}
            order-code:
              form: "R-{size}{fan}"
              positions: {size: {letters: {S: {meaning: small}, L: {meaning: large, licences: [heat]}}}, fan: {slot: A, letters: {"0": {meaning: none, hardware: H1}, F: {meaning: fan, module: fan}}}}
              not-together: {loud: {letters: {size: L}, reason: it is loud}}
            logic:
              programs: 2
              cycle: 20 ms
              behaviour:
                warm: {each-channel: AI, when: carries = 'voltage', text: "PROGRAM p VAR_OUTPUT w : BOOL; END_VAR w := channel > 3.0; END_PROGRAM"}
                on: {each-channel: DI, when: "carries = 'binary'", text: "PROGRAM p VAR_OUTPUT on : BOOL; END_VAR on := channel; END_PROGRAM"}
                bus: {each-row: room-bus, where: {input: AI}, text: "PROGRAM p VAR_OUTPUT w : LREAL; END_VAR w := input; END_PROGRAM"}
            examples:
              plain: {meaning: plain, firmware: "1.0", values: {heat.on: "yes"}}
              wired: {meaning: a valve, firmware: "1.0", values: {room-bus.W.input: AI1, room-bus.W.class: valve, room-bus.W.address: "5"}}
            read-back-gaps: {"AI*.name": it keeps no names, "room-bus.*.input": it keeps no wiring}
            """;

    @Test
    void aSoundTypeIsReadWholly() {
        DeviceType type = DeviceTypeReader.read("room-1.yaml", SOUND);
        assertThat(type.settings())
                .containsKeys("lamp.3.mode", "zone.south.shade")
                .hasSize(12);
        assertThat(type.setting("lamp.2.mode").orElseThrow().meaning()).isEqualTo("lamp 2");
        assertThat(type.tables().get("room-bus").bus().orElseThrow().classes()).containsOnlyKeys("sensor", "valve");
        assertThat(type.setting("heat.gap").orElseThrow().read("1.8 °F").isSound())
                .as("1.8 °F is a difference of 1 K, but K and °F only meet as temperatures")
                .isTrue();
    }

    /** Columns: what stands in the sound type, what stands there instead, and what the reader says. */
    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            choices: [off, on]      | choices: [off, ""] | one of the choices is empty
                most: 4 | most: -4 | '-4' is no count
            course: definite, delay: 1 | course: definite, flat-from: -20, delay: 1 | 'flat-from' is -20
            share: 0.5              | share: 1.5            | 'share' is 1.5
            unit: °C, least: 5, most: 30 | unit: °C, least: 5, most: heat.to | settings depend on each other in a circle: heat.limit → heat.to → heat.limit
            {kind: reference, refers-to: AI, optional: yes | {kind: reference, refers-to: AI, default: AI9 | the default names 'AI9'
            meaning: highest temperature | limit-of: heat.to, meaning: highest temperature | 'heat.to' is no setting here that names a channel
            {kind: reference, refers-to: AI, optional: yes | {kind: reference, refers-to: AI, carrying: [pt101], optional: yes | no channel that it can name carries 'pt101'
            {kind: reference, refers-to: AI, optional: yes | {kind: reference, refers-to: AI, alike: [nmae], optional: yes | no channel that it can name has a setting 'nmae'
            kind: text, longest: 8  | kind: text, carrying: [pt100], longest: 8 | 'carrying' does not belong to kind text
            kind: text, longest: 8  | kind: text, means: network-address, longest: 8 | 'network-address' is said of kind text
            kind: text, longest: 8  | kind: text, means: display-name, of: currents, longest: 8 | 'display-name' is of no set of transformers
            most: 30, default: 25   | most: 30, default: 25, domain: primary | a value in °C has no side of instrument transformers
            most: 10, default: 2    | most: 10, default: 2, domain: secondary, of: voltages | a current does not come through 'voltages'
            most: 10, default: 2    | most: 10, default: 2, domain: secondary, of: currents | the device has no transformers 'currents'
            most: 10, default: 2    | most: 10, default: 2, of: voltages | a setting without domain is of no set of transformers
            most: 10, default: 2    | most: 10, default: 2, domain: primary, of-when: {currents: heat.on} | 'of-when' stands without 'of'
            course: definite        | course: A               | has no multiplier
            course: definite        | course: lamp.1.mode     | 'off' is no course of time over current
            definite, delay: 1      | definite                | a course without multiplier has no delay
            definite, delay: 1      | thermal, trip-class: lamp.1.mode | 'off' is no trip class
            pick-up: over.pick_up   | pick-up: heat.to        | 'pick-up' is in °C, which is temperature
            measures: phase-current | measures: volts         | 'volts' is no measures
            delay: 1, meaning: high | delay: 1, reset-ratio: 2, meaning: high | a reset ratio lies above 0
            definite, delay: 1      | definite, delay: 1, reset: lamp.1.mode | 'off' is no way to go back
            course: definite        | course: points, multiplier: 1          | a course through points has none
            course: definite        | course: points, multiplier: 1, points: {table: lump, multiple: 1, time: 1} | there is no table 'lump'
            course: definite        | course: points, multiplier: 1, points: {table: over, time: 1} | key 'multiple' is missing
            bias: mean              | bias: least             | 'least' is no bias
            LV: {voltage: 400, pri  | LV: {volts: 400, pri    | key 'voltage' is missing
            secondary: 1}, LV: {voltage: 400, primary: 200, secondary: 1}} | secondary: 1}} | has two sides or more
            power: 1000             | power: heat.to          | 'power' is in °C
            slopes: {one: {from: 1, slope: 25}} | slopes: {one: {slope: 25}} | key 'from' is missing
            meaning: both sides     | current-band: -1, meaning: both sides | a band is not below 0
            shape: polygon          | shape: square           | 'square' is no shape
            reach: 6                | reach: over.pick_up     | 'reach' is in A
            resistance-phase: 8, res | res                    | a polygon has no resistance
            reach: 6                | reach: 6, direction: lamp.1.mode | 'off' is no direction
            reach: 6                | reach: 6, below: 90     | an angle of 90.0 bounds nothing
            kind: text, longest: 8  | kind: text, data-attribute: setVal, longest: 8 | 'setVal' is no data attribute
            kind: text, longest: 8  | kind: text, means: nickname, longest: 8 | 'nickname' is no means
            kind: text, longest: 8  | kind: text, means: recipient-number, longest: 8 | 'recipient-number' cannot be said of a setting of a device
            most: 30, default: 25   | most: 30, default: 25, means: rated-current | 'rated-current' is given in °C, which is temperature
            most: 30, default: 25   | most: 30, default: 25, means: time-multiplier | 'time-multiplier' says nothing without curve
            {kind: number, default: 1, meaning: low} | {kind: integer, default: 1, means: active-group, meaning: low} | 'active-group' cannot be said of a setting of a setting group
            choices: [off, on], default | choices: [off, on], means: clock-source, default | lamp.2.mode and lamp.1.mode both mean clock-source
            needs: {AI: pt100}      | needs: {AI: pt10}       | channel AI carries no 'pt10'
            needs: {AI: pt100}      | needs: {QQ: pt100}      | there is no kind of channel 'QQ'
            needs: {AI: pt100}      | trips-when: heat.on     | nothing can be assigned to 'heating'
            needs: {AI: pt100}      | trips-when: heat.to     | the expression is a number
            needs: {AI: pt100}      | assigned-as: [trip]     | nothing can be assigned to 'trip'
            needs: {AI: pt100}      | each-row: rooms         | there is no table 'rooms'
            logical: [binary, counter] | logical: [binary, counter], counted: [pulse] | channel DI carries no 'pulse'
            pt100: yes              | pt100: yes, thermocouple: name | the law has several sources
            pt100: yes              | low: name               | the law has no source
            pt100: yes              | range: nam              | there is no setting 'nam' here
            pt100: yes              | range: name             | 'name' names no range
            pt100: yes              | thermocouple: name      | 'name' names no thermocouple
            pt100: yes              | follows: name           | 'name' names no follows
            pt100: yes              | pt100: yes, lowest: 5   | key 'lowest' is not known here
            count: 2, carries       | count: 1.5, carries     | '1.5' is no count
            count: 2, carries       | count: -1, carries      | '-1' is no count
            choices: [off, on]      | choices: [off, on, off] | 'off' stands there twice
            otherwise: heating is off, | applies-not: heat.on,  | key 'applies-not' is not known here
            applies-when: heat.on, otherwise | otherwise | 'otherwise' stands without 'applies-when'
            applies-when: heat.on,  | applies-when: heat.limit < 31, | the condition 'applies-when' is always true
            severity: warning       | severity: warning, check: range-reversed | 'severity' stands beside 'check'
            port: tcp/80            | port: tcp/99999         | 'tcp/99999' is no port
            port: tcp/80            | port: http              | 'http' is no port
            licence: heat, meaning  | licence: heet, meaning  | there is no licence 'heet'
            default: 25             | since: "2.0", default: 25 | there is no firmware version '2.0'
            choices: [off, on],     | choices: [off, on], choices-since: {on: "2.0"}, | there is no firmware version '2.0'
            choices: [off, on],     | choices: [off, on], choices-since: {onn: "1.1"}, | there is no word 'onn'
            choices: [off, on],     | choices: [off, on], choices-since: {off: "1.1"}, | the default 'off' needs firmware 1.1
            default: 25             | choices-since: {on: "1.1"}, default: 25 | 'choices-since' does not belong to kind number
            carries: [pt100, voltage], | carries: [pt100, voltage], carries-since: {volts: "1.1"}, | there is no word 'volts'
            refers-to: AI           | refers-to: AX           | there is no table or kind of channel 'AX'
            module: fan             | module: fanx            | there is no module 'fanx'
            slot: A,                | slot: B,                | there is no slot 'B'
            hardware: H1            | hardware: H7            | there is no hardware version 'H7'
            licences: [heat]        | licences: [heatt]       | there is no licence 'heatt'
            least-hardware: H2, licence: heat, since: "1.1" | least-hardware: H3 | there is no hardware version 'H3'
            least-hardware: H2, licence: heat, since: "1.1" | licence: cold | there is no licence 'cold'
            least-hardware: H2, licence: heat, since: "1.1" | since: "0.9" | there is no firmware version '0.9'
            from: ["1.0"]           | from: ["1.1"]           | there is no firmware version before it '1.1'
            {letters: {size: L}, reason | {letters: {size: X}, reason | there is no letter 'X'
            {letters: {size: L}, reason | {letters: {sise: L}, reason | there is no position 'sise'
            values: {heat.on: "yes"} | values: {heat.onn: "yes"} | there is no setting 'heat.onn'
            values: {heat.on: "yes"} | values: {heat.on: maybe} | heat.on is 'maybe'
            values: {heat.on: "yes"} | values: {heat.to: "90"} | heat.to is 90; expected 5 to 25
            values: {heat.on: "yes"} | values: {heat.late: "yes"} | heat.late needs firmware 1.1; the example is for 1.0
            most: 2, settings       | settings                | key 'most' is missing
            most: 2, settings       | most: 0, settings       | there are at most 0 setting groups
            step: 0.5               | step: 0                 | the step is 0
            step: 0.5               | step: -1                | the step is -1
            kind: logical, default: no, licence | kind: logical, least: 1, default: no, licence | 'least' does not belong to kind logical
            kind: logical, default: no, licence | kind: logical, choices: [a], default: no, licence | 'choices' does not belong to kind logical
            longest: 8,             | longest: 8, unit: V,    | 'unit' does not belong to kind text
            type: room-1            | type: Room 1            | type 'Room 1' is not named as types are
            lamp.{1..3}.mode        | lamp.{3..1}.mode        | 'lamp.{3..1}.mode' counts backwards
            logical: [binary, counter] | logical: [binry] | channel DI carries no 'binry'
            positions: {off: "0", on: "1"} | positions: {off: "0", dim: "1"} | a position is for 'dim'
            each-channel: AI        | each-channel: AO        | Did you mean 'AI'?
            each-row: room-bus      | each-row: room-bos      | Did you mean 'room-bus'?
            where: {input: AI}      | where: {inputt: AI}     | 'inputt: AI' names no column, or no kind of channel
            where: {input: AI}      | where: {input: AO}      | 'input: AO' names no column, or no kind of channel
            when: carries = 'voltage' | when: carries = 'volts' | 'volts' is none of the choices
            when: carries = 'voltage' | when: carried = 'volts' | Did you mean 'carries'?
            cycle: 20 ms            | cycle: soon             | 'soon' is no length of time
            cycle: 20 ms            | cycle: 20 V             | '20 V' is no length of time
            cycle: 20 ms            | cycle: 0 ms             | '0 ms' is no length of time
            programs: 2             | programs: two           | 'two' is no count
            programs: 2             | programmes: 2           | 'programmes'
            holds: heat.to <= 24    | holds: heat.limit >= 4  | the rule can never be broken
            holds: heat.to <= 24    | holds: lamp.1.mode = 'on' AND heat.limit > 30 | the rule can never be kept
            not-too-warm: {when: heat.on | not-too-warm: {when: heat.limit < 31 | the condition 'when' is always true
            default: 25             | derived: heat.to + 5    | settings depend on each other in a circle: heat.limit → heat.to → heat.limit
            default: 25             | derived: "'warm'"       | the expression is a text; expected a number
            default: 25             | derived: 2 * 20         | what it follows from can be 40, the setting 5 to 30
            default: 25             | derived: 20, optional: yes | a derived setting has a default, or is optional
            most: heat.limit        | most: heat.limit - 40   | least 5 is above most heat.limit - 40 whatever the values
            unit: K                 | unit: parsec            | 'parsec' is no unit
            holds: heat.to <= 24    | holds: heat.to <= 24 +  | found the end; expected a name
            holds: heat.to <= 24    | holds: heat.too <= 24   | Did you mean 'heat.to'?
            holds: heat.to <= 24    | holds: heat.to          | the expression is a number; expected BOOL
            holds: heat.to <= 24    | hold: heat.to <= 24     | key 'holds' is missing
            rules: {warm: {when: input.carries = 'pt100' | rules: {warm: {some: yes, when: heat.on | there is no setting 'input' here
            rules: {warm: {when: input.carries = 'pt100' | rules: {warm: {some: yes, when: input.carries = 'pt100' | there is no setting 'input.carries' here
            heat.limit: {kind: number, | heat.limit: {kind: number, unshared: yes, | 'unshared' does not belong to kind number
            W.input: AI1            | W.input: AI3            | room-bus.W.input names 'AI3', which the example does not have
            W.input: AI1            | W.input: DI1            | room-bus.W.input names 'DI1', which the example does not have
            AI*.name                | AJ*.name                | 'AJ*.name' fits no setting
            room-bus.*.input        | room-bus.*.inputs       | Did you mean 'room-bus.1.input'?
            input.carries = 'pt100' | input.carries = 'pt1000' | 'pt1000' is none of the choices
            input.carries = 'pt100' | input.carrys = 'pt100'  | Did you mean 'input.carries'?
            refers-to: AI, optional | refers-to: AI, many: yes, optional | there is no setting 'input.carries' here
            refers-to: AI, optional | refers-to: DI, optional | 'pt100' is none of the choices
            not-too-warm: {when: heat.on | not-too-warm: {when: lamp.1.mode = 'dim' | 'dim' is none of the choices
            severity: warning       | severity: fatal         | 'fatal' is no severity
            message: "{heat.to}     | message: "{heat.two}    | there is no setting 'heat.two'
            most: heat.limit        | most: heat.gap * 2 +    | expected a name
            format: urvant-device-type/1 | format: urvant-device-type/2 | take an Urvant that reads it
            kind: logical           | kind: bool              | 'bool' is no kind
            default: 20             | default: 3              | the default does not fit
            default: 20             | default: 20.3           | between two steps
            least: 0, most: 100     | least: 100, most: 0     | least 100 is above most 0
            ports: [LAN]            | ports: [WAN]            | Did you mean 'LAN'?
            setting: heat.on        | setting: heat.to        | is no setting of yes or no
            follows: lamp.1.mode    | follows: lamp.4.mode    | which is no setting
            form: "R-{size}{fan}"   | form: "R-{sise}{fan}"        | is not in the form
            {S: {meaning: small}, L | {S: {meaning: small}, XL | of different lengths
            firmware: "1.0", values | firmware: "2.0", values | there is no firmware version '2.0'
            carries: [pt100, voltage] | carries: []           | carries nothing
            direction: in           | direction: sideways     | 'sideways' is no direction
            room-bus:               | heat:                   | is the name of a section and of a table
            unit.name:              | Unit.Name:              | is not named as settings are
            title: room controller  | titel: room controller  | key 'title' is missing
            meaning: whether it heats | meening: whether it heats | key 'meaning' is missing
            licences: {heat: heating} | licences: &a {heat: heating} | an anchor or alias stands here
            maker: Nobody           | maker: !!str Nobody     | tag tag:yaml.org,2002:str stands here
            """)
    void aMistakeIsToldWithPlaceAndRemedy(String sound, String broken, String found) {
        assertThat(SOUND).contains(sound);
        assertThatThrownBy(() -> DeviceTypeReader.read("room-1.yaml", SOUND.replace(sound, broken)))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
                    assertThat(mistake.placedMessage() + " " + mistake.remedy()).contains(found);
                    assertThat(mistake.placedMessage()).startsWith("room-1.yaml:");
                });
    }

    /** A behaviour must work with whatever its channel can carry, and a mistake is told once. */
    @Test
    void aBehaviourIsTriedWithEachWordThatItsChannelCarries() {
        List<Finding> found = new ArrayList<>();
        String text = SOUND.replace("logical: [binary, counter]", "logical: [binary]")
                .replace("when: \"carries = 'binary'\", ", "");
        DeviceTypeReader.verifyLogic(DeviceTypeReader.read("room-1.yaml", text), found::add);
        assertThat(found).singleElement().satisfies(finding -> assertThat(finding.message())
                .contains("LREAL"));
        found.clear();
        DeviceTypeReader.verifyLogic(DeviceTypeReader.read("room-1.yaml", SOUND), found::add);
        assertThat(found).isEmpty();
    }

    /** What one mistake breaks is told once, with its line and column. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "kind: bool, default: no, licence",
                "kind: logical, default: maybe, licence",
                "kind: logical, unit: parsec, default: no, licence"
            })
    void oneMistakeIsToldOnce(String broken) {
        List<Finding> found = new ArrayList<>();
        DeviceTypeReader.read("room-1.yaml", SOUND.replace("kind: logical, default: no, licence", broken), found::add);
        assertThat(found).extracting(Finding::message).doesNotHaveDuplicates();
        assertThat(found).allSatisfy(finding -> {
            assertThat(finding.position().line()).isEqualTo(10);
            assertThat(finding.position().column()).isGreaterThan(1);
        });
    }

    /** However a type's file is damaged, it is read or refused with a place, and never ends otherwise. */
    /** A name of very many parts is no name, and costs the reader nothing. */
    @ParameterizedTest
    @ValueSource(strings = {".a", ".A", "-a", "."})
    void aNameOfVeryManyPartsIsRefused(String part) {
        String name = "heat" + part.repeat(30_000);
        List<Finding> found = new ArrayList<>();
        DeviceTypeReader.read("room-1.yaml", SOUND.replaceFirst("heat[.]gap", name), found::add);
        assertThat(found).isNotEmpty();
    }

    @Test
    void aDamagedFileIsReadOrRefused(@TempDir Path folder) {
        Random random = new Random(7);
        int refused = 0;
        for (int i = 0; i < 600; i++) {
            StringBuilder text = new StringBuilder(SOUND);
            for (int j = 0; j <= i % 4; j++) {
                int at = random.nextInt(text.length() - 8);
                switch (random.nextInt(3)) {
                    case 0 -> text.delete(at, at + 1 + random.nextInt(7));
                    case 1 -> text.insert(at, "{}[]:,'\"<>=*&!%@\n".charAt(random.nextInt(17)));
                    default -> text.setCharAt(at, (char) (32 + random.nextInt(90)));
                }
            }
            try {
                DeviceTypeReader.read("damaged.yaml", text.toString());
            } catch (UrvantException e) {
                refused++;
                assertThat(e.remedy()).isNotBlank();
            }
        }
        assertThat(refused).isGreaterThan(300);
    }

    /** Columns: what AI1 carries and is called, what the row names, and whether its rule is broken; what is unknown breaks nothing. */
    @ParameterizedTest(name = "{0} ''{1}'' by {2}: {3}")
    @CsvSource({
        "pt100, '', AI1, true",
        "pt100, Oil, AI1, false",
        "voltage, '', AI1, false",
        "pt100, '', AI2, false",
        "pt100, '', AI7, false",
        "pt100, '', DI1, false",
        "pt100, '', '', false"
    })
    void aRuleSeesWhatAReferenceNames(String carries, String name, String input, boolean isBroken) {
        DeviceType type = DeviceTypeReader.read("room-1.yaml", SOUND);
        Device blank = Device.of("R1", Plate.of("room-1", "1.1", Position.in("test")));
        Map<String, String> values = new TreeMap<>(Map.of("AI1.carries", carries, "room-bus.W.class", "valve"));
        if (!name.isEmpty()) {
            values.put("AI1.name", name);
        }
        if (!input.isEmpty()) {
            values.put("room-bus.W.input", input);
        }
        DeviceSheets sheets = DeviceSheets.of(type, DeviceSheets.of(type, blank).with(values));
        Sheet row = sheets.sheet("room-bus.W").orElseThrow();
        assertThat(row.definition().rules()).singleElement().satisfies(rule -> {
            assertThat(rule.isBroken(row)).isEqualTo(isBroken);
            assertThat(rule.wording().message().fill(row)).isEqualTo((input.isEmpty() ? "" : input) + " has no name");
        });
    }
}
