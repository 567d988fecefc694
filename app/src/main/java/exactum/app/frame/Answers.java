package exactum.app.frame;

import exactum.app.security.SignedIn;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.ModelAndView;

/** Shows a sentence where it belongs: alone, for the place on the page that asked; else as a page, in the frame of who is signed in. */
@Component
class Answers {
    private final FrameAdvice frames;

    Answers(FrameAdvice frames) {
        this.frames = frames;
    }

    ModelAndView of(Said said, String title, HttpServletRequest request) {
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
