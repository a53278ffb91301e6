package org.urvant.core.point.modbus;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.StringTokenizer;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.core.point.Access;
import org.urvant.core.point.Claim;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.text.NearestName;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * A point of Modbus: {@code coil:3}, {@code discrete:7}, {@code input:4 uint16}, {@code holding:12 float32 ABCD}, or a bit of a
 * register, {@code holding:5.3}; bit 0 has the lowest weight; {@code holding:5.4-7} are four bits that are a number. Addresses
 * are those of the protocol and count from 0; {@code ref:40013 float32} is the reference number that manuals use, which counts
 * from 1 behind a digit for the area. {@code holding:20 text16} has 16 characters in 8 registers.
 *
 * @param area kind of data
 * @param address address on the line of the first register or the bit, 0 to 65,535
 * @param bit bit of the register, the lowest of several; -1 for whole registers, coils and discrete inputs
 * @param type what the registers hold; null for bits, coils and discrete inputs
 * @param order order of the octets; empty text where there is no type
 * @param size how many characters a text has, how many bits a field has that is more than one; 0 for all else
 */
record ModbusPoint(Area area, int address, int bit, RegisterType type, String order, int size) implements PlacedPoint {
    /** How many registers one request can read (MODBUS Application Protocol V1.1b3, 6.3), two characters in each. */
    static final int LONGEST_TEXT = 250;

    private static final Pattern TEXT = Pattern.compile("text(\\d{1,3})");

    private static final Pattern PLACE = Pattern.compile("([a-z]+):(\\d{1,6})(?:\\.(\\d{1,2})(?:-(\\d{1,2}))?)?");
    private static final Pattern REFERENCE = Pattern.compile("(\\d)(\\d{4,5})");
    private static final String BIT = "bit";
    private static final String LAST_BIT = "last-bit";
    private static final String FIELD = "bits";
    /** The point at address 0 of each carrier that was asked for; there are fewer than a hundred carriers. */
    private static final Map<String, ModbusPoint> FIRST = new ConcurrentHashMap<>();

    /** A carrier is asked for with each point, several times. */
    private static final Map<Area, Map<RegisterType, Map<String, String>>> CARRIERS = carriers();

    private static final String EXPECTED =
            "; expected a form like holding:12 float32 ABCD, input:4 uint16, holding:5.3, holding:5.4-7, coil:3, discrete:7 or ref:40013 float32";

    ModbusPoint {
        Objects.requireNonNull(area, "area");
        if (type == RegisterType.TEXT && (size < 1 || size > LONGEST_TEXT)) {
            throw new IllegalArgumentException("a text has 1 to " + LONGEST_TEXT + " characters, not " + size);
        }
        int last = address + registers(type, size) - 1;
        if (address < 0 || last >= Area.SIZE) {
            throw new IllegalArgumentException(area.word() + " " + address + (last > address ? " to " + last : "")
                    + " is outside 0 to " + (Area.SIZE - 1));
        }
    }

    ModbusPoint(Area area, int address, int bit, RegisterType type, String order) {
        this(area, address, bit, type, order, 0);
    }

    private static int registers(RegisterType type, int characters) {
        return type == null ? 1 : type == RegisterType.TEXT ? (characters + 1) / 2 : type.registers();
    }

    /** Returns how many registers it takes; 1 for a bit, coil or discrete input. */
    int registers() {
        return registers(type, size);
    }

