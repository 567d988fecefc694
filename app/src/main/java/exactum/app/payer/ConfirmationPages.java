package exactum.app.payer;

import exactum.app.cards.AskProcessor;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCollections;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Place;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** What became of a payment: back from the processor, its confirmation, and those before. */
@Controller
class ConfirmationPages {
    private static final int POLLS_BEFORE_ASKING = 3;
    private static final int POLLS = 60;
    private static final int MOST_SHOWN = 500;
    private final Visits visits;
    private final PayerFace face;
    private final FindCollections collections;
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindDocuments documents;
    private final ListDocuments lists;
    private final DocumentPdfs pdfs;
    private final AskProcessor ask;
    private final Proof proof;
    private final BusinessClock clock;

    ConfirmationPages(
            Visits visits,
            PayerFace face,
            FindCollections collections,
            FindPayments payments,
            FindClaims claims,
            FindDocuments documents,
            ListDocuments lists,
            DocumentPdfs pdfs,
            AskProcessor ask,
            Proof proof,
            BusinessClock clock) {
        this.visits = visits;
        this.face = face;
        this.collections = collections;
        this.payments = payments;
        this.claims = claims;
        this.documents = documents;
        this.lists = lists;
        this.pdfs = pdfs;
        this.ask = ask;
        this.proof = proof;
        this.clock = clock;
    }

    /** What of a payment went to a document, and what is open of that by now. */
    record Settled(String number, Money part, Money open) {}

    /** Back from the processor: it may not have told us yet. */
    @GetMapping("/pay/{token}/back")
    String back(
            @PathVariable String token,
            @RequestParam Optional<CollectionId> payment,
            @RequestParam(defaultValue = "") String outcome,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        Optional<Collection> collection = ofLink(visit, payment);
        if (collection.isEmpty() || outcome.equals("left")) return "redirect:" + visit.home();
        Optional<String> known = known(visit, collection.get());
        if (known.isPresent()) return "redirect:" + known.get();
        face.put(visit.business(), model);
        model.addAttribute("payment", collection.get().id());
        model.addAttribute("polls", 0);
        return "payer/checking";
    }

    /** Asked by the checking page every other second; the answer replaces its sentence, or leads on when all is known. */
    @GetMapping("/pay/{token}/checking")
    String checking(
            @PathVariable String token,
            @RequestParam CollectionId payment,
            @RequestParam int polls,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        Collection collection = ofLink(visit, Optional.of(payment)).orElseThrow(NotHere::new);
        if (polls >= POLLS_BEFORE_ASKING
                && polls % POLLS_BEFORE_ASKING == 0
                && collection.state().isLive()) ask.ask(collection);
        known(visit, collections.find(visit.business(), payment).orElseThrow())
                .ifPresent(on -> response.setHeader("HX-Redirect", on));
        model.addAttribute("payment", payment);
        model.addAttribute("polls", Math.min(polls + 1, POLLS));
        model.addAttribute("givenUp", polls + 1 >= POLLS);
        return "payer/checking :: state";
    }

    private Optional<Collection> ofLink(Visit visit, Optional<CollectionId> payment) {
        if (!visit.isKnown()) return Optional.empty();
        return payment.flatMap(p -> collections.find(visit.business(), p))
                .filter(c -> visit.link().id().equals(c.checkout().link()));
    }

    /** Where it goes on, once it is known what became of it. */
    private Optional<String> known(Visit visit, Collection collection) {
        List<FindPayments.Payment> of = payments.ofCollection(visit.business(), collection.id());
        if (!of.isEmpty())
            return Optional.of(
                    isAhead(visit, of.getLast())
                            ? visit.home()
                            : visit.home() + "/payments/" + of.getLast().id());
        return collection.state().isLive() ? Optional.empty() : Optional.of(visit.home());
    }

    /** Whether it was paid ahead of an invoice and waits for it; the page of the quote says so. */
    private boolean isAhead(Visit visit, FindPayments.Payment payment) {
        DocumentId document = visit.link().document();
        return document != null
                && payments.reservedFor(visit.business(), document).stream()
                        .anyMatch(c -> c.means().equals(payment.id()));
    }

