package org.urvant.core.point.iec60870;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.point.ListColumn;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;

/** Lists of information objects, as stations hand them to their neighbours. */
final class ObjectListForm implements ListForm {
    private static final String TYPE = "type";
    private static final String ADDRESS = "address";
    private static final Set<String> SELECTED = Set.of(
            "select",
            "yes",
            "true",
            "1",
            "x",
            "sbo",
            "select before operate",
            "select-before-operate",
            "select and execute");
    private static final Set<String> DIRECT =
            Set.of("", "direct", "no", "false", "0", "-", "direct operate", "direct execute", "execute");

    /** Common addresses of two octets; 0 is not used and 65,535 is for all (IEC 60870-5-101:2003, 7.2.4). */
    private static final int LAST_STATION = 65_534;

    private static final List<ListColumn> COLUMNS = List.of(
            ListColumn.of(
                    TYPE,
                    "type identification: M_SP_TB_1, or 30",
                    "type id, type identification, asdu type, ti, type identifier, data type"),
            ListColumn.of(
                    ADDRESS,
                    "information object address",
                    "ioa, information object address, object address, io address, info address"),
            ListColumn.of(
                    InformationObject.SELECT,
                    "whether a command is selected before it is executed: yes, no, sbo, direct",
                    "select before operate, select before execute, sbo, s/e, command mode, control mode, control model"));

    private static final Pattern HEXADECIMAL = Pattern.compile("0[xX][0-9a-fA-F]{1,6}");
    private static final Pattern NUMBER = Pattern.compile("(?:TYPE|TI|T)?\\s*<?(\\d{1,3})>?");
    private static final Pattern NAME_AND_NUMBER = Pattern.compile(
            "([A-Z]_[A-Z]{2}_[A-Z]{2}_1)\\s*[(<\\[,;:/-]?\\s*(?:TYPE|TI|T)?\\s*<?(\\d{1,3})\\s*[)>\\]]?");
    private static final Pattern NUMBER_AND_NAME = Pattern.compile(
            "(?:TYPE|TI|T)?\\s*<?(\\d{1,3})>?\\s*[(<\\[,;:/-]?\\s*([A-Z]_[A-Z]{2}_[A-Z]{2}_1)\\s*[)>\\]]?");

    private final UnaryOperator<InformationObject> known;

    /** @param known returns an object as it is, or throws IllegalArgumentException when the protocol has none of its type */
    ObjectListForm(UnaryOperator<InformationObject> known) {
        this.known = known;
    }

    @Override
    public String station() {
        return "common address";
    }

    @Override
    public Optional<String> refusal(int station, boolean onBus) {
        return station >= 1 && station <= LAST_STATION
                ? Optional.empty()
                : Optional.of("common address " + station + " is outside 1 to " + LAST_STATION
                        + (station == LAST_STATION + 1 ? ", and is for all stations" : ""));
    }

    @Override
    public List<ListColumn> columns() {
        return COLUMNS;
    }

    @Override
    public PlacedPoint point(Cells cells) {
        String type = cells.text(TYPE);
        if (type.isEmpty()) {
            throw new IllegalArgumentException("there is no type; expected one such as M_SP_TB_1, or its number");
        }
        String written = cells.text(ADDRESS);
        int address = HEXADECIMAL.matcher(written).matches()
                ? Integer.parseInt(written.substring(2), 16)
                : written.indexOf('.') >= 0 && InformationObject.isAddress(written)
                        ? InformationObject.address(written)
                        : cells.number(ADDRESS, InformationObject.LOWEST, InformationObject.HIGHEST);
        InformationObject object = known.apply(InformationObject.read(plain(type) + " " + address));
        String given = cells.text(InformationObject.SELECT).toLowerCase(Locale.ROOT);
        if (!SELECTED.contains(given) && !DIRECT.contains(given)) {
            throw new IllegalArgumentException("the cell of '" + InformationObject.SELECT + "' holds '" + given
                    + "'; expected yes or no, select or direct");
        }
        return new InformationObject(object.type(), object.address(), InformationObject.OWN, SELECTED.contains(given));
    }

    /**
     * Returns the name or number of a type that is written with words or signs around it, or both at once.
     *
     * @throws IllegalArgumentException when name and number are of different types
     */
    private static String plain(String type) {
        String text = type.toUpperCase(Locale.ROOT);
        Matcher number = NUMBER.matcher(text);
        if (number.matches()) {
            return number.group(1);
        }
        Matcher both = NAME_AND_NUMBER.matcher(text);
        boolean isNameFirst = both.matches();
        if (!isNameFirst) {
            both = NUMBER_AND_NAME.matcher(text);
            if (!both.matches()) {
                return text;
            }
        }
        String name = both.group(isNameFirst ? 1 : 2);
        int code = Integer.parseInt(both.group(isNameFirst ? 2 : 1));
        InformationType.of(name).filter(known -> known.code() != code).ifPresent(known -> {
            throw new IllegalArgumentException(
                    "the type is '" + type + "', but " + name + " has the number " + known.code());
        });
        return name;
    }
}
