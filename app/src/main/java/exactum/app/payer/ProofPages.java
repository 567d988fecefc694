package exactum.app.payer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where a code is asked for and typed, before an old link shows more than its document. */
@Controller
class ProofPages {
    private final Visits visits;
    private final PayerFace face;
    private final Proof proof;
    private final PayerSentences sentences;

    ProofPages(Visits visits, PayerFace face, Proof proof, PayerSentences sentences) {
        this.visits = visits;
        this.face = face;
        this.proof = proof;
        this.sentences = sentences;
    }

    @GetMapping("/pay/{token}/code")
    String page(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        return show(visits.of(token, request, response, model), false);
    }

    @PostMapping("/pay/{token}/code/send")
    String send(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen()) return "redirect:" + visit.home();
        boolean sent = proof.send(visit.link());
        if (!sent) visit.say(sentences.say(visit, "payer.code.enough"));
        return show(visit, sent);
    }

    @PostMapping("/pay/{token}/code")
    String take(
            @PathVariable String token,
            @RequestParam(defaultValue = "") String code,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen()) return "redirect:" + visit.home();
        if (proof.take(visit, code)) return "redirect:" + visit.home() + "/history";
        visit.say(sentences.say(visit, "payer.code.wrong"));
        return show(visit, true);
    }

    private String show(Visit visit, boolean sent) {
        if (!visit.isOpen()) return "redirect:" + visit.home();
        if (proof.isGiven(visit)) return "redirect:" + visit.home() + "/history";
        face.put(visit.business(), visit.model());
        visit.model().addAttribute("days", proof.days(visit));
        visit.model().addAttribute("to", sentences.masked(visit.link()));
        visit.model().addAttribute("sent", sent);
        return "payer/code";
    }
}
