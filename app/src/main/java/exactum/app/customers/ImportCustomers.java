package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.core.ids.BusinessId;
import exactum.formats.LimitedInput;
import exactum.formats.csv.CustomerCsv;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Customers from a file: rehearsed first, then the good lines are taken and the bad ones handed back as a file with every
 * reason. A line whose code is known changes that customer, if it says anything else. Taking the same rehearsal twice changes
 * nothing.
 */
@Component
public class ImportCustomers {
    private static final int CHUNK = 5_000;
    private final CustomerImportStore imports;
    private final CustomerStore customers;
    private final BusinessClock clock;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ImportCustomers(
            CustomerImportStore imports,
            CustomerStore customers,
            BusinessClock clock,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.imports = imports;
        this.customers = customers;
        this.clock = clock;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A rehearsal as it is kept.
     *
     * @param good how many of its lines can be taken: new, changed and unchanged ones
     * @param changed how many of them change a customer
     * @param unchanged how many of them say what is known
     * @param done how many of the good lines were looked at so far
     */
    public record Rehearsal(
            UUID id,
            String fileName,
            int good,
            int changed,
            int unchanged,
            int bad,
            State state,
            int done,
            byte[] badFile) {
        public boolean taken() {
            return state == State.TAKEN;
        }

        public boolean isRunning() {
            return state == State.RUNNING;
        }

        /** How many of its lines are new customers. */
        public int fresh() {
            return good - changed - unchanged;
        }
    }

    /** Where an import is. */
    public enum State {
        REHEARSED,
        RUNNING,
        TAKEN
    }

    /** A line of a rehearsal: what becomes of it, or why it would not be taken. */
    public record Line(String code, String name, String email, boolean bad, String words) {}

    private record Sorted(List<CustomerDraft> good, List<CustomerCsv.Bad> bad) {}

    /** Reads the file and says what would become of each line; touches no customer. */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            Sorted sorted = sort(content);
            Map<String, CustomerStore.Known> known = known(business, sorted.good());
            int unchanged = (int) sorted.good().stream()
                    .filter(d -> known.containsKey(d.code())
                            && d.says(known.get(d.code()).customer()))
                    .count();
            var rehearsal = new Rehearsal(
                    Ids.next(),
                    fileName,
                    sorted.good().size(),
                    known.size() - unchanged,
                    unchanged,
                    sorted.bad().size(),
                    State.REHEARSED,
                    0,
                    CustomerCsv.writeBad(sorted.bad()));
            imports.insert(business, rehearsal, content);
            return rehearsal.id();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Map<String, CustomerStore.Known> known(BusinessId business, List<CustomerDraft> drafts) {
        return customers.byCode(
                business, drafts.stream().map(CustomerDraft::code).toList());
    }

    /** Marks that the good lines are to be imported; false if that was done before. */
    @Transactional
    public boolean begin(BusinessId business, UUID id) {
        get(business, id);
        return imports.begin(business, id);
    }

    /**
     * Imports the good lines of a rehearsal, so many at a time; killed between, it goes on where it was. Lines whose customer
     * somebody else changed since the rehearsal join the bad ones.
     */
    public Rehearsal take(BusinessId business, UUID id) {
        Sorted sorted = sort(imports.content(business, id));
        boolean more = true;
        while (more) more = transaction.execute(s -> goOn(business, id, sorted));
        return get(business, id);
    }

    private boolean goOn(BusinessId business, UUID id, Sorted sorted) {
        CustomerImportStore.Progress progress = imports.lock(business, id);
        List<CustomerDraft> good = sorted.good();
        if (progress.over()) return false;
        if (progress.done() == good.size()) {
            finish(business, id, sorted, progress.leftOut());
            return false;
        }
        List<CustomerDraft> chunk = good.subList(progress.done(), Math.min(good.size(), progress.done() + CHUNK));
        Map<String, CustomerStore.Known> known = known(business, chunk);
        customers.insertAll(
                business,
                chunk.stream().filter(d -> !known.containsKey(d.code())).toList(),
                clock.today(business));
        var leftOut = new ArrayList<>(progress.leftOut());
        for (CustomerDraft draft : chunk) {
            CustomerStore.Known before = known.get(draft.code());
            if (before == null || draft.says(before.customer())) continue;
            boolean sinceThen = before.changedAt().isAfter(progress.rehearsedAt());
            if (sinceThen || !change(business, before.customer(), draft)) leftOut.add(draft.code());
        }
        imports.setProgress(business, id, progress.done() + chunk.size(), leftOut);
        return true;
    }

    private boolean change(BusinessId business, Customer before, CustomerDraft draft) {
        if (!customers.update(business, before.id(), before.revision(), draft)) return false;
        audit.record(
                business,
                "changed a customer",
                draft.code() + " " + draft.name(),
                SaveCustomer.differences(before, draft));
        return true;
    }

    private void finish(BusinessId business, UUID id, Sorted sorted, List<String> leftOut) {
        Set<String> codes = Set.copyOf(leftOut);
        var all = new ArrayList<>(sorted.bad());
        sorted.good().stream().filter(d -> codes.contains(d.code())).forEach(d -> all.add(changedMeanwhile(d)));
        int changes = (int) customers.byCode(business, codes).values().stream()
                .filter(k -> k.customer().revision() > 1)
                .count();
        imports.setOutcome(business, id, codes.size(), changes, all.size(), CustomerCsv.writeBad(all));
        Rehearsal done = get(business, id);
        audit.record(
                business,
                "imported customers",
                "%d new, %d changed, %d unchanged, %d not"
                        .formatted(done.fresh(), done.changed(), done.unchanged(), all.size()));
    }

    private static CustomerCsv.Bad changedMeanwhile(CustomerDraft d) {
        return new CustomerCsv.Bad(
                new CustomerCsv.Row(
                        0,
                        d.code(),
                        d.name(),
                        d.kind(),
                        d.email(),
                        d.address(),
                        d.country(),
                        d.currency(),
                        d.taxNumber()),
                List.of("somebody changed “%s” since the rehearsal".formatted(d.code())));
    }

    public Rehearsal get(BusinessId business, UUID id) {
        return imports.find(business, id).orElseThrow(() -> new NoDataFoundException("no rehearsal " + id));
    }

    /** What the rehearsal says of each line: the bad ones first, then what changes, then what is new; at most so many. */
    public List<Line> lines(BusinessId business, UUID id, int most) {
        Sorted sorted = sort(imports.content(business, id));
        Map<String, CustomerStore.Known> known = known(business, sorted.good());
        var bad = sorted.bad().stream()
                .map(b -> new Line(
                        b.row().code(), b.row().name(), b.row().email(), true, String.join("; ", b.reasons())));
        var changes = sorted.good().stream()
                .filter(d -> known.containsKey(d.code())
                        && !d.says(known.get(d.code()).customer()))
                .map(d -> line(
                        d,
                        SaveCustomer.differences(known.get(d.code()).customer(), d)
                                .inWords()));
        var fresh =
                sorted.good().stream().filter(d -> !known.containsKey(d.code())).map(d -> line(d, "new"));
        return Stream.of(bad, changes, fresh)
                .flatMap(lines -> lines)
                .limit(most)
                .toList();
    }

    private static Line line(CustomerDraft d, String words) {
        return new Line(d.code(), d.name(), d.email(), false, words);
    }

    private static Sorted sort(byte[] content) {
        List<CustomerCsv.Row> rows = CustomerCsv.read(new ByteArrayInputStream(content));
        Set<String> seen = new HashSet<>();
        var good = new ArrayList<CustomerDraft>();
        var bad = new ArrayList<CustomerCsv.Bad>();
        for (CustomerCsv.Row row : rows) {
            CustomerDraft draft = draft(row);
            var problems = new ArrayList<>(
                    draft.problems().stream().map(CustomerDraft.Problem::words).toList());
            if (!seen.add(draft.code()))
                problems.add("code “%s” stands on an earlier line of this file".formatted(draft.code()));
            if (problems.isEmpty()) good.add(draft);
            else bad.add(new CustomerCsv.Bad(row, problems));
        }
        return new Sorted(good, bad);
    }

    private static CustomerDraft draft(CustomerCsv.Row row) {
        String kind = row.kind().isEmpty() ? "person" : row.kind().toLowerCase(Locale.ROOT);
        return new CustomerDraft(
                row.code(),
                row.name(),
                kind,
                row.email(),
                row.address(),
                row.country().toUpperCase(Locale.ROOT),
                row.currency().toUpperCase(Locale.ROOT),
                row.taxNumber());
    }
}
