package org.urvant.core.point.list;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.urvant.core.finding.Position;

/** Keys of the points of a list: those that it gives, and for all others the names, with addresses where several have one name. */
final class PointKeys {
    private static final int LONGEST = 80;
    private static final int LONGEST_STEM = 60;
    private static final Pattern FORM = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}_.-]*");

    private final Map<String, Position> keys = new HashMap<>();
    private final BitSet given = new BitSet();
    private final Set<String> names = new HashSet<>();
    private final Set<String> shared = new HashSet<>();
    private int points;

    /** Returns whether a text has the form of a key. */
    static boolean isKey(String text) {
        return text.length() <= LONGEST && FORM.matcher(text).matches();
    }

    /** Returns what a key, or another word of its form, has. */
    static String form() {
        return "it has letters, digits, '-', '_' and '.' only, and at most " + LONGEST;
    }

    /**
     * Takes the key that a row gives.
     *
     * @throws IllegalArgumentException when it is none, or stands already
     */
    void give(String key, Position position) {
        if (!isKey(key)) {
            throw new IllegalArgumentException("'" + ListCells.brief(key) + "' is no key; " + form());
        }
        Position first = keys.putIfAbsent(key.toLowerCase(Locale.ROOT), position);
        if (first != null) {
            throw new IllegalArgumentException("key '" + key + "' stands already at " + first);
        }
    }
    /**
     * Takes the next point.
     *
     * @param isGiven whether its key is the one of the row, and not what {@link #stem} makes of its name
     */
    void add(ListedPoint point, boolean isGiven) {
        given.set(points++, isGiven);
        if (!isGiven && !names.add(point.key())) {
            shared.add(point.key());
        }
    }

    /** Returns the points, once all were taken, in the same order and with keys of their own. */
    List<ListedPoint> keyed(List<ListedPoint> points) {
        if (keys.isEmpty() && shared.isEmpty() && !names.contains("")) {
            return points;
        }
        List<ListedPoint> keyed = new ArrayList<>(points.size());
        for (int i = 0; i < points.size(); i++) {
            ListedPoint point = points.get(i);
            keyed.add(given.get(i) ? point : point.keyed(key(point)));
        }
        return keyed;
    }

    /** Returns the points of one station that have one name and no keys of their own, by that name, in their order. */
    Map<String, List<ListedPoint>> namesakes(List<ListedPoint> points) {
        Map<String, List<ListedPoint>> alike = new LinkedHashMap<>();
        for (int i = 0; i < points.size() && !shared.isEmpty(); i++) {
            ListedPoint point = points.get(i);
            if (!given.get(i) && shared.contains(point.key())) {
                alike.computeIfAbsent(point.key() + " " + point.station(), key -> new ArrayList<>())
                        .add(point);
            }
        }
        alike.values().removeIf(same -> same.size() < 2);
        return alike;
    }

    private String key(ListedPoint point) {
        String stem = point.key();
        String wanted = stem;
        if (stem.isEmpty() || shared.contains(stem)) {
            String station = point.hasStation() ? point.station() + "-" : "";
            wanted = (stem.isEmpty() ? "" : stem + "-")
                    + station
                    + stem(point.point().shownAddress());
        }
        String key = wanted;
        for (int i = 2; keys.putIfAbsent(key, point.position()) != null; i++) {
            key = wanted + "-" + i;
        }
        return key;
    }

    /** Returns the letters and digits of a name in small letters, with one dash between what they are parted by. */
    static String stem(String name) {
        StringBuilder stem = new StringBuilder(name.length());
        for (int i = 0; i < name.length() && stem.length() < LONGEST_STEM; ) {
            int letter = name.codePointAt(i);
            i += Character.charCount(letter);
            if (Character.isLetterOrDigit(letter)) {
                stem.appendCodePoint(Character.toLowerCase(letter));
            } else if (stem.length() > 0 && stem.charAt(stem.length() - 1) != '-') {
                stem.append('-');
            }
        }
        boolean isDashed = stem.length() > 0 && stem.charAt(stem.length() - 1) == '-';
        return isDashed ? stem.substring(0, stem.length() - 1) : stem.toString();
    }
}
