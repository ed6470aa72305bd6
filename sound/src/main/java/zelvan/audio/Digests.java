package zelvan.audio;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/// Digests by which contents are told apart.
final class Digests {
    private static final int PART_BYTES = 1 << 18;

    private Digests() {}

    /// @param bytes backed by an array, which is taken whole
    /// @return hexadecimal
    static String sha256(ByteBuffer bytes) {
        return HexFormat.of().formatHex(of("SHA-256", bytes.array()));
    }

    /// Of a file, read bit by bit.
    ///
    /// @return hexadecimal
    static String sha256(Path file) throws IOException {
        MessageDigest digest = named("SHA-256");
        try (InputStream in = Files.newInputStream(file)) {
            byte[] part = new byte[PART_BYTES];
            for (int read = in.read(part); read >= 0; read = in.read(part)) {
                digest.update(part, 0, read);
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    static byte[] md5(byte[] bytes) {
        return of("MD5", bytes);
    }

    private static byte[] of(String algorithm, byte[] bytes) {
        return named(algorithm).digest(bytes);
    }

    private static MessageDigest named(String algorithm) {
        try {
            return MessageDigest.getInstance(algorithm);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has " + algorithm, e);
        }
    }
}
