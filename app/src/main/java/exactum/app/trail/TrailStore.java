package exactum.app.trail;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.Record;
import org.jooq.Result;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads the facts that a trail is made of, for many documents or payments at once. */
@Component
class TrailStore {
    private static final String DOCUMENTS = """
            select d.id, d.kind, d.number, d.document_date, d.currency, d.gross_minor, d.origin, r.id as recurring_id, r.name as recurring
              from document d left join recurring_invoice r on d.origin = 'recurring' and r.business_id = d.business_id and r.id = d.origin_id
             where d.business_id = {0} and d.id = any({1}) and d.number is not null order by d.document_date, d.id
            """;
    private static final String CLAIMS = """
            select id, document_id, row_number() over (partition by document_id order by seq)::int as seq, count(*) over (partition by document_id) as parts, due_date, currency, amount_minor, left_minor from claim
             where business_id = {0} and document_id = any({1}) and closed_minor < amount_minor order by document_id, seq
            """;
    private static final String MEANS = """
            select m.id, m.kind, m.means_on, m.currency, m.amount_minor, m.left_minor, m.taken_back_minor, r.channel, d.number as note
              from means m left join receipt r on r.business_id = m.business_id and r.means_id = m.id
              left join document d on d.business_id = m.business_id and d.id = m.document_id
             where m.business_id = {0} and m.id = any({1}) order by m.id
            """;
    private static final String ALLOCATIONS = """
            select a.means_id, a.claim_id, k.document_id, a.currency, sum(a.amount_minor) as minor
              from (select a.id from claim k join allocation a on a.business_id = k.business_id and a.claim_id = k.id where k.business_id = {0} and k.document_id = any({1})
                    union select a.id from allocation a where a.business_id = {0} and a.means_id = any({2})) x
              join allocation a on a.business_id = {0} and a.id = x.id join claim k on k.business_id = {0} and k.id = a.claim_id
             group by 1, 2, 3, 4 order by min(a.id::text)
            """;
    /** Where the money of payments went: to a bank line, or into a payout and with it to a bank line. */
    private static final String LANDINGS = """
            select w.means_id, x.amount_minor, x.currency, l.payout_id, o.reference as payout, o.currency as payout_currency, o.net_minor, o.arrives_on, b.id as line_id, b.booked_on, b.amount_minor as line_minor, b.currency as line_currency
              from (select m.means_id, m.id, m.amount_minor, m.currency, m.bank_line_id, m.payout_line_id, m.business_id from match m
                     where m.business_id = {0} and m.kind = 'payment' and m.undone_at is null and m.means_id = any({1})
                    union all
                    select w.means_id, m.id, m.amount_minor, m.currency, m.bank_line_id, m.payout_line_id, m.business_id from waiting w join match m on m.business_id = w.business_id and m.waiting_id = w.id
                     where w.business_id = {0} and w.kind in ('payment recorded by hand', 'card sale') and m.kind = 'waiting' and m.undone_at is null and w.means_id = any({1})) w
              join lateral (select w.amount_minor, w.currency) x on true
              left join payout_line l on l.business_id = w.business_id and l.id = w.payout_line_id
              left join payout o on o.business_id = w.business_id and o.id = l.payout_id
              left join lateral (select m2.bank_line_id from waiting pw join match m2 on m2.business_id = pw.business_id and m2.waiting_id = pw.id and m2.undone_at is null
                                  where o.id is not null and pw.business_id = w.business_id and pw.kind = 'payout' and pw.source_id = o.id limit 1) landed on true
              left join bank_line b on b.business_id = w.business_id and b.id = coalesce(w.bank_line_id, landed.bank_line_id)
             order by w.id
            """;

