package org.urvant.project.behaviour;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Signal;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.unit.Amount;
import org.urvant.project.Device;
import org.urvant.project.Programs;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.type.Catalogue;

/** What devices do by themselves over a day, by their settings. */
class DeviceLogicTest {
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");
    private static final Pattern INPUT = Pattern.compile("(\\d+(?:\\.\\d+)?)(s|m|h)?,([^,]+),([^,]+)(?:,([^,]+))?");

    private static DeviceLogic logicOf(Project site, String name) {
        Device device = site.device(name);
        return DeviceLogic.of(site.typeOf(device), device);
    }

    private static Logic compiled(DeviceLogic logic) {
        List<String> mistakes = new ArrayList<>();
        Logic compiled = logic.compile((position, mistake) -> mistakes.add(position + " " + mistake.message()))
                .orElse(null);
        assertThat(mistakes).isEmpty();
        return compiled;
    }

    /** An input as people write it: {@code 1.5s,di1,on} or {@code 0,ai1,3.5 mA,invalid}. */
    private static Stimulus stimulus(String written, DeviceLogic logic, Instant begin) {
        Matcher parts = INPUT.matcher(written.strip());
        assertThat(parts.matches()).as(written).isTrue();
        long unit = Map.of("s", 1L, "m", 60L, "h", 3600L).getOrDefault(String.valueOf(parts.group(2)), 1L);
        Duration after = Duration.ofMillis(Math.round(Double.parseDouble(parts.group(1)) * unit * 1000));
        String name = parts.group(3);
        // inputs of the type's own programs, such as inhibit_sending, are no signals of the device; all are BOOL
        Optional<Signal> signal = logic.signals().stream()
                .filter(each -> each.name().toLowerCase(Locale.ROOT).equals(name))
                .findFirst();
        Quality quality = parts.group(5) == null
                ? Quality.GOOD
                : Quality.parse(parts.group(5)).orElseThrow();
        return new Stimulus(after, name, value(parts.group(4), signal, logic, quality, begin.plus(after)));
    }

    private static SignalValue value(
            String text, Optional<Signal> signal, DeviceLogic logic, Quality quality, Instant time) {
        if (text.contains(" ")) {
            ChannelScale scale = logic.scale(signal.orElseThrow().name()).orElseThrow();
            return scale.read(Amount.parse(text).orElseThrow(), time).orElseThrow();
        }
        DataType type = signal.map(Signal::type).orElse(DataType.BOOL);
        Object value = type == DataType.BOOL
                ? (Object) List.of("on", "1").contains(text)
                : type == DataType.LREAL ? (Object) Double.valueOf(text) : (Object) Long.valueOf(text);
        return new SignalValue(value, quality, time);
    }

    /** Returns the changes of one signal as {@code seconds value}, from the begin of a day in Oslo. */
    private static List<String> changes(
            Project site, String device, String day, String inputs, String signal, long hours) {
        DeviceLogic logic = logicOf(site, device);
        Instant begin = LocalDateTime.parse(day + "T00:00").atZone(OSLO).toInstant();
        List<Stimulus> stimuli = Arrays.stream(inputs.split("; "))
                .map(input -> stimulus(input, logic, begin))
                .toList();
        List<String> seen = new ArrayList<>();
        new Simulation(begin, Duration.ofHours(hours), Duration.ofMillis(100), OSLO)
                .run(compiled(logic), stimuli, List.of(signal), change -> seen.add(shown(change, begin)));
        return seen;
    }

    private static String shown(Change change, Instant begin) {
        String seconds = String.valueOf(Duration.between(begin, change.at()).toMillis() / 1000.0)
                .replaceAll("\\.0$", "");
        return seconds + " " + change.value().value();
    }

