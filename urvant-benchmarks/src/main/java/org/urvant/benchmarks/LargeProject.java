package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/** Makes a project with a station file of 100 MB, for the figures. Arguments: the demo station's file, the folder. */
public final class LargeProject {
    private LargeProject() {}

    /** Makes the project. */
    public static void main(String[] arguments) throws IOException {
        Path root = Path.of(arguments[1]);
        Path made = Files.createTempDirectory("large").resolve("large.scd");
        Files.write(made, SclMaker.make(Path.of(arguments[0]), 100_000_000));
        ProjectFolder folder = ProjectFolder.create(
                root, "Large", new Workplace("figures", InstantSource.system(), root.resolveSibling("user")));
        folder.importScl(made);
        System.out.println(folder.signals().get(0).signalCount());
        Files.delete(made);
        Files.delete(made.getParent());
    }
}
