package org.urvant.cli;

import java.util.List;
import org.urvant.core.configuration.ConfigurationBuilder;
import org.urvant.core.configuration.Marks;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;

/** Shows the three marks of a device wherever it is shown. */
final class Marked {
    private Marked() {}

    static Marks of(Project project, Device device) {
        return Marks.of(ConfigurationBuilder.build(project, device).fingerprint(), device.record());
    }

    static String text(Project project, Device device) {
        List<String> words = of(project, device).words();
        return words.isEmpty() ? "downloaded and signed off" : String.join(", ", words);
    }
}
