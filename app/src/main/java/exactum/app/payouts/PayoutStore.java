package exactum.app.payouts;

import static exactumdb.Tables.PAYOUT;
import static exactumdb.Tables.PAYOUT_PART;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.daysheet.Wanted;
import exactum.app.setup.ProcessorAccount;
import exactum.core.bank.PayoutReport;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactumdb.tables.records.PayoutLineRecord;
import exactumdb.tables.records.PayoutPartRecord;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.Result;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Payouts in the database. */
@Component
class PayoutStore implements FindPayouts {
    private static final String PAYOUTS = """
            select p.id, p.processor_id, a.name, p.reference, p.sales_on, p.arrives_on, p.currency, p.gross_minor, p.fees_minor, p.net_minor, p.lines, p.sales, l.off_minor, l.open_lines, landed.bank_line_id
              from payout p join processor_account a on a.business_id = p.business_id and a.id = p.processor_id
              join lateral (select coalesce(sum(l.left_minor - coalesce(w.left_minor, 0)), 0)::bigint as off_minor, count(*)::int as open_lines
                              from payout_line l
                              left join waiting w on w.business_id = l.business_id and w.processor_id = p.processor_id and w.processor_ref = l.waits_ref and w.kind = l.waits_as
                             where l.business_id = p.business_id and l.payout_id = p.id and l.left_minor <> 0) l on true
              left join lateral (select m.bank_line_id from waiting w join match m on m.business_id = w.business_id and m.waiting_id = w.id and m.undone_at is null
                                  where w.business_id = p.business_id and w.kind = 'payout' and w.source_id = p.id and w.left_minor = 0 order by m.id limit 1) landed on true
             where p.business_id = {0} and {1} order by {2} limit {3}
            """;
    private final DSLContext db;
    private final PayoutLineStore lines;

    PayoutStore(DSLContext db, PayoutLineStore lines) {
        this.db = db;
        this.lines = lines;
    }

    /** One payout of a processor is read at a time. */
    void oneAtATime(ProcessorId processor) {
        db.execute("select pg_advisory_xact_lock(hashtextextended({0}, 0))", DSL.val("payouts of " + processor));
    }

    /** Inserts it, its lines not yet, and answers its id; or nothing if the payout was read before. */
    Optional<PayoutId> begin(ProcessorAccount processor, PayoutReport report, LocalDate countsOn) {
        var id = new PayoutId(Ids.next());
        int inserted = db.insertInto(PAYOUT)
                .set(PAYOUT.BUSINESS_ID, processor.business())
                .set(PAYOUT.ID, id)
                .set(PAYOUT.PROCESSOR_ID, processor.id())
                .set(PAYOUT.REFERENCE, report.reference())
                .set(PAYOUT.SALES_ON, report.salesOn())
                .set(PAYOUT.ARRIVES_ON, report.arrivesOn())
                .set(PAYOUT.COUNTS_ON, countsOn)
                .set(PAYOUT.CURRENCY, report.currency().getCurrencyCode())
                .set(PAYOUT.GROSS_MINOR, report.gross().minor())
                .set(PAYOUT.FEES_MINOR, report.fees().minor())
                .set(PAYOUT.NET_MINOR, report.net().minor())
                .set(PAYOUT.LINES, report.lines().size())
                .set(PAYOUT.SALES, (int) report.lines().stream()
                        .filter(l -> l.kind() == PayoutReport.Kind.SALE)
                        .count())
                .onConflictDoNothing()
                .execute();
        if (inserted == 0) return Optional.empty();
        CopyRows.into(
                db,
                report.composition().stream()
                        .map(p -> part(processor.business(), id, p))
                        .toList());
        return Optional.of(id);
    }

    /** Inserts its lines, nothing left of those that are whole. */
    void insertLines(BusinessId business, PayoutId payout, List<FreshLine> fresh) {
        CopyRows.into(db, fresh.stream().map(l -> row(business, payout, l)).toList());
    }

    private static PayoutPartRecord part(BusinessId business, PayoutId payout, PayoutReport.Part p) {
        return new PayoutPartRecord()
                .setBusinessId(business)
                .setPayoutId(payout)
                .setKind(p.kind().words())
                .setOutward(p.out())
                .setCount(p.count())
                .setGrossMinor(p.gross().minor())
                .setFeesMinor(p.fees().minor());
    }

