package exactum.app.links;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.security.Vault;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import java.nio.ByteBuffer;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Base64;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Payment links. The token is derived from the link's id with a key outside the database: it can be printed again, has
 * 192 bits nobody can guess, and the database holds only a keyed digest to find it by.
 */
@Component
public class PaymentLinks {
    private static final int LIFE_DAYS = 90;
    private static final int TOKEN_BYTES = 24;
    private final LinkStore store;
    private final Vault vault;
    private final Settings settings;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    PaymentLinks(
            LinkStore store,
            Vault vault,
            Settings settings,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events) {
        this.store = store;
        this.vault = vault;
        this.settings = settings;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
    }

    /** The document's open link; a new one, good for 90 days, where there is none. Asked twice at once, it is one. */
    @Transactional
    public PaymentLink ofDocument(BusinessId business, DocumentId document) {
        LocalDate today = clock.today(business);
        Optional<PaymentLink> last = store.findUnwithdrawn(business, document);
        if (last.isPresent() && last.get().isOpen(today)) return last.get();
        if (last.isPresent()) store.replaceExpired(business, List.of(document), today);
        PaymentLink made = made(business, store.customerOf(business, document), document, null, "", today);
        return store.insert(made, digest(token(made)))
                ? made
                : store.findUnwithdrawn(business, document).orElseThrow();
    }

    /** The same of many documents at once, each with whose it is. */
    @Transactional
    public Map<DocumentId, PaymentLink> ofDocuments(BusinessId business, Map<DocumentId, CustomerId> documents) {
        if (documents.isEmpty()) return Map.of();
        LocalDate today = clock.today(business);
        Map<DocumentId, PaymentLink> open = open(business, documents.keySet(), today);
        Map<DocumentId, CustomerId> missing = new HashMap<>(documents);
        missing.keySet().removeAll(open.keySet());
        if (missing.isEmpty()) return open;
        store.replaceExpired(business, missing.keySet(), today);
        Map<PaymentLink, byte[]> fresh = new LinkedHashMap<>();
        missing.forEach((document, customer) -> {
            PaymentLink made = made(business, customer, document, null, "", today);
            fresh.put(made, digest(token(made)));
        });
        store.insertOfDocuments(fresh);
        open.putAll(open(business, missing.keySet(), today));
        return open;
    }

    private Map<DocumentId, PaymentLink> open(BusinessId business, Collection<DocumentId> documents, LocalDate today) {
        Map<DocumentId, PaymentLink> open = new HashMap<>();
        store.unwithdrawn(business, documents).stream()
                .filter(l -> l.isOpen(today))
                .forEach(l -> open.put(l.document(), l));
        return open;
    }

    /** A new link, good for 90 days, by which a customer pays an amount without a document. */
    @Transactional
    public PaymentLink ofAmount(BusinessId business, CustomerId customer, PaymentLink.Ask ask, String tell) {
        PaymentLink made = made(business, customer, null, ask, tell, clock.today(business));
        store.insert(made, digest(token(made)));
        audit.record(
                business,
                "made a link to pay an amount",
                "%s, %s"
                        .formatted(
                                ask.amount() == null
                                        ? "any amount in " + ask.currency()
                                        : ask.amount().withCurrency(),
                                ask.purpose()));
        return made;
    }

    private static PaymentLink made(
            BusinessId business,
            CustomerId customer,
            DocumentId document,
            PaymentLink.Ask ask,
            String tell,
            LocalDate today) {
        return new PaymentLink(
                business,
                new PaymentLinkId(Ids.next()),
                customer,
                document,
                ask,
                tell,
                today,
                today.plusDays(LIFE_DAYS),
                false,
                null);
    }

    /** All links of a document, the newest first. */
    public List<PaymentLink> all(BusinessId business, DocumentId document) {
        return store.all(business, document);
    }

    /** The links of a customer that ask for an amount without a document, the newest first. */
    public List<PaymentLink> ofCustomer(BusinessId business, CustomerId customer) {
        return store.ofCustomer(business, customer);
    }

    /** The links of documents of whose payment somebody wants to be told. */
    public List<PaymentLink> toldOf(BusinessId business, List<DocumentId> documents) {
        return store.toldOf(business, documents);
    }

    public Optional<PaymentLink> find(BusinessId business, PaymentLinkId id) {
        return store.find(business, id);
    }

    public Optional<PaymentLink> findByToken(String token) {
        return store.findByDigest(digest(token));
    }

    /** Withdraws the link for good; pressing twice changes nothing. */
    @Transactional
    public void withdraw(BusinessId business, PaymentLinkId link) {
        if (!store.withdraw(business, link)) return;
        events.publishEvent(new LinkWithdrawn(business, link));
        audit.record(business, "withdrew a payment link", link.toString());
    }

    /** Somebody is told at an e-mail address when it was paid; at none where that is empty. */
    @Transactional
    public void tell(BusinessId business, PaymentLinkId link, String email) {
        store.setTell(business, link, email);
        audit.record(business, "changed who is told of a payment", link.toString());
    }

    /** Notes that all it asked for came; whether that was new. */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean paid(BusinessId business, PaymentLinkId link, LocalDate on) {
        return store.setPaid(business, link, on);
    }

    /** The secret part of the link's address. */
    public String token(PaymentLink link) {
        ByteBuffer id = ByteBuffer.allocate(16)
                .putLong(link.id().value().getMostSignificantBits())
                .putLong(link.id().value().getLeastSignificantBits());
        byte[] derived = vault.derive("payment link", id.array());
        return Base64.getUrlEncoder().withoutPadding().encodeToString(Arrays.copyOf(derived, TOKEN_BYTES));
    }

    /** The whole address, as it is printed. */
    public String address(PaymentLink link) {
        return settings.publicAddress() + "/pay/" + token(link);
    }

    private byte[] digest(String token) {
        return vault.digest("payment link", token);
    }
}
