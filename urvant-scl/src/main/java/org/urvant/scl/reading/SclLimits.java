package org.urvant.scl.reading;

/**
 * What an SCL reader takes at most.
 *
 * @param bytes length of the file
 * @param elements number of elements
 * @param depth depth of nested elements
 * @param textLength length of one attribute value or text
 */
public record SclLimits(long bytes, int elements, int depth, int textLength) {
    /** Limits that no sound station file reaches: 1 GB, 20 million elements, depth 64, texts of 1,000,000 characters. */
    public static final SclLimits STANDARD = new SclLimits(1_000_000_000L, 20_000_000, 64, 1_000_000);

    public SclLimits {
        if (bytes < 1 || elements < 1 || depth < 1 || textLength < 1) {
            throw new IllegalArgumentException("limits are positive numbers");
        }
    }
}
