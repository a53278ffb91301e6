package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;

/**
 * Checks what all devices must have in common, the rated frequency and the region of the site, and what each must have for itself:
 * its serial number, and the name that it shows; and its maker, where imported
 * files describe it.
 */
final class SiteWideCheck {
    private SiteWideCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        Map<String, Device> frequencies = new HashMap<>();
        Map<BigDecimal, String> levels = levels(project);
        Map<String, Device> serials = new HashMap<>();
        Map<String, Device> shown = new HashMap<>();
        for (Device device : project.devices().values()) {
            Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
            if (sheets.isEmpty()) {
                continue;
            }
            Sheet own = sheets.get().own();
            own.path(Meaning.RATED_FREQUENCY).ifPresent(path -> {
                frequency(device, own, path, frequencies, findings);
                ofNoLevel(device, own, path, levels, findings);
            });
            own.path(Meaning.REGION).ifPresent(path -> region(project, device, own, path, findings));
            String maker = sheets.get().type().plate().maker();
            project.ied(device.name()).ifPresent(ied -> maker(device, maker, ied, findings));
            device.plate()
                    .entry(Plate.Item.SERIAL)
                    .ifPresent(serial ->
                            once(SiteRules.DUPLICATE_SERIAL, maker + " ", "serial", serial, device, serials, findings));
            own.definition()
                    .setting(Meaning.DISPLAY_NAME)
                    .filter(setting ->
                            setting.traits().isIdentity()) // that of the whole station is no name of a device
                    .map(setting -> own.given().get(setting.path()))
                    .ifPresent(name -> once(
                            SiteRules.DUPLICATE_DISPLAY_NAME,
                            "",
                            own.path(Meaning.DISPLAY_NAME).orElseThrow(),
                            name,
                            device,
                            shown,
                            findings));
        }
    }

    /** Makers number their units each for themselves. */
    private static void once(
            Rule rule,
            String within,
            String path,
            Entry given,
            Device device,
            Map<String, Device> known,
            Consumer<Finding> findings) {
        String text = given.text().strip();
        Device other = text.isEmpty() ? null : known.putIfAbsent(within + text.toLowerCase(Locale.ROOT), device);
        if (other != null) {
            findings.accept(new Finding(
                            rule,
                            device.name() + " " + path,
                            given.position(),
                            path + " is " + text + " like that of " + other.name(),
                            rule.remedy())
                    .concerning(Ref.device(device.name()), Ref.device(other.name())));
        }
    }

    /** A maker may be written with the name of its land or house behind it. */
    private static void maker(Device device, String maker, Ied ied, Consumer<Finding> findings) {
        String own = letters(maker);
        String there = letters(ied.maker());
        if (!own.isEmpty() && !there.isEmpty() && !own.contains(there) && !there.contains(own)) {
            findings.accept(new Finding(
                            SiteRules.MAKER_DIFFERS,
                            device.name(),
                            device.position(),
                            device.name() + " is " + device.type().text() + " by " + maker + "; " + ied.position()
                                    + " has " + device.name() + " by " + ied.maker(),
                            SiteRules.MAKER_DIFFERS.remedy())
                    .concerning(Ref.device(device.name()), Ref.ied(device.name())));
        }
    }

    private static String letters(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }

    private static void frequency(
            Device device, Sheet own, String path, Map<String, Device> frequencies, Consumer<Finding> findings) {
        Object value = own.value(path);
        if (value == null) {
            return;
        }
        String text = shown(value);
        frequencies.putIfAbsent(text, device);
        frequencies.entrySet().stream()
                .filter(other -> !other.getKey().equals(text))
                .findFirst()
                .ifPresent(other -> findings.accept(new Finding(
                                SiteRules.FREQUENCY_DIFFERS,
                                device.name() + " " + path,
                                own.position(path),
                                path + " is " + text + ", on "
                                        + other.getValue().name() + " it is " + other.getKey(),
                                SiteRules.FREQUENCY_DIFFERS.remedy())
                        .concerning(
                                Ref.device(device.name()),
                                Ref.device(other.getValue().name()))));
    }

    /** Returns where each frequency stands that voltage levels of imported files have. */
    private static Map<BigDecimal, String> levels(Project project) {
        Map<BigDecimal, String> levels = new TreeMap<>();
        for (SclFile file : project.sources()) {
            for (SitePart site : file.site()) {
                for (SitePart part : site.parts()) {
                    if (part.frequency().matches("\\d{1,3}(\\.\\d{1,6})?")) {
                        levels.putIfAbsent(
                                new BigDecimal(part.frequency()).stripTrailingZeros(),
                                part.path() + " of " + file.name());
                    }
                }
            }
        }
        return levels;
    }

    /** A site may have levels of several frequencies; a device has that of one of them. */
    private static void ofNoLevel(
            Device device, Sheet own, String path, Map<BigDecimal, String> levels, Consumer<Finding> findings) {
        String text = own.value(path) == null ? "" : shown(own.value(path));
        if (levels.isEmpty() || !text.matches("\\d{1,3}(\\.\\d{1,6})?")) {
            return;
        }
        if (!levels.containsKey(new BigDecimal(text).stripTrailingZeros())) {
            Map.Entry<BigDecimal, String> first = levels.entrySet().iterator().next();
            findings.accept(new Finding(
                            SiteRules.FREQUENCY_DIFFERS,
                            device.name() + " " + path,
                            own.position(path),
                            path + " is " + text + "; " + first.getValue() + " has " + shown(first.getKey()) + " Hz",
                            SiteRules.FREQUENCY_DIFFERS.remedy())
                    .concerning(Ref.device(device.name())));
        }
    }

    private static void region(Project project, Device device, Sheet own, String path, Consumer<Finding> findings) {
        String site = project.conventions().region();
        if (!site.isEmpty() && own.value(path) instanceof String region && !region.equals(site)) {
            findings.accept(new Finding(
                            SiteRules.REGION_DIFFERS,
                            device.name() + " " + path,
                            own.position(path),
                            path + " is " + region + "; the site lies in " + site,
                            SiteRules.REGION_DIFFERS.remedy())
                    .concerning(Ref.device(device.name())));
        }
    }

    static String shown(Object value) {
        return value instanceof BigDecimal number && number.signum() != 0
                ? number.stripTrailingZeros().toPlainString()
                : String.valueOf(value);
    }
}
