package org.urvant.cli;

import java.util.List;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.configuration.Marks;

/** Shows the three marks of a device wherever it is shown. */
final class Marked {
    private Marked() {}

    static Marks of(Project project, Device device) {
        return Marks.of(ConfigurationBuilder.build(project, device).fingerprint(), device.record());
    }

    static String text(Project project, Device device) {
        return text(of(project, device).words());
    }

    static String text(List<String> words) {
        return words.isEmpty() ? "downloaded and signed off" : String.join(", ", words);
    }
}
