package exactum.app.frame;

import exactum.core.problem.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jooq.exception.NoDataFoundException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import org.springframework.web.servlet.ModelAndView;

/** Shows a refusal next to what caused it and keeps the input; without script, as a page of its own. */
@ControllerAdvice
class RefusalAdvice {
    private final Answers answers;

    RefusalAdvice(Answers answers) {
        this.answers = answers;
    }

    @ExceptionHandler
    ModelAndView refused(Refusal refusal, HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (refusal.code().equals("typed.id") && "GET".equals(request.getMethod())) {
            response.sendError(HttpServletResponse.SC_NOT_FOUND);
            return new ModelAndView();
        }
        String sentence = refusal.sentence();
        if (refusal.code().startsWith("typed.") && !sentence.contains("Nothing was")) sentence += " Nothing was saved.";
        return show(refusal, sentence, request, response);
    }

    @ExceptionHandler
    ModelAndView tooLarge(MaxUploadSizeExceededException e, HttpServletRequest request, HttpServletResponse response) {
        return show("file.too-large", "The file is larger than is allowed. Nothing was stored.", request, response);
    }

    @ExceptionHandler({MultipartException.class, MissingServletRequestPartException.class})
    ModelAndView noFile(Exception e, HttpServletRequest request, HttpServletResponse response) {
        return show("file.missing", "No file came with the form. Nothing was stored.", request, response);
    }

    /** Two wrote the same at one moment; the database let the first one through. */
    @ExceptionHandler
    ModelAndView twice(DuplicateKeyException e, HttpServletRequest request, HttpServletResponse response) {
        return show(
                "saved.at-once",
                "The same was saved at this moment from another window. Nothing was saved twice. Load the page again to see it.",
                request,
                response);
    }

    /** An address that names a row which is not there. */
    @ExceptionHandler(NoDataFoundException.class)
    @ResponseStatus(code = HttpStatus.NOT_FOUND, reason = "There is nothing at this address.")
    void notHere() {}

    private ModelAndView show(String code, String sentence, HttpServletRequest request, HttpServletResponse response) {
        return show(new Refusal(code, sentence), sentence, request, response);
    }

    private ModelAndView show(
            Refusal refusal, String sentence, HttpServletRequest request, HttpServletResponse response) {
        response.setStatus(422);
        Said said = Said.of(refusal, sentence);
        return answers.of(said, said.isOfSetUp() ? "Something is not set up yet" : "That did not work", request);
    }
}
