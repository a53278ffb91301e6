package org.urvant.core.point.modbus;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.core.point.Access;
import org.urvant.core.point.ListColumn;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;

/** Register lists of Modbus, as makers write them in manuals. */
final class ModbusListForm implements ListForm {
    static final ModbusListForm ONLY = new ModbusListForm();

    private static final String AREA = "area";
    private static final String FUNCTION = "function";
    private static final String ADDRESS = "address";
    private static final String BIT = "bit";
    private static final Pattern FIELD = Pattern.compile("(\\d{1,2})\\s*(?:-|\u2013|\\.\\.|:)\\s*(\\d{1,2})");
    private static final String TYPE = "type";
    private static final String ORDER = "order";
    private static final String REGISTERS = "registers";
    private static final String NUMBERING = "numbering";

    /** Addresses of stations on a serial line (MODBUS over serial line V1.02, 2.2); 0 and 255 count on TCP. */
    private static final int LAST_STATION = 247;

    private static final int TCP_ONLY = 255;

    private static final List<ListColumn> COLUMNS = List.of(
            ListColumn.of(
                    AREA,
                    "coil, discrete, input or holding",
                    "register kind, register type, kind of register, table, object type, modbus area, space"),
            ListColumn.of(
                    FUNCTION,
                    "code of the function that reads or writes it",
                    "function code, fc, modbus function, read function, function no"),
            ListColumn.of(
                    ADDRESS,
                    "address of the first register, or of the coil",
                    "register, register address, reg, register number, register no, reg no, modbus address, modbus register,"
                            + " start address, first register, start register, protocol address, pdu address, reference number"),
            ListColumn.of(
                    BIT,
                    "bit of the register, 0 has the lowest weight; 4-7 for a number of several bits",
                    "bits, bit number, bit no, bit position, bit range, bit field"),
            ListColumn.of(
                    TYPE,
                    "what the registers hold: int16, uint32, float32, bcd16, text20 …",
                    "data type, datatype, format, data format, value type"),
            ListColumn.of(
                    ORDER,
                    "order of the octets: ABCD, CDAB …",
                    "byte order, word order, octet order, endianness, byte word order, swap"),
            ListColumn.of(
                    REGISTERS,
                    "how many registers the value takes",
                    "number of registers, no of registers, register count, reg count, quantity, quantity of registers, words,"
                            + " number of words, word count, size words, size registers, size in words, size in registers,"
                            + " length words, length registers, length in words, length in registers, register quantity,"
                            + " registers count, count of registers, num registers, nr of registers"),
            ListColumn.of(
                    NUMBERING, "whether addresses are of the protocol, from 0, or reference numbers, from 1", ""));

    private static final Map<String, Area> AREAS = words(Map.of(
            Area.COIL, "coil, coils, 0x, digital output, discrete output",
            Area.DISCRETE, "discrete, discrete input, discrete inputs, 1x, input status, digital input, status",
            Area.INPUT, "input, input register, input registers, 3x",
            Area.HOLDING, "holding, holding register, holding registers, 4x"));

    private static final Map<String, RegisterType> TYPES = words(Map.of(
            RegisterType.INT16,
            "int16, s16, sint16, i16, short, signed 16, 16 bit signed, signed16",
            RegisterType.UINT16,
            "uint16, u16, word, ushort, unsigned 16, 16 bit unsigned, unsigned16, bitmap16, bitfield16, bitmask16, enum16",
            RegisterType.INT32,
            "int32, s32, sint32, i32, dint, signed 32, 32 bit signed, signed32",
            RegisterType.UINT32,
            "uint32, u32, udint, dword, unsigned 32, 32 bit unsigned, unsigned32, bitmap32, bitfield32, bitmask32, enum32",
            RegisterType.INT64,
            "int64, s64, sint64, i64, lint, signed 64, 64 bit signed, signed64",
            RegisterType.UINT64,
            "uint64, u64, ulint, lword, unsigned 64, 64 bit unsigned, unsigned64",
            RegisterType.BCD16,
            "bcd16, bcd 16",
            RegisterType.BCD32,
            "bcd32, bcd 32",
            RegisterType.FLOAT32,
            "float32, float, f32, real, single, float 32, 32 bit float, ieee 754",
            RegisterType.FLOAT64,
            "float64, double, f64, lreal, float 64, 64 bit float"));

