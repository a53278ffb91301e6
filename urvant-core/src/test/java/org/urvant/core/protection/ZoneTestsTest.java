package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ZoneTestsTest {
    private static final TestPoint.Band BAND = new TestPoint.Band(5, 5, 0.05);
    private static final ZoneTests.Source SOURCE = new ZoneTests.Source(1, 100, 110);
    private static final Phasor FACTOR = Phasor.of(0.7, 0);

    private static ZoneTests.Named zone(String name, Zone.Shape shape, Zone.Way way, double reach, double delay) {
        Zone phase = new Zone(shape, way, new Zone.Reach(reach, 3, 80), Zone.Edges.USUAL);
        Zone earth = new Zone(shape, way, new Zone.Reach(reach, 5, 80), Zone.Edges.USUAL);
        return new ZoneTests.Named(name, phase, earth, delay, BAND);
    }

    private static List<TestPoint> points(Optional<Phasor> factor, ZoneTests.Source source, ZoneTests.Named... zones) {
        return ZoneTests.of(new ZoneTests.Tested(List.of(zones), source, factor));
    }

    private static FaultLoops seen(TestPoint point) {
        List<Injection.Source> sources = point.injection().sources();
        return FaultLoops.of(sources.get(0).phases(), sources.get(1).phases(), FACTOR, 1);
    }

    /** Whatever zones there are: the relay sees the fault in the loop that is meant, and the impedance lies where it is said. */
    @Property(tries = 300)
    void whatIsInjectedIsSeenInTheLoopThatIsMeant(
            @ForAll @DoubleRange(min = 0.2, max = 8) double reach,
            @ForAll @DoubleRange(min = 1.2, max = 3) double further,
            @ForAll @IntRange(max = 2) int way,
            @ForAll boolean isCircle) {
        Zone.Shape shape = isCircle ? Zone.Shape.MHO : Zone.Shape.POLYGON;
        List<ZoneTests.Named> zones = List.of(
                zone("one", shape, Zone.Way.values()[way], reach, 0),
                zone("two", shape, Zone.Way.FORWARD, reach * further, 0.4));
        for (TestPoint point : points(Optional.of(FACTOR), SOURCE, zones.get(0), zones.get(1))) {
            if (!point.isPossible()) {
                continue;
            }
            assertThat(seen(point).meant()).as("%s", point).singleElement().matches(loop -> point.tried()
                    .startsWith(loop.name() + " just"));
            Zone.Point at = seen(point).meant().get(0).impedance().orElseThrow();
            boolean isEarth = point.tried().startsWith("L1-E");
            Optional<ZoneTests.Named> first = zones.stream()
                    .filter(zone -> (isEarth ? zone.earth() : zone.phase()).contains(at))
                    .findFirst();
            assertThat(first.map(ZoneTests.Named::name).equals(Optional.of(point.stage())))
                    .isEqualTo(point.tried().contains("inside"));
            assertThat(point.expected().isTimed()).isEqualTo(first.isPresent());
            first.ifPresent(zone -> assertThat(point.expected().seconds()).isEqualTo(zone.delay()));
        }
    }

    /** By hand: 0.95 · 4 Ω along 80°; between two phases 2 A each way and 2 · 2 A · 3.859 Ω = 15.44 V, to earth · 1.7. */
    @Test
    void aPointIsVoltagesAndCurrentsAtTheInputs() {
        ZoneTests.Named near = zone("near", Zone.Shape.MHO, Zone.Way.FORWARD, 4, 0);
        ZoneTests.Named far = zone("far", Zone.Shape.MHO, Zone.Way.FORWARD, 6, 0.4);
        List<TestPoint> points = points(Optional.of(FACTOR), SOURCE, near, far);
        assertThat(points.get(0).injection().sources().get(1).phases().get(0).magnitude())
                .isEqualTo(2);
        List<Phasor> voltages = points.get(0).injection().sources().get(0).phases();
        assertThat(voltages.get(0).minus(voltages.get(1)).magnitude()).isCloseTo(15.435, within(0.001));
        assertThat(voltages.get(2).magnitude()).isCloseTo(63.51, within(0.01));
        assertThat(points.get(2).tried()).isEqualTo("L1-E just inside the reach");
        assertThat(points.get(2).injection().text()).isEqualTo("U 13.12@0° 63.51@-120° 63.51@120° V; I 2@-80° 0 0 A");
        assertThat(points.get(1).note()).isEqualTo("far operates there");
        assertThat(points.get(1).expected().to()).isCloseTo(0.45, within(1e-9));
    }

    @Test
    void whatCannotBeInjectedIsSaid() {
        ZoneTests.Named farther = zone("long", Zone.Shape.MHO, Zone.Way.FORWARD, 60, 1);
        ZoneTests.Named twin = zone("twin", Zone.Shape.MHO, Zone.Way.FORWARD, 60, 1);
        assertThat(points(Optional.empty(), SOURCE, farther))
                .extracting(TestPoint::note)
                .containsExactly(
                        "with a current that starts the zones the voltage would be above 99 V",
                        "with a current that starts the zones the voltage would be above 99 V",
                        "the residual compensation is not known");
        assertThat(points(Optional.of(FACTOR), new ZoneTests.Source(1, 1, 2000), farther)
                        .get(0)
                        .note())
                .isEqualTo("2 A is more than the input bears (1 A)");
        assertThat(points(Optional.of(FACTOR), SOURCE, farther, twin).get(4).note())
                .isEqualTo("long contains it as well, and trips no later");
    }

    /** Voltages, currents (magnitude and angle of three phases), and the loops that the fault is in. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            63 0 63 -120 63 120   | 0.4 -10 0.4 -130 0.4 110 | ''
            20 0 63 -120 63 120   | 3 -80 0 0 0 0            | L1-E
            63 0 20 -120 63 120   | 0 0 3 160 0 0            | L2-E
            10 0 10 -120 10 120   | 5 -80 5 160 5 40         | L1-L2 L2-L3 L3-L1
            35 -60 63 90 35 -120  | 3 -80 0 0 3 100          | L3-L1
            20 0 20 -120 63 120   | 5 -80 5 160 0 0          | L1-E L2-E L1-L2
            """)
    void theLoopsOfAFaultAreFound(String voltages, String currents, String loops) {
        FaultLoops found = FaultLoops.of(phasors(voltages), phasors(currents), FACTOR, 1);
        assertThat(String.join(
                        " ", found.meant().stream().map(FaultLoops.Loop::name).toList()))
                .isEqualTo(loops);
        assertThat(found.loops()).hasSize(6);
    }

    private static List<Phasor> phasors(String text) {
        String[] parts = text.strip().split("\\s+");
        return List.of(
                Phasor.of(Double.parseDouble(parts[0]), Double.parseDouble(parts[1])),
                Phasor.of(Double.parseDouble(parts[2]), Double.parseDouble(parts[3])),
                Phasor.of(Double.parseDouble(parts[4]), Double.parseDouble(parts[5])));
    }
}
