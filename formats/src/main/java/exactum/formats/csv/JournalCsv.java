package exactum.formats.csv;

import java.time.LocalDate;
import java.util.List;

/**
 * The journal as CSV, a posting a row: {@code entry, counts_on, belongs_to, event, memo, account, account_name, their_account,
 * currency, debit, credit, own_debit, own_credit, customer, customer_name, document, tags, undoes}. Dates are ISO 8601, amounts
 * decimals with a point in the currency’s own digits; one of debit and credit is empty; the rows of an entry follow on each other.
 */
public final class JournalCsv {
    /** The head line. */
    public static final List<String> COLUMNS = List.of(
            "entry",
            "counts_on",
            "belongs_to",
            "event",
            "memo",
            "account",
            "account_name",
            "their_account",
            "currency",
            "debit",
            "credit",
            "own_debit",
            "own_credit",
            "customer",
            "customer_name",
            "document",
            "tags",
            "undoes");

    private JournalCsv() {}

    /** The entry of a row. */
    public record Of(String entry, LocalDate countsOn, LocalDate belongsTo, String event, String memo, String undoes) {}

    /** The account of a row, with what it is called where the books go to. */
    public record On(String account, String name, String theirs) {}

    /** An amount on one of its sides. */
    public record Sides(String debit, String credit) {}

    /** Whose it is; empty where nobody’s. */
    public record About(String customer, String customerName, String document, String tags) {}

    /** A row. */
    public static List<String> row(Of of, On on, String currency, Sides amount, Sides own, About about) {
        return List.of(
                of.entry(),
                of.countsOn().toString(),
                of.belongsTo().toString(),
                of.event(),
                of.memo(),
                on.account(),
                on.name(),
                on.theirs(),
                currency,
                amount.debit(),
                amount.credit(),
                own.debit(),
                own.credit(),
                about.customer(),
                about.customerName(),
                about.document(),
                about.tags(),
                of.undoes());
    }
}
