package exactum.app.readings;

import exactum.app.audit.Audit;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Digest;
import exactum.app.database.Ids;
import exactum.app.installation.Settings;
import exactum.app.ledger.FindBooks;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.money.Decimals;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.ReadingCsv;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Readings from a file: rehearsed first, then the good lines are taken in one transaction and the bad ones handed back with every reason. */
@Component
public class ImportReadings {
    private final ReadingStore store;
    private final FindCustomers customers;
    private final FindCatalogue catalogue;
    private final FindBooks books;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ImportReadings(
            ReadingStore store,
            FindCustomers customers,
            FindCatalogue catalogue,
            FindBooks books,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.customers = customers;
        this.catalogue = catalogue;
        this.books = books;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A rehearsal as it is kept.
     *
     * @param digest of what it would do; another one if something has changed meanwhile
     */
    public record Rehearsal(
            UUID id, String fileName, int good, int bad, byte[] badFile, String digest, boolean taken) {}

    /** A line of a rehearsal: what would be kept, or why it would not. */
    public record Line(
            long line, String customer, String item, String period, String quantity, boolean bad, String words) {}

    private record Sorted(List<CheckReadings.Checked> good, List<Line> lines, List<ReadingCsv.Bad> bad) {}

    /** Reads the file and says what would become of each line; keeps no reading. */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            UUID id = Ids.next();
            store.keep(business, rehearsal(id, fileName, sort(business, content)), content);
            return id;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Rehearsal get(BusinessId business, UUID id) {
        return store.find(business, id).orElseThrow(NotHere::new);
    }

    /** What the rehearsal says of each line: what is not taken first; at most so many. */
    public List<Line> lines(BusinessId business, UUID id, int most) {
        List<Line> lines = sort(business, store.content(business, id)).lines();
        return java.util.stream.Stream.concat(
                        lines.stream().filter(Line::bad), lines.stream().filter(l -> !l.bad()))
                .limit(most)
                .toList();
    }

    /** Takes the good lines; a second time changes nothing. Refused, and rehearsed again, if something has changed since. */
    public void take(BusinessId business, UUID id) {
        if (!Boolean.TRUE.equals(transaction.execute(s -> takeIfSame(business, id))))
            throw new Refusal(
                    "readings.changed",
                    "Readings or invoices have changed since this was rehearsed. Nothing was taken. Look at it again.");
    }

    private boolean takeIfSame(BusinessId business, UUID id) {
        store.lock(business);
        Rehearsal before = get(business, id);
        if (before.taken()) return true;
        byte[] content = store.content(business, id);
        Sorted sorted = sort(business, content);
        Rehearsal now = rehearsal(id, before.fileName(), sorted);
        if (!now.digest().equals(before.digest())) {
            store.keep(business, now, content);
            return false;
        }
        store.insert(
                business,
                sorted.good().stream().map(CheckReadings.Checked::fresh).toList(),
                "from " + before.fileName());
        store.markTaken(business, id);
        audit.record(
                business,
                "took readings",
                "%s: %d taken, %d not".formatted(before.fileName(), before.good(), before.bad()));
        return true;
    }

    private Sorted sort(BusinessId business, byte[] content) {
        List<ReadingCsv.Row> rows = ReadingCsv.read(new ByteArrayInputStream(content));
        var check = new CheckReadings(
                store.metered(business), books.periods(business), customerCodes(business, rows), itemCodes(business));
        var good = new ArrayList<CheckReadings.Checked>();
        var lines = new ArrayList<Line>();
        var bad = new ArrayList<ReadingCsv.Bad>();
        for (ReadingCsv.Row row : rows) {
            CheckReadings.Checked checked = check.check(row);
            if (checked.fresh() == null) bad.add(new ReadingCsv.Bad(row, checked.reasons()));
            else good.add(checked);
            lines.add(line(row, checked));
        }
        return new Sorted(good, lines, bad);
    }

    private static Line line(ReadingCsv.Row row, CheckReadings.Checked c) {
        boolean bad = c.fresh() == null;
        return new Line(
                row.line(),
                c.meter() == null ? row.customer() : c.meter().customerName(),
                c.meter() == null ? row.item() : c.meter().itemName(),
                bad ? row.period() : c.fresh().period().words(),
                bad
                        ? row.quantity()
                        : Decimals.text(c.fresh().quantity()) + " " + c.meter().unit(),
                bad,
                String.join("; ", bad ? c.reasons() : c.notes()));
    }

    private Set<String> customerCodes(BusinessId business, List<ReadingCsv.Row> rows) {
        return rows.stream()
                .map(ReadingCsv.Row::customer)
                .distinct()
                .filter(code -> customers.findByCode(business, code).isPresent())
                .collect(Collectors.toSet());
    }

    private Set<String> itemCodes(BusinessId business) {
        return catalogue.items(business).stream().map(i -> i.code()).collect(Collectors.toSet());
    }

    private static Rehearsal rehearsal(UUID id, String fileName, Sorted sorted) {
        return new Rehearsal(
                id,
                fileName,
                sorted.good().size(),
                sorted.bad().size(),
                ReadingCsv.writeBad(sorted.bad()),
                digest(sorted),
                false);
    }

    private static String digest(Sorted sorted) {
        MessageDigest sha = Digest.sha256();
        sorted.lines().forEach(l -> sha.update((l + "\n").getBytes(StandardCharsets.UTF_8)));
        return HexFormat.of().formatHex(sha.digest());
    }
}
