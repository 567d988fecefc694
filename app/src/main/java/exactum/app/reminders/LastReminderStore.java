package exactum.app.reminders;

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

/** Invoices that are open although the last step of their rhythm was told, and nothing else takes care of them. */
@Component
class LastReminderStore {
    /** So many days a payer has after the last step. */
    static final int DAYS = 7;

    private static final String UNHEARD = """
             from (select m.business_id, c.document_id, max(m.told_on) as told_on, min(c.currency) as currency, sum(c.left_minor) as left_minor
                     from reminder m join claim c on c.business_id = m.business_id and c.id = m.claim_id
                    where m.business_id = {0} and m.is_last and c.left_minor > 0
                      and m.round = (select coalesce(max(r.round), 0) from reminder_round r where r.business_id = m.business_id and r.claim_id = m.claim_id)
                      and not exists (select from collection_item i where i.business_id = c.business_id and i.claim_id = c.id and i.live)
                    group by m.business_id, c.document_id) u
             join document d on d.business_id = u.business_id and d.id = u.document_id join customer k on k.business_id = d.business_id and k.id = d.customer_id
            where u.told_on <= {1}::date - {2} and {3}
              and not exists (select from dispute x where x.business_id = d.business_id and x.document_id = d.id and x.closed_on is null)
              and not exists (select from promise p where p.business_id = d.business_id and p.document_id = d.id and p.ended_on is null)
              and not exists (select from reminder_pause s where s.business_id = d.business_id and s.customer_id = d.customer_id and (s.until_day is null or s.until_day >= {1}))
            """;
    private final DSLContext db;

    LastReminderStore(DSLContext db) {
        this.db = db;
    }

    /** One of them. */
    record Unheard(DocumentId document, String number, String customer, LocalDate told, Money open) {}

    List<Unheard> find(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select d.id, d.number, k.name, u.told_on, u.currency, u.left_minor" + UNHEARD
                                + " order by u.left_minor desc, d.id limit {4}",
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        DSL.inline(DAYS),
                        rows(wanted),
                        DSL.inline(wanted.most()))
                .map(r -> new Unheard(
                        new DocumentId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, String.class),
                        r.get(3, LocalDate.class),
                        Money.ofMinor(r.get(4, String.class), r.get(5, Long.class))));
    }

    int count(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(*)::int" + UNHEARD,
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        DSL.inline(DAYS),
                        rows(wanted))
                .get(0, Integer.class);
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(LastReminderDecisions.KEY, DSL.field("d.id"));
    }
}
