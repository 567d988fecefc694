package exactum.formats.csv;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.WaitingId;
import exactum.core.matching.Candidate;
import exactum.core.matching.Whose;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * What is open, as a file: {@code item_ref,kind,number,customer,payer_names,currency,open_minor,issued_on,due_on}. Amounts are
 * whole minor units (ISO 4217); payer names are joined by {@code |}.
 */
public final class MatchItemCsv {
    private static final List<String> COLUMNS = List.of(
            "item_ref", "kind", "number", "customer", "payer_names", "currency", "open_minor", "issued_on", "due_on");
    private static final Map<String, WaitingKind> WAITING = Map.of(
            "payout", WaitingKind.PAYOUT,
            "refund", WaitingKind.REFUND,
            "batch", WaitingKind.DEBIT_BATCH,
            "slip", WaitingKind.SLIP);
    private final StrictCsv csv = new StrictCsv("match items", COLUMNS, COLUMNS);
    private final List<Candidate> candidates = new ArrayList<>();
    private final Map<UUID, String> refs = new HashMap<>();

    /**
     * Reads the file.
     *
     * @throws Refusal that names line and column of what cannot be read
     */
    public static MatchItemCsv read(InputStream in) {
        var file = new MatchItemCsv();
        file.csv.read(in, file::add);
        return file;
    }

    private MatchItemCsv() {}

    /** The items as the engine takes them. */
    public List<Candidate> candidates() {
        return candidates;
    }

    /** The {@code item_ref} of what the engine calls by the id. */
    public String ref(UUID id) {
        return refs.get(id);
    }

    private void add(StrictCsv.Row row) {
        var id = new UUID(0, candidates.size() + 1L);
        refs.put(id, row.get("item_ref"));
        Money open = money(row, "open_minor");
        if (open.isZero()) throw row.wrong("open_minor", "an amount that is open");
        List<String> names = Arrays.stream(row.get("payer_names").split("\\|"))
                .map(String::strip)
                .filter(n -> !n.isEmpty())
                .toList();
        String kind = row.get("kind");
        if (!kind.equals("invoice") && !WAITING.containsKey(kind))
            throw row.wrong("kind", "invoice, payout, refund, batch or slip");
        LocalDate issued = day(row, "issued_on");
        LocalDate due = day(row, "due_on");
        if (kind.equals("invoice") && open.isPositive()) {
            candidates.add(new Candidate.Open(
                    new ClaimId(id),
                    new DocumentId(UUID.nameUUIDFromBytes(row.get("number").getBytes(StandardCharsets.UTF_8))),
                    row.get("number"),
                    whose(row.get("customer"), names),
                    issued,
                    due == null ? issued == null ? LocalDate.EPOCH : issued : due,
                    open,
                    null));
            return;
        }
        LocalDate since = due != null ? due : issued != null ? issued : LocalDate.EPOCH;
        candidates.add(new Candidate.Waiting(
                new WaitingId(id),
                WAITING.getOrDefault(kind, WaitingKind.REFUND),
                row.get("number").isEmpty() ? List.of() : List.of(row.get("number")),
                names,
                since,
                open));
    }

    private static Whose whose(String customer, List<String> names) {
        var id = new CustomerId(UUID.nameUUIDFromBytes(customer.getBytes(StandardCharsets.UTF_8)));
        if (names.isEmpty()) return new Whose(id, "", List.of(), customer);
        return new Whose(id, names.getFirst(), names.subList(1, names.size()), customer);
    }

    static Money money(StrictCsv.Row row, String column) {
        try {
            return Money.ofMinor(row.get("currency"), Long.parseLong(row.get(column)));
        } catch (NumberFormatException wrong) {
            throw row.wrong(column, "a whole number of minor units");
        } catch (IllegalArgumentException wrong) {
            throw row.wrong("currency", "a currency of ISO 4217");
        }
    }

    static LocalDate day(StrictCsv.Row row, String column) {
        if (row.get(column).isEmpty()) return null;
        try {
            return LocalDate.parse(row.get(column));
        } catch (DateTimeParseException wrong) {
            throw row.wrong(column, "a date as 2026-03-02");
        }
    }
}
