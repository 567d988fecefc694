package exactum.app.documents;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.daysheet.Decisions;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.messages.FindMessages;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.FindSchedules;
import exactum.app.settlement.UseCredit;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.calendar.Clearing;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Invoices: the list, and one with its trail, what settled it and what can be done with it. */
@Controller
class DocumentPages {
    private final FindDocuments documents;
    private final FindClaims claims;
    private final FindSchedules schedules;
    private final FindBusinesses businesses;
    private final FindPayments payments;
    private final FindMessages messages;
    private final List<Attempts> attempts;
    private final Decisions decisions;
    private final Trails trails;
    private final PaymentLinks links;
    private final DocumentPdfs pdfs;
    private final EInvoices eInvoices;
    private final InvoiceLetters letters;
    private final SendAgain sendAgain;
    private final AskPayer askPayer;
    private final UseCredit useCredit;
    private final VoidDocument voidDocument;
    private final ObjectProvider<DocumentSection> sections;
    private final ObjectProvider<CollectsOver> others;
    private final Attachments attachments;
    private final ListDocuments lists;
    private final FindMandates mandates;
    private final BusinessClock clock;

    DocumentPages(
            FindDocuments documents,
            FindClaims claims,
            FindSchedules schedules,
            FindBusinesses businesses,
            FindPayments payments,
            FindMessages messages,
            List<Attempts> attempts,
            Decisions decisions,
            Trails trails,
            PaymentLinks links,
            DocumentPdfs pdfs,
            EInvoices eInvoices,
            InvoiceLetters letters,
            SendAgain sendAgain,
            AskPayer askPayer,
            UseCredit useCredit,
            VoidDocument voidDocument,
            ObjectProvider<DocumentSection> sections,
            ObjectProvider<CollectsOver> others,
            Attachments attachments,
            ListDocuments lists,
            FindMandates mandates,
            BusinessClock clock) {
        this.sections = sections;
        this.others = others;
        this.attachments = attachments;
        this.lists = lists;
        this.mandates = mandates;
        this.documents = documents;
        this.claims = claims;
        this.schedules = schedules;
        this.businesses = businesses;
        this.payments = payments;
        this.messages = messages;
        this.attempts = attempts;
        this.decisions = decisions;
        this.trails = trails;
        this.links = links;
        this.pdfs = pdfs;
        this.eInvoices = eInvoices;
        this.letters = letters;
        this.sendAgain = sendAgain;
        this.askPayer = askPayer;
        this.useCredit = useCredit;
        this.voidDocument = voidDocument;
        this.clock = clock;
    }

    @GetMapping("/invoices/{number}")
    String one(BusinessId business, @PathVariable String number, Model model) {
        Document document = document(business, number);
        LocalDate today = clock.today(business);
        List<FindClaims.Part> parts = claims.parts(business, document.id());
        Money open = Money.sum(
                document.gross().currency(),
                parts.stream().map(FindClaims.Part::left).toList());
        model.addAttribute("document", document);
        model.addAttribute("standing", documents.standing(business, document.id(), today));
        model.addAttribute("parts", parts);
        model.addAttribute(
                "dueWorkings",
                IssuedParts.workings(
                        document, Clearing.of(businesses.get(business).currency())));
        model.addAttribute("reschedulings", schedules.of(business, document.id()));
        model.addAttribute("open", open);
        model.addAttribute(
                "covered",
                isCovered(business, document) || others.orderedStream().anyMatch(o -> o.collects(business, document)));
        model.addAttribute("today", today);
        model.addAttribute("trail", trails.ofDocument(business, document.id()));
        model.addAttribute("figures", IssuedFigures.of(document));
        model.addAttribute("settled", payments.settledOn(business, document.id()));
        model.addAttribute("credit", payments.creditOf(business, document.customer()));
        model.addAttribute(
                "sections",
                sections.orderedStream()
                        .flatMap(s -> s.of(business, document).map(c -> new Section(s.template(), c)).stream())
                        .toList());
        model.addAttribute("attachments", attachments.of(business, GoesWith.document(document.id())));
        model.addAttribute(
                "credited",
                document.origin().credited() == null
                        ? null
                        : documents.get(business, document.origin().credited()).number());
        model.addAttribute("creditNotes", lists.creditNotesOf(business, document.id(), today));
        List<FindPayments.Settlement> applied = payments.settledByNote(business, document.id());
        Optional<FindPayments.Credit> credit = payments.creditOfNote(business, document.id());
        model.addAttribute("applied", applied);
        model.addAttribute("left", credit.filter(c -> c.left().isPositive()).orElse(null));
        model.addAttribute(
                "givenBack",
                credit.map(c -> document.gross()
                                .minus(c.left())
                                .minus(Money.sum(
                                        document.gross().currency(),
                                        applied.stream()
                                                .map(FindPayments.Settlement::amount)
                                                .toList())))
                        .filter(Money::isPositive)
                        .orElse(null));
        model.addAttribute("related", open.isPositive() ? decisions.about(business, document.id()) : List.of());
        model.addAttribute("links", links.all(business, document.id()));
        model.addAttribute("messages", messages.ofDocument(business, document.id()));
        model.addAttribute(
                "attempts",
                attempts.stream()
                        .flatMap(a -> a.ofDocument(business, document.id()).stream())
                        .toList());
        model.addAttribute(
                "voidable",
                document.kind() == DocumentKind.INVOICE
                        && open.equals(document.gross())
                        && !messages.wasSent(business, document.id()));
        return "documents/one";
    }