    /** Returns the point that a text stands for. */
    static ModbusPoint read(String text) {
        String[] words = words(text);
        Matcher place = PLACE.matcher(words[0]);
        if (!place.matches() || words.length > 3) {
            throw new IllegalArgumentException("'" + text + "' is no point of Modbus" + EXPECTED);
        }
        Area area;
        int address;
        if (place.group(1).equals("ref")) {
            Matcher reference = REFERENCE.matcher(place.group(2));
            if (!reference.matches()
                    || Area.ofKindDigit(Integer.parseInt(reference.group(1))).isEmpty()) {
                throw new IllegalArgumentException(
                        "'" + place.group(2) + "' is no reference number; expected five or six"
                                + " digits, of which the first is 0 for coils, 1 for discrete inputs, 3 for input registers and 4 for"
                                + " holding registers");
            }
            area = Area.ofKindDigit(Integer.parseInt(reference.group(1))).orElseThrow();
            address = Integer.parseInt(reference.group(2)) - 1;
            if (address < 0) {
                throw new IllegalArgumentException("reference numbers count from 1: " + reference.group(1)
                        + reference.group(2).replaceFirst("0$", "1") + " is the first, on the line " + area.word()
                        + ":0");
            }
        } else {
            area = Area.of(place.group(1))
                    .orElseThrow(() -> new IllegalArgumentException("'" + place.group(1)
                            + "' is no kind of data of Modbus. "
                            + NearestName.hint(
                                    "kind",
                                    place.group(1),
                                    Stream.of(Area.values()).map(Area::word).toList())));
            address = Integer.parseInt(place.group(2));
        }
        return of(
                text,
                area,
                address,
                place.group(3),
                place.group(4),
                Arrays.asList(words).subList(1, words.length));
    }

    /** Files hold very many points, with one blank between words. */
    private static String[] words(String text) {
        StringTokenizer words = new StringTokenizer(text.strip(), " \t\n\u000B\f\r");
        String[] all = new String[Math.max(1, words.countTokens())];
        all[0] = "";
        for (int i = 0; words.hasMoreTokens(); i++) {
            all[i] = words.nextToken();
        }
        return all;
    }

    private static ModbusPoint of(String text, Area area, int address, String bit, String last, List<String> rest) {
        if (area.isBits() || bit != null) {
            int number = bit == null ? -1 : Integer.parseInt(bit);
            int end = last == null ? number : Integer.parseInt(last);
            if (!rest.isEmpty() || area.isBits() && bit != null || end >= Area.WIDTH || last != null && end <= number) {
                throw new IllegalArgumentException("'" + text + "': "
                        + (area.isBits()
                                ? "a " + area.word() + " is one bit and has neither bit number nor type"
                                : rest.isEmpty()
                                        ? "a register has bits 0 to 15, and a field of bits begins with the lowest"
                                        : "a bit has no type"));
            }
            return new ModbusPoint(area, address, number, null, "", last == null ? 0 : end - number + 1);
        }
        if (rest.isEmpty()) {
            throw new IllegalArgumentException("'" + text + "' does not say what the register holds" + EXPECTED);
        }
        Matcher characters = rest.get(0).startsWith("text") ? TEXT.matcher(rest.get(0)) : null;
        if (characters != null && characters.matches()) {
            String order = rest.size() > 1 ? rest.get(1) : "AB";
            requireOrder(RegisterType.TEXT, order);
            return new ModbusPoint(area, address, -1, RegisterType.TEXT, order, Integer.parseInt(characters.group(1)));
        }
        RegisterType type = RegisterType.of(rest.get(0))
                .orElseThrow(() -> new IllegalArgumentException("'" + rest.get(0) + "' is no type of register. "
                        + NearestName.hint(
                                "type",
                                rest.get(0),
                                Stream.of(RegisterType.values())
                                        .map(RegisterType::word)
                                        .toList())));
        String order = rest.size() > 1 ? rest.get(1) : type.orders().get(0);
        requireOrder(type, order);
        return new ModbusPoint(area, address, -1, type, order);
    }

    private static void requireOrder(RegisterType type, String order) {
        if (!type.orders().contains(order)) {
            throw new IllegalArgumentException("'" + order + "' is no order of the octets of " + type.word()
                    + "; expected " + String.join(", ", type.orders()));
        }
    }

    /** Returns the point that a carrier makes of an address. */
    static ModbusPoint at(String carrier, int address) {
        ModbusPoint first = FIRST.computeIfAbsent(carrier, ModbusPoint::first);
        return new ModbusPoint(first.area, address, first.bit, first.type, first.order, first.size);
    }

    private static ModbusPoint first(String carrier) {
        String[] words = carrier.split(" ", 2);
        if (words.length == 2 && words[1].startsWith(FIELD)) {
            return read(words[0] + ":0.0-" + (Integer.parseInt(words[1].substring(FIELD.length())) - 1));
        }
        return read(
                words.length == 2 && words[1].equals(BIT)
                        ? words[0] + ":0.0"
                        : words[0] + ":0" + (words.length == 2 ? " " + words[1] : ""));
    }

