package org.urvant.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Effect;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Device;
import org.urvant.core.tree.Section;

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
        for (Difference part : comparison.differences()) {
            if (part.name().equals("settings")) {
                collect(part, "", "", type.settings(), restarting, checked);
            } else if (part.name().equals("communications")) {
                connections(part, type, restarting, checked);
            }
        }
        if (!restarting.isEmpty()) {
            findings.add(finding(
                    Rule.RESTART_NEEDED, device, "the device restarts, because of " + String.join(", ", restarting)));
        }
        if (isSignedOff) {
            String because = checked.isEmpty() ? "" : "; to be checked above all: " + String.join(", ", checked);
            findings.add(
                    finding(Rule.SIGN_OFF_LOST, device, "the sign-off of " + device.name() + " is lost" + because));
        }
        return findings;
    }

    private static Finding finding(Rule rule, Device device, String message) {
        return new Finding(rule, device.name() + " download", device.position(), message, rule.remedy());
    }

    private static void connections(
            Difference communications, DeviceType type, TreeSet<String> restarting, TreeSet<String> checked) {
        for (Difference connection : communications.inner()) {
            Section section = connection.right() instanceof Section right
                    ? right
                    : connection.left() instanceof Section left ? left : Section.empty();
            Optional<ConnectionKind> kind = section.text("kind").flatMap(type::connection);
            kind.ifPresent(k -> collect(connection, connection.name() + ".", "", k.settings(), restarting, checked));
        }
    }

    /** Walks down to the settings that differ; a section that came or went whole counts with all its settings. */
    private static void collect(
            Difference difference,
            String prefix,
            String path,
            Map<String, SettingDefinition> settings,
            TreeSet<String> restarting,
            TreeSet<String> checked) {
        for (Map.Entry<String, SettingDefinition> entry : settings.entrySet()) {
            boolean whole = difference.kind() != Difference.Kind.INNER;
            if (path.isEmpty() && whole
                    || entry.getKey().equals(path)
                    || whole && entry.getKey().startsWith(path + ".")) {
                Effect effect = entry.getValue().effect();
                if (effect == Effect.RESTART) {
                    restarting.add(prefix + entry.getKey());
                } else if (effect == Effect.SIGN_OFF) {
                    checked.add(prefix + entry.getKey());
                }
            }
        }
        for (Difference inner : difference.inner()) {
            String below = path.isEmpty() ? inner.name() : path + "." + inner.name();
            collect(inner, prefix, below, settings, restarting, checked);
        }
    }
}
