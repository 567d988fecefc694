package exactum.app.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Locale;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.LocaleResolver;

/** The language of a page: English, unless the page was written for somebody who reads another. */
@Component("localeResolver")
public class PageLocale implements LocaleResolver {
    private static final String CHOSEN = "exactum.page-locale";

    /** From here on this request is answered in the language. */
    public static void choose(HttpServletRequest request, Locale locale) {
        request.setAttribute(CHOSEN, locale);
    }

    @Override
    public Locale resolveLocale(HttpServletRequest request) {
        return request.getAttribute(CHOSEN) instanceof Locale chosen ? chosen : Locale.ENGLISH;
    }

    @Override
    public void setLocale(HttpServletRequest request, HttpServletResponse response, Locale locale) {
        choose(request, locale);
    }
}
