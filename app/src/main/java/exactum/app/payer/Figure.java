package exactum.app.payer;

import exactum.app.cards.Offer;
import exactum.app.cards.Wish;
import exactum.app.settlement.FindClaims;
import exactum.core.card.PayersChoice;
import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;

/**
 * What a payer can choose, what they chose, and what that comes to.
 *
 * @param own the open items of the link's document
 * @param others open items of other documents
 * @param parts what is paid of which, in words of figures
 * @param total what is paid in all
 * @param typed what was typed as an amount, or empty
 * @param mayBeMore whether more than what is chosen may be paid
 */
record Figure(
        List<Row> own,
        List<Row> others,
        List<Part> parts,
        Money extra,
        Money total,
        Money less,
        String typed,
        boolean mayBeMore) {

    /**
     * An open item.
     *
     * @param collectedOn the day on which the bank collects it, so that it cannot be chosen; or null
     */
    record Row(FindClaims.Open open, Money toPay, boolean chosen, LocalDate collectedOn) {
        /** Whether it is less to pay today. */
        public boolean isEarly() {
            return !toPay.equals(open.left());
        }
    }

    /** How much of an open item is paid. */
    record Part(String number, Money part, Money whole) {
        public boolean isWhole() {
            return part.equals(whole);
        }
    }

    /** Whether there is anything to choose between. */
    public boolean isChoice() {
        return own.size() + others.size() > 1;
    }

    /** Whether all that is chosen is one item in full. */
    public boolean isPlain() {
        return parts.size() == 1 && parts.getFirst().isWhole() && extra.isZero();
    }

    /** The numbers of the documents that are paid, each once. */
    List<String> numbers() {
        return parts.stream().map(Part::number).distinct().toList();
    }

    /** The figure of an offer; without a wish what is asked for now is chosen. */
    static Figure of(Offer offer, Wish wish, String typed, Map<ClaimId, LocalDate> collected) {
        boolean chose = wish != Wish.USUAL;
        List<ClaimId> usual = offer.asked().stream().map(FindClaims.Open::claim).toList();
        Wish meant = chose ? wish : new Wish(usual, null);
        PayersChoice choice = offer.choose(meant);
        List<Part> parts = offer.open().stream()
                .filter(o -> choice.items().containsKey(o.claim()))
                .map(o -> new Part(o.number(), choice.items().get(o.claim()), o.toPayOn(offer.today())))
                .toList();
        Money less = Money.sum(
                offer.currency(),
                offer.open().stream()
                        .filter(o ->
                                o.toPayOn(offer.today()).equals(choice.items().get(o.claim())))
                        .map(o -> o.discountOn(offer.today()))
                        .toList());
        return new Figure(
                rows(offer.own(), offer, meant, collected),
                rows(offer.others(), offer, meant, collected),
                parts,
                choice.extra(),
                choice.total().plus(offer.ahead()),
                less,
                typed,
                offer.extra());
    }

    private static List<Row> rows(
            List<FindClaims.Open> open, Offer offer, Wish wish, Map<ClaimId, LocalDate> collected) {
        return open.stream()
                .map(o -> new Row(
                        o, o.toPayOn(offer.today()), wish.items().contains(o.claim()), collected.get(o.claim())))
                .toList();
    }
}
