package exactum.app.payer;

import jakarta.servlet.http.HttpServletResponse;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What a payer's page says is kept by no one on the way, and its address is told to nobody. */
@ControllerAdvice(
        assignableTypes = {
            PayerPages.class,
            QuotePayerPages.class,
            ConfirmationPages.class,
            ProofPages.class,
            AddressPages.class,
            RenewPages.class,
            MethodPages.class
        })
class PayerHeaders {
    @ModelAttribute
    void keepPrivate(HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Referrer-Policy", "no-referrer");
    }
}
