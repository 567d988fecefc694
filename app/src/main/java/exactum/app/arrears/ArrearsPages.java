package exactum.app.arrears;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Disputes, promises and write-offs of an invoice, from its page. */
@Controller
class ArrearsPages {
    private final Arrears arrears;
    private final FindDocuments documents;
    private final FindClaims claims;
    private final BusinessClock clock;

    ArrearsPages(Arrears arrears, FindDocuments documents, FindClaims claims, BusinessClock clock) {
        this.arrears = arrears;
        this.documents = documents;
        this.claims = claims;
        this.clock = clock;
    }

    @PostMapping("/invoices/{number}/dispute")
    @Needs(Power.DOCUMENTS)
    String dispute(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        Document document = document(business, number);
        var f = new TypedForm(fields);
        arrears.dispute(
                business, document, amount(business, document, f), f.required("cause", "cause", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/dispute/end")
    @Needs(Power.DOCUMENTS)
    String endDispute(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        arrears.settleDispute(
                business,
                document(business, number),
                new TypedForm(fields).required("outcome", "outcome", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/promise")
    @Needs(Power.PAYMENTS)
    String promise(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        Document document = document(business, number);
        var f = new TypedForm(fields);
        arrears.promise(
                business,
                document,
                amount(business, document, f),
                f.date("day", "day", clock.today(business)),
                f.text("note", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/promise/end")
    @Needs(Power.PAYMENTS)
    String endPromise(BusinessId business, @PathVariable String number) {
        arrears.endPromise(business, document(business, number));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/wait-for-paid")
    @Needs(Power.PAYMENTS)
    String waitForPaid(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        arrears.waitForPaid(
                business,
                document(business, number),
                new TypedForm(fields).required("what", "what is to be done", TextKind.NAME));
        return "redirect:/invoices/" + number;
    }

    @PostMapping("/invoices/{number}/paid-seen")
    @Needs(Power.PAYMENTS)
    String paidSeen(BusinessId business, @PathVariable String number) {
        arrears.paidSeen(business, document(business, number));
        return "redirect:/day";
    }

    @PostMapping("/invoices/{number}/write-off")
    @Needs(Power.DOCUMENTS)
    String writeOff(BusinessId business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        arrears.writeOff(
                business,
                document(business, number),
                new TypedForm(fields).required("cause", "cause", TextKind.PARAGRAPHS));
        return "redirect:/invoices/" + number;
    }

    /** What is typed; all that is open where nothing is. */
    private Money amount(BusinessId business, Document document, TypedForm f) {
        if (!f.text("amount").isEmpty())
            return f.money("amount", "amount", document.gross().currency());
        return Money.sum(
                document.gross().currency(),
                claims.openOf(business, document.id()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
    }

    private Document document(BusinessId business, String number) {
        return documents.findByNumber(business, number).orElseThrow(NotHere::new);
    }
}
