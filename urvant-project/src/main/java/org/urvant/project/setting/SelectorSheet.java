package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Selector;
import org.urvant.core.finding.Entry;
import org.urvant.project.Device;

/** Where the dials, switches and jumpers of a device are to stand, and which a person has confirmed. */
public final class SelectorSheet {
    private SelectorSheet() {}

    /**
     * One line of the sheet.
     *
     * @param selector the selector
     * @param wanted the value of the setting that it follows
     * @param place where it is to stand
     * @param ticked the position that a person confirmed; empty text for none
     */
    public record SelectorLine(Selector selector, String wanted, Selector.Setpoint place, String ticked) {
        /** Returns whether the confirmed position is the one that is wanted. */
        public boolean isTicked() {
            return ticked.equals(place.position());
        }
    }

    /** Returns the lines; a selector whose setting has no value or does not apply is left out. */
    public static List<SelectorLine> of(DeviceSheets sheets, Device device) {
        List<SelectorLine> lines = new ArrayList<>();
        for (Selector selector : sheets.type().hardware().selectors()) {
            Object wanted = sheets.seek(selector.follows())
                    .filter(found -> found.sheet().idle(found.setting()).isEmpty())
                    .map(found -> found.sheet().value(found.setting().path()))
                    .orElse(null);
            Entry ticked = device.fitted().ticked().get(selector.name());
            Optional<Selector.Setpoint> place = wanted == null ? Optional.empty() : selector.place(wanted);
            place.ifPresent(found -> lines.add(
                    new SelectorLine(selector, String.valueOf(wanted), found, ticked == null ? "" : ticked.text())));
        }
        return lines;
    }
}
