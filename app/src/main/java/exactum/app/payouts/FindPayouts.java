package exactum.app.payouts;

import exactum.app.daysheet.Wanted;
import exactum.core.bank.PayoutReport;
import exactum.core.ids.BankLineId;
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

    /** One of its lines. */
    default Optional<PayoutLine> line(BusinessId business, PayoutId payout, int lineNo) {
        return lines(business, payout, lineNo, 1).stream()
                .filter(l -> l.lineNo() == lineNo)
                .findFirst();
    }

    /** The lines that the books do not explain in full. */
    List<PayoutLine> openLines(BusinessId business, PayoutId payout, int most);

    /** Those that were promised for a day before, and of which something has not landed; the oldest first. */
    List<Payout> promisedBefore(BusinessId business, LocalDate day);

    /** A bank line that brought a payout, or a part of it. */
    record Landing(BankLineId line, LocalDate on, Money amount) {}

    List<Landing> landings(BusinessId business, PayoutId payout);

    /**
     * What waits for a payout of a processor and is in none.
     *
     * @param sales how many of them are sales
     * @param gross of the sales
     * @param net all of it after fees
     */
    record NotYet(
            ProcessorId processor, String name, int sales, int others, Money gross, Money net, LocalDate oldest) {}

    List<NotYet> notYet(BusinessId business);

    /** The fees that belong to none of its other lines, so many at most. */
    List<PayoutLine> ownFees(BusinessId business, PayoutId payout, int most);

    /** What it is made of. */
    List<PayoutReport.Part> composition(BusinessId business, Payout payout);

    /** Whose sales are in it, and what they were paid with. */
    Payers payers(BusinessId business, PayoutId payout);

    /**
     * How many customers paid, and with what.
     *
     * @param count of customers whose sales the books have
     */
    record Payers(int count, List<Method> methods) {}

    /** A kind of card with how many sales; the name is empty for sales that the books do not have. */
    record Method(String name, int count) {}

    /**
     * A line of which something was unexplained at the end of a day.
     *
     * @param fee whether it is a fee of its own
     */
    record Then(PayoutId payout, String words, LocalDate since, Money left, boolean fee) {}

    /** What of a processor's lines was unexplained at the end of a day, by what counted then. */
    List<Then> unmatchedAsOf(BusinessId business, ProcessorId processor, LocalDate day);
}
