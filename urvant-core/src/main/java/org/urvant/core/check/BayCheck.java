package org.urvant.core.check;

import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Bay;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;
import org.urvant.core.setting.RatingMatch;
import org.urvant.core.text.NearestName;

/** Holds the ratings of primary equipment against the devices that protect it. */
final class BayCheck {
    private BayCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        for (Bay bay : project.bays().values()) {
            for (Entry device : bay.devices()) {
                if (!project.devices().containsKey(device.text())) {
                    findings.accept(new Finding(
                            Rule.UNKNOWN_REFERENCE,
                            "bay " + bay.name(),
                            device.position(),
                            "device '" + device.text() + "' of bay " + bay.name() + " does not exist",
                            NearestName.hint(
                                    "device", device.text(), project.devices().keySet())));
                }
            }
            for (RatingMatch match : RatingMatch.of(project, bay)) {
                if (!match.agrees() && !match.ofDevice().isEmpty()) {
                    findings.accept(new Finding(
                            Rule.RATING_DIFFERS,
                            match.device() + " " + match.path(),
                            match.position(),
                            match.path() + " is " + match.ofDevice() + "; the equipment of bay " + bay.name() + " has "
                                    + match.ofBay(),
                            "Run 'urvant settle " + bay.name() + " --from bay', or '--from " + match.device() + "'."));
                }
            }
        }
    }
}
