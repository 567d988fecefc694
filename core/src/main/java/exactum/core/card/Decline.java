package exactum.core.card;

/**
 * Why a card was refused.
 *
 * @param code of ISO 8583, field 39
 * @param words as the processor says it
 */
public record Decline(String code, String words) {
    public DeclineFamily family() {
        return DeclineFamily.of(code);
    }
}
