package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import org.urvant.file.SafeFile;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Makes the demo plant: a device of every shipped type but the gateway, with the values of demo/plant.csv. */
public final class Plant {
    private static final Prepared PREPARED = new Prepared(Plant::prepare);

    private Plant() {}

    public static ProjectFolder make(Path root) {
        return PREPARED.copy(root);
    }

    private static void prepare(Path root) {
        ProjectFolder folder = ProjectFolder.create(root, "Skarholm tidal works", Skarholm.workplace("tester"));
        folder.change(Sites::plant);
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
