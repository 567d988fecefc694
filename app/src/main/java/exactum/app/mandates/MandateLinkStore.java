package exactum.app.mandates;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.MANDATE_LINK;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.ids.MandateLinkId;
import exactum.core.money.Money;
import exactumdb.tables.records.MandateLinkRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.SelectConditionStep;
import org.springframework.stereotype.Component;

/** Links to sign by, in the database. */
@Component
class MandateLinkStore {
    private final DSLContext db;

    MandateLinkStore(DSLContext db) {
        this.db = db;
    }

    void insert(MandateLink link, byte[] digest) {
        MandateLink.Asked a = link.asked();
        Mandate.Cover cover = a.cover() == null ? Mandate.Cover.of(link.customer()) : a.cover();
        db.insertInto(MANDATE_LINK)
                .set(MANDATE_LINK.BUSINESS_ID, link.business())
                .set(MANDATE_LINK.ID, link.id())
                .set(MANDATE_LINK.TOKEN_DIGEST, digest)
                .set(MANDATE_LINK.CUSTOMER_ID, link.customer())
                .set(MANDATE_LINK.RECURRING_ID, cover.recurring())
                .set(MANDATE_LINK.DOCUMENT_ID, cover.document())
                .set(MANDATE_LINK.SCHEME, a.scheme())
                .set(MANDATE_LINK.ONE_OFF, a.isOneOff())
                .set(MANDATE_LINK.AGREED_COUNT, a.agreedCount())
                .set(
                        MANDATE_LINK.CAP_MINOR,
                        a.cap() == null ? null : Long.valueOf(a.cap().minor()))
                .set(MANDATE_LINK.NOTICE_DAYS, a.noticeDays())
                .set(MANDATE_LINK.REPLACES, a.replaces())
                .set(MANDATE_LINK.MADE_ON, link.madeOn())
                .set(MANDATE_LINK.EXPIRES_ON, link.expiresOn())
                .execute();
    }

    Optional<MandateLink> findByDigest(byte[] digest) {
        return select(MANDATE_LINK.TOKEN_DIGEST.eq(digest)).fetchOptional(MandateLinkStore::link);
    }

    Optional<MandateLink> find(BusinessId business, MandateLinkId id) {
        return select(MANDATE_LINK.BUSINESS_ID.eq(business).and(MANDATE_LINK.ID.eq(id)))
                .fetchOptional(MandateLinkStore::link);
    }

    /** The same, held until the transaction ends. */
    Optional<MandateLink> lock(BusinessId business, MandateLinkId id) {
        db.select(MANDATE_LINK.ID)
                .from(MANDATE_LINK)
                .where(MANDATE_LINK.BUSINESS_ID.eq(business))
                .and(MANDATE_LINK.ID.eq(id))
                .forUpdate()
                .fetch();
        return find(business, id);
    }

    /** Those that wait to be signed, the newest first. */
    List<MandateLink> open(BusinessId business, LocalDate today) {
        return select(MANDATE_LINK
                        .BUSINESS_ID
                        .eq(business)
                        .and(MANDATE_LINK.MANDATE_ID.isNull())
                        .and(MANDATE_LINK.WITHDRAWN.isFalse())
                        .and(MANDATE_LINK.EXPIRES_ON.ge(today)))
                .orderBy(MANDATE_LINK.ID.desc())
                .fetch(MandateLinkStore::link);
    }

    void signed(BusinessId business, MandateLinkId id, MandateId mandate) {
        db.update(MANDATE_LINK)
                .set(MANDATE_LINK.MANDATE_ID, mandate)
                .where(MANDATE_LINK.BUSINESS_ID.eq(business))
                .and(MANDATE_LINK.ID.eq(id))
                .execute();
    }

    boolean withdraw(BusinessId business, MandateLinkId id) {
        return db.update(MANDATE_LINK)
                        .set(MANDATE_LINK.WITHDRAWN, true)
                        .where(MANDATE_LINK.BUSINESS_ID.eq(business))
                        .and(MANDATE_LINK.ID.eq(id))
                        .and(MANDATE_LINK.MANDATE_ID.isNull())
                        .and(MANDATE_LINK.WITHDRAWN.isFalse())
                        .execute()
                == 1;
    }

    /** One customer's links that wait end with a newer one. */
    void withdrawOpen(BusinessId business, CustomerId customer) {
        db.update(MANDATE_LINK)
                .set(MANDATE_LINK.WITHDRAWN, true)
                .where(MANDATE_LINK.BUSINESS_ID.eq(business))
                .and(MANDATE_LINK.CUSTOMER_ID.eq(customer))
                .and(MANDATE_LINK.MANDATE_ID.isNull())
                .execute();
    }

    private SelectConditionStep<Record> select(Condition which) {
        var fields = new ArrayList<org.jooq.SelectFieldOrAsterisk>(List.of(MANDATE_LINK.fields()));
        fields.add(CUSTOMER.NAME);
        return db.select(fields)
                .from(MANDATE_LINK)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MANDATE_LINK.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MANDATE_LINK.CUSTOMER_ID))
                .where(which);
    }

    private static MandateLink link(Record row) {
        MandateLinkRecord l = row.into(MANDATE_LINK);
        Mandate.Cover cover = l.getDocumentId() == null && l.getRecurringId() == null
                ? null
                : new Mandate.Cover(null, l.getRecurringId(), l.getDocumentId());
        return new MandateLink(
                l.getBusinessId(),
                l.getId(),
                l.getCustomerId(),
                row.get(CUSTOMER.NAME),
                new MandateLink.Asked(
                        l.getScheme(),
                        l.getOneOff(),
                        l.getAgreedCount(),
                        l.getCapMinor() == null
                                ? null
                                : Money.ofMinor(l.getScheme().rules().currency().getCurrencyCode(), l.getCapMinor()),
                        l.getNoticeDays(),
                        cover,
                        l.getReplaces()),
                l.getMadeOn(),
                l.getExpiresOn(),
                l.getWithdrawn(),
                l.getMandateId());
    }
}
