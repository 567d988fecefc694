package exactum.app.trail;

import exactum.app.cards.CollectionStore;
import exactum.app.clock.BusinessClock;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.frame.NotHere;
import exactum.app.links.PaymentLinks;
import exactum.app.matching.MatchBankLines;
import exactum.app.messages.Outbox;
import exactum.app.payouts.PayoutStore;
import exactum.app.pdf.InvoicePdfs;
import exactum.app.receipts.Receipt;
import exactum.app.receipts.ReceiptStore;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.text.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Line;
import exactum.core.document.TaxRate;
import exactum.core.document.Totals;
import java.time.LocalDate;
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

/** Pages that show a sum with its trail: the invoices, a receipt, a bank line. */
@Controller
class TrailPages {
    private static final int SHOWN = 300;
    private final InvoiceStore invoices;
    private final Trails trails;
    private final CollectionStore collections;
    private final ReceiptStore receipts;
    private final PaymentLinks links;
    private final Outbox outbox;
    private final InvoicePdfs pdfs;
    private final StatementStore statements;
    private final PayoutStore payouts;
    private final MatchBankLines match;
    private final SetupStore setup;
    private final BusinessClock clock;

    TrailPages(
            InvoiceStore invoices,
            Trails trails,
            CollectionStore collections,
            ReceiptStore receipts,
            PaymentLinks links,
            Outbox outbox,
            InvoicePdfs pdfs,
            StatementStore statements,
            PayoutStore payouts,
            MatchBankLines match,
            SetupStore setup,
            BusinessClock clock) {
        this.invoices = invoices;
        this.trails = trails;
        this.collections = collections;
        this.receipts = receipts;
        this.links = links;
        this.outbox = outbox;
        this.pdfs = pdfs;
        this.statements = statements;
        this.payouts = payouts;
        this.match = match;
        this.setup = setup;
        this.clock = clock;
    }

    @GetMapping("/invoices")
    String list(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(required = false) LocalDate due,
            Model model) {
        var listed = invoices.list(q, state, due, clock.today(), SHOWN);
        model.addAttribute("due", due);
        model.addAttribute("invoices", listed);
        model.addAttribute("more", listed.size() == SHOWN);
        model.addAttribute("sums", invoices.sums(clock.today()));
        model.addAttribute("q", q);
        model.addAttribute("state", state);
        model.addAttribute("currency", setup.business().currency());
        model.addAttribute(
                "grossMinor",
                listed.stream().mapToLong(InvoiceStore.Listed::grossMinor).sum());
        model.addAttribute(
                "openMinor",
                listed.stream().mapToLong(InvoiceStore.Listed::openMinor).sum());
        return "invoices/list";
    }

    @GetMapping("/invoices/{number}")
    String one(@PathVariable String number, Model model) {
        Invoice invoice = invoices.findByNumber(number).orElseThrow(NotHere::new);
        Totals totals = totals(invoice);
        model.addAttribute("invoice", invoice);
        model.addAttribute("state", invoice.state(clock.today()));
        model.addAttribute("trail", trails.ofInvoice(invoice));
        model.addAttribute("totals", totals);
        model.addAttribute(
                "period",
                invoice.periodFrom() == null
                        ? ""
                        : new ServicePeriod(invoice.periodFrom(), invoice.periodUntil()).words());
        model.addAttribute("links", links.all(invoice.id()));
        model.addAttribute("today", clock.today());
        model.addAttribute("messages", outbox.ofInvoice(invoice.id()));
        model.addAttribute("collections", collections.ofInvoice(invoice.id()));
        model.addAttribute("receipts", receipts.ofInvoice(invoice.id()));
        return "invoices/one";
    }

    @GetMapping("/invoices/{number}/pdf")
    ResponseEntity<byte[]> pdf(@PathVariable String number) {
        Invoice invoice = invoices.findByNumber(number).orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + number + ".pdf\"")
                .body(pdfs.of(invoice));
    }

    /** Makes or finds the invoice's open link and shows its address, to be copied or printed. */
    @PostMapping("/invoices/{number}/link")
    String link(@PathVariable String number, Model model) {
        Invoice invoice = invoices.findByNumber(number).orElseThrow(NotHere::new);
        var link = links.ofInvoice(invoice.id());
        model.addAttribute("address", links.address(link));
        model.addAttribute("validUntil", Texts.day(link.expiresOn()));
        return "invoices/one :: address";
    }

    @PostMapping("/invoices/{number}/links/{id}/withdraw")
    String withdraw(@PathVariable String number, @PathVariable UUID id) {
        links.withdraw(id);
        return "redirect:/invoices/" + number;
    }

    @GetMapping("/receipts/{id}")
    String receipt(@PathVariable UUID id, Model model) {
        Receipt receipt = receipts.find(id).orElseThrow(NotHere::new);
        Invoice invoice = invoices.get(receipts.findInvoice(id).orElseThrow(NotHere::new));
        model.addAttribute("receipt", receipt);
        model.addAttribute("invoice", invoice);
        model.addAttribute("trail", trails.ofInvoice(invoice));
        collections
                .find(receipt.collectionId())
                .ifPresent(c -> model.addAttribute(
                        "feeWorking", setup.processor(c.processorId()).fees().on(receipt.amount())));
        return "invoices/receipt";
    }

    @GetMapping("/bank-lines/{id}")
    String bankLine(@PathVariable UUID id, Model model) {
        BankLine line = statements.findLine(id).orElseThrow(NotHere::new);
        model.addAttribute("line", line);
        model.addAttribute("account", setup.bankAccount(line.bankAccountId()));
        model.addAttribute("proposals", match.propose(line));
        model.addAttribute("payout", payouts.findByBankLine(id).orElse(null));
        model.addAttribute("trail", trails.ofBankLine(id));
        receipts.findByBankLine(id)
                .ifPresent(r -> model.addAttribute(
                        "paid", invoices.get(receipts.findInvoice(r.id()).orElseThrow())));
        return "matching/bank-line";
    }

    /** The sums again from the stored lines, for their workings; the stored figures are what is shown. */
    private static Totals totals(Invoice invoice) {
        var lines = invoice.lines().stream()
                .map(l -> new Line(
                        l.description(),
                        l.quantity(),
                        l.unit(),
                        l.price(),
                        new TaxRate(l.taxCode(), "VAT", l.taxPercent(), invoice.date(), null, source(invoice, l)),
                        l.incomeAccount()))
                .toList();
        return Totals.of(invoice.gross().currency(), lines);
    }

    private static String source(Invoice invoice, Invoice.Line line) {
        return invoice.taxes().stream()
                .filter(t -> t.code().equals(line.taxCode()))
                .findFirst()
                .map(Invoice.Tax::source)
                .orElse("");
    }
}
