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
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Customers from a file: rehearsed first, then the good lines are taken and the bad ones handed back as a file with
 * every reason. Taking the same rehearsal twice changes nothing.
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
     * @param done how many of its good lines are imported so far
     */
    public record Rehearsal(UUID id, String fileName, int good, int bad, State state, int done, byte[] badFile) {
        public boolean taken() {
            return state == State.TAKEN;
        }

        public boolean isRunning() {
            return state == State.RUNNING;
        }
    }

    /** Where an import is. */
    public enum State {
        REHEARSED,
        RUNNING,
        TAKEN
    }

    /** A line of a rehearsal; {@code reason} is why it would not be taken, or empty. */
    public record Line(String code, String name, String email, String reason) {}

    private record Sorted(List<CustomerDraft> good, List<CustomerCsv.Bad> bad) {}

    /** Reads the file and says which lines would be taken; adds no customer. */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            Sorted sorted = sort(business, content);
            var rehearsal = new Rehearsal(
                    Ids.next(),
                    fileName,
                    sorted.good().size(),
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

    /** Marks that the good lines are to be imported; false if that was done before. */
    @Transactional
    public boolean begin(BusinessId business, UUID id) {
        get(business, id);
        return imports.begin(business, id);
    }

    /**
     * Imports the good lines of a rehearsal, so many at a time; killed between, it goes on where it was. Lines whose code was
     * taken meanwhile join the bad ones.
     */
    public Rehearsal take(BusinessId business, UUID id) {
        Sorted sorted = sort(imports.content(business, id), Set.of());
        List<CustomerDraft> good = sorted.good();
        boolean more = true;
        while (more) more = transaction.execute(s -> goOn(business, id, good, sorted.bad()));
        return get(business, id);
    }

    private boolean goOn(BusinessId business, UUID id, List<CustomerDraft> good, List<CustomerCsv.Bad> bad) {
        CustomerImportStore.Progress progress = imports.lock(business, id);
        if (progress.over()) return false;
        if (progress.done() == good.size()) {
            finish(business, id, good, bad, progress.leftOut());
            return false;
        }
        List<CustomerDraft> chunk = good.subList(progress.done(), Math.min(good.size(), progress.done() + CHUNK));
        Set<String> taken = customers.takenCodes(
                business, chunk.stream().map(CustomerDraft::code).toList());
        customers.insertAll(
                business, chunk.stream().filter(d -> !taken.contains(d.code())).toList(), clock.today(business));
        var leftOut = new ArrayList<>(progress.leftOut());
        chunk.stream().map(CustomerDraft::code).filter(taken::contains).forEach(leftOut::add);
        imports.setProgress(business, id, progress.done() + chunk.size(), leftOut);
        return true;
    }

    private void finish(
            BusinessId business, UUID id, List<CustomerDraft> good, List<CustomerCsv.Bad> bad, List<String> leftOut) {
        Set<String> codes = Set.copyOf(leftOut);
        var all = new ArrayList<>(bad);
        good.stream().filter(d -> codes.contains(d.code())).forEach(d -> all.add(takenMeanwhile(d)));
        int imported = good.size() - codes.size();
        imports.setOutcome(business, id, imported, all.size(), CustomerCsv.writeBad(all));
        audit.record(business, "imported customers", "%d imported, %d not".formatted(imported, all.size()));
    }

    private static CustomerCsv.Bad takenMeanwhile(CustomerDraft d) {
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
                List.of(belongs(d.code())));
    }

    private static String belongs(String code) {
        return "code “%s” belongs to a customer already".formatted(code);
    }

    public Rehearsal get(BusinessId business, UUID id) {
        return imports.find(business, id).orElseThrow(() -> new NoDataFoundException("no rehearsal " + id));
    }

    /** What the rehearsal says of each line: the bad ones first, in the file's order, at most as many as asked for. */
    public List<Line> lines(BusinessId business, UUID id, int most) {
        Sorted sorted = sort(business, imports.content(business, id));
        var bad = sorted.bad().stream()
                .map(b -> new Line(b.row().code(), b.row().name(), b.row().email(), String.join("; ", b.reasons())));
        var good = sorted.good().stream().map(d -> new Line(d.code(), d.name(), d.email(), ""));
        return Stream.concat(bad, good).limit(most).toList();
    }

    private Sorted sort(BusinessId business, byte[] content) {
        List<String> codes = CustomerCsv.read(new ByteArrayInputStream(content)).stream()
                .map(CustomerCsv.Row::code)
                .toList();
        return sort(content, customers.takenCodes(business, codes));
    }

    private static Sorted sort(byte[] content, Set<String> taken) {
        List<CustomerCsv.Row> rows = CustomerCsv.read(new ByteArrayInputStream(content));
        Set<String> seen = new HashSet<>();
        var good = new ArrayList<CustomerDraft>();
        var bad = new ArrayList<CustomerCsv.Bad>();
        for (CustomerCsv.Row row : rows) {
            CustomerDraft draft = draft(row);
            var problems = new ArrayList<>(draft.problems());
            if (taken.contains(draft.code())) problems.add(belongs(draft.code()));
            else if (!seen.add(draft.code()))
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
