package org.urvant.project.setting;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ChannelLaw;
import org.urvant.core.device.ChannelLaw.Origin;
import org.urvant.core.range.Interval;
import org.urvant.core.sensor.Judgement;
import org.urvant.core.sensor.Measurement;
import org.urvant.core.sensor.ResistanceThermometer;
import org.urvant.core.sensor.SignalRange;
import org.urvant.core.sensor.Thermocouple;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;

/**
 * The law of one channel with the settings that it has: what a signal at its terminals is worth, and what it says about
 * itself.
 */
public final class ChannelScale {
    private static final String WHEN_LOST_LOW = "low";

    private final DeviceSheets sheets;
    private final Sheet sheet;
    private final ChannelLaw law;

    private ChannelScale(DeviceSheets sheets, Sheet sheet, ChannelLaw law) {
        this.sheets = sheets;
        this.sheet = sheet;
        this.law = law;
    }

    /** Returns the law that counts for a channel as it is set; empty when none does, or what it needs has no value. */
    public static Optional<ChannelScale> of(DeviceSheets sheets, String channel) {
        ChannelKind kind = sheets.channels().get(channel);
        Sheet sheet = sheets.sheet(channel).orElse(null);
        if (kind == null || sheet == null || ChannelKind.UNUSED.equals(sheet.value(ChannelKind.CARRIES))) {
            return Optional.empty();
        }
        return kind.laws().stream()
                .filter(law -> law.when() == null || law.when().test(sheet).orElse(false))
                .map(law -> new ChannelScale(sheets, sheet, law))
                .filter(ChannelScale::isWhole)
                .findFirst();
    }

    private boolean isWhole() {
        return switch (law.source()) {
            case RANGE -> range().isPresent();
            case THERMOCOUPLE -> thermocouple().isPresent();
            case PT100 -> true;
            case ROW -> row().isPresent();
        };
    }

    /** Returns the law. */
    public ChannelLaw law() {
        return law;
    }

    private Optional<SignalRange> range() {
        return text(law.path()).flatMap(SignalRange::of);
    }

    private Optional<Thermocouple> thermocouple() {
        return text(law.path()).flatMap(Thermocouple::of);
    }

    /** Returns the row that an output follows; empty when it follows none. */
    public Optional<Sheet> row() {
        if (law.source() != Origin.ROW) {
            return Optional.empty();
        }
        String table = sheet.definition().settings().get(law.path()).limits().refersTo();
        return text(law.path()).flatMap(name -> sheets.sheet(table + "." + name));
    }

    private Optional<String> text(String path) {
        return !path.isEmpty() && sheet.value(path) instanceof String text ? Optional.of(text) : Optional.empty();
    }

    private static Optional<BigDecimal> number(Sheet from, String path) {
        return !path.isEmpty() && from.value(path) instanceof BigDecimal number
                ? Optional.of(number)
                : Optional.empty();
    }

    /** Returns the value at the low end; empty when the type has none there. */
    public Optional<BigDecimal> low() {
        return number(sheet, law.ends().low());
    }

    /** Returns the value at the high end; empty when the type has none there. */
    public Optional<BigDecimal> high() {
        return number(sheet, law.ends().high());
    }

    /** Returns the value of the row that an output follows at its low end. */
    public Optional<BigDecimal> least() {
        return row().flatMap(row -> number(row, law.following().least()));
    }

    /** Returns the value of the row that an output follows at its high end. */
    public Optional<BigDecimal> most() {
        return row().flatMap(row -> number(row, law.following().most()));
    }

    /** Returns what an output gives when its row has no value: {@code hold}, {@code low} or {@code high}. */
    public String whenLost() {
        return text(law.following().whenLost()).orElse(WHEN_LOST_LOW);
    }

    /** Returns the symbol of the unit of the value; empty text for none. */
    public String unit() {
        return text(law.ends().unit()).orElse("");
    }

    /** Returns the values between both ends; empty when they are not known, or the wrong way round. */
    public Optional<Interval> ends() {
        Optional<BigDecimal> low = low();
        Optional<BigDecimal> high = high();
        return low.isPresent() && high.isPresent() && low.get().compareTo(high.get()) <= 0
                ? Optional.of(new Interval(low.get(), high.get()))
                : Optional.empty();
    }

    /** Returns the values that an input can have: a live zero lets it go a little beyond both ends. */
    public Optional<Interval> values() {
        if (law.source() != Origin.RANGE) {
            return ends();
        }
        SignalRange range = range().orElseThrow();
        return ends().map(ends -> new Interval(scaled(range, range.least(), ends), scaled(range, range.most(), ends)));
    }

