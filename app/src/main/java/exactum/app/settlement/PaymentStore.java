package exactum.app.settlement;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.ALLOCATION;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_STANDING;
import static exactumdb.Tables.MEANS;
import static exactumdb.Tables.RECEIPT;
import static exactumdb.Tables.TAKE_BACK;

import exactum.app.database.IdArray;
import exactum.app.database.PlannedAlone;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.app.database.UntilWritten;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactum.core.settlement.MeansKind;
import exactumdb.tables.records.MeansRecord;
import exactumdb.tables.records.ReceiptRecord;
import java.math.BigDecimal;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.Record3;
import org.jooq.SelectConditionStep;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads payments. */
@Component
class PaymentStore implements FindPayments {
    private static final Field<String> SETTLES = DSL.field(
            "coalesce((select string_agg(distinct d.number, ', ') from (select a.claim_id from allocation a where a.business_id = means.business_id and a.means_id = means.id group by 1 having sum(a.amount_minor) > 0) s"
                    + " join claim c on c.business_id = means.business_id and c.id = s.claim_id join document d on d.business_id = c.business_id and d.id = c.document_id), '')",
            String.class);
    private static final Field<String> PLACE = DSL.field(
            "(select p.place from payment_place p where p.business_id = means.business_id and p.means_id = means.id)",
            String.class);
    /** Whether nothing of it came about; where its money is, is asked only of what was taken back whole. */
    private static final Condition UNDONE = DSL.condition(
            "means.taken_back_minor = means.amount_minor and {0} = {1}", PLACE, DSL.inline(Place.UNDONE.words()));

    private static final String THROUGH = """
            select m.id from means m left join means h on h.business_id = m.business_id and h.id = {1}
             where m.business_id = {0} and m.customer_id = {2} and m.kind = 'receipt' and m.currency = {3} and m.amount_minor - m.taken_back_minor - m.refunded_through_minor >= {4}
             order by m.id = h.id desc, m.id = h.earned_by desc nulls last, m.means_on desc, m.id limit 1
            """;
    private static final Field<Long> REFUNDABLE =
            MEANS.AMOUNT_MINOR.minus(MEANS.TAKEN_BACK_MINOR).minus(MEANS.REFUNDED_THROUGH_MINOR);
    private static final Table<?> RECEIVED =
            MEANS.join(RECEIPT).on(RECEIPT.BUSINESS_ID.eq(MEANS.BUSINESS_ID)).and(RECEIPT.MEANS_ID.eq(MEANS.ID));
    private static final int FEW_DOCUMENTS = 500;
    private final DSLContext db;
    private final DSLContext lists;
    private final UntilWritten<Totalled, Totals> totals = new UntilWritten<>();

    private record Totalled(BusinessId business, Filter filter) {}

    PaymentStore(DSLContext db) {
        this.db = db;
        lists = PlannedAlone.of(db);
    }

