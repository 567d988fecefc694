package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.CUSTOMER_MERGED;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Moves all that is one customer's to another, in the database. */
@Component
class MergeStore {
    /** Where a customer stands, and what is moved as it is. What has rules of its own is not among them. */
    private static final List<String> TABLES = List.of(
            "recurring_invoice",
            "document",
            "claim",
            "means",
            "waiting",
            "refund_order",
            "chargeback",
            "collection",
            "message",
            "run_item",
            "payment_link",
            "address_wish",
            "card_on_file",
            "card_page",
            "card_authorisation",
            "card_run_item");

    private final DSLContext db;

    MergeStore(DSLContext db) {
        this.db = db;
    }

    /** How much is a customer's, in the words of pages. */
    record Theirs(
            int documents,
            int openItems,
            int payments,
            int inFlight,
            int recurring,
            int messages,
            int contacts,
            int prices) {}

    /** What is booked for a customer and has not come to nothing. */
    record Booked(AccountCode account, Valued value, DocumentId document) {}

    /** A customer who was merged, and into whom. */
    record Merged(String code, String name, CustomerId into) {}

    /** Nobody else writes anything of the two until the transaction ends; false if one of them is not there. */
    boolean lock(BusinessId business, CustomerId one, CustomerId other) {
        return db.select(CUSTOMER.ID)
                        .from(CUSTOMER)
                        .where(CUSTOMER.BUSINESS_ID.eq(business))
                        .and(CUSTOMER.ID.in(one, other))
                        .orderBy(CUSTOMER.ID)
                        .forUpdate()
                        .fetch()
                        .size()
                == 2;
    }

    Theirs theirs(BusinessId business, CustomerId customer) {
        return db.fetchSingle("""
                        select (select count(*) from document where business_id = {0} and customer_id = {1}) as documents,
                               (select count(*) from claim where business_id = {0} and customer_id = {1} and left_minor > 0) as open_items,
                               (select count(*) from means where business_id = {0} and customer_id = {1} and kind = 'receipt') as payments,
                               (select count(*) from collection where business_id = {0} and customer_id = {1} and state in ('planned', 'in flight')) as in_flight,
                               (select count(*) from recurring_invoice where business_id = {0} and customer_id = {1}) as recurring,
                               (select count(*) from message where business_id = {0} and customer_id = {1}) as messages,
                               (select count(*) from contact where business_id = {0} and customer_id = {1}) as contacts,
                               (select count(*) from item_price where business_id = {0} and customer_id = {1}) as prices
                        """, DSL.inline(business.value()), DSL.val(customer.value()))
                .map(r -> new Theirs(
                        r.get(0, Integer.class),
                        r.get(1, Integer.class),
                        r.get(2, Integer.class),
                        r.get(3, Integer.class),
                        r.get(4, Integer.class),
                        r.get(5, Integer.class),
                        r.get(6, Integer.class),
                        r.get(7, Integer.class)));
    }

    List<Booked> booked(BusinessId business, CustomerId customer, Currency own) {
        return db.fetch("""
                        select account, currency, document_id, sum(amount_minor) as minor, sum(own_minor) as own from posting
                         where business_id = {0} and customer_id = {1} group by account, currency, document_id having sum(amount_minor) <> 0 order by 1, 2, 3
                        """, DSL.inline(business.value()), DSL.val(customer.value()))
                .map(r -> new Booked(
                        new AccountCode(r.get("account", String.class)),
                        new Valued(
                                Money.ofMinor(
                                        r.get("currency", String.class),
                                        r.get("minor", BigDecimal.class).longValueExact()),
                                Money.ofMinor(
                                        own.getCurrencyCode(),
                                        r.get("own", BigDecimal.class).longValueExact())),
                        Optional.ofNullable(r.get("document_id", UUID.class))
                                .map(DocumentId::new)
                                .orElse(null)));
    }

    /** Moves everything, and takes the customer away who has nothing left. */
    void move(BusinessId business, Customer from, CustomerId into) {
        for (String table : TABLES)
            db.execute(
                    "update {0} set customer_id = {3} where business_id = {1} and customer_id = {2}",
                    DSL.name(table),
                    DSL.inline(business.value()),
                    DSL.val(from.id().value()),
                    DSL.val(into.value()));
        moveContacts(business, from.id(), into);
        movePrices(business, from.id(), into);
        run("delete from billed_how where business_id = {0} and customer_id = {1}", business, from.id(), into);
        run(
                "update customer_merged set into_id = {2} where business_id = {0} and into_id = {1}",
                business, from.id(), into);
        run("delete from customer where business_id = {0} and id = {1}", business, from.id(), into);
        db.insertInto(CUSTOMER_MERGED)
                .set(CUSTOMER_MERGED.BUSINESS_ID, business)
                .set(CUSTOMER_MERGED.CUSTOMER_ID, from.id())
                .set(CUSTOMER_MERGED.CODE, from.code())
                .set(CUSTOMER_MERGED.NAME, from.name())
                .set(CUSTOMER_MERGED.INTO_ID, into.value())
                .execute();
    }

    /** A contact whom the other has already stays as the other has them. */
    private void moveContacts(BusinessId business, CustomerId from, CustomerId into) {
        run("""
                update contact set customer_id = {2} where business_id = {0} and customer_id = {1}
                   and email not in (select email from contact where business_id = {0} and customer_id = {2})
                """, business, from, into);
        run("delete from contact where business_id = {0} and customer_id = {1}", business, from, into);
    }

    /** A price of an item in a currency in which the other has one of their own gives way to that. */
    private void movePrices(BusinessId business, CustomerId from, CustomerId into) {
        run("""
                update item_price p set customer_id = {2} where business_id = {0} and customer_id = {1}
                   and not exists (select 1 from item_price o where o.business_id = {0} and o.item_id = p.item_id and o.customer_id = {2} and o.currency = p.currency)
                """, business, from, into);
        run("delete from item_price where business_id = {0} and customer_id = {1}", business, from, into);
    }

    private void run(String sql, BusinessId business, CustomerId from, CustomerId into) {
        db.execute(sql, DSL.inline(business.value()), DSL.val(from.value()), DSL.val(into.value()));
    }

    Optional<Merged> merged(BusinessId business, CustomerId gone) {
        return db.selectFrom(CUSTOMER_MERGED)
                .where(CUSTOMER_MERGED.BUSINESS_ID.eq(business))
                .and(CUSTOMER_MERGED.CUSTOMER_ID.eq(gone))
                .fetchOptional(m -> new Merged(m.getCode(), m.getName(), new CustomerId(m.getIntoId())));
    }

    /** Those who were merged into a customer. */
    List<Merged> into(BusinessId business, CustomerId customer) {
        return db.selectFrom(CUSTOMER_MERGED)
                .where(CUSTOMER_MERGED.BUSINESS_ID.eq(business))
                .and(CUSTOMER_MERGED.INTO_ID.eq(customer.value()))
                .orderBy(CUSTOMER_MERGED.CODE)
                .fetch(m -> new Merged(m.getCode(), m.getName(), customer));
    }
}
