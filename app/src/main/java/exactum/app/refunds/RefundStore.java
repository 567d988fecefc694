package exactum.app.refunds;

import static exactumdb.Tables.REFUND_ORDER;

import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.app.security.Vault;
import exactum.core.bank.Iban;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.RefundFileId;
import exactum.core.ids.RefundId;
import exactum.core.ids.RefundOrderId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactumdb.tables.records.RefundOrderRecord;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Refund orders in the database. */
@Component
class RefundStore implements FindRefunds {
    private static final String ORDERS = """
            select o.*, c.name as customer_name, n.number as note_number, r.source as card, coalesce(abs(w.left_minor), 0) as waits_minor
              from refund_order o join customer c on c.business_id = o.business_id and c.id = o.customer_id
              left join document n on n.business_id = o.business_id and n.id = o.credit_note_id
              left join receipt r on r.business_id = o.business_id and r.means_id = o.through_id
              left join waiting w on w.business_id = o.business_id and w.source_id = o.refund_id and w.kind = 'refund'
             where o.business_id = {0} and {1} order by o.asked_at desc, o.id desc offset {2} limit {3}
            """;
    private static final String ACCOUNTS = """
            select secret from (
              select l.payer_account_secret as secret, 1 as place, l.booked_on as day from match m join bank_line l on l.business_id = m.business_id and l.id = m.bank_line_id
               where m.business_id = {0} and m.undone_at is null and l.payer_account_secret is not null
                 and (m.means_id = {1} or m.waiting_id in (select w.id from waiting w where w.business_id = {0} and w.means_id = {1}))
              union all
              select d.iban_secret, 2, d.collect_on from receipt r join debit d on d.business_id = r.business_id and d.collection_id = r.collection_id where r.business_id = {0} and r.means_id = {1}
              union all
              select m.iban_secret, 3, m.signed_on from mandate m where m.business_id = {0} and m.customer_id = {2} and m.state = 'active') known
             order by place, day desc limit 1
            """;
    private final DSLContext db;
    private final Vault vault;

    RefundStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /** What is written of a new one. */
    record New(
            RefundOrderId id,
            CustomerId customer,
            RefundId booking,
            MeansId drawnOn,
            MeansId through,
            Money amount,
            ProcessorId processor,
            String sale,
            Route route,
            String endToEnd,
            String why,
            DocumentId note,
            LocalDate on,
            Instant at,
            String by) {}

    void insert(BusinessId business, New n) {
        var row = new RefundOrderRecord()
                .setBusinessId(business)
                .setId(n.id())
                .setCustomerId(n.customer())
                .setRefundId(n.booking())
                .setDrawnOn(n.drawnOn())
                .setThroughId(n.through())
                .setCurrency(n.amount().currency().getCurrencyCode())
                .setAmountMinor(n.amount().minor())
                .setFeeBackMinor(0L)
                .setProcessorId(n.processor())
                .setSaleRef(n.sale())
                .setWhy(n.why())
                .setCreditNoteId(n.note())
                .setAskedOn(n.on())
                .setAskedAt(n.at().atOffset(ZoneOffset.UTC))
                .setAskedBy(n.by());
        switch (n.route()) {
            case Route.Card card -> row.setRoute("card").setState(RefundOrder.State.ASKED.words());
            case Route.InPayout inPayout -> row.setRoute("card").setState(RefundOrder.State.ASKED.words());
            case Route.ByHand byHand -> row.setRoute("by hand").setState(RefundOrder.State.SENT.words());
            case Route.Transfer transfer ->
                row.setRoute("transfer")
                        .setState(RefundOrder.State.ASKED.words())
                        .setEndToEnd(n.endToEnd())
                        .setPayee(transfer.payee())
                        .setIbanEnding(transfer.account().ending())
                        .setIbanSecret(vault.encrypt(transfer.account().value()));
        }
        db.insertInto(REFUND_ORDER).set(row).execute();
    }

