package exactum.app.payer;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.ids.AddressWishId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where a payer corrects their name and address. */
@Controller
class AddressPages {
    private final Visits visits;
    private final PayerFace face;
    private final FindCustomers customers;
    private final AddressWishes wishes;
    private final AddressWishStore store;
    private final Proof proof;
    private final PayerSentences sentences;
    private final BusinessClock clock;

    AddressPages(
            Visits visits,
            PayerFace face,
            FindCustomers customers,
            AddressWishes wishes,
            AddressWishStore store,
            Proof proof,
            PayerSentences sentences,
            BusinessClock clock) {
        this.visits = visits;
        this.face = face;
        this.customers = customers;
        this.wishes = wishes;
        this.store = store;
        this.proof = proof;
        this.sentences = sentences;
        this.clock = clock;
    }

    @GetMapping("/pay/{token}/address")
    String page(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen()) return "redirect:" + visit.home();
        if (!proof.isGiven(visit)) return "redirect:" + visit.home() + "/code";
        Customer c = customers.get(visit.business(), visit.link().customer());
        return show(visit, Map.of("name", c.name(), "address", c.address(), "country", c.country()));
    }

    @PostMapping("/pay/{token}/address")
    String save(
            @PathVariable String token,
            @RequestParam Map<String, String> fields,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen() || !proof.isGiven(visit)) return "redirect:" + visit.home();
        try {
            boolean sent = wishes.ask(visit.link(), TypedForm.read(fields, f -> wish(visit, f)));
            visit.say(sentences.say(visit, sent ? "payer.address.sent" : "payer.address.same"));
        } catch (Refusal refused) {
            model.addAttribute("problem", sentences.typed(visit, refused));
        }
        return show(visit, fields);
    }

    private AddressWish wish(Visit visit, TypedForm f) {
        return new AddressWish(
                new AddressWishId(Ids.next()),
                visit.link().customer(),
                f.required("name", "name", TextKind.NAME),
                f.required("address", "address", TextKind.ADDRESS),
                f.country("country"),
                clock.today(visit.business()));
    }

    private String show(Visit visit, Map<String, String> fields) {
        face.put(visit.business(), visit.model());
        visit.model().addAttribute("fields", fields);
        visit.model()
                .addAttribute(
                        "waiting",
                        store.of(visit.business(), visit.link().customer()).orElse(null));
        return "payer/address";
    }
}
