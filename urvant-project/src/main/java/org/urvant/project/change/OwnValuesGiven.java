package org.urvant.project.change;

import java.util.Collection;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.finding.Entry;
import org.urvant.core.network.Ipv4;
import org.urvant.core.network.Station;
import org.urvant.project.Device;
import org.urvant.project.OwnValues;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceSheets.SheetSetting;
import org.urvant.project.setting.Sheet;

/** Gives a copy what only one device may have, where the conventions of the project say from which range or by which name. */
final class OwnValuesGiven {
    private OwnValuesGiven() {}

    /**
     * Returns values for paths of a device that are open: the first of each range that nothing of the site has. A path for which
     * there is no convention, no free value, or none that fits, is left out.
     */
    static SortedMap<String, String> of(Project project, String device, Collection<String> open) {
        SortedMap<String, String> given = new TreeMap<>();
        if (project.conventions().ownValues().isEmpty()) {
            return given;
        }
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(project.device(device)), project.device(device));
        for (String path : open) {
            Optional<SheetSetting> at = sheets.seek(path);
            Optional<OwnValues> values = at.flatMap(
                            found -> found.setting().traits().meant())
                    .flatMap(meant -> Optional.ofNullable(
                            project.conventions().ownValues().get(meant.meaning())));
            if (values.isEmpty()) {
                continue;
            }
            Set<String> taken = taken(project, values.get().meaning());
            given.values().forEach(taken::add);
            values.get()
                    .values(device)
                    .filter(value -> !taken.contains(value)
                            && isOfStation(values.get(), value, at.get().sheet()))
                    .filter(value ->
                            at.get().setting().read(value, at.get().sheet()).isSound())
                    .findFirst()
                    .ifPresent(value -> given.put(path, value));
        }
        return given;
    }

    /** The address of a network, or its broadcast address, is nobody's; nor is one in the subnet of another gateway. */
    private static boolean isOfStation(OwnValues values, String value, Sheet own) {
        return values.meaning() != Meaning.NETWORK_ADDRESS
                || Station.of(value, text(own, Meaning.NETWORK_MASK), text(own, Meaning.NETWORK_GATEWAY))
                        .map(station -> station.addressMistake().isEmpty() && !station.isGatewayOutside())
                        .orElse(true);
    }

    private static String text(Sheet own, Meaning meaning) {
        return own.entry(meaning).map(Entry::text).orElse("");
    }

    /** Addresses count wherever they stand: as a gateway, a peer or a clock, and in the files of a station. */
    private static Set<String> taken(Project project, Meaning meaning) {
        Set<String> taken = new HashSet<>();
        boolean isNetwork = meaning == Meaning.NETWORK_ADDRESS;
        for (Device device : project.devices().values()) {
            if (project.type(device).isEmpty()) {
                continue;
            }
            for (Sheet sheet : DeviceSheets.of(project.typeOf(device), device).all()) {
                for (SettingDefinition setting : sheet.definition().settings().values()) {
                    boolean counts = isNetwork
                            ? setting.kind() == SettingKind.ADDRESS
                            : setting.traits()
                                    .meant()
                                    .filter(meant -> meant.meaning() == meaning)
                                    .isPresent();
                    Entry entry = counts ? sheet.given().get(setting.path()) : null;
                    if (entry != null) {
                        taken.add(plain(entry.text(), isNetwork));
                    }
                }
            }
        }
        if (isNetwork) {
            project.sources().stream()
                    .flatMap(file -> file.connectedAccessPoints().stream())
                    .flatMap(point -> point.address().values().stream())
                    .forEach(address -> taken.add(plain(address, true)));
        }
        return taken;
    }

    private static String plain(String text, boolean isNetwork) {
        return isNetwork ? Ipv4.of(text).map(Ipv4::toString).orElse(text.strip()) : text.strip();
    }
}
