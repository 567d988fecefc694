package exactum.app.payer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Where a payer whose link ended asks for a new one. */
@Controller
class RenewPages {
    private final Visits visits;
    private final RenewLink renew;
    private final PayerPages pages;
    private final PayerSentences sentences;

    RenewPages(Visits visits, RenewLink renew, PayerPages pages, PayerSentences sentences) {
        this.visits = visits;
        this.renew = renew;
        this.pages = pages;
        this.sentences = sentences;
    }

    @PostMapping("/pay/{token}/renew")
    String renew(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (visit.isKnown() && renew.renew(visit.link()))
            visit.say(sentences.say(visit, "payer.closed.renewed", sentences.masked(visit.link())));
        return pages.show(visit);
    }
}
