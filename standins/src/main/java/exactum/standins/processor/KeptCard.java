package exactum.standins.processor;

/**
 * A card that is kept under a token.
 *
 * @param card which of the test cards it is
 * @param expires the month, as {@code 2029-12}
 * @param chargedLater how often it was charged without its holder
 */
public record KeptCard(
        String id, String account, String customer, String card, String expires, int chargedLater, boolean forgotten) {
    TestCard test() {
        return TestCard.valueOf(card);
    }

    KeptCard chargedOnceMore() {
        return new KeptCard(id, account, customer, card, expires, chargedLater + 1, forgotten);
    }

    KeptCard forget() {
        return new KeptCard(id, account, customer, card, expires, chargedLater, true);
    }

    KeptCard expiring(String month) {
        return new KeptCard(id, account, customer, card, month, chargedLater, forgotten);
    }
}
