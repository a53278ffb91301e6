package org.urvant.project.mapping;

import org.urvant.core.finding.Rule;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.project.behaviour.LogicRules;

/** Holds what a row gives against what the point that it goes to can hold. */
record RowFit(Report report) {
    /** Takes what does not fit. */
    interface Report {
        void take(Rule rule, String message, String remedy);
    }

    /** What arrives is held against what is held there (calculations F8). */
    void range(String gives, Shape given, Interval held, String where) {
        if (!held.isBounded()) {
            return;
        }
        if (!given.range().isBounded()) {
            report.take(
                    MappingRules.RESULT_RANGE_UNKNOWN,
                    gives + "numbers of which the range is not known; " + where + " holds " + held,
                    MappingRules.RESULT_RANGE_UNKNOWN.remedy());
        } else if (!held.contains(given.range())) {
            report.take(
                    LogicRules.RESULT_DOES_NOT_FIT,
                    gives + given.range() + "; " + where + " holds " + held,
                    "Limit it with LIMIT(least, x, most), or choose a wider type.");
        }
    }

    /** Floating point numbers round the last digits of large whole ones (calculations F8). */
    void digits(String gives, Shape shape, Interval exact, String where) {
        if (shape.form() != Form.REAL && exact.isBounded() && !exact.contains(shape.range())) {
            report.take(
                    MappingRules.RESULT_ROUNDED,
                    gives + shape.range() + "; " + where + " keeps all digits up to "
                            + exact.high().toPlainString(),
                    MappingRules.RESULT_ROUNDED.remedy());
        }
    }

    void rounding(String gives, boolean hasFractions, Shape held, String where) {
        if (hasFractions && held.range().isBounded() && held.form() == Form.WHOLE) {
            report.take(
                    MappingRules.RESULT_ROUNDED,
                    gives + "fractions; " + where + " holds whole numbers",
                    MappingRules.RESULT_ROUNDED.remedy());
        }
    }
}