    @Override
    public List<PayoutLine> ownFees(BusinessId business, PayoutId payout, int most) {
        return lines.list(business, DSL.sql("l.payout_id = {0} and l.kind = 'fee'", DSL.val(payout.value())), most);
    }

    @Override
    public List<PayoutReport.Part> composition(BusinessId business, Payout payout) {
        return db
                .selectFrom(PAYOUT_PART)
                .where(PAYOUT_PART.BUSINESS_ID.eq(business))
                .and(PAYOUT_PART.PAYOUT_ID.eq(payout.id()))
                .fetch(p -> new PayoutReport.Part(
                        PayoutReport.Kind.of(p.getKind()),
                        p.getOutward(),
                        p.getCount(),
                        payout.off().withMinor(p.getGrossMinor()),
                        payout.off().withMinor(p.getFeesMinor())))
                .stream()
                .sorted(Comparator.comparing(PayoutReport.Part::kind).thenComparing(PayoutReport.Part::out))
                .toList();
    }

    @Override
    public List<Payout> list(BusinessId business, int most) {
        return list(business, DSL.sql("true"), DSL.sql("p.arrives_on desc, p.id desc"), most);
    }

    @Override
    public List<Payout> differing(BusinessId business, Wanted wanted) {
        return list(
                business,
                DSL.condition("l.open_lines > 0").and(wanted.rows(PayoutDecisions.KEY, DSL.field("p.id"))),
                DSL.sql("abs(l.off_minor) desc, p.id"),
                wanted.most());
    }

    @Override
    public List<Payout> promisedBefore(BusinessId business, LocalDate day) {
        return list(
                business,
                DSL.sql(
                        "p.arrives_on < {0} and exists (select 1 from waiting w where w.business_id = p.business_id and w.kind = 'payout' and w.source_id = p.id and w.left_minor <> 0)",
                        DSL.val(day)),
                DSL.sql("p.arrives_on, p.id"),
                Integer.MAX_VALUE);
    }

    @Override
    public List<Landing> landings(BusinessId business, PayoutId payout) {
        return db.fetch("""
                        select l.id, l.booked_on, m.currency, m.amount_minor from waiting w
                          join match m on m.business_id = w.business_id and m.waiting_id = w.id and m.undone_at is null
                          join bank_line l on l.business_id = m.business_id and l.id = m.bank_line_id
                         where w.business_id = {0} and w.kind = 'payout' and w.source_id = {1} order by l.booked_on, m.id
                        """, DSL.inline(business.value()), DSL.val(payout.value()))
                .map(r -> new Landing(
                        new BankLineId(r.get("id", UUID.class)),
                        r.get("booked_on", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("amount_minor", Long.class))));
    }

    @Override
    public List<NotYet> notYet(BusinessId business) {
        return db.fetch("""
                        select a.id, a.name, w.currency, count(*) filter (where w.kind = 'card sale')::int as sales, count(*) filter (where w.kind not in ('card sale', 'processor fee'))::int as others,
                               coalesce(sum(w.gross_minor) filter (where w.kind = 'card sale'), 0)::bigint as gross, sum(w.left_minor)::bigint as net, min(w.since) as oldest
                          from waiting w join processor_account a on a.business_id = w.business_id and a.clearing_account = w.account and a.id = w.processor_id
                         where w.business_id = {0} and w.left_minor <> 0 group by 1, 2, 3 order by 2, 3
                        """, DSL.inline(business.value()))
                .map(r -> new NotYet(
                        new ProcessorId(r.get("id", UUID.class)),
                        r.get("name", String.class),
                        r.get("sales", Integer.class),
                        r.get("others", Integer.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("gross", Long.class)),
                        Money.ofMinor(r.get("currency", String.class), r.get("net", Long.class)),
                        r.get("oldest", LocalDate.class)));
    }

