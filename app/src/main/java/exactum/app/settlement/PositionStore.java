package exactum.app.settlement;

import static exactumdb.Tables.ALLOCATION;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_TAX;
import static exactumdb.Tables.MEANS;
import static exactumdb.Tables.REFUND;
import static exactumdb.Tables.TAKE_BACK;

import exactum.app.database.IdArray;
import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.Id;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.ledger.Accounts;
import exactum.core.money.Money;
import exactum.core.settlement.Allocation;
import exactum.core.settlement.Billed;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.Means;
import exactum.core.settlement.Position;
import exactum.core.settlement.Refund;
import exactum.core.settlement.TakeBack;
import exactum.core.settlement.TaxShare;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Loads what customers owe and what may settle it, under a lock. */
@Component
class PositionStore {
    private final DSLContext db;

    PositionStore(DSLContext db) {
        this.db = db;
    }

    /** Nobody else settles anything of these customers until the transaction ends. In one order, so that nobody waits in a circle. */
    void lock(BusinessId business, Collection<CustomerId> customers) {
        db.select(CUSTOMER.ID)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(any("customer.id", customers))
                .orderBy(CUSTOMER.ID)
                .forNoKeyUpdate()
                .execute();
    }

    /** For money that comes: all open claims, the named ones, and what was written off. */
    Map<CustomerId, Position> forReceiving(
            BusinessId business,
            Collection<CustomerId> customers,
            Set<ClaimId> named,
            Accounts accounts,
            Changes changes) {
        lock(business, customers);
        Map<CustomerId, Position> positions = positions(customers, accounts, changes);
        String own = own(business);
        Condition theirs = CLAIM.BUSINESS_ID.eq(business).and(any("claim.customer_id", customers));
        Condition writtenOff = MEANS.BUSINESS_ID
                .eq(business)
                .and(any("means.customer_id", customers))
                .and(MEANS.KIND.eq(DSL.inline(exactum.core.settlement.MeansKind.WRITE_OFF)));
        List<Means> writeOffs = means(writtenOff, own);
        List<Allocation> allocations = writeOffs.isEmpty()
                ? List.of()
                : allocations(business, writeOffs.stream().map(Means::id).toList(), own);
        Set<ClaimId> more = new HashSet<>(named);
        allocations.forEach(a -> more.add(a.claim()));
        Condition wanted = CLAIM.LEFT_MINOR.gt(0L);
        if (!more.isEmpty()) wanted = wanted.or(any("claim.id", more));
        put(positions, claims(business, theirs.and(wanted), own), writeOffs, allocations, List.of());
        return positions;
    }

    /** For everything else: all that the customer ever owed and paid. */
    Position whole(BusinessId business, CustomerId customer, Accounts accounts, Changes changes) {
        return whole(business, List.of(customer), accounts, changes).get(customer);
    }

    /** The same of several customers. */
    Map<CustomerId, Position> whole(
            BusinessId business, Collection<CustomerId> customers, Accounts accounts, Changes changes) {
        lock(business, customers);
        Map<CustomerId, Position> positions = positions(customers, accounts, changes);
        String own = own(business);
        List<Means> means = means(MEANS.BUSINESS_ID.eq(business).and(any("means.customer_id", customers)), own);
        List<MeansId> ids = means.stream().map(Means::id).toList();
        Condition theirs = CLAIM.BUSINESS_ID.eq(business).and(any("claim.customer_id", customers));
        put(
                positions,
                claims(business, theirs, own),
                means,
                allocations(business, ids, own),
                takeBacks(business, ids, own));
        return positions;
    }

    Set<DocumentId> reservedAmong(BusinessId business, Collection<DocumentId> documents) {
        return new HashSet<>(db.selectDistinct(MEANS.RESERVED_FOR)
                .from(MEANS)
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(MEANS.RESERVED_FOR.isNotNull())
                .and(any("means.reserved_for", documents))
                .fetch(MEANS.RESERVED_FOR));
    }

    CustomerId customerOf(BusinessId business, MeansId means) {
        return customersOf(business, List.of(means)).get(means);
    }

    Map<MeansId, CustomerId> customersOf(BusinessId business, Collection<MeansId> means) {
        return db.select(MEANS.ID, MEANS.CUSTOMER_ID)
                .from(MEANS)
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(any("means.id", means))
                .fetchMap(MEANS.ID, MEANS.CUSTOMER_ID);
    }

    CustomerId customerOf(BusinessId business, ClaimId claim) {
        return db.select(CLAIM.CUSTOMER_ID)
                .from(CLAIM)
                .where(CLAIM.BUSINESS_ID.eq(business))
                .and(CLAIM.ID.eq(claim))
                .fetchSingle()
                .value1();
    }

