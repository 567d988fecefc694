package exactum.app.chargebacks;

import exactum.app.business.FindBusinesses;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCards;
import exactum.app.cards.FindCollections;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.press.PdfPress;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.trail.Trails;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What speaks for a contested sale, gathered from what we keep: the payment and how it came, the trail of its money, what was
 * billed, what the payer agreed to, and what we sent them; common practice, no single source.
 */
@Component
class Evidence {
    private final FindPayments payments;
    private final FindDocuments documents;
    private final FindCollections collections;
    private final FindCards cards;
    private final FindMessages messages;
    private final FindCustomers customers;
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final Trails trails;
    private final DocumentPdfs pdfs;
    private final PdfPress press;
    private final BusinessClock clock;

    Evidence(
            FindPayments payments,
            FindDocuments documents,
            FindCollections collections,
            FindCards cards,
            FindMessages messages,
            FindCustomers customers,
            FindBusinesses businesses,
            FindSetup setup,
            Trails trails,
            DocumentPdfs pdfs,
            PdfPress press,
            BusinessClock clock) {
        this.payments = payments;
        this.documents = documents;
        this.collections = collections;
        this.cards = cards;
        this.messages = messages;
        this.customers = customers;
        this.businesses = businesses;
        this.setup = setup;
        this.trails = trails;
        this.pdfs = pdfs;
        this.press = press;
        this.clock = clock;
    }

    /**
     * What was gathered.
     *
     * @param documents that the payment settled, or did until it went away
     * @param consents what the payer agreed to, word by word, with how and when
     * @param sent what went to the payer about these documents and this payment
     * @param course of the money, in words
     */
    record Gathered(
            FindPayments.Payment payment,
            Customer customer,
            List<Document> documents,
            List<Consent> consents,
            List<Message> sent,
            String course) {}

    /** What a payer agreed to. */
    record Consent(String words, String how) {}

    /** Empty while the books do not have the sale. */
    Optional<Gathered> gather(BusinessId business, Chargeback c) {
        if (c.payment() == null) return Optional.empty();
        FindPayments.Payment payment = payments.find(business, c.payment().id()).orElseThrow();
        List<DocumentId> ids = payments.settledBy(business, payment.id()).stream()
                .map(FindPayments.Settlement::document)
                .distinct()
                .toList();
        List<Document> settled = documents.all(business, ids).stream()
                .sorted(Comparator.comparing(Document::date).thenComparing(Document::number))
                .toList();
        return Optional.of(new Gathered(
                payment,
                customers.get(business, payment.customer()),
                settled,
                consents(business, payment),
                sent(business, payment, ids),
                trails.ofPayment(business, payment.id()).text()));
    }

    private List<Consent> consents(BusinessId business, FindPayments.Payment payment) {
        var all = new ArrayList<Consent>();
        Optional<Collection> collection =
                Optional.ofNullable(payment.booked().collection()).flatMap(id -> collections.find(business, id));
        collection
                .map(Collection::checkout)
                .map(Collection.Checkout::consent)
                .filter(words -> !words.isBlank())
                .ifPresent(words -> all.add(new Consent(words, "agreed as the card was entered for this payment")));
        for (CardOnFile card : cards.ofCustomer(business, payment.customer())) {
            if (card.shown().equals(payment.source()))
                all.add(new Consent(
                        card.consent(),
                        "%s, agreed on %s by %s"
                                .formatted(
                                        card.shown(),
                                        Texts.day(card.agreedOn()),
                                        card.way().words())));
        }
        return all;
    }

    private List<Message> sent(BusinessId business, FindPayments.Payment payment, List<DocumentId> ids) {
        var all = new ArrayList<Message>();
        for (DocumentId id : ids) messages.ofDocument(business, id).forEach(l -> all.add(l.message()));
        messages.ofSubject(business, MessageKind.CONFIRMATION, payment.id().value())
                .forEach(l -> all.add(l.message()));
        return all.stream()
                .filter(m -> m.sent() != null)
                .distinct()
                .sorted(Comparator.comparing(m -> m.sent().at()))
                .toList();
    }

    /** All of it as one PDF: our statement, the facts, and the documents as they were issued. */
    byte[] pdf(BusinessId business, Chargeback c, String statement) {
        Gathered gathered = gather(business, c).orElse(null);
        var model = new HashMap<String, Object>();
        model.put("business", businesses.get(business));
        model.put("processor", setup.processor(business, c.processor()).name());
        model.put("c", c);
        model.put("statement", statement);
        model.put("g", gathered);
        model.put("today", clock.today(business));
        var parts = new ArrayList<byte[]>();
        parts.add(press.print("pdf/evidence", Locale.ENGLISH, model));
        if (gathered != null) gathered.documents().forEach(d -> parts.add(pdfs.withoutLink(business, d)));
        return press.joined(parts);
    }
}
