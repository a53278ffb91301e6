package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;

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

    /**
     * Returns what a bay says that cannot be held against anything: devices that do not exist, ratings that none of its devices
     * has a setting for, values that such a setting could not have.
     */
    public static List<Finding> strangers(Project project, Bay bay) {
        List<Finding> findings = new ArrayList<>();
        List<DeviceSheets> known = new ArrayList<>();
        for (Entry name : bay.devices()) {
            Device device = project.devices().get(name.text());
            if (device == null) {
                findings.add(new Finding(
                        GeneralRules.UNKNOWN_REFERENCE,
                        "bay " + bay.name(),
                        name.position(),
                        "device '" + name.text() + "' of bay " + bay.name() + " does not exist",
                        NearestName.hint(
                                "device", name.text(), project.devices().keySet())));
            } else {
                project.type(device).ifPresent(type -> known.add(DeviceSheets.of(type, device)));
            }
        }
        bay.ratings().forEach((path, rating) -> {
            List<DeviceSheets.SheetSetting> places =
                    known.stream().flatMap(sheets -> sheets.seek(path).stream()).toList();
            if (places.isEmpty() && !known.isEmpty()) {
                List<String> paths = known.stream()
                        .flatMap(sheets -> sheets.paths().stream())
                        .toList();
                findings.add(new Finding(
                        GeneralRules.UNKNOWN_REFERENCE,
                        "bay " + bay.name() + " " + path,
                        rating.position(),
                        "no device of bay " + bay.name() + " has a setting '" + path
                                + "', so the rating is held against" + " nothing",
                        NearestName.hint("setting", path, paths)));
            }
            for (DeviceSheets.SheetSetting place : places) {
                ReadValue reading = place.setting().read(rating.text(), place.sheet());
                if (reading.typed() == null) {
                    findings.add(new Finding(
                            ValueRules.VALUE_OUT_OF_RANGE,
                            "bay " + bay.name() + " " + path,
                            rating.position(),
                            reading.message(),
                            reading.remedy()));
                    break;
                }
            }
        });
        return findings;
    }

    private static RatingMatch match(Device device, DeviceSheets.SheetSetting place, Entry rating) {
        Optional<String> own = place.sheet().text(place.setting());
        ReadValue wanted = place.setting().read(rating.text(), place.sheet());
        Optional<ReadValue> given = place.sheet().reading(place.setting());
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
