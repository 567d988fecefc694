package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
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

/**
 * Customers from a file: rehearsed first, then the good lines are taken and the bad ones handed back as a file with
 * every reason. Taking the same rehearsal twice changes nothing.
 */
@Component
public class ImportCustomers {
    private final CustomerImportStore imports;
    private final CustomerStore customers;
    private final BusinessClock clock;
    private final Settings settings;
    private final Audit audit;

    ImportCustomers(
            CustomerImportStore imports, CustomerStore customers, BusinessClock clock, Settings settings, Audit audit) {
        this.imports = imports;
        this.customers = customers;
        this.clock = clock;
        this.settings = settings;
        this.audit = audit;
    }

    /** A rehearsal as it is kept; {@code taken} once it was executed. */
    public record Rehearsal(UUID id, String fileName, int good, int bad, boolean taken, byte[] badFile) {}

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
                    false,
                    CustomerCsv.writeBad(sorted.bad()));
            imports.insert(business, rehearsal, content);
            return rehearsal.id();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Takes the good lines of a rehearsal; lines whose code was taken meanwhile join the bad ones. */
    @Transactional
    public Rehearsal take(BusinessId business, UUID id) {
        if (!imports.claim(business, id)) return get(business, id);
        Sorted sorted = sort(business, imports.content(business, id));
        int taken = 0;
        for (CustomerDraft draft : sorted.good()) {
            taken += customers.insert(business, new CustomerId(Ids.next()), draft, clock.today(business)) ? 1 : 0;
        }
        if (taken != sorted.good().size())
            throw new Refusal(
                    "customers.meanwhile",
                    "Some of these codes were taken at this moment. Nothing was stored. Rehearse the file again.");
        imports.setOutcome(business, id, taken, sorted.bad().size(), CustomerCsv.writeBad(sorted.bad()));
        audit.record(
                business,
                "imported customers",
                "%d taken, %d handed back".formatted(taken, sorted.bad().size()));
        return get(business, id);
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
        List<CustomerCsv.Row> rows = CustomerCsv.read(new ByteArrayInputStream(content));
        Set<String> taken = customers.takenCodes(
                business, rows.stream().map(CustomerCsv.Row::code).toList());
        Set<String> seen = new HashSet<>();
        var good = new ArrayList<CustomerDraft>();
        var bad = new ArrayList<CustomerCsv.Bad>();
        for (CustomerCsv.Row row : rows) {
            CustomerDraft draft = draft(row);
            var problems = new ArrayList<>(draft.problems());
            if (taken.contains(draft.code()))
                problems.add("code “%s” belongs to a customer already".formatted(draft.code()));
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
