package exactum.standins.processor;

import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;

/**
 * A payout as it is kept; amounts are decimals as text.
 *
 * @param no counts the payouts of an account, in the order in which they were made
 */
public record PayoutDocument(
        String id, int no, LocalDate salesOn, LocalDate arrivesOn, String currency, String net, List<Line> lines) {

    /** One line of it. */
    public record Line(
            String kind, LocalDate day, String sale, String reference, String description, String gross, String fee) {}

    public PayoutReport report() {
        var read = lines.stream()
                .map(l -> new PayoutReport.Line(
                        PayoutReport.Kind.valueOf(l.kind()),
                        l.day(),
                        l.sale(),
                        l.reference(),
                        l.description(),
                        Money.of(currency, l.gross()),
                        Money.of(currency, l.fee())))
                .toList();
        return new PayoutReport(id, salesOn, arrivesOn, Currency.getInstance(currency), Money.of(currency, net), read);
    }
}
