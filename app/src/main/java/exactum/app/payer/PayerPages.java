package exactum.app.payer;

import exactum.app.cards.AskProcessor;
import exactum.app.cards.Collection;
import exactum.app.cards.CollectionStore;
import exactum.app.cards.StartCardPayment;
import exactum.app.clock.BusinessClock;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.pdf.InvoicePdfs;
import exactum.app.receipts.ReceiptStore;
import exactum.app.security.ContentPolicy;
import exactum.app.settings.Settings;
import exactum.app.setup.SetupStore;
import exactum.app.text.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxRate;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.List;
import java.util.Optional;
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
    private final InvoiceStore invoices;
    private final CollectionStore collections;
    private final ReceiptStore receipts;
    private final StartCardPayment start;
    private final AskProcessor ask;
    private final InvoicePdfs pdfs;
    private final SetupStore setup;
    private final Settings settings;
    private final BusinessClock clock;

    PayerPages(
            PaymentLinks links,
            InvoiceStore invoices,
            CollectionStore collections,
            ReceiptStore receipts,
            StartCardPayment start,
            AskProcessor ask,
            InvoicePdfs pdfs,
            SetupStore setup,
            Settings settings,
            BusinessClock clock) {
        this.links = links;
        this.invoices = invoices;
        this.collections = collections;
        this.receipts = receipts;
        this.start = start;
        this.ask = ask;
        this.pdfs = pdfs;
        this.setup = setup;
        this.settings = settings;
        this.clock = clock;
    }

    /** A line of the invoice as the payer reads it. */
    record Line(String description, String quantity, String price, String tax, String net) {}

    @ModelAttribute
    void keepPrivate(HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Referrer-Policy", "no-referrer");
    }

    @GetMapping("/pay/{token}")
    String page(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        return show(token, request, response, model);
    }

    @GetMapping("/pay/{token}/invoice.pdf")
    ResponseEntity<byte[]> pdf(@PathVariable String token) {
        PaymentLink link = links.findByToken(token)
                .filter(l -> l.isOpen(clock.today()))
                .orElseThrow(exactum.app.frame.NotHere::new);
        Invoice invoice = invoices.get(link.invoiceId());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + invoice.number() + ".pdf\"")
                .body(pdfs.of(invoice));
    }

    @PostMapping("/pay/{token}")
    String pay(
            @PathVariable String token,
            @RequestParam(defaultValue = "0") long shown,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<PaymentLink> link = links.findByToken(token).filter(l -> l.isOpen(clock.today()));
        if (link.isEmpty()) return show(token, request, response, model);
        return switch (start.start(link.get(), shown, settings.publicAddress() + "/pay/" + token + "/back")) {
            case StartCardPayment.Outcome.Opened opened -> "redirect:" + opened.url();
            case StartCardPayment.Outcome.AlreadyPaid paid -> "redirect:/pay/" + token;
            case StartCardPayment.Outcome.SumChanged changed -> {
                model.addAttribute(
                        "notice",
                        "The open sum is %s now. Please look again before you pay. Nothing was charged."
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

    /** Back from the processor: it may not have told us yet. */
    @GetMapping("/pay/{token}/back")
    String back(
            @PathVariable String token,
            @RequestParam(defaultValue = "") String outcome,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        PaymentLink link = links.findByToken(token).orElse(null);
        if (link == null || outcome.equals("left")) return "redirect:/pay/" + token;
        Invoice invoice = invoices.get(link.invoiceId());
        if (invoice.open().isZero()) return "redirect:/pay/" + token;
        brand(invoice, model);
        model.addAttribute("token", token);
        model.addAttribute("polls", 0);
        return "payer/checking";
    }

    /** Asked by the checking page every other second; the answer replaces its sentence, or leads on when all is known. */
    @GetMapping("/pay/{token}/checking")
    String checking(@PathVariable String token, @RequestParam int polls, HttpServletResponse response, Model model) {
        PaymentLink link = links.findByToken(token).orElseThrow(exactum.app.frame.NotHere::new);
        Optional<Collection> inFlight = collections.findInFlight(link.invoiceId());
        if (polls >= POLLS_BEFORE_ASKING && polls % POLLS_BEFORE_ASKING == 0) inFlight.ifPresent(ask::ask);
        if (invoices.get(link.invoiceId()).open().isZero() || inFlight.isEmpty()) {
            response.setHeader("HX-Redirect", "/pay/" + token);
        }
        model.addAttribute("token", token);
        model.addAttribute("polls", Math.min(polls + 1, POLLS));
        model.addAttribute("givenUp", polls + 1 >= POLLS);
        return "payer/checking :: state";
    }

    private String show(String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Optional<PaymentLink> link = links.findByToken(token);
        model.addAttribute("token", token);
        if (link.isEmpty()) {
            response.setStatus(404);
            return "payer/unknown";
        }
        Invoice invoice = invoices.get(link.get().invoiceId());
        brand(invoice, model);
        model.addAttribute("link", link.get());
        model.addAttribute("validUntil", Texts.day(link.get().expiresOn()));
        if (invoice.open().isPositive() && !link.get().isOpen(clock.today())) {
            response.setStatus(410);
            return "payer/closed";
        }
        model.addAttribute("lines", lines(invoice));
        model.addAttribute(
                "taxes",
                invoice.taxes().stream()
                        .map(t -> new Line(
                                "VAT %s on %s"
                                        .formatted(
                                                TaxRate.percentText(t.percent()),
                                                t.base().text()),
                                "",
                                "",
                                "",
                                t.tax().text()))
                        .toList());
        model.addAttribute(
                "period",
                invoice.periodFrom() == null
                        ? ""
                        : new ServicePeriod(invoice.periodFrom(), invoice.periodUntil()).words());
        model.addAttribute("receipts", receipts.ofInvoice(invoice.id()));
        model.addAttribute("email", invoice.open().isZero() ? "" : "e-mail");
        collections.findInFlight(invoice.id()).ifPresent(c -> model.addAttribute("lastReason", c.lastReason()));
        if (invoice.open().isZero()) return "payer/paid";
        boolean cards = !setup.processors().isEmpty();
        model.addAttribute("cards", cards);
        if (cards)
            request.setAttribute(
                    ContentPolicy.FORM_TARGET,
                    origin(setup.processors().getFirst().address()));
        return "payer/page";
    }

    private void brand(Invoice invoice, Model model) {
        model.addAttribute("invoice", invoice);
        model.addAttribute("seller", invoice.seller());
        model.addAttribute("date", Texts.day(invoice.date()));
        model.addAttribute("due", Texts.day(invoice.dueDate()));
        model.addAttribute("overdue", invoice.dueDate().isBefore(clock.today()));
        model.addAttribute(
                "brandVersion",
                invoice.seller().colour().substring(1)
                        + invoice.seller().accent().substring(1));
    }

    private static List<Line> lines(Invoice invoice) {
        return invoice.lines().stream()
                .map(l -> new Line(
                        l.description(),
                        Texts.quantity(l.quantity()) + " " + l.unit(),
                        l.price().text(),
                        TaxRate.percentText(l.taxPercent()),
                        l.net().text()))
                .toList();
    }

    /** The brand's two colours as a style sheet, since the content-security policy allows no inline style. */
    @GetMapping(value = "/pay/brand/{version:[0-9a-f]{12}}.css", produces = "text/css")
    ResponseEntity<String> brandSheet(@PathVariable String version) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CACHE_CONTROL, "max-age=86400")
                .body(":root{--brand:#%s;--brand-accent:#%s}".formatted(version.substring(0, 6), version.substring(6)));
    }

    private static String origin(String address) {
        URI uri = URI.create(address);
        return uri.getScheme() + "://" + uri.getAuthority();
    }
}
