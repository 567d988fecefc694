package exactum.app.payer;

import exactum.app.attachments.AttachmentPages;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.cards.PayWith;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.Wish;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.links.PaymentLink;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandateLink;
import exactum.app.mandates.SigningLinks;
import exactum.app.security.ContentPolicy;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.document.DocumentKind;
import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a payer sees: what is owed and why, and the way to pay it. No account is needed; the address is the key. */
@Controller
class PayerPages {
    private final Visits visits;
    private final PayerView view;
    private final QuoteView quotes;
    private final PayerFace face;
    private final FindSetup setup;
    private final Attachments attachments;
    private final StartCardPayment start;
    private final SigningLinks signing;
    private final DocumentPdfs pdfs;
    private final SavedMethods methods;
    private final RenewLink renew;
    private final PayerSentences sentences;
    private final Settings settings;
    private final BusinessClock clock;

    PayerPages(
            Visits visits,
            PayerView view,
            QuoteView quotes,
            PayerFace face,
            FindSetup setup,
            Attachments attachments,
            StartCardPayment start,
            SigningLinks signing,
            DocumentPdfs pdfs,
            SavedMethods methods,
            RenewLink renew,
            PayerSentences sentences,
            Settings settings,
            BusinessClock clock) {
        this.visits = visits;
        this.view = view;
        this.quotes = quotes;
        this.face = face;
        this.setup = setup;
        this.attachments = attachments;
        this.start = start;
        this.signing = signing;
        this.pdfs = pdfs;
        this.methods = methods;
        this.renew = renew;
        this.sentences = sentences;
        this.settings = settings;
        this.clock = clock;
    }

    @GetMapping("/pay/{token}")
    String page(
            @PathVariable String token,
            @RequestParam Optional<String> again,
            @RequestParam Optional<String> all,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (again.isPresent()) visit.say(sentences.say(visit, "payer.say.again"));
        return show(visit, all.isPresent() ? view.all(visit) : Wish.USUAL, "");
    }

