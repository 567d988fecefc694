package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What a processor says of one payout. Its net is computed from its lines and must equal what it claims; it may be negative, where
 * more went back than came in: the processor takes it from our account then.
 *
 * @param reference the processor's reference, which its transfer carries
 * @param salesOn the day whose sales it bundles
 * @param arrivesOn the day it is promised to land
 * @param currency of all its sums
 * @param net what it claims to transfer
 * @param lines sales with their fees, and what else moved the processor's account
 */
public record PayoutReport(
        String reference, LocalDate salesOn, LocalDate arrivesOn, Currency currency, Money net, List<Line> lines) {

    /** What a line is; by common practice, no published source. */
    public enum Kind {
        /** A captured card payment. */
        SALE,
        /** Money given back to a card, below zero. */
        REFUND,
        /** A contested sale: below zero when it is taken, above when it was won. */
        CHARGEBACK,
        /** What the processor puts right: a refund that a card’s bank sent back, a mistake of its own. */
        CORRECTION,
        /** A fee that belongs to no sale. */
        FEE,
        /** Held back for a while, below zero, or released. */
        RESERVE;

        private final String words = name().toLowerCase(Locale.ROOT);

        /** As it stands in files and on screens. */
        public String words() {
            return words;
        }

        /** The kind with the words; an {@link IllegalArgumentException} for any other. */
        public static Kind of(String words) {
            return Arrays.stream(values())
                    .filter(k -> k.words().equals(words))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("no line is called “" + words + "”"));
        }

        /** Whether a gross of that sign can be one of these. */
        public boolean fits(Money gross) {
            return switch (this) {
                case SALE -> !gross.isNegative();
                case REFUND -> gross.isNegative();
                case FEE -> gross.isZero();
                case CHARGEBACK, CORRECTION, RESERVE -> !gross.isZero();
            };
        }
    }

    /**
     * One line.
     *
     * @param occurredOn the day it happened
     * @param saleReference the processor's reference of the sale; empty where it belongs to none
     * @param reference the processor's own reference of a refund, a chargeback, a reserve; empty for a sale
     * @param description the processor's words
     * @param gross what it moves before fees: what the payer paid, below zero what went back; zero for a fee of its own
     * @param fee what the processor takes for it; below zero where it gives a fee back
     */
    public record Line(
            Kind kind,
            LocalDate occurredOn,
            String saleReference,
            String reference,
            String description,
            Money gross,
            Money fee) {
        /** A sale, or a fee without a reference. */
        public Line(Kind kind, LocalDate occurredOn, String saleReference, String description, Money gross, Money fee) {
            this(kind, occurredOn, saleReference, "", description, gross, fee);
        }

        /** Its own reference, or the sale's where it has none. */
        public String named() {
            return reference.isEmpty() ? saleReference : reference;
        }
    }

    public PayoutReport {
        lines = List.copyOf(lines);
        Money computed = gross(currency, lines).minus(fees(currency, lines));
        if (!computed.equals(net)) {
            throw new Refusal(
                    "payout.does-not-add-up",
                    "Payout %s does not add up: its lines make %s, but it says %s. Nothing was stored. Ask the processor for it again."
                            .formatted(reference, computed.text(), net.text()));
        }
    }

    /**
     * What its lines of one kind and direction come to.
     *
     * @param out whether they take away before fees
     * @param gross before fees
     * @param fees what the processor takes for them
     */
    public record Part(Kind kind, boolean out, int count, Money gross, Money fees) {
        /** What it is called. */
        public String words() {
            return switch (kind) {
                case SALE -> "sales";
                case REFUND -> "refunds";
                case CHARGEBACK -> out ? "chargebacks" : "chargebacks won";
                case CORRECTION -> out ? "corrections, taken" : "corrections, given";
                case FEE -> "fees of their own";
                case RESERVE -> out ? "reserve held" : "reserve released";
            };
        }

        /** What it adds to the payout, below zero where it takes away. */
        public Money amount() {
            return gross.minus(fees);
        }
    }

    /** What it is made of, in the order of the kinds; what has no lines is left out. */
    public List<Part> composition() {
        return Arrays.stream(Kind.values())
                .flatMap(k -> Stream.of(part(k, false), part(k, true)))
                .filter(p -> p.count() > 0)
                .toList();
    }

    private Part part(Kind kind, boolean out) {
        List<Line> of = lines.stream()
                .filter(l -> l.kind() == kind && l.gross().isNegative() == out)
                .toList();
        return new Part(kind, out, of.size(), gross(currency, of), fees(currency, of));
    }

    /** All of it before fees. */
    public Money gross() {
        return gross(currency, lines);
    }

    /** The sum of all fees. */
    public Money fees() {
        return fees(currency, lines);
    }

    private static Money gross(Currency currency, List<Line> lines) {
        return Money.sum(currency, lines.stream().map(Line::gross).toList());
    }

    private static Money fees(Currency currency, List<Line> lines) {
        return Money.sum(currency, lines.stream().map(Line::fee).toList());
    }
}
