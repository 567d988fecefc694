package exactum.app.frame;

import exactum.app.arrangements.DueDays;
import exactum.app.arrangements.RulerDrawing;
import exactum.app.business.Business;
import exactum.app.daysheet.ExpectedCash;
import exactum.app.documents.PaperFigures;
import exactum.app.installation.BusinessClock;
import exactum.app.payouts.TieOutBars;
import exactum.app.trail.TrailDrawing;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.calendar.Clearing;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** One page that shows all shared parts, each with made-up figures. */
@Controller
class PartsPage {
    private final ExpectedCash expectedCash;
    private final BusinessClock clock;

    PartsPage(ExpectedCash expectedCash, BusinessClock clock) {
        this.expectedCash = expectedCash;
        this.clock = clock;
    }

    @GetMapping("/parts")
    String parts(Business business, Model model) {
        LocalDate today = clock.today(business.id());
        model.addAttribute(
                "working",
                new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25"))
                        .on(Money.of("EUR", "80.00"))
                        .working());
        model.addAttribute(
                "strip",
                List.of(
                        new PaperFigures.Stop("Thu 18 Jun", "message with PDF and payment link", false),
                        new PaperFigures.Stop("Thu 25 Jun", "its date: number, tax and books", false),
                        new PaperFigures.Stop("Thu 9 Jul", "due: € 838.91, paid through the link", true)));
        model.addAttribute("ruler", ruler(today));
        model.addAttribute(
                "bars",
                new TieOutBars(
                        List.of(new TieOutBars.Part(0, 1_190, "sales 1,413.20", "in", true)),
                        List.of(
                                new TieOutBars.Part(0, 1_140, "bank line, 1,365.88", "bank", true),
                                new TieOutBars.Part(1_140, 39, "fees", "fee", true),
                                new TieOutBars.Part(1_179, 11, "Terminal rental", "off", false)),
                        "1,413.20 − 34.92 − 12.40 = "));
        model.addAttribute("trail", trail());
        model.addAttribute(
                "course",
                expectedCash.draw(business.id(), today, business.currency()).getFirst());
        return "frame/parts-page";
    }

    private static RulerDrawing ruler(LocalDate today) {
        var recurrence = new Recurrence(
                Cadence.monthly(new DayRule.NthWeekday(-1, DayOfWeek.THURSDAY)),
                today,
                Coverage.MONTH_AHEAD,
                new Recurrence.End.Never(),
                7);
        return RulerDrawing.of(
                recurrence.from(0).limit(12).toList(),
                new DueDays(Terms.single(new DueRule(0, 14, false)), Clearing.TARGET.calendar()));
    }

    private static TrailDrawing trail() {
        return new TrailDrawing(
                98,
                List.of(
                        box(8, "Recurring invoice", "Summer berth", "/recurring", "fact"),
                        box(212, "LW-2026-0402", "€ 640.00, 8 May", "/invoices", "fact"),
                        box(416, "Item, settled", "€ 640.00", null, "settled"),
                        box(620, "Card payment", "in flight", null, "waiting")),
                List.of(
                        new TrailDrawing.Band("M172 47H212", 18, "agreed"),
                        new TrailDrawing.Band("M376 47H416", 18, "settled"),
                        new TrailDrawing.Band("M580 47H620", 18, "expected")),
                List.of(),
                false);
    }

    private static TrailDrawing.Box box(int x, String title, String detail, String href, String style) {
        return new TrailDrawing.Box(x, 24, 164, title, detail, title + ", " + detail, href, style);
    }
}
