package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A kind of function block: its parameters, the slots that it keeps for itself, and what one call does. The slots of an instance
 * follow each other: parameters in their order, then its own; where a block is made, each has a name.
 *
 * @param own what it keeps for itself
 * @param essential inputs that make no sense unconnected
 * @param isStandard whether the standard has it (IEC 61131-3, tables 43 to 46)
 */
record BlockKind(
        String name,
        String meaning,
        List<Parameter> parameters,
        Own own,
        List<String> essential,
        Call call,
        Due due,
        boolean isStandard) {

    static final long NEVER = Long.MAX_VALUE;

    /** Input or output of a block. */
    record Parameter(String name, DataType type, boolean isOutput, Object initial) {}

    /**
     * What a block keeps for itself.
     *
     * @param slots number of slots
     * @param stores number of things other than numbers
     */
    record Own(int slots, int stores) {}

    /** What one call does. */
    interface Call {
        void run(Frame frame, int at, int store);
    }

    /** When a block changes by itself, if its inputs stay: in nanoseconds since 1970, {@link #NEVER} when it does not. */
    interface Due {
        long at(Frame frame, int at, int store, boolean elapsedIsRead);
    }

    BlockKind {
        parameters = List.copyOf(parameters);
        essential = List.copyOf(essential);
    }

    static Form form(String name, String meaning) {
        return new Form(name, meaning);
    }

    BlockKind beyondTheStandard() {
        return new BlockKind(name, meaning, parameters, own, essential, call, due, false);
    }

    Optional<Parameter> parameter(String wanted) {
        return parameters.stream()
                .filter(p -> p.name().equalsIgnoreCase(wanted))
                .findFirst();
    }

    int slots() {
        return parameters.size() + own.slots();
    }

    int stores() {
        return own.stores();
    }

    /** A block being described: parameters in the order of their slots, then what it keeps. */
    static final class Form {
        private final String name;
        private final String meaning;
        private final List<Parameter> parameters = new ArrayList<>();
        private List<String> essential = List.of();
        private Own own = new Own(0, 0);
        private Due due = Blocks.NEVER;

        private Form(String name, String meaning) {
            this.name = name;
            this.meaning = meaning;
        }

        Form in(String parameter, DataType type) {
            return in(parameter, type, null);
        }

        Form in(String parameter, DataType type, Object initial) {
            parameters.add(new Parameter(parameter, type, false, initial));
            return this;
        }

        Form out(String parameter, DataType type) {
            parameters.add(new Parameter(parameter, type, true, null));
            return this;
        }

        Form essential(String... inputs) {
            essential = List.of(inputs);
            return this;
        }

        Form keeps(int slots) {
            own = new Own(slots, own.stores());
            return this;
        }

        Form stores(int things) {
            own = new Own(own.slots(), things);
            return this;
        }

        Form due(Due when) {
            due = when;
            return this;
        }

        BlockKind calls(Call call) {
            return new BlockKind(name, meaning, parameters, own, essential, call, due, true);
        }
    }
}
