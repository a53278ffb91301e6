package org.urvant.core.text;

import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Which sign the numbers of one table have before their fractions, where nothing says it: a comma can also stand between
 * thousands, and so can a point where a comma could be the sign.
 */
public final class DecimalSign {
    private static final Pattern LIKE_THOUSANDS = Pattern.compile("[+-]?[1-9]\\d{0,2}\\.\\d{3}");

    private final boolean mayBeComma;
    private char sign; // of those that can mean one thing only

    /** @param mayBeComma whether a comma can be the sign, as in a table whose cells are not separated by it */
    public DecimalSign(boolean mayBeComma) {
        this.mayBeComma = mayBeComma;
    }

    /**
     * Returns a number with a point before its fraction.
     *
     * @param number digits with at most one point or comma among them
     * @throws IllegalArgumentException with what follows on naming the number, when it could mean two things
     */
    public String plain(String number) {
        int at = Math.max(number.indexOf('.'), number.indexOf(','));
        if (at < 0) {
            return number;
        }
        if (isLikeThousands(number)) {
            return number;
        }
        char found = number.charAt(at);
        if (found == ',' && !mayBeComma) {
            throw new IllegalArgumentException("in this table a comma is no decimal sign");
        }
        if (sign != 0 && sign != found) {
            throw new IllegalArgumentException("other numbers of the table have '" + sign
                    + "' before their fractions, so this one could mean two things");
        }
        sign = found;
        return found == ',' ? number.replace(',', '.') : number;
    }

    /** Returns whether a number looks as one with a point between thousands would, so that others must show the sign. */
    public boolean isLikeThousands(String number) {
        return mayBeComma && LIKE_THOUSANDS.matcher(number).matches();
    }

    /** Returns what is to be said of a number like thousands, when all are read; empty when others show that it has a fraction. */
    public Optional<String> doubt(String number) {
        return sign == '.'
                ? Optional.empty()
                : Optional.of(
                        "'" + number + "' can be " + number.replace(".", "") + " or " + number.replace('.', ',') + "; "
                                + (sign == ','
                                        ? "other numbers of the table have ','"
                                        : "no other number of the table shows which sign it has")
                                + " before fractions");
    }
}
