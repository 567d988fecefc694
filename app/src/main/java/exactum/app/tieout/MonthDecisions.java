package exactum.app.tieout;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.ledger.FindBooks;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Periods;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A month that is over and whose turn it is to close, at a business that has begun to close months. */
@Component
class MonthDecisions implements DecisionSource {
    private static final String KEY = "month/";
    private final FindBooks books;

    MonthDecisions(FindBooks books) {
        this.books = books;
    }

    @Override
    public Station station() {
        return Station.BOOKS;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return waiting(business, wanted).isPresent() ? 1 : 0;
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        return Found.all(
                waiting(business, wanted).map(MonthDecisions::decision).stream().toList());
    }

    private Optional<YearMonth> waiting(BusinessId business, Wanted wanted) {
        Periods periods = books.periods(business);
        return Optional.ofNullable(periods.closedThrough())
                .map(through -> through.plusMonths(1))
                .filter(m -> m.atEndOfMonth().isBefore(wanted.today()))
                .filter(m -> wanted.has(KEY + m));
    }

    private static Decision decision(YearMonth month) {
        LocalDate since = month.plusMonths(1).atDay(1);
        String href = "/months/" + month;
        return Decision.of(
                KEY + month,
                Station.BOOKS,
                "part",
                "%s is over: its tie-outs are to be signed, then it closes".formatted(Texts.month(month)),
                "",
                since,
                null,
                href,
                Decision.Step.open("Close the month", href));
    }
}
