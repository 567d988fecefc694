package exactum.app.payer;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCollections;
import exactum.app.cards.Offer;
import exactum.app.cards.Offers;
import exactum.app.cards.Wish;
import exactum.app.debits.FindDebits;
import exactum.app.documents.Channels;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssuedFigures;
import exactum.app.documents.PrintedLine;
import exactum.app.documents.TransferSlip;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.MandatePaper;
import exactum.app.quotes.PaidAhead;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;

/** Gathers what the payer's page says: what is owed and why, what was paid, what is left on account. */
@Component
class PayerView {
    private final FindDocuments documents;
    private final Channels channels;
    private final FindClaims claims;
    private final PaidAhead ahead;
    private final FindPayments payments;
    private final FindCollections collections;
    private final Offers offers;
    private final FindSetup setup;
    private final Attachments attachments;
    private final MandatePaper paper;
    private final FindMandates mandates;
    private final FindDebits debits;
    private final PayerFace face;
    private final Wordings words;
    private final BusinessClock clock;

    PayerView(
            FindDocuments documents,
            Channels channels,
            FindClaims claims,
            PaidAhead ahead,
            FindPayments payments,
            FindCollections collections,
            Offers offers,
            FindSetup setup,
            Attachments attachments,
            MandatePaper paper,
            FindMandates mandates,
            FindDebits debits,
            PayerFace face,
            Wordings words,
            BusinessClock clock) {
        this.documents = documents;
        this.channels = channels;
        this.claims = claims;
        this.ahead = ahead;
        this.payments = payments;
        this.collections = collections;
        this.offers = offers;
        this.setup = setup;
        this.attachments = attachments;
        this.paper = paper;
        this.mandates = mandates;
        this.debits = debits;
        this.face = face;
        this.words = words;
        this.clock = clock;
    }

    /**
     * What the page is about.
     *
     * @param open what is open of it now
     * @param processor who takes cards for it, or null
     */
    record Shown(Document document, Money open, ProcessorAccount processor) {
        boolean isVoid() {
            return document.state() == DocumentState.VOID;
        }

        boolean isPaid() {
            return open.isZero();
        }
    }

    /** The document of a link as it was issued. */
    Document issued(PaymentLink link) {
        return documents.get(link.business(), link.document());
    }

    /** The document of a link as it can be paid now. */
    Document document(PaymentLink link) {
        return channels.now(link.business(), documents.get(link.business(), link.document()));
    }

