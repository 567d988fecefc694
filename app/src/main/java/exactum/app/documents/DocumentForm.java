package exactum.app.documents;

import exactum.app.catalogue.Discount;
import exactum.app.customers.PaysBy;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TermsId;
import exactum.core.terms.Terms;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What stands on the paper of a one-off invoice while it is typed. */
public final class DocumentForm extends PaperForm {
    public DocumentForm(Map<String, String> fields, Setting setting) {
        super(fields, setting);
    }

    /** The fields that a stored draft starts with. */
    public static Map<String, String> fields(Draft draft) {
        var f = new LinkedHashMap<String, String>();
        f.put("customer", draft.customer().toString());
        f.put("date", text(draft.date()));
        f.put("terms", draft.terms().toString());
        f.put("termsOf", draft.customer().toString());
        f.put("mode", draft.content().mode().words());
        f.put("reference", draft.content().wording().theirReference());
        f.put("ourReference", draft.content().wording().ourReference());
        putPeriod(f, draft.content().period());
        f.put("memo", draft.content().wording().memo());
        f.put("revision", Integer.toString(draft.revision()));
        if (draft.useCredit()) f.put("useCredit", "on");
        draft.content().adjustments().stream().findFirst().ifPresent(a -> f.put("discount", a.name()));
        TypedLines.put(f, draft.content().lines());
        if (draft.content().sending().paysBy() != null)
            f.put("paysBy", draft.content().sending().paysBy().name());
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
        return get("paysBy").isEmpty()
                ? Draft.Sending.USUAL
                : new Draft.Sending(List.of(), false, null, choice("paysBy", PaysBy.EITHER));
    }

    /** Its parts, where they are typed for it alone. */
    public TypedParts parts() {
        return new TypedParts(fields, problems, currency(), date());
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
                text("memo", TextKind.PARAGRAPHS));
        if (customer().isEmpty()) problem("customer", "Choose a customer.");
        if (lines.stream().allMatch(l -> l.isText())) problem("text0", "It needs at least one line with a price.");
        if (hasProblems()) throw refused("invoice.wrong");
        return new Draft(
                id,
                DocumentKind.INVOICE,
                customer().orElseThrow(),
                date,
                new Draft.Content(currency(), mode(), lines, adjustments, period, wording, sending()),
                terms(chosenTerms),
                own,
                Origin.BY_HAND,
                useCredit(),
                revision);
    }
}
