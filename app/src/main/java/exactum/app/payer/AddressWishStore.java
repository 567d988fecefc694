package exactum.app.payer;

import static exactumdb.Tables.ADDRESS_WISH;

import exactum.app.links.PaymentLink;
import exactum.core.ids.AddressWishId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactumdb.tables.records.AddressWishRecord;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What payers say their addresses are, in the database; one of a customer waits at a time. */
@Component
class AddressWishStore {
    private final DSLContext db;

    AddressWishStore(DSLContext db) {
        this.db = db;
    }

    /** Puts a wish in the place of the one that waits. */
    void put(PaymentLink link, AddressWish wish) {
        db.update(ADDRESS_WISH)
                .set(ADDRESS_WISH.STATE, "replaced")
                .where(waits(link.business()))
                .and(ADDRESS_WISH.CUSTOMER_ID.eq(wish.customer()))
                .execute();
        db.insertInto(ADDRESS_WISH)
                .set(ADDRESS_WISH.BUSINESS_ID, link.business())
                .set(ADDRESS_WISH.ID, wish.id())
                .set(ADDRESS_WISH.CUSTOMER_ID, wish.customer())
                .set(ADDRESS_WISH.LINK_ID, link.id())
                .set(ADDRESS_WISH.NAME, wish.name())
                .set(ADDRESS_WISH.ADDRESS, wish.address())
                .set(ADDRESS_WISH.COUNTRY, wish.country())
                .set(ADDRESS_WISH.ASKED_ON, wish.askedOn())
                .set(ADDRESS_WISH.STATE, "asked")
                .execute();
    }

    Optional<AddressWish> find(BusinessId business, AddressWishId id) {
        return db.selectFrom(ADDRESS_WISH)
                .where(waits(business))
                .and(ADDRESS_WISH.ID.eq(id))
                .fetchOptional(AddressWishStore::wish);
    }

    /** Whether it was ever asked, whatever became of it. */
    boolean exists(BusinessId business, AddressWishId id) {
        return db.fetchExists(
                ADDRESS_WISH, ADDRESS_WISH.BUSINESS_ID.eq(business).and(ADDRESS_WISH.ID.eq(id)));
    }

    Optional<AddressWish> of(BusinessId business, CustomerId customer) {
        return db.selectFrom(ADDRESS_WISH)
                .where(waits(business))
                .and(ADDRESS_WISH.CUSTOMER_ID.eq(customer))
                .fetchOptional(AddressWishStore::wish);
    }

    /** All that wait, the oldest first. */
    List<AddressWish> waiting(BusinessId business) {
        return db.selectFrom(ADDRESS_WISH)
                .where(waits(business))
                .orderBy(ADDRESS_WISH.ASKED_ON, ADDRESS_WISH.ID)
                .fetch(AddressWishStore::wish);
    }

    /** Ends that it waits; false if it did not. */
    boolean close(BusinessId business, AddressWishId id, String state) {
        return db.update(ADDRESS_WISH)
                        .set(ADDRESS_WISH.STATE, state)
                        .where(waits(business))
                        .and(ADDRESS_WISH.ID.eq(id))
                        .execute()
                == 1;
    }

    private static Condition waits(BusinessId business) {
        return ADDRESS_WISH.BUSINESS_ID.eq(business).and(ADDRESS_WISH.STATE.eq("asked"));
    }

    private static AddressWish wish(AddressWishRecord r) {
        return new AddressWish(
                r.getId(), r.getCustomerId(), r.getName(), r.getAddress(), r.getCountry(), r.getAskedOn());
    }
}
