package exactum.standins.processor;

import java.time.LocalDate;

/** A captured card payment; {@code payout} is null while it is in none. */
public record Sale(
        String id,
        String checkout,
        String reference,
        String amount,
        String currency,
        String fee,
        LocalDate capturedOn,
        String card,
        String payout) {
    Sale inPayout(String id) {
        return new Sale(this.id, checkout, reference, amount, currency, fee, capturedOn, card, id);
    }
}
