package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Arrays;
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
 * @param remarks entries that move no money: of zero, for information, not booked yet
 */
public record Statement(
        String reference,
        Long sequence,
        AccountNumber iban,
        LocalDate from,
        LocalDate until,
        Money opening,
        Money closing,
        List<StatementLine> lines,
        List<Remark> remarks) {

    /** What an entry is that moves no money. */
    public enum RemarkKind {
        ZERO("of zero"),
        INFORMATION("for information"),
        PENDING("not booked yet"),
        FUTURE("to be booked later");

        private final String words;

        RemarkKind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /** The kind that the words name. */
        public static RemarkKind of(String words) {
            return Arrays.stream(values())
                    .filter(k -> k.words.equals(words))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("no remark is called " + words));
        }
    }

    /**
     * An entry that moves no money.
     *
     * @param day the bank's booking date, or the one it is expected on; null where it gives none
     * @param amount as the bank states it; not part of the balances
     */
    public record Remark(RemarkKind kind, LocalDate day, Money amount, String words) {}

    /** A statement without remarks. */
    public Statement(
            String reference,
            Long sequence,
            AccountNumber iban,
            LocalDate from,
            LocalDate until,
            Money opening,
            Money closing,
            List<StatementLine> lines) {
        this(reference, sequence, iban, from, until, opening, closing, lines, List.of());
    }

    /**
     * The statement as it was read.
     *
     * @throws Refusal if it mixes currencies or does not add up
     */
    public Statement {
        lines = List.copyOf(lines);
        remarks = List.copyOf(remarks);
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
