package exactum.app.documents;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What we collect and is due, in the database. */
@Component
class CollectStore {
    /** As the partial index over such documents says it. */
    static final String COLLECTED = "d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null";

    private static final String FROM =
            " from document d join claim on claim.business_id = d.business_id and claim.document_id = d.id"
                    + " where d.business_id = {0} and d.kind in ('invoice', 'cash sale') and " + COLLECTED
                    + " and claim.left_minor > 0 and claim.due_date <= {1} and {2} and {3}"
                    + " and not exists (select 1 from collection_item i where i.business_id = claim.business_id and i.claim_id = claim.id and i.live)"
                    + " and not exists (select 1 from mandate_cover v join mandate m on m.business_id = v.business_id and m.id = v.mandate_id"
                    + "  where v.business_id = d.business_id and m.state in ('active', 'awaiting the bank')"
                    + "  and (v.document_id = d.id or v.recurring_id = d.origin_id or v.customer_id = d.customer_id))"
                    + " and not exists (select 1 from card_on_file f join processor_account p on p.business_id = f.business_id and p.id = f.processor_id"
                    + "  where f.business_id = d.business_id and f.customer_id = d.customer_id and f.state = 'usable' and f.expires >= {1}"
                    + "  and p.is_on and p.currency = claim.currency"
                    + "  and (d.kind = 'cash sale' or coalesce((select s.timer from card_setting s where s.business_id = d.business_id), 'proposes') <> 'off'))";
    private static final String FIND =
            "select d.id, d.number, (select name from customer c where c.business_id = d.business_id and c.id = d.customer_id) as name,"
                    + " min(claim.due_date) as due, d.currency, sum(claim.left_minor)::bigint as minor" + FROM
                    + " group by d.id, d.number, d.business_id, d.customer_id, d.currency order by due, d.id limit {4}";
    private final DSLContext db;

    CollectStore(DSLContext db) {
        this.db = db;
    }

    /**
     * One that is due.
     *
     * @param due when the earliest of it fell due
     * @param amount what of it is due
     */
    record Due(DocumentId id, String number, String customer, LocalDate due, Money amount) {}

    List<Due> find(BusinessId business, Wanted wanted) {
        return db.fetch(
                        FIND,
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        rows(wanted),
                        OverdueStore.notHeldBack(),
                        DSL.inline(wanted.most()))
                .map(r -> new Due(
                        new DocumentId(r.get("id", UUID.class)),
                        r.get("number", String.class),
                        r.get("name", String.class),
                        r.get("due", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class))));
    }

    int count(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(distinct d.id)::int" + FROM,
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        rows(wanted),
                        OverdueStore.notHeldBack())
                .get(0, Integer.class);
    }

    List<Money> sums(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select d.currency, sum(claim.left_minor)::bigint as minor" + FROM + " group by 1 order by 1",
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        rows(wanted),
                        OverdueStore.notHeldBack())
                .map(r -> Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)));
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(CollectDecisions.KEY, DSL.field("d.id"));
    }
}
