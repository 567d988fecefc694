package exactum.app.payer;

import exactum.app.cards.Authorise;
import exactum.app.cards.FindAuthorisations;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.quotes.Acceptance;
import exactum.app.quotes.AnswerQuote;
import exactum.app.web.TypedForm;
import exactum.core.document.DocumentKind;
import exactum.core.ids.AuthorisationId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A customer answers a quote: a yes with a signature, or a no with a reason. Said twice, the first counts. */
@Controller
class QuotePayerPages {
    private static final String PNG = "data:image/png;base64,";
    private static final int LONGEST_AGENT = 300;
    private final PaymentLinks links;
    private final FindDocuments documents;
    private final AnswerQuote answer;
    private final PayerPages pages;
    private final QuoteView view;
    private final Authorise authorise;
    private final FindAuthorisations authorisations;
    private final PayerSentences sentences;
    private final Settings settings;
    private final Visits visits;
    private final BusinessClock clock;

    QuotePayerPages(
            PaymentLinks links,
            FindDocuments documents,
            AnswerQuote answer,
            PayerPages pages,
            QuoteView view,
            Authorise authorise,
            FindAuthorisations authorisations,
            PayerSentences sentences,
            Settings settings,
            Visits visits,
            BusinessClock clock) {
        this.visits = visits;
        this.pages = pages;
        this.view = view;
        this.authorise = authorise;
        this.authorisations = authorisations;
        this.sentences = sentences;
        this.settings = settings;
        this.links = links;
        this.documents = documents;
        this.answer = answer;
        this.clock = clock;
    }

    @PostMapping("/pay/{token}/accept")
    String accept(
            @PathVariable String token,
            @RequestParam Map<String, String> fields,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<PaymentLink> link = quoteLink(token);
        if (link.isEmpty()) return "redirect:/pay/" + token;
        try {
            Optional<IssueDocuments.Issued> issued =
                    answer.accept(link.get().business(), link.get().document(), yes(fields, request));
            if (issued.isPresent()) return "redirect:/pay/" + tokenOf(link.get(), issued.get());
        } catch (Refusal refused) {
            model.addAttribute("typedName", fields.getOrDefault("name", ""));
            return refused(visits.of(token, request, response, model), refused);
        }
        return "redirect:/pay/" + token;
    }

    private String refused(Visit visit, Refusal refused) {
        visit.model().addAttribute("notice", sentences.typed(visit, refused));
        return pages.show(visit);
    }

    private String tokenOf(PaymentLink quote, IssueDocuments.Issued invoice) {
        return links.token(links.ofDocument(quote.business(), invoice.id()));
    }

    private static AnswerQuote.Yes yes(Map<String, String> fields, HttpServletRequest request) {
        Map<String, String> typedFields = new HashMap<>(fields);
        typedFields.remove("drawing");
        String name = new TypedForm(typedFields).text("name", TextKind.NAME);
        String drawn = fields.getOrDefault("drawing", "");
        boolean typed = fields.containsKey("typed");
        byte[] drawing = drawn.startsWith(PNG) && !typed ? decoded(drawn.substring(PNG.length())) : null;
        Acceptance.How how =
                drawing != null ? Acceptance.How.DRAWN : typed ? Acceptance.How.TYPED : Acceptance.How.READ;
        String agent = Optional.ofNullable(request.getHeader("User-Agent")).orElse("");
        return new AnswerQuote.Yes(
                how,
                name,
                "",
                drawing,
                request.getRemoteAddr(),
                agent.substring(0, Math.min(agent.length(), LONGEST_AGENT)));
    }

    private static byte[] decoded(String base64) {
        try {
            return Base64.getDecoder().decode(base64);
        } catch (IllegalArgumentException spoilt) {
            return new byte[0];
        }
    }

    @PostMapping("/pay/{token}/decline")
    String decline(
            @PathVariable String token,
            @RequestParam Map<String, String> fields,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<PaymentLink> link = quoteLink(token);
        if (link.isEmpty()) return "redirect:/pay/" + token;
        try {
            answer.decline(
                    link.get().business(),
                    link.get().document(),
                    new TypedForm(fields).text("reason", TextKind.PARAGRAPHS));
        } catch (Refusal refused) {
            return refused(visits.of(token, request, response, model), refused);
        }
        return "redirect:/pay/" + token;
    }

    /** A card is authorised for an accepted quote that asks for it. */
    @PostMapping("/pay/{token}/authorise")
    String authorise(
            @PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Optional<PaymentLink> link = quoteLink(token);
        if (link.isEmpty()) return "redirect:/pay/" + token;
        Visit visit = visits.of(token, request, response, model);
        Document quote = documents.get(link.get().business(), link.get().document());
        if (!view.asksCard(link.get(), quote)) return "redirect:/pay/" + token;
        Optional<String> page = authorise.onPage(
                link.get(),
                quote.number(),
                quote.gross(),
                id -> settings.publicAddress() + visit.home() + "/authorised?authorisation=" + id);
        if (page.isPresent()) return "redirect:" + page.get();
        visit.say(sentences.say(visit, "payer.say.unreachable"));
        return pages.show(visit);
    }

    /** Back from the processor’s page. */
    @GetMapping("/pay/{token}/authorised")
    String authorised(
            @PathVariable String token,
            @RequestParam AuthorisationId authorisation,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isKnown()) return "redirect:/pay/" + token;
        authorisations
                .find(visit.business(), authorisation)
                .filter(a -> visit.link().id().equals(a.link()))
                .ifPresent(authorise::look);
        return "redirect:" + visit.home();
    }

    /** The open link of a quote; nothing for any other. */
    private Optional<PaymentLink> quoteLink(String token) {
        return links.findByToken(token)
                .filter(l -> l.isOpen(clock.today(l.business())))
                .filter(l -> l.document() != null)
                .filter(l -> documents
                        .find(l.business(), l.document())
                        .map(Document::kind)
                        .filter(k -> k == DocumentKind.QUOTE)
                        .isPresent());
    }
}
