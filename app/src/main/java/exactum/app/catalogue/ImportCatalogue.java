package exactum.app.catalogue;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.database.Digest;
import exactum.app.database.Ids;
import exactum.app.installation.Settings;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.ItemCsv;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The catalogue out as a file and in again: rehearsed first, then the good items are taken in one transaction and the bad ones
 * handed back with every reason. An item whose code is known is changed where the file says something else.
 */
@Component
public class ImportCatalogue {
    private final ItemImportStore imports;
    private final CatalogueStore catalogue;
    private final ReadItems read;
    private final FindBusinesses businesses;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ImportCatalogue(
            ItemImportStore imports,
            CatalogueStore catalogue,
            ReadItems read,
            FindBusinesses businesses,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.imports = imports;
        this.catalogue = catalogue;
        this.read = read;
        this.businesses = businesses;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A rehearsal as it is kept: how many items would be new, changed and left as they are, and how many rows are not taken.
     *
     * @param digest of what it would do; another one if the catalogue has changed meanwhile
     */
    public record Rehearsal(
            UUID id,
            String fileName,
            int fresh,
            int changed,
            int unchanged,
            int bad,
            byte[] badFile,
            String digest,
            boolean taken) {}

    /** An item of a rehearsal: what becomes of it, or why it would not be taken. */
    public record Line(String code, String name, boolean bad, String words) {}

    private record Change(CatalogueItem item, CatalogueItem before, String words) {}

    private record Sorted(List<Change> changes, int unchanged, List<ItemCsv.Bad> bad) {
        int fresh() {
            return (int) changes.stream().filter(c -> c.before() == null).count();
        }
    }

    /** Writes all that is sold now, by code. */
    @Transactional(readOnly = true)
    public void write(BusinessId business, Writer to) throws IOException {
        List<CatalogueItem> items = catalogue.items(business);
        Map<?, String> customers = catalogue.codes(business);
        ItemCsv.write(
                to,
                rows -> items.stream()
                        .sorted((a, b) -> a.code().compareTo(b.code()))
                        .forEach(i -> ItemRows.rows(i, customers).forEach(rows)));
    }

    /** Reads the file and says what would become of each item; touches none. */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            UUID id = Ids.next();
            imports.keep(business, rehearsal(id, fileName, sort(business, content)), content);
            return id;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Rehearsal rehearsal(UUID id, String fileName, Sorted sorted) {
        return new Rehearsal(
                id,
                fileName,
                sorted.fresh(),
                sorted.changes().size() - sorted.fresh(),
                sorted.unchanged(),
                sorted.bad().size(),
                ItemCsv.writeBad(sorted.bad()),
                digest(sorted),
                false);
    }

    public Rehearsal get(BusinessId business, UUID id) {
        return imports.find(business, id).orElseThrow(() -> new NoDataFoundException("no rehearsal " + id));
    }

    /** What the rehearsal says of each item: what is not taken first, then what changes, then what is new; at most so many. */
    public List<Line> lines(BusinessId business, UUID id, int most) {
        Sorted sorted = sort(business, imports.content(business, id));
        var bad = sorted.bad().stream()
                .map(b -> new Line(b.row().get("code"), b.row().get("name"), true, String.join("; ", b.reasons())));
        var changed = sorted.changes().stream().filter(c -> c.before() != null).map(ImportCatalogue::line);
        var fresh = sorted.changes().stream().filter(c -> c.before() == null).map(ImportCatalogue::line);
        return Stream.of(bad, changed, fresh).flatMap(l -> l).limit(most).toList();
    }

    private static Line line(Change c) {
        return new Line(c.item().code(), c.item().name(), false, c.words());
    }

    /** Takes the good items; a second time changes nothing. Refused, and rehearsed again, if the catalogue has changed since. */
    public void take(BusinessId business, UUID id) {
        if (!transaction.execute(s -> takeIfSame(business, id)))
            throw new Refusal(
                    "catalogue.changed",
                    "The catalogue was changed since this rehearsal. Nothing was imported. The rehearsal says now what would be done; look again.");
    }

    /** Whether it was taken; false, with the rehearsal done again, if it would do something else now. */
    private boolean takeIfSame(BusinessId business, UUID id) {
        Rehearsal before = get(business, id);
        byte[] content = imports.lockContent(business, id);
        if (get(business, id).taken()) return true;
        Sorted sorted = sort(business, content);
        if (!digest(sorted).equals(before.digest())) {
            imports.keep(business, rehearsal(id, before.fileName(), sorted), content);
            return false;
        }
        catalogue.insertAll(
                business,
                sorted.changes().stream()
                        .filter(c -> c.before() == null)
                        .map(Change::item)
                        .toList());
        for (Change c : sorted.changes()) {
            if (c.before() == null) continue;
            catalogue.lock(business, c.item().id());
            catalogue.update(business, c.item());
            catalogue.replacePrices(business, c.item());
            audit.record(
                    business,
                    "changed an item",
                    c.item().code() + " " + c.item().name() + ": " + c.words());
        }
        imports.markTaken(business, id);
        audit.record(
                business,
                "imported a catalogue",
                "%d new, %d changed, %d unchanged, %d not"
                        .formatted(before.fresh(), before.changed(), before.unchanged(), before.bad()));
        return true;
    }

    private Sorted sort(BusinessId business, byte[] content) {
        List<ItemCsv.Row> rows = ItemCsv.read(new ByteArrayInputStream(content));
        Map<String, List<ItemCsv.Row>> byCode = new LinkedHashMap<>();
        for (ItemCsv.Row row : rows)
            byCode.computeIfAbsent(row.get("code"), c -> new ArrayList<>()).add(row);
        Map<String, CatalogueItem> known = catalogue.byCode(business, byCode.keySet());
        List<String> retired = catalogue.retired(business, byCode.keySet());
        Map<?, String> customers = catalogue.codes(business);
        ReadItems.Names names = read.names(business, businesses.get(business).currency(), rows);
        var changes = new ArrayList<Change>();
        var bad = new ArrayList<ItemCsv.Bad>();
        int unchanged = 0;
        for (Map.Entry<String, List<ItemCsv.Row>> entry : byCode.entrySet()) {
            Optional<CatalogueItem> before = Optional.ofNullable(known.get(entry.getKey()));
            ReadItems.Result result = read.read(entry.getValue(), before, names);
            var problems = new ArrayList<>(result.problems());
            if (retired.contains(entry.getKey()))
                problems.add("“%s” was taken out of the catalogue".formatted(entry.getKey()));
            if (!problems.isEmpty()) {
                entry.getValue().forEach(row -> bad.add(new ItemCsv.Bad(row, problems)));
                continue;
            }
            String words = words(result.item(), before.orElse(null), customers);
            if (words.isEmpty()) unchanged++;
            else changes.add(new Change(result.item(), before.orElse(null), words));
        }
        return new Sorted(changes, unchanged, bad);
    }

    /** What changes, in words; empty for nothing. */
    private static String words(CatalogueItem item, CatalogueItem before, Map<?, String> customers) {
        if (before == null) return "new";
        List<Map<String, String>> is = ItemRows.of(item, customers);
        List<Map<String, String>> was = ItemRows.of(before, customers);
        var words = new ArrayList<String>();
        for (String column : List.of("name", "kind", "unit", "sentence", "tax", "account", "tags")) {
            String a = was.getFirst().get(column);
            String b = is.getFirst().get(column);
            if (!a.equals(b))
                words.add("%s: %s → %s".formatted(column, a.isEmpty() ? "nothing" : a, b.isEmpty() ? "nothing" : b));
        }
        List<String> old = was.stream().map(ImportCatalogue::price).toList();
        List<String> now = is.stream().map(ImportCatalogue::price).toList();
        old.stream().filter(p -> !now.contains(p) && !p.isEmpty()).forEach(p -> words.add("no more " + p));
        now.stream().filter(p -> !old.contains(p) && !p.isEmpty()).forEach(p -> words.add("now " + p));
        return String.join("; ", words);
    }

    private static String price(Map<String, String> row) {
        if (!row.containsKey("price")) return "";
        String whose = row.get("customer").isEmpty() ? row.get("group") : row.get("customer");
        String days = row.get("valid_from").isEmpty() && row.get("last_day").isEmpty()
                ? ""
                : " from %s to %s".formatted(row.get("valid_from"), row.get("last_day"));
        return "%s %s%s%s%s"
                .formatted(
                        row.get("currency"),
                        row.get("price"),
                        row.get("tariff").equals("flat") ? "" : " " + row.get("tariff"),
                        whose.isEmpty() ? "" : " for " + whose,
                        days);
    }

    private static String digest(Sorted sorted) {
        MessageDigest sha = Digest.sha256();
        for (Change c : sorted.changes())
            sha.update((c.item().code() + "\n" + c.words() + "\n").getBytes(StandardCharsets.UTF_8));
        sha.update(ItemCsv.writeBad(sorted.bad()));
        return HexFormat.of().formatHex(sha.digest());
    }
}
