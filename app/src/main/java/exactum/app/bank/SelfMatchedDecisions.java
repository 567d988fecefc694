package exactum.app.bank;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Lines that were matched by themselves are told on the next day, to be looked at or set aside. */
@Component
class SelfMatchedDecisions extends FewDecisions {
    private static final String KEY = "self-matched/";
    private final SelfMatching matching;

    SelfMatchedDecisions(SelfMatching matching) {
        super(Station.BANK, KEY, "lines matched by themselves");
        this.matching = matching;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return matching.before(business, wanted.today()).entrySet().stream()
                .filter(e -> wanted.has(KEY + e.getKey()))
                .map(e -> decision(e.getKey(), e.getValue()))
                .toList();
    }

    private static Decision decision(LocalDate day, int lines) {
        String page = "/unmatched/by-themselves?day=" + day;
        return Decision.of(
                KEY + day,
                Station.BANK,
                "tied",
                "%s matched by %s on %s"
                        .formatted(
                                Texts.count(lines, "line", "lines"),
                                lines == 1 ? "itself" : "themselves",
                                Texts.day(day)),
                "certain lines",
                day,
                null,
                page,
                Decision.Step.open("Look them through", page));
    }
}
