package exactum.app.daysheet;

import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What needs a decision today, gathered from the features that know, and never stored. */
@Component
public class Decisions {
    private static final List<String> STATIONS = List.of("Agree", "Bill", "Collect", "Bank", "Books");
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
        STATIONS.forEach(station -> all.put(station, new ArrayList<>()));
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
}
