package exactum.core.report;

import exactum.core.money.Apportion;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.util.ArrayList;
import java.util.List;

/**
 * The tax that an entry booked for a document, by the rates of that document. What a document booked when it was issued is each
 * of its taxes as it stands there; what a discount, a tolerated difference or a bad debt takes back of it is shared out in
 * proportion to them, to the cent (Directive 2006/112/EC Art. 90; by which share is national law, in proportion is common
 * practice).
 */
public final class TaxByRate {
    private TaxByRate() {}

    /** A tax of a document. */
    public record Tax(String rate, Money base, Money tax) {}

    /**
     * Shares what was booked.
     *
     * @param taxes of the document, as it states them
     * @param booked on the account of output tax, owed above zero
     * @return one a tax, whose taxes make up what was booked; bases in the same proportion, rounded half up to the cent
     */
    public static List<Tax> of(List<Tax> taxes, Money booked) {
        Money stated = Money.sum(booked.currency(), taxes.stream().map(Tax::tax).toList());
        if (stated.equals(booked)) return List.copyOf(taxes);
        if (stated.equals(booked.negated()))
            return taxes.stream()
                    .map(t -> new Tax(t.rate(), t.base().negated(), t.tax().negated()))
                    .toList();
        List<Money> shares =
                Apportion.byAmounts(booked, taxes.stream().map(Tax::tax).toList());
        var shared = new ArrayList<Tax>();
        for (int i = 0; i < taxes.size(); i++) {
            Tax t = taxes.get(i);
            Money share = shares.get(i);
            Money base = t.tax().isZero()
                    ? t.base().withMinor(0)
                    : t.base().share(share, t.tax(), Rounding.HALF_UP_PER_TAX_GROUP);
            shared.add(new Tax(t.rate(), base, share));
        }
        return shared;
    }
}
