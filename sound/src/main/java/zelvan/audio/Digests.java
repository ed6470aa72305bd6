package zelvan.audio;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/// Digests by which contents are told apart.
final class Digests {
    private Digests() {}

    /// @param bytes backed by an array, which is taken whole
    /// @return hexadecimal
    static String sha256(ByteBuffer bytes) {
        return HexFormat.of().formatHex(of("SHA-256", bytes.array()));
    }

    static byte[] md5(byte[] bytes) {
        return of("MD5", bytes);
    }

    private static byte[] of(String algorithm, byte[] bytes) {
        try {
            return MessageDigest.getInstance(algorithm).digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has " + algorithm, e);
        }
    }
}
