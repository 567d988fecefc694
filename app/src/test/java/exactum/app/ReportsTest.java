package exactum.app;

import static exactum.app.World.june;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrears.Arrears;
import exactum.app.bank.MatchCertain;
import exactum.app.customers.Customer;
import exactum.app.documents.CreditDocument;
import exactum.app.documents.Document;
import exactum.app.documents.VoidDocument;
import exactum.app.installation.PlayDays;
import exactum.core.ids.MeansId;
import exactum.core.ids.RecurringId;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Each report says what happened, agrees with the books to the cent, and is the same on screen, as CSV and as PDF. */
@ExtendWith(RunningApp.class)
class ReportsTest {
    private static final int DAYS_TO_PAY = 14;
    private static final List<String> ALL =
            List.of("aged", "instalments", "tax", "income", "cash-basis", "deferred", "held");

    /** Text of a page without its marks, blanks drawn together. */
    private static String text(Visitor who, String path) {
        return who.get(path).body().replaceAll("<[^>]*>", " ").replaceAll("\\s+", " ");
    }

    private static List<String> csv(Visitor who, String path) {
        return who.get(path).body().lines().toList();
    }

    @Test
    void aged_receivables_put_each_item_into_its_band_as_of_any_day(World world, PlayDays play) {
        Customer late = world.customer(world.moorings, "Late Lines", "late@mail.example", "EUR");
        Document first = world.invoice(late, "123.00", may(1));
        world.invoice(late, "61.50", june(1));
        play.setDate(LocalDate.of(2026, 7, 10));
        world.payCash(late, "23.00", new Policy.OfDocument(first.id()));
        try (var otto = new Visitor(world, "otto")) {
            assertThat(csv(otto, "/reports/aged.csv?until=2026-07-10"))
                    .containsExactly(
                            "customer,currency,not_due,1-30_days,31-60_days,61-90_days,over_90_days,total",
                            "Late Lines,EUR,0.00,61.50,100.00,0.00,0.00,161.50");
            assertThat(csv(otto, "/reports/aged.csv?until=2026-05-31"))
                    .as("before the cash came on 1 June")
                    .last()
                    .isEqualTo("Late Lines,EUR,0.00,123.00,0.00,0.00,0.00,123.00");
            assertThat(csv(otto, "/reports/aged.csv?until=2026-05-10"))
                    .last()
                    .asString()
                    .isEqualTo("Late Lines,EUR,123.00,0.00,0.00,0.00,0.00,123.00");
            assertThat(csv(otto, "/reports/aged.csv?until=2026-07-10&by=invoice"))
                    .hasSize(3)
                    .anyMatch(l -> l.contains(first.number()) && l.contains(",56,EUR,0.00,0.00,100.00,"));
            assertThat(text(otto, "/reports/aged?until=2026-07-10"))
                    .contains("All of it in EUR", "account 1100 in EUR has 161.50 too: it agrees to the cent");
            assertThat(text(otto, "/reports/aged?until=2026-04-01"))
                    .contains("The books begin on", "There is nothing to tell");
            assertThat(text(otto, "/reports/aged?until=2027-01-01")).contains("is still to come");
        }
    }

    /**
     * The ageing schedule of Wilson & Co. in Kieso, Weygandt and Warfield, “Intermediate Accounting”, chapter on receivables; from
     * memory, and its columns add up. Its first column is ours up to 60 days, its last two are ours over 90. How late each item is
     * within its column is ours.
     */
    @Test
    void the_ageing_schedule_of_a_handbook_comes_out(World world) {
        LocalDate asOf = may(31);
        owes(world, "Allegheny Iron Works", asOf, Map.of("60000.00", 10, "14000.00", 100));
        owes(world, "Brockway Steel Company", asOf, Map.of("320000.00", 45));
        owes(world, "Freeport Sheet & Tube Co.", asOf, Map.of("55000.00", 130));
        owes(world, "Western Stainless Steel Corp.", asOf, Map.of("80000.00", 20, "18000.00", 75));
        try (var otto = new Visitor(world, "otto")) {
            assertThat(csv(otto, "/reports/aged.csv?until=2026-05-31"))
                    .containsExactlyInAnyOrder(
                            "customer,currency,not_due,1-30_days,31-60_days,61-90_days,over_90_days,total",
                            "Allegheny Iron Works,EUR,0.00,60000.00,0.00,0.00,14000.00,74000.00",
                            "Brockway Steel Company,EUR,0.00,0.00,320000.00,0.00,0.00,320000.00",
                            "Freeport Sheet & Tube Co.,EUR,0.00,0.00,0.00,0.00,55000.00,55000.00",
                            "Western Stainless Steel Corp.,EUR,0.00,80000.00,0.00,18000.00,0.00,98000.00");
            assertThat(text(otto, "/reports/aged?until=2026-05-31"))
                    .as("460,000 up to 60 days, 18,000 to 90, 14,000 and 55,000 beyond")
                    .contains("140,000.00 320,000.00 18,000.00 69,000.00 547,000.00", "it agrees to the cent");
        }
    }

