package exactum.app.reports;

import exactum.app.business.Business;
import exactum.core.ledger.Event;
import exactum.core.money.Apportion;
import exactum.core.money.Money;
import exactum.core.report.TaxByRate;
import java.util.ArrayList;
import java.util.List;

/**
 * What an entry booked of one tax of a document.
 *
 * @param own in the business's own currency
 */
record TaxShare(TaxByRate.Tax tax, Money own) {
    private static final String NO_RATE = "booked without a document";

    /** The shares that make up what was booked; what has no document is of no rate. */
    static List<TaxShare> of(Business business, TaxStore.Booked b) {
        Money own = Money.ofMinor(business.currency().getCurrencyCode(), b.own());
        List<TaxByRate.Tax> taxes = b.taxes().isEmpty()
                ? List.of(new TaxByRate.Tax(NO_RATE, b.booked().withMinor(0), b.booked()))
                : taxes(b);
        List<Money> owns = b.booked().currency().equals(business.currency())
                ? taxes.stream().map(TaxByRate.Tax::tax).toList()
                : Apportion.byAmounts(
                        own,
                        taxes.stream().map(t -> own.withMinor(t.tax().minor())).toList());
        var shares = new ArrayList<TaxShare>();
        for (int i = 0; i < taxes.size(); i++) shares.add(new TaxShare(taxes.get(i), owns.get(i)));
        return shares;
    }

    /** Documents without tax count as well, since they have a base. */
    private static List<TaxByRate.Tax> taxes(TaxStore.Booked b) {
        boolean issued = b.event() == Event.INVOICE_ISSUED || b.event() == Event.CREDIT_NOTE_ISSUED;
        boolean whole = issued || b.event() == Event.DOCUMENT_VOIDED;
        if (!whole) return TaxByRate.of(b.taxes(), b.booked());
        boolean less = b.credit() == issued;
        return less
                ? b.taxes().stream()
                        .map(t -> new TaxByRate.Tax(
                                t.rate(), t.base().negated(), t.tax().negated()))
                        .toList()
                : b.taxes();
    }
}