    Refund refund(BusinessId business, RefundId id) {
        String own = own(business);
        return db.selectFrom(REFUND)
                .where(REFUND.BUSINESS_ID.eq(business))
                .and(REFUND.ID.eq(id))
                .fetchSingle(r -> new Refund(
                        r.getId(),
                        r.getDrawnOn(),
                        r.getThroughId(),
                        Worth.of(r.getCurrency(), r.getAmountMinor(), own, r.getOwnMinor()),
                        r.getRefundOn(),
                        r.getEntryId(),
                        r.getReverses()));
    }

    String own(BusinessId business) {
        return db.fetchSingle("select currency from business where id = {0}", DSL.inline(business.value()))
                .get(0, String.class);
    }

    private static Map<CustomerId, Position> positions(
            Collection<CustomerId> customers, Accounts accounts, Changes changes) {
        Map<CustomerId, Position> positions = new LinkedHashMap<>();
        customers.forEach(c -> positions.put(c, new Position(c, accounts, Ids.NEW, changes)));
        return positions;
    }

    private static void put(
            Map<CustomerId, Position> positions,
            List<Claim> claims,
            List<Means> means,
            List<Allocation> allocations,
            List<TakeBack> takeBacks) {
        Map<MeansId, CustomerId> owners = new HashMap<>();
        claims.forEach(c -> positions.get(c.customer()).with(c));
        means.forEach(m -> {
            owners.put(m.id(), m.customer());
            positions.get(m.customer()).with(m);
        });
        allocations.forEach(a -> positions.get(owners.get(a.means())).with(a));
        takeBacks.forEach(t -> positions.get(owners.get(t.means())).with(t));
    }

    private List<Claim> claims(BusinessId business, Condition condition, String own) {
        var rows = db.select(CLAIM.fields())
                .select(DOCUMENT.NUMBER, DOCUMENT.DOCUMENT_DATE, DOCUMENT.COUNTS_WHOLE)
                .from(CLAIM)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(CLAIM.DOCUMENT_ID))
                .where(condition)
                .fetch();
        Map<DocumentId, List<TaxShare>> taxes = taxes(business, new HashSet<>(rows.getValues(CLAIM.DOCUMENT_ID)));
        Map<DocumentId, Billed> billed = new HashMap<>();
        return rows.map(r -> {
            var c = r.into(CLAIM);
            Billed on = billed.computeIfAbsent(
                    c.getDocumentId(),
                    d -> new Billed(
                            d,
                            r.get(DOCUMENT.NUMBER),
                            r.get(DOCUMENT.DOCUMENT_DATE),
                            c.getDeposit(),
                            r.get(DOCUMENT.COUNTS_WHOLE),
                            taxes.getOrDefault(d, List.of())));
            return Rows.claim(c, on, own);
        });
    }

    private Map<DocumentId, List<TaxShare>> taxes(BusinessId business, Set<DocumentId> documents) {
        if (documents.isEmpty()) return Map.of();
        return db.select(DOCUMENT_TAX.DOCUMENT_ID, DOCUMENT.CURRENCY, DOCUMENT_TAX.BASE_MINOR, DOCUMENT_TAX.TAX_MINOR)
                .from(DOCUMENT_TAX)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(DOCUMENT_TAX.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(DOCUMENT_TAX.DOCUMENT_ID))
                .where(DOCUMENT_TAX.BUSINESS_ID.eq(business))
                .and(any("document_tax.document_id", documents))
                .fetchGroups(
                        DOCUMENT_TAX.DOCUMENT_ID,
                        r -> new TaxShare(
                                Money.ofMinor(r.value2(), r.value3()), Money.ofMinor(r.value2(), r.value4())));
    }

    private List<Means> means(Condition condition, String own) {
        return db.selectFrom(MEANS).where(condition).orderBy(MEANS.ID).fetch(m -> Rows.means(m, own));
    }

    private List<Allocation> allocations(BusinessId business, List<MeansId> means, String own) {
        return db.selectFrom(ALLOCATION)
                .where(ALLOCATION.BUSINESS_ID.eq(business))
                .and(any("allocation.means_id", means))
                .orderBy(ALLOCATION.ID)
                .fetch(a -> Rows.allocation(a, own));
    }

    private List<TakeBack> takeBacks(BusinessId business, List<MeansId> means, String own) {
        return db.selectFrom(TAKE_BACK)
                .where(TAKE_BACK.BUSINESS_ID.eq(business))
                .and(any("take_back.means_id", means))
                .orderBy(TAKE_BACK.ID)
                .fetch(t -> Rows.takeBack(t, own));
    }

    private static Condition any(String column, Collection<? extends Id> ids) {
        return DSL.condition(column + " = any({0})", IdArray.of(ids));
    }
}
