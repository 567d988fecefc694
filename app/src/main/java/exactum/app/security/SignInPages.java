package exactum.app.security;

import exactum.app.web.OwnAddress;
import exactum.app.web.Texts;
import exactum.core.problem.Refusal;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Signing in, the first user, and a person's own switch for keys. */
@Controller
class SignInPages {
    private final Users users;

    SignInPages(Users users) {
        this.users = users;
    }

    @GetMapping("/sign-in")
    String signIn(@RequestParam(defaultValue = "") String wait, Model model) {
        if (wait.matches("[0-9]{1,4}")) model.addAttribute("wait", words(Integer.parseInt(wait)));
        return "security/sign-in";
    }

    private static String words(int seconds) {
        return seconds < 120
                ? Texts.count(seconds, "second", "seconds")
                : Texts.count((seconds + 59) / 60, "minute", "minutes");
    }

    @GetMapping("/first-user/{token}")
    String firstUser(@PathVariable String token, Model model) {
        model.addAttribute("token", token);
        return "security/first-user";
    }

    @PostMapping("/first-user/{token}")
    String makeFirstUser(
            @PathVariable String token,
            @RequestParam String login,
            @RequestParam String name,
            @RequestParam String password,
            Model model) {
        try {
            users.addFirst(token, login, name, password);
            return "redirect:/sign-in?made";
        } catch (Refusal refusal) {
            model.addAttribute("token", token);
            model.addAttribute("login", login);
            model.addAttribute("name", name);
            model.addAttribute("problem", refusal.sentence());
            return "security/first-user";
        }
    }

    @PostMapping("/keys")
    String keys(
            @AuthenticationPrincipal SignedIn user,
            @RequestParam(defaultValue = "false") boolean on,
            @RequestParam(defaultValue = "/home") String back) {
        users.setSingleKeys(user.login(), on);
        return OwnAddress.redirect(back, "/home");
    }
}
