package org.urvant.core.evaluation;

/** Passes numbers with fractions on: one of all that do. */
final class RealPassing implements Passing {
    private final RealPassings all;
    private final int index;

    RealPassing(RealPassings all, int index) {
        this.all = all;
        this.index = index;
    }

    @Override
    public void real(double value, int qualityBits, long time, long now) {
        all.real(index, value, qualityBits, time, now);
    }

    @Override
    public void whole(long value, int qualityBits, long time, long now) {
        all.real(index, value, qualityBits, time, now);
    }
}
