package exactum.app.demo;

import exactum.app.tieout.MonthEnd;
import exactum.app.tieout.MonthEnds;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.time.YearMonth;
import org.springframework.stereotype.Component;

/** Each month is signed and closed on the sixth of the next; May waits for the reader. */
@Component
class MonthEndScene {
    private static final int DAY = 6;
    private final MonthEnds ends;

    MonthEndScene(MonthEnds ends) {
        this.ends = ends;
    }

    void on(BusinessId business, LocalDate day) {
        if (day.getDayOfMonth() != DAY || day.isBefore(DemoDays.FIRST.plusMonths(1))) return;
        YearMonth month = YearMonth.from(day).minusMonths(1);
        Colleagues.as("jonas", () -> {
            for (MonthEnd.Line line : ends.of(business, month).waiting()) {
                ends.sign(
                        business,
                        month,
                        line.tieOut().account(),
                        line.tieOut().said().currency().getCurrencyCode(),
                        line.endsEarly() ? "nothing moves there; its paper statement comes once a quarter" : "");
            }
            ends.close(business, month);
        });
    }
}
