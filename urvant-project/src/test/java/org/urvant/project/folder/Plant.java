package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.urvant.file.SafeFile;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/** Makes the demo plant: a device of every shipped type but the gateway, with the values of demo/plant.csv. */
public final class Plant {
    private static final Map<String, Devices.Start> DEVICES = Map.of(
            "F11", ordered("marrowby-f2", "MF2-BVB-2"),
            "L21", ordered("tarnholt-l5", "TL5-SY"),
            "M31", ordered("stenvaag-m3", "SM3-M0"),
            "Q41", Devices.Start.of("oddvik-u1"),
            "R51", ordered("havbryn-r6", "HR6-00-N"),
            "P61", Devices.Start.of("lysholt-p12"),
            "RTU1", Devices.Start.of("fjellmast-c2"),
            "CN1", Devices.Start.of("brudal-x8"),
            "TD1", Devices.Start.of("nattvik-t4"),
            "GD1", Devices.Start.of("kvitskjer-d4"));

    private static final Prepared PREPARED = new Prepared(Plant::prepare);

    private Plant() {}

    private static Devices.Start ordered(String type, String code) {
        return new Devices.Start(type, null, null, code, null, null);
    }

    public static ProjectFolder make(Path root) {
        return PREPARED.copy(root);
    }

    private static void prepare(Path root) {
        ProjectFolder folder = ProjectFolder.create(root, "Skarholm tidal works", Skarholm.CLOCK, "tester");
        DEVICES.forEach((name, start) -> folder.devices().add(name, start));
        Map<String, Map<String, String>> values = new TreeMap<>();
        for (CSVRecord row : rows()) {
            values.computeIfAbsent(row.get("device"), name -> new TreeMap<>())
                    .put(row.get("setting"), row.get("value"));
        }
        folder.setAll(folder.load(), values);
    }

    private static List<CSVRecord> rows() {
        CSVFormat format = CSVFormat.RFC4180.builder().setHeader().get();
        try (CSVParser parser = CSVParser.parse(Path.of("../demo/plant.csv"), StandardCharsets.UTF_8, format)) {
            return parser.getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Writes values into a device's file as a person with an editor would, whether they fit or not. A path that begins with
     * {@code @} is the keys in the file, separated by slashes; an empty value takes the key away.
     */
    public static void write(ProjectFolder folder, String name, String assignments) {
        for (String assignment : assignments.split(";\\s*")) {
            int equals = assignment.indexOf('=');
            String path = assignment.substring(0, equals);
            String value = assignment.substring(equals + 1);
            Project project = folder.load();
            Device device = project.device(name);
            Path file = folder.root().resolve(DeviceFile.name(name));
            YamlDocument document = YamlDocument.parse(name, SafeFile.readText(file, 1_000_000, name));
            List<String> keys;
            if (path.startsWith("@")) {
                keys = List.of(path.substring(1).split("/"));
            } else {
                DeviceSheets.SheetSetting place =
                        DeviceSheets.of(project.typeOf(device), device).find(path);
                keys = document.keys(place.sheet().keys(), place.setting().path());
            }
            SafeFile.writeText(file, (value.isEmpty() ? document.without(keys) : document.with(keys, value)).text());
        }
    }
}
