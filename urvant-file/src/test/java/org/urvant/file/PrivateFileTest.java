package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.RefusedException;

class PrivateFileTest {
    @TempDir
    Path root;

    @Test
    void theFirstOfTwoWinsAndOnlyItsOwnerMayRead() throws IOException {
        Path file = root.resolve("home/key");
        assertThat(PrivateFile.create(file, new byte[] {1})).isTrue();
        assertThat(PrivateFile.create(file, new byte[] {2})).isFalse();
        assertThat(PrivateFile.read(file, 10)).containsExactly(1);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        assertThat(root.resolve("home")).isDirectoryNotContaining("glob:**.new");
        for (String open : new String[] {"rw-r-----", "rw----r--", "rw--w----"}) {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(open));
            assertThatThrownBy(() -> PrivateFile.read(file, 10)).isInstanceOf(RefusedException.class);
        }
    }
}
