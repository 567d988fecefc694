package exactum.app.slips;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Cash and cheques that lie unbanked. */
@Component
class SlipDecisions extends FewDecisions {
    private static final String KEY = "unbanked/";
    private final FindSlips slips;

    SlipDecisions(FindSlips slips) {
        super(Station.BANK, KEY, "cash and cheques that lie unbanked");
        this.slips = slips;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        Map<Currency, List<Slip.Item>> byCurrency = slips.unbanked(business).stream()
                .filter(i -> !i.on().isAfter(wanted.today()))
                .collect(Collectors.groupingBy(i -> i.left().currency(), LinkedHashMap::new, Collectors.toList()));
        var decisions = new ArrayList<Decision>();
        byCurrency.forEach((currency, items) -> {
            String key = KEY + currency;
            if (!wanted.has(key)) return;
            decisions.add(Decision.of(
                    key,
                    Station.BANK,
                    "unmatched",
                    Texts.count(items.size(), "cash or cheque payment lies", "cash and cheque payments lie")
                            + " unbanked",
                    items.getFirst().customerName(),
                    items.getFirst().on(),
                    Money.sum(currency, items.stream().map(Slip.Item::left).toList()),
                    "/slips/new",
                    Decision.Step.open("Make a paying-in slip", "/slips/new")));
        });
        return decisions;
    }
}
