package org.urvant.project.type;

import java.math.BigDecimal;
import org.urvant.core.protection.TestPoint;
import org.urvant.file.yaml.FieldReader;

/** Reads how far a unit may be off what its settings say. */
final class BandReader {
    private static final BigDecimal BAND = BigDecimal.valueOf(5);
    private static final BigDecimal LEAST_TIME = new BigDecimal("0.03");

    private BandReader() {}

    /** Reads a band whose part for the pick-up or reach stands at a key. */
    static TestPoint.Band read(FieldReader fields, String key) {
        return new TestPoint.Band(
                decimal(fields, key, BAND),
                decimal(fields, "time-band", BAND),
                decimal(fields, "least-time-band", LEAST_TIME));
    }

    private static double decimal(FieldReader fields, String key, BigDecimal otherwise) {
        BigDecimal band =
                fields.text(key).flatMap(entry -> Words.decimal(fields, entry)).orElse(otherwise);
        if (band.signum() < 0) {
            fields.report(fields.at(key), "a band is not below 0", "Write 5 for 5 per cent either way.");
        }
        return band.doubleValue();
    }
}
