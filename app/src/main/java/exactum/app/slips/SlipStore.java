package exactum.app.slips;

import static exactumdb.Tables.PAYING_IN_SLIP;
import static exactumdb.Tables.PAYING_IN_SLIP_ITEM;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Paying-in slips in the database. */
@Component
class SlipStore implements FindSlips {
    private static final String ITEMS = """
            select i.slip_id, w.id, w.means_id, w.customer_id, coalesce(c.name, '') as customer, r.channel, coalesce(r.reference, '') as reference, w.since, w.currency, w.amount_minor, w.left_minor
              from waiting w
              join receipt r on r.business_id = w.business_id and r.means_id = w.means_id
              left join customer c on c.business_id = w.business_id and c.id = w.customer_id
              left join paying_in_slip_item i on i.business_id = w.business_id and i.waiting_id = w.id and i.live
             where w.business_id = {0} and
            """;
    private final DSLContext db;

    SlipStore(DSLContext db) {
        this.db = db;
    }

    /** Nobody else makes or undoes a slip until the transaction ends. */
    void lock(BusinessId business) {
        db.execute("select pg_advisory_xact_lock(hashtextextended({0}, 0))", DSL.val("slips " + business));
    }

    UUID insert(BusinessId business, LocalDate day, String currency, Collection<WaitingId> items) {
        UUID id = Ids.next();
        int last = db.select(DSL.coalesce(DSL.max(PAYING_IN_SLIP.SLIP_NO), 0))
                .from(PAYING_IN_SLIP)
                .where(PAYING_IN_SLIP.BUSINESS_ID.eq(business))
                .fetchSingle()
                .value1();
        db.insertInto(PAYING_IN_SLIP)
                .set(PAYING_IN_SLIP.BUSINESS_ID, business)
                .set(PAYING_IN_SLIP.ID, id)
                .set(PAYING_IN_SLIP.SLIP_NO, last + 1)
                .set(PAYING_IN_SLIP.DAY, day)
                .set(PAYING_IN_SLIP.CURRENCY, currency)
                .set(PAYING_IN_SLIP.MADE_BY, Audit.who())
                .execute();
        for (WaitingId item : items)
            db.insertInto(PAYING_IN_SLIP_ITEM)
                    .set(PAYING_IN_SLIP_ITEM.BUSINESS_ID, business)
                    .set(PAYING_IN_SLIP_ITEM.SLIP_ID, id)
                    .set(PAYING_IN_SLIP_ITEM.WAITING_ID, item)
                    .execute();
        return id;
    }

    void undo(BusinessId business, UUID id) {
        db.update(PAYING_IN_SLIP)
                .set(PAYING_IN_SLIP.UNDONE_AT, OffsetDateTime.now())
                .set(PAYING_IN_SLIP.UNDONE_BY, Audit.who())
                .where(PAYING_IN_SLIP.BUSINESS_ID.eq(business))
                .and(PAYING_IN_SLIP.ID.eq(id))
                .execute();
        db.update(PAYING_IN_SLIP_ITEM)
                .set(PAYING_IN_SLIP_ITEM.LIVE, false)
                .where(PAYING_IN_SLIP_ITEM.BUSINESS_ID.eq(business))
                .and(PAYING_IN_SLIP_ITEM.SLIP_ID.eq(id))
                .execute();
    }

    @Override
    public List<Slip> list(BusinessId business, int most) {
        return slips(business, DSL.trueCondition(), most).reversed();
    }

    @Override
    public Optional<Slip> find(BusinessId business, UUID id) {
        return slips(business, PAYING_IN_SLIP.ID.eq(id), 1).stream().findFirst();
    }

    @Override
    public List<Slip> open(BusinessId business) {
        return slips(business, PAYING_IN_SLIP.UNDONE_AT.isNull(), Integer.MAX_VALUE).stream()
                .filter(s -> !s.left().isZero())
                .toList();
    }

    @Override
    public List<Slip.Item> unbanked(BusinessId business) {
        return db.fetch(
                        ITEMS
                                + " w.kind = 'payment recorded by hand' and w.left_minor > 0 and r.channel in ('cash', 'cheque') and i.slip_id is null order by w.since, w.id",
                        DSL.inline(business.value()))
                .map(SlipStore::item);
    }

    private List<Slip> slips(BusinessId business, Condition condition, int most) {
        var rows = db.selectFrom(PAYING_IN_SLIP)
                .where(PAYING_IN_SLIP.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(PAYING_IN_SLIP.SLIP_NO.desc())
                .limit(most)
                .fetch()
                .sortAsc(PAYING_IN_SLIP.SLIP_NO);
        UUID[] ids = rows.stream().map(r -> r.getId()).toArray(UUID[]::new);
        Map<UUID, List<Record>> items = db
                .fetch(
                        ITEMS.replace("i.live", "i.slip_id = any({1})")
                                + " i.slip_id is not null order by w.since, w.id",
                        DSL.inline(business.value()),
                        DSL.val(ids))
                .stream()
                .collect(Collectors.groupingBy(r -> r.get("slip_id", UUID.class)));
        return rows.map(r -> slip(
                r.getId(),
                r.getSlipNo(),
                r.getDay(),
                r.getCurrency(),
                items.getOrDefault(r.getId(), List.of()).stream()
                        .map(SlipStore::item)
                        .toList(),
                r.getMadeBy(),
                r.getUndoneAt() != null));
    }

    private static Slip slip(
            UUID id, int no, LocalDate day, String currency, List<Slip.Item> items, String by, boolean undone) {
        Money nothing = Money.ofMinor(currency, 0);
        return new Slip(
                id,
                "SLIP-%04d".formatted(no),
                day,
                Money.sum(
                        nothing.currency(),
                        items.stream().map(Slip.Item::amount).toList()),
                Money.sum(
                        nothing.currency(), items.stream().map(Slip.Item::left).toList()),
                items,
                by,
                undone);
    }

    private static Slip.Item item(Record r) {
        String c = r.get("currency", String.class);
        return new Slip.Item(
                new WaitingId(r.get("id", UUID.class)),
                new MeansId(r.get("means_id", UUID.class)),
                r.get("customer_id", UUID.class) == null ? null : new CustomerId(r.get("customer_id", UUID.class)),
                r.get("customer", String.class),
                r.get("channel", String.class),
                r.get("reference", String.class),
                r.get("since", LocalDate.class),
                Money.ofMinor(c, r.get("amount_minor", Long.class)),
                Money.ofMinor(c, r.get("left_minor", Long.class)));
    }
}
