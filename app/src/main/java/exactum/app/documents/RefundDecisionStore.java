package exactum.app.documents;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Credit notes that are to be refunded, in the database. */
@Component
class RefundDecisionStore {
    private static final String FROM = """
             from means m join document d on d.business_id = m.business_id and d.id = m.document_id join customer c on c.business_id = d.business_id and c.id = d.customer_id
            where m.business_id = {0} and m.kind = 'credit note' and m.left_minor > 0 and d.particulars #>> '{back,then}' = 'REFUND' and {1}
            """;
    private final DSLContext db;

    RefundDecisionStore(DSLContext db) {
        this.db = db;
    }

    /** A credit note with what is left of it. */
    record ToRefund(MeansId means, String number, String customer, LocalDate on, Money left) {}

    List<ToRefund> find(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select m.id, d.number, c.name, m.means_on, m.currency, m.left_minor" + FROM
                                + " order by m.left_minor desc, m.id limit {2}",
                        DSL.inline(business.value()),
                        rows(wanted),
                        DSL.inline(wanted.most()))
                .map(r -> new ToRefund(
                        new MeansId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, String.class),
                        r.get(3, LocalDate.class),
                        Money.ofMinor(r.get(4, String.class), r.get(5, Long.class))));
    }

    int count(BusinessId business, Wanted wanted) {
        return db.fetchSingle("select count(*)::int" + FROM, DSL.inline(business.value()), rows(wanted))
                .get(0, Integer.class);
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(RefundDecisions.KEY, DSL.field("m.id"));
    }
}
