package org.urvant.formats.table;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a spreadsheet shows of a number that a cell holds (ISO/IEC 29500-1:2016, 18.8.31): a unit beside it, a hundredfold of it as
 * a percentage, zeros before it. Decimals that are not shown, grouping and colours change nothing here.
 */
final class NumberFormat {
    /** What stands there as it is, a blank of some width, or a letter that fills; brackets hold colours, conditions, currencies. */
    private static final Pattern LITERAL = Pattern.compile("\"([^\"]*)\"|\\\\(.)|\\[([^\\]]*)]|_.|\\*.");

    private static final Pattern CONDITION = Pattern.compile("\\[(<=|>=|<>|<|>|=)(-?\\d+(?:\\.\\d+)?)]");
    private static final Pattern DIGITS = Pattern.compile("[0#?][0#?,./ ]*([eE][+-][0#?]+)?");
    /** A comma behind the last digit divides by a thousand. */
    private static final Pattern THOUSANDS = Pattern.compile("[0#?],+(?![0#?,])");

    private static final Pattern PADDED = Pattern.compile("0{2,}");
    /** What says something beside a number: a unit, a letter, per cent. */
    private static final Pattern TELLING = Pattern.compile(".*[\\p{L}%‰°€£¥$].*");

    private NumberFormat() {}

    /**
     * Returns what a person reads in the cell.
     *
     * @param format the cell's number format; empty text for none
     * @throws IllegalArgumentException when it shows something else than the number; says what
     */
    static String shown(String number, String format) {
        if (format.isEmpty() || format.equals("General")) {
            return number;
        }
        BigDecimal value = new BigDecimal(number);
        String section = section(value, format);
        StringBuilder plain = new StringBuilder();
        StringBuilder before = new StringBuilder();
        StringBuilder behind = new StringBuilder();
        boolean isBehind = false;
        Matcher literal = LITERAL.matcher(section);
        int from = 0;
        while (true) {
            boolean isThere = literal.find(from);
            String between = section.substring(from, isThere ? literal.start() : section.length());
            isBehind |= DIGITS.matcher(between).find() || between.contains("General");
            plain.append(between);
            if (!isThere) {
                break;
            }
            (isBehind ? behind : before).append(text(literal));
            from = literal.end();
        }
        if (format.contains(";") && section.isEmpty()) {
            throw new IllegalArgumentException("holds " + number + ", and its format hides it");
        }
        if (THOUSANDS.matcher(plain).find()) {
            throw new IllegalArgumentException("holds " + number + ", and its format shows thousands of it");
        }
        String beside = behind.toString().strip();
        if (!isBehind && plain.indexOf("@") < 0) { // no digit of it is shown
            String instead = before.toString().strip();
            return TELLING.matcher(instead).matches() ? instead : number;
        }
        String digits = plain.indexOf("%") < 0
                ? padded(number, plain.toString())
                : value.movePointRight(2).stripTrailingZeros().toPlainString() + " %";
        String ahead = before.toString().strip();
        return (TELLING.matcher(ahead).matches() ? ahead : "")
                + digits
                + (TELLING.matcher(beside).matches() ? " " + beside : "");
    }

    private static String padded(String number, String plain) {
        boolean isPadded = PADDED.matcher(plain.strip()).matches() && number.matches("\\d+");
        return isPadded ? "0".repeat(Math.max(0, plain.strip().length() - number.length())) + number : number;
    }

    private static String text(Matcher literal) {
        if (literal.group(1) != null) {
            return literal.group(1);
        }
        if (literal.group(2) != null) {
            return literal.group(2);
        }
        String bracket = literal.group(3);
        return bracket != null && bracket.startsWith("$") // a currency, and where it is used
                ? bracket.substring(1).replaceFirst("-.*", "")
                : "";
    }

    /** Returns the part that counts for a number: by its conditions; else for positive, negative, and zero. */
    private static String section(BigDecimal value, String format) {
        List<String> sections = new ArrayList<>();
        Matcher literal = LITERAL.matcher(format);
        int from = 0;
        for (int at = 0; at <= format.length(); at++) {
            if (at == format.length() || format.charAt(at) == ';') {
                sections.add(format.substring(from, at));
                from = at + 1;
            } else if (literal.find(at) && literal.start() == at) {
                at = literal.end() - 1;
            }
        }
        if (sections.stream().anyMatch(each -> CONDITION.matcher(each).find())) {
            return sections.stream()
                    .filter(each -> holds(value, each))
                    .findFirst()
                    .orElse(sections.get(sections.size() - 1));
        }
        int numbers = Math.min(sections.size(), 3);
        boolean isOwn = numbers > 1 && value.signum() < 0 || numbers > 2 && value.signum() == 0;
        return sections.get(!isOwn ? 0 : value.signum() < 0 ? 1 : 2);
    }

    private static boolean holds(BigDecimal value, String section) {
        Matcher condition = CONDITION.matcher(section);
        if (!condition.find()) {
            return false; // for all others: the last
        }
        int order = value.compareTo(new BigDecimal(condition.group(2)));
        return switch (condition.group(1)) {
            case "<" -> order < 0;
            case "<=" -> order <= 0;
            case ">" -> order > 0;
            case ">=" -> order >= 0;
            case "=" -> order == 0;
            default -> order != 0;
        };
    }
}