    private static BigDecimal scaled(SignalRange range, double raw, Interval ends) {
        BigDecimal low = BigDecimal.valueOf(range.low());
        return ends.low()
                .add(BigDecimal.valueOf(raw)
                        .subtract(low)
                        .multiply(ends.high().subtract(ends.low()))
                        .divide(BigDecimal.valueOf(range.high()).subtract(low), MathContext.DECIMAL64));
    }

    /** Returns what the sensor measures, in °C; empty for standard signals. */
    public Optional<Interval> sensor() {
        return switch (law.source()) {
            case THERMOCOUPLE ->
                thermocouple()
                        .map(type -> new Interval(
                                BigDecimal.valueOf(type.leastMeasured()), BigDecimal.valueOf(type.most())));
            case PT100 ->
                Optional.of(new Interval(
                        BigDecimal.valueOf(ResistanceThermometer.LEAST),
                        BigDecimal.valueOf(ResistanceThermometer.MOST)));
            default -> Optional.empty();
        };
    }

    /** Returns the name of the sensor, such as {@code type K}; empty text for standard signals. */
    public String sensorName() {
        return switch (law.source()) {
            case THERMOCOUPLE -> "type " + thermocouple().orElseThrow().name();
            case PT100 -> "a Pt100";
            default -> "";
        };
    }

    /**
     * Returns what an input is worth: a signal at the terminals (mA, V, mV or Ω), or a value in the unit of the channel, which
     * is held within what the channel can give.
     *
     * @return empty when the amount is neither
     */
    public Optional<SignalValue> read(Amount amount, Instant time) {
        Unit given = amount.unit();
        if (given == null || given.symbol().equals(unit())) {
            return Optional.of(value(held(amount.number().doubleValue()), time));
        }
        return switch (law.source()) {
            case RANGE -> raw(amount, rangeUnit()).map(raw -> value(standard(raw), time));
            case PT100 -> raw(amount, Unit.OHM).map(ohms -> value(pt100(ohms), time));
            case THERMOCOUPLE ->
                terminals().flatMap(end -> raw(amount, Unit.MILLIVOLT)
                        .map(volts -> value(celsius(thermocouple().orElseThrow().read(volts, end)), time)));
            case ROW -> Optional.empty();
        };
    }

    /** Returns in plain words what {@link #read} takes. */
    public String expectation() {
        String value = unit().isEmpty() ? "a number" : "a value in " + unit();
        return value
                + switch (law.source()) {
                    case RANGE ->
                        ", or what stands at the terminals in " + rangeUnit().symbol();
                    case PT100 -> ", or what stands at the terminals in Ω";
                    case THERMOCOUPLE ->
                        terminals().isPresent()
                                ? ", or what stands at the terminals in mV"
                                : "; for a voltage the temperature of the terminals must be fixed, in "
                                        + law.probe().terminals();
                    case ROW -> "";
                };
    }

    private Unit rangeUnit() {
        return Unit.of(range().orElseThrow().unit()).orElseThrow();
    }

    private static Optional<Double> raw(Amount amount, Unit unit) {
        return amount.unit().dimension() == unit.dimension()
                ? amount.unit().convert(amount.number(), unit).map(BigDecimal::doubleValue)
                : Optional.empty();
    }

    /** The temperature of the terminals in °C where a setting gives it. */
    private Optional<Double> terminals() {
        Sheet own = sheets.own();
        return Optional.ofNullable(own.definition().settings().get(law.probe().terminals()))
                .filter(setting -> own.idle(setting).isEmpty())
                .flatMap(setting -> number(own, setting.path()))
                .map(BigDecimal::doubleValue);
    }

    private Measurement standard(double raw) {
        SignalRange range = range().orElseThrow();
        double from = low().map(BigDecimal::doubleValue).orElse(range.low());
        double to = high().map(BigDecimal::doubleValue).orElse(range.high());
        Measurement measured = range.read(raw, from, to);
        return isSilent() && measured.judgement() == Judgement.BROKEN_WIRE
                ? new Measurement(measured.value(), Judgement.OUT_OF_RANGE)
                : measured;
    }

    private Measurement pt100(double ohms) {
        return celsius(ResistanceThermometer.PT100.celsius(ohms).stream()
                .mapToObj(celsius -> new Measurement(celsius, Judgement.GOOD))
                .findFirst()
                .orElse(new Measurement(Double.NaN, Judgement.SENSOR_FAILED)));
    }

