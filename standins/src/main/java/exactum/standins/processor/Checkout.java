package exactum.standins.processor;

/** A page where one card pays one amount; amounts are decimals as text. */
public record Checkout(
        String id,
        String idempotencyKey,
        String amount,
        String currency,
        String reference,
        String customer,
        String returnTo,
        String state,
        String saleId,
        String lastDecline) {
    Checkout paid(String sale) {
        return new Checkout(id, idempotencyKey, amount, currency, reference, customer, returnTo, "paid", sale, null);
    }

    Checkout cancelled() {
        return new Checkout(
                id, idempotencyKey, amount, currency, reference, customer, returnTo, "cancelled", null, lastDecline);
    }

    boolean isCancelled() {
        return state.equals("cancelled");
    }

    Checkout declined(String reason) {
        return new Checkout(id, idempotencyKey, amount, currency, reference, customer, returnTo, state, saleId, reason);
    }

    boolean sameAs(String otherAmount, String otherCurrency, String otherReference) {
        return amount.equals(otherAmount) && currency.equals(otherCurrency) && reference.equals(otherReference);
    }
}
