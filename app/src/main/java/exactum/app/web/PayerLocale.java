package exactum.app.web;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import java.util.Optional;
import org.springframework.web.util.WebUtils;

/** The language of a payer: the one they chose, which their browser keeps, else, before it is known who they are, their browser's. */
public final class PayerLocale {
    /** The cookie that keeps the code of the language. */
    public static final String COOKIE = "exactum-language";

    private PayerLocale() {}

    /** The code that was chosen before. */
    public static Optional<String> kept(HttpServletRequest request) {
        return Optional.ofNullable(WebUtils.getCookie(request, COOKIE)).map(Cookie::getValue);
    }

    /** German or English. */
    public static Locale guessed(HttpServletRequest request) {
        String code = kept(request).orElseGet(() -> request.getLocale().getLanguage());
        return code.equals(Locale.GERMAN.getLanguage()) ? Locale.GERMAN : Locale.ENGLISH;
    }
}
