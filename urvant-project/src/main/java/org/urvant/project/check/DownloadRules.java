package org.urvant.project.check;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about downloads and what came of them. */
public final class DownloadRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule DIAL_ONLY_DEVICE = ALL.error(
            "dial-only-device",
            "N90",
            "A download is planned to a device that can be set by its dials and switches only.",
            "Print the sheet and set it by hand.",
            Action.SELECTORS);
    public static final Rule DEFAULT_PASSWORD = ALL.warning(
            "default-password",
            "N154",
            "The device still takes the password that it left the factory with.",
            "Change the password on the device, then connect again.");
    public static final Rule EDITED_AFTER_SIGN_OFF = ALL.warning(
            "edited-after-sign-off",
            "N184",
            "The device was signed off, and its configuration has changed since.",
            "Download, check, and sign off again.");
    public static final Rule RESTART_NEEDED = ALL.warning(
            "restart-needed",
            "N58",
            "A download changes settings that make the device restart; its functions pause meanwhile.",
            "Choose a time at which the device may be out of service.");
    public static final Rule SIGN_OFF_LOST = ALL.warning(
            "sign-off-lost",
            "N187",
            "A download changes what was signed off; the sign-off no longer holds.",
            "Check the device after the download, and sign off again.");

    public static final Rule DOWNLOAD_UNFINISHED = ALL.warning(
            "download-unfinished",
            "N169",
            "A download was begun and never confirmed whole: the device may run it already, and a restart may be due.",
            "Download again: what is missing is done, and nothing twice.");

    /** Made when the rules are first asked for. */
    public DownloadRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
