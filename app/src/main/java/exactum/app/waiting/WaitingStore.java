package exactum.app.waiting;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.WAITING;
import static exactumdb.Tables.WAITING_GONE;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.Ids;
import exactum.app.database.InsertRows;
import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.core.bank.WaitingItem;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactumdb.tables.records.WaitingRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Records;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Waiting items in the database. */
@Component
class WaitingStore implements FindWaiting, Provable {
    /** On each waiting account stand its items, and the lines that nobody explained yet. */
    private static final String ACCOUNTS = """
            with standing as (
                select account, currency, sum(left_minor) as minor from (
                    select account, currency, left_minor from waiting where business_id = {0}
                    union all
                    select a.code, l.currency, -l.left_minor from bank_line l join account a on a.business_id = l.business_id and a.role = 'unplaced money' where l.business_id = {0}
                    union all
                    select p.clearing_account, l.currency, -l.left_minor from payout_line l join payout o on o.business_id = l.business_id and o.id = l.payout_id
                      join processor_account p on p.business_id = o.business_id and p.id = o.processor_id where l.business_id = {0}) s group by 1, 2),
            booked as (
                select m.account, m.currency, sum(m.debit_minor - m.credit_minor) as minor from account_month m join account a on a.business_id = m.business_id and a.code = m.account
                 where m.business_id = {0} and (a.role in ('unplaced money', 'own transfers on their way', 'received, not yet at the bank', 'paid out, not yet at the bank', 'debit clearing', 'reserve held', 'payouts on their way', 'disputed')
                       or exists (select 1 from processor_account p where p.business_id = {0} and p.clearing_account = m.account)) group by 1, 2)
            select 'on waiting account ' || coalesce(s.account, b.account) || ' stand ' || coalesce(s.minor, 0) || ' ' || coalesce(s.currency, b.currency) || ' by name, but ' || coalesce(b.minor, 0) || ' are booked'
              from standing s full join booked b on b.account = s.account and b.currency = s.currency where coalesce(s.minor, 0) <> coalesce(b.minor, 0) limit 20
            """;

    private static final String MATCHED = """
            select w.kind || ' ' || w.id || ' is left with ' || w.left_minor || ', but ' || coalesce(m.minor, 0) || ' of ' || w.amount_minor || ' are matched and ' || coalesce(g.minor, 0) || ' gone'
              from waiting w left join (select waiting_id, sum(amount_minor) as minor from match where business_id = {0} and kind = 'waiting' and undone_at is null group by 1) m on m.waiting_id = w.id
              left join (select waiting_id, sum(amount_minor) as minor from waiting_gone where business_id = {0} group by 1) g on g.waiting_id = w.id
             where w.business_id = {0} and w.amount_minor - coalesce(m.minor, 0) - coalesce(g.minor, 0) <> w.left_minor limit 20
            """;
    private final DSLContext db;

    WaitingStore(DSLContext db) {
        this.db = db;
    }

    /** Inserts items; answers those whose source did not make them wait already. */
    List<WaitingId> insert(List<WaitingRecord> items) {
        return InsertRows.ifNew(db, items).returning(WAITING.ID).fetch(WAITING.ID);
    }

    /** Inserts items whose sources are new. */
    void copy(List<WaitingRecord> items) {
        CopyRows.into(db, items);
    }

    static WaitingRecord row(BusinessId business, NewWaiting w, LocalDate countsOn) {
        NewWaiting.AtProcessor at = w.atProcessor();
        return new WaitingRecord()
                .setProcessorId(at == null ? null : at.processor())
                .setProcessorRef(at == null ? null : at.reference())
                .setGrossMinor(at == null ? null : at.gross().minor())
                .setBusinessId(business)
                .setId(new WaitingId(Ids.next()))
                .setKind(w.kind())
                .setAccount(w.account())
                .setCurrency(w.amount().amount().currency().getCurrencyCode())
                .setAmountMinor(w.amount().amount().minor())
                .setLeftMinor(w.amount().amount().minor())
                .setOwnMinor(w.amount().own().minor())
                .setOwnLeftMinor(w.amount().own().minor())
                .setSince(w.since())
                .setCountsOn(countsOn)
                .setReference(w.references().toArray(String[]::new))
                .setWords(w.words())
                .setCustomerId(w.customer())
                .setMeansId(w.means())
                .setSourceId(w.source());
    }

