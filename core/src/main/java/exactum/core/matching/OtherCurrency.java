package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;
import java.util.Optional;

/**
 * Money in for an open item of another currency that it names: what was sent, where the bank says it in that currency, else
 * what the rate of the day makes of it. How far a bank's rate may lie from ours: common practice, no source.
 */
final class OtherCurrency extends MoneyIn {
    private static final BigDecimal NEAR = new BigDecimal("0.03");
    private static final int BY_RATE = 10;
    private final Rates rates;

    OtherCurrency(MoneyIn of, Rates rates) {
        super(of);
        this.rates = rates;
    }

    void propose() {
        named.exact().forEach((candidate, wrote) -> {
            if (!(candidate instanceof Candidate.Open named)
                    || named.left().currency().equals(left.currency())) return;
            Candidate.Open open = taken.left(named);
            if (open == null) return;
            StatementLine.Foreign sent = asked.said().further().foreign();
            boolean said = sent != null
                    && sent.amount().currency().equals(open.left().currency())
                    && left.equals(asked.said().amount());
            if (said) bySent(open, sent.amount().abs(), wrote);
            else byRate(open, wrote);
        });
    }

    private void bySent(Candidate.Open open, Money sent, Reason wrote) {
        int compared = sent.compareTo(open.left());
        String was = sent.withCurrency() + " was sent";
        if (compared == 0) {
            draft(
                    open,
                    left,
                    open.left(),
                    wrote,
                    new Reason(was + ", which is what is open", TO_THE_CENT),
                    payers.of(open.whose().id()));
        } else if (compared < 0) {
            draft(
                    open,
                    left,
                    sent,
                    wrote,
                    new Reason("%s, and %s is open".formatted(was, open.left().text()), OTHER_AMOUNT));
        } else {
            Money part = left.share(open.left(), sent, Rounding.HALF_UP_PER_EXCHANGE);
            draft(
                    open,
                    part,
                    open.left(),
                    wrote,
                    new Reason("%s, and %s is open".formatted(was, open.left().text()), OTHER_AMOUNT));
        }
    }

    private void byRate(Candidate.Open open, Reason wrote) {
        Optional<Money> worth = rates.in(open.left(), left.currency(), asked.day());
        if (worth.isEmpty()) return;
        Money whole = worth.get();
        Reason rate = new Reason(
                "%s that is open comes to %s at the rate of the day"
                        .formatted(open.left().withCurrency(), whole.withCurrency()),
                BY_RATE);
        Money off = left.minus(whole).abs();
        if (off.amount().compareTo(whole.amount().multiply(NEAR)) <= 0) {
            draft(open, left, open.left(), wrote, rate);
        } else if (left.compareTo(whole) < 0) {
            draft(open, left, open.left().share(left, whole, Rounding.HALF_UP_PER_EXCHANGE), wrote, rate);
        } else {
            draft(open, whole, open.left(), wrote, rate);
        }
    }

    private void draft(Candidate.Open open, Money amount, Money settles, Reason... reasons) {
        if (!amount.isPositive() || !settles.isPositive()) return;
        String of = "%s of %s"
                .formatted(
                        settles.withCurrency(),
                        open.number() + " of " + open.whose().name());
        var part = new Part.ForClaim(
                open.claim(), open.whose().id(), open.number(), amount, settles, amount.withMinor(0), of);
        drafts.whole(part, reasons);
    }
}
