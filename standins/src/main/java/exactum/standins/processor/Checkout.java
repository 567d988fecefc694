package exactum.standins.processor;

/**
 * A page where one card is entered; amounts are decimals as text.
 *
 * @param purpose {@code pay}, {@code authorise} or {@code verify}
 * @param keep whether the card is kept
 * @param byPhone whether the merchant types what the cardholder says
 * @param saleId the sale that it became, or null
 * @param chargeId what was promised on it, or null
 * @param token the card that was kept, or null
 */
public record Checkout(
        String id,
        String idempotencyKey,
        String purpose,
        String amount,
        String currency,
        String reference,
        String customer,
        boolean keep,
        boolean byPhone,
        String returnTo,
        String state,
        String saleId,
        String chargeId,
        String token,
        String lastDecline,
        String lastDeclineCode) {
    Checkout done(String sale, String charge, String card) {
        return new Checkout(
                id,
                idempotencyKey,
                purpose,
                amount,
                currency,
                reference,
                customer,
                keep,
                byPhone,
                returnTo,
                "paid",
                sale,
                charge,
                card,
                null,
                null);
    }

    Checkout cancelled() {
        return with("cancelled", lastDecline, lastDeclineCode);
    }

    Checkout declined(String reason, String code) {
        return with(state, reason, code);
    }

    private Checkout with(String newState, String reason, String code) {
        return new Checkout(
                id,
                idempotencyKey,
                purpose,
                amount,
                currency,
                reference,
                customer,
                keep,
                byPhone,
                returnTo,
                newState,
                saleId,
                chargeId,
                token,
                reason,
                code);
    }

    boolean isCancelled() {
        return state.equals("cancelled");
    }

    boolean isDone() {
        return state.equals("paid");
    }

    public boolean isVerify() {
        return purpose.equals("verify");
    }

    boolean sameAs(Checkout other) {
        return amount.equals(other.amount)
                && currency.equals(other.currency)
                && reference.equals(other.reference)
                && purpose.equals(other.purpose);
    }
}