    /** The items, none of which anybody else can change until the transaction ends. */
    List<WaitingItem> lock(BusinessId business, Collection<WaitingId> ids) {
        String own = own(business);
        return db.selectFrom(WAITING)
                .where(WAITING.BUSINESS_ID.eq(business))
                .and(DSL.condition("waiting.id = any({0})", IdArray.of(ids)))
                .orderBy(WAITING.ID)
                .forUpdate()
                .fetch(r -> item(r, own));
    }

    void updateAll(BusinessId business, List<WaitingItem> changed) {
        db.execute(
                "update waiting w set left_minor = v.minor, own_left_minor = v.own from unnest({0}, {1}, {2}) as v(id, minor, own) where w.business_id = {3} and w.id = v.id",
                DSL.val(changed.stream().map(i -> i.id().value()).toArray(UUID[]::new)),
                DSL.val(changed.stream().map(i -> i.left().amount().minor()).toArray(Long[]::new)),
                DSL.val(changed.stream().map(i -> i.left().own().minor()).toArray(Long[]::new)),
                DSL.inline(business.value()));
    }

    void named(BusinessId business, WaitingId id, NewWaiting.AtProcessor at) {
        db.update(WAITING)
                .set(WAITING.PROCESSOR_ID, at.processor())
                .set(WAITING.PROCESSOR_REF, at.reference())
                .set(WAITING.GROSS_MINOR, at.gross().minor())
                .where(WAITING.BUSINESS_ID.eq(business))
                .and(WAITING.ID.eq(id))
                .execute();
    }

    void addGone(BusinessId business, WaitingId id, Money part, LocalDate on) {
        db.insertInto(WAITING_GONE)
                .set(WAITING_GONE.BUSINESS_ID, business)
                .set(WAITING_GONE.ID, Ids.next())
                .set(WAITING_GONE.WAITING_ID, id)
                .set(WAITING_GONE.AMOUNT_MINOR, part.minor())
                .set(WAITING_GONE.GONE_ON, on)
                .execute();
    }

    @Override
    public List<Named> open(BusinessId business) {
        return list(business, WAITING.LEFT_MINOR.ne(0L));
    }

    @Override
    public Optional<Named> find(BusinessId business, WaitingId id) {
        return list(business, WAITING.ID.eq(id)).stream().findFirst();
    }

    @Override
    public Map<WaitingId, Named> byId(BusinessId business, Collection<WaitingId> ids) {
        return list(business, DSL.condition("waiting.id = any({0})", IdArray.of(ids))).stream()
                .collect(Collectors.toMap(n -> n.item().id(), Function.identity()));
    }

    @Override
    public List<AtProcessor> holdAtProcessor(
            BusinessId business, ProcessorId processor, Collection<String> references) {
        String own = own(business);
        return db.select(
                        WAITING.ID,
                        WAITING.KIND,
                        WAITING.ACCOUNT,
                        WAITING.SINCE,
                        WAITING.CURRENCY,
                        WAITING.AMOUNT_MINOR,
                        WAITING.OWN_MINOR,
                        WAITING.LEFT_MINOR,
                        WAITING.OWN_LEFT_MINOR,
                        WAITING.PROCESSOR_REF,
                        WAITING.GROSS_MINOR,
                        WAITING.WORDS,
                        WAITING.MEANS_ID)
                .from(WAITING)
                .where(WAITING.BUSINESS_ID.eq(business))
                .and(WAITING.PROCESSOR_ID.eq(processor))
                .and(DSL.condition("waiting.processor_ref = any({0})", DSL.val(references.toArray(String[]::new))))
                .and(WAITING.LEFT_MINOR.ne(0L))
                .orderBy(WAITING.ID)
                .forUpdate()
                .fetch(Records.mapping(
                        (id,
                                kind,
                                account,
                                since,
                                currency,
                                amount,
                                ownAmount,
                                left,
                                ownLeft,
                                ref,
                                gross,
                                words,
                                means) -> new AtProcessor(
                                new WaitingItem(
                                        id,
                                        kind,
                                        account,
                                        since,
                                        valued(currency, amount, own, ownAmount),
                                        valued(currency, left, own, ownLeft)),
                                ref,
                                Money.ofMinor(currency, gross),
                                words,
                                means)));
    }

