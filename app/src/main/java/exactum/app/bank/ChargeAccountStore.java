package exactum.app.bank;

import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Which of our bank accounts payments came in on. */
@Component
class ChargeAccountStore {
    private static final String CAME_IN_ON = """
            select distinct b.id, b.name
              from match m
              join bank_line l on l.business_id = m.business_id and l.id = m.bank_line_id
              join bank_account b on b.business_id = l.business_id and b.id = l.bank_account_id
             where m.business_id = {0} and m.means_id = any({1}) and m.kind in ('payment', 'waiting') and m.undone_at is null and m.amount_minor > 0
            """;
    private static final String REFUNDED_THROUGH = """
            select r.through_id from waiting w join refund r on r.business_id = w.business_id and r.id = w.source_id
             where w.business_id = {0} and w.id = {1}
            """;
    private final DSLContext db;

    ChargeAccountStore(DSLContext db) {
        this.db = db;
    }

    /** The accounts with their names; none where the money did not come by a bank line of its own. */
    Map<BankAccountId, String> cameInOn(BusinessId business, Collection<MeansId> payments) {
        var accounts = new LinkedHashMap<BankAccountId, String>();
        UUID[] ids = payments.stream().map(MeansId::value).toArray(UUID[]::new);
        db.fetch(CAME_IN_ON, DSL.inline(business.value()), DSL.val(ids))
                .forEach(r -> accounts.put(new BankAccountId(r.get("id", UUID.class)), r.get("name", String.class)));
        return accounts;
    }

    /** The payment through which a refund went that waits for its bank line. */
    Optional<MeansId> refundedThrough(BusinessId business, UUID waiting) {
        return db.fetch(REFUNDED_THROUGH, DSL.inline(business.value()), DSL.val(waiting)).stream()
                .map(r -> new MeansId(r.get(0, UUID.class)))
                .findFirst();
    }
}