    /** Amounts by how many days they are late. */
    private static void owes(World world, String name, LocalDate asOf, Map<String, Integer> late) {
        Customer customer = world.customer(world.moorings, name, "owes@mail.example", "EUR");
        late.forEach((amount, days) -> world.invoice(customer, amount, asOf.minusDays(days + DAYS_TO_PAY)));
    }

    @Test
    void a_report_is_narrowed_to_a_customer_and_leads_to_the_invoice(World world) {
        Customer one = world.payer();
        Document invoice = world.invoice(one, "50.00");
        world.invoice(world.payer(), "70.00");
        try (var ada = new Visitor(world, "ada")) {
            String page =
                    ada.get("/reports/aged?by=invoice&customer=" + one.id()).body();
            assertThat(page).contains("/invoices/" + invoice.number(), "50.00").doesNotContain("70.00");
            assertThat(text(ada, "/reports/aged?by=invoice&who=" + Visitor.encoded(one.name())))
                    .contains("50.00")
                    .doesNotContain("70.00");
            assertThat(ada.get("/reports/aged?who=%C3%89cluse").body()).contains("Several customers are called");
            assertThat(ada.get("/reports/aged?who=nobody+here").body()).contains("No customer is called");
            assertThat(ada.get("/reports/aged?from=no+day&until=nor+this").statusCode())
                    .isLessThan(500);
            assertThat(ada.get("/reports/none").statusCode()).isEqualTo(404);
            assertThat(ada.get("~/north-shore/reports/aged").body()).doesNotContain("50.00");
        }
    }

    @Test
    void tax_by_rate_is_what_the_account_moved_with_credits_voids_and_bad_debts(World world, Arrears arrears) {
        Document written = world.invoice(world.payer(), world.line("Berth", "1", "100.00", "standard"));
        world.invoice(
                world.payer(), world.line("Berth", "1", "200.00", "reduced"), world.line("Fuel", "1", "10.00", "zero"));
        Document voided = world.invoice(world.payer(), world.line("Berth", "1", "40.00", "standard"));
        world.bean(VoidDocument.class).voidIt(world.moorings, voided.id(), false);
        arrears.writeOff(world.moorings, written, "gone");
        try (var otto = new Visitor(world, "otto")) {
            assertThat(csv(otto, "/reports/tax.csv?from=2026-06-01&until=2026-06-30"))
                    .containsExactly(
                            "rate,currency,base,tax,tax_in_own_currency",
                            "0 % VAT,EUR,10.00,0.00,0.00",
                            "13.5 % VAT,EUR,200.00,27.00,27.00",
                            "23 % VAT,EUR,0.00,0.00,0.00");
            assertThat(text(otto, "/reports/tax?from=2026-06-01&until=2026-06-30"))
                    .contains("the movement of account 2000 in EUR has 27.00 too: it agrees to the cent");
            assertThat(csv(otto, "/reports/tax.csv?from=2026-06-01&until=2026-06-30&by=document&which=23+%25+VAT"))
                    .hasSize(5)
                    .anyMatch(l -> l.contains("written off") && l.endsWith("23 % VAT,EUR,-100.00,-23.00,-23.00"));
        }
    }

