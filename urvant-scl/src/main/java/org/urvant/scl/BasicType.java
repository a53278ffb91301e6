package org.urvant.scl;

import java.math.BigInteger;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** The basic types of SCL (IEC 61850-6:2009+A1:2018, 9.5.4.1) with the values that they hold and their size on the line. */
final class BasicType {
    private static final Map<String, BigInteger[]> INTEGERS = new HashMap<>();
    private static final Map<String, Integer> SIZES = new HashMap<>();
    private static final Pattern NUMBER =
            Pattern.compile("[+-]?(\\d{1,40}(\\.\\d{0,40})?|\\.\\d{1,40})([eE][+-]?\\d{1,3})?|NaN|-?INF");
    private static final Pattern WHOLE = Pattern.compile("[+-]?\\d{1,40}");
    private static final Set<String> LOGICALS = Set.of("true", "false", "0", "1");
    private static final Set<String> POSITIONS =
            Set.of("intermediate-state", "off", "on", "bad-state", "0", "1", "2", "3", "00", "01", "10", "11");

    static {
        for (int bits : new int[] {8, 16, 24, 32, 64, 128}) {
            BigInteger half = BigInteger.ONE.shiftLeft(bits - 1);
            INTEGERS.put("INT" + bits, new BigInteger[] {half.negate(), half.subtract(BigInteger.ONE)});
            INTEGERS.put("INT" + bits + "U", new BigInteger[] {
                BigInteger.ZERO, BigInteger.ONE.shiftLeft(bits).subtract(BigInteger.ONE)
            });
            SIZES.put("INT" + bits, 2 + bits / 8);
            SIZES.put("INT" + bits + "U", 3 + bits / 8); // one byte more keeps the sign away
        }
        SIZES.put("BOOLEAN", 3);
        SIZES.put("FLOAT32", 7);
        SIZES.put("FLOAT64", 11);
        SIZES.put("Enum", 3);
        SIZES.put("Dbpos", 4);
        SIZES.put("Tcmd", 4);
        SIZES.put("Quality", 5);
        SIZES.put("Timestamp", 10);
        SIZES.put("Check", 4);
        SIZES.put("Octet64", 66);
        SIZES.put("Octet6", 8);
        SIZES.put("Octet16", 18);
        SIZES.put("Unicode255", 513);
        SIZES.put("EntryTime", 8);
        SIZES.put("EntryID", 10);
        SIZES.put("PhyComAddr", 20);
        SIZES.put("Currency", 5);
        SIZES.put("OptFlds", 5);
        SIZES.put("TrgOps", 4);
        SIZES.put("SvOptFlds", 4);
        SIZES.put("ObjRef", 131);
        for (int length : new int[] {32, 64, 65, 129, 255}) {
            SIZES.put("VisString" + length, length + (length < 128 ? 2 : 3));
        }
    }

    private BasicType() {}

    static boolean isKnown(String type) {
        return type.equals("Struct") || SIZES.containsKey(type);
    }

    /** Returns the greatest size in bytes as MMS and GOOSE encode it, tag and length included (IEC 61850-8-1:2011, A.3). */
    static int size(String type) {
        return SIZES.getOrDefault(type, 8);
    }

    /** Returns the size of a content with the tag and length before it (ASN.1 BER, ITU-T X.690, 8.1.3). */
    static long headed(long content) {
        return content + (content < 128 ? 2 : content < 256 ? 3 : content < 65_536 ? 4 : 5);
    }

    /** Returns the size in bytes in a sampled-value message, which has no tags (IEC 61850-9-2:2011, table 14). */
    static int plainSize(String type) {
        BigInteger[] range = INTEGERS.get(type);
        if (range != null) {
            int bits = range[1].subtract(range[0]).bitLength();
            return bits / 8;
        }
        return switch (type) {
            case "BOOLEAN" -> 1;
            case "FLOAT64", "Timestamp", "EntryTime" -> 8;
            case "Octet64", "Octet16", "Octet6" -> 20;
            case "VisString32", "VisString64", "VisString65", "VisString129", "VisString255", "Unicode255" -> 35;
            default -> 4;
        };
    }

    private static boolean isWithin(String text, BigInteger[] range) {
        if (!WHOLE.matcher(text).matches()) {
            return false;
        }
        BigInteger number = new BigInteger(text);
        return number.compareTo(range[0]) >= 0 && number.compareTo(range[1]) <= 0;
    }

    /** Returns what a value of a type must be when the text is none, or null when it is one or cannot be told. */
    static String misfit(String type, String text) {
        if (text.isEmpty()) {
            return null;
        }
        BigInteger[] range = INTEGERS.get(type);
        if (range != null) {
            return isWithin(text, range) ? null : "a whole number from " + range[0] + " to " + range[1];
        }
        return switch (type) {
            case "BOOLEAN" -> LOGICALS.contains(text) ? null : "true or false";
            case "FLOAT32", "FLOAT64" -> NUMBER.matcher(text).matches() ? null : "a number";
            case "Dbpos" -> POSITIONS.contains(text) ? null : "off, on, intermediate-state or bad-state";
            default -> null;
        };
    }
}
