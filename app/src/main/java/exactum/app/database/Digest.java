package exactum.app.database;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** Digests by which bytes are known. */
public final class Digest {
    private Digest() {}

    /** SHA-256 (FIPS 180-4). */
    public static byte[] sha256(byte[] content) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(content);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
