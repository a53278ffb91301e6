package org.urvant.core.device;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * How an ordering code is made up: fixed text and positions whose letters stand for modules, licences and variants.
 *
 * @param parts the parts from left to right
 * @param exclusions letters that do not go together
 */
public record OrderCode(List<Part> parts, List<Exclusion> exclusions) {
    public OrderCode {
        parts = List.copyOf(parts);
        exclusions = List.copyOf(exclusions);
    }

    /**
     * A part of the code.
     *
     * @param name name of the position; for fixed text the text itself
     * @param slot slot whose module the letters say; empty text for none
     * @param letters what each letter stands for; empty for fixed text
     */
    public record Part(String name, String slot, Map<String, Letter> letters) {
        public Part {
            letters = Collections.unmodifiableMap(new LinkedHashMap<>(letters));
        }

        boolean isFixed() {
            return letters.isEmpty();
        }
    }

    /**
     * What a letter stands for.
     *
     * @param meaning in plain words
     * @param module kind of module in the part's slot; empty text for none
     * @param hardware hardware version; empty text when it says nothing of it
     * @param licences licences that come with it
     */
    public record Letter(String meaning, String module, String hardware, List<String> licences) {
        public Letter {
            licences = List.copyOf(licences);
        }
    }

    /**
     * Letters that do not go together.
     *
     * @param letters letters by the name of their position
     * @param reason why not, in plain words
     */
    public record Exclusion(SortedMap<String, String> letters, String reason) {
        public Exclusion {
            letters = Collections.unmodifiableSortedMap(new TreeMap<>(letters));
        }
    }

    /**
     * What a code says, or what is wrong with it.
     *
     * @param letters letters by the name of their position, from left to right
     * @param modules kinds of module by slot
     * @param hardware hardware version; empty text when the code does not say
     * @param licences licences that come with it
     * @param mistakes what is wrong, in plain words; empty for a sound code
     */
    public record Decoded(
            Map<String, String> letters,
            SortedMap<String, String> modules,
            String hardware,
            Set<String> licences,
            List<String> mistakes) {
        public Decoded {
            letters = Collections.unmodifiableMap(new LinkedHashMap<>(letters));
            modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
            licences = Collections.unmodifiableSet(new TreeSet<>(licences));
            mistakes = List.copyOf(mistakes);
        }
    }

    /** Returns the form of the code, such as {@code FR4-{supply}{slot A}}. */
    public String form() {
        StringBuilder form = new StringBuilder();
        parts.forEach(part -> form.append(part.isFixed() ? part.name : "{" + part.name + "}"));
        return form.toString();
    }

    /** Reads a code; blanks do not count. All its mistakes are told. */
    public Decoded decode(String written) {
        String code = written.replace(" ", "");
        Map<String, String> letters = new LinkedHashMap<>();
        SortedMap<String, String> modules = new TreeMap<>();
        Set<String> licences = new TreeSet<>();
        List<String> mistakes = new ArrayList<>();
        String hardware = "";
        int at = 0;
        for (Part part : parts) {
            if (part.isFixed()) {
                if (!code.startsWith(part.name, at)) {
                    mistakes.add("expected '" + part.name + "' at position " + (at + 1) + " of " + written);
                    return new Decoded(letters, modules, hardware, licences, mistakes);
                }
                at += part.name.length();
                continue;
            }
            int length = part.letters.keySet().iterator().next().length();
            String letter = code.substring(Math.min(at, code.length()), Math.min(at + length, code.length()));
            Letter meaning = part.letters.get(letter);
            if (meaning == null) {
                mistakes.add("position " + (at + 1) + " (" + part.name + ") is '" + letter + "'; expected one of "
                        + String.join(", ", part.letters.keySet()));
            } else {
                letters.put(part.name, letter);
                licences.addAll(meaning.licences);
                hardware = meaning.hardware.isEmpty() ? hardware : meaning.hardware;
                if (!meaning.module.isEmpty()) {
                    modules.put(part.slot, meaning.module);
                }
            }
            at += length;
        }
        if (at < code.length()) {
            mistakes.add("'" + code.substring(at) + "' stands after the end of the code");
        }
        for (Exclusion exclusion : exclusions) {
            if (letters.entrySet().containsAll(exclusion.letters.entrySet())) {
                mistakes.add(exclusion.reason);
            }
        }
        return new Decoded(letters, modules, hardware, licences, mistakes);
    }

    /**
     * Returns the code of a device with some modules and licences, letters that follow from neither taken from an older code.
     * Empty when no letter stands for what is fitted.
     */
    public Optional<String> encode(
            Map<String, String> modules, Set<String> licences, String hardware, Map<String, String> older) {
        StringBuilder code = new StringBuilder();
        for (Part part : parts) {
            if (part.isFixed()) {
                code.append(part.name);
                continue;
            }
            Optional<String> letter = part.letters.entrySet().stream()
                    .filter(entry -> stands(part, entry.getValue(), modules, licences, hardware))
                    .map(Map.Entry::getKey)
                    .sorted((a, b) -> Boolean.compare(b.equals(older.get(part.name)), a.equals(older.get(part.name))))
                    .findFirst();
            if (letter.isEmpty()) {
                return Optional.empty();
            }
            code.append(letter.get());
        }
        return Optional.of(code.toString());
    }

    private static boolean stands(
            Part part, Letter letter, Map<String, String> modules, Set<String> licences, String hardware) {
        Set<String> decidable = new TreeSet<>();
        part.letters.values().forEach(other -> decidable.addAll(other.licences));
        Set<String> had = new TreeSet<>(licences);
        had.retainAll(decidable);
        boolean module = part.slot.isEmpty() || Objects.equals(modules.getOrDefault(part.slot, ""), letter.module);
        return module
                && had.equals(new TreeSet<>(letter.licences))
                && (letter.hardware.isEmpty() || hardware.isEmpty() || letter.hardware.equals(hardware));
    }
}
