package org.urvant.core.unit;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The units that Urvant knows: those of the SI (BIPM SI Brochure, 9th edition) and those that the trade uses beside them.
 * A value in a unit is {@code factor * value + offset} in the base unit of its dimension. Factors are fractions of whole
 * numbers, so a conversion is exact, or is refused where the result has no end as a decimal.
 */
public enum Unit {
    AMPERE("A", Dimension.CURRENT, 1, 1),
    MILLIAMPERE("mA", Dimension.CURRENT, 1, 1_000),
    KILOAMPERE("kA", Dimension.CURRENT, 1_000, 1),
    MICROAMPERE("µA", Dimension.CURRENT, 1, 1_000_000),
    VOLT("V", Dimension.VOLTAGE, 1, 1),
    MILLIVOLT("mV", Dimension.VOLTAGE, 1, 1_000),
    KILOVOLT("kV", Dimension.VOLTAGE, 1_000, 1),
    WATT("W", Dimension.ACTIVE_POWER, 1, 1),
    KILOWATT("kW", Dimension.ACTIVE_POWER, 1_000, 1),
    MEGAWATT("MW", Dimension.ACTIVE_POWER, 1_000_000, 1),
    GIGAWATT("GW", Dimension.ACTIVE_POWER, 1_000_000_000, 1),
    VAR("var", Dimension.REACTIVE_POWER, 1, 1),
    KILOVAR("kvar", Dimension.REACTIVE_POWER, 1_000, 1),
    MEGAVAR("Mvar", Dimension.REACTIVE_POWER, 1_000_000, 1),
    VOLTAMPERE("VA", Dimension.APPARENT_POWER, 1, 1),
    KILOVOLTAMPERE("kVA", Dimension.APPARENT_POWER, 1_000, 1),
    MEGAVOLTAMPERE("MVA", Dimension.APPARENT_POWER, 1_000_000, 1),
    WATT_HOUR("Wh", Dimension.ENERGY, 1, 1),
    KILOWATT_HOUR("kWh", Dimension.ENERGY, 1_000, 1),
    MEGAWATT_HOUR("MWh", Dimension.ENERGY, 1_000_000, 1),
    GIGAWATT_HOUR("GWh", Dimension.ENERGY, 1_000_000_000, 1),
    VAR_HOUR("varh", Dimension.REACTIVE_ENERGY, 1, 1),
    KILOVAR_HOUR("kvarh", Dimension.REACTIVE_ENERGY, 1_000, 1),
    MEGAVAR_HOUR("Mvarh", Dimension.REACTIVE_ENERGY, 1_000_000, 1),
    VOLTAMPERE_HOUR("VAh", Dimension.APPARENT_ENERGY, 1, 1),
    KILOVOLTAMPERE_HOUR("kVAh", Dimension.APPARENT_ENERGY, 1_000, 1),
    MEGAVOLTAMPERE_HOUR("MVAh", Dimension.APPARENT_ENERGY, 1_000_000, 1),
    OHM("Ω", Dimension.RESISTANCE, 1, 1),
    MILLIOHM("mΩ", Dimension.RESISTANCE, 1, 1_000),
    KILOOHM("kΩ", Dimension.RESISTANCE, 1_000, 1),
    SECOND("s", Dimension.TIME, 1, 1),
    MICROSECOND("µs", Dimension.TIME, 1, 1_000_000),
    MILLISECOND("ms", Dimension.TIME, 1, 1_000),
    MINUTE("min", Dimension.TIME, 60, 1),
    HOUR("h", Dimension.TIME, 3_600, 1),
    DAY("d", Dimension.TIME, 86_400, 1),
    MILLIHERTZ("mHz", Dimension.FREQUENCY, 1, 1_000),
    HERTZ("Hz", Dimension.FREQUENCY, 1, 1),
    KILOHERTZ("kHz", Dimension.FREQUENCY, 1_000, 1),
    KELVIN("K", Dimension.TEMPERATURE, 1, 1),
    DEGREE_CELSIUS("°C", Dimension.TEMPERATURE, 1, 1, 27_315, 100),
    /** 0 °F is 459.67 degrees of 5/9 K above absolute zero. */
    DEGREE_FAHRENHEIT("°F", Dimension.TEMPERATURE, 5, 9, 45_967 * 5L, 900),
    ONE("1", Dimension.RATIO, 1, 1),
    PER_CENT("%", Dimension.RATIO, 1, 100),
    PER_MILLE("‰", Dimension.RATIO, 1, 1_000),
    PARTS_PER_MILLION("ppm", Dimension.RATIO, 1, 1_000_000),
    PASCAL("Pa", Dimension.PRESSURE, 1, 1),
    HECTOPASCAL("hPa", Dimension.PRESSURE, 100, 1),
    KILOPASCAL("kPa", Dimension.PRESSURE, 1_000, 1),
    MEGAPASCAL("MPa", Dimension.PRESSURE, 1_000_000, 1),
    BAR("bar", Dimension.PRESSURE, 100_000, 1),
    MILLIBAR("mbar", Dimension.PRESSURE, 100, 1),
    CUBIC_METRE_PER_SECOND("m³/s", Dimension.FLOW, 1, 1),
    CUBIC_METRE_PER_HOUR("m³/h", Dimension.FLOW, 1, 3_600),
    LITRE_PER_SECOND("l/s", Dimension.FLOW, 1, 1_000),
    LITRE_PER_MINUTE("l/min", Dimension.FLOW, 1, 60_000),
    CUBIC_METRE("m³", Dimension.VOLUME, 1, 1),
    LITRE("l", Dimension.VOLUME, 1, 1_000),
    METRE("m", Dimension.LENGTH, 1, 1),
    KILOMETRE("km", Dimension.LENGTH, 1_000, 1),
    CENTIMETRE("cm", Dimension.LENGTH, 1, 100),
    MILLIMETRE("mm", Dimension.LENGTH, 1, 1_000),
    MICROMETRE("µm", Dimension.LENGTH, 1, 1_000_000),
    METRE_PER_SECOND("m/s", Dimension.SPEED, 1, 1),
    MILLIMETRE_PER_SECOND("mm/s", Dimension.SPEED, 1, 1_000),
    METRE_PER_SECOND_SQUARED("m/s²", Dimension.ACCELERATION, 1, 1),
    REVOLUTION_PER_MINUTE("rpm", Dimension.ROTATION, 1, 60),
    DEGREE("°", Dimension.ANGLE, 1, 1),
    MILLIGRAM_PER_CUBIC_METRE("mg/m³", Dimension.MASS_CONCENTRATION, 1, 1),
    BYTE("B", Dimension.DATA, 1, 1),
    KILOBYTE("kB", Dimension.DATA, 1_000, 1),
    MEGABYTE("MB", Dimension.DATA, 1_000_000, 1),
    GIGABYTE("GB", Dimension.DATA, 1_000_000_000, 1),
    BIT_PER_SECOND("bit/s", Dimension.DATA_RATE, 1, 1),
    KILOBIT_PER_SECOND("kbit/s", Dimension.DATA_RATE, 1_000, 1),
    MEGABIT_PER_SECOND("Mbit/s", Dimension.DATA_RATE, 1_000_000, 1);

