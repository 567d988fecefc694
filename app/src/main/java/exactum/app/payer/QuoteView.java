package exactum.app.payer;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.cards.Authorisation;
import exactum.app.cards.FindAuthorisations;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.LookAt;
import exactum.app.documents.Particulars;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.quotes.FindQuotes;
import exactum.app.quotes.PaidAhead;
import exactum.app.quotes.Quote;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Gathers what the page of a quote says: what is offered until when, what was answered, what is to be paid ahead. */
@Component
class QuoteView {
    private final FindQuotes quotes;
    private final FindDocuments documents;
    private final PaidAhead ahead;
    private final FindAuthorisations authorisations;
    private final LookAt lookAt;
    private final PaymentLinks links;
    private final FindSetup setup;
    private final Attachments attachments;
    private final PayerView view;
    private final BusinessClock clock;

    QuoteView(
            FindQuotes quotes,
            FindDocuments documents,
            PaidAhead ahead,
            FindAuthorisations authorisations,
            LookAt lookAt,
            PaymentLinks links,
            FindSetup setup,
            Attachments attachments,
            PayerView view,
            BusinessClock clock) {
        this.quotes = quotes;
        this.documents = documents;
        this.ahead = ahead;
        this.authorisations = authorisations;
        this.lookAt = lookAt;
        this.links = links;
        this.setup = setup;
        this.attachments = attachments;
        this.view = view;
        this.clock = clock;
    }

    /** Puts all of it into the model; the invoice's address where there is one already. */
    Optional<String> put(PaymentLink link, Document document, Model model) {
        BusinessId business = link.business();
        LocalDate today = clock.today(business);
        Quote quote = quotes.find(business, document.id()).orElseThrow();
        Optional<Document> invoice = Optional.ofNullable(quote.invoice()).flatMap(i -> documents.find(business, i));
        if (invoice.isPresent()) return invoice.map(i -> "/pay/" + links.token(links.ofDocument(business, i.id())));
        Money asked = ahead.asked(business, document);
        put(business, document, model);
        model.addAttribute("link", link);
        model.addAttribute("quote", quote);
        model.addAttribute("today", today);
        model.addAttribute("canAnswer", quote.isOpen(today));
        model.addAttribute(
                "acceptance", quotes.acceptance(business, document.id()).orElse(null));
        model.addAttribute("running", lookAt.issued(business, document).parts());
        model.addAttribute("asked", asked);
        model.addAttribute("paid", ahead.paid(business, document));
        model.addAttribute("promised", promised(link, document));
        model.addAttribute("asksCard", asksCard(link, document));
        view.cards(setup.processorFor(business, document.gross().currency()).orElse(null), model);
        model.addAttribute("attachments", attachments.of(business, GoesWith.document(document.id())));
        return Optional.empty();
    }

    /** What cards are authorised for of it by now. */
    private List<Authorisation> promised(PaymentLink link, Document document) {
        LocalDate today = clock.today(link.business());
        return authorisations.ofDocument(link.business(), document.id()).stream()
                .filter(a -> a.rest(today).isPositive())
                .toList();
    }

    /** Whether it was accepted, and a card is to be authorised for it that none is yet. */
    boolean asksCard(PaymentLink link, Document document) {
        return promised(link, document).isEmpty()
                && quotes.find(link.business(), document.id())
                        .filter(q -> q.isAccepted() && q.invoice() == null)
                        .filter(q -> q.asks() == Particulars.Ask.AUTHORISED)
                        .isPresent();
    }

    /** What the page says of the document alone, which a draft has too. */
    void put(BusinessId business, Document document, Model model) {
        view.brand(business, document, model);
        view.lines(document, model);
        model.addAttribute("payments", List.of());
    }
}
