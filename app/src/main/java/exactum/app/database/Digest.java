package exactum.app.database;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** Digests by which bytes are known. */
public final class Digest {
    private Digest() {}

    /** SHA-256 (FIPS 180-4). */
    public static byte[] sha256(byte[] content) {
        return sha256().digest(content);
    }

    /** SHA-256 of what comes piece by piece. */
    public static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
