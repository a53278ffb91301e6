package org.urvant.core.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Reading;
import org.urvant.core.finding.Position;
import org.urvant.core.project.Bay;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;

/**
 * A rating of a bay's equipment held against what a device of the bay gives for it.
 *
 * @param device name of the device
 * @param path path of the rating
 * @param ofBay what the bay gives, as it was written
 * @param ofDevice what the device gives, with unit; empty text when it is open
 * @param agrees whether the two are equal within a thousandth
 * @param position where the device gives it, or stands
 */
public record RatingMatch(
        String device, String path, String ofBay, String ofDevice, boolean agrees, Position position) {
    private static final BigDecimal TOLERANCE = new BigDecimal("0.001");

    /** Returns the ratings of a bay that its devices have settings for, device by device. */
    public static List<RatingMatch> of(Project project, Bay bay) {
        List<RatingMatch> matches = new ArrayList<>();
        for (Entry name : bay.devices()) {
            Device device = project.devices().get(name.text());
            if (device == null || project.type(device).isEmpty()) {
                continue;
            }
            DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
            bay.ratings().forEach((path, rating) -> sheets.seek(path)
                    .filter(place -> place.sheet().idle(place.setting()).isEmpty())
                    .ifPresent(place -> matches.add(match(device, place, rating))));
        }
        return matches;
    }

    private static RatingMatch match(Device device, DeviceSheets.Place place, Entry rating) {
        Optional<String> own = place.sheet().text(place.setting());
        Reading wanted = place.setting().read(rating.text(), place.sheet());
        Optional<Reading> given = place.sheet().reading(place.setting());
        boolean agrees = given.isPresent()
                && wanted.typed() != null
                && given.get().typed() != null
                && equal(wanted.typed(), given.get().typed());
        Entry entry = place.sheet().given().get(place.setting().path());
        String unit = own.isPresent()
                        && !place.setting().unit().isEmpty()
                        && own.get().matches("[0-9.]+")
                ? " " + place.setting().unit()
                : "";
        return new RatingMatch(
                device.name(),
                place.path(),
                rating.text(),
                own.map(text -> text + unit).orElse(""),
                agrees,
                entry == null ? device.position() : entry.position());
    }

    private static boolean equal(Object wanted, Object given) {
        if (wanted instanceof BigDecimal a && given instanceof BigDecimal b) {
            return a.subtract(b).abs().compareTo(a.abs().max(b.abs()).multiply(TOLERANCE)) <= 0;
        }
        return wanted.equals(given);
    }
}
