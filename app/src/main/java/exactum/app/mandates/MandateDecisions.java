package exactum.app.mandates;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.mandate.MandateState;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Mandates that are about to end, that wait for the bank, or that rest. */
@Component
class MandateDecisions extends FewDecisions {
    private static final String KEY = "mandate/";
    private static final int AHEAD = 30;
    private static final int MOST = 200;
    private final MandateStore store;

    MandateDecisions(MandateStore store) {
        super(Station.AGREE, KEY, "mandates to be renewed");
        this.store = store;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        var all = new ArrayList<Decision>();
        for (Mandate m : store.toWatch(business, wanted.today().plusDays(AHEAD), MOST)) {
            LocalDate lapses = m.lapsesAfter(wanted.today());
            LocalDate ends = m.authority().validUntil() != null
                            && m.authority().validUntil().isBefore(lapses)
                    ? m.authority().validUntil()
                    : lapses;
            String at = "/mandates/" + m.id();
            if (m.state() == MandateState.SUSPENDED)
                all.add(of(
                        m,
                        "Mandate %s is suspended".formatted(m.reference()),
                        m.since(),
                        at,
                        "Ask for another",
                        "/mandates/ask?customer=" + m.customer() + "&replaces=" + m.id()));
            else if (m.state() == MandateState.AWAITING_BANK)
                all.add(of(
                        m,
                        "Mandate %s waits for the payer’s bank".formatted(m.reference()),
                        m.since(),
                        at,
                        "See it",
                        at));
            else if (!ends.minusDays(AHEAD).isAfter(wanted.today()))
                all.add(of(
                        m,
                        ends.equals(lapses)
                                ? "Mandate %s lapses unused after %s".formatted(m.reference(), Texts.day(ends))
                                : "Mandate %s ends on %s".formatted(m.reference(), Texts.day(ends)),
                        wanted.today(),
                        at,
                        "Ask for another",
                        "/mandates/ask?customer=" + m.customer() + "&replaces=" + m.id()));
        }
        return all.stream().filter(d -> wanted.has(d.key())).toList();
    }

    private static Decision of(Mandate m, String words, LocalDate since, String at, String step, String address) {
        return Decision.of(
                KEY + m.id(),
                Station.AGREE,
                m.mark(),
                words,
                m.customerName(),
                since,
                null,
                at,
                Decision.Step.open(step, address));
    }
}
