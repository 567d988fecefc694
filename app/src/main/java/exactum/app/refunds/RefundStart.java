package exactum.app.refunds;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.ItemKind;
import exactum.app.documents.CreditDocument;
import exactum.app.documents.FindDocuments;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.bank.Iban;
import exactum.core.document.Creditable;
import exactum.core.document.Line;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What a refund can begin with: the payments that it can go back through, and what it can be drawn on. */
@Component
class RefundStart {
    private static final int MOST = 20;
    private final FindPayments payments;
    private final FindDocuments documents;
    private final CreditDocument credit;
    private final FindCatalogue catalogue;
    private final FindSetup setup;
    private final RefundStore store;
    private final RefundsInPayouts inPayouts;

    RefundStart(
            FindPayments payments,
            FindDocuments documents,
            CreditDocument credit,
            FindCatalogue catalogue,
            FindSetup setup,
            RefundStore store,
            RefundsInPayouts inPayouts) {
        this.payments = payments;
        this.documents = documents;
        this.credit = credit;
        this.catalogue = catalogue;
        this.setup = setup;
        this.store = store;
        this.inPayouts = inPayouts;
    }

    /** A payment with what can still go back through it. */
    record Through(FindPayments.Payment payment, Money refundable) {}

    /**
     * A line that can be taken back.
     *
     * @param left of its quantity
     * @param amount what that comes to in the document's price mode
     * @param sentence that it is not refunded, or empty
     */
    record Taken(int place, String description, String unit, BigDecimal left, Money amount, String sentence) {}

    /**
     * A document that the payment settled.
     *
     * @param settled by the payment, as it stands
     * @param left what no credit note has, tax included
     */
    record OfDocument(DocumentId id, String number, Money settled, Money left, List<Taken> lines) {}

    /**
     * All of it.
     *
     * @param chosen the payment that it goes back through
     * @param rests what lies on account
     * @param canCard whether it can go back to the card that it came from
     * @param canTransfer whether files of transfers are written in its currency
     * @param account where the payment came from, or the payer's as a mandate has it; or null
     * @param gone where it has gone already, or null
     */
    record Start(
            CustomerId customer,
            String customerName,
            List<Through> throughs,
            Through chosen,
            List<FindPayments.Held> rests,
            List<OfDocument> documents,
            boolean canCard,
            boolean canTransfer,
            Iban account,
            Route.InPayout gone) {
        /** What is taken unless something is chosen. */
        public String route() {
            return canCard ? "card" : canTransfer ? "transfer" : "hand";
        }
    }

    /** From a line of a payout that tells of it. */
    Start ofPayout(BusinessId business, PayoutId payout, int lineNo) {
        RefundsInPayouts.Found found = inPayouts.find(business, payout, lineNo);
        return start(business, found.payment(), found.route());
    }

    /** From a payment. */
    Start ofPayment(BusinessId business, MeansId id) {
        return start(business, id, null);
    }

    private Start start(BusinessId business, MeansId id, Route.InPayout gone) {
        FindPayments.Payment payment = payments.find(business, id).orElseThrow(NotHere::new);
        List<Through> throughs = Stream.concat(
                        Stream.of(payment),
                        payments
                                .refundableOf(
                                        business,
                                        payment.customer(),
                                        payment.amount().currency(),
                                        MOST)
                                .stream()
                                .filter(p -> !p.id().equals(id)))
                .map(p -> new Through(p, payments.refundableThrough(business, p.id())))
                .toList();
        boolean canCard = payment.booked().saleReference() != null
                && setup.processor(business, payment.booked().processor()).isOn();
        return new Start(
                payment.customer(),
                payment.customerName(),
                throughs,
                throughs.getFirst(),
                rests(business, payment),
                settled(business, payment),
                canCard,
                payment.amount().currency().equals(Scheme.SEPA_CORE.rules().currency()),
                store.accountOf(business, id, payment.customer()).orElse(null),
                gone);
    }

    /** From a document: through the newest of the payments that settled it and have something left. */
    MeansId paymentOf(BusinessId business, String number) {
        DocumentId document = documents
                .findByNumber(business, number)
                .orElseThrow(NotHere::new)
                .id();
        return payments.ofDocument(business, document).stream()
                .filter(p -> payments.refundableThrough(business, p.id()).isPositive())
                .max(Comparator.comparing(FindPayments.Payment::on))
                .map(FindPayments.Payment::id)
                .orElseThrow(() -> new Refusal(
                        "refund.nothing",
                        "Nothing that paid %s can be given back. Nothing was changed.".formatted(number)));
    }

    /** From what lies on account: through the payment that it came by, or another of the customer's. */
    MeansId paymentOf(BusinessId business, MeansId means) {
        FindPayments.Held held = payments.held(business, means).orElseThrow(NotHere::new);
        return payments.through(business, held, held.credit().left())
                .or(() -> payments
                        .refundableOf(
                                business, held.customer(), held.credit().left().currency(), 1)
                        .stream()
                        .map(FindPayments.Payment::id)
                        .findFirst())
                .orElseThrow(() -> new Refusal(
                        "refund.through",
                        "No payment of theirs can take it back. Nothing was changed. Use it for an invoice."));
    }

    private List<FindPayments.Held> rests(BusinessId business, FindPayments.Payment payment) {
        return Stream.of(
                        payments.creditOf(business, payment.customer()),
                        payments.depositsOf(business, payment.customer()))
                .flatMap(List::stream)
                .filter(c -> c.left().currency().equals(payment.amount().currency()))
                .map(c -> new FindPayments.Held(c, payment.customer(), payment.customerName()))
                .toList();
    }

    private List<OfDocument> settled(BusinessId business, FindPayments.Payment payment) {
        Map<DocumentId, Money> net = new LinkedHashMap<>();
        Map<DocumentId, String> numbers = new LinkedHashMap<>();
        for (FindPayments.Settlement s : payments.settledBy(business, payment.id())) {
            if (!s.amount().currency().equals(payment.amount().currency())) continue;
            net.merge(s.document(), s.amount(), Money::plus);
            numbers.put(s.document(), s.number());
        }
        var all = new ArrayList<OfDocument>();
        net.forEach((document, settled) -> {
            if (!settled.isPositive()) return;
            Creditable creditable = credit.of(business, document);
            all.add(new OfDocument(
                    document, numbers.get(document), settled, creditable.left(), lines(business, creditable)));
        });
        return all;
    }

    private List<Taken> lines(BusinessId business, Creditable creditable) {
        return creditable.lines().stream()
                .filter(p -> p.left().signum() > 0)
                .map(p -> new Taken(
                        p.place(),
                        p.line().description(),
                        p.line().unit(),
                        p.left(),
                        p.amount().minus(p.creditedAmount()),
                        sentence(business, p.line())))
                .toList();
    }

    private String sentence(BusinessId business, Line line) {
        return line.item() == null
                ? ""
                : catalogue
                        .find(business, line.item())
                        .filter(i -> i.kind() == ItemKind.RETAINER)
                        .map(CatalogueItem::sentence)
                        .orElse("");
    }
}
