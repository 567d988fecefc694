package exactum.app.debits;

import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.DEBIT;
import static exactumdb.Tables.DEBIT_GROUP;
import static exactumdb.Tables.DEBIT_RUN;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DebitGroupId;
import exactum.core.ids.DebitRunId;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Groups of collections, each of one run, sequence and day, as banks book them. */
@Component
class DebitGroupStore {
    private final DSLContext db;

    DebitGroupStore(DSLContext db) {
        this.db = db;
    }

    /**
     * What a file books together.
     *
     * @param count and total of what is in it
     */
    record Group(
            DebitGroupId id,
            DebitRunId run,
            String reference,
            Scheme scheme,
            Sequence sequence,
            LocalDate on,
            boolean isBatch,
            int count,
            Money total,
            boolean isBooked) {}

    /** A collection by its end-to-end id. */
    record Numbered(CollectionId id, String endToEnd) {}

    /** Finds the group or makes it. */
    DebitGroupId group(BusinessId business, Group wanted) {
        db.insertInto(DEBIT_GROUP)
                .set(DEBIT_GROUP.BUSINESS_ID, business)
                .set(DEBIT_GROUP.ID, wanted.id())
                .set(DEBIT_GROUP.RUN_ID, wanted.run())
                .set(DEBIT_GROUP.REFERENCE, wanted.reference())
                .set(DEBIT_GROUP.SEQUENCE, wanted.sequence().code())
                .set(DEBIT_GROUP.COLLECT_ON, wanted.on())
                .set(DEBIT_GROUP.BATCH, wanted.isBatch())
                .set(DEBIT_GROUP.ITEMS, 0)
                .set(DEBIT_GROUP.TOTAL_MINOR, 0L)
                .onConflictDoNothing()
                .execute();
        return db.select(DEBIT_GROUP.ID)
                .from(DEBIT_GROUP)
                .where(DEBIT_GROUP.BUSINESS_ID.eq(business))
                .and(DEBIT_GROUP.REFERENCE.eq(wanted.reference()))
                .fetchSingle(DEBIT_GROUP.ID);
    }

    /** Some collections of a group after one, in the order of their end-to-end ids. */
    List<Numbered> inGroup(BusinessId business, DebitGroupId group, String after, int most) {
        return db.select(DEBIT.COLLECTION_ID, DEBIT.END_TO_END)
                .from(DEBIT)
                .where(DEBIT.BUSINESS_ID.eq(business))
                .and(DEBIT.GROUP_ID.eq(group))
                .and(DEBIT.END_TO_END.gt(after))
                .orderBy(DEBIT.END_TO_END)
                .limit(most)
                .fetch(r -> new Numbered(r.value1(), r.value2()));
    }

    /** What is in flight of a group, each collection held until the transaction ends. */
    Money lockInFlight(BusinessId business, Group group) {
        UUID[] ids = db.select(DEBIT.COLLECTION_ID)
                .from(DEBIT)
                .where(DEBIT.BUSINESS_ID.eq(business))
                .and(DEBIT.GROUP_ID.eq(group.id()))
                .fetch(r -> r.value1().value())
                .toArray(UUID[]::new);
        long minor = db
                .fetch(
                        "select c.amount_minor from collection c where c.business_id = {0} and c.id = any({1}) and c.state = 'in flight' order by c.id for update",
                        DSL.inline(business.value()), DSL.val(ids))
                .stream()
                .mapToLong(r -> r.get("amount_minor", Long.class))
                .sum();
        return group.total().withMinor(minor);
    }

    /** Whose collections are in a group, by their ids. */
    List<CustomerId> customers(BusinessId business, DebitGroupId group) {
        return db.selectDistinct(COLLECTION.CUSTOMER_ID)
                .from(DEBIT)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(DEBIT.BUSINESS_ID))
                .and(COLLECTION.ID.eq(DEBIT.COLLECTION_ID))
                .where(DEBIT.BUSINESS_ID.eq(business))
                .and(DEBIT.GROUP_ID.eq(group))
                .orderBy(COLLECTION.CUSTOMER_ID)
                .fetch(COLLECTION.CUSTOMER_ID);
    }

    /** Counts groups by what is in them by now; those with nothing go. */
    void countGroups(BusinessId business, DebitRunId run) {
        db.execute("""
                update debit_group g set items = coalesce(c.n, 0), total_minor = coalesce(c.minor, 0)
                  from (select x.id, count(c.id)::int as n, sum(c.amount_minor)::bigint as minor from debit_group x
                          left join debit d on d.business_id = x.business_id and d.group_id = x.id
                          left join collection c on c.business_id = d.business_id and c.id = d.collection_id and c.state <> 'withdrawn'
                         where x.business_id = {0} and x.run_id = {1} group by 1) c
                 where g.business_id = {0} and g.id = c.id
                """, DSL.inline(business.value()), DSL.val(run.value()));
    }

    List<Group> groups(BusinessId business, DebitRunId run) {
        return selectGroups(DEBIT_GROUP.BUSINESS_ID.eq(business).and(DEBIT_GROUP.RUN_ID.eq(run)));
    }

    /** Those handed over whose day has come, and that are not booked yet. */
    List<Group> toBook(BusinessId business, LocalDate day) {
        return selectGroups(DEBIT_GROUP
                .BUSINESS_ID
                .eq(business)
                .and(DEBIT_GROUP.BOOKED.isFalse())
                .and(DEBIT_GROUP.COLLECT_ON.le(day))
                .and(DSL.exists(DSL.selectOne()
                        .from(DEBIT_RUN)
                        .where(DEBIT_RUN.BUSINESS_ID.eq(business))
                        .and(DEBIT_RUN.ID.eq(DEBIT_GROUP.RUN_ID))
                        .and(DEBIT_RUN.STATE.eq(DebitRun.State.HANDED_OVER.words())))));
    }

    /** Claims the booking of a group; false if it is booked. */
    boolean book(BusinessId business, DebitGroupId id) {
        return db.update(DEBIT_GROUP)
                        .set(DEBIT_GROUP.BOOKED, true)
                        .where(DEBIT_GROUP.BUSINESS_ID.eq(business))
                        .and(DEBIT_GROUP.ID.eq(id))
                        .and(DEBIT_GROUP.BOOKED.isFalse())
                        .execute()
                == 1;
    }

    private List<Group> selectGroups(Condition which) {
        return db.select(DEBIT_GROUP.asterisk(), DEBIT_RUN.SCHEME)
                .from(DEBIT_GROUP)
                .join(DEBIT_RUN)
                .on(DEBIT_RUN.BUSINESS_ID.eq(DEBIT_GROUP.BUSINESS_ID))
                .and(DEBIT_RUN.ID.eq(DEBIT_GROUP.RUN_ID))
                .where(which)
                .orderBy(DEBIT_GROUP.COLLECT_ON, DEBIT_GROUP.REFERENCE)
                .fetch(r -> {
                    var g = r.into(DEBIT_GROUP);
                    Scheme scheme = r.get(DEBIT_RUN.SCHEME);
                    return new Group(
                            g.getId(),
                            g.getRunId(),
                            g.getReference(),
                            scheme,
                            Sequence.of(g.getSequence()),
                            g.getCollectOn(),
                            g.getBatch(),
                            g.getItems(),
                            Money.ofMinor(scheme.rules().currency().getCurrencyCode(), g.getTotalMinor()),
                            g.getBooked());
                });
    }
}
