package org.urvant.core.finding;

import java.util.Objects;

/**
 * A place in an input: the source's name with 1-based line and column. Zero means not known; columns count code points.
 */
public record Position(String source, int line, int column) implements Comparable<Position> {
    public Position {
        Objects.requireNonNull(source, "source");
        if (line < 0 || column < 0) {
            throw new IllegalArgumentException("line " + line + " or column " + column + " is negative");
        }
    }

    /** Returns the place that names a source but no line in it. */
    public static Position in(String source) {
        return new Position(source, 0, 0);
    }

    /** Returns the start of a line of a source. */
    public static Position line(String source, int line) {
        return new Position(source, line, 0);
    }

    @Override
    public int compareTo(Position other) {
        int bySource = source.compareTo(other.source);
        if (bySource != 0) {
            return bySource;
        }
        int byLine = Integer.compare(line, other.line);
        return byLine != 0 ? byLine : Integer.compare(column, other.column);
    }

    /** Returns {@code source:line:column}, leaving out what is not known. */
    @Override
    public String toString() {
        if (line == 0) {
            return source;
        }
        return column == 0 ? source + ":" + line : source + ":" + line + ":" + column;
    }
}
