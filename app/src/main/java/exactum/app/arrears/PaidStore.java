package exactum.app.arrears;

import static exactumdb.Tables.WAITS_FOR_PAID;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What waits for documents to be paid in full, in the database. */
@Component
class PaidStore {
    private static final String PAID = """
             from waits_for_paid x join document d on d.business_id = x.business_id and d.id = x.document_id join customer c on c.business_id = d.business_id and c.id = d.customer_id
            where x.business_id = {0} and x.paid_on is not null and x.seen_on is null and {1}
            """;
    private final DSLContext db;

    PaidStore(DSLContext db) {
        this.db = db;
    }

    /** What somebody waits to do once it is paid. */
    record Waiting(String login, String what, LocalDate paidOn) {}

    /** One that was paid. */
    record Paid(DocumentId document, String number, String customer, String what, LocalDate on, Money gross) {}

    Optional<Waiting> find(BusinessId business, DocumentId document) {
        return db.selectFrom(WAITS_FOR_PAID)
                .where(is(business, document))
                .and(WAITS_FOR_PAID.SEEN_ON.isNull())
                .fetchOptional(r -> new Waiting(r.getLogin(), r.getWhat(), r.getPaidOn()));
    }

    void put(BusinessId business, DocumentId document, Waiting w, LocalDate on) {
        db.insertInto(WAITS_FOR_PAID)
                .set(WAITS_FOR_PAID.BUSINESS_ID, business)
                .set(WAITS_FOR_PAID.DOCUMENT_ID, document)
                .set(WAITS_FOR_PAID.LOGIN, w.login())
                .set(WAITS_FOR_PAID.WHAT, w.what())
                .set(WAITS_FOR_PAID.ASKED_ON, on)
                .onConflict(WAITS_FOR_PAID.BUSINESS_ID, WAITS_FOR_PAID.DOCUMENT_ID)
                .doUpdate()
                .set(WAITS_FOR_PAID.LOGIN, w.login())
                .set(WAITS_FOR_PAID.WHAT, w.what())
                .setNull(WAITS_FOR_PAID.PAID_ON)
                .setNull(WAITS_FOR_PAID.SEEN_ON)
                .execute();
    }

    void paid(BusinessId business, Collection<DocumentId> documents, LocalDate on) {
        db.update(WAITS_FOR_PAID)
                .set(WAITS_FOR_PAID.PAID_ON, on)
                .where(WAITS_FOR_PAID.BUSINESS_ID.eq(business))
                .and(WAITS_FOR_PAID.DOCUMENT_ID.in(documents))
                .and(WAITS_FOR_PAID.SEEN_ON.isNull())
                .execute();
    }

    void seen(BusinessId business, DocumentId document, LocalDate on) {
        db.update(WAITS_FOR_PAID)
                .set(WAITS_FOR_PAID.SEEN_ON, on)
                .where(is(business, document))
                .execute();
    }

    private static Condition is(BusinessId business, DocumentId document) {
        return WAITS_FOR_PAID.BUSINESS_ID.eq(business).and(WAITS_FOR_PAID.DOCUMENT_ID.eq(document));
    }

    List<Paid> paid(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select d.id, d.number, c.name, x.what, x.paid_on, d.currency, d.gross_minor" + PAID
                                + " order by d.gross_minor desc, d.id limit {2}",
                        DSL.inline(business.value()),
                        rows(wanted),
                        DSL.inline(wanted.most()))
                .map(r -> new Paid(
                        new DocumentId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, String.class),
                        r.get(3, String.class),
                        r.get(4, LocalDate.class),
                        Money.ofMinor(r.get(5, String.class), r.get(6, Long.class))));
    }

    int countPaid(BusinessId business, Wanted wanted) {
        return db.fetchSingle("select count(*)::int" + PAID, DSL.inline(business.value()), rows(wanted))
                .get(0, Integer.class);
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(PaidDecisions.KEY, DSL.field("x.document_id"));
    }
}
