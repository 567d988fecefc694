package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;

/**
 * A bank statement that adds up: opening balance plus all lines is the closing balance, in one currency.
 *
 * @param reference the bank's identifier of the statement
 * @param sequence the bank's electronic sequence number, or null
 * @param iban the account
 * @param from first day covered
 * @param until last day covered
 * @param opening booked balance before the first line
 * @param closing booked balance after the last line
 * @param lines the booked lines in the bank's order
 */
public record Statement(
        String reference,
        Long sequence,
        Iban iban,
        LocalDate from,
        LocalDate until,
        Money opening,
        Money closing,
        List<StatementLine> lines) {

    /**
     * The statement as it was read.
     *
     * @throws Refusal if it mixes currencies or does not add up
     */
    public Statement {
        lines = List.copyOf(lines);
        Money reached = opening;
        for (StatementLine line : lines) {
            if (!line.amount().currency().equals(opening.currency())) {
                throw new Refusal("statement.currency", "The statement mixes currencies. Nothing was stored.");
            }
            reached = reached.plus(line.amount());
        }
        if (!reached.equals(closing)) {
            throw new Refusal(
                    "statement.does-not-add-up",
                    "The statement does not add up: %s and its lines make %s, but it ends at %s. Nothing was stored. Ask the bank for it again."
                            .formatted(opening.text(), reached.text(), closing.text()));
        }
    }
}
