package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Random;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/** Makes projects of many devices with many settings, each with a range and a step, of a type with rules. */
final class ProjectMaker {
    static final int SETTINGS = 400;
    private static final int RULES = 24;
    private static final int SECTIONS = 20;

    private ProjectMaker() {}

    /** Returns a new project with as many devices. */
    static ProjectFolder make(Path root, int devices) throws IOException {
        ProjectFolder folder = ProjectFolder.create(
                root, "Made", new Workplace("figures", InstantSource.system(), root.resolveSibling("user")));
        Files.createDirectories(root.resolve("types"));
        Files.writeString(root.resolve("types/made.yaml"), type());
        Files.createDirectories(root.resolve("devices"));
        Random random = new Random(1);
        for (int i = 0; i < devices; i++) {
            String name = "D" + (1000 + i);
            Files.writeString(root.resolve("devices/" + name + ".yaml"), device(name, random));
        }
        return folder;
    }

    private static String path(int number) {
        return "part-" + number % SECTIONS + ".value-" + number;
    }

    private static String type() {
        StringBuilder type = new StringBuilder(
                """
                format: urvant-device-type/1
                type: made
                maker: Nobody
                title: made device
                firmware: {"1.0": {}}
                settings:
                """);
        for (int i = 0; i < SETTINGS; i++) {
            type.append("  ").append(path(i)).append(": {kind: ");
            type.append(i % 4 == 3 ? "integer" : "number").append(i % 2 == 0 ? ", unit: A" : ", unit: s");
            type.append(", least: 0, most: ").append(1000 + i);
            type.append(i % 4 == 3 ? "" : ", step: 0.01")
                    .append(", default: 1, meaning: value ")
                    .append(i)
                    .append("}\n");
        }
        type.append("rules:\n");
        for (int i = 0; i < RULES; i++) {
            String left = path(4 * i).replace('-', '_');
            String right = path(4 * i + 4).replace('-', '_');
            type.append("  rule-")
                    .append(i)
                    .append(": {holds: \"")
                    .append(left)
                    .append(" <= ")
                    .append(right);
            type.append(" + 999.995 AND ")
                    .append(left)
                    .append(" >= ")
                    .append(right)
                    .append(" - 1000\", message: \"{")
                    .append(path(4 * i));
            type.append("} is too much\"}\n");
        }
        return type.toString();
    }

    private static String device(String name, Random random) {
        StringBuilder device = new StringBuilder("# made for the figures\ndevice: ")
                .append(name)
                .append("\ntype: made\nfirmware: \"1.0\"\norigin: figures\nsettings:\n");
        for (int i = 0; i < SETTINGS; i++) {
            device.append("  ").append(path(i)).append(": ").append(random.nextInt(1000));
            if (i % 4 != 3) {
                device.append('.').append(10 + random.nextInt(90));
            }
            device.append(i % 8 == 0 ? " A\n" : "\n");
        }
        return device.toString();
    }
}
