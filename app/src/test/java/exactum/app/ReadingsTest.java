package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrangements.Handling;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.customers.Customer;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.ledger.ClosePeriod;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.DatedLine;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.RecurringId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Readings from a file and from the grid, and invoices that wait for them. */
@ExtendWith(RunningApp.class)
class ReadingsTest {
    private static CatalogueItem power(World world) {
        world.bean(SaveCatalogue.class)
                .addItem(
                        world.moorings,
                        "POWER",
                        "Shore power",
                        "kWh",
                        UnitPrice.of("EUR", "0.34"),
                        "reduced",
                        new AccountCode("4000"));
        return world.bean(FindCatalogue.class).items(world.moorings).stream()
                .filter(i -> i.code().equals("POWER"))
                .findFirst()
                .orElseThrow();
    }

    /** A meter, billed in arrears on the first. */
    private static Customer metered(World world, CatalogueItem power) {
        Customer customer = world.payer();
        Line line = new Line(
                power.id(),
                power.name(),
                BigDecimal.ONE,
                "kWh",
                UnitPrice.of("EUR", "0.34"),
                List.of(),
                "reduced",
                new AccountCode("4000"),
                List.of(),
                null);
        var recurrence = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(1)),
                LocalDate.of(2026, 6, 1),
                Coverage.MONTH_BEFORE,
                new Recurrence.End.Never(),
                0);
        world.bean(SaveRecurring.class)
                .add(
                        world.moorings,
                        new RecurringInvoice(
                                new RecurringId(Ids.next()),
                                "Power",
                                customer.id(),
                                recurrence,
                                world.find().chosenTerms(world.moorings).id(),
                                new RecurringInvoice.Content(
                                        euro("0.00").currency(),
                                        PriceMode.PLUS_TAX,
                                        List.of(new DatedLine(line, Basis.METERED, null, null)),
                                        Draft.Wording.NONE,
                                        List.of()),
                                Handling.USUAL,
                                RecurringInvoice.Progress.FRESH,
                                1));
        return customer;
    }

    private static byte[] file(String... lines) {
        return ("customer,item,period,quantity,before,after\n" + String.join("\n", lines))
                .getBytes(StandardCharsets.UTF_8);
    }

    private static String rehearse(Visitor ada, byte[] file) {
        return ada.upload("/readings/import", "meters.csv", file)
                .headers()
                .firstValue("location")
                .orElseThrow()
                .replaceFirst("^.*/moorings", "");
    }

    @Test
    void an_invoice_waits_for_its_readings_and_is_made_when_they_are_there(World world) {
        CatalogueItem power = power(world);
        Customer customer = metered(world, power);
        world.bill(RunningApp.TODAY);
        assertThat(world.lists().ofCustomer(world.moorings, customer.id(), RunningApp.TODAY, 9))
                .isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("1 recurring invoice waits for readings");
            assertThat(ada.get("/recurring").body()).contains("It waits for readings: “Shore power” for May 2026");
            String rehearsal = rehearse(
                    ada,
                    file(
                            customer.code() + ",POWER,2026-05-01/2026-05-15,48,,",
                            customer.code() + ",POWER,2026-05-16/2026-05-31,,1200,1270"));
            assertThat(ada.get(rehearsal).body()).contains("Take 2 readings");
            ada.post(rehearsal + "/take", "");
            ada.post(rehearsal + "/take", "");
            assertThat(ada.get(rehearsal).body()).contains("2 readings were taken");
        }
        world.bill(RunningApp.TODAY);
        Document invoice = world.newest(customer.id());
        assertThat(invoice.lines().getFirst().line().quantity()).isEqualByComparingTo("118");
        assertThat(invoice.amounts().net()).isEqualTo(euro("40.12"));
    }

    @Test
    void each_thing_that_is_wrong_with_a_reading_is_named(World world) {
        Customer customer = metered(world, power(world));
        String c = customer.code();
        try (var ada = new Visitor(world, "ada")) {
            String page = ada.get(rehearse(
                            ada,
                            file(
                                    c + ",POWER,2026-05,118,,",
                                    c + ",POWER,2026-05-10/2026-05-20,5,,",
                                    c + ",POWER,2026-06,-1,,",
                                    c + ",POWER,2026-07,1000000000000,,",
                                    c + ",POWER,2026-08,,99950,120",
                                    c + ",POWER,2026-02-31/2026-03-01,1,,",
                                    c + ",POWER,2026-09,,,",
                                    c + ",POWER,May,1,,",
                                    "K-99,POWER,2026-05,1,,",
                                    c + ",WATER,2026-05,1,,",
                                    c + ",KEY,2026-05,1,,",
                                    c + ",POWER,2026-12,7,,")))
                    .body();
            assertThat(page)
                    .contains("it is the same time as line 2")
                    .contains("the quantity is below zero")
                    .contains("1000000000000 is more than can be billed")
                    .contains("the meter read 99950 and then 120, which is less; if it turned over")
                    .contains("has a day that does not exist")
                    .contains("the quantity is missing")
                    .contains("“May” is no period")
                    .contains("there is no customer “K-99”")
                    .contains("there is no item “WATER”")
                    .contains("no recurring invoice bills “KEY” to " + c + " as read")
                    .contains("nothing was read for 1 Jun 2026 – 30 Nov 2026 before it"
                            .replace("1 Jun 2026 – 30 Nov 2026", "Jun – Nov 2026"))
                    .contains("Take 2 readings")
                    .contains("Download the 10 lines that cannot be taken");
        }
    }

    @Test
    void what_is_billed_or_closed_or_read_is_read_no_more(World world, DSLContext db) {
        Customer customer = metered(world, power(world));
        String reading = customer.code() + ",POWER,2026-05,118,,";
        try (var ada = new Visitor(world, "ada")) {
            String first = rehearse(ada, file(reading));
            String second = rehearse(ada, file(reading));
            ada.post(first + "/take", "");
            assertThat(ada.page(second + "/take", "")).contains("have changed since this was rehearsed");
            assertThat(ada.get(second).body()).contains("May 2026 is read already: 118 kWh, from meters.csv");
            world.bill(RunningApp.TODAY);
            assertThat(ada.get(rehearse(ada, file(reading))).body()).contains("May 2026 is billed already");
            assertThat(ada.get("/readings?month=2026-05").body()).contains("billed");
            world.bean(ClosePeriod.class).close(world.moorings, java.time.YearMonth.of(2026, 4));
            assertThat(ada.get(rehearse(ada, file(customer.code() + ",POWER,2026-04,1,,")))
                            .body())
                    .contains("30 Apr 2026 is closed in the books");
        }
        assertThat(db.fetchValue("select count(*) from reading")).isEqualTo(1L);
    }

    @Test
    void readings_are_typed_in_a_grid_and_changed_until_they_are_billed(World world, DSLContext db) {
        CatalogueItem power = power(world);
        Customer customer = metered(world, power);
        String field = "q-" + customer.id() + "-" + power.id();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/readings", "month=2026-05&" + field + "=100").body())
                    .isEmpty();
            ada.post("/readings", "month=2026-05&" + field + "=118");
            assertThat(db.fetchValue("select quantity::int from reading")).isEqualTo(118);
            assertThat(ada.page("/readings", "month=2026-05&" + field + "=-3")).contains("not below zero");
            assertThat(ada.page("/readings", "month=2026-05&" + field + "=many"))
                    .contains("is not a number");
            world.bill(RunningApp.TODAY);
            assertThat(ada.page("/readings", "month=2026-05&" + field + "=119")).contains("it is billed");
            ada.post("/readings", "month=2026-06&" + field + "=5");
            ada.post("/readings", "month=2026-06&" + field + "=");
        }
        assertThat(db.fetchValue("select count(*) from reading")).isEqualTo(1L);
    }
}