    /** Returns the text of the point with some {@link #fields}. */
    static String text(Section fields) {
        return fields.text("area").orElse("") + ":" + fields.text("address").orElse("")
                + fields.text(BIT).map(bit -> "." + bit).orElse("")
                + fields.text(LAST_BIT).map(bit -> "-" + bit).orElse("")
                + fields.text("type").map(type -> " " + type).orElse("")
                + fields.text("order")
                        .filter(order -> !order.equals("AB"))
                        .map(order -> " " + order)
                        .orElse("");
    }

    /** Returns the carrier of a type in an area. */
    static String carrier(Area area, RegisterType type, String order) {
        return CARRIERS.get(area).get(type).get(order);
    }

    private static Map<Area, Map<RegisterType, Map<String, String>>> carriers() {
        Map<Area, Map<RegisterType, Map<String, String>>> carriers = new EnumMap<>(Area.class);
        for (Area area : Area.values()) {
            Map<RegisterType, Map<String, String>> ofArea = new EnumMap<>(RegisterType.class);
            for (RegisterType type : RegisterType.values()) {
                Map<String, String> ofType = new HashMap<>();
                for (String order : type.orders()) {
                    boolean isUsual =
                            type.registers() == 1 && order.equals(type.orders().get(0));
                    ofType.put(order, area.word() + " " + type.word() + (isUsual ? "" : " " + order));
                }
                ofArea.put(type, ofType);
            }
            carriers.put(area, ofArea);
        }
        return carriers;
    }

    static String bitCarrier(Area area) {
        return area.isBits() ? area.word() : area.word() + " " + BIT;
    }

    /** Returns the carrier of several bits of a register. */
    static String fieldCarrier(Area area, int bits) {
        return area.word() + " " + FIELD + bits;
    }

    /** Returns whether it is several bits of a register, which are a number. */
    boolean isField() {
        return type == null && size > 0;
    }

    /** Returns what a register has in its bits. */
    int inRegister(int word) {
        return bit < 0 ? word : word >> bit & (1 << Math.max(1, size)) - 1;
    }

    /** Returns the address after the last one that it takes. */
    int end() {
        return address + registers();
    }

    @Override
    public String text() {
        String carrier = carrier();
        return shownAddress() + (type == null ? "" : carrier.substring(carrier.indexOf(' ')));
    }

    @Override
    public String carrier() {
        if (type == RegisterType.TEXT) {
            return area.word() + " " + type.word() + size + (order.equals("AB") ? "" : " " + order);
        }
        if (isField()) {
            return fieldCarrier(area, size);
        }
        return type == null ? bitCarrier(area) : carrier(area, type, order);
    }

    @Override
    public boolean permits(Access access) {
        return area.permits(access);
    }

    /** Registers are claimed by their bits, so that two bits of one do not overlap, but a bit and the whole do. */
    /** The specification says how the octets of a register come, not the registers of a number. */
    @Override
    public boolean hasOrder() {
        return type != null && type != RegisterType.TEXT && type.registers() > 1;
    }

    @Override
    public Claim claim() {
        if (area.isBits()) {
            return new Claim(area.word(), address, address + 1L);
        }
        long first = (long) address * Area.WIDTH;
        return type == null
                ? new Claim(area.word(), first + bit, first + bit + Math.max(1, size))
                : new Claim(area.word(), first, first + (long) registers() * Area.WIDTH);
    }

    @Override
    public String shownAddress() {
        return area.word() + ":" + address + (bit < 0 ? "" : "." + bit) + (isField() ? "-" + lastBit() : "");
    }

    private int lastBit() {
        return bit + size - 1;
    }

    @Override
    public SortedMap<String, Value> fields() {
        SortedMap<String, Value> fields =
                new TreeMap<>(Map.of("area", Value.text(area.word()), "address", Value.number(address)));
        if (bit >= 0) {
            fields.put(BIT, Value.number(bit));
        }
        if (isField()) {
            fields.put(LAST_BIT, Value.number(lastBit()));
        }
        if (type != null) {
            fields.put("type", Value.text(type.word() + (type == RegisterType.TEXT ? size : "")));
            fields.put("order", Value.text(order));
        }
        return fields;
    }
}