    private static final Map<String, Unit> BY_SYMBOL = new HashMap<>();

    static {
        for (Unit unit : values()) {
            BY_SYMBOL.put(unit.symbol, unit);
        }
        // other spellings of the same signs, and what a keyboard has instead
        BY_SYMBOL.put("\u2126", OHM);
        BY_SYMBOL.put("ohm", OHM);
        BY_SYMBOL.put("Ohm", OHM);
        BY_SYMBOL.put("mohm", MILLIOHM);
        BY_SYMBOL.put("mOhm", MILLIOHM);
        BY_SYMBOL.put("kohm", KILOOHM);
        BY_SYMBOL.put("kOhm", KILOOHM);
        BY_SYMBOL.put("sec", SECOND);
        BY_SYMBOL.put("msec", MILLISECOND);
        BY_SYMBOL.put("us", MICROSECOND);
        BY_SYMBOL.put("\u03bcs", MICROSECOND);
        BY_SYMBOL.put("uA", MICROAMPERE);
        BY_SYMBOL.put("\u03bcA", MICROAMPERE);
        BY_SYMBOL.put("VAr", VAR);
        BY_SYMBOL.put("kVAr", KILOVAR);
        BY_SYMBOL.put("MVAr", MEGAVAR);
        BY_SYMBOL.put("VArh", VAR_HOUR);
        BY_SYMBOL.put("kVArh", KILOVAR_HOUR);
        BY_SYMBOL.put("MVArh", MEGAVAR_HOUR);
        BY_SYMBOL.put("m3", CUBIC_METRE);
        BY_SYMBOL.put("L", LITRE);
        BY_SYMBOL.put("um", MICROMETRE);
        BY_SYMBOL.put("\u03bcm", MICROMETRE);
        BY_SYMBOL.put("degC", DEGREE_CELSIUS);
        BY_SYMBOL.put("degF", DEGREE_FAHRENHEIT);
        BY_SYMBOL.put("deg", DEGREE);
        BY_SYMBOL.put("m3/h", CUBIC_METRE_PER_HOUR);
        BY_SYMBOL.put("m3/s", CUBIC_METRE_PER_SECOND);
        BY_SYMBOL.put("mg/m3", MILLIGRAM_PER_CUBIC_METRE);
        BY_SYMBOL.put("m/s2", METRE_PER_SECOND_SQUARED);
        BY_SYMBOL.put("L/s", LITRE_PER_SECOND);
        BY_SYMBOL.put("L/min", LITRE_PER_MINUTE);
        BY_SYMBOL.put("1/min", REVOLUTION_PER_MINUTE);
    }

