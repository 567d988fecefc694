package exactum.formats.csv;

import exactum.core.text.Folding;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** What a column of a bank's CSV file may be; the names are those that banks write in English and German (common practice, no source). */
public enum StatementColumn {
    BOOKED(
            "booking date",
            "booking date",
            "booked",
            "booked on",
            "date",
            "posted",
            "transaction date",
            "buchungstag",
            "buchungsdatum",
            "buchung",
            "datum"),
    VALUE("value date", "value date", "valuta", "valutadatum", "wertstellung", "wert"),
    AMOUNT("amount", "amount", "betrag", "betrag (eur)", "umsatz", "umsatz in eur", "value"),
    IN("money in", "money in", "paid in", "credit", "haben", "gutschrift", "eingang"),
    OUT("money out", "money out", "paid out", "debit", "soll", "lastschrift", "ausgang"),
    CURRENCY("currency", "currency", "wahrung", "waehrung", "ccy"),
    NAME(
            "other party",
            "name",
            "counterparty",
            "counter party",
            "payer",
            "payee",
            "payer/payee",
            "beneficiary",
            "auftraggeber/empfanger",
            "beguenstigter/zahlungspflichtiger",
            "begunstigter/zahlungspflichtiger",
            "zahlungspflichtige*r",
            "zahlungsbeteiligter",
            "name zahlungsbeteiligter",
            "partner"),
    ACCOUNT(
            "other account",
            "counterparty account",
            "iban",
            "account number",
            "kontonummer/iban",
            "iban zahlungsbeteiligter",
            "kontonummer",
            "payer account"),
    TEXT(
            "text",
            "reference",
            "text",
            "remittance",
            "details",
            "description",
            "narrative",
            "purpose",
            "verwendungszweck",
            "buchungstext",
            "memo"),
    REFERENCE(
            "bank reference", "bank reference", "transaction id", "transaction reference", "bankreferenz", "referenz"),
    END_TO_END(
            "end-to-end reference",
            "end-to-end",
            "end to end id",
            "end-to-end id",
            "end-to-end reference",
            "kundenreferenz",
            "kundenreferenz (end-to-end)"),
    BALANCE("balance after it", "balance", "saldo", "running balance", "saldo nach buchung", "kontostand"),
    OURS("our account", "our account", "own account", "auftragskonto", "iban auftragskonto", "konto");

    private final String words;
    private final List<String> names;

    StatementColumn(String words, String... names) {
        this.words = words;
        this.names = List.of(names);
    }

    /** What it is called on screens. */
    public String words() {
        return words;
    }

    /** The column that a head most likely names. */
    public static Optional<StatementColumn> of(String head) {
        String folded = Folding.of(head).strip();
        return Arrays.stream(values()).filter(c -> c.names.contains(folded)).findFirst();
    }
}
