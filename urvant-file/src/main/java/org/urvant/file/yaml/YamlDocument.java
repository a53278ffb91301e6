package org.urvant.file.yaml;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.events.AliasEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.events.MappingStartEvent;
import org.snakeyaml.engine.v2.events.NodeEvent;
import org.snakeyaml.engine.v2.events.ScalarEvent;
import org.snakeyaml.engine.v2.events.SequenceStartEvent;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.parser.ParserImpl;
import org.snakeyaml.engine.v2.scanner.StreamReader;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;

/**
 * One YAML document as text and tree. Scalars stay text, so {@code on}, {@code 12:30} and {@code 007} are what was
 * written; tags, anchors, aliases and doubled keys are refused. Immutable: {@link #with} returns the document with one
 * value changed in place, {@link YamlChanges} with many, comments and order untouched.
 */
public final class YamlDocument {
    private static final int MOST_CODE_POINTS = 4_000_000;
    private static final int DEEPEST = 40;

    private final String source;
    private final String text;
    private final YamlNode.Fields root;

    private YamlDocument(String source, String text, YamlNode.Fields root) {
        this.source = source;
        this.text = text;
        this.root = root;
    }

    /**
     * Parses a document whose outermost node is a map; an empty text is an empty map.
     *
     * @param source name that positions show
     * @throws MalformedInputException at the place of the first mistake
     */
    public static YamlDocument parse(String source, String text) {
        if (text.length() > MOST_CODE_POINTS) {
            throw new LimitExceededException(
                    Position.in(source), "YAML length in characters", text.length(), MOST_CODE_POINTS);
        }
        LoadSettings settings = LoadSettings.builder()
                .setLabel(source)
                .setCodePointLimit(MOST_CODE_POINTS)
                .build();
        try {
            return new YamlDocument(source, text, new Parser(source, settings, text).document());
        } catch (MarkedYamlEngineException e) {
            Position position =
                    e.getProblemMark().map(mark -> position(source, mark)).orElse(Position.in(source));
            throw new MalformedInputException(
                    position, "not YAML: " + oneLine(e.getProblem()), "Correct the text at that place.", e);
        } catch (YamlEngineException e) {
            throw new MalformedInputException(
                    Position.in(source), "not YAML: " + oneLine(e.getMessage()), "Correct the file.", e);
        }
    }

    /** Returns the name that positions show. */
    public String source() {
        return source;
    }

    /** Returns the document as text. */
    public String text() {
        return text;
    }

    /** Returns the outermost map. */
    public YamlNode.Fields root() {
        return root;
    }

    /**
     * Returns the keys that lead to a dotted path below a map: as nested maps when the document writes it so, else as one
     * key with dots.
     */
    public List<String> keys(List<String> map, String dotted) {
        List<String> nested = new ArrayList<>(map);
        nested.addAll(List.of(dotted.split("\\.")));
        if (at(nested) != null) {
            return nested;
        }
        List<String> flat = new ArrayList<>(map);
        flat.add(dotted);
        return flat;
    }

    /** Returns the node at a path of keys; null when there is none. */
    YamlNode at(List<String> path) {
        YamlNode at = root;
        for (String key : path) {
            at = at instanceof YamlNode.Fields fields ? fields.entries().get(key) : null;
        }
        return at;
    }

    /** Returns the text at a path of keys; empty when there is none. */
    public Optional<String> textAt(List<String> path) {
        return at(path) instanceof YamlNode.Text found ? Optional.of(found.text()) : Optional.empty();
    }

    /**
     * Returns the document with the key at the end of a path under another name, in its place and with all below it.
     *
     * @throws IllegalArgumentException when there is no such key
     */
    public YamlDocument renamed(List<String> path, String name) {
        return with(List.of(new YamlEdit(this).rename(path, name)));
    }

    /** Returns the document with the value at a path of keys set; missing keys are added at the end of their map. */
    public YamlDocument with(List<String> path, String value) {
        return new YamlChanges().set(path, value).in(this);
    }

    /**
     * Returns the document with the list at a path of keys set: of as many items as before each in its place, else anew; an
     * empty list takes the key away.
     */
    public YamlDocument with(List<String> path, List<String> items) {
        return new YamlChanges().set(path, items).in(this);
    }

    /** Returns the document without the value at a path of keys; unchanged when there is none. */
    public YamlDocument without(List<String> path) {
        return new YamlChanges().remove(path).in(this);
    }

