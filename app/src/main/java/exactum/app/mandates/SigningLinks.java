package exactum.app.mandates;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.security.Vault;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.ids.MandateLinkId;
import exactum.core.mandate.Authority;
import exactum.core.problem.Refusal;
import java.nio.ByteBuffer;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Links by which payers give mandates. The token is derived from the link's id with a key outside the database, as with payment
 * links. A link that is signed twice makes one mandate.
 */
@Component
public class SigningLinks {
    private static final int LIFE_DAYS = 60;
    private static final int TOKEN_BYTES = 24;
    private final MandateLinkStore store;
    private final Mandates mandates;
    private final FindCustomers customers;
    private final Outbox outbox;
    private final Vault vault;
    private final Settings settings;
    private final BusinessClock clock;
    private final Audit audit;

    SigningLinks(
            MandateLinkStore store,
            Mandates mandates,
            FindCustomers customers,
            Outbox outbox,
            Vault vault,
            Settings settings,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.mandates = mandates;
        this.customers = customers;
        this.outbox = outbox;
        this.vault = vault;
        this.settings = settings;
        this.clock = clock;
        this.audit = audit;
    }

    /** Makes a link, which ends those of the customer that wait, and mails it where there is an address. */
    @Transactional
    public MandateLink make(BusinessId business, CustomerId customer, MandateLink.Asked asked, boolean isMailed) {
        Customer whose = customers.find(business, customer).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        boolean consumer = whose.kind().equals("person");
        if (consumer && !asked.scheme().rules().payers().consumers())
            throw new Refusal(
                            "mandate.consumer",
                            "%s is a private person, and %s is between organisations only. Nothing was sent."
                                    .formatted(whose.name(), asked.scheme().words()))
                    .at("scheme");
        store.withdrawOpen(business, customer);
        var link = new MandateLink(
                business,
                new MandateLinkId(Ids.next()),
                customer,
                whose.name(),
                asked,
                today,
                today.plusDays(LIFE_DAYS),
                false,
                null);
        store.insert(link, digest(token(link)));
        List<String> to = whose.recipients().of(Mail.INVOICES);
        if (isMailed && !to.isEmpty())
            outbox.put(
                    business,
                    List.of(NewMessage.to(
                            to, MessageKind.MANDATE_LINK, customer, link.id().value(), today, List.of())));
        audit.record(business, "asked for a mandate", whose.name());
        return link;
    }

    public Optional<MandateLink> findByToken(String token) {
        return store.findByDigest(digest(token));
    }

    Optional<MandateLink> find(BusinessId business, MandateLinkId id) {
        return store.find(business, id);
    }

    /** Those that wait to be signed, the newest first. */
    public List<MandateLink> open(BusinessId business) {
        return store.open(business, clock.today(business));
    }

    /** Withdraws one for good; pressing twice changes nothing. */
    @Transactional
    public void withdraw(BusinessId business, MandateLinkId id) {
        if (store.withdraw(business, id)) audit.record(business, "withdrew a link for a mandate", id.toString());
    }

    /**
     * The payer signs.
     *
     * @throws Refusal if it cannot be signed any more
     */
    @Transactional
    public MandateId sign(MandateLink shown, NewMandate.Account account, NewMandate.Signature signature) {
        MandateLink link = store.lock(shown.business(), shown.id()).orElseThrow(NotHere::new);
        if (link.mandate() != null) return link.mandate();
        LocalDate today = clock.today(link.business());
        if (!link.isOpen(today))
            throw new Refusal("mandate.closed", "This link is closed. Nothing was signed. Please ask for another one.");
        MandateLink.Asked a = link.asked();
        MandateId made = mandates.add(
                link.business(),
                new NewMandate(
                        link.customer(),
                        null,
                        new Authority(
                                a.scheme(), today, today, null, a.isOneOff(), a.agreedCount(), a.cap(), a.noticeDays()),
                        account,
                        Way.LINK,
                        signature,
                        covers(link),
                        a.replaces(),
                        a.cover() == null || a.cover().document() != null));
        store.signed(link.business(), link.id(), made);
        return made;
    }

    /** One that began from an invoice is for that invoice and for what comes after it. */
    private static List<Mandate.Cover> covers(MandateLink link) {
        Mandate.Cover asked = link.asked().cover();
        if (asked == null) return List.of();
        return asked.document() == null ? List.of(asked) : List.of(asked, Mandate.Cover.of(link.customer()));
    }

    /** The whole address, as it is sent. */
    public String address(MandateLink link) {
        return settings.publicAddress() + "/pay/mandate/" + token(link);
    }

    String token(MandateLink link) {
        ByteBuffer id = ByteBuffer.allocate(16)
                .putLong(link.id().value().getMostSignificantBits())
                .putLong(link.id().value().getLeastSignificantBits());
        byte[] derived = vault.derive("mandate link", id.array());
        return Base64.getUrlEncoder().withoutPadding().encodeToString(Arrays.copyOf(derived, TOKEN_BYTES));
    }

    private byte[] digest(String token) {
        return vault.digest("mandate link", token);
    }
}
