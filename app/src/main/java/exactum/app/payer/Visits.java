package exactum.app.payer;

import exactum.app.customers.BillingRules;
import exactum.app.customers.PageLanguage;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.web.NotHere;
import exactum.app.web.PayerLocale;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/**
 * Looks up what a payer's address stands for, and answers in their language: the one they chose, else that of the document or
 * the customer.
 */
@Component
class Visits {
    private final PaymentLinks links;
    private final FindDocuments documents;
    private final BillingRules rules;
    private final BusinessClock clock;

    Visits(PaymentLinks links, FindDocuments documents, BillingRules rules, BusinessClock clock) {
        this.links = links;
        this.documents = documents;
        this.rules = rules;
        this.clock = clock;
    }

    /** A visit to whatever the address stands for, or to nothing. */
    Visit of(String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        PaymentLink link = links.findByToken(token).orElse(null);
        boolean isOpen = link != null && link.isOpen(clock.today(link.business()));
        var visit = new Visit(token, link, isOpen, request, response, model);
        model.addAttribute("token", token);
        model.addAttribute("here", request.getMethod().equals("GET") ? request.getRequestURI() : visit.home());
        PageLanguage.speak(request, response, model, () -> theirs(visit));
        return visit;
    }

    /** A visit to something that is open; there is nothing at any other address. */
    Visit open(String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = of(token, request, response, model);
        if (!visit.isOpen()) throw new NotHere();
        return visit;
    }

    private Locale theirs(Visit visit) {
        if (!visit.isKnown()) return PayerLocale.guessed(visit.request());
        PaymentLink link = visit.link();
        Optional<Document> document =
                Optional.ofNullable(link.document()).flatMap(d -> documents.find(link.business(), d));
        return document.map(d -> d.manner().language().locale())
                .orElseGet(() -> rules.of(link.business(), link.customer())
                        .language()
                        .value()
                        .locale());
    }
}
