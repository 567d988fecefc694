package exactum.app.links;

import static exactumdb.Tables.PAYMENT_LINK;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import exactum.app.ids.Ids;
import exactum.app.security.Vault;
import exactum.app.settings.Settings;
import exactumdb.tables.records.PaymentLinkRecord;
import java.nio.ByteBuffer;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Payment links. The token is derived from the link's id with a key outside the database: it can be printed again, has
 * 192 bits nobody can guess, and the database holds only a keyed digest to find it by.
 */
@Component
public class PaymentLinks {
    private static final int LIFE_DAYS = 90;
    private static final int TOKEN_BYTES = 24;
    private final DSLContext db;
    private final Vault vault;
    private final Settings settings;
    private final BusinessClock clock;
    private final Audit audit;

    PaymentLinks(DSLContext db, Vault vault, Settings settings, BusinessClock clock, Audit audit) {
        this.db = db;
        this.vault = vault;
        this.settings = settings;
        this.clock = clock;
        this.audit = audit;
    }

    /** The invoice's open link; a new one, good for 90 days, where there is none. */
    @Transactional
    public PaymentLink ofInvoice(UUID invoice) {
        LocalDate today = clock.today();
        return all(invoice).stream().filter(l -> l.isOpen(today)).findFirst().orElseGet(() -> make(invoice, today));
    }

    /** All links of an invoice, the newest first. */
    public List<PaymentLink> all(UUID invoice) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.BUSINESS_ID.eq(Business.ID))
                .and(PAYMENT_LINK.INVOICE_ID.eq(invoice))
                .orderBy(PAYMENT_LINK.ID.desc())
                .fetch(PaymentLinks::link);
    }

    public Optional<PaymentLink> findByToken(String token) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.TOKEN_DIGEST.eq(vault.digest("payment link", token)))
                .fetchOptional(PaymentLinks::link);
    }

    /** Withdraws the link for good; pressing twice changes nothing. */
    @Transactional
    public void withdraw(UUID link) {
        int withdrawn = db.update(PAYMENT_LINK)
                .set(PAYMENT_LINK.WITHDRAWN_AT, OffsetDateTime.now())
                .where(PAYMENT_LINK.BUSINESS_ID.eq(Business.ID))
                .and(PAYMENT_LINK.ID.eq(link))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .execute();
        if (withdrawn == 1) audit.record("withdrew a payment link", link.toString());
    }

    /** The secret part of the link's address. */
    public String token(PaymentLink link) {
        ByteBuffer id = ByteBuffer.allocate(16)
                .putLong(link.id().getMostSignificantBits())
                .putLong(link.id().getLeastSignificantBits());
        byte[] derived = vault.derive("payment link", id.array());
        return Base64.getUrlEncoder().withoutPadding().encodeToString(Arrays.copyOf(derived, TOKEN_BYTES));
    }

    /** The whole address, as it is printed. */
    public String address(PaymentLink link) {
        return settings.publicAddress() + "/pay/" + token(link);
    }

    private PaymentLink make(UUID invoice, LocalDate today) {
        var link = new PaymentLink(Ids.next(), invoice, today, today.plusDays(LIFE_DAYS), false);
        db.insertInto(PAYMENT_LINK)
                .set(PAYMENT_LINK.BUSINESS_ID, Business.ID)
                .set(PAYMENT_LINK.ID, link.id())
                .set(PAYMENT_LINK.INVOICE_ID, invoice)
                .set(PAYMENT_LINK.TOKEN_DIGEST, vault.digest("payment link", token(link)))
                .set(PAYMENT_LINK.MADE_ON, link.madeOn())
                .set(PAYMENT_LINK.EXPIRES_ON, link.expiresOn())
                .execute();
        return link;
    }

    private static PaymentLink link(PaymentLinkRecord r) {
        return new PaymentLink(
                r.getId(), r.getInvoiceId(), r.getMadeOn(), r.getExpiresOn(), r.getWithdrawnAt() != null);
    }
}
