package exactum.app.frame;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.ModelAndView;

/** Every status that is no page of ours, said in a sentence: what happened, what was kept, what to do. */
@Controller
class ErrorPages implements ErrorController {
    private final Answers answers;

    ErrorPages(Answers answers) {
        this.answers = answers;
    }

    @RequestMapping("/error")
    Object error(HttpServletRequest request) {
        HttpStatus status = status(request);
        StatusWords words = StatusWords.of(status);
        if (asked(request).startsWith("/hooks/"))
            return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, words.sentence()));
        var said = Said.of("status." + status.value(), sentence(status, words, request));
        ModelAndView page = answers.of(said, words.title(), request);
        page.setStatus(status);
        return page;
    }

    /** Who may not is told why by what refused them; every other status has one sentence. */
    private static String sentence(HttpStatus status, StatusWords words, HttpServletRequest request) {
        return status == HttpStatus.FORBIDDEN
                        && request.getAttribute(RequestDispatcher.ERROR_MESSAGE) instanceof String why
                        && !why.isEmpty()
                ? why
                : words.sentence();
    }

    private static HttpStatus status(HttpServletRequest request) {
        return request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code
                ? HttpStatus.resolve(code) == null ? HttpStatus.INTERNAL_SERVER_ERROR : HttpStatus.valueOf(code)
                : HttpStatus.NOT_FOUND;
    }

    private static String asked(HttpServletRequest request) {
        return String.valueOf(request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI));
    }
}
