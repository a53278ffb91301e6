package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What can be written in programs, explained: functions and function blocks, of the standard and of our own. */
public final class LanguageReference {
    private static final Map<String, Word> ENTRIES = new TreeMap<>();

    static {
        for (FunctionKind function : Functions.all()) {
            Kind kind = function.isStandard() ? Kind.FUNCTION : Kind.OWN_FUNCTION;
            put(new Word(function.name(), kind, function.form(), function.meaning()));
        }
        for (BlockKind block : Blocks.all()) {
            Kind kind = block.isStandard() ? Kind.BLOCK : Kind.OWN_BLOCK;
            put(new Word(block.name(), kind, form(block), block.meaning()));
        }
    }

    private LanguageReference() {}

    /** What an entry is. */
    public enum Kind {
        FUNCTION("function"),
        OWN_FUNCTION("function of our own"),
        BLOCK("function block"),
        OWN_BLOCK("function block of our own");

        private final String title;

        Kind(String title) {
            this.title = title;
        }

        /** Returns what it is, in plain words. */
        public String title() {
            return title;
        }
    }

    /**
     * Something that can be written.
     *
     * @param form how it is written
     * @param meaning what it gives or does
     */
    public record Word(String name, Kind kind, String form, String meaning) {}

    private static void put(Word entry) {
        ENTRIES.put(entry.name(), entry);
    }

    private static String form(BlockKind block) {
        List<String> inputs = new ArrayList<>();
        List<String> outputs = new ArrayList<>();
        for (BlockKind.Parameter parameter : block.parameters()) {
            (parameter.isOutput() ? outputs : inputs).add(parameter.name() + " : " + parameter.type());
        }
        return block.name() + "(" + String.join(", ", inputs) + " → " + String.join(", ", outputs) + ")";
    }

    /** Returns all functions and blocks by name. */
    public static Collection<Word> entries() {
        return List.copyOf(ENTRIES.values());
    }

    /** Returns a function or block; case does not count. */
    public static Optional<Word> find(String name) {
        return Optional.ofNullable(ENTRIES.get(name.toUpperCase(Locale.ROOT)));
    }
}
