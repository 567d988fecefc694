package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;

/**
 * What a processor says of one payout. Its net is computed from its lines and must equal what it claims.
 *
 * @param reference the processor's reference, which its transfer carries
 * @param salesOn the day whose sales it bundles
 * @param arrivesOn the day it is promised to land
 * @param currency of all its sums
 * @param net what it claims to transfer
 * @param lines sales with their fees, and fees of their own
 */
public record PayoutReport(
        String reference, LocalDate salesOn, LocalDate arrivesOn, Currency currency, Money net, List<Line> lines) {

    /** What a line is. */
    public enum Kind {
        SALE,
        FEE
    }

    /**
     * One line.
     *
     * @param kind a sale, or a fee that belongs to no sale
     * @param occurredOn the day of the sale or fee
     * @param saleReference the processor's reference of the sale; empty for a fee of its own
     * @param description the processor's words
     * @param gross what the payer paid; zero for a fee of its own
     * @param fee what the processor keeps of it, positive
     */
    public record Line(
            Kind kind, LocalDate occurredOn, String saleReference, String description, Money gross, Money fee) {}

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

    /** The sum of all sales. */
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
