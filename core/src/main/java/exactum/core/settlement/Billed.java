package exactum.core.settlement;

import exactum.core.ids.DocumentId;
import exactum.core.money.Apportion;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.time.LocalDate;
import java.util.List;

/**
 * The document that a claim stands on.
 *
 * @param document its id
 * @param number as printed
 * @param date its own date: nothing settles its claims before
 * @param deposit whether it asks for a security deposit, which is held once it is paid
 * @param whole whether money settles its claims in proportion, as a whole; else the earliest due first
 * @param taxShares one for each rate; needed where a discount or a write-off gives tax back
 */
public record Billed(
        DocumentId document, String number, LocalDate date, boolean deposit, boolean whole, List<TaxShare> taxShares) {
    public Billed {
        taxShares = List.copyOf(taxShares);
    }

    /**
     * The tax inside a part of the document: the part is shared over the rates in proportion, and each share holds tax as
     * its rate does, rounded half-up once a rate. 2.38 of 100.00 + 19.00 holds 0.38.
     */
    public Money taxIn(Money part) {
        Money tax = Money.zero(part.currency());
        if (taxShares.isEmpty()) return tax;
        List<Money> shares = Apportion.byAmounts(
                part, taxShares.stream().map(TaxShare::gross).toList());
        for (int i = 0; i < shares.size(); i++) tax = tax.plus(taxIn(shares.get(i), taxShares.get(i)));
        return tax;
    }

    private static Money taxIn(Money share, TaxShare at) {
        if (at.tax().isZero() || at.gross().isZero()) return Money.zero(share.currency());
        return at.tax().share(share, at.gross(), Rounding.HALF_UP_PER_TAX_GROUP);
    }
}