    /** A temperature in the channel's unit, held within its ends. */
    private Measurement celsius(Measurement measured) {
        if (Double.isNaN(measured.value())) {
            return new Measurement(low().map(BigDecimal::doubleValue).orElse(0.0), measured.judgement());
        }
        BigDecimal celsius = BigDecimal.valueOf(measured.value());
        double value = temperatureUnit()
                .flatMap(unit -> Unit.DEGREE_CELSIUS.convert(celsius, unit))
                .orElse(celsius)
                .doubleValue();
        Measurement held = held(value);
        return held.judgement() == Judgement.GOOD ? new Measurement(value, measured.judgement()) : held;
    }

    private Measurement held(double value) {
        Interval values = values().orElse(Interval.ALL);
        double held = Math.max(
                values.low() == null ? value : values.low().doubleValue(),
                Math.min(values.high() == null ? value : values.high().doubleValue(), value));
        return new Measurement(held, held == value ? Judgement.GOOD : Judgement.OUT_OF_RANGE);
    }

    private static SignalValue value(Measurement measured, Instant time) {
        Quality quality =
                switch (measured.judgement()) {
                    case GOOD -> Quality.GOOD;
                    case INACCURATE -> new Quality(Quality.QUESTIONABLE).with(Quality.Mark.INACCURATE);
                    case OUT_OF_RANGE -> new Quality(Quality.QUESTIONABLE).with(Quality.Mark.OUT_OF_RANGE);
                    case BROKEN_WIRE, SENSOR_FAILED -> new Quality(Quality.INVALID).with(Quality.Mark.FAILURE);
                };
        return new SignalValue(measured.value(), quality, time);
    }

    /** Returns the law in plain words, with the numbers that the settings give it. */
    public String text() {
        String to = shown(low()) + " to " + shown(high()) + (unit().isEmpty() ? "" : " " + unit());
        String held = ", held at the ends";
        return switch (law.source()) {
            case RANGE -> {
                SignalRange range = range().orElseThrow();
                String gives = range.word() + (low().isEmpty() ? "" : " gives " + to + ", linear");
                yield range.hasLiveZero()
                        ? gives + "; measured from " + plain(range.least()) + " to " + plain(range.most()) + " "
                                + range.unit() + ", below " + plain(range.broken())
                                + (isSilent() ? " held at the low end" : " the wire is broken") + ", above "
                                + plain(range.failed()) + " the sensor failed (NAMUR NE 43)"
                        : gives + held;
            }
            case THERMOCOUPLE, PT100 -> {
                Interval can = sensor().orElseThrow();
                yield sensorName() + (law.source() == Origin.PT100 ? " (IEC 60751)" : " (IEC 60584-1)") + " gives " + to
                        + held + "; it measures from " + plain(can.low().doubleValue()) + " to "
                        + plain(can.high().doubleValue()) + " °C";
            }
            case ROW ->
                (low().isEmpty()
                                ? "on while " + row().orElseThrow().prefix() + " is not 0"
                                : to + ends(law.ends().low()) + " for "
                                        + row().orElseThrow().prefix() + " from " + shown(least()) + " to "
                                        + shown(most()) + ", linear" + held)
                        + "; when that is lost, "
                        + switch (whenLost()) {
                            case "hold" -> "the last value stays";
                            case "high" ->
                                low().isEmpty()
                                        ? "on"
                                        : shown(high()) + ends(law.ends().high());
                            default ->
                                low().isEmpty()
                                        ? "off"
                                        : shown(low()) + ends(law.ends().low());
                        };
        };
    }

    private boolean isSilent() {
        return !law.probe().brokenWire().isEmpty()
                && Boolean.FALSE.equals(sheet.value(law.probe().brokenWire()));
    }

    private String ends(String path) {
        String unit = sheet.definition().settings().get(path).unit();
        return unit.isEmpty() ? "" : " " + unit;
    }

    private static String shown(Optional<BigDecimal> number) {
        return number.map(value ->
                        value.signum() == 0 ? "0" : value.stripTrailingZeros().toPlainString())
                .orElse("?");
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? String.valueOf((long) number) : String.format(Locale.ROOT, "%s", number);
    }

    /**
     * Returns what the sensor measures, in the unit of the channel; empty for standard signals, or when that unit is none of
     * temperature. It is exact: from °C each of them has an end as a decimal.
     */
    public Optional<Interval> sensorInUnit() {
        return sensor().flatMap(can -> temperatureUnit()
                .map(unit -> new Interval(
                        Unit.DEGREE_CELSIUS.convert(can.low(), unit).orElseThrow(),
                        Unit.DEGREE_CELSIUS.convert(can.high(), unit).orElseThrow())));
    }

    private Optional<Unit> temperatureUnit() {
        return Unit.of(unit()).filter(unit -> unit.dimension() == Dimension.TEMPERATURE);
    }
}
