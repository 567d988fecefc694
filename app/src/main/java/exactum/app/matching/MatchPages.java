package exactum.app.matching;

import exactum.app.address.OwnAddress;
import exactum.app.documents.InvoiceStore;
import exactum.core.problem.Refusal;
import java.util.Locale;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Bank lines without a home: what each may be and why, one press for the sure ones. */
@Controller
class MatchPages {
    private static final int SHOWN = 300;

    private final MatchBankLines match;
    private final InvoiceStore invoices;

    MatchPages(MatchBankLines match, InvoiceStore invoices) {
        this.match = match;
        this.invoices = invoices;
    }

    @GetMapping("/without-a-home")
    String homeless(Model model) {
        var rows = match.homeless(SHOWN);
        model.addAttribute("rows", rows);
        model.addAttribute(
                "sure",
                rows.stream().filter(r -> r.best() != null && r.best().isSure()).count());
        return "matching/homeless";
    }

    @PostMapping("/without-a-home/accept-sure")
    String acceptSure() {
        match.acceptSure();
        return "redirect:/without-a-home";
    }

    @PostMapping("/bank-lines/{id}/payout")
    String acceptPayout(@PathVariable UUID id, @RequestParam UUID payout, @RequestParam(required = false) String back) {
        match.acceptPayout(id, payout);
        return OwnAddress.redirect(back, "/bank-lines/" + id);
    }

    @PostMapping("/bank-lines/{id}/transfer")
    String acceptTransfer(
            @PathVariable UUID id, @RequestParam UUID invoice, @RequestParam(required = false) String back) {
        match.acceptTransfer(id, invoice);
        return OwnAddress.redirect(back, "/bank-lines/" + id);
    }

    /** A transfer whose invoice a person names. */
    @PostMapping("/bank-lines/{id}/transfer-for")
    String acceptTransferFor(@PathVariable UUID id, @RequestParam String number) {
        var invoice = invoices.findByNumber(number.strip().toUpperCase(Locale.ROOT))
                .orElseThrow(() -> new Refusal(
                        "match.no-invoice", "There is no invoice %s. Nothing was booked.".formatted(number.strip())));
        match.acceptTransfer(id, invoice.id());
        return "redirect:/bank-lines/" + id;
    }

    @PostMapping("/bank-lines/{id}/charge")
    String acceptCharge(@PathVariable UUID id, @RequestParam(required = false) String back) {
        match.acceptBankCharge(id);
        return OwnAddress.redirect(back, "/bank-lines/" + id);
    }
}
