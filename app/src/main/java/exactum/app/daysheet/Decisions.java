package exactum.app.daysheet;

import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import exactum.app.text.Texts;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What needs a decision today, computed from the facts and never stored. */
@Component
public class Decisions {
    private static final int MOST = 40;
    private final DSLContext db;
    private final BusinessClock clock;
    private final List<DecisionSource> sources;

    Decisions(DSLContext db, BusinessClock clock, List<DecisionSource> sources) {
        this.db = db;
        this.clock = clock;
        this.sources = sources;
    }

    /** All of them, by station in the order of the work, most money first. */
    public Map<String, List<Decision>> byStation() {
        LocalDate today = clock.today();
        var all = new LinkedHashMap<String, List<Decision>>();
        all.put("Agree", held());
        all.put("Bill", due(today));
        all.put("Collect", overdue(today));
        all.put("Bank", bank());
        sources.stream()
                .flatMap(source -> source.decisions(today).stream())
                .forEach(d -> all.get(d.station()).add(d));
        all.values()
                .forEach(list -> list.sort(Comparator.comparingLong((Decision d) -> Math.abs(d.amountMinor()))
                        .reversed()));
        all.values().removeIf(List::isEmpty);
        return all;
    }

    /** How many wait at each station; cheap enough for every page. */
    public Map<String, Integer> counts() {
        LocalDate today = clock.today();
        Record r = db.fetchSingle("""
                select (select count(distinct customer_id) from message where business_id = {0} and state = 'held') as held,
                       (select count(*) from message where business_id = {0} and state = 'failed') as failed,
                       (select least(count(*), 1) from recurring_invoice where business_id = {0} and state = 'active' and next_make_on <= {1}) as due,
                       (select count(distinct n.invoice_id) from instalment n where n.business_id = {0} and n.settled_minor < n.amount_minor and n.due_date < {1}) as overdue,
                       (select count(*) from bank_line where business_id = {0} and matched_as is null) as homeless,
                       (select count(*) from payout where business_id = {0} and bank_line_id is not null and tied_out_at is null) as differing
                """, DSL.inline(Business.ID), DSL.val(today));
        var counts = new LinkedHashMap<String, Integer>();
        counts.put("Agree", r.get("held", Integer.class));
        counts.put("Bill", r.get("due", Integer.class) + r.get("failed", Integer.class));
        counts.put("Collect", r.get("overdue", Integer.class));
        counts.put("Bank", r.get("homeless", Integer.class) + r.get("differing", Integer.class));
        counts.put("Books", 0);
        return counts;
    }

    private List<Decision> held() {
        return db.fetch("""
                        select c.id, c.name, c.email, c.currency, min(m.send_on) as since, count(*) as messages, sum(i.gross_minor - i.settled_minor) as minor
                          from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id join invoice i on i.business_id = m.business_id and i.id = m.invoice_id
                         where m.business_id = {0} and m.state = 'held' group by c.id, c.name, c.email, c.currency order by minor desc limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST)).map(r -> {
            boolean hasAddress = r.get("email") != null;
            UUID customer = r.get("id", UUID.class);
            String waits = Texts.count(r.get("messages", Long.class), "message waits", "messages wait");
            return new Decision(
                    "Agree",
                    "draft",
                    hasAddress ? "There is an address now; " + waits + " to be sent" : "No e-mail address: " + waits,
                    r.get("name", String.class),
                    r.get("since", LocalDate.class),
                    r.get("currency", String.class),
                    r.get("minor", Long.class),
                    "/customers/" + customer,
                    hasAddress ? "Rehearse sending" : "Add address",
                    hasAddress ? "/messages/held/" + customer : "/customers/" + customer + "#email",
                    false);
        });
    }

    private List<Decision> due(LocalDate today) {
        var found = new ArrayList<Decision>();
        Record r = db.fetchSingle(
                "select count(*) as arrangements, min(next_make_on) as since, min(currency) as currency from recurring_invoice where business_id = {0} and state = 'active' and next_make_on <= {1}",
                DSL.inline(Business.ID), DSL.val(today));
        long arrangements = r.get("arrangements", Long.class);
        if (arrangements > 0) {
            found.add(new Decision(
                    "Bill",
                    "issued",
                    Texts.count(arrangements, "recurring invoice is", "recurring invoices are") + " to be made",
                    "",
                    r.get("since", LocalDate.class),
                    r.get("currency", String.class),
                    0,
                    "/billing-runs",
                    "Rehearse",
                    "/billing-runs",
                    false));
        }
        found.addAll(db.fetch("""
                        select m.id, c.name, m.send_on, i.currency, i.gross_minor, i.number, m.last_error from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id
                          join invoice i on i.business_id = m.business_id and i.id = m.invoice_id where m.business_id = {0} and m.state = 'failed' limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST))
                .map(m -> new Decision(
                        "Bill",
                        "back",
                        "The message of %s could not be delivered: %s".formatted(m.get("number"), m.get("last_error")),
                        m.get("name", String.class),
                        m.get("send_on", LocalDate.class),
                        m.get("currency", String.class),
                        m.get("gross_minor", Long.class),
                        "/messages/" + m.get("id"),
                        "Try again",
                        "/messages/" + m.get("id") + "/retry",
                        true)));
        return found;
    }

    private List<Decision> overdue(LocalDate today) {
        return db.fetch("""
                        select i.id, i.number, c.name, c.email, n.due_date, i.currency, n.amount_minor - n.settled_minor as minor,
                               (select max(m.send_on) from message m where m.business_id = i.business_id and m.invoice_id = i.id and m.kind = 'reminder') as reminded
                          from instalment n join invoice i on i.business_id = n.business_id and i.id = n.invoice_id join customer c on c.business_id = i.business_id and c.id = i.customer_id
                         where n.business_id = {0} and n.settled_minor < n.amount_minor and n.due_date < {1} order by minor desc limit {2}
                        """, DSL.inline(Business.ID), DSL.val(today), DSL.inline(MOST))
                .map(r -> {
                    LocalDate reminded = r.get("reminded", LocalDate.class);
                    String late = Texts.count(
                                    java.time.temporal.ChronoUnit.DAYS.between(
                                            r.get("due_date", LocalDate.class), today),
                                    "day",
                                    "days")
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

    private List<Decision> bank() {
        var found = new ArrayList<Decision>();
        found.addAll(db.fetch("""
                        select p.id, p.reference, p.arrives_on, p.currency, p.net_minor, a.name, coalesce((select string_agg(l.description, ', ') from payout_line l
                               where l.business_id = p.business_id and l.payout_id = p.id and l.receipt_id is null and l.booked_entry_id is null), '') as missing
                          from payout p join processor_account a on a.business_id = p.business_id and a.id = p.processor_id
                         where p.business_id = {0} and p.bank_line_id is not null and p.tied_out_at is null order by p.net_minor desc limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST))
                .map(r -> new Decision(
                        "Bank",
                        "differs",
                        "Payout %s differs: the books miss %s"
                                .formatted(
                                        r.get("reference"),
                                        r.get("missing", String.class).isEmpty()
                                                ? "a part of it"
                                                : "“" + r.get("missing") + "”"),
                        r.get("name", String.class),
                        r.get("arrives_on", LocalDate.class),
                        r.get("currency", String.class),
                        r.get("net_minor", Long.class),
                        "/payouts/" + r.get("id"),
                        "Open the tie-out",
                        "/payouts/" + r.get("id"),
                        false)));
        return found;
    }
}
