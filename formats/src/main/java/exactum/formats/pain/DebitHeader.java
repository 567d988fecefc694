package exactum.formats.pain;

import exactum.core.money.Money;
import java.time.Instant;

/**
 * What stands at the head of a file of collections.
 *
 * @param messageId ours, unique for ever
 * @param initiator who hands it over, in the scheme's letters
 */
public record DebitHeader(String messageId, Instant createdAt, String initiator, int count, Money total) {}