    private final String symbol;
    private final Dimension dimension;
    private final BigInteger numerator;
    private final BigInteger denominator;
    private final BigInteger offsetNumerator;
    private final BigInteger offsetDenominator;

    Unit(String symbol, Dimension dimension, long numerator, long denominator) {
        this(symbol, dimension, numerator, denominator, 0, 1);
    }

    Unit(String symbol, Dimension dimension, long numerator, long denominator, long offset, long offsetDenominator) {
        this.symbol = symbol;
        this.dimension = dimension;
        this.numerator = BigInteger.valueOf(numerator);
        this.denominator = BigInteger.valueOf(denominator);
        this.offsetNumerator = BigInteger.valueOf(offset);
        this.offsetDenominator = BigInteger.valueOf(offsetDenominator);
    }

    /** Returns the symbol, such as {@code kA}. */
    public String symbol() {
        return symbol;
    }

    /** Returns what the unit measures. */
    public Dimension dimension() {
        return dimension;
    }

    /** Returns whether zero in this unit is another point than zero in the base unit, as with °C and °F. */
    public boolean hasOffset() {
        return offsetNumerator.signum() != 0;
    }

    /** Returns the unit with a symbol, such as {@code kA} or {@code ohm}, letter case counted; empty when there is none. */
    public static Optional<Unit> of(String symbol) {
        return Optional.ofNullable(BY_SYMBOL.get(symbol));
    }

    /**
     * Returns a value of this unit in another: exact, or empty when it has no end as a decimal, as 100 °F in °C.
     *
     * @throws IllegalArgumentException when the two measure different things
     */
    public Optional<BigDecimal> convert(BigDecimal value, Unit to) {
        return convert(value, to, false, MathContext.UNLIMITED);
    }

    /** Returns a difference of two values of this unit in another: as {@link #convert}, but without the offset. */
    public Optional<BigDecimal> convertDifference(BigDecimal value, Unit to) {
        return convert(value, to, true, MathContext.UNLIMITED);
    }

    /**
     * Returns a value of this unit in another, as the double nearest to it.
     *
     * @throws IllegalArgumentException when the two measure different things
     */
    public double nearest(BigDecimal value, Unit to) {
        return convert(value, to, false, MathContext.DECIMAL128).orElseThrow().doubleValue();
    }

    private Optional<BigDecimal> convert(BigDecimal value, Unit to, boolean isDifference, MathContext digits) {
        if (to == this) {
            return Optional.of(value);
        }
        if (dimension != to.dimension) {
            throw new IllegalArgumentException(
                    symbol + " is " + dimension.title() + ", " + to.symbol + " is " + to.dimension.title());
        }
        // value = n/d; base = n/d * num/den + o/p; result = (base - o'/p') * den'/num'
        BigInteger scale = BigInteger.TEN.pow(Math.max(0, value.scale()));
        BigInteger n = value.multiply(new BigDecimal(scale)).toBigInteger().multiply(numerator);
        BigInteger d = scale.multiply(denominator);
        if (!isDifference) {
            n = n.multiply(offsetDenominator).add(offsetNumerator.multiply(d));
            d = d.multiply(offsetDenominator);
            n = n.multiply(to.offsetDenominator).subtract(to.offsetNumerator.multiply(d));
            d = d.multiply(to.offsetDenominator);
        }
        n = n.multiply(to.denominator);
        d = d.multiply(to.numerator);
        BigInteger common = n.gcd(d);
        if (common.signum() != 0) {
            n = n.divide(common);
            d = d.divide(common);
        }
        try {
            return Optional.of(new BigDecimal(n).divide(new BigDecimal(d), digits));
        } catch (ArithmeticException e) {
            return Optional.empty(); // a prime factor other than 2 and 5 is left below the line
        }
    }
}
