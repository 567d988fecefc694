package exactum.app.payouts;

import exactum.app.database.IdArray;
import exactum.core.bank.PayoutReport;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.PayoutLineId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The lines of payouts in the database, each with what waits for it in the books. */
@Component
class PayoutLineStore {
    private static final String LINES = """
            select l.id, l.payout_id, l.line_no, l.kind, l.occurred_on, coalesce(l.sale_ref, '') as sale_ref, coalesce(l.line_ref, '') as line_ref, l.description, l.currency, l.gross_minor, l.fee_minor, l.amount_minor, l.left_minor,
                   w.id as waiting_id, w.source_id, w.currency as known_currency, w.gross_minor as known_gross, w.left_minor as known_left, f.id as fee_id, f.left_minor as fee_left,
                   w.means_id, w.customer_id, coalesce(c.name, '') as name,
                   (select o2.reference from match x join payout_line l2 on l2.business_id = x.business_id and l2.id = x.payout_line_id join payout o2 on o2.business_id = l2.business_id and o2.id = l2.payout_id
                     where l.left_minor <> 0 and x.business_id = w.business_id and x.waiting_id = w.id and x.undone_at is null and x.payout_line_id <> l.id limit 1) as other_payout
              from payout_line l join payout o on o.business_id = l.business_id and o.id = l.payout_id
              left join waiting w on w.business_id = l.business_id and w.processor_id = o.processor_id and w.processor_ref = l.waits_ref and w.kind = l.waits_as
              left join customer c on c.business_id = w.business_id and c.id = w.customer_id
              left join lateral (select f.id, f.left_minor from waiting f where l.kind <> 'sale' and l.fee_minor <> 0 and l.left_minor <> 0 and f.business_id = l.business_id and f.processor_id = o.processor_id and f.processor_ref = l.line_ref
                                    and f.kind = 'processor fee' and f.id <> w.id and f.left_minor <> 0 and (f.left_minor > 0) = (l.fee_minor < 0) order by f.id limit 1) f on true
             where l.business_id = {0} and {1} order by l.payout_id, l.line_no limit {2}
            """;
    private static final String AS_OF = """
            select o.id, o.reference || ': ' || l.description as words, l.kind, o.sales_on, l.currency,
                   l.amount_minor - coalesce((select sum(m.amount_minor) from match m where m.business_id = l.business_id and m.payout_line_id = l.id
                                                and m.matched_on <= {2} and (m.undone_on is null or m.undone_on > {2})), 0) as left_minor
              from payout o join payout_line l on l.business_id = o.business_id and l.payout_id = o.id
             where o.business_id = {0} and o.processor_id = {1} and o.counts_on <= {2}
               and (l.left_minor <> 0 or exists (select 1 from match m where m.business_id = l.business_id and m.payout_line_id = l.id and (m.matched_on > {2} or m.undone_on > {2})))
             order by o.sales_on, l.id
            """;
    private static final String LINES_OF = "lines of payouts of ";
    private final DSLContext db;

    PayoutLineStore(DSLContext db) {
        this.db = db;
    }

    /**
     * Until the transaction ends no payout of the processor's is read meanwhile, so that what begins to wait now is seen by the next
     * one, or sees its lines.
     */
    void whileNoneIsRead(ProcessorId processor) {
        db.execute("select pg_advisory_xact_lock_shared(hashtextextended({0}, 0))", DSL.val(LINES_OF + processor));
    }

    /** Until the transaction ends nothing begins to wait for a payout of the processor's. */
    void whileNothingBegins(ProcessorId processor) {
        db.execute("select pg_advisory_xact_lock(hashtextextended({0}, 0))", DSL.val(LINES_OF + processor));
    }

    List<PayoutLine> list(BusinessId business, QueryPart condition, int most) {
        return db.fetch(LINES, DSL.inline(business.value()), condition, DSL.inline(most))
                .map(PayoutLineStore::line);
    }

    /** The open lines that name something of the processor's. */
    List<PayoutLine> openOf(BusinessId business, ProcessorId processor, List<String> references) {
        return list(
                business,
                DSL.sql(
                        "o.processor_id = {0} and l.waits_ref = any({1}) and l.left_minor <> 0",
                        DSL.val(processor.value()), DSL.val(references.toArray(String[]::new))),
                10 * references.size());
    }

