package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * How devices of a type are worked with.
 *
 * @param isSafety whether people's safety rests on it, so that a sign-off asks for more
 * @param isProgrammable whether a configuration can be sent; otherwise it has dials or switches only
 * @param gaps what a read-back cannot contain: reasons by path, with {@code *} for any part of one
 * @param examples prepared sets of values by name
 * @param guide the questions that make a new device
 * @param functions what devices do for the plant, and do not while they restart; in the order of the file
 * @param stages stages of current protection, in the order of the file
 * @param zones zones of distance protection, in the order of the file
 */
public record Handling(
        boolean isSafety,
        boolean isProgrammable,
        SortedMap<String, String> gaps,
        SortedMap<String, Example> examples,
        Guide guide,
        List<DeviceFunction> functions,
        List<StageDefinition> stages,
        List<ZoneDefinition> zones) {
    /** The ordinary way. */
    public static final Handling ORDINARY =
            new Handling(false, true, new TreeMap<>(), new TreeMap<>(), Guide.NONE, List.of(), List.of(), List.of());

    public Handling {
        gaps = Collections.unmodifiableSortedMap(new TreeMap<>(gaps));
        examples = Collections.unmodifiableSortedMap(new TreeMap<>(examples));
        functions = List.copyOf(functions);
        stages = List.copyOf(stages);
        zones = List.copyOf(zones);
    }

    /** Returns the same with questions for new devices. */
    public Handling with(Guide other) {
        return new Handling(isSafety, isProgrammable, gaps, examples, other, functions, stages, zones);
    }

    /** Returns the same with functions. */
    public Handling withFunctions(List<DeviceFunction> others) {
        return new Handling(isSafety, isProgrammable, gaps, examples, guide, others, stages, zones);
    }

    /** Returns the same with stages of current protection. */
    public Handling withStages(List<StageDefinition> others) {
        return new Handling(isSafety, isProgrammable, gaps, examples, guide, functions, others, zones);
    }

    /** Returns the same with zones of distance protection. */
    public Handling withZones(List<ZoneDefinition> others) {
        return new Handling(isSafety, isProgrammable, gaps, examples, guide, functions, stages, others);
    }

    /** Returns whether a path cannot be read back. */
    public boolean isGap(String path) {
        return gaps.keySet().stream()
                .anyMatch(gap -> path.matches(List.of(gap.split("\\*", -1)).stream()
                        .map(Pattern::quote)
                        .collect(Collectors.joining(".*"))));
    }
}
