package exactum.app.documents;

import exactum.core.document.DocumentKind;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * A list of documents as its address asks for it.
 *
 * @param path {@code /invoices} or {@code /quotes}
 * @param mandate the state of the mandates of open invoices, {@code none} for those without; or empty
 * @param sort a column, with a minus before it for the other way round
 */
public record ListRequest(
        String path, String q, Standing standing, DocumentKind kind, LocalDate due, String mandate, String sort) {
    private static final Set<DocumentKind> BILLED =
            EnumSet.of(DocumentKind.INVOICE, DocumentKind.CASH_SALE, DocumentKind.CREDIT_NOTE);

    /** From the parameters of an address; what cannot be meant is left out. */
    static ListRequest of(String path, Map<String, String> fields) {
        return new ListRequest(
                path,
                fields.getOrDefault("q", ""),
                choice(Standing.class, fields.get("standing")),
                choice(DocumentKind.class, fields.get("kind")),
                day(fields.get("due")),
                fields.getOrDefault("mandate", ""),
                fields.getOrDefault("sort", "-date"));
    }

    private static <E extends Enum<E>> E choice(Class<E> type, String name) {
        return Arrays.stream(type.getEnumConstants())
                .filter(e -> e.name().equals(name))
                .findFirst()
                .orElse(null);
    }

    private static LocalDate day(String typed) {
        try {
            return typed == null || typed.isEmpty() ? null : LocalDate.parse(typed);
        } catch (DateTimeException noDay) {
            return null;
        }
    }

    public boolean isQuotes() {
        return path.equals("/quotes");
    }

    /** The kinds that the list is of, whatever is filtered. */
    public Set<DocumentKind> kinds() {
        return isQuotes() ? Set.of(DocumentKind.QUOTE) : BILLED;
    }

    ListDocuments.Filter filter() {
        Set<DocumentKind> shown = kind != null && kinds().contains(kind) ? Set.of(kind) : kinds();
        return new ListDocuments.Filter(q, standing, due, mandate, shown, order());
    }

    private ListDocuments.Order order() {
        boolean down = sort.startsWith("-");
        return Optional.ofNullable(choice(
                        ListDocuments.Column.class, sort.substring(down ? 1 : 0).toUpperCase(Locale.ROOT)))
                .map(c -> new ListDocuments.Order(c, down))
                .orElse(ListDocuments.Order.NEWEST);
    }

    /** Whether nothing is filtered. */
    public boolean isAll() {
        return q.isBlank() && standing == null && kind == null && due == null && mandate.isEmpty();
    }

    /** How a column's head says what the list is sorted by. */
    public String sorted(String column) {
        if (sort.equals(column)) return "ascending";
        return sort.equals("-" + column) ? "descending" : null;
    }

    /** The address of the same list, sorted by a column; the other way round where it is sorted by it. */
    public String by(String column) {
        boolean first = column.equals("number") || column.equals("customer") || column.equals("due");
        String next = sort.equals(column) ? "-" + column : sort.equals("-" + column) || first ? column : "-" + column;
        return address(q, standing, kind, next);
    }

    /** The address of the same list in another state; null for all. */
    public String in(Standing other) {
        return address(q, other, kind, sort);
    }

    /** The address of the same list of one kind; null for all. */
    public String of(DocumentKind other) {
        return address(q, standing, other, sort);
    }

    /** All that it asks for, as it follows the question mark. */
    public String query() {
        return address(q, standing, kind, sort).replaceFirst("^[^?]*\\??", "");
    }

    private String address(String words, Standing state, DocumentKind one, String order) {
        var address = UriComponentsBuilder.fromPath(path);
        if (!words.isBlank()) address.queryParam("q", words);
        if (state != null) address.queryParam("standing", state.name());
        if (one != null) address.queryParam("kind", one.name());
        if (due != null) address.queryParam("due", due);
        if (!mandate.isEmpty()) address.queryParam("mandate", mandate);
        if (!order.equals("-date")) address.queryParam("sort", order);
        return address.encode().build().toUriString();
    }
}
