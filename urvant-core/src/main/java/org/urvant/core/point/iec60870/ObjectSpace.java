package org.urvant.core.point.iec60870;

import static org.urvant.core.point.iec60870.InformationType.*;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.point.Access;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.FloatingPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.tree.Section;

/**
 * What IEC 60870-5-101 and -104 have in common: information objects. Which types carry which kind of value follows
 * IEC TS 61850-80-1:2016, clause 7; the first type of a row is the one proposed: with time tag in monitor direction, without in
 * control direction.
 */
abstract class ObjectSpace implements PointSpace {
    private static final Map<Form, List<InformationType>> MONITORED = Map.of(
            Form.LOGICAL, List.of(M_SP_TB_1, M_SP_NA_1, M_SP_TA_1),
            Form.DOUBLE, List.of(M_DP_TB_1, M_DP_NA_1, M_DP_TA_1),
            Form.STEP, List.of(M_ST_TB_1, M_ST_NA_1, M_ST_TA_1),
            Form.WHOLE,
                    List.of(
                            M_ME_TE_1, M_ME_NB_1, M_ME_TF_1, M_ME_NC_1, M_BO_TB_1, M_BO_NA_1, M_ME_TB_1, M_ME_TC_1,
                            M_BO_TA_1, M_PS_NA_1),
            Form.REAL,
                    List.of(
                            M_ME_TF_1, M_ME_NC_1, M_ME_TE_1, M_ME_NB_1, M_ME_TD_1, M_ME_NA_1, M_ME_TC_1, M_ME_TB_1,
                            M_ME_TA_1, M_ME_ND_1),
            Form.COUNTER, List.of(M_IT_TB_1, M_IT_NA_1, M_IT_TA_1));

    private static final Map<Form, List<InformationType>> COMMANDED = Map.of(
            Form.LOGICAL, List.of(C_SC_NA_1, C_SC_TA_1),
            Form.DOUBLE, List.of(C_DC_NA_1, C_DC_TA_1),
            Form.STEP, List.of(C_RC_NA_1, C_RC_TA_1),
            Form.WHOLE, List.of(C_SE_NB_1, C_SE_TB_1, C_SE_NC_1, C_SE_TC_1, C_BO_NA_1, C_BO_TA_1),
            Form.REAL, List.of(C_SE_NC_1, C_SE_NA_1, C_SE_NB_1, C_SE_TC_1, C_SE_TA_1, C_SE_TB_1));

    private static final BigDecimal FRACTIONS = BigDecimal.valueOf(1 << 15);

    /** From -1 to 1 - 2^-15. */
    private static final Interval NORMALISED =
            new Interval(BigDecimal.ONE.negate(), new BigDecimal("0.999969482421875"));

    private static final Interval BITS_16 = Interval.of(0, 0xFFFF);

    /** General, three phases, earth and backward; two bits are kept (IEC 60870-5-101:2003, 7.2.6.11). */
    private static final Interval STARTS = Interval.of(0, 0x3F);

    /** General and three phases; four bits are kept (IEC 60870-5-101:2003, 7.2.6.12). */
    private static final Interval TRIPS = Interval.of(0, 0xF);

    private static final Interval BITS_32 = Interval.of(0, 0xFFFF_FFFFL);

    private static final Interval FLOAT_WHOLES = Interval.of(-(1L << 24), 1L << 24);

    private static final Block WHOLE = new Block(InformationObject.LOWEST, InformationObject.HIGHEST);
    private static final List<AddressGroup> GROUPS = Stream.of(Group.values())
            .map(group -> new AddressGroup(
                    group.word, new Block(1001 + 1000 * group.ordinal(), 1999 + 1000 * group.ordinal()), WHOLE))
            .toList();

    private final Optional<ListForm> form = Optional.of(new ObjectListForm(this::known));
    private final Map<Form, List<String>> monitored = names(MONITORED);
    private final Map<Form, List<String>> commanded = names(COMMANDED);

    /** Groups of the address plan, in the order of their standard blocks. */
    private enum Group {
        DOUBLE_POINT("double-point"),
        SINGLE_POINT("single-point"),
        STEP("step"),
        MEASURED("measured"),
        COUNTER("counter"),
        COMMAND("command"),
        SET_POINT("set-point"),
        BITS("bits"),
        BIT_COMMAND("bit-command"),
        PROTECTION("protection");

        private final String word;

        Group(String word) {
            this.word = word;
        }

