package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.progress.Cores;
import org.urvant.core.protection.View;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * Other instrument transformers for devices: their ratings, and every setting that depends on them, with what could not be
 * kept. The ratings of the bays' equipment change with those of the devices.
 *
 * @param rows what changes, device by device
 * @param ratings new ratings of bays by path, by the name of the bay
 * @param after the site with all of it; the same site when a value cannot be kept
 */
public record TransformerChange(List<Row> rows, Map<String, Map<String, String>> ratings, Project after) {
    public TransformerChange {
        rows = List.copyOf(rows);
        ratings = Map.copyOf(ratings);
    }

    /**
     * The transformers that are wanted.
     *
     * @param set which of the device's
     * @param primary rated primary value, as people write it
     * @param secondary rated secondary value, as people write it
     */
    public record Wanted(TransformerSet set, String primary, String secondary) {}

    /** What became of a value. */
    public enum Outcome {
        /** A rating of the transformer itself. */
        RATING,
        /** It is exactly what it was on the side that is kept. */
        KEPT,
        /** It is on the nearest step. */
        ROUNDED,
        /** It would lie outside its range. */
        OUT_OF_RANGE
    }

    /**
     * A setting that depends on the transformers.
     *
     * @param device name of the device
     * @param path path of the setting
     * @param before its value with the old ratings
     * @param after its value with the new ones
     * @param outcome what became of it
     * @param note how it was rounded, or why it does not fit; empty text for neither
     */
    public record Row(String device, String path, Seen before, Seen after, Outcome outcome, String note) {}

    /**
     * A value from both sides of the transformers.
     *
     * @param text as it stands in the device's file, or its default
     * @param primary on the primary side, with unit; empty text when it is unknown
     * @param secondary on the secondary side, with unit; empty text when it is unknown
     */
    public record Seen(String text, String primary, String secondary) {}

    /**
     * Says what other transformers change; changes nothing.
     *
     * @param devices names of the devices
     * @param kept the side on which the values of settings stay what they are: primary or secondary
     * @throws UnknownNameException when there is no such device
     * @throws RefusedException when a device has no such transformers, or what is wanted is no ratio
     */
    public static TransformerChange of(Project project, List<String> devices, Wanted wanted, View kept) {
        if (kept == View.PERCENT_OF_RATED) {
            throw new IllegalArgumentException("values are kept on one side of the transformers");
        }
        List<Row> rows = new ArrayList<>();
        SortedMap<String, Device> changed = new TreeMap<>(project.devices());
        Map<String, Map<String, String>> ratings = new TreeMap<>();
        devices.forEach(name -> project.typeOf(project.device(name))); // types are read by one thread
        List<TransformerStep> steps =
                Cores.map(devices, name -> TransformerStep.of(project, project.device(name), wanted, kept));
        for (int i = 0; i < steps.size(); i++) {
            String name = devices.get(i);
            TransformerStep step = steps.get(i);
            rows.addAll(step.rows());
            changed.put(name, step.after());
            for (Bay bay : project.bays().values()) {
                if (bay.devices().stream().anyMatch(entry -> entry.text().equals(name))) {
                    step.ratings().forEach((path, text) -> {
                        Entry old = bay.ratings().get(path);
                        if (old != null && !old.text().equals(text)) {
                            ratings.computeIfAbsent(bay.name(), key -> new TreeMap<>())
                                    .put(path, text);
                        }
                    });
                }
            }
        }
        Project after = project.withDevices(changed);
        for (Map.Entry<String, Map<String, String>> bay : ratings.entrySet()) {
            after = after.with(after.bays().get(bay.getKey()).withRatings(bay.getValue()));
        }
        TransformerChange change = new TransformerChange(rows, ratings, after);
        return change.isPossible() ? change : new TransformerChange(rows, ratings, project);
    }

    /** Returns whether every value lies within its range afterwards. */
    public boolean isPossible() {
        return rows.stream().noneMatch(row -> row.outcome() == Outcome.OUT_OF_RANGE);
    }
}
