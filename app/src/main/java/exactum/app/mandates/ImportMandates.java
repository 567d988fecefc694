package exactum.app.mandates;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.MandateCsv;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Mandates from a file: rehearsed first, then the good lines are taken in one transaction and the bad ones handed back with every reason. */
@Component
public class ImportMandates {
    private final MandateImportStore store;
    private final MandateStore mandates;
    private final Mandates change;
    private final FindCustomers customers;
    private final BusinessClock clock;
    private final Settings settings;
    private final Audit audit;

    ImportMandates(
            MandateImportStore store,
            MandateStore mandates,
            Mandates change,
            FindCustomers customers,
            BusinessClock clock,
            Settings settings,
            Audit audit) {
        this.store = store;
        this.mandates = mandates;
        this.change = change;
        this.customers = customers;
        this.clock = clock;
        this.settings = settings;
        this.audit = audit;
    }

    /** A line with what would become of it: a mandate, or every reason why not. */
    public record Line(MandateCsv.Row row, String customerName, NewMandate mandate, List<String> reasons) {
        public boolean isBad() {
            return mandate == null;
        }
    }

    /** Keeps the file for its rehearsal; takes nothing in. */
    @Transactional
    public UUID rehearse(BusinessId business, String fileName, InputStream file) {
        try (var limited = new LimitedInput(file, settings.customerFileLimitKb() * 1024)) {
            byte[] content = limited.readAllBytes();
            MandateCsv.read(new ByteArrayInputStream(content));
            UUID id = Ids.next();
            store.insert(business, id, fileName, content);
            return id;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    MandateImportStore.Kept get(BusinessId business, UUID id) {
        return store.find(business, id).orElseThrow(NotHere::new);
    }

    /** What would become of each line now. */
    @Transactional(readOnly = true)
    public List<Line> lines(BusinessId business, UUID id) {
        LocalDate today = clock.today(business);
        Set<String> seen = new HashSet<>();
        return MandateCsv.read(new ByteArrayInputStream(store.content(business, id))).stream()
                .map(row -> line(business, row, today, seen))
                .toList();
    }

    private Line line(BusinessId business, MandateCsv.Row row, LocalDate today, Set<String> seen) {
        Optional<Customer> found = customers.findByCode(business, row.customer());
        if (found.isEmpty())
            return new Line(row, "", null, List.of("there is no customer of code “%s”".formatted(row.customer())));
        try {
            NewMandate typed =
                    TypedForm.read(fields(row, found.get()), f -> new MandateForm(f, today).imported(found.get()));
            List<String> reasons = new ArrayList<>(
                    mandates.isTaken(business, typed.reference())
                            ? List.of("mandate %s is there already".formatted(typed.reference()))
                            : List.of());
            if (!seen.add(typed.reference().value()))
                reasons.add("mandate %s stands in the file twice".formatted(typed.reference()));
            change.objections(business, found.get(), typed, today).stream()
                    .filter(r -> !r.code().equals("mandate.taken"))
                    .forEach(r -> reasons.add(plain(r)));
            return new Line(row, found.get().name(), reasons.isEmpty() ? typed : null, reasons);
        } catch (Refusal wrong) {
            List<Refusal> all = wrong.parts().isEmpty() ? List.of(wrong) : wrong.parts();
            return new Line(
                    row,
                    found.get().name(),
                    null,
                    all.stream().map(ImportMandates::plain).toList());
        }
    }

    private static String plain(Refusal refusal) {
        return refusal.sentence().replace(" Nothing was saved.", "");
    }

    private static Map<String, String> fields(MandateCsv.Row row, Customer customer) {
        var fields = new HashMap<String, String>();
        fields.put("scheme", row.scheme().isEmpty() ? MandateForm.schemes().getFirst() : row.scheme());
        fields.put("reference", row.reference());
        fields.put(
                "payer",
                row.account().holder().isEmpty()
                        ? customer.name()
                        : row.account().holder());
        fields.put("iban", row.account().iban());
        fields.put("bic", row.account().bic());
        fields.put("signedOn", row.days().signedOn());
        fields.put("validFrom", row.days().validFrom());
        fields.put("validUntil", row.days().validUntil());
        fields.put("agreedCount", row.agreed().collections());
        fields.put("cap", row.agreed().most());
        fields.put("noticeDays", row.agreed().notice());
        if (row.agreed().oneOff().equalsIgnoreCase("yes")) fields.put("oneOff", "on");
        return fields;
    }

    /** Takes in the good lines; a second time changes nothing. */
    @Transactional
    public void take(BusinessId business, UUID id) {
        MandateImportStore.Kept kept = store.lock(business, id).orElseThrow(NotHere::new);
        if (kept.isTaken()) return;
        List<Line> good = lines(business, id).stream().filter(l -> !l.isBad()).toList();
        good.forEach(l -> change.add(business, l.mandate()));
        store.taken(business, id, good.size());
        audit.record(business, "imported mandates", "%s, %d".formatted(kept.fileName(), good.size()));
    }

    /** The lines that were not taken, with every reason. */
    byte[] bad(BusinessId business, UUID id) {
        return MandateCsv.writeBad(lines(business, id).stream()
                .filter(Line::isBad)
                .map(l -> new MandateCsv.Bad(l.row(), l.reasons()))
                .toList());
    }
}