    @Override
    public int countDiffering(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(distinct payout_id)::int from payout_line where business_id = {0} and left_minor <> 0 and {1}",
                        DSL.inline(business.value()), wanted.rows(PayoutDecisions.KEY, DSL.field("payout_id")))
                .get(0, Integer.class);
    }

    @Override
    public Optional<Payout> find(BusinessId business, PayoutId id) {
        return list(business, DSL.sql("p.id = {0}", DSL.val(id.value())), DSL.sql("p.id"), 1).stream()
                .findFirst();
    }

    @Override
    public List<PayoutLine> lines(BusinessId business, PayoutId payout, int from, int most) {
        return lines.list(
                business,
                DSL.sql("l.payout_id = {0} and l.line_no >= {1}", DSL.val(payout.value()), DSL.val(from)),
                most);
    }

    @Override
    public List<PayoutLine> openLines(BusinessId business, PayoutId payout, int most) {
        return lines.list(business, DSL.sql("l.payout_id = {0} and l.left_minor <> 0", DSL.val(payout.value())), most);
    }

    @Override
    public Payers payers(BusinessId business, PayoutId payout) {
        Result<Record> methods = db.fetch("""
                        select coalesce(nullif(substring(r.source from '^(.*) ending '), ''), nullif(r.source, ''), '') as method, count(*)::int as n
                          from payout_line l join payout o on o.business_id = l.business_id and o.id = l.payout_id
                          left join receipt r on r.business_id = l.business_id and r.processor_id = o.processor_id and r.sale_ref = l.sale_ref
                         where l.business_id = {0} and l.payout_id = {1} and l.kind = 'sale' group by 1 order by 2 desc, 1
                        """, DSL.inline(business.value()), DSL.val(payout.value()));
        int payers = db.fetchSingle("""
                        select count(distinct w.customer_id)::int from payout_line l join payout o on o.business_id = l.business_id and o.id = l.payout_id
                          join waiting w on w.business_id = l.business_id and w.processor_id = o.processor_id and w.processor_ref = l.waits_ref and w.kind = l.waits_as
                         where l.business_id = {0} and l.payout_id = {1} and l.kind = 'sale'
                        """, DSL.inline(business.value()), DSL.val(payout.value()))
                .get(0, Integer.class);
        return new Payers(
                payers, methods.map(r -> new Method(r.get("method", String.class), r.get("n", Integer.class))));
    }

    @Override
    public List<Then> unmatchedAsOf(BusinessId business, ProcessorId processor, LocalDate day) {
        return lines.unmatchedAsOf(business, processor, day);
    }

    private List<Payout> list(BusinessId business, QueryPart condition, QueryPart order, int most) {
        return db.fetch(PAYOUTS, DSL.inline(business.value()), condition, order, DSL.inline(most))
                .map(PayoutStore::payout);
    }

    private static Payout payout(Record r) {
        String c = r.get("currency", String.class);
        UUID landed = r.get("bank_line_id", UUID.class);
        return new Payout(
                new PayoutId(r.get("id", UUID.class)),
                new ProcessorId(r.get("processor_id", UUID.class)),
                r.get("name", String.class),
                r.get("reference", String.class),
                r.get("sales_on", LocalDate.class),
                r.get("arrives_on", LocalDate.class),
                new Payout.Sums(
                        Money.ofMinor(c, r.get("gross_minor", Long.class)),
                        Money.ofMinor(c, r.get("fees_minor", Long.class)),
                        Money.ofMinor(c, r.get("net_minor", Long.class))),
                r.get("lines", Integer.class),
                r.get("sales", Integer.class),
                Money.ofMinor(c, r.get("off_minor", Long.class)),
                r.get("open_lines", Integer.class),
                landed == null ? null : new BankLineId(landed));
    }

    private static PayoutLineRecord row(BusinessId business, PayoutId payout, FreshLine fresh) {
        PayoutReport.Line l = fresh.line();
        long amount = l.gross().minus(l.fee()).minor();
        WaitsAs waits = WaitsAs.of(l);
        return new PayoutLineRecord()
                .setBusinessId(business)
                .setId(fresh.id())
                .setPayoutId(payout)
                .setLineNo(fresh.lineNo())
                .setKind(l.kind().words())
                .setOccurredOn(l.occurredOn())
                .setSaleRef(l.saleReference().isEmpty() ? null : l.saleReference())
                .setLineRef(l.reference().isEmpty() ? null : l.reference())
                .setWaitsAs(waits == null ? null : waits.kind().words())
                .setWaitsRef(waits == null ? null : waits.reference())
                .setDescription(l.description())
                .setCurrency(l.gross().currency().getCurrencyCode())
                .setGrossMinor(l.gross().minor())
                .setFeeMinor(l.fee().minor())
                .setAmountMinor(amount)
                .setLeftMinor(fresh.isWhole() ? 0 : amount);
    }
}
