package exactum.app.documents;

import exactum.app.catalogue.Discount;
import exactum.app.customers.Delivery;
import exactum.app.customers.PaysBy;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TermsId;
import exactum.core.terms.Terms;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAdjustments;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** What stands on the paper of one document while it is typed. */
public final class DocumentForm extends PaperForm {
    public DocumentForm(Map<String, String> fields, Setting setting) {
        super(fields, setting);
    }

    /** The fields that a stored draft starts with. */
    public static Map<String, String> fields(Draft draft) {
        var f = new LinkedHashMap<String, String>();
        f.put("kind", draft.kind().name());
        f.put("customer", draft.customer().toString());
        f.put("date", text(draft.date()));
        f.put("currency", draft.content().currency().getCurrencyCode());
        if (draft.terms() != null) f.put("terms", draft.terms().toString());
        f.put("termsOf", draft.customer().toString());
        f.put("mode", draft.content().mode().words());
        f.put("reference", draft.content().wording().theirReference());
        f.put("ourReference", draft.content().wording().ourReference());
        putPeriod(f, draft.content().period());
        f.put("memo", draft.content().wording().memo());
        f.put("footer", draft.content().wording().footer());
        f.put("revision", Integer.toString(draft.revision()));
        if (draft.useCredit()) f.put("useCredit", "on");
        if (!draft.content().adjustments().isEmpty())
            f.put("adjust", TypedAdjustments.text(draft.content().adjustments()));
        KindFields.put(f, draft);
        TypedLines.put(f, draft.content().lines());
        if (draft.content().sending().paysBy() != null)
            f.put("paysBy", draft.content().sending().paysBy().name());
        if (draft.content().sending().layout() != null)
            f.put("layout", draft.content().sending().layout().toString());
        f.put("standingOf", draft.customer().toString());
        TypedParts.put(f, draft.own());
        return f;
    }

    private static void putPeriod(Map<String, String> f, ServicePeriod period) {
        if (period == null) return;
        f.put("periodFrom", text(period.from()));
        f.put("periodTo", text(period.until().minusDays(1)));
    }

    private Draft.Sending sending() {
        PaysBy paysBy = get("paysBy").isEmpty() ? null : choice("paysBy", PaysBy.EITHER);
        Delivery delivery = get("delivery").isEmpty() ? null : choice("delivery", Delivery.PDF);
        return new Draft.Sending(List.of(), false, delivery, paysBy, layout());
    }

    /** The layout that was chosen for this paper; null for the usual one. */
    private UUID layout() {
        String chosen = get("layout");
        return chosen.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}") ? UUID.fromString(chosen) : null;
    }

    /** The kind that fields name; an invoice where they name none. */
    static DocumentKind kind(Map<String, String> fields) {
        String name = fields.getOrDefault("kind", "").strip();
        return Arrays.stream(DocumentKind.values())
                .filter(k -> k.name().equals(name))
                .findFirst()
                .orElse(DocumentKind.INVOICE);
    }

    /** What is written on it. */
    public DocumentKind kind() {
        return kind(fields);
    }

    /** Its parts, where they are typed for it alone. */
    public TypedParts parts() {
        return new TypedParts(fields, problems, currency(), date());
    }

    /** Whether discounts and surcharges of all of it can be typed; those of a credit note follow its document. */
    @Override
    public boolean adjusts() {
        return get("credits").isEmpty();
    }

    /** Whether it has terms: what is paid at once, or pays itself, has none. */
    public boolean asksLater() {
        return kind().asksLater();
    }

    /** The time it is for; null where none is typed. */
    public ServicePeriod period() {
        if (get("periodFrom").isEmpty() && get("periodTo").isEmpty()) return null;
        LocalDate from = date("periodFrom", date());
        LocalDate to = date("periodTo", from);
        if (!to.isBefore(from)) return new ServicePeriod(from, to.plusDays(1));
        problem("periodTo", "It would end before it starts.");
        return null;
    }

    @Override
    public List<Discount> discounts() {
        return setting.discounts();
    }

    /** The date it is stated on; today where none is typed. */
    public LocalDate date() {
        return date("date", setting.today());
    }

    public boolean useCredit() {
        return fields.containsKey("useCredit");
    }

    /**
     * The draft, for saving or issuing.
     *
     * @throws exactum.core.problem.Refusal if anything is missing or wrong, naming all of it
     */
    public Draft toDraft(DocumentId id, TermsId chosenTerms, int revision) {
        var lines = lines();
        LocalDate date = date();
        List<Adjustment> adjustments = adjustments();
        ServicePeriod period = period();
        Terms own = parts().terms();
        var wording = new Draft.Wording(
                text("reference", TextKind.NAME),
                text("ourReference", TextKind.NAME),
                text("memo", TextKind.PARAGRAPHS),
                text("footer", TextKind.PARAGRAPHS));
        if (customer().isEmpty()) problem("customer", "Choose a customer.");
        if (lines.stream().allMatch(l -> l.isText())) problem("text0", "It needs at least one line with a price.");
        var extra = new KindFields(this, setting.today());
        Particulars particulars = extra.particulars();
        if (hasProblems()) throw refused("invoice.wrong");
        return new Draft(
                id,
                kind(),
                customer().orElseThrow(),
                date,
                new Draft.Content(currency(), mode(), lines, adjustments, period, wording, sending()),
                asksLater() ? terms(chosenTerms) : null,
                asksLater() ? own : null,
                extra.origin(),
                useCredit(),
                revision,
                particulars);
    }
}
