package exactum.app.security;

import exactum.app.installation.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/**
 * Keeps secrets unreadable in the database, with a key that lies outside it, in HOME/keys. Encrypts with AES-256-GCM
 * (NIST SP 800-38D); digests and derives with HMAC-SHA-256 (RFC 2104), a key of its own for each purpose.
 */
@Component
public class Vault {
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;
    private final SecureRandom random = new SecureRandom();
    private final byte[] master;
    private final SecretKeySpec sealing;

    Vault(Settings settings) {
        master = masterKey(settings.home().resolve("keys"));
        sealing = new SecretKeySpec(subkey("encrypt"), "AES");
    }

    /** The text as bytes that only this installation can read. */
    public byte[] encrypt(String plain) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        byte[] sealed = cipher(Cipher.ENCRYPT_MODE, nonce, plain.getBytes(StandardCharsets.UTF_8));
        byte[] all = Arrays.copyOf(nonce, NONCE_BYTES + sealed.length);
        System.arraycopy(sealed, 0, all, NONCE_BYTES, sealed.length);
        return all;
    }

    /** What {@link #encrypt} was given. */
    public String decrypt(byte[] encrypted) {
        byte[] nonce = Arrays.copyOf(encrypted, NONCE_BYTES);
        byte[] sealed = Arrays.copyOfRange(encrypted, NONCE_BYTES, encrypted.length);
        return new String(cipher(Cipher.DECRYPT_MODE, nonce, sealed), StandardCharsets.UTF_8);
    }

    /** A digest by which a secret is found without being readable. */
    public byte[] digest(String purpose, String value) {
        return hmac(subkey("digest " + purpose), value.getBytes(StandardCharsets.UTF_8));
    }

    /** Bytes that only this installation can derive from the value, the same each time. */
    public byte[] derive(String purpose, byte[] value) {
        return hmac(subkey("derive " + purpose), value);
    }

    private byte[] cipher(int mode, byte[] nonce, byte[] input) {
        try {
            Cipher aes = Cipher.getInstance("AES/GCM/NoPadding");
            aes.init(mode, sealing, new GCMParameterSpec(TAG_BITS, nonce));
            return aes.doFinal(input);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("A secret could not be read; is HOME/keys the one that wrote it?", e);
        }
    }

    private byte[] subkey(String purpose) {
        return hmac(master, purpose.getBytes(StandardCharsets.UTF_8));
    }

    private static byte[] hmac(byte[] key, byte[] value) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return mac.doFinal(value);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private byte[] masterKey(Path folder) {
        Path file = folder.resolve("master.key");
        try {
            if (Files.exists(file)) return Files.readAllBytes(file);
            Files.createDirectories(folder);
            byte[] made = new byte[32];
            random.nextBytes(made);
            Path whole = Files.createTempFile(
                    folder,
                    "master",
                    ".new",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.write(whole, made);
            Files.move(whole, file, StandardCopyOption.ATOMIC_MOVE);
            return made;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