        static Group of(InformationType type) {
            return switch (type) {
                case M_SP_NA_1, M_SP_TA_1, M_SP_TB_1 -> SINGLE_POINT;
                case M_DP_NA_1, M_DP_TA_1, M_DP_TB_1 -> DOUBLE_POINT;
                case M_ST_NA_1, M_ST_TA_1, M_ST_TB_1 -> STEP;
                case M_IT_NA_1, M_IT_TA_1, M_IT_TB_1 -> COUNTER;
                case M_BO_NA_1, M_BO_TA_1, M_BO_TB_1, M_PS_NA_1 -> BITS;
                case C_BO_NA_1, C_BO_TA_1 -> BIT_COMMAND;
                case M_EP_TA_1, M_EP_TB_1, M_EP_TC_1, M_EP_TD_1, M_EP_TE_1, M_EP_TF_1 -> PROTECTION;
                case M_ME_NA_1,
                        M_ME_NB_1,
                        M_ME_NC_1,
                        M_ME_ND_1,
                        M_ME_TA_1,
                        M_ME_TB_1,
                        M_ME_TC_1,
                        M_ME_TD_1,
                        M_ME_TE_1,
                        M_ME_TF_1 -> MEASURED;
                case C_SC_NA_1, C_DC_NA_1, C_RC_NA_1, C_SC_TA_1, C_DC_TA_1, C_RC_TA_1 -> COMMAND;
                case C_SE_NA_1, C_SE_NB_1, C_SE_NC_1, C_SE_TA_1, C_SE_TB_1, C_SE_TC_1 -> SET_POINT;
            };
        }
    }

    @Override
    public Point read(String text, Role role) {
        return known(InformationObject.read(text));
    }

    /** Returns an object whose type the protocol has; throws IllegalArgumentException for another one. */
    private InformationObject known(InformationObject object) {
        if (!has(object.type())) {
            throw new IllegalArgumentException(object.type() + " has a time of three octets, which " + title()
                    + " does not know; expected " + object.type().renewed());
        }
        return object;
    }

    private Map<Form, List<String>> names(Map<Form, List<InformationType>> types) {
        Map<Form, List<String>> names = new EnumMap<>(Form.class);
        types.forEach((form, all) ->
                names.put(form, all.stream().filter(this::has).map(Enum::name).toList()));
        return names;
    }

    /** Returns whether the protocol has a type. */
    abstract boolean has(InformationType type);

    @Override
    public boolean takesSignals(Role role) {
        return role == Role.SERVER;
    }

    @Override
    public Optional<ListForm> listForm() {
        return form;
    }

    @Override
    public List<String> carriers(Shape shape) {
        return (shape.access() == Access.READ ? monitored : commanded).getOrDefault(shape.form(), List.of());
    }

    @Override
    public Optional<String> meaning(String word) {
        return InformationType.of(word).filter(type -> type.name().equals(word)).map(type -> {
            boolean isMonitored = type.direction() == InformationType.Direction.MONITOR;
            Interval range = holds(word).range();
            return "type " + type.code() + " of IEC 60870-5-101" + (type.hasShortTime() ? "" : " and -104") + ": "
                    + type.meaning() + (isMonitored ? "; from the plant" : "; to the plant")
                    + (type.hasQuality() ? ", with quality" : "")
                    + (range.isBounded() ? "; " + range : "");
        });
    }

    /** What a relay tells of its protection goes on as what it is, and nothing else does: IEC TS 61850-80-1 makes no such types. */
    @Override
    public Optional<String> alike(PlacedPoint source) {
        return source instanceof InformationObject object
                ? Optional.of(object.type().renewed()).filter(this::has).map(Enum::name)
                : Optional.empty();
    }

    @Override
    public boolean carriesQuality(String carrier) {
        return InformationType.valueOf(carrier).hasQuality();
    }

    @Override
    public boolean carriesTime(String carrier) {
        return InformationType.valueOf(carrier).hasTime();
    }

