package org.urvant.core.point.modbus;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.urvant.core.point.Access;

/**
 * The codes of functions that a row of a list names, such as {@code 3}, {@code 03/16} or {@code FC 3, FC 6} (MODBUS Application
 * Protocol V1.1b3, 6).
 *
 * @param area what they read or write
 * @param access whether they read, write or both
 */
record FunctionCodes(Area area, Set<Access> access) {
    private static final Map<Integer, Area> AREAS = Map.ofEntries(
            Map.entry(1, Area.COIL),
            Map.entry(5, Area.COIL),
            Map.entry(15, Area.COIL),
            Map.entry(2, Area.DISCRETE),
            Map.entry(4, Area.INPUT),
            Map.entry(3, Area.HOLDING),
            Map.entry(6, Area.HOLDING),
            Map.entry(16, Area.HOLDING),
            Map.entry(22, Area.HOLDING),
            Map.entry(23, Area.HOLDING));

    private static final Set<Integer> READING = Set.of(1, 2, 3, 4, 23);
    private static final Set<Integer> WRITING = Set.of(5, 6, 15, 16, 22, 23);
    private static final Pattern BETWEEN = Pattern.compile("\\s*(?:[,;/&+]|\\band\\b|\\s)\\s*");
    private static final Pattern PREFIX = Pattern.compile("(?:fc|f)\\s*(?=\\d)");
    private static final Pattern NUMBER = Pattern.compile("\\d{1,3}");
    private static final Pattern HEXADECIMAL = Pattern.compile("0x[0-9a-f]{1,2}");

    /** Most rows name one code, and there are very many rows. */
    private static final Map<String, FunctionCodes> SINGLE = new HashMap<>();

    static {
        for (int code : AREAS.keySet()) {
            FunctionCodes codes = parsed(Integer.toString(code));
            SINGLE.put(Integer.toString(code), codes);
            SINGLE.put(String.format(Locale.ROOT, "%02d", code), codes);
        }
    }

    FunctionCodes {
        access = Set.copyOf(access);
    }

    /**
     * Reads the codes.
     *
     * @throws IllegalArgumentException when one is none of a function that reads or writes points, or two are for different data
     */
    static FunctionCodes read(String text) {
        FunctionCodes single = SINGLE.get(text);
        return single != null ? single : parsed(text);
    }

    private static FunctionCodes parsed(String text) {
        Area area = null;
        Set<Access> access = new TreeSet<>();
        for (String word : BETWEEN.split(
                PREFIX.matcher(text.toLowerCase(Locale.ROOT)).replaceAll("").strip())) {
            int code = number(word);
            Area own = AREAS.get(code);
            if (own == null) {
                throw new IllegalArgumentException(
                        "'" + text + "' is no code of a function that reads or writes a point");
            }
            if (area != null && own != area) {
                throw new IllegalArgumentException("the functions '" + text + "' are for " + area.word() + " and for "
                        + own.word() + "; a point is one of them");
            }
            area = own;
            if (READING.contains(code)) {
                access.add(Access.READ);
            }
            if (WRITING.contains(code)) {
                access.add(Access.COMMAND);
            }
        }
        return new FunctionCodes(area, access);
    }

    private static int number(String word) {
        if (HEXADECIMAL.matcher(word).matches()) {
            return Integer.parseInt(word.substring(2), 16);
        }
        return NUMBER.matcher(word).matches() ? Integer.parseInt(word) : -1;
    }
}
