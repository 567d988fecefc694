package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.CsvMapping;
import exactum.formats.csv.CsvShape;
import exactum.formats.csv.CustomerColumn;
import exactum.formats.csv.CustomerCsv;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
    private final CustomerRowStore customers;
    private final ReadRows read;
    private final TakeRows take;
    private final BusinessClock clock;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ImportCustomers(
            CustomerImportStore imports,
            CustomerRowStore customers,
            ReadRows read,
            TakeRows take,
            BusinessClock clock,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.imports = imports;
        this.customers = customers;
        this.read = read;
        this.take = take;
        this.clock = clock;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A rehearsal as it is kept.
     *
     * @param ours whether the file is of our making; else it is read with a mapping
     * @param good how many of its lines can be taken: new, changed and unchanged ones
     * @param changed how many of them change a customer
     * @param unchanged how many of them say what is known
     * @param done how many of the good lines were looked at so far
     */
    public record Rehearsal(
            UUID id,
            String fileName,
            boolean ours,
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

        /** Whether it waits until somebody says what its columns are. */
        public boolean isUnmapped() {
            return state == State.UNMAPPED;
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
        /** Nobody has said yet what its columns are. */
        UNMAPPED,
        REHEARSED,
        RUNNING,
        TAKEN
    }

    /** A line of a rehearsal: what becomes of it, or why it would not be taken. */
    public record Line(String code, String name, String email, boolean bad, String words) {}

    /** The rows of a file, read: the good ones with who is known of them, and the bad ones with their reasons. */
    private record Sorted(List<Incoming> good, Map<String, CustomerRowStore.Known> known, List<CustomerCsv.Bad> bad) {
        CustomerRowStore.Known known(Incoming incoming) {
            return known.get(incoming.code());
        }

        boolean isUnchanged(Incoming incoming) {
            return known(incoming) != null && incoming.says(known(incoming));
        }
    }

    /**
     * Takes in a file and says what would become of each line; touches no customer. A file that is not of our making waits until
     * somebody says what its columns are.
     */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            UUID id = Ids.next();
            boolean ours = CustomerCsv.isOurs(content);
            if (!ours) CustomerCsv.look(content, null);
            imports.insert(business, id, fileName, content, ours);
            if (ours) rehearse(business, id, sort(business, CustomerCsv.read(new ByteArrayInputStream(content))));
            return id;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Rehearses a file of another making, read with a mapping. */
    @Transactional
    public void map(BusinessId business, UUID id, CsvMapping mapping) {
        Rehearsal before = get(business, id);
        if (before.isRunning() || before.taken())
            throw new Refusal("customers.begun", "This import has begun already. Nothing was changed.");
        List<CustomerCsv.Row> rows = CustomerCsv.read(new ByteArrayInputStream(imports.content(business, id)), mapping);
        imports.setMapping(business, id, mapping);
        rehearse(business, id, sort(business, rows));
    }

    private void rehearse(BusinessId business, UUID id, Sorted sorted) {
        int unchanged = (int) sorted.good().stream().filter(sorted::isUnchanged).count();
        int known = (int)
                sorted.good().stream().filter(i -> sorted.known(i) != null).count();
        imports.setRehearsal(
                business,
                id,
                new CustomerImportStore.Counts(
                        sorted.good().size(),
                        known - unchanged,
                        unchanged,
                        sorted.bad().size()),
                CustomerCsv.writeBad(sorted.bad()));
    }

    /** What a file of another making looks like, read in a shape, or in the one that is guessed for null. */
    public CustomerCsv.Look look(BusinessId business, UUID id, CsvShape shape) {
        return CustomerCsv.look(imports.content(business, id), shape);
    }

    /** The mapping that a file was read with; none for a file of ours, or before. */
    public Optional<CsvMapping> mapping(BusinessId business, UUID id) {
        return imports.mapping(business, id);
    }

    private Sorted sort(BusinessId business, UUID id) {
        var content = new ByteArrayInputStream(imports.content(business, id));
        Optional<CsvMapping> mapping = imports.mapping(business, id);
        return sort(business, mapping.isEmpty() ? CustomerCsv.read(content) : CustomerCsv.read(content, mapping.get()));
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
        Sorted sorted = sort(business, id);
        boolean more = true;
        while (more) more = transaction.execute(s -> goOn(business, id, sorted));
        return get(business, id);
    }

    private boolean goOn(BusinessId business, UUID id, Sorted sorted) {
        CustomerImportStore.Progress progress = imports.lock(business, id);
        List<Incoming> good = sorted.good();
        if (progress.over()) return false;
        if (progress.done() == good.size()) {
            finish(business, id, sorted, progress.leftOut());
            return false;
        }
        List<Incoming> chunk = good.subList(progress.done(), Math.min(good.size(), progress.done() + CHUNK));
        Map<String, CustomerRowStore.Known> known =
                customers.byCode(business, chunk.stream().map(Incoming::code).toList());
        take.add(
                business,
                chunk.stream().filter(i -> !known.containsKey(i.code())).toList(),
                clock.today(business));
        var leftOut = new ArrayList<>(progress.leftOut());
        for (Incoming incoming : chunk) {
            CustomerRowStore.Known before = known.get(incoming.code());
            if (before == null || incoming.says(before)) continue;
            boolean sinceThen = before.changedAt().isAfter(progress.rehearsedAt());
            if (sinceThen || !take.change(business, before, incoming)) leftOut.add(incoming.code());
        }
        imports.setProgress(business, id, progress.done() + chunk.size(), leftOut);
        return true;
    }

    private void finish(BusinessId business, UUID id, Sorted sorted, List<String> leftOut) {
        Set<String> codes = Set.copyOf(leftOut);
        var all = new ArrayList<>(sorted.bad());
        sorted.good().stream().filter(i -> codes.contains(i.code())).forEach(i -> all.add(changedMeanwhile(i)));
        Instant rehearsedAt = imports.rehearsedAt(business, id).toInstant();
        int changes = (int) customers.byCode(business, codes).values().stream()
                .filter(k -> Ids.madeAt(k.id().value()).isBefore(rehearsedAt))
                .count();
        imports.setOutcome(business, id, codes.size(), changes, all.size(), CustomerCsv.writeBad(all));
        Rehearsal done = get(business, id);
        audit.record(
                business,
                "imported customers",
                "%d new, %d changed, %d unchanged, %d not"
                        .formatted(done.fresh(), done.changed(), done.unchanged(), all.size()));
    }

    private static CustomerCsv.Bad changedMeanwhile(Incoming i) {
        return new CustomerCsv.Bad(i.row(), List.of("somebody changed “%s” since the rehearsal".formatted(i.code())));
    }

    public Rehearsal get(BusinessId business, UUID id) {
        return imports.find(business, id).orElseThrow(() -> new NoDataFoundException("no rehearsal " + id));
    }

    /** What the rehearsal says of each line: the bad ones first, then what changes, then what is new; at most so many. */
    public List<Line> lines(BusinessId business, UUID id, int most) {
        Sorted sorted = sort(business, id);
        var bad = sorted.bad().stream()
                .map(b -> new Line(
                        b.row().get(CustomerColumn.CODE),
                        b.row().get(CustomerColumn.NAME),
                        b.row().get(CustomerColumn.EMAIL),
                        true,
                        String.join("; ", b.reasons())));
        var changes = sorted.good().stream()
                .filter(i -> sorted.known(i) != null && !sorted.isUnchanged(i))
                .map(i -> line(i, i.changes(sorted.known(i)).inWords()));
        var fresh = sorted.good().stream().filter(i -> sorted.known(i) == null).map(i -> line(i, "new"));
        return Stream.of(bad, changes, fresh)
                .flatMap(lines -> lines)
                .limit(most)
                .toList();
    }

    private static Line line(Incoming i, String words) {
        return new Line(i.code(), i.draft().name(), i.draft().email(), false, words);
    }

    private Sorted sort(BusinessId business, List<CustomerCsv.Row> rows) {
        List<String> codes = rows.stream().map(r -> r.get(CustomerColumn.CODE)).toList();
        Map<String, CustomerRowStore.Known> known = customers.byCode(business, codes);
        Map<String, String> merged = customers.merged(business, codes);
        ReadRows.Names names = read.names(business);
        var seen = new HashSet<String>();
        var good = new ArrayList<Incoming>();
        var bad = new ArrayList<CustomerCsv.Bad>();
        for (CustomerCsv.Row row : rows) {
            String code = row.get(CustomerColumn.CODE);
            ReadRows.Result result = read.read(row, known.get(code), names);
            var problems = new ArrayList<>(result.problems());
            if (merged.containsKey(code)) problems.add("“%s” was merged into “%s”".formatted(code, merged.get(code)));
            if (!seen.add(code)) problems.add("code “%s” stands on an earlier line of this file".formatted(code));
            if (problems.isEmpty()) good.add(result.incoming());
            else bad.add(new CustomerCsv.Bad(row, problems));
        }
        return new Sorted(good, known, bad);
    }
}
