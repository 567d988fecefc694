package exactum.app.arrangements;

import static exactumdb.Tables.PRICE_CHANGE;
import static exactumdb.Tables.PRICE_CHANGE_ITEM;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.core.arrangement.Raise;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactumdb.tables.records.PriceChangeItemRecord;
import exactumdb.tables.records.PriceChangeRecord;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Changes of prices in the database. */
@Component
class PriceChangeStore {
    private final DSLContext db;

    PriceChangeStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, UUID id, Raise raise, Collection<RecurringInvoice> arrangements) {
        db.insertInto(PRICE_CHANGE)
                .set(PRICE_CHANGE.BUSINESS_ID, business)
                .set(PRICE_CHANGE.ID, id)
                .set(PRICE_CHANGE.PERCENT, raise.percent())
                .set(
                        PRICE_CHANGE.AMOUNT_MINOR,
                        raise.amount() == null ? null : raise.amount().minor())
                .set(
                        PRICE_CHANGE.CURRENCY,
                        raise.amount() == null
                                ? null
                                : raise.amount().currency().getCurrencyCode())
                .set(PRICE_CHANGE.FROM_DAY, raise.from())
                .set(PRICE_CHANGE.WORDS, raise.words())
                .set(PRICE_CHANGE.MADE_BY, Audit.who())
                .execute();
        CopyRows.into(
                db,
                arrangements.stream()
                        .map(r -> new PriceChangeItemRecord(business, id, r.id(), r.revision(), null))
                        .toList());
    }

    Optional<PriceChange> find(BusinessId business, UUID id) {
        return db.selectFrom(PRICE_CHANGE).where(is(business, id)).fetchOptional(r -> change(business, r));
    }

    /** As {@link #find}; nobody else does it until the transaction ends. */
    Optional<PriceChange> lock(BusinessId business, UUID id) {
        return db.selectFrom(PRICE_CHANGE).where(is(business, id)).forUpdate().fetchOptional(r -> change(business, r));
    }

    void setOutcome(BusinessId business, UUID id, RecurringId recurring, String outcome) {
        db.update(PRICE_CHANGE_ITEM)
                .set(PRICE_CHANGE_ITEM.OUTCOME, outcome)
                .where(PRICE_CHANGE_ITEM.BUSINESS_ID.eq(business))
                .and(PRICE_CHANGE_ITEM.CHANGE_ID.eq(id))
                .and(PRICE_CHANGE_ITEM.RECURRING_ID.eq(recurring))
                .execute();
    }

    void setDone(BusinessId business, UUID id) {
        db.update(PRICE_CHANGE)
                .set(PRICE_CHANGE.DONE_AT, OffsetDateTime.now())
                .where(is(business, id))
                .execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return PRICE_CHANGE.BUSINESS_ID.eq(business).and(PRICE_CHANGE.ID.eq(id));
    }

    private PriceChange change(BusinessId business, PriceChangeRecord r) {
        Map<RecurringId, PriceChange.Item> items = new LinkedHashMap<>();
        db.selectFrom(PRICE_CHANGE_ITEM)
                .where(PRICE_CHANGE_ITEM.BUSINESS_ID.eq(business))
                .and(PRICE_CHANGE_ITEM.CHANGE_ID.eq(r.getId()))
                .orderBy(PRICE_CHANGE_ITEM.RECURRING_ID)
                .forEach(i -> items.put(i.getRecurringId(), new PriceChange.Item(i.getRevision(), i.getOutcome())));
        Money amount = r.getAmountMinor() == null ? null : Money.ofMinor(r.getCurrency(), r.getAmountMinor());
        return new PriceChange(
                r.getId(), new Raise(r.getPercent(), amount, r.getFromDay()), items, r.getDoneAt() != null);
    }
}
