package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.CUSTOMER_GROUP;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Groups in the database. */
@Component
class GroupStore {
    private final DSLContext db;

    GroupStore(DSLContext db) {
        this.db = db;
    }

    List<Groups.Group> all(BusinessId business) {
        var members = DSL.field(DSL.selectCount()
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(CUSTOMER_GROUP.BUSINESS_ID))
                .and(CUSTOMER.GROUP_ID.eq(CUSTOMER_GROUP.ID)));
        return db.select(CUSTOMER_GROUP.ID, CUSTOMER_GROUP.NAME, members)
                .from(CUSTOMER_GROUP)
                .where(CUSTOMER_GROUP.BUSINESS_ID.eq(business))
                .orderBy(CUSTOMER_GROUP.NAME)
                .fetch(r -> new Groups.Group(r.value1(), r.value2(), r.value3()));
    }

    Optional<UUID> of(BusinessId business, CustomerId customer) {
        return db.select(CUSTOMER.GROUP_ID)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.ID.eq(customer))
                .fetchOptional(CUSTOMER.GROUP_ID);
    }

    /** Adds one; false if its name is taken. */
    boolean insert(BusinessId business, UUID id, String name) {
        return db.insertInto(CUSTOMER_GROUP)
                        .set(CUSTOMER_GROUP.BUSINESS_ID, business)
                        .set(CUSTOMER_GROUP.ID, id)
                        .set(CUSTOMER_GROUP.NAME, name)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void put(BusinessId business, CustomerId customer, UUID group) {
        db.update(CUSTOMER)
                .set(CUSTOMER.GROUP_ID, group)
                .set(CUSTOMER.CHANGED_AT, OffsetDateTime.now())
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.ID.eq(customer))
                .execute();
    }
}
