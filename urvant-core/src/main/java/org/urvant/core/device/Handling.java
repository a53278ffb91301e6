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
 * @param protecting stages, zones, differential protections and supervisions
 */
public record Handling(
        boolean isSafety,
        boolean isProgrammable,
        SortedMap<String, String> gaps,
        SortedMap<String, Example> examples,
        Guide guide,
        List<DeviceFunction> functions,
        Protecting protecting) {
    /** The ordinary way. */
    public static final Handling ORDINARY =
            new Handling(false, true, new TreeMap<>(), new TreeMap<>(), Guide.NONE, List.of(), Protecting.NOTHING);

    public Handling {
        gaps = Collections.unmodifiableSortedMap(new TreeMap<>(gaps));
        examples = Collections.unmodifiableSortedMap(new TreeMap<>(examples));
        functions = List.copyOf(functions);
    }

    /** Returns the same with questions for new devices. */
    public Handling with(Guide other) {
        return new Handling(isSafety, isProgrammable, gaps, examples, other, functions, protecting);
    }

    /** Returns the same with functions. */
    public Handling withFunctions(List<DeviceFunction> others) {
        return new Handling(isSafety, isProgrammable, gaps, examples, guide, others, protecting);
    }

    /** Returns the same with stages, zones, differential protections and supervisions. */
    public Handling with(Protecting other) {
        return new Handling(isSafety, isProgrammable, gaps, examples, guide, functions, other);
    }

    /** Returns the stages of current protection, in the order of the file. */
    public List<StageDefinition> stages() {
        return protecting.stages();
    }

    /** Returns the zones of distance protection, in the order of the file. */
    public List<ZoneDefinition> zones() {
        return protecting.zones();
    }

    /** Returns the differential protections, in the order of the file. */
    public List<DifferentialDefinition> differentials() {
        return protecting.differentials();
    }

    /** Returns the supervisions of the device's own measurement, in the order of the file. */
    public List<SupervisionDefinition> supervisions() {
        return protecting.supervisions();
    }

    /** Returns whether a path cannot be read back. */
    public boolean isGap(String path) {
        return gaps.keySet().stream()
                .anyMatch(gap -> path.matches(List.of(gap.split("\\*", -1)).stream()
                        .map(Pattern::quote)
                        .collect(Collectors.joining(".*"))));
    }
}