    /** Words that do not say how many bits, and the types that they are in one, two and four registers. */
    private static final Map<String, List<RegisterType>> BARE = words(Map.of(
            List.of(RegisterType.INT16, RegisterType.INT32, RegisterType.INT64),
            "int, integer, signed, sint, signed int, signed integer",
            List.of(RegisterType.UINT16, RegisterType.UINT32, RegisterType.UINT64),
            "uint, unsigned, unsigned int, unsigned integer, bitmap, bit map, bitmask, bit mask, bitfield, bit field, flags,"
                    + " enum, enumeration, hex",
            List.of(RegisterType.BCD16, RegisterType.BCD32),
            "bcd"));

    /** Words that people use for an order, by how many registers they are about; other words could mean several. */
    private static final Map<String, List<String>> ORDERS = Map.of(
            "big", List.of("AB", "ABCD", "ABCDEFGH"),
            "big endian", List.of("AB", "ABCD", "ABCDEFGH"),
            "high word first", List.of("AB", "ABCD", "ABCDEFGH"),
            "msw first", List.of("AB", "ABCD", "ABCDEFGH"),
            "low word first", List.of("AB", "CDAB", "GHEFCDAB"),
            "lsw first", List.of("AB", "CDAB", "GHEFCDAB"),
            "word swapped", List.of("AB", "CDAB", "GHEFCDAB"),
            "byte swapped", List.of("BA", "BADC", "BADCFEHG"),
            "little", List.of("BA", "DCBA", "HGFEDCBA"),
            "little endian", List.of("BA", "DCBA", "HGFEDCBA"));

    /** A text with or without its number of characters: string, ascii20, char(16), text 12, string[8]. */
    private static final Pattern TEXT =
            Pattern.compile("(?:text|string|ascii|char|utf8|utf-8|str)\\s*[\\[(]?\\s*(\\d{0,3})\\s*[\\])]?");

    private ModbusListForm() {}

    private static <T> Map<String, T> words(Map<T, String> lists) {
        Map<String, T> words = new HashMap<>();
        lists.forEach((value, list) -> {
            for (String word : list.split(", ")) {
                words.put(word, value);
            }
        });
        return Map.copyOf(words);
    }

    @Override
    public String station() {
        return "unit address";
    }

    @Override
    public Optional<String> refusal(int station, boolean onBus) {
        if (station >= 1 && station <= LAST_STATION || !onBus && (station == 0 || station == TCP_ONLY)) {
            return Optional.empty();
        }
        return Optional.of("unit address " + station
                + (station == 0
                        ? " is for all units of a bus, and none answers"
                        : onBus
                                ? " is outside 1 to " + LAST_STATION
                                : " is neither 0, 1 to " + LAST_STATION + " nor " + TCP_ONLY));
    }

    @Override
    public List<ListColumn> columns() {
        return COLUMNS;
    }

    @Override
    public boolean hasRequests() {
        return true;
    }

    @Override
    public Optional<String> parted(List<PlacedPoint> points) {
        List<ReadRequest> requests = ReadRequest.whole(points);
        if (requests.size() < 2) {
            return Optional.empty();
        }
        List<String> areas = requests.stream().map(ReadRequest::area).distinct().toList();
        return Optional.of(
                areas.size() > 1
                        ? "its points are of the kinds " + String.join(", ", areas)
                        : "its points reach from " + points.get(0).shownAddress() + " on over more than the "
                                + ReadRequest.most(areas.get(0)) + " that one request reads");
    }

