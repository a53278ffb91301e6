package org.urvant.project.check;

import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.finding.Finding;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.configuration.Marks;

/** What is on record of a device that still matters: a factory password, a sign-off that no longer covers what is meant. */
final class PastCheck {
    private PastCheck() {}

    static void check(Project project, Device device, Consumer<Finding> findings) {
        if (device.record().factoryPassword()) {
            findings.accept(new Finding(
                    DownloadRules.DEFAULT_PASSWORD,
                    device.name() + " password",
                    device.position(),
                    device.name() + " took its factory password at the last log-on",
                    DownloadRules.DEFAULT_PASSWORD.remedy()));
        }
        device.record()
                .unfinished()
                .ifPresent(intention -> findings.accept(new Finding(
                        DownloadRules.DOWNLOAD_UNFINISHED,
                        device.name() + " download",
                        device.position(),
                        "the download of " + intention.fingerprint().brief() + " to " + device.name()
                                + (intention.isConfirmed()
                                        ? " is not whole: the restart is due"
                                        : " was begun and not confirmed"),
                        DownloadRules.DOWNLOAD_UNFINISHED.remedy())));
        if (device.record().signedOff().isPresent()) {
            Marks marks = Marks.of(ConfigurationBuilder.build(project, device).fingerprint(), device.record());
            String still = marks.words().stream()
                    .filter(word -> !word.equals(Marks.NOT_SIGNED_OFF))
                    .collect(Collectors.joining(", "));
            if (!marks.words().isEmpty()) {
                findings.accept(new Finding(
                        DownloadRules.EDITED_AFTER_SIGN_OFF,
                        device.name() + " sign-off",
                        device.position(),
                        device.name() + " has changed since it was signed off"
                                + (still.isEmpty() ? "" : "; it is " + still),
                        DownloadRules.EDITED_AFTER_SIGN_OFF.remedy()));
            }
        }
    }
}