    /** Ranges of IEC 60870-5-101:2003, 7.2.6: normalised, scaled, step position and counter reading. */
    @Override
    public Shape holds(String carrier) {
        InformationType type = InformationType.valueOf(carrier);
        Access access = type.direction() == InformationType.Direction.MONITOR ? Access.READ : Access.COMMAND;
        return switch (type) {
            case M_SP_NA_1, M_SP_TA_1, M_SP_TB_1, C_SC_NA_1, C_SC_TA_1 -> Shape.of(Form.LOGICAL, access);
            case M_DP_NA_1, M_DP_TA_1, M_DP_TB_1, C_DC_NA_1, C_DC_TA_1, M_EP_TA_1, M_EP_TD_1 ->
                new Shape(Form.DOUBLE, access, Interval.of(0, 3));
            case M_ST_NA_1, M_ST_TA_1, M_ST_TB_1 -> new Shape(Form.STEP, access, Interval.of(-64, 63));
            case C_RC_NA_1, C_RC_TA_1 -> new Shape(Form.STEP, access, Interval.of(0, 3));
            case M_BO_NA_1, M_BO_TA_1, M_BO_TB_1, C_BO_NA_1, C_BO_TA_1 -> new Shape(Form.WHOLE, access, BITS_32);
            case M_PS_NA_1 -> new Shape(Form.WHOLE, access, BITS_16);
            case M_EP_TB_1, M_EP_TE_1 -> new Shape(Form.WHOLE, access, STARTS);
            case M_EP_TC_1, M_EP_TF_1 -> new Shape(Form.WHOLE, access, TRIPS);
            case M_IT_NA_1, M_IT_TA_1, M_IT_TB_1 ->
                new Shape(Form.COUNTER, access, Interval.of(Integer.MIN_VALUE, Integer.MAX_VALUE));
            case M_ME_NB_1, M_ME_TB_1, M_ME_TE_1, C_SE_NB_1, C_SE_TB_1 ->
                new Shape(Form.WHOLE, access, Interval.of(Short.MIN_VALUE, Short.MAX_VALUE));
            case M_ME_NA_1, M_ME_TA_1, M_ME_TD_1, M_ME_ND_1, C_SE_NA_1, C_SE_TA_1 ->
                new Shape(Form.REAL, access, NORMALISED);
            case M_ME_NC_1, M_ME_TC_1, M_ME_TF_1, C_SE_NC_1, C_SE_TC_1 -> Shape.of(Form.REAL, access);
        };
    }

    /** A short floating point number has 24 bits before its exponent (ISO/IEC 60559). */
    @Override
    public Interval exactWholes(String carrier) {
        return switch (InformationType.valueOf(carrier)) {
            case M_ME_NC_1, M_ME_TC_1, M_ME_TF_1, C_SE_NC_1, C_SE_TC_1 -> FLOAT_WHOLES;
            default -> holds(carrier).range();
        };
    }

    /** Short floating point numbers (7.2.6.8), and fractions of 2^15 (7.2.6.6, IEC 60870-5-101:2003). */
    @Override
    public BigDecimal nearest(String carrier, BigDecimal number) {
        Shape held = holds(carrier);
        if (held.form() != Form.REAL) {
            return PointSpace.super.nearest(carrier, number);
        }
        return held.range().isBounded()
                ? number.multiply(FRACTIONS).setScale(0, RoundingMode.HALF_EVEN).divide(FRACTIONS)
                : FloatingPoint.ofShort(number);
    }

    @Override
    public Optional<BigDecimal> step(String carrier) {
        Shape held = holds(carrier);
        return held.form() == Form.REAL && held.range().isBounded()
                ? Optional.of(BigDecimal.ONE.divide(FRACTIONS))
                : PointSpace.super.step(carrier);
    }

    /** The flags of IEC 60870-5-101:2003, 7.2.6, by validity, reasons and source of IEC 61850 (calculations F47). */
    @Override
    public String onLine(PlacedPoint point, SignalValue value) {
        Quality quality = value.quality();
        StringBuilder text = new StringBuilder();
        text.append(
                value.value() instanceof Double number
                        ? Float.toString(number.floatValue())
                        : value.value() instanceof Boolean on ? on ? "1" : "0" : String.valueOf(value.value()));
        boolean isMeasured = group(point.carrier()).word().equals("measured");
        boolean hasOverflow = quality.has(Quality.Mark.OVERFLOW) || quality.has(Quality.Mark.OUT_OF_RANGE);
        text.append(quality.isInvalid() ? " IV" : "");
        text.append(quality.has(Quality.Mark.OLD_DATA) ? " NT" : "");
        text.append(quality.has(Quality.Mark.SUBSTITUTED) ? " SB" : "");
        text.append(quality.has(Quality.Mark.OPERATOR_BLOCKED) ? " BL" : "");
        text.append(isMeasured && hasOverflow ? " OV" : "");
        return text.toString();
    }

    @Override
    public String text(Section fields) {
        boolean isSelected =
                fields.text(InformationObject.SELECT).filter("true"::equals).isPresent();
        return fields.text("type").orElse("") + " " + fields.text("address").orElse("")
                + fields.text(InformationObject.COMMON)
                        .map(common -> " " + InformationObject.OF + " " + common)
                        .orElse("")
                + (isSelected ? " " + InformationObject.SELECT : "");
    }

    @Override
    public List<AddressGroup> groups() {
        return GROUPS;
    }

    @Override
    public AddressGroup group(String carrier) {
        return GROUPS.get(Group.of(InformationType.valueOf(carrier)).ordinal());
    }

    @Override
    public PlacedPoint at(String carrier, int address) {
        return new InformationObject(InformationType.valueOf(carrier), address);
    }
}
