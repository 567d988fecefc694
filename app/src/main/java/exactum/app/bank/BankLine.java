package exactum.app.bank;

import exactum.core.bank.Explained;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.StatementId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A line of a bank statement: a fact, and what is left of it to explain.
 *
 * @param said as the bank said it
 */
public record BankLine(
        BankLineId id, StatementId statement, BankAccountId account, StatementLine said, Explained explained) {

    public Money amount() {
        return said.amount();
    }

    public LocalDate bookedOn() {
        return said.bookedOn();
    }

    /** What nothing explains yet. */
    public Money left() {
        return explained.left().amount();
    }

    public boolean isMatched() {
        return explained.isWhole();
    }

    /** The most telling of its texts. */
    public String words() {
        return !said.remittance().isEmpty()
                ? said.remittance()
                : !said.counterparty().isEmpty() ? said.counterparty() : said.bankReference();
    }

    /** Who is on the other side, as far as the bank says it. */
    public String whose() {
        return said.counterparty().isEmpty() ? "the bank" : said.counterparty();
    }
}
