package exactum.app.links;

import static exactumdb.Tables.PAYMENT_LINK;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactumdb.tables.records.PaymentLinkRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Payment links in the database; one of a document is open at a time. */
@Component
class LinkStore {
    private final DSLContext db;

    LinkStore(DSLContext db) {
        this.db = db;
    }

    /** Inserts the link; nothing if another one of its document is open, whoever made it. */
    void insert(PaymentLink link, byte[] digest) {
        db.insertInto(PAYMENT_LINK)
                .set(PAYMENT_LINK.BUSINESS_ID, link.business())
                .set(PAYMENT_LINK.ID, link.id())
                .set(PAYMENT_LINK.DOCUMENT_ID, link.document())
                .set(PAYMENT_LINK.TOKEN_DIGEST, digest)
                .set(PAYMENT_LINK.MADE_ON, link.madeOn())
                .set(PAYMENT_LINK.EXPIRES_ON, link.expiresOn())
                .onConflictDoNothing()
                .execute();
    }

    Optional<PaymentLink> findUnwithdrawn(BusinessId business, DocumentId document) {
        return db.selectFrom(PAYMENT_LINK)
                .where(of(business, document))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .fetchOptional(LinkStore::link);
    }

    /** All links of a document, the newest first. */
    List<PaymentLink> all(BusinessId business, DocumentId document) {
        return db.selectFrom(PAYMENT_LINK)
                .where(of(business, document))
                .orderBy(PAYMENT_LINK.ID.desc())
                .fetch(LinkStore::link);
    }

    Optional<PaymentLink> findByDigest(byte[] digest) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.TOKEN_DIGEST.eq(digest))
                .fetchOptional(LinkStore::link);
    }

    /** Marks it withdrawn; false if it was, or is none of the document's. */
    boolean withdraw(BusinessId business, DocumentId document, PaymentLinkId id) {
        return db.update(PAYMENT_LINK)
                        .set(PAYMENT_LINK.WITHDRAWN_AT, OffsetDateTime.now())
                        .where(of(business, document))
                        .and(PAYMENT_LINK.ID.eq(id))
                        .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                        .execute()
                == 1;
    }

    /** Marks the document's expired link withdrawn, so that a new one can be made. */
    void withdrawExpired(BusinessId business, DocumentId document, LocalDate today) {
        db.update(PAYMENT_LINK)
                .set(PAYMENT_LINK.WITHDRAWN_AT, OffsetDateTime.now())
                .where(of(business, document))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .and(PAYMENT_LINK.EXPIRES_ON.lt(today))
                .execute();
    }

    private static Condition of(BusinessId business, DocumentId document) {
        return PAYMENT_LINK.BUSINESS_ID.eq(business).and(PAYMENT_LINK.DOCUMENT_ID.eq(document));
    }

    private static PaymentLink link(PaymentLinkRecord r) {
        return new PaymentLink(
                r.getBusinessId(),
                r.getId(),
                r.getDocumentId(),
                r.getMadeOn(),
                r.getExpiresOn(),
                r.getWithdrawnAt() != null);
    }
}
