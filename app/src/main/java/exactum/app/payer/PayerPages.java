package exactum.app.payer;

import exactum.app.attachments.AttachmentPages;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.cards.AskProcessor;
import exactum.app.cards.FindCollections;
import exactum.app.cards.StartCardPayment;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandateLink;
import exactum.app.mandates.SigningLinks;
import exactum.app.security.ContentPolicy;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a payer sees: what is owed and why, and the way to pay it. No account is needed; the address is the key. */
@Controller
class PayerPages {
    private static final int POLLS_BEFORE_ASKING = 3;
    private static final int POLLS = 60;
    private final PaymentLinks links;
    private final PayerView view;
    private final QuoteView quotes;
    private final FindSetup setup;
    private final Attachments attachments;
    private final FindCollections collections;
    private final StartCardPayment start;
    private final AskProcessor ask;
    private final SigningLinks signing;
    private final DocumentPdfs pdfs;
    private final Settings settings;
    private final BusinessClock clock;

    PayerPages(
            PaymentLinks links,
            PayerView view,
            QuoteView quotes,
            FindSetup setup,
            Attachments attachments,
            FindCollections collections,
            StartCardPayment start,
            AskProcessor ask,
            SigningLinks signing,
            DocumentPdfs pdfs,
            Settings settings,
            BusinessClock clock) {
        this.links = links;
        this.view = view;
        this.quotes = quotes;
        this.setup = setup;
        this.attachments = attachments;
        this.collections = collections;
        this.start = start;
        this.ask = ask;
        this.signing = signing;
        this.pdfs = pdfs;
        this.settings = settings;
        this.clock = clock;
    }

    @ModelAttribute
    void keepPrivate(HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Referrer-Policy", "no-referrer");
    }

    @GetMapping("/pay/{token}")
    String page(
            @PathVariable String token,
            @RequestParam Optional<String> again,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        if (again.isPresent())
            model.addAttribute("notice", "This page was open too long. Nothing was charged; please press once more.");
        return show(token, request, response, model);
    }

