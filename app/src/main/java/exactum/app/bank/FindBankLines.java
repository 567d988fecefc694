package exactum.app.bank;

import exactum.app.daysheet.Wanted;
import exactum.app.setup.BankAccount;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import exactum.core.matching.PayerMemory;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/** Bank lines. */
public interface FindBankLines {
    Optional<BankLine> find(BusinessId business, BankLineId id);

    /** Lines of which something is unexplained, the oldest first. */
    List<BankLine> unmatched(BusinessId business, int most);

    int countUnmatched(BusinessId business);

    /** Charges of which nothing is explained yet, by the bank's own code of them (ISO 20022, sub-family CHRG), that name one of the texts. */
    List<BankLine> chargesNaming(BusinessId business, Collection<String> texts);

    /** The wanted ones, the oldest first. */
    List<BankLine> unmatched(BusinessId business, LineFilter filter, int most);

    int countUnmatched(BusinessId business, LineFilter filter);

    /** As decisions, the oldest first. */
    List<BankLine> unmatched(BusinessId business, Wanted wanted);

    int countUnmatched(BusinessId business, Wanted wanted);

    /** What is unexplained of those, money in and money out apart, by currency. */
    List<Money> sumsUnmatched(BusinessId business, Wanted wanted);

    /** What is unexplained, money in and money out apart, by currency. */
    List<Money> sumsUnmatched(BusinessId business);

    /** Whose earlier lines from the same accounts, or under the same names, were. */
    PayerMemory memory(BusinessId business, Collection<BankLine> lines);

    /** The lines of a statement in the bank's order, from a line on. */
    List<BankLine> ofStatement(BusinessId business, StatementId statement, int from, int most);

    /** A line of which something was unexplained at the end of a day. */
    record Then(BankLineId id, String words, LocalDate bookedOn, Money left) {}

    /** What of an account's lines was unexplained at the end of a day, by what counted then. */
    List<Then> unmatchedAsOf(BusinessId business, BankAccountId account, LocalDate day);

    /** What lines of statements that end after the day came to by its end, as the bank booked them. */
    Money movedWithin(BusinessId business, BankAccount account, LocalDate day);

    /** Lines that the bank booked on or before the day, but that count later because their month was closed already. */
    List<Then> countedLater(BusinessId business, BankAccountId account, LocalDate day);
}