    @Override
    public PlacedPoint point(Cells row) {
        Optional<Area> given = area(row);
        WrittenAddress written = WrittenAddress.of(row.text(ADDRESS));
        Cells cells = written.registers().isPresent() ? counted(row, written) : row;
        String text = written.first();
        boolean isReference = written.isReference(cells.text(NUMBERING), given);
        Area area = given.orElse(null);
        int address = written.number();
        if (isReference && text.length() >= 5 && (area == null || text.charAt(0) - '0' == area.kindDigit())) {
            area = Area.ofKindDigit(text.charAt(0) - '0')
                    .orElseThrow(() -> new IllegalArgumentException("'" + text
                            + "' is no reference number: its first digit is 0 for coils, 1 for discrete inputs, 3 for input"
                            + " registers and 4 for holding registers"));
            address = Integer.parseInt(text.substring(1));
        }
        if (area == null) {
            throw new IllegalArgumentException("it is not said whether address " + text
                    + " is of a coil, a discrete input, an input or a holding" + " register");
        }
        if (area == Area.COIL && written.isTwofold()) {
            throw new IllegalArgumentException("'" + text + "' can be " + address
                    + " in hexadecimal, or the reference number of coil " + Integer.parseInt(text.substring(2))
                    + "; write the one that is meant without 0x");
        }
        if (area.isBits() && written.registers().orElse(1) > 1) {
            throw new IllegalArgumentException("'" + row.text(ADDRESS) + "' names "
                    + written.registers().getAsInt() + " bits; a row is about one");
        }
        if (isReference && address == 0) {
            throw new IllegalArgumentException(
                    "reference numbers count from 1; " + text + " is none, so the list may have protocol addresses");
        }
        return point(area, isReference ? address - 1 : address, cells);
    }

    /** A row that names the first and the last register says how many there are. */
    private static Cells counted(Cells row, WrittenAddress written) {
        String count = Integer.toString(written.registers().getAsInt());
        if (!row.text(REGISTERS).isEmpty() && !row.text(REGISTERS).equals(count)) {
            throw new IllegalArgumentException("addresses " + row.text(ADDRESS) + " are " + count
                    + " registers; the row says " + row.text(REGISTERS));
        }
        return new Cells() {
            @Override
            public String text(String column) {
                return column.equals(REGISTERS) ? count : row.text(column);
            }

            @Override
            public int number(String column, int low, int high) {
                int registers = written.registers().getAsInt();
                return !column.equals(REGISTERS) || registers < low || registers > high
                        ? row.number(column, low, high)
                        : registers;
            }
        };
    }

    @Override
    public Set<Access> access(Cells cells) {
        String code = cells.text(FUNCTION);
        return code.isEmpty() ? Set.of() : FunctionCodes.read(code).access();
    }

    @Override
    public Map<String, BigDecimal> decoded(PlacedPoint point, List<Integer> words) {
        ModbusPoint place = (ModbusPoint) point;
        Map<String, BigDecimal> decoded = new LinkedHashMap<>();
        if (place.type() == null) {
            if (words.size() != 1) {
                throw new IllegalArgumentException(
                        point.text() + " is " + (place.isField() ? "in one register" : "one bit"));
            }
            return Map.of("", BigDecimal.valueOf(place.inRegister(words.get(0))));
        }
        decoded.put(place.order(), place.type().decoded(place.order(), words));
        for (String other : place.type().orders()) {
            try {
                decoded.putIfAbsent(other, place.type().decoded(other, words));
            } catch (IllegalArgumentException e) {
                continue; // these words are no number in that order
            }
        }
        return decoded;
    }

    @Override
    public Optional<String> characters(PlacedPoint point, List<Integer> words) {
        ModbusPoint place = (ModbusPoint) point;
        if (place.type() != RegisterType.TEXT) {
            return Optional.empty();
        }
        if (words.size() != place.registers()) {
            throw new IllegalArgumentException("a text of " + place.size() + " characters takes " + place.registers()
                    + " registers, not " + words.size());
        }
        return Optional.of(RegisterType.text(place.order(), words));
    }

