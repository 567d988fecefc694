package exactum.app.messages;

import exactum.app.security.Vault;
import exactum.core.ids.MessageId;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * The address to which servers report of one message: {@code bounces+TOKEN@ours.example}. The token holds the message's id and a part of
 * a digest under our key, so that a report that somebody makes up fits no message.
 */
@Component
class ReturnPath {
    private static final String PURPOSE = "return path";
    private static final int SIGNED_BYTES = 10;
    private static final int ID_BYTES = 16;
    private static final Pattern TOKEN = Pattern.compile("\\+([0-9a-f]{52})@");
    private final Vault vault;

    ReturnPath(Vault vault) {
        this.vault = vault;
    }

    /** The address for a message, made from the one where reports arrive. */
    String of(String reports, MessageId message) {
        int at = reports.lastIndexOf('@');
        return reports.substring(0, at) + "+" + token(message.value()) + reports.substring(at);
    }

    private String token(UUID id) {
        byte[] bytes = ByteBuffer.allocate(ID_BYTES)
                .putLong(id.getMostSignificantBits())
                .putLong(id.getLeastSignificantBits())
                .array();
        return HexFormat.of().formatHex(bytes) + HexFormat.of().formatHex(signed(bytes));
    }

    private byte[] signed(byte[] id) {
        return Arrays.copyOf(vault.derive(PURPOSE, id), SIGNED_BYTES);
    }

    /** The message that an address of ours stands for; none where it is none, or was made up. */
    Optional<MessageId> message(String address) {
        Matcher token = TOKEN.matcher(address);
        if (!token.find()) return Optional.empty();
        ByteBuffer bytes = ByteBuffer.wrap(HexFormat.of().parseHex(token.group(1)));
        var id = new UUID(bytes.getLong(), bytes.getLong());
        return token(id).equals(token.group(1)) ? Optional.of(new MessageId(id)) : Optional.empty();
    }
}