    @GetMapping("/pay/{token}/invoice.pdf")
    ResponseEntity<byte[]> pdf(@PathVariable String token) {
        PaymentLink link = links.findByToken(token).filter(this::isOpen).orElseThrow(NotHere::new);
        Document document = view.document(link);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + document.number() + ".pdf\"")
                .body(pdfs.of(link.business(), document));
    }

    @PostMapping("/pay/{token}")
    String pay(
            @PathVariable String token,
            @RequestParam(defaultValue = "0") long shown,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<PaymentLink> link = links.findByToken(token).filter(this::isOpen);
        boolean byCard = link.isPresent() && view.takesCard(link.get(), view.document(link.get()));
        if (!byCard) return show(token, request, response, model);
        try {
            return started(token, link.get(), shown, request, response, model);
        } catch (Refusal refused) {
            model.addAttribute("notice", refused.sentence());
            return show(token, request, response, model);
        }
    }

    private String started(
            String token,
            PaymentLink link,
            long shown,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        return switch (start.start(link, shown, settings.publicAddress() + "/pay/" + token + "/back")) {
            case StartCardPayment.Outcome.Opened opened -> "redirect:" + opened.url();
            case StartCardPayment.Outcome.AlreadyPaid paid -> "redirect:/pay/" + token;
            case StartCardPayment.Outcome.AmountChanged changed -> {
                model.addAttribute(
                        "notice",
                        "The open amount is %s now. Please look again before you pay. Nothing was charged."
                                .formatted(changed.now().withCurrency()));
                yield show(token, request, response, model);
            }
            case StartCardPayment.Outcome.Unreachable unreachable -> {
                model.addAttribute(
                        "notice",
                        "The card page cannot be reached at the moment. Nothing was charged. Please try again in a few minutes.");
                yield show(token, request, response, model);
            }
        };
    }

    /** The payer gives a mandate for this invoice and those to come; the page of the mandate asks for their account. */
    @PostMapping("/pay/{token}/mandate")
    String mandate(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Optional<PaymentLink> link = links.findByToken(token).filter(this::isOpen);
        if (link.isEmpty()) return show(token, request, response, model);
        Document document = view.document(link.get());
        if (!view.canGiveMandate(link.get(), document)) return "redirect:/pay/" + token;
        int notice = Scheme.SEPA_CORE
                .rules()
                .termsOn(clock.today(link.get().business()))
                .noticeDays();
        var asked = new MandateLink.Asked(
                Scheme.SEPA_CORE, false, null, null, notice, Mandate.Cover.of(document.id()), null);
        MandateLink made = signing.make(link.get().business(), document.customer(), asked, false);
        return "redirect:"
                + signing.address(made).substring(settings.publicAddress().length());
    }

    /** Back from the processor: it may not have told us yet. */
    @GetMapping("/pay/{token}/back")
    String back(@PathVariable String token, @RequestParam(defaultValue = "") String outcome, Model model) {
        PaymentLink link = links.findByToken(token).orElse(null);
        if (link == null || outcome.equals("left") || view.open(link).isZero()) return "redirect:/pay/" + token;
        view.brand(link.business(), view.document(link), model);
        model.addAttribute("token", token);
        model.addAttribute("polls", 0);
        return "payer/checking";
    }

    /** Asked by the checking page every other second; the answer replaces its sentence, or leads on when all is known. */
    @GetMapping("/pay/{token}/checking")
    String checking(@PathVariable String token, @RequestParam int polls, HttpServletResponse response, Model model) {
        PaymentLink link = links.findByToken(token).orElseThrow(NotHere::new);
        if (polls >= POLLS_BEFORE_ASKING && polls % POLLS_BEFORE_ASKING == 0)
            collections.findLive(link.business(), link.document()).ifPresent(ask::ask);
        if (view.open(link).isZero() || !view.isInFlight(link)) response.setHeader("HX-Redirect", "/pay/" + token);
        model.addAttribute("token", token);
        model.addAttribute("polls", Math.min(polls + 1, POLLS));
        model.addAttribute("givenUp", polls + 1 >= POLLS);
        return "payer/checking :: state";
    }

    /** The page as it stands, with what the model says already. */
    String show(String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Optional<PaymentLink> link = links.findByToken(token);
        model.addAttribute("token", token);
        if (link.isEmpty()) {
            response.setStatus(404);
            return "payer/unknown";
        }
        Document document = view.document(link.get());
        if (document.kind() == DocumentKind.QUOTE) return quote(token, link.get(), document, request, response, model);
        PayerView.Shown shown = view.put(link.get(), model);
        if (shown.isVoid() || link.get().withdrawn() || !shown.isPaid() && !isOpen(link.get())) {
            response.setStatus(410);
            return "payer/closed";
        }
        if (shown.isPaid()) return "payer/paid";
        if (shown.processor() != null)
            request.setAttribute(
                    ContentPolicy.FORM_TARGET, origin(shown.processor().address()));
        return "payer/page";
    }

    private String quote(
            String token,
            PaymentLink link,
            Document document,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        if (!isOpen(link)) {
            view.brand(link.business(), document, model);
            model.addAttribute("link", link);
            response.setStatus(410);
            return "payer/closed";
        }
        Optional<String> invoice = quotes.put(link, document, model);
        if (invoice.isPresent()) return "redirect:" + invoice.get();
        setup.processorFor(link.business(), document.gross().currency())
                .ifPresent(p -> request.setAttribute(ContentPolicy.FORM_TARGET, origin(p.address())));
        return "payer/quote";
    }

    /** A file that goes with the document. */
    @GetMapping("/pay/{token}/files/{file}")
    ResponseEntity<byte[]> file(@PathVariable String token, @PathVariable UUID file) {
        PaymentLink link = links.findByToken(token).filter(this::isOpen).orElseThrow(NotHere::new);
        var with = GoesWith.document(link.document());
        Attachments.Attached attached =
                attachments.find(link.business(), with, file).orElseThrow(NotHere::new);
        return AttachmentPages.saved(
                attached, attachments.content(link.business(), with, file).orElseThrow(NotHere::new));
    }

    private boolean isOpen(PaymentLink link) {
        return link.isOpen(clock.today(link.business()));
    }

    private static String origin(String address) {
        URI uri = URI.create(address);
        return uri.getScheme() + "://" + uri.getAuthority();
    }
}
