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
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Makes the demo plant: a device of every shipped type but the gateway, with the values of demo/plant.csv. */
public final class Plant {
    private static final Map<String, NewDevice.Start> DEVICES = Map.of(
            "F11", ordered("marrowby-f2", "MF2-BVB-2"),
            "L21", ordered("tarnholt-l5", "TL5-SY"),
            "M31", ordered("stenvaag-m3", "SM3-M0"),
            "Q41", NewDevice.Start.of("oddvik-u1"),
            "R51", ordered("havbryn-r6", "HR6-00-N"),
            "P61", NewDevice.Start.of("lysholt-p12"),
            "RTU1", NewDevice.Start.of("fjellmast-c2"),
            "CN1", NewDevice.Start.of("brudal-x8"),
            "TD1", NewDevice.Start.of("nattvik-t4"),
            "GD1", NewDevice.Start.of("kvitskjer-d4"));

    private static final Prepared PREPARED = new Prepared(Plant::prepare);

    private Plant() {}

    private static NewDevice.Start ordered(String type, String code) {
        return NewDevice.Start.of(type).with(Plate.Item.ORDER_CODE, code);
    }

    public static ProjectFolder make(Path root) {
        return PREPARED.copy(root);
    }

    private static void prepare(Path root) {
        ProjectFolder folder = ProjectFolder.create(root, "Skarholm tidal works", Skarholm.CLOCK, "tester");
        DEVICES.forEach((name, start) -> folder.change(site -> NewDevice.add(site, name, start)));
        Map<String, Map<String, String>> values = new TreeMap<>();
        for (CSVRecord row : rows()) {
            values.computeIfAbsent(row.get("device"), name -> new TreeMap<>())
                    .put(row.get("setting"), row.get("value"));
        }
        folder.change(site -> ValueChange.set(site, values));
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
                keys = keys(
                        document,
                        DeviceSheets.of(project.typeOf(device), device).find(path));
            }
            SafeFile.writeText(file, (value.isEmpty() ? document.without(keys) : document.with(keys, value)).text());
        }
    }

    private static List<String> keys(YamlDocument document, DeviceSheets.SheetSetting at) {
        Sheet sheet = at.sheet();
        List<String> keys =
                switch (sheet.kind()) {
                    case DEVICE -> List.of(DeviceFile.SETTINGS);
                    case CONNECTION -> List.of(DeviceFile.CONNECTIONS, sheet.prefix());
                    default ->
                        DeviceFile.keys(new GivenSheet(
                                GivenSheet.Kind.valueOf(sheet.kind().name()),
                                sheet.prefix(),
                                new TreeMap<>(),
                                sheet.position()));
                };
        return document.keys(keys, at.setting().path());
    }
}
