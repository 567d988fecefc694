package exactum.app.payer;

import exactum.app.business.Business;
import exactum.app.documents.Document;
import exactum.app.documents.LookAt;
import exactum.app.documents.Looked;
import exactum.app.installation.BusinessClock;
import exactum.app.security.SignedIn;
import exactum.app.web.Habit;
import exactum.core.document.DocumentKind;
import exactum.core.money.Money;
import java.util.List;
import java.util.Locale;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The payer's page of a paper that is typed, as it will be; nothing on it can be pressed. */
@Controller
class PreviewPayerPage {
    private final LookAt lookAt;
    private final QuoteView quotes;
    private final BusinessClock clock;

    PreviewPayerPage(LookAt lookAt, QuoteView quotes, BusinessClock clock) {
        this.lookAt = lookAt;
        this.quotes = quotes;
        this.clock = clock;
    }

    @GetMapping("/drafts/preview/page")
    String page(Business business, @RequestParam String form, @AuthenticationPrincipal SignedIn user, Model model) {
        Looked looked = lookAt.draft(business, user.login(), form);
        Document document = looked.document();
        model.addAttribute("in", new Habit(Locale.ENGLISH));
        model.addAttribute("language", "en");
        quotes.put(business.id(), document, model);
        Money nothing = document.gross().withMinor(0);
        model.addAttribute("running", looked.parts());
        model.addAttribute("open", document.kind() == DocumentKind.INVOICE ? document.gross() : nothing);
        model.addAttribute("today", clock.today(business.id()));
        model.addAttribute("attachments", List.of());
        model.addAttribute("isQuote", document.kind() == DocumentKind.QUOTE);
        return "payer/preview";
    }
}