    /** A part of the page that another feature shows. */
    public record Section(String template, Object content) {}

    @GetMapping("/invoices/{number}/pdf")
    ResponseEntity<byte[]> pdf(BusinessId business, @PathVariable String number) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + number + ".pdf\"")
                .body(pdfs.of(business, document(business, number)));
    }

    /** The document for programs to read, by EN 16931: as UBL 2.1, as CII, or within its PDF. */
    @GetMapping("/invoices/{number}/e-invoice")
    ResponseEntity<byte[]> eInvoice(
            BusinessId business, @PathVariable String number, @RequestParam(defaultValue = "ubl") String as) {
        Document document = document(business, number);
        boolean hybrid = as.equals("hybrid");
        byte[] file = hybrid
                ? pdfs.hybrid(business, document)
                : as.equals("cii") ? eInvoices.crossIndustry(business, document) : eInvoices.of(business, document);
        return ResponseEntity.ok()
                .contentType(hybrid ? MediaType.APPLICATION_PDF : MediaType.APPLICATION_XML)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"%s.%s\"".formatted(number, hybrid ? "pdf" : "xml"))
                .body(file);
    }

    /** Makes or finds the invoice's open link and shows its address, to be copied or printed. */
    private boolean isCovered(BusinessId business, Document document) {
        Mandate mandate = mandates.covering(business, List.of(document.id())).get(document.id());
        return mandate != null && mandate.state() == MandateState.ACTIVE;
    }

    @PostMapping("/invoices/{number}/link")
    @Needs(Power.MESSAGES)
    String link(BusinessId business, @PathVariable String number, Model model) {
        PaymentLink link = links.ofDocument(business, document(business, number).id());
        model.addAttribute("link", link);
        model.addAttribute("tell", document(business, number).seller().mailFrom());
        model.addAttribute("address", links.address(link));
        model.addAttribute("phone", letters.forPhone(business, document(business, number), links.address(link)));
        model.addAttribute("validUntil", Texts.day(link.expiresOn()));
        return "documents/one :: address";
    }

    @PostMapping("/invoices/{number}/links/{id}/withdraw")
    @Needs(Power.MESSAGES)
    String withdraw(BusinessId business, @PathVariable String number, @PathVariable PaymentLinkId id) {
        Document document = document(business, number);
        if (links.all(business, document.id()).stream().noneMatch(l -> l.id().equals(id))) throw new NotHere();
        links.withdraw(business, id);
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/send-again")
    @Needs(Power.MESSAGES)
    String sendAgain(BusinessId business, @PathVariable String number) {
        sendAgain.send(business, document(business, number));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/ask-payer")
    @Needs(Power.DOCUMENTS)
    String askPayer(BusinessId business, @PathVariable String number) {
        askPayer.ask(business, document(business, number));
        return "redirect:/invoices/" + number;
    }

    /** Sets credit on account against the invoice: all there is, or as much as was typed. */
    @PostMapping("/invoices/{number}/use-credit")
    @Needs(Power.PAYMENTS)
    String useCredit(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        Document document = document(business, number);
        var f = new TypedForm(fields);
        Optional<Money> limit = f.text("amount").isEmpty()
                ? Optional.empty()
                : Optional.of(f.money("amount", "amount", document.gross().currency()));
        useCredit.use(business, document.customer(), document.id(), number, limit);
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/void")
    @Needs(Power.DOCUMENTS)
    String voidIt(
            BusinessId business, @PathVariable String number, @RequestParam(defaultValue = "false") boolean again) {
        voidDocument.voidIt(business, document(business, number).id(), again);
        return "redirect:/invoices/" + number;
    }

    private Document document(BusinessId business, String number) {
        return documents.findByNumber(business, number).orElseThrow(NotHere::new);
    }
}