    /** What is open of the link's document now. */
    Money open(PaymentLink link) {
        Document document = document(link);
        if (document.kind() == DocumentKind.QUOTE) return ahead.asked(link.business(), document);
        return Money.sum(
                document.gross().currency(),
                claims.openOf(link.business(), document.id()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
    }

    /** Puts all of it into the model. */
    @Transactional(readOnly = true)
    public Shown put(Visit visit, Wish wish, String typed) {
        PaymentLink link = visit.link();
        Model model = visit.model();
        BusinessId business = link.business();
        Document document = document(link);
        LocalDate today = clock.today(business);
        Money open = open(link);
        brand(business, document, model);
        List<FindClaims.Part> parts = claims.parts(business, document.id());
        model.addAttribute("link", link);
        lines(document, model);
        model.addAttribute(
                "running", parts.stream().filter(p -> !p.isReplaced()).toList());
        model.addAttribute("open", open);
        model.addAttribute(
                "due",
                parts.stream()
                        .filter(FindClaims.Part::isOpen)
                        .map(FindClaims.Part::due)
                        .min(LocalDate::compareTo)
                        .orElse(null));
        model.addAttribute("today", today);
        model.addAttribute("attachments", attachments.of(business, GoesWith.document(document.id())));
        model.addAttribute("payments", payments.ofDocument(business, document.id()));
        account(link, document.gross().currency(), today, model);
        ProcessorAccount processor =
                setup.processorFor(business, document.gross().currency()).orElse(null);
        cards(processor, model);
        debits(link, document, model);
        figure(visit, wish, typed);
        return new Shown(document, open, processor);
    }

    /** What is chosen and what it comes to, with the transfer that would pay it. */
    @Transactional(readOnly = true)
    public void figure(Visit visit, Wish wish, String typed) {
        PaymentLink link = visit.link();
        Offer offer = offers.of(link);
        Figure figure = Figure.of(offer, wish, typed, collected(link, offer));
        visit.model().addAttribute("figure", figure);
        visit.model()
                .addAttribute(
                        "all",
                        Money.sum(
                                offer.currency(),
                                offer.own().stream()
                                        .map(o -> o.toPayOn(offer.today()))
                                        .toList()));
        if (link.document() == null) return;
        Document document = document(link);
        Money amount = figure.total().isPositive() ? figure.total() : open(link);
        visit.model()
                .addAttribute(
                        "transfer",
                        TransferSlip.of(link.business(), document, figure.numbers(), amount, setup)
                                .orElse(null));
        visit.model().addAttribute("document", document);
        visit.model().addAttribute("takesCard", takesCard(link, document));
        cards(setup.processorFor(link.business(), offer.currency()).orElse(null), visit.model());
    }

    /** All that can be chosen on it; what is asked for now where that is nothing. */
    @Transactional(readOnly = true)
    public Wish all(Visit visit) {
        if (!visit.isKnown() || visit.link().document() == null) return Wish.USUAL;
        Offer offer = offers.of(visit.link());
        Map<ClaimId, LocalDate> collected = collected(visit.link(), offer);
        List<ClaimId> items = offer.open().stream()
                .map(FindClaims.Open::claim)
                .filter(c -> !collected.containsKey(c))
                .toList();
        return items.isEmpty() ? Wish.USUAL : new Wish(items, null);
    }

    /** Whether cards are taken, and wallets. */
    void cards(ProcessorAccount processor, Model model) {
        model.addAttribute("cards", processor != null);
        model.addAttribute("wallets", processor != null && processor.offersWallets());
    }

    /** What of the offer a bank is collecting already, so that it cannot be chosen. */
    private Map<ClaimId, LocalDate> collected(PaymentLink link, Offer offer) {
        Map<ClaimId, LocalDate> collected = new HashMap<>();
        if (offer.open().isEmpty()
                || mandates.ofCustomer(link.business(), link.customer()).isEmpty()) return collected;
        offer.open().stream()
                .map(FindClaims.Open::document)
                .distinct()
                .forEach(d -> debits.expected(link.business(), d).stream()
                        .filter(FindDebits.Expected::isHandedOver)
                        .forEach(e -> collected.put(e.claim(), e.on())));
        return collected;
    }

    /** What stands between the payer and the business beyond the document: balance, credit, what is in flight. */
    void account(PaymentLink link, Currency currency, LocalDate today, Model model) {
        List<FindClaims.Open> all = claims.openOf(link.business(), link.customer()).stream()
                .filter(o -> o.left().currency().equals(currency))
                .toList();
        model.addAttribute(
                "balance",
                Money.sum(currency, all.stream().map(FindClaims.Open::left).toList()));
        model.addAttribute(
                "balanceDue",
                Money.sum(
                        currency,
                        all.stream()
                                .filter(o -> !o.due().isAfter(today))
                                .map(FindClaims.Open::left)
                                .toList()));
        model.addAttribute("credit", credit(link, currency));
        List<Collection> live = collections.liveOf(link.business(), link.id()).stream()
                .filter(c -> c.checkout().url() != null)
                .toList();
        model.addAttribute("inFlight", live.isEmpty() ? null : live.getLast().amount());
        model.addAttribute("lastReason", live.isEmpty() ? null : live.getLast().lastReason());
    }

    /** When it is collected; and where no mandate covers it, whether one can be given. */
    private void debits(PaymentLink link, Document document, Model model) {
        List<FindDebits.Expected> expected = debits.expected(link.business(), document.id());
        model.addAttribute("debits", expected);
        model.addAttribute("handedOver", expected.stream().anyMatch(FindDebits.Expected::isHandedOver));
        model.addAttribute("canGiveMandate", canGiveMandate(link, document));
    }

    /**
     * Whether a card may be taken for it: it asks for one; or it is, or was to be, collected under a mandate, and the bank does not have
     * it.
     */
    boolean takesCard(PaymentLink link, Document document) {
        if (document.kind() == DocumentKind.QUOTE || document.manner().byCard()) return true;
        return document.manner().collected()
                && !mandates.ofCustomer(link.business(), document.customer()).isEmpty()
                && debits.expected(link.business(), document.id()).stream()
                        .noneMatch(FindDebits.Expected::isHandedOver);
    }

    boolean canGiveMandate(PaymentLink link, Document document) {
        return document.kind().isOwed()
                && document.gross().currency().equals(Scheme.SEPA_CORE.rules().currency())
                && paper.findCreditor(link.business()).isPresent()
                && mandates.ofCustomer(link.business(), document.customer()).stream()
                        .allMatch(m -> m.state().isOver() || m.state() == MandateState.SUSPENDED);
    }

    /** Names the seller, their colours and their logo, as the document was issued with them. */
    void brand(BusinessId business, Document document, Model model) {
        Habit in = (Habit) model.getAttribute("in");
        String kind = "kind." + document.kind().words().replace(' ', '-');
        model.addAttribute("title", words.say(in, kind) + " " + document.number());
        model.addAttribute("document", document);
        face.put(business, document.seller(), model);
    }

    void lines(Document document, Model model) {
        Habit in = (Habit) model.getAttribute("in");
        model.addAttribute("lines", PrintedLine.of(document, in));
        model.addAttribute("reductions", IssuedFigures.of(document).reductions());
    }

    /** What of the payer's money in a currency settles nothing yet. */
    private Money credit(PaymentLink link, Currency currency) {
        return Money.sum(
                currency,
                payments.creditOf(link.business(), link.customer()).stream()
                        .map(FindPayments.Credit::left)
                        .filter(left -> left.currency().equals(currency))
                        .toList());
    }
}
