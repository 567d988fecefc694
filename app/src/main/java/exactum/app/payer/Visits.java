package exactum.app.payer;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Language;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.PageLocale;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.util.WebUtils;

/**
 * Looks up what a payer's address stands for, and answers in their language: the one they chose, else that of the document or
 * the customer.
 */
@Component
class Visits {
    private static final String LANGUAGE = "exactum-language";
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
        speak(visit);
        return visit;
    }

    /** A visit to something that is open; there is nothing at any other address. */
    Visit open(String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = of(token, request, response, model);
        if (!visit.isOpen()) throw new NotHere();
        return visit;
    }

    private void speak(Visit visit) {
        Locale locale = chosen(visit).orElseGet(() -> theirs(visit));
        PageLocale.choose(visit.request(), locale);
        visit.model().addAttribute("in", new Habit(locale));
        visit.model().addAttribute("language", locale.getLanguage());
        visit.model().addAttribute("other", locale.getLanguage().equals("de") ? "en" : "de");
    }

    /** The language that was just chosen, and is kept in a cookie, or was before. */
    private static Optional<Locale> chosen(Visit visit) {
        String asked = visit.request().getParameter("language");
        Cookie kept = WebUtils.getCookie(visit.request(), LANGUAGE);
        String code = asked != null ? asked : kept == null ? "" : kept.getValue();
        Optional<Locale> chosen = Arrays.stream(Language.values())
                .filter(l -> l.code().equals(code))
                .map(Language::locale)
                .findFirst();
        if (asked != null && chosen.isPresent())
            visit.response()
                    .addHeader(
                            HttpHeaders.SET_COOKIE,
                            ResponseCookie.from(LANGUAGE, code)
                                    .path("/pay")
                                    .httpOnly(true)
                                    .sameSite("Lax")
                                    .build()
                                    .toString());
        return chosen;
    }

    private Locale theirs(Visit visit) {
        if (!visit.isKnown())
            return visit.request().getLocale().getLanguage().equals("de") ? Locale.GERMAN : Locale.ENGLISH;
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
