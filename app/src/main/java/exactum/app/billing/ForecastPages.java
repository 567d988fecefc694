package exactum.app.billing;

import exactum.app.documents.Prepared;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.formats.csv.CsvOut;
import exactum.formats.csv.ForecastCsv;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The forecast of a month: which invoices, which amounts, what would stop them; as a page and as a file. */
@Controller
class ForecastPages {
    private static final int SHOWN = 300;
    private static final int MONTHS = 14;
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM uuuu", Locale.ENGLISH);
    private final Forecasts forecasts;
    private final BusinessClock clock;

    ForecastPages(Forecasts forecasts, BusinessClock clock) {
        this.forecasts = forecasts;
        this.clock = clock;
    }

    /** A month that can be chosen. */
    record Choice(YearMonth month, String words, boolean here) {}

    /** What a month comes to: all of it is counted, the first of it is shown. */
    private static final class Sums {
        private final List<Forecasts.Ahead> first = new ArrayList<>();
        private final Map<Currency, Money> totals = new LinkedHashMap<>();
        private final Map<String, Integer> stops = new TreeMap<>();
        private int invoices;
        private int stopped;
        private int held;

        private void add(Forecasts.Ahead ahead) {
            if (first.size() < SHOWN) first.add(ahead);
            if (ahead.gross() == null) {
                stopped++;
                stops.merge(ahead.stop(), 1, Integer::sum);
                return;
            }
            invoices++;
            if (ahead.prepared().goes() == null) held++;
            totals.merge(ahead.gross().currency(), ahead.gross(), Money::plus);
        }
    }

    @GetMapping("/forecast")
    String month(BusinessId business, @RequestParam(defaultValue = "") String month, Model model) {
        LocalDate today = clock.today(business);
        YearMonth chosen = month.isEmpty() ? YearMonth.from(today).plusMonths(1) : month(month);
        var sums = new Sums();
        forecasts.each(business, first(chosen, today), chosen.plusMonths(1).atDay(1), sums::add);
        model.addAttribute("month", chosen);
        model.addAttribute("monthWords", MONTH.format(chosen));
        model.addAttribute(
                "choices",
                IntStream.range(0, MONTHS)
                        .mapToObj(i -> YearMonth.from(today).plusMonths(i))
                        .map(m -> new Choice(m, MONTH.format(m), m.equals(chosen)))
                        .toList());
        model.addAttribute(
                "rows",
                sums.first.stream()
                        .sorted(Comparator.comparing(
                                        (Forecasts.Ahead a) -> a.occurrence().date())
                                .thenComparing(a -> a.customer().name()))
                        .toList());
        model.addAttribute("invoices", sums.invoices);
        model.addAttribute("stopped", sums.stopped);
        model.addAttribute("held", sums.held);
        model.addAttribute("stops", sums.stops);
        model.addAttribute("totals", List.copyOf(sums.totals.values()));
        return "billing/forecast";
    }

    @GetMapping("/forecast.csv")
    void csv(BusinessId business, @RequestParam String month, HttpServletResponse response) throws IOException {
        YearMonth chosen = month(month);
        response.setContentType("text/csv;charset=utf-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"forecast-" + chosen + ".csv\"");
        try (var out = new CsvOut(
                new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8), ForecastCsv.COLUMNS)) {
            forecasts.each(
                    business,
                    first(chosen, clock.today(business)),
                    chosen.plusMonths(1).atDay(1),
                    ahead -> out.row(row(ahead)));
        }
    }

    private static List<String> row(Forecasts.Ahead a) {
        Occurrence o = a.occurrence();
        String currency = a.arrangement().content().currency().getCurrencyCode();
        return ForecastCsv.row(
                new ForecastCsv.When(
                        o.date(),
                        o.makeOn(),
                        o.period().from(),
                        o.period().until().minusDays(1)),
                new ForecastCsv.Who(
                        a.customer().code(),
                        a.customer().name(),
                        a.arrangement().name()),
                a.prepared() == null ? ForecastCsv.Amounts.none(currency) : amounts(a.prepared(), currency),
                a.stop() == null ? "" : a.stop());
    }

    private static ForecastCsv.Amounts amounts(Prepared p, String currency) {
        return new ForecastCsv.Amounts(
                currency,
                p.totals().net().plain(),
                p.totals().tax().plain(),
                p.totals().gross().plain(),
                p.claims().stream()
                        .map(c -> c.amount().amount().plain() + " " + c.due())
                        .collect(Collectors.joining("; ")),
                p.goes() == null ? "" : p.goes());
    }

    /** Of the month that runs, what is still to come; what is overdue to be made is part of it. */
    private static LocalDate first(YearMonth month, LocalDate today) {
        return month.equals(YearMonth.from(today)) ? LocalDate.of(1990, 1, 1) : month.atDay(1);
    }

    private static YearMonth month(String text) {
        try {
            return YearMonth.parse(text);
        } catch (DateTimeException noMonth) {
            throw new NotHere();
        }
    }
}