    private static final String WAITING = """
            select means_id, kind, currency, left_minor from waiting where business_id = {0} and kind in ('payment recorded by hand', 'card sale') and means_id = any({1}) and left_minor <> 0
            """;
    private static final String IN_FLIGHT = """
            select c.id, c.started_on, c.currency, i.claim_id, i.amount_minor, d.collect_on, g.run_id from collection c join collection_item i on i.business_id = c.business_id and i.collection_id = c.id and i.live
              join claim k on k.business_id = i.business_id and k.id = i.claim_id
              left join debit d on d.business_id = c.business_id and d.collection_id = c.id left join debit_group g on g.business_id = d.business_id and g.id = d.group_id
             where c.business_id = {0} and k.document_id = any({1}) and c.state in ('planned', 'in flight') order by c.id
            """;
    private static final String ATTEMPTS = """
            select c.id, c.started_on, c.currency, c.last_reason, i.claim_id, i.amount_minor, d.collect_on, g.run_id from collection c join collection_item i on i.business_id = c.business_id and i.collection_id = c.id
              join claim k on k.business_id = i.business_id and k.id = i.claim_id
              left join debit d on d.business_id = c.business_id and d.collection_id = c.id left join debit_group g on g.business_id = d.business_id and g.id = d.group_id
             where c.business_id = {0} and k.document_id = any({1}) and c.state = 'rejected' order by c.id
            """;
    /** The batches that debits were booked in, and the bank line of each. */
    private static final String BATCHES = """
            select r.means_id, m.amount_minor, m.currency, g.id as group_id, g.reference, g.run_id, w.amount_minor as batch_minor, b.id as line_id, b.booked_on, b.amount_minor as line_minor, b.currency as line_currency
              from receipt r join means m on m.business_id = r.business_id and m.id = r.means_id
              join debit d on d.business_id = r.business_id and d.collection_id = r.collection_id join debit_group g on g.business_id = d.business_id and g.id = d.group_id
              join waiting w on w.business_id = g.business_id and w.kind = 'batch of debits' and w.source_id in (g.id, d.collection_id)
              left join lateral (select x.bank_line_id from match x where x.business_id = w.business_id and x.waiting_id = w.id and x.undone_at is null order by x.id limit 1) landed on true
              left join bank_line b on b.business_id = w.business_id and b.id = landed.bank_line_id
             where r.business_id = {0} and r.means_id = any({1}) order by r.means_id
            """;
    /** What of payments went away again by a bank line. */
    private static final String RETURNS = """
            select m.means_id, m.amount_minor, m.currency, b.id as line_id, b.booked_on, b.amount_minor as line_minor, b.currency as line_currency
              from match m join bank_line b on b.business_id = m.business_id and b.id = m.bank_line_id
             where m.business_id = {0} and m.kind = 'return' and m.undone_at is null and m.means_id = any({1}) order by m.id
            """;

    /** What came back before its bank line is there. */
    private static final String RETURNS_TO_COME = """
            select t.means_id, t.taken_on, t.currency, t.amount_minor from take_back t join waiting w on w.business_id = t.business_id and w.source_id = t.id and w.kind = 'returned payment' and w.left_minor <> 0
             where t.business_id = {0} and t.means_id = any({1}) order by t.id
            """;
    /** What was given back through payments, and the bank line that it left by, at once or in a payout. */
    private static final String REFUNDS = """
            select o.id, o.through_id, o.asked_on, o.currency, o.amount_minor, o.state, coalesce(w.left_minor, 0) <> 0 as waits, p.reference as payout, b.id as line_id, b.booked_on, b.amount_minor as line_minor, b.currency as line_currency
              from refund_order o left join waiting w on w.business_id = o.business_id and w.source_id = o.refund_id and w.kind = 'refund'
              left join lateral (select x.bank_line_id, x.payout_line_id from match x where x.business_id = w.business_id and x.waiting_id = w.id and x.undone_at is null order by x.id limit 1) m on true
              left join payout_line l on l.business_id = o.business_id and l.id = m.payout_line_id left join payout p on p.business_id = l.business_id and p.id = l.payout_id
              left join lateral (select m2.bank_line_id from waiting pw join match m2 on m2.business_id = pw.business_id and m2.waiting_id = pw.id and m2.undone_at is null
                                  where p.id is not null and pw.business_id = p.business_id and pw.kind = 'payout' and pw.source_id = p.id order by m2.id limit 1) landed on true
              left join bank_line b on b.business_id = o.business_id and b.id = coalesce(m.bank_line_id, landed.bank_line_id)
             where o.business_id = {0} and o.through_id = any({1}) order by o.asked_at, o.id
            """;

