package exactum.app.payer;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.cards.FindCollections;
import exactum.app.debits.FindDebits;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssuedFigures;
import exactum.app.documents.PrintedLine;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.MandatePaper;
import exactum.app.quotes.PaidAhead;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;

/** Gathers what the payer's page says: what is owed and why, what was paid, what is left on account. */
@Component
class PayerView {
    private final FindDocuments documents;
    private final FindClaims claims;
    private final PaidAhead ahead;
    private final FindPayments payments;
    private final FindCollections collections;
    private final FindSetup setup;
    private final Attachments attachments;
    private final MandatePaper paper;
    private final FindMandates mandates;
    private final FindDebits debits;
    private final BusinessClock clock;

    PayerView(
            FindDocuments documents,
            FindClaims claims,
            PaidAhead ahead,
            FindPayments payments,
            FindCollections collections,
            FindSetup setup,
            Attachments attachments,
            MandatePaper paper,
            FindMandates mandates,
            FindDebits debits,
            BusinessClock clock) {
        this.documents = documents;
        this.claims = claims;
        this.ahead = ahead;
        this.payments = payments;
        this.collections = collections;
        this.setup = setup;
        this.attachments = attachments;
        this.paper = paper;
        this.mandates = mandates;
        this.debits = debits;
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

    Document document(PaymentLink link) {
        return documents.get(link.business(), link.document());
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

    boolean isInFlight(PaymentLink link) {
        return collections.findLive(link.business(), link.document()).isPresent();
    }

    /** Puts all of it into the model. */
    @Transactional(readOnly = true)
    public Shown put(PaymentLink link, Model model) {
        BusinessId business = link.business();
        Document document = document(link);
        LocalDate today = clock.today(business);
        Money open = open(link);
        brand(business, document, model);
        List<FindClaims.Part> parts = claims.parts(business, document.id());
        model.addAttribute("link", link);
        model.addAttribute("lines", PrintedLine.of(document));
        model.addAttribute("reductions", IssuedFigures.of(document).reductions());
        model.addAttribute("parts", parts);
        model.addAttribute(
                "running", parts.stream().filter(p -> !p.isReplaced()).toList());
        model.addAttribute("open", open);
        List<FindClaims.Open> items = claims.openOf(business, document.id());
        model.addAttribute("toPay", toPay(document, items, today));
        List<FindClaims.Open> asked = FindClaims.Open.askedOn(items, today);
        model.addAttribute("asked", asked.size() < items.size() ? toPay(document, asked, today) : null);
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
        model.addAttribute("credit", credit(business, document));
        collections.findLive(business, document.id()).ifPresent(c -> model.addAttribute("lastReason", c.lastReason()));
        ProcessorAccount processor =
                setup.processorFor(business, document.gross().currency()).orElse(null);
        model.addAttribute("cards", processor != null);
        debits(link, document, model);
        BankAccountId account = document.manner().transferTo();
        if (account != null) {
            model.addAttribute("bank", setup.bankAccount(business, account));
            model.addAttribute("number", setup.number(business, account));
        }
        return new Shown(document, open, processor);
    }

    /** When it is collected; and where no mandate covers it, whether one can be given. */
    private void debits(PaymentLink link, Document document, Model model) {
        List<FindDebits.Expected> expected = debits.expected(link.business(), document.id());
        model.addAttribute("debits", expected);
        model.addAttribute("handedOver", expected.stream().anyMatch(FindDebits.Expected::isHandedOver));
        model.addAttribute("takesCard", takesCard(link, document));
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
        return document.kind() == DocumentKind.INVOICE
                && document.gross().currency().equals(Scheme.SEPA_CORE.rules().currency())
                && paper.findCreditor(link.business()).isPresent()
                && mandates.ofCustomer(link.business(), document.customer()).stream()
                        .allMatch(m -> m.state().isOver() || m.state() == MandateState.SUSPENDED);
    }

    private static Money toPay(Document document, List<FindClaims.Open> items, LocalDate today) {
        return Money.sum(
                document.gross().currency(),
                items.stream().map(o -> o.toPayOn(today)).toList());
    }

    /** Names the seller, their colours and their logo. */
    void brand(BusinessId business, Document document, Model model) {
        model.addAttribute("document", document);
        model.addAttribute("seller", document.seller());
        String logo = document.seller().logo();
        model.addAttribute("logo", logo == null ? null : "/pay/brand/%s/%s.png".formatted(business, logo));
        model.addAttribute(
                "brandVersion",
                document.seller().colour().substring(1)
                        + document.seller().accent().substring(1));
    }

    /** What of the payer's money in the document's currency settles nothing yet. */
    private Money credit(BusinessId business, Document document) {
        return Money.sum(
                document.gross().currency(),
                payments.creditOf(business, document.customer()).stream()
                        .map(FindPayments.Credit::left)
                        .filter(left -> left.currency().equals(document.gross().currency()))
                        .toList());
    }
}
