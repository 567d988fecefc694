package exactum.app.people;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.security.OpenSessions;
import exactum.app.security.Passwords;
import exactum.app.security.SignedIn;
import exactum.app.security.Users;
import exactum.core.problem.Refusal;
import jakarta.servlet.http.HttpSession;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a person keeps for themselves: their password, where they are signed in, where they work. */
@Controller
class OwnPages {
    private final FindBusinesses businesses;
    private final Members members;
    private final Users users;
    private final Passwords passwords;
    private final OpenSessions sessions;

    OwnPages(FindBusinesses businesses, Members members, Users users, Passwords passwords, OpenSessions sessions) {
        this.businesses = businesses;
        this.members = members;
        this.users = users;
        this.passwords = passwords;
        this.sessions = sessions;
    }

    /** A business one works for, and as what. */
    record Works(Business business, String as) {}

    @GetMapping("/me")
    String page(@AuthenticationPrincipal SignedIn user, HttpSession session, Model model) {
        model.addAttribute("user", user);
        model.addAttribute("sessions", sessions.of(user.login(), session.getId()));
        model.addAttribute("singleKeys", users.singleKeys(user.login()));
        model.addAttribute(
                "works",
                businesses.of(user.login()).stream()
                        .map(b -> new Works(
                                b,
                                businesses
                                        .membership(b.id(), user.login())
                                        .orElseThrow()
                                        .words()))
                        .toList());
        return "people/me";
    }

    @PostMapping("/me/password")
    String password(
            @AuthenticationPrincipal SignedIn user,
            @RequestParam String now,
            @RequestParam String password,
            HttpSession session) {
        passwords.change(user.login(), now, password);
        sessions.endOthers(user.login(), session.getId());
        return "redirect:/me?changed";
    }

    @PostMapping("/me/sessions/end-others")
    String endOthers(@AuthenticationPrincipal SignedIn user, HttpSession session) {
        sessions.endOthers(user.login(), session.getId());
        return "redirect:/me";
    }

    @PostMapping("/me/leave")
    String leave(@AuthenticationPrincipal SignedIn user, @RequestParam String code) {
        Business left = businesses
                .findByCode(code)
                .orElseThrow(() -> new Refusal("member.gone", "You do not work there. Nothing was changed."));
        members.leave(left.id(), user.login());
        return "redirect:/me";
    }

    @GetMapping("/password/{token}")
    String choose(@PathVariable String token, Model model) {
        model.addAttribute("token", token);
        return "people/password";
    }

    @PostMapping("/password/{token}")
    String choose(@PathVariable String token, @RequestParam String password, Model model) {
        try {
            sessions.endOthers(passwords.choose(token, password), "");
            return "redirect:/sign-in?made";
        } catch (Refusal refusal) {
            model.addAttribute("problem", refusal.sentence());
            return choose(token, model);
        }
    }
}
