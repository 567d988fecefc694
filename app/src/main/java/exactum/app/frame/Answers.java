package exactum.app.frame;

import exactum.app.security.SignedIn;
import exactum.app.web.Habit;
import exactum.app.web.PageLocale;
import exactum.app.web.PayerLocale;
import exactum.app.web.Wordings;
import exactum.core.problem.Refusal;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.regex.Pattern;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.ModelAndView;

/** Shows a sentence where it belongs: alone, for the place on the page that asked; else as a page, in the frame of who is signed in. */
@Component
class Answers {
    private static final Pattern LINK = Pattern.compile("/pay/(mandate/)?[A-Za-z0-9_-]+");
    private final FrameAdvice frames;
    private final Wordings words;

    Answers(FrameAdvice frames, Wordings words) {
        this.frames = frames;
        this.words = words;
    }

    ModelAndView of(Said said, String title, HttpServletRequest request) {
        return asked(request).startsWith("/pay/") ? toPayer(said, title, request) : shown(said, title, request);
    }

    private static String asked(HttpServletRequest request) {
        return request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI) instanceof String before
                ? before
                : request.getRequestURI();
    }

    /** The page of a link, of whatever was asked for below it. */
    private static String back(String asked) {
        var found = LINK.matcher(asked);
        return found.lookingAt() ? found.group() : null;
    }

    private ModelAndView toPayer(Said said, String title, HttpServletRequest request) {
        var habit = new Habit(PayerLocale.guessed(request));
        ModelAndView page = shown(said.in(words, habit), words.refusal(habit, new Refusal("title", title)), request);
        PageLocale.choose(request, habit.locale());
        page.addObject("language", habit.locale().getLanguage());
        page.addObject("back", back(asked(request)));
        return page;
    }

    private ModelAndView shown(Said said, String title, HttpServletRequest request) {
        var model = new HashMap<String, Object>();
        model.put("said", said);
        model.put("title", title);
        if ("true".equals(request.getHeader("HX-Request"))) return new ModelAndView("frame/refused :: sentence", model);
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        Frame frame = frames.frame(request, who != null && who.getPrincipal() instanceof SignedIn user ? user : null);
        if (frame == null) return new ModelAndView("frame/refused-plain", model);
        model.put("frame", frame);
        return new ModelAndView("frame/refused", model);
    }
}
