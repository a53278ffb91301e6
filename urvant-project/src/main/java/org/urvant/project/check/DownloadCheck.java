package org.urvant.project.check;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Effect;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;

/** Says what a download causes beyond the new values: a restart, a lost sign-off. */
public final class DownloadCheck {
    private DownloadCheck() {}

    /**
     * Returns the effects of a download as findings.
     *
     * @param comparison differences, left what the device runs, right what it is to run
     * @param isSignedOff whether what the device runs is signed off
     */
    public static List<Finding> effects(DeviceType type, Device device, Comparison comparison, boolean isSignedOff) {
        List<Finding> findings = new ArrayList<>();
        TreeSet<String> restarting = new TreeSet<>();
        TreeSet<String> checked = new TreeSet<>();
        DeviceSheets sheets = DeviceSheets.of(type, device);
        for (Difference part : comparison.differences()) {
            if (part.name().equals("settings") || part.name().equals("communications")) {
                for (String path : paths(part)) {
                    sheets.seek(path).map(place -> place.setting().effect()).ifPresent(effect -> {
                        if (effect == Effect.RESTART) {
                            restarting.add(path);
                        } else if (effect == Effect.SIGN_OFF) {
                            checked.add(path);
                        }
                    });
                }
            } else if (part.name().equals("hardware")) {
                paths(part).stream().filter(path -> path.startsWith("module")).forEach(restarting::add);
            }
        }
        if (!restarting.isEmpty()) {
            findings.add(finding(
                    DownloadRules.RESTART_NEEDED,
                    device,
                    "the device restarts, because of " + String.join(", ", restarting) + "; " + blocked(type, sheets)));
        }
        if (isSignedOff) {
            String because = checked.isEmpty() ? "" : "; to be checked above all: " + String.join(", ", checked);
            findings.add(finding(
                    DownloadRules.SIGN_OFF_LOST, device, "the sign-off of " + device.name() + " is lost" + because));
        }
        return findings;
    }

    /** Returns in words which functions a device cannot do while it restarts. */
    public static String blocked(DeviceType type, DeviceSheets sheets) {
        List<String> blocked = type.handling().functions().stream()
                .filter(function -> !FunctionCheck.where(function, sheets).isEmpty())
                .map(DeviceFunction::meaning)
                .toList();
        if (type.handling().functions().isEmpty()) {
            return "meanwhile it does nothing; its type does not list its functions";
        }
        return blocked.isEmpty()
                ? "no function that is on is blocked meanwhile"
                : "blocked meanwhile: " + String.join(", ", blocked);
    }

    /**
     * Returns what stands against the download itself: a device that can only be set by hand.
     */
    public static List<Finding> refusals(DeviceType type, Device device) {
        return type.handling().isProgrammable()
                ? List.of()
                : List.of(new Finding(
                        DownloadRules.DIAL_ONLY_DEVICE,
                        device.name() + " download",
                        device.position(),
                        device.name() + " is a " + type.title() + " with dials and switches only",
                        Remedy.of("Print the sheet, and set it by hand.", Step.of(Action.SELECTORS, device.name()))));
    }

    private static Finding finding(Rule rule, Device device, String message) {
        return new Finding(rule, device.name() + " download", device.position(), message, rule.remedy());
    }

    /** Returns the paths of the values that differ; a section that came or went whole counts with all its values. */
    static List<String> paths(Difference part) {
        List<String> paths = new ArrayList<>();
        part.inner().forEach(inner -> collect(inner, inner.name(), paths));
        if (part.kind() != Difference.Kind.INNER) {
            whole(part.left(), "", paths);
            whole(part.right(), "", paths);
        }
        return paths;
    }

    private static void collect(Difference difference, String path, List<String> paths) {
        if (difference.kind() == Difference.Kind.INNER) {
            difference.inner().forEach(inner -> collect(inner, path + "." + inner.name(), paths));
        } else {
            whole(difference.left(), path, paths);
            whole(difference.right(), path, paths);
        }
    }

    private static void whole(Node node, String path, List<String> paths) {
        if (node instanceof Section section) {
            section.nodes().forEach((name, inner) -> whole(inner, path.isEmpty() ? name : path + "." + name, paths));
        } else if (node != null) {
            paths.add(path);
        }
    }
}
