package org.urvant.project.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;

/** Makes the folder of a new project. */
final class NewFolder {
    private NewFolder() {}

    static void make(Path root, String name) {
        if (Files.exists(root)) {
            try (Stream<Path> content = Files.list(root)) {
                if (content.findAny().isPresent()) {
                    throw new RefusedException(
                            root + " is not empty", "Name a folder that does not exist yet, or an empty one.");
                }
            } catch (IOException e) {
                throw new RefusedException(root + " is no folder", "Name a folder that does not exist yet.");
            }
        }
        SafeFile.writeText(root.resolve(".gitattributes"), Manifest.GIT_ATTRIBUTES);
        SafeFile.writeText(root.resolve(".gitignore"), Manifest.GIT_IGNORE);
        SafeFile.writeText(root.resolve(ProjectFolder.MANIFEST), Manifest.text(name));
    }
}
