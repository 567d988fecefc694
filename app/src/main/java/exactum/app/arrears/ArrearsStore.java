package exactum.app.arrears;

import static exactumdb.Tables.DISPUTE;
import static exactumdb.Tables.PROMISE;

import exactum.app.audit.Audit;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Disputes and promises in the database. */
@Component
class ArrearsStore {
    private static final String DISPUTED = """
             from dispute x join document d on d.business_id = x.business_id and d.id = x.document_id join customer c on c.business_id = d.business_id and c.id = d.customer_id
            where x.business_id = {0} and x.closed_on is null and {1}
            """;
    private static final String BROKEN = """
             from promise x join document d on d.business_id = x.business_id and d.id = x.document_id join customer c on c.business_id = d.business_id and c.id = d.customer_id
            where x.business_id = {0} and x.ended_on is null and x.pays_on < {2} and {1}
              and exists (select 1 from claim k where k.business_id = x.business_id and k.document_id = x.document_id and k.left_minor > 0)
            """;
    private final DSLContext db;

    ArrearsStore(DSLContext db) {
        this.db = db;
    }

    List<Dispute> disputes(BusinessId business, DocumentId document) {
        return db.selectFrom(DISPUTE)
                .where(DISPUTE.BUSINESS_ID.eq(business))
                .and(DISPUTE.DOCUMENT_ID.eq(document))
                .orderBy(DISPUTE.ID)
                .fetch(r -> new Dispute(
                        r.getId(),
                        r.getDocumentId(),
                        Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                        r.getCause(),
                        r.getOpenedOn(),
                        r.getOpenedBy(),
                        r.getClosedOn(),
                        r.getOutcome()));
    }

    /** Opens it; false if one is open. */
    boolean open(BusinessId business, Dispute d) {
        return db.insertInto(DISPUTE)
                        .set(DISPUTE.BUSINESS_ID, business)
                        .set(DISPUTE.ID, d.id())
                        .set(DISPUTE.DOCUMENT_ID, d.document())
                        .set(DISPUTE.CURRENCY, d.amount().currency().getCurrencyCode())
                        .set(DISPUTE.AMOUNT_MINOR, d.amount().minor())
                        .set(DISPUTE.CAUSE, d.cause())
                        .set(DISPUTE.OPENED_ON, d.openedOn())
                        .set(DISPUTE.OPENED_BY, d.openedBy())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Closes the open one; false if there is none. */
    boolean closeDispute(BusinessId business, DocumentId document, LocalDate on, String outcome) {
        return db.update(DISPUTE)
                        .set(DISPUTE.CLOSED_ON, on)
                        .set(DISPUTE.CLOSED_BY, Audit.who())
                        .set(DISPUTE.OUTCOME, outcome)
                        .where(DISPUTE.BUSINESS_ID.eq(business))
                        .and(DISPUTE.DOCUMENT_ID.eq(document))
                        .and(DISPUTE.CLOSED_ON.isNull())
                        .execute()
                == 1;
    }

    List<Promise> promises(BusinessId business, DocumentId document) {
        return db.selectFrom(PROMISE)
                .where(PROMISE.BUSINESS_ID.eq(business))
                .and(PROMISE.DOCUMENT_ID.eq(document))
                .orderBy(PROMISE.ID)
                .fetch(r -> new Promise(
                        r.getId(),
                        r.getDocumentId(),
                        Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                        r.getPaysOn(),
                        r.getNote(),
                        r.getMadeOn(),
                        r.getMadeBy(),
                        r.getEndedOn()));
    }

    /** Watches it in place of the one before. */
    void promise(BusinessId business, Promise p) {
        endPromises(business, p.document(), p.madeOn());
        db.insertInto(PROMISE)
                .set(PROMISE.BUSINESS_ID, business)
                .set(PROMISE.ID, p.id())
                .set(PROMISE.DOCUMENT_ID, p.document())
                .set(PROMISE.CURRENCY, p.amount().currency().getCurrencyCode())
                .set(PROMISE.AMOUNT_MINOR, p.amount().minor())
                .set(PROMISE.PAYS_ON, p.paysOn())
                .set(PROMISE.NOTE, p.note())
                .set(PROMISE.MADE_ON, p.madeOn())
                .set(PROMISE.MADE_BY, p.madeBy())
                .execute();
    }

    /** Ends what was promised of, and objected to, what is settled in full. */
    void settled(BusinessId business, Collection<DocumentId> documents, LocalDate on) {
        db.update(PROMISE)
                .set(PROMISE.ENDED_ON, on)
                .where(PROMISE.BUSINESS_ID.eq(business))
                .and(PROMISE.DOCUMENT_ID.in(documents))
                .and(PROMISE.ENDED_ON.isNull())
                .execute();
        db.update(DISPUTE)
                .set(DISPUTE.CLOSED_ON, on)
                .set(DISPUTE.CLOSED_BY, Audit.who())
                .set(DISPUTE.OUTCOME, "settled in full")
                .where(DISPUTE.BUSINESS_ID.eq(business))
                .and(DISPUTE.DOCUMENT_ID.in(documents))
                .and(DISPUTE.CLOSED_ON.isNull())
                .execute();
    }

    void endPromises(BusinessId business, DocumentId document, LocalDate on) {
        db.update(PROMISE)
                .set(PROMISE.ENDED_ON, on)
                .where(PROMISE.BUSINESS_ID.eq(business))
                .and(PROMISE.DOCUMENT_ID.eq(document))
                .and(PROMISE.ENDED_ON.isNull())
                .execute();
    }

    /** One on the day sheet. */
    record Waiting(UUID id, String number, String customer, String words, LocalDate since, Money amount) {}

    List<Waiting> disputed(BusinessId business, Wanted wanted) {
        return rows("x.cause, x.opened_on", DISPUTED, business, ArrearsDecisions.DISPUTED, wanted);
    }

    int countDisputed(BusinessId business, Wanted wanted) {
        return count(DISPUTED, business, ArrearsDecisions.DISPUTED, wanted);
    }

    List<Waiting> broken(BusinessId business, Wanted wanted) {
        return rows("x.note, x.pays_on", BROKEN, business, ArrearsDecisions.PROMISED, wanted);
    }

    int countBroken(BusinessId business, Wanted wanted) {
        return count(BROKEN, business, ArrearsDecisions.PROMISED, wanted);
    }

    private List<Waiting> rows(String columns, String from, BusinessId business, String key, Wanted wanted) {
        return db.fetch(
                        "select x.id, d.number, c.name, " + columns + ", x.currency, x.amount_minor" + from
                                + " order by x.amount_minor desc, x.id limit {3}",
                        DSL.inline(business.value()),
                        rows(key, wanted),
                        DSL.val(wanted.today()),
                        DSL.inline(wanted.most()))
                .map(r -> new Waiting(
                        r.get(0, UUID.class),
                        r.get(1, String.class),
                        r.get(2, String.class),
                        r.get(3, String.class),
                        r.get(4, LocalDate.class),
                        Money.ofMinor(r.get(5, String.class), r.get(6, Long.class))));
    }

    private int count(String from, BusinessId business, String key, Wanted wanted) {
        return db.fetchSingle(
                        "select count(*)::int" + from,
                        DSL.inline(business.value()),
                        rows(key, wanted),
                        DSL.val(wanted.today()))
                .get(0, Integer.class);
    }

    private static Condition rows(String key, Wanted wanted) {
        return wanted.rows(key, DSL.field("x.id"));
    }
}
