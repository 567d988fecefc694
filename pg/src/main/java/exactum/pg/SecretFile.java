package exactum.pg;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;

/** Writes a file that only its owner can read, from its first moment on, and that is there whole or not at all. */
final class SecretFile {
    private SecretFile() {}

    static void write(Path file, String content) throws IOException {
        Path made = Files.createTempFile(
                file.getParent(),
                "secret",
                ".new",
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.write(made, content.getBytes(StandardCharsets.UTF_8));
        Files.move(made, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }
}
