package org.urvant.core.protection;

/** A sinusoidal quantity, or an impedance, as a complex number. */
public record Phasor(double real, double imaginary) {
    /** Returns the one with a magnitude and an angle in degrees. */
    public static Phasor of(double magnitude, double degrees) {
        double angle = Math.toRadians(degrees);
        return new Phasor(magnitude * Math.cos(angle), magnitude * Math.sin(angle));
    }

    /** Returns the sum. */
    public Phasor plus(Phasor other) {
        return new Phasor(real + other.real, imaginary + other.imaginary);
    }

    /** Returns the difference. */
    public Phasor minus(Phasor other) {
        return new Phasor(real - other.real, imaginary - other.imaginary);
    }

    /** Returns the product. */
    public Phasor times(Phasor other) {
        return new Phasor(
                real * other.real - imaginary * other.imaginary, real * other.imaginary + imaginary * other.real);
    }

    /**
     * Returns the quotient.
     *
     * @throws IllegalArgumentException when the other one is zero
     */
    public Phasor over(Phasor other) {
        double square = other.real * other.real + other.imaginary * other.imaginary;
        if (!(square > 0)) {
            throw new IllegalArgumentException("divided by " + other);
        }
        return new Phasor(
                (real * other.real + imaginary * other.imaginary) / square,
                (imaginary * other.real - real * other.imaginary) / square);
    }

    /** Returns the magnitude. */
    public double magnitude() {
        return Math.hypot(real, imaginary);
    }

    /** Returns the angle in degrees, above -180 and up to 180. */
    public double degrees() {
        return Math.toDegrees(Math.atan2(imaginary, real));
    }
}
