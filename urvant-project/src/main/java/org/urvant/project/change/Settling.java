package org.urvant.project.change;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.setting.RatingMatch;

/**
 * The ratings of a bay's equipment held against its devices, and what settles them.
 *
 * @param bay the bay
 * @param matches each rating that a device of the bay has a setting for
 * @param strangers what the bay says that cannot be held against anything
 */
public record Settling(Project project, Bay bay, List<RatingMatch> matches, List<Finding> strangers) {
    /**
     * What settling changes.
     *
     * @param devices new values by path, by the name of the device
     * @param ratings new ratings of the bay by path
     * @param after the site with all of them
     */
    public record Plan(Map<String, Map<String, String>> devices, Map<String, String> ratings, Project after) {}

    /**
     * Holds a bay against its devices.
     *
     * @throws RefusedException when the site has no bays
     * @throws UnknownNameException when it has no such bay
     */
    public static Settling of(Project project, String name) {
        if (project.bays().isEmpty()) {
            throw new RefusedException(
                    "the site has no bays yet",
                    "Write site.yaml with their devices and ratings; docs/device-types.md says how.");
        }
        Bay bay = project.bays().get(name);
        if (bay == null) {
            throw new UnknownNameException("bay", name, project.bays().keySet());
        }
        return new Settling(project, bay, RatingMatch.of(project, bay), RatingMatch.strangers(project, bay));
    }

    /** Returns the ratings in which the bay and a device differ. */
    public List<RatingMatch> open() {
        return matches.stream().filter(match -> !match.agrees()).toList();
    }

    /** Says what changes when the bay is right: every device takes its ratings. */
    public Plan byBay() {
        Map<String, Map<String, String>> values = new TreeMap<>();
        open().forEach(match ->
                values.computeIfAbsent(match.device(), key -> new TreeMap<>()).put(match.path(), match.ofBay()));
        return new Plan(values, Map.of(), ValueChange.set(project, values));
    }

    /**
     * Says what changes when a device is right: the bay takes what it gives.
     *
     * @throws UnknownNameException when no rating of the bay is held against such a device
     */
    public Plan byDevice(String name) {
        if (matches.stream().noneMatch(match -> match.device().equals(name))) {
            throw new UnknownNameException(
                    "device of bay " + bay.name(),
                    name,
                    bay.devices().stream().map(Entry::text).toList());
        }
        Map<String, String> ratings = new TreeMap<>();
        open().stream()
                .filter(match ->
                        match.device().equals(name) && !match.ofDevice().isEmpty())
                .forEach(match -> ratings.put(match.path(), match.ofDevice()));
        return new Plan(Map.of(), ratings, project.with(bay.withRatings(ratings)));
    }
}
