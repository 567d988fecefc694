package exactum.app;

import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.reports.Asked;
import exactum.app.reports.Cell;
import exactum.app.reports.DaySums;
import exactum.app.reports.MakeReports;
import exactum.app.reports.ReportKind;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Sums of days that are kept for reports: used while they stand, and only then. */
@ExtendWith(RunningApp.class)
class DaySumsTest {
    private static final LocalDate JUNE = LocalDate.of(2026, 6, 1);

    /** The rows of a report from May to the first of June, without their marks. */
    private static List<String> rows(World world, String report) {
        MakeReports reports = world.bean(MakeReports.class);
        Business business = world.bean(FindBusinesses.class).get(world.moorings);
        return world.all(ReportKind.class).stream()
                .filter(k -> k.what().name().equals(report))
                .flatMap(k -> reports
                        .page(
                                k,
                                business,
                                new Asked(may(1), JUNE, k.what().bys().getFirst(), null, null, null, "", ""),
                                Slice.first(50))
                        .lines()
                        .stream())
                .map(l -> String.join(" ", l.cells().stream().map(Cell::plain).toList()))
                .toList();
    }

    private static long count(World world, String sql) {
        return world.bean(DSLContext.class).fetchSingle(sql).get(0, Long.class);
    }

    private static void keep(World world) {
        world.bean(DaySums.class).keepAll(world.moorings, JUNE.plusDays(1));
    }

    private static Document paidHalf(World world, LocalDate day) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "123.00", day);
        world.payCash(customer, "61.50", new Policy.OfDocument(invoice.id()));
        return invoice;
    }

    @Test
    void what_is_kept_is_what_a_report_shows(World world) {
        paidHalf(world, may(4));
        List<String> before = rows(world, "cash-basis");
        keep(world);
        assertThat(rows(world, "cash-basis")).isEqualTo(before).isNotEmpty();
        world.asOwner("update day_sum set one = one + 100 where kind = 'income'");
        assertThat(rows(world, "income"))
                .as("read from what is kept, so that the difference shows")
                .hasSize(1)
                .first()
                .asString()
                .doesNotContain(" 100.00")
                .doesNotContain(" 123.00");
    }

    @Test
    void a_day_on_which_more_is_booked_is_worked_out_again(World world) {
        paidHalf(world, may(4));
        keep(world);
        world.asOwner("update day_sum set one = 0, two = 0, three = 0");
        paidHalf(world, may(4));
        assertThat(rows(world, "tax"))
                .as("4 May by what was booked")
                .singleElement()
                .asString()
                .endsWith(" 246.00 0.00 0.00");
        keep(world);
        assertThat(rows(world, "tax")).singleElement().asString().endsWith(" 246.00 0.00 0.00");
    }

    @Test
    void what_rests_on_days_before_does_not_outlive_what_is_booked_on_them(World world) {
        paidHalf(world, may(20));
        keep(world);
        List<String> before = rows(world, "cash-basis");
        world.asOwner("update day_sum set three = three + 777 where kind = 'cash' and day = '2026-06-01'");
        assertThat(rows(world, "cash-basis")).isNotEqualTo(before);
        world.invoice(world.payer(), "10.00", may(2));
        assertThat(rows(world, "cash-basis"))
                .as("1 June is worked out again after 2 May")
                .noneMatch(r -> r.contains("7.77"));
    }

    @Test
    void sums_are_kept_once_by_many_at_once_and_of_days_that_are_over_alone(World world) throws Exception {
        paidHalf(world, may(4));
        Callable<Void> night = () -> {
            world.bean(DaySums.class).keepAll(world.moorings, JUNE);
            return null;
        };
        try (var pool = Executors.newVirtualThreadPerTaskExecutor()) {
            for (var done : pool.invokeAll(List.of(night, night, night))) done.get();
        }
        assertThat(count(world, "select count(*) from day_summed where day >= '2026-06-01'"))
                .isZero();
        assertThat(count(world, "select count(*) from day_summed where kind = 'tax'"))
                .isEqualTo(count(world, "select count(distinct day) from account_day where day < '2026-06-01'"));
        world.bean(DaySums.class).keep(world.moorings, JUNE.plusDays(1));
        assertThat(count(world, "select count(*) from day_summed where day >= '2026-06-01'"))
                .as("little is not worth keeping")
                .isZero();
    }

    @Test
    void weeks_are_kept_although_nothing_was_booked_on_their_sundays(World world) {
        Document invoice = world.invoice(world.payer(), "123.00", may(4));
        List<String> before = rows(world, "expected");
        keep(world);
        assertThat(count(world, "select count(*) from day_summed where kind = 'expected'"))
                .isPositive();
        assertThat(rows(world, "expected"))
                .as(invoice.number())
                .isEqualTo(before)
                .isNotEmpty();
    }

    @Test
    void a_night_that_was_stopped_on_its_first_day_leaves_reports_as_they_are(World world) {
        paidHalf(world, may(4));
        paidHalf(world, may(20));
        List<String> cash = rows(world, "cash-basis");
        List<String> deferred = rows(world, "deferred");
        keep(world);
        world.asOwner("delete from day_summed where day > '2026-05-04'");
        assertThat(rows(world, "cash-basis")).isEqualTo(cash).isNotEmpty();
        assertThat(rows(world, "deferred")).isEqualTo(deferred);
    }
}
