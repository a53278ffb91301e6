package org.urvant.core.point.modbus;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.point.Access;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.Claim;
import org.urvant.core.point.FloatingPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.tree.Section;

/**
 * Modbus: coils, discrete inputs, input and holding registers (MODBUS Application Protocol V1.1b3). What is read lies in
 * discrete inputs and input registers, what is commanded in coils and holding registers, where nothing else is wanted. Quality
 * and time do not travel. A double point is 0 in between, 1 off, 2 on, 3 bad (IEC 61850-7-3, Dbpos), and commanded by a coil or
 * as 1 off, 2 on; a step command is 1 lower, 2 higher.
 */
public final class ModbusSpace implements PointSpace {
    private static final Block WHOLE = new Block(0, Area.SIZE - 1);
    private static final List<AddressGroup> GROUPS = Stream.of(Area.values())
            .map(area -> new AddressGroup(area.group(), WHOLE, WHOLE))
            .toList();
    private static final Interval TWO_BITS = Interval.of(0, 3);
    /** Tap positions (IEC 61850-7-3, ValWithTrans). */
    private static final Interval TAPS = Interval.of(-64, 63);

    /** Made when the protocols are first asked for. */
    public ModbusSpace() {}

    @Override
    public String id() {
        return "modbus";
    }

    @Override
    public String title() {
        return "Modbus";
    }

    @Override
    public Point read(String text, Role role) {
        return ModbusPoint.read(text);
    }

    @Override
    public boolean takesSignals(Role role) {
        return role == Role.SERVER;
    }

    @Override
    public Optional<ListForm> listForm() {
        return Optional.of(ModbusListForm.ONLY);
    }

    @Override
    public List<String> carriers(Shape shape) {
        List<Area> words = shape.access() == Access.READ ? List.of(Area.INPUT, Area.HOLDING) : List.of(Area.HOLDING);
        return switch (shape.form()) {
            case LOGICAL ->
                (shape.access() == Access.READ
                                ? Stream.of(Area.DISCRETE, Area.COIL, Area.INPUT, Area.HOLDING)
                                : Stream.of(Area.COIL, Area.HOLDING))
                        .map(ModbusPoint::bitCarrier)
                        .toList();
            case DOUBLE -> {
                List<String> carriers = carriers(words, whole(TWO_BITS, RegisterType.UINT16));
                carriers.addAll(fields(words, TWO_BITS));
                if (shape.access() == Access.COMMAND) {
                    carriers.add(0, ModbusPoint.bitCarrier(Area.COIL)); // a control value is on or off
                }
                yield carriers;
            }
            case STEP -> carriers(words, whole(shape.access() == Access.READ ? TAPS : TWO_BITS, RegisterType.INT16));
            case WHOLE -> {
                List<String> carriers = carriers(words, whole(shape.range(), RegisterType.INT32));
                carriers.addAll(fields(words, shape.range()));
                yield carriers;
            }
            case COUNTER -> carriers(words, whole(shape.range(), RegisterType.UINT32));
            case REAL -> carriers(words, List.of(RegisterType.FLOAT32, RegisterType.FLOAT64));
            case TEXT -> List.of();
        };
    }

    /** Several bits of a register hold small numbers; they are taken where somebody writes them, and never proposed. */
    private static List<String> fields(List<Area> areas, Interval range) {
        List<String> carriers = new ArrayList<>();
        for (Area area : areas) {
            for (int bits = 2; bits <= Area.WIDTH; bits++) {
                if (!range.isBounded() || Interval.of(0, (1L << bits) - 1).contains(range)) {
                    carriers.add(ModbusPoint.fieldCarrier(area, bits));
                }
            }
        }
        return carriers;
    }

    /** Returns the types of whole numbers that hold a range: the usual one first where it does, then the narrowest. */
    private static List<RegisterType> whole(Interval range, RegisterType usual) {
        List<RegisterType> types = new ArrayList<>();
        boolean isKnown = range.isBounded();
        if (!isKnown || usual.range().contains(range)) {
            types.add(usual);
        }
        Stream.of(RegisterType.values())
                .filter(type -> type != usual && type.isWhole())
                .filter(type -> !isKnown || type.range().contains(range))
                .forEach(types::add);
        return types;
    }

    private static List<String> carriers(List<Area> areas, List<RegisterType> types) {
        List<String> carriers = new ArrayList<>();
        for (Area area : areas) {
            for (RegisterType type : types) {
                type.orders().forEach(order -> carriers.add(ModbusPoint.carrier(area, type, order)));
            }
        }
        return carriers;
    }

    @Override
    public Shape holds(String carrier) {
        ModbusPoint point = ModbusPoint.at(carrier, 0);
        Access access = point.area() == Area.COIL || point.area() == Area.HOLDING ? Access.COMMAND : Access.READ;
        if (point.isField()) {
            return new Shape(Form.WHOLE, access, Interval.of(0, point.inRegister(~0)));
        }
        if (point.type() == null) {
            return Shape.of(Form.LOGICAL, access);
        }
        if (point.type() == RegisterType.TEXT) {
            return Shape.of(Form.TEXT, access);
        }
        return point.type().isWhole()
                ? new Shape(Form.WHOLE, access, point.type().range())
                : Shape.of(Form.REAL, access);
    }

    @Override
    public Interval exactWholes(String carrier) {
        ModbusPoint point = ModbusPoint.at(carrier, 0);
        return point.type() == null ? holds(carrier).range() : point.type().exactWholes();
    }

    @Override
    public BigDecimal nearest(String carrier, BigDecimal number) {
        RegisterType type = ModbusPoint.at(carrier, 0).type();
        return type == RegisterType.FLOAT32
                ? FloatingPoint.ofShort(number)
                : type == RegisterType.FLOAT64
                        ? FloatingPoint.ofLong(number)
                        : PointSpace.super.nearest(carrier, number);
    }

    @Override
    public String onLine(PlacedPoint point, SignalValue value) {
        RegisterType type = ((ModbusPoint) point).type();
        if (((ModbusPoint) point).isField()) {
            return String.valueOf(value.value());
        }
        if (type == null) {
            return value.value().equals(Boolean.TRUE) || value.value().equals(2L) ? "1" : "0";
        }
        BigDecimal number = value.value() instanceof Double real
                ? new BigDecimal(real)
                : new BigDecimal(String.valueOf(value.value()));
        return type.encoded(((ModbusPoint) point).order(), number).stream()
                .map(word -> String.format(Locale.ROOT, "%04X", word))
                .collect(Collectors.joining(" "));
    }

    @Override
    public String text(Section fields) {
        return ModbusPoint.text(fields);
    }

    @Override
    public boolean carriesQuality(String carrier) {
        return false;
    }

    @Override
    public boolean carriesTime(String carrier) {
        return false;
    }

    @Override
    public List<AddressGroup> groups() {
        return GROUPS;
    }

    @Override
    public AddressGroup group(String carrier) {
        return GROUPS.get(Area.of(carrier.split(" ")[0]).orElseThrow().ordinal());
    }

    @Override
    public int address(Claim claim) {
        boolean isBits = Area.of(claim.area()).filter(Area::isBits).isPresent();
        return Math.toIntExact(isBits ? claim.first() : claim.first() / Area.WIDTH);
    }

    @Override
    public PlacedPoint at(String carrier, int address) {
        return ModbusPoint.at(carrier, address);
    }
}
