package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** A device of every type: what is wrong with it is found, what is right stays quiet. */
class PlantCheckTest {
    @Test
    void thePlantHasNoErrors() {
        List<Finding> findings = ProjectCheck.check(Sites.plant());
        assertThat(findings)
                .filteredOn(finding -> ProjectCheck.blocks(List.of(finding)))
                .isEmpty();
        assertThat(findings.stream().map(finding -> finding.rule().id()).distinct())
                .containsExactlyInAnyOrder(
                        "unused-service-open",
                        "channel-unmapped",
                        "selector-sheet-not-ticked",
                        "clear-text-service",
                        "left-at-default",
                        "module-unused",
                        "read-back-gap");
    }

    /** Columns: device, what a person writes, the rule, and a part of its message. */
    @ParameterizedTest(name = "{0} {1}: {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            F11 | ct.primary=1; ct.secondary=5       | primary-below-secondary   | the primary of the phase transformers is 1 A
            F11 | ct.primary=0.3 kA                  | advice-not-followed       | the feeder carries 400 A, more than the 300 A
            F11 | ct.secondary=2                     | value-off-step            | Give 1 or 5 A
            F11 | @modules/X1=bio; group.1.overcurrent.1.direction=forward | function-input-missing | needs voltages
            F11 | @modules/X1=bio                    | hardware-differs          | stands for modules {X1=vt4, X2=bio}
            F11 | @modules/X3=bio                    | module-not-fitting        | there is no slot 'X3'
            F11 | @modules/X2=vt4                    | module-not-fitting        | does not fit slot X2
            F11 | @modules/X2=vt5                    | module-not-fitting        | Did you mean 'vt4'?
            F11 | @modules/X2=arc                    | licence-missing           | module arc needs the licence 'arc'
            F11 | @modules/X2=arc; @firmware=4.1     | firmware-too-old          | module arc needs firmware 4.3
            F11 | @order-code=MF2-BVX-2              | order-code-wrong          | position 7 (slot 2) is 'X'; expected one of 0, B, L
            F11 | @order-code=MF2-B0B-2              | order-code-wrong          | needs voltages in slot 1
            F11 | @order-code=MF2-BBL-3              | order-code-wrong          | direction (functions 3) needs volt
            F11 | @order-code=MF2-BBB-2              | order-code-wrong          | needs volt
            F11 | assignments.light.function=arc; assignments.light.outputs=BO1 | assigned-function-off | is arc, and arc detection is off
            L21 | @firmware=2.2; reclose.attempts=1; reclose.poles=one | firmware-too-old | reclose.poles = one needs firmware 3.0
            F11 | @order-code=MF2-BVB-3              | hardware-differs          | comes with arc
            F11 | @hardware=A                        | hardware-differs          | firmware 4.3 needs hardware B
            F11 | @hardware=C                        | value-out-of-range        | known in A, B
            F11 | @firmware=4.2                      | value-out-of-range        | known in 4.0, 4.1, 4.3
            F11 | CT2.carries=unused             | function-input-incomplete | only CT1 and CT3 do
            F11 | CT4.carries=unused             | function-input-missing    | earth-fault protection is on, and no channel CT carries neutral-current
            F11 | CT4.carries=unused; CT1.carries=unused; group.1.earth-fault.1.source=residual | function-input-incomplete | earth-fault protection works with 3 channels CT that carry phase-current, and only CT2 and CT3 do
            F11 | CT1.carries=unused; CT2.carries=unused; CT3.carries=unused | function-input-missing | overcurrent protection is on, and no channel CT carries phase-current
            F11 | assignments.trip.outputs=          | trips-no-output | overcurrent protection is to trip (group.1.overcurrent.1), but nothing assigned to overcurrent closes
            F11 | BO4.carries=unused                 | trips-no-output | nothing assigned to breaker-failure closes
            F11 | group.1.unbalance.reaction=trip    | trips-no-output | unbalance protection is to trip (group.1)
            F11 | groups.active=3                    | active-group-empty | groups.active is 3, and nothing is given for that group
            F11 | BI3.threshold=170 V                | threshold-above-supply | BI3.threshold is 170 V, above the supply of 110 V
            L21 | CT1.carries=unused; CT2.carries=unused; CT3.carries=unused; CT4.carries=unused | function-input-missing | no channel CT carries current
            L21 | assignments.trip.function=reclose  | trips-no-output | distance protection is to trip (group.1.zones.1), but nothing assigned to zones
            M31 | BO1.use=alarm                      | trips-no-output | thermal overload protection is to trip, but nothing assigned to trip or contactor
            R51 | inputs.threshold=200 V             | threshold-above-supply | inputs.threshold is 200 V
            F11 | group.1.overcurrent.1.reaction=alarm | alarms-but-does-not-trip | group.1.overcurrent.1: the stage causes alarm
            F11 | group.1.overcurrent.1.pick-up=     | open-items                | current at which the stage starts
            F11 | group.1.overcurrent.1.multiplier=0.204 | value-off-step        | Give 0.20 or 0.21
            F11 | group.1.auto-reclose.attempts=2; group.1.auto-reclose.dead-time=60; group.1.auto-reclose.later-dead-time=30 | value-out-of-range | expected 60 to 300 s
            F11 | inputs.supply-volts=48             | derived-value-given       | follows from SEL(
            F11 | inputs.supply=48                   | advice-not-followed       | 60 to 80 % of the supply of 48 V
            R51 | record.memory=2; record.kept=5000 | record-length-does-not-fit | records of 10 s at 5000 Hz do not fit into 2000 MB
            F11 | supervision.current-sum=no         | supervision-off           | the current sum is not supervised
            F11 | assignments.trip.outputs=; assignments.trip.lamps= | drives-nothing | overcurrent drives no output
            F11 | assignments.trip.latched=yes; assignments.trip.key-resets=no | latch-without-reset | nothing acknowledges it
            F11 | group.1.overcurrent.1.pick-up=501 A primary | value-rounded | which is 1.2525 A; the device holds 1.25 A
            F11 | group.1.overcurrent.1.pick-up=20 kA primary | value-out-of-range | which is 50 A; expected 0.05 to 40 A
            F11 | group.1.overcurrent.1.pick-up=480 V primary | value-out-of-range | which is voltage
            F11 | groups.active=2 | active-group-not-set-up | setting group 2 is in use after a start and holds no values; set up: 1
            F11 | inputs-used.g.input=BI3; inputs-used.g.starts=group-2 | group-sources-clash | BI3 switches setting groups
            F11 | group.1.thermal.factor=1 primary | value-out-of-range | does not lie on a side
            F11 | assignments.trip.reset-by=BI1      | value-not-used            | nothing is latched
            F11 | assignments.trip.outputs=BO1, BO77 | unknown-reference         | 'BO77', which is not among the BO
            F11 | inputs-used.trip-circuit.starts=auto-reclose | same-input-twice | BI8 both starts and blocks
            F11 | inputs-used.other.input=BI8; inputs-used.other.starts=trip | same-input-twice | like that of inputs-used.
            F11 | recording.kept=100; recording.after=10 s; recording.rate=6400 | record-length-does-not-fit | 100 records
            F11 | inputs.threshold=90                | advice-not-followed       | 60 to 80 %
            F11 | web-page.enabled=yes               | clear-text-service        | measured values to anybody
            F11 | clock.backup=none                  | no-backup-clock           | nobody sets the clock
            F11 | clock.backup=sntp                  | no-backup-clock           | when one fails, so does the other
            F11 | clock.zone=Etc/GMT-1               | fixed-offset-without-daylight-saving | the same all year
            F11 | clock.source=station               | clock-owners              | no connection of that kind sets the clock
            F11 | group.1.overcurrent.9.pick-up=1    | value-out-of-range        | no number from 1 to 4
            F11 | @groups/5/settings/thermal.reaction=trip | unknown-reference   | Groups are 1 to 4
            F11 | @tables/asignments/x/function=arc  | unknown-reference         | Did you mean 'assignments'?
            F11 | @channels/BL1/name=a               | unknown-reference         | Did you mean 'BI1'?
            F11 | BI1.carries=voltage                | channel-cannot-carry      | it is a binary input
            F11 | CT1.meaning=L1; CT2.meaning=L1     | duplicate-value           | like that of CT1
            F11 | network.mac=01:00:5E:10:00:31      | value-out-of-range        | a multicast address
            F11 | rated.voltage=400 °C               | value-out-of-range        | expected voltage in V
            L21 | phase-selection.voltages=none      | function-input-missing    | the phase selection has no voltages
            L21 | teleprotection.received-from=none  | function-input-missing    | the signal of the other end
            L21 | teleprotection.received-from=BI2   | same-input-twice          | BI2 is there for close.manual-input alone, and teleprotection.received-from takes it too
            L21 | teleprotection.sent-to=BO1         | same-input-twice          | BO1 is there for teleprotection.sent-to alone, and assignments.trip.outputs takes it too
            L21 | teleprotection.guard=BI5; BI5.serves=closed-position | same-input-twice          | BI5 is there for teleprotection.guard alone, and BI5.serves takes it too
            L21 | group.1.zones.2.with-carrier=no    | drives-nothing            | the scheme permissive-underreach lets no zone trip
            L21 | line.reactance=9.1 Ω               | advice-not-followed       | no zone that trips forward reaches beyond the line's 9.1 Ω
            L21 | group.1.zones.1.delay=0.2 s        | advice-not-followed       | no zone trips forward without delay
            L21 | group.1.zones.1.resistance-phase=77 Ω; group.1.zones.1.resistance-earth=77 Ω | advice-not-followed | reaches 77 Ω of resistance, into the load of 800 A
            L21 | group.1.starting.load-reach=70 Ω   | advice-not-followed       | below 70 Ω load is taken for a fault
            L21 | rated.current=900 A                | advice-not-followed       | the line carries 900 A
            L21 | reclose.attempts=1; reclose.poles=one | advice-not-followed    | every trip opens three
            F11 | rated.current=380 A; group.1.overcurrent.1.pick-up=0.9 A | advice-not-followed | the stage trips from 360 A, and the feeder carries 380 A
            F11 | breaker.failure-current=2 A        | advice-not-followed       | the breaker counts as closed only above 2 A
            F11 | groups.chosen-by=inputs            | advice-not-followed       | inputs are to choose the setting group, and none does
            F11 | group.1.auto-reclose.attempts=1    | advice-not-followed       | a manual close does not bar auto-reclose
            F11 | group.1.thermal.factor=0.9         | advice-not-followed       | trips at 0.9 times the rated current
            F11 | inputs-used.trip-circuit.blocks=nothing; inputs-used.trip-circuit.starts=trip | same-input-twice | BI8 watches the trip circuit and starts trip
            F11 | assignments.trip.latched=yes; assignments.trip.reset-by=BI8 | same-input-twice | BI8 is there for assignments.trip.reset-by alone
            M31 | start.method=star-delta            | advice-not-followed       | no output switches the star
            M31 | sensor.reaction=trip               | function-input-missing    | no input has a sensor
            M31 | phase.short-circuit.reaction=trip; phase.short-circuit.level=500 % | advice-not-followed | not above the starting current
            M31 | stall.speed-switch=BI1; BI1.use=start | same-input-twice       | BI1 takes the speed switch, and serves start
            RTU1 | report.enabled=yes                | advice-not-followed       | the report has no text
            L21 | line.length=1 km                   | advice-not-followed       | on 1 km is unlikely
            T1  | ct.low.primary=15000 A             | advice-not-followed       | less than a tenth of the 15000 A
            F11 | network.mask=255.255.0.0           | mask-differs              | the mask of F11 is 255.255.0.0; 255.255.255.0 is that of
            F11 | network.address=192.0.3.31         | subnet-alone              | network.address is 192.0.3.31 with the mask 255.255.255.0
            RTU1 | sending.enabled=no                | advice-not-followed       | no alarm is sent
            T1  | group.1.overcurrent.1.pick-up=0.3 A | advice-not-followed      | the stage trips from 0.3 A
            T1  | group.1.overcurrent.1.characteristic=points | stage-without-course | group.1.overcurrent.1 never operates: its course has 0 points, and needs two
            T1  | group.1.overcurrent.1.characteristic=points; group.1.curve-points.1.multiple=2; group.1.curve-points.1.time=1; group.1.curve-points.2.multiple=2; group.1.curve-points.2.time=3 | stage-without-course | its second multiple is 2
            T1  | group.1.overcurrent.1.characteristic=points; group.1.curve-points.1.multiple=2; group.1.curve-points.1.time=1; group.1.curve-points.2.multiple=4; group.1.curve-points.2.time=3 | course-rises | group.1.overcurrent.1 takes 3 s at 4 times its pick-up, and 1 s at 2
            Q41 | long-time.current=0.55             | value-off-step            | long-time.current is 0.55, and Ir has no position for it; the nearest is for 0.5
            P61 | scan.fetched=yes; clock.source=own; network.address= | advice-not-followed | log files are fetched over the network
            L21 | supervision.fuse-failure=no        | supervision-off           | a blown fuse
            L21 | group.1.zones.1.reactance=7 Ω      | advice-not-followed       | more than 90 %
            M31 | motor.rated-current=38 A           | value-out-of-range        | expected 1.5 to 25 A
            M31 | @modules/meter=m100; motor.rated-current=7.9 | value-out-of-range | expected 8 to 100 A
            M31 | @modules/meter=; motor.rated-current=120 | value-out-of-range  | expected 0.3 to 100 A
            M31 | @modules/meter=m5                  | value-out-of-range        | expected 0.3 to 5 A
            M31 | @modules/meter=                    | function-input-missing    | no measuring module
            M31 | thermal.reaction=alarm             | alarms-but-does-not-trip  | an overload causes alarm
            M31 | @firmware=1.4; stall.speed-switch=BI1 | firmware-too-old       | needs firmware 2.0
            F11 | @firmware=4.0; group.1.overcurrent.1.characteristic=long-time | firmware-too-old | group.1.overcurrent.1.characteristic = long-time needs firmware 4.1; the device has 4.0
            CN1 | @firmware=1.1; AO1.carries=frequency | firmware-too-old      | AO1.carries = frequency needs firmware 1.3
            CN1 | AO1.carries=frequency; AO1.frequency-low=1000 | range-reversed | the frequency goes from 1000 Hz to 1000 Hz
            M31 | start.time=9.5 s                     | advice-not-followed      | a start of 9.5 s at 6 times the rated current makes trip class 10 trip
            M31 | thermal.class=10A; start.time=6.5 s  | advice-not-followed      | makes trip class 10A trip
            M31 | start.method=soft; start.time=10.5 s | advice-not-followed      | is longer than trip class 10 bears
            R51 | quality.enabled=yes; quality.dip=97; quality.hysteresis=3 | advice-not-followed | a dip below 97 % ends above 97 % + 3 %
            R51 | quality.enabled=yes; quality.swell=102 | advice-not-followed | a swell above 102 % ends below 102 % - 2 %
            L21 | group.1.zones.1.direction=both; group.1.zones.1.reactance=7 Ω | advice-not-followed | more than 90 %
            Q41 | long-time.current=0.35             | value-out-of-range        | expected 0.4 to 1
            Q41 | rated.poles=3                      | selector-sheet-not-ticked | Ir must stand at 0.9 for long-time.current = 0.9
            Q41 | @selectors/Ir=0.8                  | selector-stands-wrong     | 0.8 was confirmed
            R51 | circuits.F11.currents=AI4, AI5, AI1 | channel-cannot-carry | names AI1, which carries voltage; expected current
            R51 | derived.sum.sum-of=AI4, AI1        | channel-cannot-carry      | AI4 and AI1, which differ in what they carry: current and voltage
            R51 | AI4.primary=800                    | channels-unlike           | AI4 and AI5, which differ in primary: 800 and 400
            R51 | AI2.secondary=110                  | channels-unlike           | AI1 and AI2, which differ in secondary
            R51 | circuits.F12.busbar=K1; circuits.F12.currents=AI6 | duplicate-value | names AI6, which is that of circuits.F11
            R51 | circuits.F11.currents=AI4          | advice-not-followed       | four wires have three voltages and currents
            R51 | circuits.F11.topology=two-element  | advice-not-followed       | two elements have two voltages and two currents; 3 and 3
            R51 | circuits.F11.topology=single-phase | advice-not-followed       | a single phase has one voltage and one current
            L21 | group.1.zones.2.reactance=1; group.1.zones.2.resistance-phase=8; group.1.zones.2.resistance-earth=12 | zone-never-first | group.1.zones.2 reaches 1 Ω after 0.4 s; zones.1 reaches 6.2 Ω after 0 s
            L21 | group.1.zones.1.delay=3 s          | zone-never-first          | group.1.zones.1 reaches 6.2 Ω after 3 s; zones.2 reaches 9 Ω after 0.4 s
            T1  | ct.high.primary=50                 | advice-not-followed       | more flows than the 50 A of the transformers on the high side
            T1  | ct.low.primary=1000                | advice-not-followed       | more flows than the 1000 A of the transformers on the low side
            R51 | rated.frequency=60                 | frequency-differs         | on
            R51 | rated.lamp-voltage=120             | advice-not-followed       | lamps of 120 V
            R51 | record.kept=5000; record.longest=120 | record-length-does-not-fit | 5000 records
            R51 | AI1.primary=50                     | primary-below-secondary   | the primary is 50
            R51 | circuits.F11.busbar=K9             | unknown-reference         | Did you mean 'K1'?
            R51 | quality.enabled=yes                | licence-missing           | needs the licence 'quality'
            P61 | AI1.low=200; AI1.high=100          | range-reversed            | the low end 200
            P61 | AI1.high=2000                      | range-beyond-sensor       | type N measures from -270 to 1300 °C
            P61 | AI2.range=0-10 V                   | channel-cannot-carry      | the channel carries a current
            P61 | AI2.colour=red                     | same-colour               | like that of AI1
            P61 | scan.visit-interval=730            | recorder-full-before-visit | full before the next visit
            P61 | scan.store-interval=2.125          | rule-broken               | no whole multiple
            RTU1 | recipients.Duty.number=022 00 00 00 | phone-without-country-code | in place of the leading 0
            RTU1 | way.type=data-only                | link-cannot-carry         | over a subscription for data only
            RTU1 | alarms.pump.recipients=           | alarm-without-recipient   | nobody is told of 'Pump 1 fault'
            RTU1 | recipients.Other.number=+46 31 390 06 01 | recipient-without-alarm | recipients.Other is named nowhere
            RTU1 | recipients.duty.number=+46 31 390 06 01 | row-name-wrong  | recipients.duty is recipients.Duty too
            R51 | derived.S.sum-of=AI1, AI2, AI1     | named-twice               | derived.S.sum-of names AI1 twice
            RTU1 | alarms.level.low=5                | range-reversed            | low is 5
            RTU1 | alarms.level.mean-high=4; alarms.level.short-mean-high=3 | mean-limit-order | alarms at 3
            RTU1 | alarms.level.text=Level in the sluice is higher than it has been for a very long time | text-too-long | longer than one message
            RTU1 | DI1.hold-in=10; DI1.pulse=2       | hold-longer-than-pulse    | must last 10 s
            RTU1 | report.enabled=yes                | alarm-without-recipient   | goes to nobody
            RTU1 | @twin-of=RTU9                     | unknown-reference         | no other device
            RTU1 | @origin=                          | origin-unknown            | came from
            CN1 | can.listen-only=yes                | listen-only-publishes     | it is to be sent as gate-force
            CN1 | signals.gate-force.frame=528; signals.gate-force.start-bit=8 | bits-overlap | share bits of frame 528
            CN1 | AI2.carries=voltage; AI2.publish-as=gate-force | signal-sent-twice | AI2 and AI1 are both sent as gate-force
            CN1 | AO1.signal=gate-force | own-signal-followed | AO1 follows gate-force, as which AI1
            CN1 | signals.gate-position.frame=529 | frame-of-two | in which the device itself sends signals.gate-force
            CN1 | DI1.carries=binary; DI1.publish-as=gate-force | signal-sent-twice | DI1 and AI1 are both sent as gate-force
            CN1 | signals.gate-force.signed=yes; signals.gate-force.least=-32769 | beyond-bits | goes from -32769 to 100; 16 bits carry -32768 to 32767
            CN1 | signals.gate-force.length=6 | beyond-bits | 6 bits carry 0 to 63
            CN1 | signals.gate-force.offset=1 | beyond-bits | goes from 0 to 100; 16 bits carry 1 to 65536
            CN1 | signals.gate-force.factor=-0.01 | beyond-bits | goes from 0 to 100; 16 bits carry -655.35 to 0
            CN1 | AO1.signal=none                    | drives-nothing            | follows no signal
            CN1 | signals.gate-force.frame=5000      | rule-broken               | needs 29 bits
            CN1 | @connections/bus/kind=bus; @connections/bus/bus=B; @connections/bus/on-port=CAN9 | protocol-not-on-port | goes over CAN1
            TD1 | sequence.return=DI1                | same-input-twice          | DI1 goes on and back
            TD1 | sequence.hold=500                  | hold-longer-than-pulse    | pulses last 200 ms
            TD1 | steps.1.text=GATE CLOSED AND LOCKED | value-out-of-range       | the device holds 20
            TD1 | @tables/steps/1/txt=A              | unknown-reference         | Did you mean 'text'?
            GD1 | dock.marked=yes; dock.send-settings=never | marked-but-policy-off | sends nothing
            GD1 | sensor.carbon-monoxide.short-mean=20 | mean-limit-order        | alarms at 20 ppm
            """)
    void aPlantedMistakeIsFound(String device, String written, String rule, String message) {
        Project site = Sites.written(Sites.plant(), device, written);
        List<Finding> findings = ProjectCheck.check(site);
        assertThat(findings).as("%s", findings).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message() + " " + finding.remedy()).contains(message);
            assertThat(finding.position().source()).isEqualTo("device " + device);
            assertThat(finding.remedy()).isNotBlank();
        });
    }

    @Test
    void aPageOfTheDisplayNeedsATitleAndValues() {
        Project site = ValueChange.set(Sites.plant(), "P61", Map.of("displays.Page.form", "bars"));
        assertThat(ProjectCheck.check(site))
                .extracting(finding -> finding.rule().id())
                .contains("display-label-missing", "display-value-missing");
    }

    @Test
    void membersOfABusMustAgreeAndBeUnlike() {
        Project site = Sites.written(
                Sites.plant(),
                "M31",
                "@connections/plc/kind=field-bus; @connections/plc/bus=B1; @connections/plc/bus-address=7");
        DeviceChange.Copied copied = DeviceChange.copy(site, "M31", "M32", false);
        assertThat(copied.open()).containsExactly("unit.name", "plc.bus-address");
        assertThat(ProjectCheck.check(copied.project()))
                .anyMatch(finding -> finding.message().startsWith("plc.bus-address is open"));
        Project both = Sites.written(copied.project(), "M32", "plc.bus-address=7; plc.bit-rate=9600; unit.name=Pump 2");
        assertThat(ProjectCheck.check(both))
                .extracting(finding -> finding.rule().id())
                .contains("duplicate-bus-address", "bus-settings-differ");
        assertThat(ProjectCheck.check(Sites.written(both, "M32", "plc.bus-address=248")))
                .anyMatch(finding -> finding.message().contains("expected 1 to 247"));
    }

    @Test
    void twinsAreAlikeButForTheirIdentity() {
        Project pair = DeviceChange.copy(Sites.plant(), "RTU1", "RTU2", true).project();
        pair = ValueChange.set(pair, "RTU2", Map.of("unit.name", "Sluice B"));
        assertThat(ProjectCheck.check(pair))
                .noneMatch(finding -> finding.rule().id().equals("twins-differ"));
        assertThat(ProjectCheck.check(ValueChange.set(pair, "RTU2", Map.of("alarms.level.high", "4.6"))))
                .anyMatch(finding -> finding.message().equals("RTU2 and RTU1 differ in alarms.level.high"));
    }

    /** Columns: a device, its copy, what the two are given, and the rule that they break together. */
    @ParameterizedTest(name = "{3}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | F12 | network.address=192.0.2.99                                  | duplicate-ip
            F11 | F12 | network.mac=02-00-5E-10-00-01                               | duplicate-mac
            M31 | M32 | @connections/plc/kind=field-bus; @connections/plc/bus=B1; @connections/plc/bus-address=7 | duplicate-bus-address
            M31 | M32 | @connections/plc/kind=field-bus; @connections/plc/bus=B1; @connections/plc/bus-address=7 // plc.bus-address=8; plc.bit-rate=9600 | bus-settings-differ
            TD1 | TD2 |                                                             | twins-differ
            """)
    void whatTwoDevicesBreakTogetherBlocksBothAndNobodyElse(String first, String second, String both, String rule) {
        Project site = DeviceChange.copy(Sites.plant(), first, second, rule.equals("twins-differ"))
                .project();
        if (both == null) {
            site = Sites.written(site, second, "sequence.advance=DI3");
        } else {
            String[] written = both.split(" // ");
            site = Sites.written(Sites.written(site, first, written[0]), second, written[0]);
            site = written.length == 1 ? site : Sites.written(site, second, written[1]);
        }
        List<Finding> all = ProjectCheck.check(site);
        assertThat(all).filteredOn(finding -> finding.rule().id().equals(rule)).isNotEmpty();
        for (Device device : site.devices().values()) {
            boolean isTold = ProjectCheck.concerning(all, device).stream()
                    .anyMatch(finding -> finding.rule().id().equals(rule));
            assertThat(isTold)
                    .as(device.name())
                    .isEqualTo(List.of(first, second).contains(device.name()));
            assertThat(!isTold || ProjectCheck.blocks(ProjectCheck.concerning(all, device)))
                    .isTrue();
            assertThat(ProjectCheck.concerning(all, device)).isEqualTo(ProjectCheck.check(site, device));
        }
    }
}