    /** What a payout holds back, and nobody said yet where that waits. */
    List<PayoutLine> heldBack(BusinessId business, PayoutId payout) {
        return list(
                business,
                DSL.sql(
                        "l.payout_id = {0} and l.kind = 'reserve' and l.gross_minor < 0 and l.left_minor = l.amount_minor",
                        DSL.val(payout.value())),
                Integer.MAX_VALUE);
    }

    /** A line that is held. */
    record Held(PayoutLineId id, PayoutId payout, String description, Money amount, Money left) {}

    /** The lines, none of which anybody else can match until the transaction ends. */
    List<Held> lock(BusinessId business, Collection<PayoutLineId> ids) {
        return db.fetch(
                        "select l.id, l.payout_id, l.description, l.currency, l.amount_minor, l.left_minor from payout_line l where l.business_id = {0} and l.id = any({1}) order by l.id for update",
                        DSL.inline(business.value()), IdArray.of(ids))
                .map(r -> new Held(
                        new PayoutLineId(r.get("id", UUID.class)),
                        new PayoutId(r.get("payout_id", UUID.class)),
                        r.get("description", String.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("amount_minor", Long.class)),
                        Money.ofMinor(r.get("currency", String.class), r.get("left_minor", Long.class))));
    }

    void setLeft(BusinessId business, Map<PayoutLineId, Money> left) {
        db.execute(
                "update payout_line l set left_minor = v.minor from unnest({0}, {1}) as v(id, minor) where l.business_id = {2} and l.id = v.id",
                IdArray.of(left.keySet()),
                DSL.val(left.values().stream().map(Money::minor).toArray(Long[]::new)),
                DSL.inline(business.value()));
    }

    List<FindPayouts.Then> unmatchedAsOf(BusinessId business, ProcessorId processor, LocalDate day) {
        return db
                .fetch(AS_OF, DSL.inline(business.value()), DSL.val(processor.value()), DSL.val(day))
                .map(r -> new FindPayouts.Then(
                        new PayoutId(r.get("id", UUID.class)),
                        r.get("words", String.class),
                        r.get("sales_on", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("left_minor", Long.class)),
                        PayoutReport.Kind.of(r.get("kind", String.class)) == PayoutReport.Kind.FEE))
                .stream()
                .filter(t -> !t.left().isZero())
                .toList();
    }

    private static PayoutLine line(Record r) {
        String c = r.get("currency", String.class);
        return new PayoutLine(
                new PayoutLineId(r.get("id", UUID.class)),
                new PayoutId(r.get("payout_id", UUID.class)),
                r.get("line_no", Integer.class),
                PayoutReport.Kind.of(r.get("kind", String.class)),
                r.get("occurred_on", LocalDate.class),
                r.get("sale_ref", String.class),
                r.get("line_ref", String.class),
                r.get("description", String.class),
                Money.ofMinor(c, r.get("gross_minor", Long.class)),
                Money.ofMinor(c, r.get("fee_minor", Long.class)),
                Money.ofMinor(c, r.get("amount_minor", Long.class)),
                Money.ofMinor(c, r.get("left_minor", Long.class)),
                known(r));
    }

    private static PayoutLine.Known known(Record r) {
        if (r.get("waiting_id") == null) return null;
        String c = r.get("known_currency", String.class);
        UUID fee = r.get("fee_id", UUID.class);
        UUID means = r.get("means_id", UUID.class);
        UUID customer = r.get("customer_id", UUID.class);
        return new PayoutLine.Known(
                new WaitingId(r.get("waiting_id", UUID.class)),
                r.get("source_id", UUID.class),
                Money.ofMinor(c, r.get("known_gross", Long.class)),
                Money.ofMinor(c, r.get("known_left", Long.class)),
                fee == null
                        ? null
                        : new PayoutLine.Fee(new WaitingId(fee), Money.ofMinor(c, r.get("fee_left", Long.class))),
                means == null ? null : new MeansId(means),
                customer == null ? null : new CustomerId(customer),
                r.get("name", String.class),
                r.get("other_payout", String.class));
    }
}
