package exactum.standins.processor;

import java.time.LocalDate;

/**
 * What moves a merchant's money beside sales, until a payout takes it.
 *
 * @param kind REFUND, CHARGEBACK, CORRECTION, FEE or RESERVE, as in a payout's file
 * @param sale the sale that it belongs to, or empty
 * @param gross signed decimal, seen from the merchant
 * @param fee decimal; below zero where a fee is given back
 * @param payout null while it is in none
 */
record Movement(
        String id,
        String account,
        String kind,
        String sale,
        String reference,
        String description,
        LocalDate day,
        String gross,
        String fee,
        String payout) {
    Movement inPayout(String in) {
        return new Movement(id, account, kind, sale, reference, description, day, gross, fee, in);
    }

    PayoutDocument.Line line() {
        return new PayoutDocument.Line(kind, day, sale, reference, description, gross, fee);
    }
}