    private static PlacedPoint point(Area area, int address, Cells cells) {
        String bit = cells.text(BIT);
        String word = cells.text(TYPE);
        boolean isLogical =
                word.equalsIgnoreCase("bool") || word.equalsIgnoreCase("boolean") || word.equalsIgnoreCase("bit");
        if (area.isBits() || !bit.isEmpty()) {
            if (area.isBits() && !bit.isEmpty()) {
                throw new IllegalArgumentException("a " + area.word() + " is one bit and has no bit number");
            }
            if (!word.isEmpty() && !isLogical && found(TYPES, word) == null) {
                throw noType(cells.text(TYPE));
            }
            if (area.isBits() && !word.isEmpty() && !isLogical) {
                throw new IllegalArgumentException(
                        "a " + area.word() + " is one bit; it cannot hold " + cells.text(TYPE));
            }
            requireSomeOrder(cells.text(ORDER));
            Matcher field = FIELD.matcher(bit);
            return field.matches()
                    ? field(area, address, field, word)
                    : new ModbusPoint(
                            area, address, bit.isEmpty() ? -1 : cells.number(BIT, 0, Area.WIDTH - 1), null, "");
        }
        if (word.isEmpty() || isLogical) {
            throw new IllegalArgumentException(
                    isLogical
                            ? "it is not said which bit of " + area.word() + " register " + address + " is meant"
                            : "it is not said what " + area.word() + " register " + address + " holds");
        }
        RegisterType type = type(word, cells);
        Matcher text = type == null ? TEXT.matcher(word.toLowerCase(Locale.ROOT)) : null;
        if (text != null && text.matches()) {
            return text(area, address, text.group(1), cells);
        }
        if (type == null) {
            throw noType(cells.text(TYPE));
        }
        return counted(new ModbusPoint(area, address, -1, type, order(cells.text(ORDER), type)), cells);
    }

    /** Returns the type that a word names, alone or together with the number of registers; null for none. */
    private static RegisterType type(String word, Cells cells) {
        RegisterType type = found(TYPES, word);
        List<RegisterType> bare = type == null ? found(BARE, word) : null;
        if (bare == null || cells.text(REGISTERS).isEmpty()) {
            return type;
        }
        int registers = cells.number(REGISTERS, 1, ModbusPoint.LONGEST_TEXT / 2);
        return bare.stream()
                .filter(candidate -> candidate.registers() == registers)
                .findFirst()
                .orElseThrow(() ->
                        new IllegalArgumentException("there is no type '" + word + "' of " + registers + " registers"));
    }

    /** Either end can stand first: makers count from both. */
    private static PlacedPoint field(Area area, int address, Matcher field, String word) {
        int one = Integer.parseInt(field.group(1));
        int other = Integer.parseInt(field.group(2));
        RegisterType type = word.isEmpty() ? null : found(TYPES, word);
        if (one == other || Math.max(one, other) >= Area.WIDTH) {
            throw new IllegalArgumentException("the cell of '" + BIT + "' holds '" + field.group()
                    + "'; expected two bits of a register, 0 to " + (Area.WIDTH - 1));
        }
        if (!word.isEmpty() && type != RegisterType.UINT16) {
            throw new IllegalArgumentException(
                    "several bits of a register are a whole number from 0 on; the row says " + word);
        }
        return new ModbusPoint(area, address, Math.min(one, other), null, "", Math.abs(one - other) + 1);
    }

    private static PlacedPoint text(Area area, int address, String characters, Cells cells) {
        String count = cells.text(REGISTERS);
        if (characters.isEmpty() && count.isEmpty()) {
            throw new IllegalArgumentException(
                    "it is not said how many characters the text has; write text20, or the number"
                            + " of registers in the column '" + REGISTERS + "'");
        }
        int length = characters.isEmpty()
                ? 2 * cells.number(REGISTERS, 1, ModbusPoint.LONGEST_TEXT / 2)
                : Integer.parseInt(characters);
        String order = order(cells.text(ORDER), RegisterType.TEXT);
        return counted(new ModbusPoint(area, address, -1, RegisterType.TEXT, order, length), cells);
    }

