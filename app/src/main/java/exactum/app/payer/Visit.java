package exactum.app.payer;

import exactum.app.links.PaymentLink;
import exactum.core.ids.BusinessId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.ui.Model;

/**
 * One request of a payer.
 *
 * @param token the secret part of its address
 * @param link what it stands for; null for an address that nobody made
 * @param isOpen whether anything can be done by it
 */
record Visit(
        String token,
        PaymentLink link,
        boolean isOpen,
        HttpServletRequest request,
        HttpServletResponse response,
        Model model) {

    BusinessId business() {
        return link.business();
    }

    boolean isKnown() {
        return link != null;
    }

    /** Says something on top of the page, by the code of its sentence. */
    void say(String sentence) {
        model.addAttribute("notice", sentence);
    }

    String home() {
        return "/pay/" + token;
    }

    /** Answers with a page that tells no more than that there is nothing here any more. */
    String gone(String template) {
        response.setStatus(isKnown() ? 410 : 404);
        return template;
    }
}
