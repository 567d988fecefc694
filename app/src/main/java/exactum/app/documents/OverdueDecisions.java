package exactum.app.documents;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Invoices that are overdue by their earliest open item; the step sends one again, once a day. */
@Component
class OverdueDecisions extends ManyDecisions {
    static final String KEY = "overdue/";
    private final OverdueStore store;

    OverdueDecisions(OverdueStore store) {
        super(Station.COLLECT, KEY, "overdue invoices", "/invoices?standing=OVERDUE");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.count(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.find(business, wanted).stream()
                .map(o -> decision(o, wanted.today()))
                .toList();
    }

    @Override
    protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
        return store.sums(business, wanted);
    }

    private static Decision decision(OverdueStore.Overdue o, LocalDate today) {
        String late = Texts.count(ChronoUnit.DAYS.between(o.due(), today), "day", "days") + " overdue";
        String again = o.reminded() == null ? "" : ", sent again " + Texts.shortDay(o.reminded());
        boolean reachable = o.email() != null && !today.equals(o.reminded());
        String invoice = "/invoices/" + o.number();
        return Decision.of(
                        KEY + o.id(),
                        Station.COLLECT,
                        "overdue",
                        "%s is %s%s".formatted(o.number(), late, again),
                        o.customer(),
                        o.due(),
                        o.amount(),
                        invoice,
                        reachable
                                ? Decision.Step.act("Send again", invoice + "/send-again", Power.MESSAGES)
                                : Decision.Step.open("Open", invoice))
                .about(Set.of(o.id()));
    }
}
