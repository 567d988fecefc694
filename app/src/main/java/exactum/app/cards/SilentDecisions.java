package exactum.app.cards;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Card payments of which the processor has not said what became of them: they are asked about by themselves, and wait here until then. */
@Component
class SilentDecisions extends FewDecisions {
    private static final String KEY = "silent/";
    private static final int MOST = 500;
    private final CollectionStore collections;

    SilentDecisions(CollectionStore collections) {
        super(Station.COLLECT, KEY, "card payments without an answer");
        this.collections = collections;
    }

    /** One decision for each currency. */
    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        Map<String, List<Collection>> silent = collections.unanswered(business, MOST).stream()
                .collect(Collectors.groupingBy(
                        c -> c.amount().currency().getCurrencyCode(), TreeMap::new, Collectors.toList()));
        return silent.entrySet().stream()
                .filter(e -> wanted.has(KEY + e.getKey()))
                .map(e -> decision(e.getKey(), e.getValue()))
                .toList();
    }

    private static Decision decision(String currency, List<Collection> silent) {
        Money all = Money.sum(
                Currency.getInstance(currency),
                silent.stream().map(Collection::amount).toList());
        return Decision.of(
                KEY + currency,
                Station.COLLECT,
                "flight",
                Texts.count(silent.size(), "card payment", "card payments") + " without an answer of the processor",
                "",
                silent.getFirst().startedOn(),
                all,
                "/card-payments",
                Decision.Step.act("Ask the processor", "/card-payments/ask", Power.COLLECTING));
    }
}
