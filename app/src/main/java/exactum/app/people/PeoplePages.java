package exactum.app.people;

import exactum.app.business.FindBusinesses;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.business.Role;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Who works here and as what, with the table of what each role may do. */
@Controller
class PeoplePages {
    private final FindBusinesses businesses;
    private final Members members;
    private final Invitations invitations;

    PeoplePages(FindBusinesses businesses, Members members, Invitations invitations) {
        this.businesses = businesses;
        this.members = members;
        this.invitations = invitations;
    }

    @GetMapping("/people")
    String page(BusinessId business, Model model) {
        model.addAttribute("members", businesses.members(business));
        model.addAttribute("invitations", invitations.open(business));
        model.addAttribute("roles", Role.values());
        model.addAttribute("powers", Power.values());
        return "people/page";
    }

    @PostMapping("/people/invitations")
    @Needs(Power.PEOPLE)
    String invite(
            BusinessId business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "") List<String> roles,
            Model model) {
        String name = new TypedForm(fields).required("name", "name", TextKind.NAME);
        model.addAttribute("address", invitations.invite(business, name, typed(roles)));
        model.addAttribute(
                "words", "Send this address to " + name + ". It works once, for a week, and is shown only here.");
        return "people/address :: made";
    }

    @PostMapping("/people/invitations/{id}/withdraw")
    @Needs(Power.PEOPLE)
    String withdraw(BusinessId business, @PathVariable UUID id) {
        invitations.withdraw(business, id);
        return "redirect:/people";
    }

    @PostMapping("/people/roles")
    @Needs(Power.PEOPLE)
    String roles(BusinessId business, @RequestParam String login, @RequestParam(defaultValue = "") List<String> roles) {
        members.setRoles(business, login, typed(roles));
        return "redirect:/people";
    }

    @PostMapping("/people/let-go")
    @Needs(Power.PEOPLE)
    String letGo(BusinessId business, @RequestParam String login) {
        members.leave(business, login);
        return "redirect:/people";
    }

    @PostMapping("/people/password")
    @Needs(Power.PEOPLE)
    String password(BusinessId business, @RequestParam String login, Model model) {
        String name = members.member(business, login).name();
        model.addAttribute("address", members.newPasswordAddress(business, login));
        model.addAttribute(
                "words", "Send this address to " + name + ". A new password can be chosen there, once, within a day.");
        return "people/address :: made";
    }

    private static Set<Role> typed(List<String> roles) {
        Set<Role> all = EnumSet.noneOf(Role.class);
        for (String role : roles) {
            try {
                all.add(Role.of(role));
            } catch (IllegalArgumentException unknown) {
                throw new Refusal("typed.role", "“%s” is not a role. Nothing was saved.".formatted(role)).at("roles");
            }
        }
        return all;
    }
}
