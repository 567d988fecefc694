package exactum.app.customers;

import exactum.app.web.Habit;
import exactum.app.web.PageLocale;
import exactum.app.web.PayerLocale;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.ui.Model;

/** In which language a payer reads a page: the one they chose, which their browser keeps, or else theirs. */
public final class PageLanguage {
    private PageLanguage() {}

    /** Answers the request in it; the page finds its way of writing figures as {@code in}. */
    public static void speak(
            HttpServletRequest request, HttpServletResponse response, Model model, Supplier<Locale> theirs) {
        Locale locale = chosen(request, response).orElseGet(theirs);
        PageLocale.choose(request, locale);
        model.addAttribute("in", new Habit(locale));
        model.addAttribute("language", locale.getLanguage());
        model.addAttribute("other", locale.getLanguage().equals("de") ? "en" : "de");
    }

    /** The language that was just chosen, and is kept in a cookie, or was before. */
    private static Optional<Locale> chosen(HttpServletRequest request, HttpServletResponse response) {
        String asked = request.getParameter("language");
        String code = asked != null ? asked : PayerLocale.kept(request).orElse("");
        Optional<Locale> chosen = Arrays.stream(Language.values())
                .filter(l -> l.code().equals(code))
                .map(Language::locale)
                .findFirst();
        if (asked != null && chosen.isPresent())
            response.addHeader(
                    HttpHeaders.SET_COOKIE,
                    ResponseCookie.from(PayerLocale.COOKIE, code)
                            .path("/pay")
                            .httpOnly(true)
                            .sameSite("Lax")
                            .build()
                            .toString());
        return chosen;
    }
}
