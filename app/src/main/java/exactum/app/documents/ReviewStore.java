package exactum.app.documents;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads the drafts that billing runs made. */
@Component
class ReviewStore implements DraftReview {
    private static final String WAITING = """
            select d.id, d.revision, c.name as customer, r.name as what, d.document_date, d.period_from, d.period_until, d.currency, d.gross_minor, r.sent_automatically,
                   (select string_agg(l.description || case when l.quantity is null or l.quantity = 1 then '' else ' × ' || trim_scale(l.quantity)::text end, ', ' order by l.line_no) from document_line l
                     where l.business_id = d.business_id and l.document_id = d.id) as lines,
                   (select p.gross_minor from document p where p.business_id = d.business_id and p.origin_id = d.origin_id and p.state = 'issued' and p.kind = 'invoice' order by p.document_date desc, p.number desc limit 1) as before
              from document d join customer c on c.business_id = d.business_id and c.id = d.customer_id
              join recurring_invoice r on r.business_id = d.business_id and r.id = d.origin_id
             where d.business_id = {0} and d.state = 'draft' and d.origin = 'recurring' and {1} order by d.document_date, c.name, d.id offset {2} limit {3}
            """;
    private final DSLContext db;

    ReviewStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Row> waiting(BusinessId business, Slice slice) {
        return rows(business, DSL.trueCondition(), slice.skipped(), slice.most());
    }

    @Override
    public Optional<Row> find(BusinessId business, DocumentId id) {
        return rows(business, DSL.condition("d.id = {0}", DSL.val(id.value())), 0, 1).stream()
                .findFirst();
    }

    @Override
    public int count(BusinessId business) {
        return db.fetchSingle(
                        "select count(*)::int from document where business_id = {0} and state = 'draft' and origin = 'recurring'",
                        DSL.inline(business.value()))
                .get(0, Integer.class);
    }

    @Override
    public LocalDate earliest(BusinessId business) {
        return db.fetchSingle(
                        "select min(document_date) from document where business_id = {0} and state = 'draft' and origin = 'recurring'",
                        DSL.inline(business.value()))
                .get(0, LocalDate.class);
    }

    private List<Row> rows(BusinessId business, Condition condition, int skipped, int most) {
        return db.fetch(WAITING, DSL.inline(business.value()), condition, DSL.val(skipped), DSL.val(most))
                .map(ReviewStore::row);
    }

    private static Row row(Record r) {
        String currency = r.get("currency", String.class);
        Long before = r.get("before", Long.class);
        return new Row(
                new DocumentId(r.get("id", UUID.class)),
                r.get("revision", Integer.class),
                r.get("customer", String.class),
                r.get("what", String.class),
                r.get("document_date", LocalDate.class),
                DocumentStore.period(r.get("period_from", LocalDate.class), r.get("period_until", LocalDate.class))
                        .words(),
                r.get("lines", String.class),
                Money.ofMinor(currency, r.get("gross_minor", Long.class)),
                before == null ? null : Money.ofMinor(currency, before),
                r.get("sent_automatically", Boolean.class));
    }
}
