package exactum.app.cards;

import exactum.app.settlement.FindClaims;
import exactum.core.card.PayersChoice;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;

/**
 * What a payer can choose to pay from a link, as it is open now.
 *
 * @param document the link's own, or null
 * @param open all open items of the customer in the currency: the document's own first, each by its due day
 * @param ahead what is asked for before there is an invoice
 * @param fixed the amount that a link without a document asks for, or null
 * @param extra whether more than what is open may be paid
 */
public record Offer(
        DocumentId document,
        Currency currency,
        LocalDate today,
        List<FindClaims.Open> open,
        Money ahead,
        Money fixed,
        boolean extra) {
    public Offer {
        open = List.copyOf(open);
    }

    /** The open items of the link's own document. */
    public List<FindClaims.Open> own() {
        return open.stream().filter(o -> o.document().equals(document)).toList();
    }

    /** The open items of other documents. */
    public List<FindClaims.Open> others() {
        return open.stream().filter(o -> !o.document().equals(document)).toList();
    }

    /** What is asked for now: the document's own that is due, else its next. */
    public List<FindClaims.Open> asked() {
        return FindClaims.Open.askedOn(own(), today);
    }

    /** What a wish comes to; what is not open any more is left out of it. */
    public PayersChoice choose(Wish wish) {
        return choose(chosen(wish.items()), wish.amount() == null ? fixed : wish.amount());
    }

    /** What is paid where a payer only pressed the button that named an amount: what is asked for, or all of the document. */
    PayersChoice named(long minor) {
        PayersChoice asked = choose(asked(), fixed);
        return !own().isEmpty() && asked.total().minor() == minor ? asked : choose(own(), fixed);
    }

    private PayersChoice choose(List<FindClaims.Open> chosen, Money amount) {
        return PayersChoice.of(
                chosen.stream()
                        .map(o -> new PayersChoice.Item(o.claim(), o.toPayOn(today)))
                        .toList(),
                amount,
                Money.zero(currency));
    }

    private List<FindClaims.Open> chosen(List<ClaimId> items) {
        return open.stream().filter(o -> items.contains(o.claim())).toList();
    }
}