    /** The confirmation of one payment, which can be printed. */
    @GetMapping("/pay/{token}/payments/{id}")
    String confirmation(
            @PathVariable String token,
            @PathVariable MeansId id,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isKnown() || visit.link().withdrawn()) return visit.gone("payer/unknown");
        FindPayments.Payment payment = payments.find(visit.business(), id)
                .filter(p -> p.customer().equals(visit.link().customer()))
                .orElseThrow(NotHere::new);
        if (!isOfLink(visit, payment) && !proof.isGiven(visit)) return "redirect:" + visit.home() + "/code";
        face.put(visit.business(), model);
        List<Settled> settled = settled(visit, payment);
        model.addAttribute("payment", payment);
        model.addAttribute("undone", payment.place() == Place.UNDONE || payment.place() == Place.RETURNED);
        model.addAttribute("ahead", isAhead(visit, payment));
        model.addAttribute("settled", settled);
        model.addAttribute(
                "inFull",
                !settled.isEmpty() && settled.stream().allMatch(s -> s.open().isZero()));
        model.addAttribute(
                "document",
                visit.link().document() == null
                        ? null
                        : documents.get(visit.business(), visit.link().document()));
        model.addAttribute("today", clock.today(visit.business()));
        model.addAttribute("alsoOpen", alsoOpen(visit, payment.amount()));
        return "payer/confirmation";
    }

    private boolean isOfLink(Visit visit, FindPayments.Payment payment) {
        boolean paidByIt = payment.booked().collection() != null
                && collections
                        .find(visit.business(), payment.booked().collection())
                        .filter(c -> visit.link().id().equals(c.checkout().link()))
                        .isPresent();
        DocumentId document = visit.link().document();
        return paidByIt
                || document != null
                        && payments.ofDocument(visit.business(), document).stream()
                                .anyMatch(p -> p.id().equals(payment.id()));
    }

    private List<Settled> settled(Visit visit, FindPayments.Payment payment) {
        Map<DocumentId, Settled> settled = new LinkedHashMap<>();
        for (FindPayments.Settlement s : payments.settledBy(visit.business(), payment.id())) {
            Money open = Money.sum(
                    s.amount().currency(),
                    claims.openOf(visit.business(), s.document()).stream()
                            .map(FindClaims.Open::left)
                            .toList());
            settled.merge(
                    s.document(),
                    new Settled(s.number(), s.amount(), open),
                    (a, b) -> new Settled(a.number(), a.part().plus(b.part()), a.open()));
        }
        return settled.values().stream().filter(s -> s.part().isPositive()).toList();
    }

    private List<FindClaims.Open> alsoOpen(Visit visit, Money like) {
        return claims.openOf(visit.business(), visit.link().customer()).stream()
                .filter(o -> o.left().currency().equals(like.currency()))
                .toList();
    }

    /** All payments and documents of the customer. */
    @GetMapping("/pay/{token}/history")
    String history(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Visit visit = visits.of(token, request, response, model);
        if (!visit.isOpen()) return "redirect:" + visit.home();
        if (!proof.isGiven(visit)) return "redirect:" + visit.home() + "/code";
        face.put(visit.business(), model);
        model.addAttribute(
                "payments", payments.ofCustomer(visit.business(), visit.link().customer(), MOST_SHOWN));
        model.addAttribute("documents", shown(visit));
        model.addAttribute("cut", MOST_SHOWN);
        return "payer/history";
    }

    private List<ListDocuments.Listed> shown(Visit visit) {
        return lists
                .ofCustomer(visit.business(), visit.link().customer(), clock.today(visit.business()), MOST_SHOWN)
                .stream()
                .filter(d -> d.number() != null && d.kind() != DocumentKind.QUOTE)
                .toList();
    }

    /** The paper of any of the customer's documents. */
    @GetMapping("/pay/{token}/documents/{number}")
    ResponseEntity<byte[]> paper(
            @PathVariable String token,
            @PathVariable String number,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Visit visit = visits.open(token, request, response, model);
        Document document = documents
                .findByNumber(visit.business(), number)
                .filter(d -> d.customer().equals(visit.link().customer()))
                .filter(d -> proof.isGiven(visit))
                .orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + document.number() + ".pdf\"")
                .body(pdfs.of(visit.business(), document));
    }
}