    YamlDocument with(List<YamlEdit.Splice> splices) {
        return splices.isEmpty() ? this : parse(source, YamlEdit.Splice.in(text, splices));
    }

    private static Position position(String source, Mark mark) {
        return new Position(source, mark.getLine() + 1, mark.getColumn() + 1);
    }

    private static String oneLine(String message) {
        String line = message == null ? "unreadable" : message.replaceAll("\\s+", " ");
        return line.length() > 160 ? line.substring(0, 160) + "…" : line;
    }

    private static final class Parser {
        private final String source;
        private final Iterator<Event> events;

        Parser(String source, LoadSettings settings, String text) {
            this.source = source;
            this.events = new ParserImpl(settings, new StreamReader(settings, text));
        }

        YamlNode.Fields document() {
            Event event = events.next(); // stream start
            event = events.next();
            if (event.getEventId() == Event.ID.StreamEnd) {
                return empty(Position.in(source), new YamlNode.Span(0, 0));
            }
            YamlNode node = node(events.next(), 0);
            events.next(); // document end
            Event after = events.next();
            if (after.getEventId() != Event.ID.StreamEnd) {
                throw mistake(after, "a second document begins", "Keep one document in a file.");
            }
            if (node instanceof YamlNode.Fields fields) {
                return fields;
            }
            if (node instanceof YamlNode.Text scalar && scalar.text().isEmpty()) {
                return empty(scalar.position(), scalar.span());
            }
            throw new MalformedInputException(
                    node.position(), "the file is not a map of keys to values", "Write 'key: value' lines.");
        }

        private static YamlNode.Fields empty(Position position, YamlNode.Span span) {
            return new YamlNode.Fields(Map.of(), Map.of(), false, position, span);
        }

        private YamlNode node(Event event, int depth) {
            if (depth > DEEPEST) {
                throw new LimitExceededException(place(event), "YAML depth", depth, DEEPEST);
            }
            if (event instanceof AliasEvent
                    || event instanceof NodeEvent named && named.getAnchor().isPresent()) {
                throw mistake(event, "an anchor or alias stands here", "Write the value out where it is needed.");
            }
            if (event instanceof ScalarEvent scalar) {
                refuseTag(event, scalar.getTag());
                return new YamlNode.Text(scalar.getValue(), place(event), span(event, event));
            }
            if (event instanceof SequenceStartEvent sequence) {
                refuseTag(event, sequence.getTag());
                List<YamlNode> items = new ArrayList<>();
                Event next = events.next();
                for (; next.getEventId() != Event.ID.SequenceEnd; next = events.next()) {
                    items.add(node(next, depth + 1));
                }
                return new YamlNode.Items(items, place(event), span(event, next));
            }
            MappingStartEvent mapping = (MappingStartEvent) event;
            refuseTag(event, mapping.getTag());
            return fields(mapping, depth);
        }

        private YamlNode.Fields fields(MappingStartEvent start, int depth) {
            Map<String, YamlNode> entries = new LinkedHashMap<>();
            Map<String, Position> keys = new HashMap<>();
            Event next = events.next();
            for (; next.getEventId() != Event.ID.MappingEnd; next = events.next()) {
                if (!(node(next, depth + 1) instanceof YamlNode.Text key)) {
                    throw mistake(next, "a key is not a plain text", "Write 'key: value'.");
                }
                if (keys.put(key.text(), key.position()) != null) {
                    throw mistake(next, "key '" + key.text() + "' stands here a second time", "Remove one of the two.");
                }
                entries.put(key.text(), node(events.next(), depth + 1));
            }
            return new YamlNode.Fields(
                    entries, keys, start.getFlowStyle() == FlowStyle.FLOW, place(start), span(start, next));
        }

        private void refuseTag(Event event, Optional<String> tag) {
            if (tag.isPresent()) {
                throw mistake(event, "tag " + tag.get() + " stands here", "Remove the tag; values are read as text.");
            }
        }

        private MalformedInputException mistake(Event event, String found, String remedy) {
            return new MalformedInputException(place(event), found, remedy);
        }

        private Position place(Event event) {
            return event.getStartMark().map(mark -> position(source, mark)).orElse(Position.in(source));
        }

        private static YamlNode.Span span(Event first, Event last) {
            int start = first.getStartMark().map(Mark::getIndex).orElse(0);
            return new YamlNode.Span(
                    start, last.getEndMark().map(Mark::getIndex).orElse(start));
        }
    }
}
