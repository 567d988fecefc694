package exactum.app.tieout;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.ledger.FindBooks;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Periods;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** A month that is over and whose turn it is to close, at a business that has begun to close months. */
@Component
class MonthDecisions extends FewDecisions {
    private static final String KEY = "month/";
    private final FindBooks books;

    MonthDecisions(FindBooks books) {
        super(Station.BOOKS, KEY, "months to be closed");
        this.books = books;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        Periods periods = books.periods(business);
        return Stream.ofNullable(periods.closedThrough())
                .map(through -> through.plusMonths(1))
                .filter(m -> m.atEndOfMonth().isBefore(wanted.today()))
                .filter(m -> wanted.has(KEY + m))
                .map(MonthDecisions::decision)
                .toList();
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
