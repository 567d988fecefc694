package exactum.app.demo;

import exactum.app.arrangements.CourseOfRecurring;
import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.Handling;
import exactum.app.arrangements.RaisePrices;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.documents.SaveStanding;
import exactum.app.documents.StandingLines;
import exactum.app.readings.ImportReadings;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.SetUp;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.Raise;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.cadence.Shift;
import exactum.core.calendar.Clearing;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.terms.Anchor;
import exactum.core.terms.DueRule;
import exactum.core.terms.EarlyRule;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import exactum.core.terms.Then;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What recurs with more to it: club fees, metered berths, a season in nine parts, prices that rise in July, drafts to look at. */
@Component
class Seasons {
    private static final LocalDate JULY = LocalDate.of(2026, 7, 1);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 5, 29);
    private static final LocalDate PAUSED = LocalDate.of(2026, 5, 18);
    private static final int[] CLUBS = {1, 3, 5};
    private static final int[] METERED = {6, 12, 17};
    private static final int[] REVIEWED = {10, 14, 24, 29, 33};

    private final SetUp setUp;
    private final FindSetup setup;
    private final FindCatalogue catalogue;
    private final FindCustomers customers;
    private final FindRecurring find;
    private final SaveRecurring recurring;
    private final CourseOfRecurring course;
    private final RaisePrices raise;
    private final ImportReadings readings;
    private final SaveStanding standing;
    private final Drafts drafts;

    Seasons(
            SetUp setUp,
            FindSetup setup,
            FindCatalogue catalogue,
            FindCustomers customers,
            FindRecurring find,
            SaveRecurring recurring,
            CourseOfRecurring course,
            RaisePrices raise,
            ImportReadings readings,
            SaveStanding standing,
            Drafts drafts) {
        this.setUp = setUp;
        this.setup = setup;
        this.catalogue = catalogue;
        this.customers = customers;
        this.find = find;
        this.recurring = recurring;
        this.course = course;
        this.raise = raise;
        this.readings = readings;
        this.standing = standing;
        this.drafts = drafts;
    }

    /** A harbour while its seasons are agreed. */
    private record Scene(
            BusinessId id,
            Harbour harbour,
            Map<String, CatalogueItem> items,
            List<CustomerId> ids,
            Map<String, TermsId> terms) {
        UnitPrice price(String amount) {
            return UnitPrice.of(harbour.currency(), amount);
        }

        /** One of the owners; the smaller harbour has fewer. */
        CustomerId owner(int number) {
            return ids.get(number % ids.size());
        }

        DatedLine line(String item, Basis basis) {
            CatalogueItem i = items.get(item);
            Line line = new Line(
                    i.id(),
                    i.name(),
                    BigDecimal.ONE,
                    i.unit(),
                    SetUpHarbour.first(i),
                    List.of(),
                    i.taxCode(),
                    i.incomeAccount(),
                    i.tags(),
                    null);
            return new DatedLine(line, basis, null, null);
        }
    }

    /** Terms in parts, and the arrangements that use them. */
    void agree(BusinessId id, Harbour harbour, List<CustomerId> ids) {
        terms(id);
        var scene = new Scene(
                id,
                harbour,
                catalogue.items(id).stream().collect(Collectors.toMap(CatalogueItem::code, i -> i)),
                ids,
                setup.terms(id).stream().collect(Collectors.toMap(KeptTerms::name, KeptTerms::id)));
        clubs(scene);
        metered(scene);
        season(scene);
        reviewed(scene);
        levy(scene);
    }

    private void terms(BusinessId id) {
        DueRule issue = new DueRule(0, 0, false);
        Share all = Share.Percent.of("100");
        setUp.addTerms(id, "21 days", Terms.single(new DueRule(0, 21, false)), "Payable within 21 days.", false);
        setUp.addTerms(
                id,
                "30 days, 2 % early",
                Terms.of(TermsPart.of(all, new DueRule(0, 30, false))
                        .earlier(new EarlyRule(new BigDecimal("2"), null, Anchor.ISSUE, 10))),
                "Payable within 30 days; 2 % less within 10 days.",
                false);
        setUp.addTerms(
                id,
                "Season in nine parts",
                Terms.of(TermsPart.of(all, issue).repeated(new Repeat(9, Unit.MONTH, 1, true))),
                "Payable in nine monthly parts, the first on the invoice date.",
                false);
        setUp.addTerms(
                id,
                "A quarter now, the rest after",
                Terms.of(
                        TermsPart.of(Share.Percent.of("25"), issue).described("down payment"),
                        TermsPart.of(Share.REST, new DueRule(Anchor.SERVICE_END, null, 0, 1, new Then.OnDay(20)))),
                "A quarter on the invoice date, the rest on the 20th after the service ends.",
                false);
        setUp.addTerms(
                id,
                "Winter plan",
                Terms.of(
                        TermsPart.of(Share.Percent.of("10"), new DueRule(0, 14, false))
                                .described("down payment"),
                        TermsPart.of(Share.REST, DueRule.daysAfter(Anchor.DOWN_PAID, 0))
                                .repeated(new Repeat(7, Unit.WEEK, 3, false))),
                "Ten percent down, then seven payments every three weeks from when it came.",
                false);
    }

    private void clubs(Scene s) {
        var quarterly = new Recurrence(
                        new Cadence(Unit.QUARTER, 1, new DayRule.MonthDay(15)),
                        LocalDate.of(2026, 1, 15),
                        Coverage.MONTH_OF_DATE,
                        new End.Never(),
                        0)
                .shifted(new Shift(
                        Shift.Direction.NEXT, Clearing.of(s.harbour().business().currency())));
        Line fee =
                Line.of("Club fee", BigDecimal.ONE, "quarter", s.price("385.00"), "standard", new AccountCode("4000"));
        for (int club : CLUBS)
            agree(s, "Club fee", s.owner(club), quarterly, "21 days", List.of(DatedLine.of(fee)), Handling.USUAL);
    }

    private void metered(Scene s) {
        var arrears = new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(1)),
                        LocalDate.of(2026, 4, 16),
                        Coverage.MONTH_BEFORE,
                        new End.OnDate(LocalDate.of(2026, 10, 20)),
                        0)
                .prorated(Proration.DAYS);
        var waits = new Handling(false, true, Draft.Sending.USUAL, WhenUnread.WAIT, false);
        List<DatedLine> lines = List.of(s.line("BERTH-8", Basis.PERIOD), s.line("POWER", Basis.METERED));
        for (int owner : METERED) agree(s, "Metered berth", s.owner(owner), arrears, "14 days", lines, waits);
    }

    private void season(Scene s) {
        var yearly = new Recurrence(
                new Cadence(Unit.YEAR, 1, new DayRule.MonthDay(1)),
                LocalDate.of(2026, 3, 1),
                Coverage.FROM_DATE,
                new End.Never(),
                14);
        Line berth = Line.of(
                "Season berth, 14 m",
                BigDecimal.ONE,
                "season",
                s.price("5760.00"),
                "standard",
                new AccountCode("4000"));
        agree(
                s,
                "Season in nine parts",
                s.owner(20),
                yearly,
                "Season in nine parts",
                List.of(DatedLine.of(berth)),
                Handling.USUAL);
    }

    private void reviewed(Scene s) {
        var ahead = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(29)),
                LocalDate.of(2026, 5, 29),
                Coverage.MONTH_AHEAD,
                new End.Never(),
                0);
        var looked = new Handling(true, true, Draft.Sending.USUAL, WhenUnread.WAIT, false);
        for (int one : REVIEWED)
            agree(
                    s,
                    "Berth and locker",
                    s.owner(one),
                    ahead,
                    "14 days",
                    List.of(s.line("BERTH-12", Basis.PERIOD), s.line("LOCKER", Basis.PERIOD)),
                    looked);
    }

    private void agree(
            Scene s,
            String name,
            CustomerId customer,
            Recurrence recurrence,
            String terms,
            List<DatedLine> lines,
            Handling handling) {
        var content = new RecurringInvoice.Content(
                s.harbour().business().currency(), PriceMode.PLUS_TAX, lines, Draft.Wording.NONE, List.of());
        recurring.add(
                s.id(),
                new RecurringInvoice(
                        new RecurringId(Ids.next()),
                        name,
                        customer,
                        recurrence,
                        s.terms().get(terms),
                        content,
                        handling,
                        RecurringInvoice.Progress.FRESH,
                        1));
    }

    /** A levy that joins the invoices of some from June on, and a wash that is offered to one. */
    private void levy(Scene s) {
        standing.save(
                s.id(),
                new StandingLines(
                        Ids.next(),
                        "Lake levy",
                        null,
                        List.of(s.owner(8), s.owner(9), s.owner(11)),
                        Set.of(DocumentKind.INVOICE),
                        true,
                        LocalDate.of(2026, 6, 1),
                        null,
                        null,
                        null,
                        free("Lake levy", "2.40"),
                        1));
        standing.save(
                s.id(),
                new StandingLines(
                        Ids.next(),
                        "Hull wash after each lift",
                        s.owner(2),
                        List.of(),
                        Set.of(DocumentKind.INVOICE, DocumentKind.QUOTE),
                        false,
                        null,
                        LocalDate.of(2026, 11, 1),
                        s.terms().get("30 days"),
                        null,
                        free("Hull wash", "48.00"),
                        1));
    }

    private static Map<String, String> free(String what, String price) {
        var fields = new HashMap<String, String>();
        fields.put("text0", what);
        fields.put("qty0", "1");
        fields.put("unit0", "piece");
        fields.put("price0", price);
        fields.put("tax0", "standard");
        fields.put("account0", "4000");
        return fields;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(LocalDate.of(2026, 4, 30))) read(business, "2026-04-16/2026-04-30", harbour, 3);
        if (day.equals(PAUSED)) pause(business, harbour, day);
        if (day.equals(FRIDAY)) friday(business, harbour);
    }

    /** Meters are read; of the last one nothing is read in May, so that its invoice waits. */
    private void read(BusinessId business, String period, Harbour harbour, int meters) {
        var file = new StringBuilder("customer,item,period,quantity\r\n");
        for (int i = 0; i < meters; i++) {
            String name = name(harbour, METERED[i]);
            String code = customers.search(business, name, 1).getFirst().code();
            file.append("%s,POWER,%s,%d\r\n".formatted(code, period, 64 + 31 * i));
        }
        UUID rehearsed = readings.rehearse(
                business,
                "meters-" + period.substring(0, 7) + ".csv",
                new ByteArrayInputStream(file.toString().getBytes(StandardCharsets.UTF_8)));
        readings.take(business, rehearsed);
    }

    private static String name(Harbour harbour, int number) {
        return harbour.customers()[number % harbour.customers().length][0];
    }

    private void pause(BusinessId business, Harbour harbour, LocalDate day) {
        RecurringInvoice buoy = find.going(business, "Mooring buoy", null).getFirst();
        course.pause(business, buoy.id(), buoy.revision(), day);
        RecurringInvoice locker = find.going(business, "Gear locker", null).getFirst();
        LocalDate next = locker.next().orElseThrow().period().from();
        course.skip(business, locker.id(), locker.revision(), next, "the lockers are painted");
    }

    private void friday(BusinessId business, Harbour harbour) {
        read(business, "2026-05", harbour, 2);
        Set<RecurringId> berths = find.going(business, "Summer berth, 8 m", null).stream()
                .limit(12)
                .map(RecurringInvoice::id)
                .collect(Collectors.toSet());
        UUID rise = raise.begin(business, new Raise(new BigDecimal("4.5"), null, JULY), berths);
        raise.commit(business, rise, Set.of(berths.iterator().next()));
        Money total = Money.of(harbour.business().currency(), new BigDecimal("1375.00"));
        drafts.issue(business, winter(business, harbour, total), true);
        drafts.issue(business, early(business, harbour), true);
    }

    /** 160.00 down, then seven every three weeks. */
    private Draft winter(BusinessId business, Harbour harbour, Money total) {
        Terms plan = Terms.of(
                TermsPart.of(new Share.Amount(total.withMinor(16_000)), DueRule.on(LocalDate.of(2026, 6, 15)))
                        .described("down payment"),
                TermsPart.of(Share.REST, DueRule.on(LocalDate.of(2026, 6, 15)))
                        .repeated(new Repeat(7, Unit.WEEK, 3, false)));
        Line storage = Line.of(
                "Winter storage and refit",
                BigDecimal.ONE,
                "season",
                UnitPrice.of(total),
                "standard",
                new AccountCode("4010"));
        return draft(business, harbour, name(harbour, 6), PriceMode.TAX_INCLUDED, storage, null, plan);
    }

    private Draft early(BusinessId business, Harbour harbour) {
        TermsId terms = setup.terms(business).stream()
                .filter(t -> t.name().equals("30 days, 2 % early"))
                .findFirst()
                .orElseThrow()
                .id();
        Line lifts = Line.of(
                "Crane lifts, spring",
                new BigDecimal("8"),
                "lift",
                UnitPrice.of(harbour.currency(), "145.00"),
                "standard",
                new AccountCode("4030"));
        return draft(business, harbour, name(harbour, 46), PriceMode.PLUS_TAX, lifts, terms, null);
    }

    private Draft draft(
            BusinessId business, Harbour harbour, String who, PriceMode mode, Line line, TermsId terms, Terms own) {
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customers.search(business, who, 1).getFirst().id(),
                FRIDAY,
                Draft.Content.of(harbour.business().currency(), mode, List.of(line)),
                terms,
                own,
                Origin.BY_HAND,
                false,
                0);
    }
}