    /** Columns: what a person sets, inputs, the signal looked at, its changes in seconds from midnight. */
    @ParameterizedTest(name = "{0} {1}: {3}")
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            TD1  | - | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di2,on | step | 0 1, 1.1 2, 3.1 3, 5.1 1
            TD1  | sequence.after-last=stay | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di1,on | step | 0 1, 1.1 2, 3.1 3
            TD1  | sequence.hold=500 | 1s,di1,on; 1.4s,di1,off; 2s,di1,on; 3s,di1,off | step | 0 1, 2.5 2
            TD1  | sequence.steps=2 | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di1,on | step | 0 1, 1.1 2, 3.1 1, 5.1 2
            TD1  | - | 1s,di1,on; 1s,di2,on; 2s,di1,off; 3s,di1,on | step | 0 1, 3.1 2
            TD1  | - | 1s,di1,on | steps.2.lit | 0 false, 1.1 true
            RTU1 | DI1.reaction=rise | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 1.5 true, 1.6 false
            RTU1 | DI1.reaction=both | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 1.5 true, 1.6 false, 5.5 true, 5.6 false
            RTU1 | DI1.reaction=none | 1s,di1,on; 5s,di1,off | di1.event | 0 false
            RTU1 | alarms.level.low=1 | 0,ai1,2; 1s,ai1,0.5; 9s,ai1,1.5 | alarms.level.coming | 0 false, 1 true, 9 false
            RTU1 | AI1.high=10; alarms.level.high=; alarms.level.short-mean-high=3 | 0,ai1,0; 1m,ai1,10 | alarms.level.coming | 0 false, 90 true
            RTU1 | AI1.high=10; alarms.level.high=; alarms.level.mean-high=3 | 0,ai1,0; 1h,ai1,10 | alarms.level.coming | 0 false, 5280 true
            CN1  | AO1.when-lost=hold | 0,signals.gate_position,25; 1s,signals.gate_position,80,invalid | ao1 | 0 2.5, 1 2.5
            CN1  | AO1.when-lost=high | 0,signals.gate_position,25; 1s,signals.gate_position,80,invalid | ao1 | 0 2.5, 1 10.0
            CN1  | AO1.carries=frequency; AO1.frequency-low=100; AO1.frequency-high=1100 | 0,signals.gate_position,-5; 1s,signals.gate_position,80 | ao1 | 0 100.0, 1 900.0
            CN1  | DO1.signal=gate-force | 0,signals.gate_force,0; 1s,signals.gate_force,2 | do1 | 0 false, 1 true
            RTU1 | AI1.broken-wire=no | 0,ai1,3.5 mA; 1s,ai1,12 mA | ai1 | 0 0.0, 1 2.5
            RTU1 | schedule.week.at=06:00; schedule.week.days=weekdays; schedule.week.action=connect | 0,di1,off | schedule.week.runs | 0 false
            RTU1 | report.enabled=yes; report.at=06:00 | 0,di1,off | report_now | 0 false, 18000 true, 18000.1 false
            TD1  | steps.2.alarm=yes; display.all-well=yes | 1s,di1,on | shown | 0 ALL WELL, 1.1 GATE OPENING
            RTU1 | - | 1s,di1,on; 1.4s,di1,off; 2s,di1,on; 4s,di1,off; 4.3s,di1,on; 5s,di1,off | di1.active | 0 false, 2.5 true, 5.5 false
            RTU1 | DI1.sense=low; DI1.hold-in=0 | 1s,di1,on; 1.6s,di1,off | di1.active | 0 true, 1.5 false, 1.6 true
            RTU1 | DI1.reaction=fall | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 5.5 true, 5.6 false
            RTU1 | DI2.carries=counter; DI2.name=Flow; DI2.count-start=5; DI2.count-limit=7 | 1s,di2,1; 2s,di2,0; 3s,di2,1; 4s,di2,0; 5s,di2,1 | di2.count | 0 5, 1 6, 3 7, 5 5
            RTU1 | DI2.carries=counter; DI2.name=Flow; DI2.count-limit=2; DI2.count-at-limit=stop | 1s,di2,1; 2s,di2,0; 3s,di2,1; 4s,di2,0; 5s,di2,1 | di2.count | 0 0, 1 1, 3 2
            RTU1 | - | 1s,ai1,4.6; 60s,ai1,4.4 | alarms.level.coming | 0 false, 1 true, 60 false
            RTU1 | alarms.level.hysteresis=0.3 | 1s,ai1,4.6; 60s,ai1,4.3; 90s,ai1,4.1 | alarms.level.coming | 0 false, 1 true, 90 false
            RTU1 | - | 1s,ai1,4.9,invalid; 60s,ai1,4.9 | alarms.level.coming | 0 false, 60 true
            RTU1 | - | 0,di1,on; 10s,inhibit_sending,on; 20s,inhibit_sending,off | alarms.pump.sent | 0 false, 0.5 true, 10 false, 7210 true
            RTU1 | alarms.pump.always=yes | 0,di1,on; 10s,inhibit_sending,on | alarms.pump.sent | 0 false, 0.5 true
            RTU1 | sending.enabled=no; sending.enable-after=1 | 0,di1,on | alarms.pump.sent | 0 false
            RTU1 | sending.enable-after=0 | 0,di1,on; 10s,inhibit_sending,on; 20s,inhibit_sending,off; 60s,enable_sending,on | alarms.pump.sent | 0 false, 0.5 true, 10 false, 60 true
            RTU1 | recipients.Duty.may-operate=yes; recipients.Duty.from=22:00; recipients.Duty.to=06:00 | 0,di1,off | recipients.duty.may_operate_now | 0 true, 18000 false, 75600 true
            RTU1 | recipients.Duty.may-operate=yes | 0,di1,off; 21h,di1,on | recipients.duty.may_operate_now | 0 true
            RTU1 | recipients.Duty.may-operate=yes; recipients.Duty.from=00:00; recipients.Duty.to=06:00 | 0,di1,off | recipients.duty.may_operate_now | 0 true, 18000 false
            RTU1 | schedule.night.at=02:30; schedule.night.action=send-values | 0,di1,off | schedule.night.runs | 0 false, 7200 true, 7200.1 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 5.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 2.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; reactions.r.action=open; RO1.carries=relay; RO1.mode=maintained | 1s,di1,on; 5s,di1,off | ro1 | 0 true, 1.5 false, 5.5 true
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; reactions.r.action=pulse; RO1.carries=relay; RO1.pulse=2 | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 3.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained; DI1.reaction=fall | 1s,di1,on; 5s,di1,off; 8s,di1,on | ro1 | 0 false, 5.5 true, 8.5 false
            RTU1 | reactions.r.when=DI2; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained; DI2.carries=counter; DI2.name=Flow; DI2.count-limit=1 | 1s,di2,on | ro1 | 0 false, 1 true
            RTU1 | schedule.flush.at=06:00; schedule.flush.action=pulse-output; schedule.flush.output=RO2; RO2.carries=relay | 0,di1,off | ro2 | 0 false, 18000 true, 18001 false
            RTU1 | schedule.flush.every=8 h; schedule.flush.action=pulse-output; schedule.flush.output=RO2; RO2.carries=relay | 0,di1,off | ro2 | 0 false, 28800 true, 28801 false, 57600 true, 57601 false
            RTU1 | schedule.tick.every=8 h; schedule.tick.action=send-values | 0,di1,off | schedule.tick.runs | 0 false, 28800 true, 28800.1 false, 57600 true, 57600.1 false
            """)
    void devicesActAsTheirSettingsSay(String device, String set, String inputs, String signal, String expected) {
        Project site = set == null ? Sites.plant() : Sites.written(Sites.plant(), device, set);
        // The last Sunday of March: the clock on the wall leaps from 02:00 to 03:00.
        assertThat(changes(site, device, "2026-03-29", inputs, signal, 22)).containsExactly(expected.split(", "));
    }

    static List<String> types() {
        return List.copyOf(Catalogue.names());
    }

    /** The behaviours of every shipped type compile with each word that its channels can carry. */
    @ParameterizedTest
    @MethodSource("types")
    void theBehavioursOfEveryTypeCompile(String type) {
        List<String> mistakes = new ArrayList<>();
        DeviceLogic.verify(
                Catalogue.type(type).orElseThrow(),
                (position, mistake) -> mistakes.add(position + " " + mistake.message()));
        assertThat(mistakes).isEmpty();
    }

    /** Own programs run after the behaviours of the type and see what these put out. */
    @Test
    void ownProgramsSeeWhatTheTypePutsOut() {
        Project site = Sites.plant();
        Project with = site.with(site.device("RTU1")
                .withLogic("PROGRAM lamp\n  ro1 := NOT di1.active AND NOT alarms.pump.sent;\nEND_PROGRAM\n"));
        assertThat(DeviceLogic.programs(with.device("RTU1").logic())).containsOnlyKeys("001 lamp");
        Project relays = Sites.written(with, "RTU1", "RO1.carries=relay; RO1.mode=maintained");
        assertThat(changes(relays, "RTU1", "2026-03-29", "1s,di1,on; 5s,di1,off", "ro1", 1))
                .containsExactly("0 true", "1.5 false", "5.5 true");
    }

    /** Columns: a program of the RTU, and the place and message of its mistake. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            led1 := di99;             | 2:9  | di99
            di1 := TRUE;              | 2:1  | is an input
            ro1 := ai1;               | 2:8  | expected BOOL
            x : BOOL;                 | 2:1  | x
            """)
    void aMistakeOfAProgramIsToldWithItsPlace(String statement, String place, String said) {
        Project site = Sites.plant();
        Project with = site.with(
                site.device("RTU1").with(new Programs("logic/RTU1.st", "PROGRAM p\n" + statement + "\nEND_PROGRAM\n")));
        with = Sites.written(with, "RTU1", "RO1.carries=relay");
        List<String> mistakes = new ArrayList<>();
        assertThat(logicOf(with, "RTU1")
                        .compile((position, mistake) ->
                                mistakes.add(position + " " + mistake.message() + " " + mistake.remedy())))
                .isEmpty();
        assertThat(mistakes).anySatisfy(mistake -> assertThat(mistake)
                .contains("logic/RTU1.st:" + place.split(":")[0])
                .contains(said));
    }
}