    @Test
    void a_cheque_back_after_the_close_takes_cash_basis_income_from_the_later_month_only(World world, PlayDays play) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, world.line("Berth", "1", "100.00", "standard"));
        MeansId cheque = ReturnsTest.cheque(world, owner, "123.00", invoice);
        world.bankLine("123.00", owner.name(), "cheque 7");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        try (var ada = new Visitor(world, "ada")) {
            String june = "/reports/cash-basis.csv?from=2026-06-01&until=2026-06-30";
            List<String> before = csv(ada, june);
            assertThat(before)
                    .containsExactly(
                            "account,currency,accrual_basis,plus_open_before,less_open_after,less_settled_otherwise,cash_basis",
                            "2000 Output tax,EUR,23.00,0.00,0.00,0.00,23.00",
                            "4000 Income,EUR,100.00,0.00,0.00,0.00,100.00");
            play.setDate(LocalDate.of(2026, 7, 6));
            ada.follow("/payments/" + cheque + "/return", "on=6+Jul+2026&reason=not+covered&amount=123.00");
            assertThat(csv(ada, june)).isEqualTo(before);
            assertThat(csv(ada, "/reports/cash-basis.csv?from=2026-07-01&until=2026-07-31"))
                    .endsWith(
                            "2000 Output tax,EUR,0.00,0.00,-23.00,0.00,-23.00",
                            "4000 Income,EUR,0.00,0.00,-100.00,0.00,-100.00");
            assertThat(text(ada, "/reports/cash-basis?from=2026-07-01&until=2026-07-31"))
                    .contains("money that settled documents in EUR has −123.00 too: it agrees to the cent");
        }
    }

    @Test
    void income_by_item_agrees_with_the_accounts_and_opens_into_its_documents(World world, CreditDocument credit) {
        Document invoice = world.invoice(world.payer(), world.line("Crane lift", "2", "145.00", "standard"));
        try (var ada = new Visitor(world, "ada")) {
            String days = "from=2026-06-01&until=2026-06-30";
            assertThat(csv(ada, "/reports/income.csv?" + days))
                    .last()
                    .asString()
                    .endsWith("Crane lift,EUR,1,290.00");
            assertThat(text(ada, "/reports/income?" + days))
                    .contains("the movement of all accounts of income in EUR has 290.00 too");
            assertThat(ada.get("/reports/income?by=document&which=item:+typed:+Crane+lift&" + days)
                            .body())
                    .contains("/invoices/" + invoice.number());
            assertThat(csv(ada, "/reports/income.csv?by=month&" + days)).last().isEqualTo("2026-06,EUR,1,290.00");
        }
    }

    @Test
    void deferred_income_is_what_was_billed_for_days_to_come(World world) {
        world.berth(world.payer());
        world.bill(world.today());
        try (var ada = new Visitor(world, "ada")) {
            String lines = "/reports/deferred.csv?by=line&until=";
            assertThat(csv(ada, lines + "2026-06-10"))
                    .as("ten days of thirty")
                    .startsWith("customer,document,what,from,until,currency,billed,earned,deferred")
                    .anyMatch(l -> l.endsWith(",Berth,2026-06-01,2026-06-30,EUR,640.00,213.33,426.67"));
            assertThat(csv(ada, lines + "2026-06-29"))
                    .as("a thirtieth is left for the last day")
                    .anyMatch(l -> l.endsWith(",Berth,2026-06-01,2026-06-30,EUR,640.00,618.67,21.33"));
            assertThat(csv(ada, lines + "2026-06-30"))
                    .as("nothing of it after that")
                    .hasSize(1);
            assertThat(csv(ada, "/reports/deferred.csv?until=2026-06-10"))
                    .last()
                    .isEqualTo("2026-06,EUR,453.42");
            assertThat(csv(ada, lines + "2026-06-10&which=2026-06"))
                    .as("the lines of a month")
                    .anyMatch(l -> l.endsWith(",Berth,2026-06-01,2026-06-30,EUR,640.00,213.33,426.67,426.67"));
            assertThat(csv(ada, lines + "2026-06-10&which=2026-07"))
                    .as("none of another")
                    .hasSize(1);
            assertThat(text(ada, "/reports/deferred?by=line&until=2026-06-10&which=2026-06"))
                    .contains("Deferred until then", "680.12 226.70 453.42 453.42");
            assertThat(text(ada, "/reports/deferred?until=2026-06-10")).contains("Earned in");
        }
    }

    @Test
    void the_instalment_register_says_what_was_promised_settled_and_late(World world, PlayDays play) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, "100.00", may(1));
        world.payCash(owner, "40.00", new Policy.OfDocument(invoice.id()));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(csv(ada, "/reports/instalments.csv?from=2026-05-01&until=2026-06-01&which=late"))
                    .hasSize(2)
                    .last()
                    .asString()
                    .contains(invoice.number())
                    .endsWith("EUR,100.00,100.00,40.00,60.00,60.00,17");
            assertThat(csv(ada, "/reports/instalments.csv?from=2026-05-01&until=2026-05-15"))
                    .last()
                    .asString()
                    .endsWith("EUR,100.00,100.00,0.00,100.00,0.00,0");
            assertThat(csv(ada, "/reports/instalments.csv?from=2026-05-01&which=settled"))
                    .hasSize(1);
            assertThat(text(ada, "/reports/instalments?from=2026-05-01&until=2026-06-01"))
                    .contains("All of it in EUR", "100.00 100.00 40.00 60.00 60.00");
            assertThat(csv(ada, "/reports/instalments.csv?from=2026-05-01&until=2026-12-31"))
                    .as("what is to come as it stands today: seventeen days late, no more")
                    .last()
                    .asString()
                    .endsWith("60.00,60.00,17");
        }
    }

    /** The invoice of a period is found even if it is dated years before it. */
    @Test
    void recurring_income_is_told_by_month_wherever_its_invoices_are_dated(World world, PlayDays play) {
        RecurringId berth =
                world.agree(world.payer(), LocalDate.of(2026, 4, 1), world.line("Berth", "1", "100.00", "standard"));
        world.agree(world.payer(), LocalDate.of(2026, 6, 1), world.line("Buoy", "1", "40.00", "standard"));
        world.bill(RunningApp.TODAY);
        try (var otto = new Visitor(world, "otto")) {
            String months = "/reports/recurring.csv?from=2026-05-01&until=2026-06-30";
            List<String> expected = List.of(
                    "month,currency,before,new,resumed,raised,lowered,paused,lost,after",
                    "2026-05,EUR,100.00,0.00,0.00,0.00,0.00,0.00,0.00,100.00",
                    "2026-06,EUR,100.00,40.00,0.00,0.00,0.00,0.00,0.00,140.00");
            assertThat(csv(otto, months)).isEqualTo(expected);
            String change =
                    "update document set %s where id = (select document_id from occurrence where recurring_id = '"
                            + berth + "' and period_from = '2026-06-01')";
            world.asOwner(change.formatted("document_date = document_date - 2000"));
            assertThat(csv(otto, months)).isEqualTo(expected);
            world.asOwner(change.formatted("document_date = document_date + 2000, state = 'void'"));
            assertThat(csv(otto, months))
                    .as("June is not over, and may be billed again")
                    .isEqualTo(expected);
            play.setDate(LocalDate.of(2026, 7, 6));
            assertThat(csv(otto, months))
                    .last()
                    .isEqualTo("2026-06,EUR,100.00,40.00,0.00,0.00,0.00,-100.00,0.00,40.00");
            world.asOwner(change.formatted("state = 'issued'"));
        }
    }

    @Test
    void money_that_is_held_is_told_by_customer(World world) {
        world.payCash(world.payer(), "25.00", new Policy.OnAccount());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(csv(ada, "/reports/held.csv")).last().asString().endsWith("EUR,25.00,0.00,25.00");
            assertThat(text(ada, "/reports/held")).contains("account 2100 in EUR has 25.00 too: it agrees to the cent");
        }
    }

    @Test
    void every_report_is_there_empty_as_pdf_and_asked_for_ten_times_at_once(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/reports").body()).contains("Aged receivables", "Instalment register");
            for (String report : ALL) {
                assertThat(text(ada, "/reports/" + report)).as(report).contains("There is nothing to tell");
                var pdf = otto.get("/reports/" + report + ".pdf");
                assertThat(pdf.statusCode()).as(report).isEqualTo(200);
                assertThat(pdf.headers().firstValue("content-type")).hasValue("application/pdf");
            }
            world.invoice();
            List<String> ten = IntStream.range(0, 10)
                    .parallel()
                    .mapToObj(i -> otto.get("/reports/aged.csv").body())
                    .distinct()
                    .toList();
            assertThat(ten).hasSize(1);
        }
    }

    @Test
    void a_file_that_could_not_be_made_is_not_answered_as_if_it_were_whole(World world) {
        world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            String path = "/reports/income.csv?from=2026-06-01&until=2026-06-30";
            assertThat(ada.get(path).headers().firstValue("content-disposition"))
                    .hasValue("attachment; filename=\"income-2026-06-01-2026-06-30.csv\"");
            world.asOwner("alter table document_line rename column net_minor to net_gone");
            var failed = ada.get(path);
            assertThat(failed.statusCode()).isEqualTo(500);
            assertThat(failed.headers().firstValue("content-disposition")).isEmpty();
            assertThat(failed.body()).contains("Something went wrong on our side");
            world.asOwner("alter table document_line rename column net_gone to net_minor");
        }
    }

    @Test
    void in_the_first_week_of_a_month_reports_begin_with_the_month_before(World world) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/reports/income").body()).contains("value=\"1 May 2026\"", "value=\"1 Jun 2026\"");
            assertThat(ada.get("/reports/income?until=8+Jun+2026").body()).contains("value=\"1 Jun 2026\"");
            assertThat(ada.get("/reports/income?until=31+May+2026").body()).contains("value=\"1 May 2026\"");
        }
    }
}