    @Override
    public List<Listed> list(BusinessId business, Filter filter, Slice slice) {
        return payments(lists, business, wanted(business, filter))
                .orderBy(MEANS.MEANS_ON.desc(), MEANS.ID.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(PaymentStore::listed);
    }

    @Override
    public Totals totals(BusinessId business, Filter filter) {
        return totals.of(new Totalled(business, filter), () -> {
            Condition wanted = wanted(business, filter);
            return filter.asksOnlyPlace() ? totals(business, MEANS, wanted) : totals(business, RECEIVED, wanted);
        });
    }

    @Override
    public Totals totalsOfCustomer(BusinessId business, CustomerId customer) {
        return totals(business, MEANS, MEANS.CUSTOMER_ID.eq(customer));
    }

    private Totals totals(BusinessId business, Table<?> of, Condition wanted) {
        var rows = lists.select(
                        MEANS.CURRENCY,
                        DSL.count(),
                        DSL.sum(MEANS.AMOUNT_MINOR.minus(MEANS.TAKEN_BACK_MINOR)),
                        DSL.sum(MEANS.LEFT_MINOR))
                .from(of)
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(MEANS.KIND.eq(DSL.inline(MeansKind.RECEIPT)))
                .and(wanted)
                .groupBy(MEANS.CURRENCY)
                .orderBy(MEANS.CURRENCY)
                .fetch();
        return new Totals(
                rows.stream().mapToInt(r -> r.value2()).sum(),
                rows.map(r -> money(r.value1(), r.value3())),
                rows.map(r -> money(r.value1(), r.value4())).stream()
                        .filter(Money::isPositive)
                        .toList());
    }

    @Override
    public Optional<Payment> find(BusinessId business, MeansId id) {
        return payments(business, MEANS.ID.eq(id)).fetchOptional(PaymentStore::payment);
    }

    @Override
    public List<Payment> ofDocument(BusinessId business, DocumentId document) {
        return payments(
                        business,
                        MEANS.ID.in(DSL.select(ALLOCATION.MEANS_ID)
                                .from(ALLOCATION)
                                .join(CLAIM)
                                .on(CLAIM.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                                .and(CLAIM.ID.eq(ALLOCATION.CLAIM_ID))
                                .where(CLAIM.BUSINESS_ID.eq(business))
                                .and(CLAIM.DOCUMENT_ID.eq(document))))
                .orderBy(MEANS.MEANS_ON, MEANS.ID)
                .fetch(PaymentStore::payment);
    }

    @Override
    public List<Payment> ofCollection(BusinessId business, CollectionId collection) {
        return payments(business, RECEIPT.COLLECTION_ID.eq(collection))
                .orderBy(MEANS.ID)
                .fetch(PaymentStore::payment);
    }

    @Override
    public List<Listed> ofCustomer(BusinessId business, CustomerId customer, int most) {
        return payments(business, MEANS.CUSTOMER_ID.eq(customer))
                .orderBy(MEANS.MEANS_ON.desc(), MEANS.ID.desc())
                .limit(most)
                .fetch(PaymentStore::listed);
    }

    @Override
    public List<Settlement> settledBy(BusinessId business, MeansId means) {
        return settlements(business, ALLOCATION.MEANS_ID.eq(means));
    }

    @Override
    public Map<MeansId, List<DocumentId>> settledByEach(BusinessId business, Collection<MeansId> means) {
        return db.selectDistinct(ALLOCATION.MEANS_ID, CLAIM.DOCUMENT_ID)
                .from(ALLOCATION)
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                .and(CLAIM.ID.eq(ALLOCATION.CLAIM_ID))
                .where(ALLOCATION.BUSINESS_ID.eq(business))
                .and(DSL.condition("allocation.means_id = any({0})", IdArray.of(means)))
                .fetchGroups(ALLOCATION.MEANS_ID, CLAIM.DOCUMENT_ID);
    }

    @Override
    public List<Settlement> settledOn(BusinessId business, DocumentId document) {
        return settlements(business, CLAIM.DOCUMENT_ID.eq(document));
    }

    @Override
    public List<Gone> goneOf(BusinessId business, MeansId means) {
        return db.selectFrom(TAKE_BACK)
                .where(TAKE_BACK.BUSINESS_ID.eq(business))
                .and(TAKE_BACK.MEANS_ID.eq(means))
                .orderBy(TAKE_BACK.ID)
                .fetch(t -> new Gone(
                        t.getId(),
                        t.getTakenOn(),
                        Money.ofMinor(t.getCurrency(), t.getAmountMinor()),
                        t.getCause(),
                        t.getReason(),
                        t.getEntryId()));
    }

    @Override
    public List<Credit> creditOf(BusinessId business, CustomerId customer) {
        return credits(
                business,
                MEANS.CUSTOMER_ID
                        .eq(customer)
                        .and(MEANS.KIND.in(DSL.inline(MeansKind.RECEIPT), DSL.inline(MeansKind.CREDIT_NOTE)))
                        .and(MEANS.RESERVED_FOR.isNull()));
    }

    @Override
    public List<Credit> reservedFor(BusinessId business, DocumentId document) {
        return credits(business, MEANS.RESERVED_FOR.eq(document));
    }

    @Override
    public List<Credit> depositsOf(BusinessId business, CustomerId customer) {
        return credits(business, MEANS.CUSTOMER_ID.eq(customer).and(MEANS.KIND.eq(MeansKind.DEPOSIT)));
    }

    private List<Credit> credits(BusinessId business, Condition wanted) {
        return money(business, MEANS.LEFT_MINOR.gt(0L).and(wanted));
    }

    @Override
    public List<Settlement> settledByNote(BusinessId business, DocumentId note) {
        return settlements(business, isNote(note));
    }

    @Override
    public Optional<Credit> creditOfNote(BusinessId business, DocumentId note) {
        return money(business, isNote(note)).stream().findFirst();
    }

    private static Condition isNote(DocumentId note) {
        return MEANS.DOCUMENT_ID.eq(note).and(MEANS.KIND.eq(DSL.inline(MeansKind.CREDIT_NOTE)));
    }

    @Override
    public Optional<Held> held(BusinessId business, MeansId means) {
        return money(business, MEANS.ID.eq(means)).stream().findFirst().map(c -> {
            var of = db.select(CUSTOMER.ID, CUSTOMER.NAME)
                    .from(MEANS)
                    .join(CUSTOMER)
                    .on(CUSTOMER.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                    .and(CUSTOMER.ID.eq(MEANS.CUSTOMER_ID))
                    .where(MEANS.BUSINESS_ID.eq(business))
                    .and(MEANS.ID.eq(means))
                    .fetchSingle();
            return new Held(c, of.value1(), of.value2());
        });
    }

    @Override
    public List<Held> onAccount(BusinessId business) {
        Condition wanted = MEANS.LEFT_MINOR
                .gt(0L)
                .and(MEANS.KIND.in(DSL.inline(MeansKind.RECEIPT), DSL.inline(MeansKind.CREDIT_NOTE)))
                .and(MEANS.RESERVED_FOR.isNull());
        Map<MeansId, Record3<MeansId, CustomerId, String>> whose = db.select(MEANS.ID, CUSTOMER.ID, CUSTOMER.NAME)
                .from(MEANS)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MEANS.CUSTOMER_ID))
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(wanted)
                .fetchMap(MEANS.ID);
        return money(business, wanted).stream()
                .filter(c -> whose.containsKey(c.means()))
                .map(c -> new Held(
                        c, whose.get(c.means()).value2(), whose.get(c.means()).value3()))
                .toList();
    }

    @Override
    public Optional<MeansId> through(BusinessId business, Held held, Money amount) {
        return db
                .fetch(
                        THROUGH,
                        DSL.inline(business.value()),
                        DSL.val(held.credit().means().value()),
                        DSL.val(held.customer().value()),
                        DSL.val(amount.currency().getCurrencyCode()),
                        DSL.val(amount.minor()))
                .stream()
                .findFirst()
                .map(r -> new MeansId(r.get(0, UUID.class)));
    }

    @Override
    public Money refundableThrough(BusinessId business, MeansId payment) {
        var m = db.select(MEANS.CURRENCY, REFUNDABLE)
                .from(MEANS)
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(MEANS.ID.eq(payment))
                .fetchSingle();
        return Money.ofMinor(m.value1(), m.value2());
    }

    @Override
    public List<Payment> refundableOf(BusinessId business, CustomerId customer, Currency currency, int most) {
        return payments(
                        business,
                        MEANS.CUSTOMER_ID
                                .eq(customer)
                                .and(MEANS.CURRENCY.eq(currency.getCurrencyCode()))
                                .and(REFUNDABLE.gt(0L)))
                .orderBy(MEANS.MEANS_ON.desc(), MEANS.ID.desc())
                .limit(most)
                .fetch(PaymentStore::payment);
    }

    @Override
    public Optional<Payment> ofSale(BusinessId business, ProcessorId processor, String sale) {
        return payments(business, RECEIPT.PROCESSOR_ID.eq(processor).and(RECEIPT.SALE_REF.eq(sale)))
                .fetchOptional(PaymentStore::payment);
    }

    private List<Credit> money(BusinessId business, Condition wanted) {
        return db.select(MEANS.fields())
                .select(RECEIPT.CHANNEL, DOCUMENT.NUMBER)
                .from(MEANS)
                .leftJoin(RECEIPT)
                .on(RECEIPT.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                .and(RECEIPT.MEANS_ID.eq(MEANS.ID))
                .leftJoin(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(MEANS.DOCUMENT_ID))
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(wanted)
                .orderBy(MEANS.MEANS_ON, MEANS.ID)
                .fetch(r -> {
                    MeansRecord m = r.into(MEANS);
                    String words = r.get(RECEIPT.CHANNEL) != null
                            ? "payment by " + r.get(RECEIPT.CHANNEL)
                            : m.getKind().words()
                                    + (r.get(DOCUMENT.NUMBER) == null ? "" : " " + r.get(DOCUMENT.NUMBER));
                    return new Credit(
                            m.getId(),
                            m.getKind(),
                            m.getMeansOn(),
                            Money.ofMinor(m.getCurrency(), m.getLeftMinor()),
                            words);
                });
    }

    private List<Settlement> settlements(BusinessId business, Condition condition) {
        return db.select(ALLOCATION.fields())
                .select(MEANS.KIND, CLAIM.DOCUMENT_ID, DOCUMENT.NUMBER)
                .from(ALLOCATION)
                .join(MEANS)
                .on(MEANS.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                .and(MEANS.ID.eq(ALLOCATION.MEANS_ID))
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                .and(CLAIM.ID.eq(ALLOCATION.CLAIM_ID))
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(CLAIM.DOCUMENT_ID))
                .where(ALLOCATION.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(ALLOCATION.ID)
                .fetch(r -> new Settlement(
                        r.get(ALLOCATION.MEANS_ID),
                        r.get(MEANS.KIND),
                        r.get(ALLOCATION.CLAIM_ID),
                        r.get(CLAIM.DOCUMENT_ID),
                        r.get(DOCUMENT.NUMBER),
                        Money.ofMinor(r.get(ALLOCATION.CURRENCY), r.get(ALLOCATION.AMOUNT_MINOR)),
                        r.get(ALLOCATION.COUNTS_ON),
                        r.get(ALLOCATION.ENTRY_ID),
                        r.get(ALLOCATION.REVERSES) != null));
    }

    private Condition wanted(BusinessId business, Filter filter) {
        Condition all = DSL.noCondition();
        if (!filter.words().isBlank())
            all = all.and(SearchWords.in(RECEIPT.SEARCH, filter.words()).or(settledOneOf(business, filter.words())));
        if (!filter.channel().isEmpty()) all = all.and(RECEIPT.CHANNEL.eq(filter.channel()));
        if (!filter.account().isEmpty())
            all = all.and(DSL.condition("receipt.money_account = {0}", DSL.val(filter.account())));
        if (filter.place().equals("on account")) all = all.and(MEANS.LEFT_MINOR.gt(0L));
        else if (filter.place().isEmpty()) all = all.andNot(UNDONE);
        else all = all.and(PLACE.eq(filter.place()));
        return all;
    }

    /**
     * Those that settled a document in which the words are found. What settled few documents is looked up before; of many, each payment
     * is asked, since a page of them is soon full.
     */
    private Condition settledOneOf(BusinessId business, String words) {
        Condition found =
                DOCUMENT_STANDING.BUSINESS_ID.eq(business).and(SearchWords.in(DOCUMENT_STANDING.SEARCH, words));
        boolean few = lists.fetchCount(
                        DSL.selectOne().from(DOCUMENT_STANDING).where(found).limit(FEW_DOCUMENTS + 1))
                <= FEW_DOCUMENTS;
        var settled = DSL.select(ALLOCATION.MEANS_ID)
                .from(ALLOCATION)
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                .and(CLAIM.ID.eq(ALLOCATION.CLAIM_ID))
                .join(DOCUMENT_STANDING)
                .on(DOCUMENT_STANDING.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(CLAIM.DOCUMENT_ID))
                .where(ALLOCATION.BUSINESS_ID.eq(business))
                .and(found);
        return few
                ? DSL.condition("receipt.means_id = any(array({0}))", settled)
                : DSL.exists(settled.and(ALLOCATION.MEANS_ID.eq(RECEIPT.MEANS_ID)));
    }

    private SelectConditionStep<? extends Record> payments(BusinessId business, Condition condition) {
        return payments(db, business, condition);
    }

    private static SelectConditionStep<? extends Record> payments(
            DSLContext db, BusinessId business, Condition condition) {
        return db.select(MEANS.fields())
                .select(RECEIPT.fields())
                .select(CUSTOMER.NAME, PLACE, ACCOUNT.NAME, SETTLES)
                .from(MEANS)
                .join(RECEIPT)
                .on(RECEIPT.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                .and(RECEIPT.MEANS_ID.eq(MEANS.ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MEANS.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MEANS.CUSTOMER_ID))
                .join(ACCOUNT)
                .on(ACCOUNT.BUSINESS_ID.eq(RECEIPT.BUSINESS_ID))
                .and(ACCOUNT.CODE.eq(RECEIPT.MONEY_ACCOUNT))
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(condition);
    }

    private static Listed listed(Record r) {
        return new Listed(payment(r), r.get(SETTLES));
    }

    private static Payment payment(Record r) {
        MeansRecord m = r.into(MEANS);
        ReceiptRecord p = r.into(RECEIPT);
        String currency = m.getCurrency();
        return new Payment(
                m.getId(),
                m.getCustomerId(),
                r.get(CUSTOMER.NAME),
                m.getMeansOn(),
                Money.ofMinor(currency, m.getAmountMinor()),
                Money.ofMinor(currency, m.getLeftMinor()),
                Money.ofMinor(currency, m.getTakenBackMinor()),
                Money.ofMinor(currency, m.getRefundedMinor()),
                Channel.of(p.getChannel()),
                p.getSource(),
                Place.of(r.get(PLACE)),
                new Booked(
                        p.getMoneyAccount(),
                        r.get(ACCOUNT.NAME),
                        Money.ofMinor(currency, p.getChargesMinor()),
                        p.getProcessorId(),
                        p.getSaleRef(),
                        p.getFeeMinor() == null ? null : Money.ofMinor(currency, p.getFeeMinor()),
                        p.getCollectionId(),
                        p.getRecordedBy()),
                new NewPayment.Said(
                        p.getReference() == null ? "" : p.getReference(), p.getNote() == null ? "" : p.getNote()));
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
