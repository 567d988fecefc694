package exactum.standins.processor;

import java.time.LocalDate;

/**
 * A captured card payment.
 *
 * @param checkout the page on which it was made, or null
 * @param key the merchant's key of the charge that it was, or null
 * @param payout null while it is in none
 */
public record Sale(
        String id,
        String checkout,
        String key,
        String reference,
        String amount,
        String currency,
        String fee,
        LocalDate capturedOn,
        String card,
        String payout) {
    Sale inPayout(String id) {
        return new Sale(this.id, checkout, key, reference, amount, currency, fee, capturedOn, card, id);
    }
}
