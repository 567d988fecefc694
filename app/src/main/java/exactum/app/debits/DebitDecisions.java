package exactum.app.debits;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.scheme.Scheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Runs that wait to be looked at or handed over, what came back, and a calendar that runs out. */
@Component
class DebitDecisions extends FewDecisions {
    private static final String KEY = "debit/";
    private static final int MOST = 50;
    private static final int WARN_DAYS = 90;
    private final DebitRunStore runs;
    private final CameBackStore cameBack;
    private final WorkOutEffects effects;

    DebitDecisions(DebitRunStore runs, CameBackStore cameBack, WorkOutEffects effects) {
        super(Station.COLLECT, KEY, "debit runs and debits that came back");
        this.runs = runs;
        this.cameBack = cameBack;
        this.effects = effects;
    }

    @Override
    public boolean isDaily() {
        return true;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        var all = new ArrayList<>(ofRuns(business, wanted));
        for (CameBack c : back(business, wanted)) all.add(of(business, c));
        return all;
    }

    /** Without what taking in would do, which is worked out for those that are shown. */
    @Override
    public int count(BusinessId business, Wanted wanted) {
        return ofRuns(business, wanted).size() + back(business, wanted).size();
    }

    private List<CameBack> back(BusinessId business, Wanted wanted) {
        return cameBack.inState(business, CameBack.State.NEW, MOST).stream()
                .filter(c -> wanted.has(KEY + c.id()))
                .toList();
    }

    private List<Decision> ofRuns(BusinessId business, Wanted wanted) {
        var all = new ArrayList<Decision>();
        for (DebitRun run : runs.inState(business, DebitRun.State.REHEARSED)) {
            if (run.collectable() == 0) continue;
            all.add(of(
                    run,
                    "%s can be collected".formatted(Texts.count(run.collectable(), "open item", "open items")),
                    "Look at the run"));
        }
        for (DebitRun run : runs.inState(business, DebitRun.State.READY))
            all.add(of(run, "run %d waits to be handed over".formatted(run.number()), "Hand it over"));
        calendar(wanted, all);
        return all.stream().filter(d -> wanted.has(d.key())).toList();
    }

    private static Decision of(DebitRun run, String words, String step) {
        String at = "/debit-runs/" + run.id();
        return Decision.of(
                KEY + run.id(),
                Station.COLLECT,
                run.state().mark(),
                words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1),
                run.scheme().words(),
                run.date(),
                run.state() == DebitRun.State.READY ? run.madeTotal() : run.total(),
                at,
                Decision.Step.open(step, at));
    }

    private Decision of(BusinessId business, CameBack c) {
        Effects e = effects.of(business, c);
        String at = "/came-back#back-" + c.id();
        boolean isClear = e.problem() == null && e.debit() != null;
        return Decision.of(
                KEY + c.id(),
                Station.COLLECT,
                "back",
                "A debit came back: " + e.reason().said(),
                e.debit() == null ? c.said().payer() : e.debit().customerName(),
                c.on(),
                c.amount(),
                at,
                isClear
                        ? Decision.Step.act("Take it in", "/came-back/" + c.id() + "/take-in", Power.COLLECTING)
                        : Decision.Step.open("Look at it", at));
    }

    /** A calendar beyond whose end nothing is planned is asked for in time. */
    private static void calendar(Wanted wanted, List<Decision> all) {
        var known = Scheme.SEPA_CORE.rules().calendar().knownUntil();
        if (known.minusDays(WARN_DAYS).isAfter(wanted.today())) return;
        all.add(Decision.of(
                KEY + "calendar",
                Station.COLLECT,
                "overdue",
                "The TARGET calendar is known until %s only; a newer version of Exactum knows more"
                        .formatted(Texts.day(known)),
                "",
                wanted.today(),
                null,
                "/debit-runs/settings",
                Decision.Step.open("See what is known", "/debit-runs/settings")));
    }
}
