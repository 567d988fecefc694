package exactum.app.refunds;

import static exactumdb.Tables.REFUND_FILE;

import exactum.app.security.Vault;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundFileId;
import exactum.core.money.Money;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Files of transfers in the database; encrypted, since they hold account numbers. */
@Component
class RefundFileStore {
    private final DSLContext db;
    private final Vault vault;

    RefundFileStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /**
     * A file.
     *
     * @param handedAt when the bank took it, or null while it did not
     */
    record File(
            RefundFileId id,
            BankAccountId account,
            String reference,
            LocalDate on,
            Money total,
            int count,
            Instant handedAt) {}

    void insert(BusinessId business, File file, String xml, String by) {
        db.insertInto(REFUND_FILE)
                .set(REFUND_FILE.BUSINESS_ID, business)
                .set(REFUND_FILE.ID, file.id())
                .set(REFUND_FILE.BANK_ACCOUNT_ID, file.account())
                .set(REFUND_FILE.MESSAGE_REF, file.reference())
                .set(REFUND_FILE.PAY_ON, file.on())
                .set(REFUND_FILE.CURRENCY, file.total().currency().getCurrencyCode())
                .set(REFUND_FILE.COUNT, file.count())
                .set(REFUND_FILE.TOTAL_MINOR, file.total().minor())
                .set(REFUND_FILE.CONTENT_SECRET, vault.encrypt(xml))
                .set(REFUND_FILE.MADE_BY, by)
                .execute();
    }

    Optional<File> find(BusinessId business, RefundFileId id) {
        return db.selectFrom(REFUND_FILE)
                .where(REFUND_FILE.BUSINESS_ID.eq(business))
                .and(REFUND_FILE.ID.eq(id))
                .fetchOptional(f -> new File(
                        f.getId(),
                        f.getBankAccountId(),
                        f.getMessageRef(),
                        f.getPayOn(),
                        Money.ofMinor(f.getCurrency(), f.getTotalMinor()),
                        f.getCount(),
                        f.getHandedAt() == null ? null : f.getHandedAt().toInstant()));
    }

    byte[] content(BusinessId business, RefundFileId id) {
        byte[] secret = db.select(REFUND_FILE.CONTENT_SECRET)
                .from(REFUND_FILE)
                .where(REFUND_FILE.BUSINESS_ID.eq(business))
                .and(REFUND_FILE.ID.eq(id))
                .fetchSingle(REFUND_FILE.CONTENT_SECRET);
        return vault.decrypt(secret).getBytes(StandardCharsets.UTF_8);
    }

    void handed(BusinessId business, RefundFileId id, Instant at) {
        db.update(REFUND_FILE)
                .set(REFUND_FILE.HANDED_AT, at.atOffset(ZoneOffset.UTC))
                .where(REFUND_FILE.BUSINESS_ID.eq(business))
                .and(REFUND_FILE.ID.eq(id))
                .execute();
    }
}
