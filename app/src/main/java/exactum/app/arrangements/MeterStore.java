package exactum.app.arrangements;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.READING;

import exactum.app.database.IdArray;
import exactum.core.arrangement.Reading;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads what was read. */
@Component
class MeterStore {
    private final DSLContext db;

    MeterStore(DSLContext db) {
        this.db = db;
    }

    /** All that was read of customers. */
    Map<CustomerId, List<Reading>> ofCustomers(BusinessId business, Collection<CustomerId> customers) {
        return db.selectFrom(READING)
                .where(READING.BUSINESS_ID.eq(business))
                .and(DSL.condition("reading.customer_id = any({0})", ids(customers)))
                .orderBy(READING.CUSTOMER_ID, READING.PERIOD_FROM)
                .fetchGroups(
                        READING.CUSTOMER_ID,
                        r -> new Reading(
                                r.getItemId(),
                                new ServicePeriod(r.getPeriodFrom(), r.getPeriodUntil()),
                                r.getQuantity()));
    }

    /** The groups of those customers that are in one. */
    Map<CustomerId, UUID> groups(BusinessId business, Collection<CustomerId> customers) {
        return db.select(CUSTOMER.ID, CUSTOMER.GROUP_ID)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.GROUP_ID.isNotNull())
                .and(DSL.condition("customer.id = any({0})", ids(customers)))
                .fetchMap(CUSTOMER.ID, CUSTOMER.GROUP_ID);
    }

    private static Param<UUID[]> ids(Collection<CustomerId> customers) {
        return IdArray.of(customers);
    }
}
