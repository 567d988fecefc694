package exactum.app.payer;

import exactum.app.cards.AskForCard;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.CardPage;
import exactum.app.cards.ChooseCard;
import exactum.app.cards.FindCards;
import exactum.app.cards.RemoveCard;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.Settings;
import exactum.app.links.PaymentLink;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.security.ContentPolicy;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.CardId;
import exactum.core.ids.CardPageId;
import exactum.core.mandate.MandateState;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The ways to pay that a payer saved: seen, removed, and a card added without paying anything. */
@Controller
class MethodPages {
    private final Visits visits;
    private final PayerFace face;
    private final SavedMethods methods;
    private final FindCards cards;
    private final FindMandates mandates;
    private final FindDocuments documents;
    private final FindSetup setup;
    private final AskForCard ask;
    private final ChooseCard choose;
    private final RemoveCard remove;
    private final Proof proof;
    private final PayerSentences sentences;
    private final Settings settings;

    MethodPages(
            Visits visits,
            PayerFace face,
            SavedMethods methods,
            FindCards cards,
            FindMandates mandates,
            FindDocuments documents,
            FindSetup setup,
            AskForCard ask,
            ChooseCard choose,
            RemoveCard remove,
            Proof proof,
            PayerSentences sentences,
            Settings settings) {
        this.visits = visits;
        this.face = face;
        this.methods = methods;
        this.cards = cards;
        this.mandates = mandates;
        this.documents = documents;
        this.setup = setup;
        this.ask = ask;
        this.choose = choose;
        this.remove = remove;
        this.proof = proof;
        this.sentences = sentences;
        this.settings = settings;
    }

    @GetMapping("/pay/{token}/methods")
    String page(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        return show(visits.of(token, request, response, model));
    }

    /** A card is entered at the processor, to be kept. */
    @PostMapping("/pay/{token}/methods")
    String add(
            @PathVariable String token,
            @RequestParam(defaultValue = "false") boolean agreed,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen() || !proof.isGiven(visit) || !agreed) return show(visit);
        Optional<CardPage> page = ask.ofPayer(
                visit.link(),
                currency(visit),
                methods.consent(visit),
                id -> settings.publicAddress() + visit.home() + "/methods/" + id + "/back");
        if (page.isPresent()) return "redirect:" + page.get().url();
        visit.say(sentences.say(visit, "payer.say.unreachable"));
        return show(visit);
    }

    /** Back from the processor. */
    @GetMapping("/pay/{token}/methods/{page}/back")
    String back(
            @PathVariable String token,
            @PathVariable CardPageId page,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.open(token, request, response, model);
        CardPage looked = ask.find(visit.business(), page)
                .filter(p -> visit.link().id().equals(p.link()))
                .flatMap(p -> ask.look(visit.business(), page))
                .orElseThrow(NotHere::new);
        if (looked.card() != null) visit.say(sentences.say(visit, "payer.methods.saved"));
        return show(visit);
    }

    @PostMapping("/pay/{token}/methods/{card}/choose")
    String choose(
            @PathVariable String token,
            @PathVariable CardId card,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen() || !proof.isGiven(visit)) return show(visit);
        CardId chosen = theirs(visit, card);
        boolean isUsable = methods.usable(visit).stream().anyMatch(c -> c.id().equals(chosen));
        if (!isUsable) return show(visit);
        choose.choose(visit.business(), chosen, "by its holder");
        visit.say(sentences.say(visit, "payer.methods.chosen"));
        return show(visit);
    }

    /** A card of the visitor's own; there is no other here. */
    private CardId theirs(Visit visit, CardId card) {
        return cards.find(visit.business(), card)
                .filter(c -> c.customer().equals(visit.link().customer()))
                .orElseThrow(NotHere::new)
                .id();
    }

    @PostMapping("/pay/{token}/methods/{card}/remove")
    String remove(
            @PathVariable String token,
            @PathVariable CardId card,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen() || !proof.isGiven(visit)) return show(visit);
        remove.remove(visit.business(), theirs(visit, card), "by its holder");
        visit.say(sentences.say(visit, "payer.methods.removed"));
        return show(visit);
    }

    private String show(Visit visit) {
        if (!visit.isOpen()) return "redirect:" + visit.home();
        if (!proof.isGiven(visit)) return "redirect:" + visit.home() + "/code";
        face.put(visit.business(), visit.model());
        PaymentLink link = visit.link();
        List<CardOnFile> usable = cards.ofCustomer(link.business(), link.customer()).stream()
                .filter(c -> c.state() == CardOnFile.State.USABLE)
                .toList();
        List<Mandate> live = mandates.ofCustomer(link.business(), link.customer()).stream()
                .filter(m -> m.state() == MandateState.ACTIVE)
                .toList();
        visit.model().addAttribute("saved", usable);
        visit.model().addAttribute("usable", methods.usable(visit));
        visit.model().addAttribute("mandates", live);
        visit.model().addAttribute("consent", methods.consent(visit));
        var processor = setup.processorFor(link.business(), currency(visit));
        visit.model().addAttribute("cards", processor.isPresent());
        processor.ifPresent(p -> {
            URI uri = URI.create(p.address());
            visit.request().setAttribute(ContentPolicy.FORM_TARGET, uri.getScheme() + "://" + uri.getAuthority());
        });
        return "payer/methods";
    }

    private Currency currency(Visit visit) {
        PaymentLink link = visit.link();
        return link.document() == null
                ? link.ask().currency()
                : documents.get(link.business(), link.document()).gross().currency();
    }
}
