package exactum.app.cards;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.security.SignedIn;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CardPageId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Cards on file on a customer's page: one that is given by phone, one that is charged first, and one that is removed. */
@Controller
class CardOnFilePages {
    private final FindCards cards;
    private final FindCustomers customers;
    private final AskForCard ask;
    private final ChooseCard choose;
    private final RemoveCard remove;
    private final CardAuthority paper;
    private final Settings settings;
    private final BusinessClock clock;

    CardOnFilePages(
            FindCards cards,
            FindCustomers customers,
            AskForCard ask,
            ChooseCard choose,
            RemoveCard remove,
            CardAuthority paper,
            Settings settings,
            BusinessClock clock) {
        this.cards = cards;
        this.customers = customers;
        this.ask = ask;
        this.choose = choose;
        this.remove = remove;
        this.paper = paper;
        this.settings = settings;
        this.clock = clock;
    }

    /** Opens the processor's page, into which one of us types what the cardholder says. */
    @PostMapping("/customers/{id}/cards/by-phone")
    @Needs(Power.COLLECTING)
    String byPhone(
            Business business, @PathVariable CustomerId id, @AuthenticationPrincipal SignedIn user, Model model) {
        Customer customer = customers.find(business.id(), id).orElseThrow(NotHere::new);
        String consent =
                "%s said by phone on %s, to %s, that %s keeps this card and charges it for invoices when they are due."
                        .formatted(
                                customer.name(),
                                Texts.day(clock.today(business.id())),
                                user.login(),
                                business.identity().senderName());
        CardPage page = ask.byPhone(
                        business.id(),
                        id,
                        customer.currency(),
                        consent,
                        user.login(),
                        made -> "%s/%s/customers/%s/cards/%s/back"
                                .formatted(settings.publicAddress(), business.code(), id, made))
                .orElseThrow(
                        () -> new Refusal(
                                "card.unreachable",
                                "The processor’s page cannot be opened at the moment. Nothing was kept. Try again in a few minutes."));
        model.addAttribute("page", page);
        return "cards/of-customer :: opened";
    }

    /** The form on which a customer agrees, to be printed and signed. */
    @GetMapping("/customers/{id}/card-authority.pdf")
    ResponseEntity<byte[]> authority(Business business, @PathVariable CustomerId id) {
        Customer customer = customers.find(business.id(), id).orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"card-authority.pdf\"")
                .body(paper.toSign(business, customer));
    }

    /** Back from the processor's page. */
    @GetMapping("/customers/{id}/cards/{page}/back")
    String back(BusinessId business, @PathVariable CustomerId id, @PathVariable CardPageId page) {
        ask.find(business, page)
                .filter(p -> p.customer().equals(id))
                .flatMap(p -> ask.look(business, page))
                .orElseThrow(NotHere::new);
        return "redirect:/customers/" + id + "#cards";
    }

    @PostMapping("/customers/{id}/cards/{card}/choose")
    @Needs(Power.COLLECTING)
    String choose(
            BusinessId business,
            @PathVariable CustomerId id,
            @PathVariable CardId card,
            @AuthenticationPrincipal SignedIn user) {
        cards.find(business, card).filter(c -> c.customer().equals(id)).orElseThrow(NotHere::new);
        choose.choose(business, card, "by " + user.login());
        return "redirect:/customers/" + id + "#cards";
    }

    @PostMapping("/customers/{id}/cards/{card}/remove")
    @Needs(Power.COLLECTING)
    String remove(
            BusinessId business,
            @PathVariable CustomerId id,
            @PathVariable CardId card,
            @AuthenticationPrincipal SignedIn user) {
        cards.find(business, card).filter(c -> c.customer().equals(id)).orElseThrow(NotHere::new);
        remove.remove(business, card, "by " + user.login());
        return "redirect:/customers/" + id + "#cards";
    }
}