    private static final String CHARGEBACKS = """
            select id, means_id, opened_on, currency, amount_minor, state from chargeback where business_id = {0} and means_id = any({1}) order by opened_on, id
            """;

    private final DSLContext db;

    TrailStore(DSLContext db) {
        this.db = db;
    }

    record DocumentFact(
            UUID id, String kind, String number, LocalDate date, Money gross, UUID recurring, String recurringName) {}

    record ClaimFact(UUID id, UUID document, int seq, int parts, LocalDate due, Money amount, Money left) {}

    /** A means; {@code channel} is null for what is no payment, {@code note} the number of a credit note. */
    record MeansFact(
            UUID id,
            String kind,
            LocalDate on,
            Money amount,
            Money left,
            Money takenBack,
            String channel,
            String note) {}

    record AllocationFact(UUID means, UUID claim, UUID document, Money amount) {}

    record Landing(UUID means, Money part, PayoutFact payout, LineFact line) {}

    record PayoutFact(UUID id, String reference, Money net, LocalDate arrivesOn) {}

    record LineFact(UUID id, LocalDate bookedOn, Money amount) {}

    /** Money given back; {@code payout} and {@code line} are null while it is in none. */
    record RefundFact(
            UUID id,
            UUID means,
            LocalDate on,
            Money amount,
            String state,
            boolean waits,
            String payout,
            LineFact line) {}

    record ChargebackFact(UUID id, UUID means, LocalDate on, Money amount, String state) {}

    record ReturnToCome(UUID means, LocalDate on, Money amount) {}

    record WaitingFact(UUID means, String kind, Money left) {}

    /** What is in flight; {@code collectOn} and {@code run} are null for cards. */
    record FlightFact(UUID id, UUID claim, LocalDate since, Money amount, LocalDate collectOn, UUID run) {}

    /** A try to collect that was refused; {@code run} is null for cards. */
    record AttemptFact(UUID id, UUID claim, LocalDate on, Money amount, String reason, UUID run) {}

    /** A debit’s batch; the line is null until it is there. */
    record Batch(UUID means, Money part, UUID group, String reference, UUID run, Money whole, LineFact line) {}

    record Returned(UUID means, Money part, LineFact line) {}

    List<DocumentFact> documents(BusinessId business, Collection<UUID> ids) {
        return rows(DOCUMENTS, business, ids)
                .map(r -> new DocumentFact(
                        r.get("id", UUID.class),
                        r.get("kind", String.class),
                        r.get("number", String.class),
                        r.get("document_date", LocalDate.class),
                        money(r, "currency", "gross_minor"),
                        r.get("recurring_id", UUID.class),
                        r.get("recurring", String.class)));
    }

