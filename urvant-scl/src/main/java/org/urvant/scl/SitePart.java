package org.urvant.scl;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A part of the site as the substation section gives it: a voltage level, bay, piece of equipment or function, with its
 * parts and the logical nodes that belong to it (IEC 61850-6:2009+A1:2018, 9.2; lines and processes: IEC 61850-6-100).
 */
public final class SitePart extends SclElement {
    /** Name of the connectivity node that every bay has without giving it: earth (IEC 61850-6:2009, 9.2.3). */
    static final String EARTH = "grounded";

    /** What a part is. */
    public enum Kind {
        SUBSTATION("substation"),
        LINE("line"),
        PROCESS("process"),
        VOLTAGE_LEVEL("voltage level"),
        BAY("bay"),
        EQUIPMENT("equipment"),
        FUNCTION("function");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /** Returns the word that is shown. */
        public String word() {
            return word;
        }
    }

    /**
     * A place where equipment is joined to others.
     *
     * @param name name of the terminal; may be empty
     * @param node path of the connectivity node as written, such as {@code Skarholm/K1/F01/N1}
     * @param isGrounded whether it leads to earth, by the name that the standard keeps for it
     * @param line 1-based line
     */
    public record Terminal(String name, String node, boolean isGrounded, int line) {}

    /**
     * A logical node that belongs to a part.
     *
     * @param ied name of the IED; empty as long as none is chosen
     * @param device instance of the logical device; may be empty
     * @param node prefix, class and instance
     * @param line 1-based line
     */
    public record NodeReference(String ied, String device, String node, int line) {
        /** Returns whether an IED is chosen for it. */
        public boolean isAssigned() {
            return !ied.isEmpty();
        }

        @Override
        public String toString() {
            return (isAssigned() ? ied + " " : "") + (device.isEmpty() ? "" : device + "/") + node;
        }
    }

    SitePart(SclStore store, int row) {
        super(store, row);
    }

    /** Returns the kind of an element, or null when it is no part of the site. */
    static Kind kind(Tag tag) {
        return switch (tag) {
            case SUBSTATION -> Kind.SUBSTATION;
            case LINE -> Kind.LINE;
            case PROCESS -> Kind.PROCESS;
            case VOLTAGE_LEVEL -> Kind.VOLTAGE_LEVEL;
            case BAY -> Kind.BAY;
            case POWER_TRANSFORMER,
                    TRANSFORMER_WINDING,
                    TAP_CHANGER,
                    CONDUCTING_EQUIPMENT,
                    GENERAL_EQUIPMENT,
                    SUB_EQUIPMENT -> Kind.EQUIPMENT;
            case FUNCTION, SUB_FUNCTION, EQ_FUNCTION, EQ_SUB_FUNCTION -> Kind.FUNCTION;
            default -> null;
        };
    }

    /** Returns what the part is. */
    public Kind kind() {
        return kind(store.tag(row));
    }

    /** Returns the element's name in the file, such as {@code ConductingEquipment}. */
    public String element() {
        return store.element(row);
    }

    /** Returns the name, unique among its neighbours. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the type of equipment, such as {@code CBR} for a circuit breaker; empty text for other parts. */
    public String type() {
        return store.attribute(row, "type", "");
    }

    /** Returns the phase of a sub-equipment, such as {@code A}; empty text when it is for all or not given. */
    public String phase() {
        String phase = store.attribute(row, "phase", "");
        return phase.equals("none") ? "" : phase;
    }

    /** Returns the nominal voltage as written, such as {@code 11 kV}; empty text when not given. */
    public String voltage() {
        int voltage = store.child(row, Tag.VOLTAGE);
        return voltage < 0
                ? ""
                : store.text(voltage) + " " + store.attribute(voltage, "multiplier", "")
                        + store.attribute(voltage, "unit", "V");
    }

    /** Returns the nominal frequency of a voltage level in hertz, as written; empty text when not given. */
    public String frequency() {
        return store.attribute(row, "nomFreq", "");
    }

    /** Returns the names from the outermost part to this one, joined by slashes, such as {@code Skarholm/K1/F01/QA1}. */
    public String path() {
        return parent().map(outer -> outer.path() + "/").orElse("") + name();
    }

    /** Returns the part that holds this one; empty for the outermost. */
    public Optional<SitePart> parent() {
        int outer = store.parent(row);
        return outer < 0 || kind(store.tag(outer)) == null ? Optional.empty() : Optional.of(new SitePart(store, outer));
    }

    /** Returns this part or the nearest around it that is of a kind. */
    public Optional<SitePart> within(Kind wanted) {
        Optional<SitePart> at = Optional.of(this);
        while (at.isPresent() && at.get().kind() != wanted) {
            at = at.get().parent();
        }
        return at;
    }

    /** Returns the parts directly in this one, in the order of the file. */
    public List<SitePart> parts() {
        List<SitePart> parts = new ArrayList<>();
        for (int at : store.children(row, null)) {
            if (kind(store.tag(at)) != null) {
                parts.add(new SitePart(store, at));
            }
        }
        return Collections.unmodifiableList(parts);
    }

    /** Returns how many parts there are in this one, and in those. */
    public int size() {
        return count(row + 1, kind -> true);
    }

    /** Returns how many parts of a kind there are in this one, and in those; this one counts too. */
    public int count(Kind wanted) {
        return count(row, wanted::equals);
    }

    private int count(int first, Predicate<Kind> isWanted) {
        int count = 0;
        int end = store.end(row);
        for (int at = first; at < end; ) {
            Kind kind = kind(store.tag(at));
            count += kind != null && isWanted.test(kind) ? 1 : 0;
            at = kind == null ? store.end(at) : at + 1;
        }
        return count;
    }

    /** Returns the paths of the connectivity nodes in this part. */
    public List<String> connectivityNodes() {
        return views(row, Tag.CONNECTIVITY_NODE, at -> path() + "/" + store.attribute(at, "name", ""));
    }

    /** Returns the terminals, those of a neutral point too. */
    public List<Terminal> terminals() {
        List<Terminal> terminals = new ArrayList<>(views(row, Tag.TERMINAL, this::terminal));
        terminals.addAll(views(row, Tag.NEUTRAL_POINT, this::terminal));
        return List.copyOf(terminals);
    }

    private Terminal terminal(int at) {
        String node = store.attribute(at, "connectivityNode", "");
        String last = node.substring(node.lastIndexOf('/') + 1);
        boolean isGrounded = EARTH.equals(last) || EARTH.equals(store.attribute(at, "cNodeName"));
        return new Terminal(store.attribute(at, "name", ""), node, isGrounded, store.line(at));
    }

    /** Returns the logical nodes that belong to this part itself. */
    public List<NodeReference> nodes() {
        return views(row, Tag.L_NODE, this::node);
    }

    private NodeReference node(int at) {
        String ied = store.attribute(at, "iedName", "None");
        return new NodeReference(
                ied.equals("None") ? "" : ied, // the standard's word for none (9.2.4)
                store.attribute(at, "ldInst", ""),
                store.attribute(at, "prefix", "")
                        + store.attribute(at, "lnClass", "")
                        + store.attribute(at, "lnInst", ""),
                store.line(at));
    }
}
