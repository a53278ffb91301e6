package org.urvant.file.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * Reads JSON objects of texts, numbers, logical values and objects into the plain tree. Numbers stay exact decimals;
 * lists, nulls and doubled keys are refused, for no Urvant format has them.
 */
public final class JsonTree {
    private static final int MOST_PLACES = 400; // a double has 309 before the point and 324 after it
    private static final JsonFactory FACTORY = JsonFactory.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .streamReadConstraints(StreamReadConstraints.builder()
                    .maxNestingDepth(50)
                    .maxNumberLength(100)
                    .maxStringLength(1_000_000)
                    .maxDocumentLength(100_000_000)
                    .build())
            .build();

    private JsonTree() {}

    /**
     * Returns the tree of a JSON object.
     *
     * @param source name that positions show
     * @throws MalformedInputException at the place of the first mistake
     */
    public static Section read(String source, byte[] json) {
        try (JsonParser parser = FACTORY.createParser(json)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                throw mistake(source, parser, "the text is no JSON object");
            }
            Section section = section(source, parser);
            if (parser.nextToken() != null) {
                throw mistake(source, parser, "text follows the JSON object");
            }
            return section;
        } catch (JsonProcessingException e) {
            JsonLocation at = e.getLocation();
            Position position = at == null
                    ? Position.in(source)
                    : new Position(source, Math.max(0, at.getLineNr()), Math.max(0, at.getColumnNr()));
            throw new MalformedInputException(
                    position, "not JSON: " + e.getOriginalMessage(), "Read it again from where it came.", e);
        } catch (IOException e) {
            throw new MalformedInputException(
                    Position.in(source), "not JSON: " + e.getMessage(), "Read it again from where it came.", e);
        }
    }

    private static Section section(String source, JsonParser parser) throws IOException {
        SortedMap<String, Node> nodes = new TreeMap<>();
        while (parser.nextToken() != JsonToken.END_OBJECT) {
            String name = parser.currentName();
            nodes.put(name, node(source, parser, parser.nextToken()));
        }
        return new Section(nodes);
    }

    private static Node node(String source, JsonParser parser, JsonToken token) throws IOException {
        return switch (token) {
            case START_OBJECT -> section(source, parser);
            case VALUE_STRING -> Value.text(parser.getText());
            case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> Value.number(number(source, parser));
            case VALUE_TRUE, VALUE_FALSE -> Value.logical(token == JsonToken.VALUE_TRUE);
            default -> throw mistake(source, parser, token.asString() + " stands where a value is expected");
        };
    }

    /** A few characters can stand for a number that would take gigabytes to write out. */
    private static BigDecimal number(String source, JsonParser parser) throws IOException {
        BigDecimal number;
        try {
            number = parser.getDecimalValue();
        } catch (NumberFormatException e) {
            number = null; // its exponent has more digits than one can have
        }
        if (number == null || Math.abs((long) number.scale()) > MOST_PLACES) {
            throw mistake(
                    source,
                    parser,
                    "the number " + parser.getText() + " has more than " + MOST_PLACES
                            + " places before or after the point");
        }
        return number;
    }

    private static MalformedInputException mistake(String source, JsonParser parser, String found) {
        JsonLocation at = parser.currentLocation();
        return new MalformedInputException(
                new Position(source, Math.max(0, at.getLineNr()), Math.max(0, at.getColumnNr())),
                found,
                "Read it again from where it came.");
    }
}
