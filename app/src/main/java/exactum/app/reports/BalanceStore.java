package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Money of customers that stood on two accounts at the end of a day. */
@Component
class BalanceStore {
    private static final String HELD = """
            select b.customer_id, coalesce(k.name, '') as name, b.currency, b.credit, b.deposits from (
              select p.customer_id, p.currency, coalesce(-sum(p.amount_minor) filter (where p.account = {1}), 0) as credit, coalesce(-sum(p.amount_minor) filter (where p.account = {2}), 0) as deposits
                from posting p where p.business_id = {0} and p.account in ({1}, {2}) and p.entry_date <= {3} group by 1, 2) b
              left join customer k on k.business_id = {0} and k.id = b.customer_id
             where (b.credit <> 0 or b.deposits <> 0) and {4} order by b.credit + b.deposits desc, name
            """;
    private final DSLContext db;

    BalanceStore(DSLContext db) {
        this.db = db;
    }

    /** What of a customer's money is held. */
    record Held(CustomerId customer, String name, Money credit, Money deposits) {}

    void each(BusinessId business, AccountCode credit, AccountCode deposits, Asked asked, Consumer<Held> to) {
        Rows.each(
                db.resultQuery(
                        HELD,
                        DSL.inline(business.value()),
                        DSL.val(credit.value()),
                        DSL.val(deposits.value()),
                        DSL.val(asked.until()),
                        ReportFilter.of(asked)),
                BalanceStore::held,
                to);
    }

    private static Held held(Record r) {
        String currency = r.get("currency", String.class);
        UUID customer = r.get("customer_id", UUID.class);
        return new Held(
                customer == null ? null : new CustomerId(customer),
                r.get("name", String.class),
                Money.ofMinor(currency, r.get("credit", BigDecimal.class).longValueExact()),
                Money.ofMinor(currency, r.get("deposits", BigDecimal.class).longValueExact()));
    }
}
