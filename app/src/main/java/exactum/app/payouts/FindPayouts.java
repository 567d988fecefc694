package exactum.app.payouts;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** Payouts of the processors. */
public interface FindPayouts {
    /** The newest. */
    List<Payout> list(BusinessId business, int most);

    /** Those of which the books do not explain every line, most money first. */
    List<Payout> differing(BusinessId business, Wanted wanted);

    int countDiffering(BusinessId business, Wanted wanted);

    Optional<Payout> find(BusinessId business, PayoutId id);

    /** Its lines in order, from a line on. */
    List<PayoutLine> lines(BusinessId business, PayoutId payout, int from, int most);

    /** The lines that the books do not explain in full. */
    List<PayoutLine> openLines(BusinessId business, PayoutId payout, int most);

    /** Fees of its own, and the sum of the fees of its sales. */
    Fees fees(BusinessId business, PayoutId payout);

    record Fees(Money ofSales, List<PayoutLine> own) {}

    /** A line of which something was unexplained at the end of a day. */
    record Then(PayoutId payout, String words, LocalDate since, Money left) {}

    /** What of a processor's lines was unexplained at the end of a day, by what counted then. */
    List<Then> unmatchedAsOf(BusinessId business, ProcessorId processor, LocalDate day);
}
