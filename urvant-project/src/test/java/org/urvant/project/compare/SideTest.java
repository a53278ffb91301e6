package org.urvant.project.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.TakingOver;
import org.urvant.project.change.ValueChange;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

/** A copy of a device, held against the one that it was made from. */
class SideTest {
    private static final Project PLANT =
            DeviceChange.copy(Sites.plant(), "F11", "F12", false).project();

    private static Project with(String path, String value) {
        return ValueChange.set(PLANT, "F12", Map.of(path, value));
    }

    private static Side side(Project project, String device) {
        return Side.of(project, project.device(device));
    }

    private static Comparison compared(Project project) {
        Side left = side(project, "F11");
        return left.against(side(project, "F12"), left.identity());
    }

    private static String paths(Comparison comparison) {
        return comparison.leaves().stream().map(Comparison.Placed::path).collect(Collectors.joining(" "));
    }

    /** Columns: what the copy is given, what differs then; it differs in its own name and addresses, and that is expected. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            network.address                       | 192.0.2.39    |
            unit.name                             | K1 F12        |
            group.1.overcurrent.1.multiplier      | 0.25          | settings.group.1.overcurrent.1.multiplier
            group.1.overcurrent.1.multiplier      | 0.20          |
            inputs.threshold                      | 0.077 kV      |
            group.2.overcurrent.1.pick-up         | 1 A           | settings.group.2
            """)
    void aCopyDiffersInWhatItWasGiven(String path, String value, String expected) {
        Comparison comparison = compared(with(path, value));
        assertThat(paths(comparison)).isEqualTo(expected == null ? "" : expected);
        assertThat(comparison.expected())
                .extracting(difference -> difference.name())
                .contains("settings.unit.name");
    }

    /** A line may carry numbers in 32 bits (IEEE 754): 0.2 arrives as 0.200000003. A value between two steps is another one. */
    @ParameterizedTest
    @CsvSource({"0.200000003, true", "0.2, true", "0.201, false", "0.21, false"})
    void aNumberOfALineIsTheStepThatItStandsFor(String arrived, boolean isEqual) {
        Configuration built = ConfigurationBuilder.build(PLANT, PLANT.device("F11"));
        Section changed = replaced(
                built.parts(),
                List.of("settings", "group", "1", "overcurrent", "1", "multiplier"),
                Value.number(new java.math.BigDecimal(arrived)));
        Map<String, Section> parts = new TreeMap<>();
        changed.nodes().keySet().forEach(name -> parts.put(name, changed.section(name)));
        Side live = Side.of(PLANT, Configuration.of("F11", parts));
        assertThat(live.against(side(PLANT, "F11"), List.of()).isEqual()).isEqualTo(isEqual);
    }

    private static Section replaced(Section tree, List<String> path, Value value) {
        Map<String, Node> nodes = new TreeMap<>(tree.nodes());
        nodes.put(
                path.get(0),
                path.size() == 1 ? value : replaced(tree.section(path.get(0)), path.subList(1, path.size()), value));
        return Section.of(nodes);
    }

    @Test
    void partsAreComparedAndThingsOfTwoKindsAreNot() {
        Project project = with("group.2.overcurrent.1.pick-up", "1 A");
        Side group = side(project, "F12").at("group.2");
        assertThat(paths(side(project, "F12").at("group.1").against(group, List.of())))
                .contains("overcurrent.1.pick-up")
                .contains("overcurrent.2");
        assertThatThrownBy(() -> side(project, "F12").at("grup.2")).isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> group.against(Side.of(project), List.of()))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("whole site");
        assertThat(paths(Side.of(PLANT).against(Side.of(project), List.of())))
                .isEqualTo("devices.F12.settings.group.2");
    }

    /** What is taken over is gone then, in either direction, and is written as the other device was given it. */
    @ParameterizedTest
    @CsvSource({"F11, F12, 1.2 A", "F12, F11, 520 A primary"})
    void aDifferenceIsTakenOverInTheDirectionThatAPersonChooses(String from, String into, String expected) {
        Project project = with("group.1.overcurrent.1.pick-up", "520 A primary");
        Side target = side(project, into);
        TakingOver plan = TakingOver.plan(
                project, target, side(project, from), target.identity(), List.of("*overcurrent.1.pick-up"));
        assertThat(plan.left()).isEmpty();
        assertThat(compared(plan.after()).isEqual()).isTrue();
        assertThat(plan.after()
                        .device(into)
                        .sheets()
                        .get("group.1.overcurrent.1")
                        .values()
                        .get("pick-up")
                        .text())
                .isEqualTo(expected);
        assertThat(plan.after().device(from)).isEqualTo(project.device(from));
        assertThatThrownBy(() ->
                        TakingOver.plan(project, target, side(project, from), target.identity(), List.of("*.pickup")))
                .isInstanceOf(UnknownNameException.class);
    }

    @Test
    void whatBelongsToTheHardwareIsLeft() {
        Project project = ValueChange.set(PLANT, "F12", Map.of("firmware", "4.1"));
        Side target = side(project, "F12");
        TakingOver plan =
                TakingOver.plan(project, target, side(project, "F11"), target.identity(), List.of("hardware.*"));
        assertThat(plan.taken()).isEmpty();
        assertThat(plan.left()).extracting(Comparison.Placed::path).contains("hardware.firmware");
    }
}
