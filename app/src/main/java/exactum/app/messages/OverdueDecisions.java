package exactum.app.messages;

import exactum.app.business.Business;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.text.Texts;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Instalments that are past their due day; the step sends the invoice again, once a day. */
@Component
class OverdueDecisions implements DecisionSource {
    private static final int MOST = 40;
    private final DSLContext db;

    OverdueDecisions(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Decision> decisions(LocalDate today) {
        return db.fetch("""
                        select i.id, i.number, c.name, c.email, n.due_date, i.currency, n.amount_minor - n.settled_minor as minor,
                               (select max(m.send_on) from message m where m.business_id = i.business_id and m.invoice_id = i.id and m.kind = 'reminder') as reminded
                          from instalment n join invoice i on i.business_id = n.business_id and i.id = n.invoice_id join customer c on c.business_id = i.business_id and c.id = i.customer_id
                         where n.business_id = {0} and n.settled_minor < n.amount_minor and n.due_date < {1} order by minor desc limit {2}
                        """, DSL.inline(Business.ID), DSL.val(today), DSL.inline(MOST))
                .map(r -> {
                    LocalDate reminded = r.get("reminded", LocalDate.class);
                    String late = Texts.count(
                                    ChronoUnit.DAYS.between(r.get("due_date", LocalDate.class), today), "day", "days")
                            + " overdue";
                    String words = "%s is %s%s"
                            .formatted(
                                    r.get("number"),
                                    late,
                                    reminded == null ? "" : ", sent again " + Texts.shortDay(reminded));
                    boolean reachable = r.get("email") != null && !today.equals(reminded);
                    String invoice = "/invoices/" + r.get("number");
                    return new Decision(
                            "Collect",
                            "overdue",
                            words,
                            r.get("name", String.class),
                            r.get("due_date", LocalDate.class),
                            r.get("currency", String.class),
                            r.get("minor", Long.class),
                            invoice,
                            reachable ? "Send again" : "Open",
                            reachable ? "/invoices/" + r.get("id") + "/send-again" : invoice,
                            reachable);
                });
    }
}
