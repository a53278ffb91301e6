package org.urvant.report.plot;

import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import org.jfree.chart.axis.AxisState;
import org.jfree.chart.axis.LogAxis;
import org.jfree.chart.axis.NumberTick;
import org.jfree.chart.axis.TickType;
import org.jfree.chart.ui.RectangleEdge;
import org.jfree.chart.ui.TextAnchor;
import org.urvant.core.text.FewDigits;

/** A logarithmic axis as the trade draws it: a line for each of 1 to 9 times a power of ten, a number at 1, 2 and 5. */
final class DecadeAxis extends LogAxis {
    private static final long serialVersionUID = 1L;
    private static final double EDGE = 1e-9;

    DecadeAxis(String label) {
        super(label);
    }

    @Override
    public List<NumberTick> refreshTicks(Graphics2D graphics, AxisState state, Rectangle2D area, RectangleEdge edge) {
        List<NumberTick> ticks = new ArrayList<>();
        double low = getRange().getLowerBound() * (1 - EDGE);
        double high = getRange().getUpperBound() * (1 + EDGE);
        TextAnchor anchor = RectangleEdge.isTopOrBottom(edge) ? TextAnchor.TOP_CENTER : TextAnchor.CENTER_RIGHT;
        for (int power = (int) Math.floor(Math.log10(low)); Math.pow(10, power) <= high; power++) {
            for (int digit = 1; digit <= 9; digit++) {
                double value = digit * Math.pow(10, power);
                if (value >= low && value <= high) {
                    boolean isNamed = digit == 1 || digit == 2 || digit == 5;
                    ticks.add(new NumberTick(
                            digit == 1 ? TickType.MAJOR : TickType.MINOR,
                            value,
                            isNamed ? FewDigits.of(value) : "",
                            anchor,
                            TextAnchor.CENTER,
                            0));
                }
            }
        }
        return ticks;
    }
}