    /** The order, which nobody else changes until the transaction ends. */
    Optional<RefundOrder> lock(BusinessId business, RefundOrderId id) {
        db.selectOne()
                .from(REFUND_ORDER)
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.ID.eq(id))
                .forUpdate()
                .execute();
        return find(business, id);
    }

    /** Whether a processor was asked for one through a payment and has not answered. */
    boolean isAsked(BusinessId business, MeansId through, Money amount) {
        return db.fetchExists(
                REFUND_ORDER,
                REFUND_ORDER.BUSINESS_ID.eq(business),
                REFUND_ORDER.THROUGH_ID.eq(through),
                REFUND_ORDER.ROUTE.eq("card"),
                REFUND_ORDER.STATE.eq(RefundOrder.State.ASKED.words()),
                REFUND_ORDER.AMOUNT_MINOR.eq(amount.minor()));
    }

    void sent(BusinessId business, RefundOrderId id, String reference, Money feeBack) {
        db.update(REFUND_ORDER)
                .set(REFUND_ORDER.STATE, RefundOrder.State.SENT.words())
                .set(REFUND_ORDER.REFERENCE, reference)
                .set(REFUND_ORDER.FEE_BACK_MINOR, feeBack.minor())
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.ID.eq(id))
                .execute();
    }

    void refused(BusinessId business, RefundOrderId id, String why, LocalDate on) {
        db.update(REFUND_ORDER)
                .set(REFUND_ORDER.STATE, RefundOrder.State.REFUSED.words())
                .set(REFUND_ORDER.REFUSAL, why)
                .set(REFUND_ORDER.REFUSED_ON, on)
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.ID.eq(id))
                .execute();
    }

    /** Marks what was refused of a means as decided. */
    void settled(BusinessId business, MeansId drawnOn, String by) {
        db.update(REFUND_ORDER)
                .set(REFUND_ORDER.SETTLED_BY, by)
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.STATE.eq(RefundOrder.State.REFUSED.words()))
                .and(REFUND_ORDER.SETTLED_BY.isNull())
                .and(REFUND_ORDER.DRAWN_ON.eq(drawnOn))
                .execute();
    }

    Optional<RefundOrder> byReference(BusinessId business, ProcessorId processor, String reference) {
        return list(
                        business,
                        DSL.condition(
                                "o.processor_id = {0} and o.reference = {1}",
                                DSL.val(processor.value()), DSL.val(reference)))
                .stream()
                .findFirst();
    }

    Optional<RefundOrder> byEndToEnd(BusinessId business, String endToEnd) {
        return list(business, DSL.condition("o.end_to_end = {0}", DSL.val(endToEnd))).stream()
                .findFirst();
    }

    /** An order that a processor has not answered, with its business. */
    record Unanswered(BusinessId business, RefundOrderId id) {}

    List<Unanswered> unanswered(Instant before) {
        return db.select(REFUND_ORDER.BUSINESS_ID, REFUND_ORDER.ID)
                .from(REFUND_ORDER)
                .where(REFUND_ORDER.STATE.eq(RefundOrder.State.ASKED.words()))
                .and(REFUND_ORDER.ROUTE.eq("card"))
                .and(REFUND_ORDER.ASKED_AT.le(before.atOffset(ZoneOffset.UTC)))
                .orderBy(REFUND_ORDER.ASKED_AT)
                .limit(500)
                .fetch(r -> new Unanswered(r.value1(), r.value2()));
    }

    /** The account that a payment came from, or the payer's as a mandate has it. */
    Optional<Iban> accountOf(BusinessId business, MeansId through, CustomerId customer) {
        return db
                .fetch(ACCOUNTS, DSL.inline(business.value()), DSL.val(through.value()), DSL.val(customer.value()))
                .stream()
                .findFirst()
                .map(r -> vault.decrypt(r.get("secret", byte[].class)))
                .flatMap(RefundStore::iban);
    }

    /** Banks give account numbers of other forms, too. */
    private static Optional<Iban> iban(String number) {
        try {
            return Optional.of(new Iban(number));
        } catch (Refusal other) {
            return Optional.empty();
        }
    }

    /** A transfer with the account that it goes to. */
    record ToPay(RefundOrder order, String endToEnd, String payee, Iban account) {}

    /** Transfers that are in no file, none of which anybody else takes until the transaction ends. */
    List<ToPay> lockToPay(BusinessId business, List<RefundOrderId> ids) {
        var rows = db.selectFrom(REFUND_ORDER)
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.ID.in(ids))
                .and(REFUND_ORDER.ROUTE.eq("transfer"))
                .and(REFUND_ORDER.STATE.eq(RefundOrder.State.ASKED.words()))
                .and(REFUND_ORDER.FILE_ID.isNull())
                .orderBy(REFUND_ORDER.ID)
                .forUpdate()
                .fetch();
        return rows.map(r -> new ToPay(
                find(business, r.getId()).orElseThrow(),
                r.getEndToEnd(),
                r.getPayee(),
                new Iban(vault.decrypt(r.getIbanSecret()))));
    }

    /** What is in a file. */
    List<RefundOrderId> inFile(BusinessId business, RefundFileId file) {
        return db.select(REFUND_ORDER.ID)
                .from(REFUND_ORDER)
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.FILE_ID.eq(file))
                .orderBy(REFUND_ORDER.ID)
                .fetch(REFUND_ORDER.ID);
    }

    void inFile(BusinessId business, List<RefundOrderId> ids, RefundFileId file) {
        db.update(REFUND_ORDER)
                .set(REFUND_ORDER.FILE_ID, file)
                .set(REFUND_ORDER.STATE, RefundOrder.State.SENT.words())
                .where(REFUND_ORDER.BUSINESS_ID.eq(business))
                .and(REFUND_ORDER.ID.in(ids))
                .execute();
    }

    @Override
    public Optional<RefundOrder> find(BusinessId business, RefundOrderId id) {
        return list(business, DSL.condition("o.id = {0}", DSL.val(id.value()))).stream()
                .findFirst();
    }

    @Override
    public List<RefundOrder> list(BusinessId business, String stands, Slice slice) {
        return list(business, standing(stands), slice.skipped(), slice.most());
    }

    @Override
    public int count(BusinessId business, String stands) {
        return db.fetchSingle(
                        "select count(*)::int from refund_order o left join waiting w on w.business_id = o.business_id and w.source_id = o.refund_id and w.kind = 'refund' where o.business_id = {0} and {1}",
                        DSL.inline(business.value()), standing(stands))
                .get(0, Integer.class);
    }

    /** The condition of {@link RefundOrder#stands()}. */
    private static Condition standing(String stands) {
        return switch (stands) {
            case "refused" -> DSL.condition("o.state = 'refused'");
            case "on its way" -> DSL.condition("o.state <> 'refused' and coalesce(w.left_minor, 0) <> 0");
            case "done" -> DSL.condition("o.state <> 'refused' and coalesce(w.left_minor, 0) = 0");
            default -> DSL.trueCondition();
        };
    }

    @Override
    public List<RefundOrder> ofPayment(BusinessId business, MeansId through) {
        return list(business, DSL.condition("o.through_id = {0}", DSL.val(through.value())));
    }

    @Override
    public List<RefundOrder> ofDocument(BusinessId business, DocumentId document) {
        return list(
                business,
                DSL.condition(
                        "(o.credit_note_id = {0} or exists (select 1 from document n where n.business_id = o.business_id and n.id = o.credit_note_id and n.origin_id = {0})"
                                + " or exists (select 1 from allocation a join claim k on k.business_id = a.business_id and k.id = a.claim_id where a.business_id = o.business_id and a.means_id = o.through_id and k.document_id = {0}))",
                        DSL.val(document.value())));
    }

    @Override
    public List<RefundOrder> ofCustomer(BusinessId business, CustomerId customer, int most) {
        return list(business, DSL.condition("o.customer_id = {0}", DSL.val(customer.value())), 0, most);
    }

    @Override
    public List<RefundOrder> refused(BusinessId business, Wanted wanted) {
        return list(business, undecided(wanted), 0, wanted.most());
    }

    @Override
    public int countRefused(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(*)::int from refund_order o where o.business_id = {0} and {1}",
                        DSL.inline(business.value()), undecided(wanted))
                .get(0, Integer.class);
    }

    private static Condition undecided(Wanted wanted) {
        return DSL.condition("o.state = 'refused' and o.settled_by is null")
                .and(wanted.rows(RefusedRefunds.KEY, DSL.field("o.id")));
    }

    @Override
    public List<RefundOrder> toTransfer(BusinessId business) {
        return list(business, DSL.condition("o.route = 'transfer' and o.state = 'asked' and o.file_id is null"));
    }

    private List<RefundOrder> list(BusinessId business, QueryPart condition) {
        return list(business, condition, 0, Integer.MAX_VALUE);
    }

    private List<RefundOrder> list(BusinessId business, QueryPart condition, int skipped, int most) {
        return db.fetch(ORDERS, DSL.inline(business.value()), condition, DSL.inline(skipped), DSL.inline(most))
                .map(RefundStore::order);
    }

    private static RefundOrder order(Record r) {
        String c = r.get("currency", String.class);
        UUID note = r.get("credit_note_id", UUID.class);
        UUID processor = r.get("processor_id", UUID.class);
        UUID file = r.get("file_id", UUID.class);
        String route = r.get("route", String.class);
        String refusal = r.get("refusal", String.class);
        String shown = switch (route) {
            case "card" -> r.get("card", String.class);
            case "transfer" -> r.get("payee", String.class) + ", account ending " + r.get("iban_ending", String.class);
            default -> "by hand";
        };
        return new RefundOrder(
                new RefundOrderId(r.get("id", UUID.class)),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("customer_name", String.class),
                new RefundId(r.get("refund_id", UUID.class)),
                new MeansId(r.get("drawn_on", UUID.class)),
                new MeansId(r.get("through_id", UUID.class)),
                Money.ofMinor(c, r.get("amount_minor", Long.class)),
                RefundOrder.State.of(r.get("state", String.class)),
                new RefundOrder.To(
                        route,
                        shown,
                        processor == null ? null : new ProcessorId(processor),
                        r.get("sale_ref", String.class),
                        route.equals("card") ? r.get("reference", String.class) : r.get("end_to_end", String.class),
                        Money.ofMinor(c, r.get("fee_back_minor", Long.class)),
                        file == null ? null : new RefundFileId(file)),
                r.get("why", String.class),
                note == null ? null : new DocumentId(note),
                r.get("note_number", String.class),
                r.get("asked_on", LocalDate.class),
                r.get("asked_by", String.class),
                refusal == null
                        ? null
                        : new RefundOrder.Refused(
                                refusal, r.get("refused_on", LocalDate.class), r.get("settled_by", String.class)),
                Money.ofMinor(c, r.get("waits_minor", Long.class)));
    }
}
