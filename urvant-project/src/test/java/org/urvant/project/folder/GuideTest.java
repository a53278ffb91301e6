package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.setting.GuidedStart;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;

/** Devices made by the questions of their types. */
class GuideTest {
    private static final DeviceType MOTOR = Catalogue.type("stenvaag-m3").orElseThrow();

    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void site() {
        folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
    }

    private static GuidedStart motor(String answers) {
        SortedMap<String, Entry> entries = new TreeMap<>();
        for (String answer : answers.split(", ")) {
            String[] parts = answer.split("=");
            entries.put(parts[0], new Entry(parts[1], Position.in("test")));
        }
        return GuidedStart.of(MOTOR, entries, Position.in("test"));
    }

    /** The right measuring module by rated current, at both sides of each limit; other answers add and change. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            current=0.3 A, power=0.1 kW, name=A | {meter=m5}  | motor.rated-current=0.3 A
            current=5 A, power=2.2 kW, name=A   | {meter=m5}  | phase.unbalance.reaction=trip
            current=5.1 A, power=2.2 kW, name=A | {meter=m25} | start.time=5 s
            current=0.025 kA, power=11 kW, name=A | {meter=m25} | motor.rated-current=25 A
            current=25.1, power=11000 W, name=A | {meter=m100} | motor.rated-power=11 kW
            current=8, power=4, name=A, sensors=pt100 | {meter=m25, option=temp} | sensor.reaction=trip
            current=8, power=4, name=A, sensors=ptc | {meter=m25, option=temp} | option/TS3.carries=ptc
            current=8, power=4, name=A, start-time=9.5 | {meter=m25} | thermal.class=20
            current=8, power=4, name=A, start-time=15.5 | {meter=m25} | thermal.class=30
            current=8, power=4, name=A, duty=conveyor, stall-switch=yes | {meter=m25} | stall.speed-switch=BI4
            current=8, power=4, name=A, duty=conveyor | {meter=m25} | start.per-hour=15
            """)
    void modulesAndSettingsFollowFromTheAnswers(String answers, String modules, String value) {
        GuidedStart start = motor(answers);
        assertThat(start.isSound()).as("%s", start).isTrue();
        assertThat(start.modules()).hasToString(modules);
        assertThat(start.values()).containsEntry(value.split("=")[0], value.split("=")[1]);
        folder.change(site -> NewDevice.addGuided(site, "stenvaag-m3", "questions", Map.of("M1", start)));
        Project project = folder.load();
        assertThat(ProjectCheck.blocks(ProjectCheck.check(project, project.device("M1"))))
                .isFalse();
        assertThat(project.device("M1").plate().text(Plate.Item.ORIGIN)).isEqualTo("questions");
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            current=8, name=A                    | missing power
            current=0.2, power=4, name=A         | current is 0.2; expected 0.3 to 100 A
            current=8, power=4, name=A, dooty=fan | 'dooty' is no question of stenvaag-m3
            current=8, power=4, name=A, duty=fann | duty is 'fann'
            current=8 V, power=4, name=A         | which is voltage; expected current
            """)
    void whatIsMissingOrWrongIsToldAtOnce(String answers, String found) {
        GuidedStart start = motor(answers);
        assertThat(start.isSound()).isFalse();
        assertThat("missing " + String.join(", ", start.missing()) + start.findings())
                .contains(found);
    }

    @Test
    void defaultsThatWereTakenAreListedAndIdleQuestionsAreNot() {
        assertThat(motor("current=8, power=4, name=A").defaults())
                .containsExactly("voltage = 400", "duty = pump", "start-time = 5", "sensors = none");
        assertThat(motor("current=8, power=4, name=A, duty=conveyor").defaults())
                .contains("stall-switch = no");
    }

    @Test
    void nothingFollowsFromAQuestionThatIsNotAsked() {
        GuidedStart start = motor("current=8, power=4, name=A, duty=pump, stall-switch=yes");
        assertThat(start.values()).doesNotContainKey("stall.speed-switch");
        SortedMap<String, Entry> answers = new TreeMap<>();
        assertThat(GuidedStart.isAsked(MOTOR.handling().guide(), answers, "stall-switch"))
                .isFalse();
        answers.put("duty", new Entry("conveyor", Position.in("test")));
        assertThat(GuidedStart.isAsked(MOTOR.handling().guide(), answers, "stall-switch"))
                .isTrue();
    }

    @Test
    void oneThatCannotBeMadeStopsAll() {
        folder.change(site -> NewDevice.add(site, "M2", NewDevice.Start.of("stenvaag-m3")));
        GuidedStart sound = motor("current=8, power=4, name=A");
        assertThatThrownBy(() -> folder.change(site ->
                        NewDevice.addGuided(site, "stenvaag-m3", "questions", Map.of("M1", sound, "M2", sound))))
                .isInstanceOf(RefusedException.class);
        assertThat(folder.load().devices()).containsOnlyKeys("M2");
    }

    /** A guide that sets or fits what its type does not have is a mistake of the type. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            motor.rated-current: current | motor.rated-curent: current | there is no setting 'motor.rated-curent'
            fits: {meter: m5}            | fits: {meter: m7}           | module 'm7' in slot 'meter' does not exist
            when: current <= 5           | when: curent <= 5           | Did you mean 'current'?
            motor.rated-current: current | motor.rated-current: name   | the expression is a text; expected a number
            """)
    void aWrongGuideIsAMistakeOfItsType(String sound, String broken, String found) {
        String text = Catalogue.text("stenvaag-m3");
        assertThat(text).contains(sound);
        assertThatThrownBy(() -> DeviceTypeReader.read("m3.yaml", text.replace(sound, broken)))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> assertThat(
                                mistake.placedMessage() + " " + mistake.remedy())
                        .contains(found));
    }
}
