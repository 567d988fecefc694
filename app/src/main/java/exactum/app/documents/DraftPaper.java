package exactum.app.documents;

import exactum.app.attachments.Attachments;
import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.daysheet.Sums;
import exactum.app.installation.BusinessClock;
import exactum.app.mandates.MandateRemarks;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.core.document.Creditable;
import exactum.core.document.DocumentKind;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.Id;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The paper of one document while it is typed, with all that is computed of it: sums, parts, notes, and what issuing it does. */
@Component
class DraftPaper {
    private final Drafts drafts;
    private final FindCustomers customers;
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindSetup setup;
    private final PaperSettings settings;
    private final PreparedDocuments prepared;
    private final JoinStanding standing;
    private final DividedPaper divided;
    private final CreditableStore creditables;
    private final Attachments attachments;
    private final MandateRemarks remarks;
    private final BusinessClock clock;

    DraftPaper(
            Drafts drafts,
            FindCustomers customers,
            FindPayments payments,
            FindClaims claims,
            FindSetup setup,
            PaperSettings settings,
            PreparedDocuments prepared,
            JoinStanding standing,
            DividedPaper divided,
            CreditableStore creditables,
            Attachments attachments,
            MandateRemarks remarks,
            BusinessClock clock) {
        this.drafts = drafts;
        this.customers = customers;
        this.payments = payments;
        this.claims = claims;
        this.setup = setup;
        this.settings = settings;
        this.prepared = prepared;
        this.standing = standing;
        this.divided = divided;
        this.creditables = creditables;
        this.attachments = attachments;
        this.remarks = remarks;
        this.clock = clock;
    }

    DocumentForm form(Business business, Map<String, String> fields) {
        return new DocumentForm(fields, settings.of(business, fields));
    }

    /** The draft that stands on a paper, to be saved or issued; what is wrong with it is refused. */
    Draft draft(Business business, Map<String, String> fields) {
        DocumentForm form = form(business, fields);
        String id = form.get("id", form.get("key", Ids.next().toString()));
        String over = form.get("over", form.get("revision"));
        PaperFigures.of(form, settings.rates(business.id(), form), form.date());
        Draft typed = form.toDraft(
                DocumentId.valueOf(id),
                settings.usualTerms(business.id(), form),
                over.matches("\\d{1,9}") ? Integer.parseInt(over) : 0);
        return drafts.find(business.id(), typed.id()).map(typed::like).orElse(typed);
    }

    /**
     * Puts all of it into the model.
     *
     * @param draft null for one that was never saved
     * @param page what stands on the page that it goes to
     */
    void show(Business business, Map<String, String> fields, Draft draft, PaperRows page, Model model) {
        DocumentForm form = form(business, fields);
        BusinessId id = business.id();
        Customer customer = form.customer().flatMap(c -> customers.find(id, c)).orElse(null);
        List<KeptTerms> terms = setup.terms(id);
        KeptTerms chosen = settings.terms(id, form, terms);
        LocalDate date = form.date();
        PaperFigures figures = PaperFigures.of(form, settings.rates(id, form), date);
        boolean credits = !form.get("credits").isEmpty();
        if (credits) figures = takenBack(id, form, figures, model);
        String words = form.kind().words();
        model.addAttribute("figures", figures);
        model.addAttribute("kind", form.kind());
        model.addAttribute(
                "formKey",
                draft == null ? PaperKind.form(form.kind()) : draft.id().toString());
        model.addAttribute(
                "paperId", draft == null ? form.get("key") : draft.id().toString());
        model.addAttribute("title", (draft == null ? "New " : "Draft ") + words);
        if (draft != null) {
            model.addAttribute("saved", draft.revision());
            model.addAttribute(
                    "differences", FormDrafts.differences(fields, DocumentForm.fields(draft), draft.revision()));
        }
        model.addAttribute("form", form);
        model.addAttribute("extra", new KindFields(form, date));
        model.addAttribute("asks", Particulars.Ask.values());
        model.addAttribute("paidBy", KindFields.PAID_BY);
        model.addAttribute("thens", Particulars.Then.values());
        model.addAttribute("draft", draft);
        model.addAttribute("customer", customer);
        model.addAttribute("business", business);
        model.addAttribute("currencies", setup.currencies(id));
        model.addAttribute("layouts", setup.layouts(id));
        model.addAttribute("termsList", terms);
        model.addAttribute("chosenTerms", chosen);
        model.addAttribute("termsFrom", settings.termsFrom(id, form, terms, chosen));
        model.addAttribute("billed", settings.billed(id, form).orElse(null));
        if (form.asksLater()) divided.show(business, form, chosen, figures.gross(), model);
        model.addAttribute("items", settings.suggested(id, ""));
        model.addAttribute("prepared", prepared.all(id));
        model.addAttribute(
                "standing",
                customer == null || credits ? List.of() : standing.of(id, customer.id(), form.kind(), date));
        Map<Integer, Working> priceWorkings =
                TypedLines.priceWorkings(fields, settings.items(id, fields), settings.sale(business, fields));
        model.addAttribute("priceWorkings", priceWorkings);
        model.addAttribute("modes", PriceMode.values());
        List<TaxRate> rates = rates(id, date);
        model.addAttribute("rates", rates);
        model.addAttribute(
                "attached",
                DraftAttachmentPages.files(attachments, id, new DocumentId(Id.parse(paperId(form, draft)))));
        model.addAttribute("paid", draft == null ? List.of() : payments.reservedFor(id, draft.id()));
        warn(business, form, customer, model);
        rehearse(business, form, draft, chosen, customer, model);
        if (!credits) model.addAttribute("rows", page.of(form, figures, priceWorkings, rates));
    }