    /** A list that says the type and the number of registers says it twice. */
    private static ModbusPoint counted(ModbusPoint point, Cells cells) {
        if (!cells.text(REGISTERS).isEmpty()
                && cells.number(REGISTERS, 1, ModbusPoint.LONGEST_TEXT / 2) != point.registers()) {
            throw new IllegalArgumentException("the row says " + cells.text(REGISTERS) + " registers; "
                    + point.carrier().split(" ")[1] + " takes " + point.registers());
        }
        return point;
    }

    /** Words as they stand in the table are found without looking at their letters: lists have very many rows. */
    private static <T> T found(Map<String, T> words, String text) {
        T found = words.get(text);
        return found == null ? words.get(ListColumn.plain(text)) : found;
    }

    private static IllegalArgumentException noType(String text) {
        String plain = ListColumn.plain(text);
        String expected = BARE.containsKey(plain)
                ? ": it does not say of how many bits; say the number of registers in the column '" + REGISTERS + "'"
                : plain.startsWith("bit")
                        ? "; a bit of a register has its number in the column 'bit', from 0, and no type"
                        : "; expected int16, uint16, int32, uint32, int64, uint64, bcd16, bcd32, float32, float64 or a text such as text20";
        return new IllegalArgumentException("'" + text + "' is no type of register that can be read" + expected);
    }

    private static String order(String text, RegisterType type) {
        if (text.isEmpty()) {
            return type.orders().get(0);
        }
        if (type.orders().contains(text)) {
            return text;
        }
        String exact = text.toUpperCase(Locale.ROOT).replace(" ", "");
        if (type.orders().contains(exact)) {
            return exact;
        }
        List<String> known = ORDERS.get(ListColumn.plain(text));
        if (known != null) {
            return known.get(type.registers() / 2);
        }
        if (type.registers() <= 1 && isWordOrder(exact)) {
            return "AB"; // a column for all rows: the order of words says nothing of a single register
        }
        throw new IllegalArgumentException("'" + text + "' is no order of the octets of " + type.word() + "; expected "
                + String.join(", ", type.orders()));
    }

    /** The order of octets says nothing of a bit; a column for all rows may give it, but nothing else. */
    private static void requireSomeOrder(String text) {
        String exact = text.toUpperCase(Locale.ROOT).replace(" ", "");
        boolean isOrder = text.isEmpty()
                || ORDERS.containsKey(ListColumn.plain(text))
                || Stream.of(RegisterType.values())
                        .anyMatch(type -> type.orders().contains(exact));
        if (!isOrder) {
            throw new IllegalArgumentException("'" + text + "' is no order of octets, and a bit needs none");
        }
    }

    private static boolean isWordOrder(String order) {
        return order.equals("ABCD") || order.equals("CDAB") || order.equals("ABCDEFGH") || order.equals("GHEFCDAB");
    }

    private static Optional<Area> area(Cells cells) {
        String text = cells.text(AREA);
        String code = cells.text(FUNCTION);
        Area area = text.isEmpty() ? null : found(AREAS, text);
        if (area == null && !text.isEmpty()) {
            throw new IllegalArgumentException(
                    "'" + text + "' is no kind of data of Modbus; expected coil, discrete, input or holding");
        }
        Area ofCode = code.isEmpty() ? null : FunctionCodes.read(code).area();
        if (area != null && ofCode != null && area != ofCode) {
            throw new IllegalArgumentException(
                    "function " + code + " is for " + ofCode.word() + ", and the row is about " + area.word());
        }
        return Optional.ofNullable(area == null ? ofCode : area);
    }
}