    @GetMapping("/pay/{token}/invoice.pdf")
    ResponseEntity<byte[]> pdf(
            @PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = visits.open(token, request, response, model);
        if (visit.link().document() == null) throw new NotHere();
        Document document = view.issued(visit.link());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + document.number() + ".pdf\"")
                .body(pdfs.of(visit.business(), document));
    }

    /** What is chosen comes to, as the payer chooses it. */
    @GetMapping("/pay/{token}/figure")
    String figure(
            @PathVariable String token,
            @RequestParam(defaultValue = "") List<ClaimId> item,
            @RequestParam(defaultValue = "") String amount,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.open(token, request, response, model);
        Optional<Money> typed = typed(visit, amount);
        if (typed.isEmpty() && !amount.isBlank())
            model.addAttribute("problem", sentences.say(visit, "payer.say.amount", amount.strip()));
        view.figure(visit, new Wish(item, typed.orElse(null)), amount);
        methods.put(visit);
        return "payer/pay :: counted";
    }

    @PostMapping("/pay/{token}")
    String pay(
            @PathVariable String token,
            @RequestParam(defaultValue = "0") long shown,
            @RequestParam(defaultValue = "") List<ClaimId> item,
            @RequestParam(defaultValue = "") String amount,
            @RequestParam(defaultValue = "") String card,
            @RequestParam(defaultValue = "false") boolean keep,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        PaymentLink link = visit.link();
        boolean byCard = visit.isOpen() && (link.document() == null || view.takesCard(link, view.document(link)));
        if (!byCard) return show(visit);
        Optional<Money> typed = typed(visit, amount);
        if (typed.isEmpty() && !amount.isBlank()) {
            visit.say(sentences.say(visit, "payer.say.amount", amount.strip()));
            return show(visit, new Wish(item, null), amount);
        }
        boolean chose = !item.isEmpty() || typed.isPresent();
        Wish wish = chose ? new Wish(item, typed.orElse(null)) : Wish.USUAL;
        return started(visit, wish, methods.chosen(visit, card, keep), shown, amount);
    }

    private String started(Visit visit, Wish wish, PayWith with, long shown, String typed) {
        String back = settings.publicAddress() + visit.home() + "/back";
        StartCardPayment.Outcome outcome;
        try {
            outcome = start.start(visit.link(), wish, with, shown, back);
        } catch (Refusal refused) {
            visit.say(sentences.of(visit, refused));
            return show(visit, wish, typed);
        }
        if (outcome instanceof StartCardPayment.Outcome.Opened opened) return "redirect:" + opened.url();
        if (outcome instanceof StartCardPayment.Outcome.Charged charged)
            return "redirect:" + visit.home() + "/back?payment=" + charged.collection();
        if (outcome instanceof StartCardPayment.Outcome.AlreadyPaid) return "redirect:" + visit.home();
        visit.say(sentences.of(visit, outcome, wish));
        return show(visit, wish, typed);
    }

    /** The amount that was typed, in the currency of the link; none for what is no amount. */
    private Optional<Money> typed(Visit visit, String amount) {
        if (amount.isBlank()) return Optional.empty();
        PaymentLink link = visit.link();
        Currency currency = link.document() == null
                ? link.ask().currency()
                : view.document(link).gross().currency();
        try {
            return Optional.of(new TypedForm(Map.of("amount", amount)).money("amount", "amount", currency))
                    .filter(Money::isPositive);
        } catch (Refusal none) {
            return Optional.empty();
        }
    }

    /**
     * The payer gives a mandate for this invoice, and those to come unless it is for once; the page of the mandate asks for their
     * account.
     */
    @PostMapping("/pay/{token}/mandate")
    String mandate(
            @PathVariable String token,
            @RequestParam(defaultValue = "false") boolean once,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen() || visit.link().document() == null) return show(visit);
        Document document = view.document(visit.link());
        if (!view.canGiveMandate(visit.link(), document)) return "redirect:" + visit.home();
        int notice =
                Scheme.SEPA_CORE.rules().termsOn(clock.today(visit.business())).noticeDays();
        var asked = new MandateLink.Asked(
                Scheme.SEPA_CORE, once, null, null, notice, Mandate.Cover.of(document.id()), null);
        MandateLink made = signing.make(visit.business(), document.customer(), asked, false);
        return "redirect:"
                + signing.address(made).substring(settings.publicAddress().length());
    }

    /** The page as it stands, with what the model says already. */
    String show(Visit visit) {
        return show(visit, Wish.USUAL, "");
    }

    private String show(Visit visit, Wish wish, String typed) {
        if (!visit.isKnown()) return visit.gone("payer/unknown");
        if (visit.link().document() == null) return amount(visit, wish, typed);
        Document document = view.document(visit.link());
        if (document.kind() == DocumentKind.QUOTE) return quote(visit, document);
        PayerView.Shown shown = view.put(visit, wish, typed);
        methods.put(visit);
        if (shown.isVoid() || visit.link().withdrawn() || !shown.isPaid() && !visit.isOpen())
            return closed(visit, document);
        if (shown.processor() != null) leadsTo(visit, shown.processor().address());
        return shown.isPaid() ? "payer/paid" : "payer/page";
    }

    private String amount(Visit visit, Wish wish, String typed) {
        face.put(visit.business(), visit.model());
        visit.model().addAttribute("link", visit.link());
        visit.model().addAttribute("document", null);
        if (!visit.isOpen()) return visit.gone("payer/closed");
        var processor = setup.processorFor(visit.business(), visit.link().ask().currency());
        processor.ifPresent(p -> leadsTo(visit, p.address()));
        view.cards(processor.orElse(null), visit.model());
        visit.model().addAttribute("takesCard", true);
        view.figure(visit, wish, typed);
        methods.put(visit);
        view.account(visit.link(), visit.link().ask().currency(), clock.today(visit.business()), visit.model());
        return "payer/amount";
    }

    private String closed(Visit visit, Document document) {
        view.brand(visit.business(), document, visit.model());
        visit.model().addAttribute("link", visit.link());
        visit.model().addAttribute("renewTo", renew.may(visit.link()) ? sentences.masked(visit.link()) : null);
        return visit.gone("payer/closed");
    }

    private String quote(Visit visit, Document document) {
        if (!visit.isOpen()) return closed(visit, document);
        Optional<String> invoice = quotes.put(visit.link(), document, visit.model());
        if (invoice.isPresent()) return "redirect:" + invoice.get();
        setup.processorFor(visit.business(), document.gross().currency()).ifPresent(p -> leadsTo(visit, p.address()));
        return "payer/quote";
    }

    /** A file that goes with the document. */
    @GetMapping("/pay/{token}/files/{file}")
    ResponseEntity<byte[]> file(
            @PathVariable String token,
            @PathVariable UUID file,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.open(token, request, response, model);
        if (visit.link().document() == null) throw new NotHere();
        var with = GoesWith.document(visit.link().document());
        Attachments.Attached attached =
                attachments.find(visit.business(), with, file).orElseThrow(NotHere::new);
        return AttachmentPages.saved(
                attached, attachments.content(visit.business(), with, file).orElseThrow(NotHere::new));
    }

    /** A form of the page may lead on to the processor. */
    private static void leadsTo(Visit visit, String address) {
        URI uri = URI.create(address);
        visit.request().setAttribute(ContentPolicy.FORM_TARGET, uri.getScheme() + "://" + uri.getAuthority());
    }
}