    /** Nothing is left of items that are held. */
    void takeWhole(BusinessId business, Collection<WaitingId> ids) {
        db.execute(
                "update waiting set left_minor = 0, own_left_minor = 0 where business_id = {0} and id = any({1})",
                DSL.inline(business.value()), IdArray.of(ids));
    }

    @Override
    public Map<MeansId, Named> ofMeans(BusinessId business, Collection<MeansId> means) {
        return list(business, WAITING.MEANS_ID.in(means)).stream()
                .collect(Collectors.toMap(Named::means, Function.identity(), (a, b) -> a));
    }

    @Override
    public List<Named> ofSource(BusinessId business, UUID source) {
        return list(business, WAITING.SOURCE_ID.eq(source));
    }

    @Override
    public List<Then> asOf(BusinessId business, AccountCode account, LocalDate day) {
        return db
                .fetch("""
                        select w.id, w.words, coalesce(c.name, '') as name, w.since, w.currency, w.source_id, w.kind,
                               w.amount_minor
                               - coalesce((select sum(g.amount_minor) from waiting_gone g where g.business_id = w.business_id and g.waiting_id = w.id and g.gone_on <= {2}), 0)
                               - coalesce((select sum(m.amount_minor) from match m where m.business_id = w.business_id and m.waiting_id = w.id and m.kind = 'waiting'
                                              and m.matched_on <= {2} and (m.undone_on is null or m.undone_on > {2})), 0) as left_minor
                          from waiting w left join customer c on c.business_id = w.business_id and c.id = w.customer_id
                         where w.business_id = {0} and w.account = {1} and w.counts_on <= {2}
                           and (w.left_minor <> 0 or exists (select 1 from match m where m.business_id = w.business_id and m.waiting_id = w.id and (m.matched_on > {2} or m.undone_on > {2}))
                                or exists (select 1 from waiting_gone g where g.business_id = w.business_id and g.waiting_id = w.id and g.gone_on > {2}))
                         order by w.since, w.id
                        """, DSL.inline(business.value()), DSL.val(account.value()), DSL.val(day))
                .map(r -> new Then(
                        new WaitingId(r.get("id", UUID.class)),
                        r.get("words", String.class),
                        r.get("name", String.class),
                        r.get("since", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("left_minor", Long.class)),
                        r.get("source_id", UUID.class),
                        WaitingKind.of(r.get("kind", String.class))))
                .stream()
                .filter(t -> !t.left().isZero())
                .toList();
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, ACCOUNTS, MATCHED);
    }

    private List<Named> list(BusinessId business, Condition condition) {
        String own = own(business);
        return db.select(WAITING.fields())
                .select(CUSTOMER.NAME)
                .from(WAITING)
                .leftJoin(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(WAITING.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(WAITING.CUSTOMER_ID))
                .where(WAITING.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(WAITING.SINCE, WAITING.ID)
                .fetch(r -> new Named(
                        item(r.into(WAITING), own),
                        List.of(r.get(WAITING.REFERENCE)),
                        r.get(WAITING.WORDS),
                        r.get(WAITING.CUSTOMER_ID),
                        r.get(CUSTOMER.NAME) == null ? "" : r.get(CUSTOMER.NAME),
                        r.get(WAITING.MEANS_ID),
                        r.get(WAITING.SOURCE_ID)));
    }

    private String own(BusinessId business) {
        return db.fetchSingle("select currency from business where id = {0}", DSL.inline(business.value()))
                .get(0, String.class);
    }

    private static WaitingItem item(WaitingRecord w, String own) {
        return new WaitingItem(
                w.getId(),
                w.getKind(),
                w.getAccount(),
                w.getSince(),
                valued(w.getCurrency(), w.getAmountMinor(), own, w.getOwnMinor()),
                valued(w.getCurrency(), w.getLeftMinor(), own, w.getOwnLeftMinor()));
    }

    private static Valued valued(String currency, long minor, String own, long ownMinor) {
        return new Valued(Money.ofMinor(currency, minor), Money.ofMinor(own, ownMinor));
    }
}
