package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.protection.Zone.Shape;
import org.urvant.core.protection.Zone.Way;

class ZoneTest {
    private static Zone zone(Shape shape, Way way, double angle) {
        return new Zone(shape, way, new Zone.Reach(6, 8, angle), Zone.Edges.USUAL);
    }

    /** Columns: shape, way, angle of the line, R and X, whether it lies in a zone of 6 Ω along the line and 8 Ω beside it. */
    @ParameterizedTest(name = "{0} {1} {3}+j{4}")
    @CsvSource(
            textBlock =
                    """
            POLYGON, FORWARD, 90, 0, 6, true
            POLYGON, FORWARD, 90, 0, 6.01, false
            POLYGON, FORWARD, 90, 8, 0, true
            POLYGON, FORWARD, 90, 8.01, 0, false
            POLYGON, FORWARD, 90, 4, -1, true
            POLYGON, FORWARD, 90, 4, -1.1, false
            POLYGON, FORWARD, 90, -3.4, 6, true
            POLYGON, FORWARD, 90, -3.5, 6, false
            POLYGON, FORWARD, 90, -1, -1, false
            POLYGON, FORWARD, 60, 11.4, 6, true
            POLYGON, FORWARD, 60, 11.5, 6, false
            POLYGON, FORWARD, 60, 8.1, 0, false
            POLYGON, REVERSE, 90, 0, -6, true
            POLYGON, REVERSE, 90, 0, 6, false
            POLYGON, REVERSE, 90, -4, 1, true
            POLYGON, BOTH, 90, -8, -6, true
            POLYGON, BOTH, 90, -8.1, 0, false
            POLYGON, BOTH, 60, -11.4, -6, true
            MHO, FORWARD, 90, 0, 6, true
            MHO, FORWARD, 90, 0, 0, true
            MHO, FORWARD, 90, 3, 3, true
            MHO, FORWARD, 90, 3.01, 3, false
            MHO, FORWARD, 90, 0, -0.1, false
            MHO, REVERSE, 90, 0, -6, true
            MHO, BOTH, 90, 3, -3, true
            MHO, FORWARD, 60, 3.46, 6, true
            MHO, FORWARD, 60, 3.47, 6.01, false
            """)
    void anImpedanceLiesInAZoneOrNot(Shape shape, Way way, double angle, double r, double x, boolean isIn) {
        assertThat(zone(shape, way, angle).contains(new Zone.Point(r, x))).isEqualTo(isIn);
    }

    @Property
    void theOutlineIsTheEdge(
            @ForAll Shape shape,
            @ForAll Way way,
            @ForAll @DoubleRange(min = 40, max = 90) double angle,
            @ForAll @DoubleRange(min = 0, max = 1) double share) {
        Zone zone = zone(shape, shape == Shape.MHO && way == Way.BOTH ? Way.FORWARD : way, angle);
        var corners = zone.outline();
        double r =
                corners.stream().mapToDouble(Zone.Point::resistance).average().orElseThrow();
        double x = corners.stream().mapToDouble(Zone.Point::reactance).average().orElseThrow();
        for (int i = 0; i < corners.size(); i++) {
            Zone.Point one = corners.get(i);
            Zone.Point next = corners.get((i + 1) % corners.size());
            double edgeR = one.resistance() + share * (next.resistance() - one.resistance());
            double edgeX = one.reactance() + share * (next.reactance() - one.reactance());
            assertThat(zone.contains(new Zone.Point(r + 0.998 * (edgeR - r), x + 0.998 * (edgeX - x))))
                    .isTrue();
            assertThat(zone.contains(new Zone.Point(r + 1.002 * (edgeR - r), x + 1.002 * (edgeX - x))))
                    .isFalse();
        }
    }

    @Test
    void loopsSeeTheLineUpToTheFault() {
        Phasor line = new Phasor(1.24, 7.36);
        Phasor k = Phasor.of(0.7, -5);
        Phasor current = Phasor.of(2000, -70);
        Phasor residual = Phasor.of(1800, -72);
        Phasor drop = line.times(new Phasor(0.8, 0)).times(current.plus(residual.times(k)));
        Phasor seen = Zone.earthLoop(drop, current, residual, k);
        assertThat(seen.magnitude()).isCloseTo(0.8 * line.magnitude(), within(1e-9));
        assertThat(seen.degrees()).isCloseTo(line.degrees(), within(1e-9));
        Phasor other = Phasor.of(2000, 110);
        assertThat(Zone.phaseLoop(line.times(current), line.times(other), current, other)
                        .imaginary())
                .isCloseTo(7.36, within(1e-9));
        assertThatThrownBy(() -> Zone.phaseLoop(current, other, current, current))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            0, 8, 80, reactance
            NaN, 8, 80, reactance
            6, 0, 80, resistance
            6, 8, 0, angle
            6, 8, 91, angle
            6, -1, 80, resistance
            """)
    void whatIsNoZoneIsRefused(double reactance, double resistance, double angle, String word) {
        assertThatThrownBy(() -> new Zone.Reach(reactance, resistance, angle))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(word);
    }
}
