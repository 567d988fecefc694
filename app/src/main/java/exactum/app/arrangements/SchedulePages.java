package exactum.app.arrangements;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.Prepared;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Why;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import exactum.core.terms.Instalment;
import exactum.formats.csv.CsvOut;
import exactum.formats.csv.ScheduleCsv;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The dates ahead of arrangements as a file: every one within a year, with what falls due when. */
@Controller
class SchedulePages {
    private static final int MONTHS = 12;
    private final FindRecurring recurring;
    private final FindCustomers customers;
    private final PrepareRecurring prepare;
    private final BusinessClock clock;

    SchedulePages(FindRecurring recurring, FindCustomers customers, PrepareRecurring prepare, BusinessClock clock) {
        this.recurring = recurring;
        this.customers = customers;
        this.prepare = prepare;
        this.clock = clock;
    }

    @GetMapping("/recurring/schedule.csv")
    void schedule(
            Business business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "1000") int most,
            HttpServletResponse response)
            throws IOException {
        List<RecurringInvoice> found = recurring.going(business.id(), q, null).stream()
                .limit(Math.max(1, Math.min(most, 1_000)))
                .toList();
        List<CustomerId> payers =
                found.stream().map(RecurringInvoice::customer).distinct().toList();
        Map<CustomerId, Customer> named = customers.byId(business.id(), payers);
        PrepareRecurring.Desk desk = prepare.desk(business.id(), found);
        LocalDate until = clock.today(business.id()).plusMonths(MONTHS);
        response.setContentType("text/csv;charset=utf-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"schedule.csv\"");
        try (var out = new CsvOut(
                new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8), ScheduleCsv.COLUMNS)) {
            for (RecurringInvoice r : found)
                r.ahead()
                        .takeWhile(o -> !o.date().isAfter(until))
                        .forEach(o -> write(out, r, o, named.get(r.customer()), desk));
        }
    }

    private static void write(
            CsvOut out, RecurringInvoice r, Occurrence o, Customer customer, PrepareRecurring.Desk desk) {
        ScheduleCsv.Dates dates = dates(r, o, customer);
        String currency = r.content().currency().getCurrencyCode();
        try {
            Prepared prepared = desk.prepare(r, o);
            List<Instalment> parts = prepared.terms().schedule().instalments();
            for (Instalment one : parts)
                out.row(ScheduleCsv.row(
                        dates, one.seq(), parts.size(), one.due(), one.amount().plain(), currency));
        } catch (Refusal stops) {
            out.row(ScheduleCsv.stopped(dates, currency, Why.of(stops)));
        }
    }

    private static ScheduleCsv.Dates dates(RecurringInvoice r, Occurrence o, Customer customer) {
        return new ScheduleCsv.Dates(
                r.name(),
                customer.code(),
                r.recurrence().before().invoices() + o.index() + 1,
                o.agreed(),
                o.date(),
                o.makeOn(),
                o.period().from(),
                o.period().until().minusDays(1),
                o.isPart() ? r.recurrence().fraction(o, o.period()).words() : "");
    }
}