    List<ClaimFact> claims(BusinessId business, Collection<UUID> documents) {
        return rows(CLAIMS, business, documents)
                .map(r -> new ClaimFact(
                        r.get("id", UUID.class),
                        r.get("document_id", UUID.class),
                        r.get("seq", Integer.class),
                        r.get("parts", Integer.class),
                        r.get("due_date", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        money(r, "currency", "left_minor")));
    }

    List<MeansFact> means(BusinessId business, Collection<UUID> ids) {
        return rows(MEANS, business, ids)
                .map(r -> new MeansFact(
                        r.get("id", UUID.class),
                        r.get("kind", String.class),
                        r.get("means_on", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        money(r, "currency", "left_minor"),
                        money(r, "currency", "taken_back_minor"),
                        r.get("channel", String.class),
                        r.get("note", String.class)));
    }

    /** What settles the documents, and what the means settle; one row a pair, with what stands of it. */
    List<AllocationFact> allocations(BusinessId business, Collection<UUID> documents, Collection<UUID> means) {
        return db.fetch(ALLOCATIONS, DSL.inline(business.value()), array(documents), array(means))
                .map(r -> new AllocationFact(
                        r.get("means_id", UUID.class),
                        r.get("claim_id", UUID.class),
                        r.get("document_id", UUID.class),
                        money(r, "currency", "minor")));
    }

    List<Landing> landings(BusinessId business, Collection<UUID> means) {
        return rows(LANDINGS, business, means)
                .map(r -> new Landing(
                        r.get("means_id", UUID.class),
                        money(r, "currency", "amount_minor"),
                        r.get("payout_id") == null
                                ? null
                                : new PayoutFact(
                                        r.get("payout_id", UUID.class),
                                        r.get("payout", String.class),
                                        money(r, "payout_currency", "net_minor"),
                                        r.get("arrives_on", LocalDate.class)),
                        line(r)));
    }

    private static LineFact line(Record r) {
        return r.get("line_id") == null
                ? null
                : new LineFact(
                        r.get("line_id", UUID.class),
                        r.get("booked_on", LocalDate.class),
                        money(r, "line_currency", "line_minor"));
    }

    List<WaitingFact> waiting(BusinessId business, Collection<UUID> means) {
        return rows(WAITING, business, means)
                .map(r -> new WaitingFact(
                        r.get("means_id", UUID.class),
                        r.get("kind", String.class),
                        money(r, "currency", "left_minor")));
    }

    List<FlightFact> inFlight(BusinessId business, Collection<UUID> documents) {
        return rows(IN_FLIGHT, business, documents)
                .map(r -> new FlightFact(
                        r.get("id", UUID.class),
                        r.get("claim_id", UUID.class),
                        r.get("started_on", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        r.get("collect_on", LocalDate.class),
                        r.get("run_id", UUID.class)));
    }

    List<AttemptFact> attempts(BusinessId business, Collection<UUID> documents) {
        return rows(ATTEMPTS, business, documents)
                .map(r -> new AttemptFact(
                        r.get("id", UUID.class),
                        r.get("claim_id", UUID.class),
                        r.get("collect_on") == null
                                ? r.get("started_on", LocalDate.class)
                                : r.get("collect_on", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        r.get("last_reason", String.class),
                        r.get("run_id", UUID.class)));
    }

    List<Batch> batches(BusinessId business, Collection<UUID> means) {
        return rows(BATCHES, business, means)
                .map(r -> new Batch(
                        r.get("means_id", UUID.class),
                        money(r, "currency", "amount_minor"),
                        r.get("group_id", UUID.class),
                        r.get("reference", String.class),
                        r.get("run_id", UUID.class),
                        money(r, "currency", "batch_minor"),
                        line(r)));
    }

    List<Returned> returns(BusinessId business, Collection<UUID> means) {
        return rows(RETURNS, business, means)
                .map(r -> new Returned(r.get("means_id", UUID.class), money(r, "currency", "amount_minor"), line(r)));
    }

    List<ReturnToCome> returnsToCome(BusinessId business, Collection<UUID> means) {
        return rows(RETURNS_TO_COME, business, means)
                .map(r -> new ReturnToCome(
                        r.get("means_id", UUID.class),
                        r.get("taken_on", LocalDate.class),
                        money(r, "currency", "amount_minor")));
    }

    List<RefundFact> refunds(BusinessId business, Collection<UUID> means) {
        return rows(REFUNDS, business, means)
                .map(r -> new RefundFact(
                        r.get("id", UUID.class),
                        r.get("through_id", UUID.class),
                        r.get("asked_on", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        r.get("state", String.class),
                        r.get("waits", Boolean.class),
                        r.get("payout", String.class),
                        line(r)));
    }

    List<ChargebackFact> chargebacks(BusinessId business, Collection<UUID> means) {
        return rows(CHARGEBACKS, business, means)
                .map(r -> new ChargebackFact(
                        r.get("id", UUID.class),
                        r.get("means_id", UUID.class),
                        r.get("opened_on", LocalDate.class),
                        money(r, "currency", "amount_minor"),
                        r.get("state", String.class)));
    }

    private Result<Record> rows(String sql, BusinessId business, Collection<UUID> ids) {
        return db.fetch(sql, DSL.inline(business.value()), array(ids));
    }

    private static Param<UUID[]> array(Collection<UUID> ids) {
        return DSL.val(ids.toArray(UUID[]::new));
    }

    private static Money money(Record r, String currency, String minor) {
        return Money.ofMinor(r.get(currency, String.class), r.get(minor, Long.class));
    }
}