    private static String paperId(DocumentForm form, Draft draft) {
        return draft == null
                ? form.get("key", Ids.next().toString())
                : draft.id().toString();
    }

    /** What a credit note takes back of its document: shown line by line, with what is left of each. */
    private PaperFigures takenBack(BusinessId business, DocumentForm form, PaperFigures typed, Model model) {
        DocumentId credited = new KindFields(form, form.date()).credited();
        Creditable of = creditables.of(business, credited);
        model.addAttribute("creditable", of);
        model.addAttribute("occurrence", creditables.isOfOccurrence(business, credited));
        LocalDate refunded = creditables.refundedOn(business, credited);
        model.addAttribute("refundBefore", refunded != null && refunded.isBefore(form.date()) ? refunded : null);
        try {
            Draft draft = form.toDraft(new DocumentId(Ids.next()), null, 0);
            return PaperFigures.of(TakenBack.of(draft, of), of.lines().size());
        } catch (Refusal notYet) {
            return typed;
        }
    }

    /** What a person should know before it goes out. */
    private void warn(Business business, DocumentForm form, Customer customer, Model model) {
        model.addAttribute(
                "freeLines",
                form.lines().stream()
                        .filter(l -> !l.isText() && l.price().amount().signum() == 0)
                        .count());
        if (customer == null) return;
        model.addAttribute("credit", payments.creditOf(business.id(), customer.id()));
        model.addAttribute(
                "overdue",
                Sums.byCurrency(claims.openOf(business.id(), customer.id()).stream()
                        .filter(o -> o.due().isBefore(form.date()))
                        .map(FindClaims.Open::left)
                        .toList()));
    }

    /** What issuing it now would do, as soon as the paper is complete. */
    private void rehearse(
            Business business, DocumentForm form, Draft draft, KeptTerms chosen, Customer customer, Model model) {
        if (customer == null || form.lines().isEmpty() && form.get("byAmount").isEmpty() || form.hasProblems()) return;
        try {
            DocumentId id = draft == null ? new DocumentId(Ids.next()) : draft.id();
            int revision = draft == null ? 0 : draft.revision();
            Draft typed = form.toDraft(id, chosen.id(), revision);
            Prepared prepared = drafts.rehearse(business.id(), draft == null ? typed : typed.like(draft));
            model.addAttribute("rehearsal", prepared);
            model.addAttribute(
                    "accountNames",
                    setup.accounts(business.id()).stream().collect(Collectors.toMap(Account::code, Account::name)));
            boolean collected = prepared.manner().collected();
            model.addAttribute(
                    "debitRemarks",
                    collected
                            ? remarks.of(business.id(), customer.id(), clock.today(business.id()), parts(prepared))
                            : List.of());
            model.addAttribute("payable", collected || isPayable(business.id(), prepared));
            if (prepared.draft().kind() == DocumentKind.CREDIT_NOTE)
                model.addAttribute("settles", settles(business.id(), prepared));
        } catch (Refusal notYet) {
            model.addAttribute("notYet", notYet.sentence());
        }
    }

    private static List<MandateRemarks.Part> parts(Prepared prepared) {
        return prepared.claims().stream()
                .map(c -> new MandateRemarks.Part(c.due(), c.amount().amount()))
                .toList();
    }

    private boolean isPayable(BusinessId business, Prepared p) {
        boolean card = p.manner().byCard()
                && setup.processorFor(business, p.draft().content().currency()).isPresent();
        return card || p.manner().bankAccount() != null || p.draft().kind() != DocumentKind.INVOICE;
    }

    /** How much a credit note settles of what is open of its document. */
    private Money settles(BusinessId business, Prepared p) {
        Money gross = p.totals().gross();
        boolean kept = p.draft().particulars().back() != null
                && p.draft().particulars().back().then() == Particulars.Then.KEEP;
        if (p.draft().origin().credited() == null || kept) return gross.withMinor(0);
        Money open = Money.sum(
                gross.currency(),
                claims.openOf(business, p.draft().origin().credited()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
        return gross.min(open);
    }

    private List<TaxRate> rates(BusinessId business, LocalDate date) {
        return setup.taxRates(business).rates().stream()
                .filter(r -> r.isValidOn(date))
                .sorted(Comparator.comparing(TaxRate::percent).reversed())
                .toList();
    }
}
