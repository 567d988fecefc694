package exactum.app.quotes;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a person does with a quote: records the customer's answer, withdraws it, makes its invoice. */
@Controller
class QuotePages {
    private final AnswerQuote answer;
    private final InvoiceQuote invoice;
    private final FindQuotes quotes;
    private final FindDocuments documents;

    QuotePages(AnswerQuote answer, InvoiceQuote invoice, FindQuotes quotes, FindDocuments documents) {
        this.answer = answer;
        this.invoice = invoice;
        this.quotes = quotes;
        this.documents = documents;
    }

    /** The customer told us: by phone, by mail. */
    @PostMapping("/quotes/{number}/accept")
    @Needs(Power.DOCUMENTS)
    String accept(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        String name = f.required("name", "name", TextKind.NAME);
        String note = f.required("note", "how it came", TextKind.PARAGRAPHS);
        Optional<IssueDocuments.Issued> issued = answer.accept(
                business,
                document(business, number).id(),
                new AnswerQuote.Yes(Acceptance.How.TOLD_US, name, note, null, "", ""));
        return "redirect:/invoices/" + issued.map(IssueDocuments.Issued::number).orElse(number);
    }

    @PostMapping("/quotes/{number}/decline")
    @Needs(Power.DOCUMENTS)
    String decline(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        answer.decline(
                business, document(business, number).id(), new TypedForm(fields).text("reason", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/quotes/{number}/withdraw")
    @Needs(Power.DOCUMENTS)
    String withdraw(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        answer.withdraw(
                business, document(business, number).id(), new TypedForm(fields).text("cause", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    /** Its invoice as a draft, to be looked at first. */
    @PostMapping("/quotes/{number}/invoice")
    @Needs(Power.DOCUMENTS)
    String invoice(BusinessId business, @PathVariable String number) {
        return "redirect:/drafts/"
                + invoice.draft(business, document(business, number).id());
    }

    /** Its invoice, issued and sent in one step. */
    @PostMapping("/quotes/{number}/issue")
    @Needs(Power.DOCUMENTS)
    String issue(BusinessId business, @PathVariable String number) {
        Document quote = document(business, number);
        return invoice.issue(business, quote.id(), true)
                .map(i -> "redirect:/invoices/" + i.number())
                .orElseGet(() -> "redirect:/drafts/"
                        + quotes.find(business, quote.id()).map(Quote::invoice).orElseThrow(NotHere::new));
    }

    /** The signature that was drawn. */
    @GetMapping("/quotes/{number}/signature.png")
    ResponseEntity<byte[]> signature(BusinessId business, @PathVariable String number) {
        byte[] png = quotes.acceptance(business, document(business, number).id())
                .map(Acceptance::drawing)
                .orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .cacheControl(CacheControl.noStore())
                .body(png);
    }

    private Document document(BusinessId business, String number) {
        return documents
                .findByNumber(business, number)
                .filter(d -> quotes.find(business, d.id()).isPresent())
                .orElseThrow(() -> new Refusal("quote.gone", "There is no quote " + number + ". Nothing was changed."));
    }
}
