package exactum.formats.csv;

import exactum.core.problem.Refusal;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * Mandates as CSV (RFC 4180, UTF-8): customer (code), scheme, reference, holder, iban, bic, signed on, valid from, valid until, one-off (yes or
 * no), collections (how many were agreed), most (of one collection), notice (days). Days are ISO 8601; what is empty is as usual.
 */
public final class MandateCsv {
    private static final List<String> COLUMNS = List.of(
            "customer",
            "scheme",
            "reference",
            "holder",
            "iban",
            "bic",
            "signed on",
            "valid from",
            "valid until",
            "one-off",
            "collections",
            "most",
            "notice");
    private static final StrictCsv CSV =
            new StrictCsv("mandates", BadRows.columns(COLUMNS), List.of("customer", "reference", "iban", "signed on"));

    private MandateCsv() {}

    /** A row as it stands in the file; empty for what it does not say. */
    public record Row(
            long line, String customer, String scheme, String reference, Account account, Days days, Agreed agreed) {}

    /** The payer's account. */
    public record Account(String holder, String iban, String bic) {}

    /** Its days. */
    public record Days(String signedOn, String validFrom, String validUntil) {}

    /** What was agreed. */
    public record Agreed(String oneOff, String collections, String most, String notice) {}

    /** A row that was not taken, and every reason. */
    public record Bad(Row row, List<String> reasons) {}

    /**
     * The rows of the file.
     *
     * @throws Refusal if it is not CSV, lacks a required column, or has nothing in it
     */
    public static List<Row> read(InputStream in) {
        var rows = new ArrayList<Row>();
        CSV.read(
                in,
                row -> rows.add(new Row(
                        row.line(),
                        Formula.plain(row.get("customer")),
                        Formula.plain(row.get("scheme")),
                        Formula.plain(row.get("reference")),
                        new Account(
                                Formula.plain(row.get("holder")),
                                Formula.plain(row.get("iban")),
                                Formula.plain(row.get("bic"))),
                        new Days(
                                Formula.plain(row.get("signed on")),
                                Formula.plain(row.get("valid from")),
                                Formula.plain(row.get("valid until"))),
                        new Agreed(
                                Formula.plain(row.get("one-off")),
                                Formula.plain(row.get("collections")),
                                Formula.plain(row.get("most")),
                                Formula.plain(row.get("notice"))))));
        if (rows.isEmpty()) throw CSV.refused("empty", "There is no mandate in the file.");
        return rows;
    }

    /** The bad rows with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        return BadRows.write(COLUMNS, bad.stream().map(b -> BadRows.cells(cells(b.row()), b.reasons())));
    }

    private static List<String> cells(Row r) {
        return List.of(
                r.customer(),
                r.scheme(),
                r.reference(),
                r.account().holder(),
                r.account().iban(),
                r.account().bic(),
                r.days().signedOn(),
                r.days().validFrom(),
                r.days().validUntil(),
                r.agreed().oneOff(),
                r.agreed().collections(),
                r.agreed().most(),
                r.agreed().notice());
    }
}
