package org.urvant.core.point;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** How lists of a protocol's points are read: the columns that make up a point, and the stations that offer points. */
public interface ListForm {
    /** Returns what the address of a station is called, such as {@code unit address}. */
    String station();

    /**
     * Returns why no station can have an address; empty when one can.
     *
     * @param onBus whether several stations share a line, on which some addresses are for all
     */
    Optional<String> refusal(int station, boolean onBus);

    /** Returns the columns that together say which point a row is about. */
    List<ListColumn> columns();

    /**
     * Returns the point that a row is about.
     *
     * @throws IllegalArgumentException with a message for people when the cells make no point
     */
    PlacedPoint point(Cells cells);

    /**
     * Returns whether a row says by other columns than that of the access that its point is read, written or both, such as by the
     * codes of the functions for it; empty when it does not.
     *
     * @throws IllegalArgumentException with a message for people when a cell makes no sense
     */
    default Set<Access> access(Cells cells) {
        return Set.of();
    }

    /**
     * Returns what a point is worth when it holds some words, as they come over the line; the raw number, by each way in which the
     * words could be ordered, the point's own first.
     *
     * @param words 16 bits each
     * @throws IllegalArgumentException when the point holds another number of words, or they are no number
     */
    default Map<String, BigDecimal> decoded(PlacedPoint point, List<Integer> words) {
        throw new IllegalArgumentException("what points of this protocol hold is not decoded");
    }

    /**
     * Returns the characters that some words are; empty for a point that holds no text.
     *
     * @param words 16 bits each
     * @throws IllegalArgumentException when the point holds another number of words
     */
    default Optional<String> characters(PlacedPoint point, List<Integer> words) {
        return Optional.empty();
    }

    /** Returns whether points are read and written by requests that can carry several. */
    default boolean hasRequests() {
        return false;
    }

    /**
     * Returns why some points of one station cannot be read by one request; empty when they can.
     *
     * @throws IllegalArgumentException when a point is of another protocol
     */
    default Optional<String> parted(List<PlacedPoint> points) {
        return Optional.empty();
    }

    /** The cells of a row by the words of their columns. */
    interface Cells {
        /** Returns the cell of a column without blanks around it; empty text when it is empty, or there is no such column. */
        String text(String column);

        /**
         * Returns the whole number in the cell of a column.
         *
         * @throws IllegalArgumentException when there is no number, or it is below {@code low} or above {@code high}
         */
        int number(String column, int low, int high);
    }
}
