package exactum.app.people;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.security.SignedIn;
import exactum.app.web.NotHere;
import exactum.core.problem.Refusal;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where an invitation leads: who signs in here already joins with one press, who does not makes a sign-in. */
@Controller
class JoinPages {
    private final Invitations invitations;
    private final FindBusinesses businesses;

    JoinPages(Invitations invitations, FindBusinesses businesses) {
        this.invitations = invitations;
        this.businesses = businesses;
    }

    @GetMapping("/join/{token}")
    String page(@PathVariable String token, @AuthenticationPrincipal SignedIn user, Model model) {
        var invitation = invitations.find(token);
        if (invitation.isEmpty()) return "people/spent";
        model.addAttribute("name", invitation.get().name());
        return show(invitation.get(), token, user, model);
    }

    @PostMapping("/join/{token}")
    String join(
            @PathVariable String token,
            @AuthenticationPrincipal SignedIn user,
            @RequestParam(defaultValue = "") String login,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String password,
            Model model) {
        try {
            if (user == null) {
                invitations.acceptAs(token, login, name, password);
                return "redirect:/sign-in?made";
            }
            Invitation accepted = invitations.accept(token, user.login());
            return "redirect:/" + businesses.get(accepted.business()).code() + "/day";
        } catch (Refusal refusal) {
            model.addAttribute("problem", refusal.sentence());
            model.addAttribute("login", login);
            model.addAttribute("name", name);
            return show(invitations.find(token).orElseThrow(NotHere::new), token, user, model);
        }
    }

    private String show(Invitation invitation, String token, SignedIn user, Model model) {
        Business business = businesses.get(invitation.business());
        model.addAttribute("invitation", invitation);
        model.addAttribute("business", business);
        model.addAttribute("token", token);
        model.addAttribute("user", user);
        return "people/join";
    }
}
