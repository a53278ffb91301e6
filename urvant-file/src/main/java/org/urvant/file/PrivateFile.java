package org.urvant.file;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.EnumSet;
import java.util.Set;
import org.urvant.core.error.RefusedException;

/** Files that only their owner may read, such as keys. */
public final class PrivateFile {
    private static final Set<PosixFilePermission> OWNER =
            EnumSet.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);

    private PrivateFile() {}

    /**
     * Creates a file, whole or not at all; of two that do so at once the first wins.
     *
     * @return whether it was created; not when it was there
     */
    public static boolean create(Path file, byte[] content) throws IOException {
        Files.createDirectories(file.getParent());
        FileAttribute<?>[] onlyOwner = isPosix(file.getParent())
                ? new FileAttribute<?>[] {PosixFilePermissions.asFileAttribute(OWNER)}
                : new FileAttribute<?>[0];
        Path beside = Files.createTempFile(file.getParent(), String.valueOf(file.getFileName()), ".new", onlyOwner);
        try {
            Files.write(beside, content);
            Files.createLink(file, beside);
            return true;
        } catch (FileAlreadyExistsException e) {
            return false;
        } finally {
            Files.delete(beside);
        }
    }

    /**
     * Reads a file that holds a secret.
     *
     * @throws RefusedException when others may read or write it
     */
    public static byte[] read(Path file, long most) throws IOException {
        if (isPosix(file) && !OWNER.containsAll(Files.getPosixFilePermissions(file))) {
            throw new RefusedException(
                    "others than you can read or write " + file,
                    "If nobody did, take that right from them (chmod 600); otherwise take the file away.");
        }
        return SafeFile.read(file, most);
    }

    private static boolean isPosix(Path path) throws IOException {
        return Files.getFileStore(path).supportsFileAttributeView("posix");
    }
}
