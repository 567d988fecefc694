package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How often, how much, in which parts: arrangements and instalments as a billing administrator works with them. */
@ExtendWith(OneInstallation.class)
class ArrangementStoriesTest {
    /** Customers M-1 to M-n, each with a copy of the berth that is billed, of which nothing is billed yet. */
    static final String MORE_BERTHS = """
            with c as (insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search)
                         select b.id, gen_random_uuid(), 'M-' || n, 'Moorer ' || n, 'person', 'm' || n || '@lakeside.example', 'IE', 'EUR', '2026-06-01', 'moorer ' || n || ' m-' || n
                           from business b, generate_series(1, %d) n where b.code = 'moorings' returning *),
                 r as (insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, price_mode, state, next_index, next_date, next_make_on, search, review_first)
                         select c.business_id, gen_random_uuid(), 'Season berth', c.id, o.rule, o.starts_on, o.coverage, 0, o.terms_id, o.currency, o.price_mode, 'active', 0, '2026-06-01', '2026-06-01', 'season berth', %s
                           from c join lateral (select * from recurring_invoice o where o.business_id = c.business_id limit 1) o on true returning *)
            insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account)
              select r.business_id, r.id, 1, 'Season berth', 1, 'month', 640, 'standard', '4000' from r
            """;

    private static void customer(Person person, String name) {
        Page page = person.page;
        page.locator(".chooser [name=who]").fill(name);
        page.locator(".chooser .choice").first().click();
        assertThat(page.locator(".chooser")).containsText(name);
    }

    private static void type(Page page, String field, String value) {
        answered(page, () -> {
            page.locator(field).fill(value);
            page.locator(field).press("Tab");
        });
    }

    private static void choose(Page page, String field, String value) {
        answered(page, () -> page.locator(field).selectOption(value));
    }

    private static void chooseTerms(Page page, String name) {
        answered(page, () -> page.locator("#terms").selectOption(new SelectOption().setLabel(name)));
    }

    /** Types something, and waits until the paper has answered and is ready for more. */
    private static void answered(Page page, Runnable typing) {
        page.waitForResponse(r -> r.url().contains("typed"), typing);
        assertThat(page.locator("#typed.htmx-request, #typed.htmx-swapping, #typed.htmx-settling"))
                .hasCount(0);
    }

    /** 1,375.00 with 160.00 down and seven every three weeks: 173.58 and six times 173.57. */
    @Test
    void a_down_payment_and_seven_are_typed_dragged_mended_and_issued(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/invoices/new?over=true");
            customer(person, "Écluse");
            type(page, "#text0", "Winter storage");
            type(page, "#price0", "1375");
            choose(page, "#mode", "tax included");
            assertThat(page.locator("#gross")).containsText("1,375.00");
            page.locator("#divide").click();
            assertThat(page.locator("#part0")).hasValue("1,375.00");
            page.locator("#planDown").fill("160");
            page.locator("#planDownDue").fill("2 Jun 2026");
            page.locator("#planCount").fill("7");
            page.locator("#planEvery").fill("3");
            page.locator("#planUnit").selectOption("WEEK");
            page.locator("#planFrom").fill("2 Jun 2026");
            page.locator("#make-plan").click();
            assertThat(page.locator("#addition")).containsText("160.00 + 173.58 + 6 × 173.57 = 1,375.00");
            assertThat(page.locator("#due7")).hasValue("27 Oct 2026");
            person.look();

            page.locator(".edge[data-edge='0']").focus();
            answered(page, () -> page.keyboard().press("Shift+ArrowRight"));
            assertThat(page.locator("#part0")).hasValue("170.00");
            assertThat(page.locator("#part1")).hasValue("163.58");
            assertThat(page.locator("#addition")).containsText("= 1,375.00");

            answered(page, () -> {
                page.locator("#part0").fill("160");
                page.keyboard().press("Tab");
            });
            page.keyboard().type("3 Jun 2026");
            assertThat(page.locator("#due0")).hasValue("3 Jun 2026");
            for (int i = 1; i <= 7; i++) page.locator("#part" + i).fill("185");
            type(page, "#part0", "160");
            assertThat(page.locator("#addition")).containsText("80.00 more than the total");
            page.getByText("Issue", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page.locator(".dock .problem")).containsText("80.00 is too much");
            answered(page, () -> page.locator("#typed").dispatchEvent("retype"));
            assertThat(page.locator(".dock .problem")).containsText("80.00 is too much");
            page.locator("#mend").click();
            assertThat(page.locator("#addition")).containsText("160.00 + 173.58 + 6 × 173.57 = 1,375.00");
            page.getByText("Issue", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-0002"));
            assertThat(page.locator("#open-items tbody tr")).hasCount(8);
            assertThat(page.locator("#open-items tbody tr").nth(1)).containsText("173.58");
            person.look();
        }
    }

    /** 385.00 and 23 % each quarter on the 15th, due 21 days later. */
    @Test
    void a_club_fee_each_quarter_on_the_15th_is_due_21_days_later(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/setup/terms/new");
            type(page, "#days0", "21");
            assertThat(page.locator("#example h2")).hasText("21 days after the invoice’s own date");
            page.locator("#f-name").fill("21 days");
            page.locator("#f-printed").fill("Payable within 21 days.");
            person.look();
            person.press("Add terms");
            assertThat(page.locator("#terms tbody")).containsText("21 days");

            person.goTo("/recurring/new?over=true");
            type(page, "[name=name]", "Club fee");
            customer(person, "Écluse");
            type(page, "#text0", "Club fee");
            type(page, "#price0", "385");
            choose(page, "#unit", "QUARTER");
            type(page, "#dayNumber", "15");
            type(page, "#start", "15 May 2026");
            chooseTerms(page, "21 days");
            assertThat(page.locator("#gross")).containsText("473.55");
            assertThat(page.locator("#sentence"))
                    .containsText(
                            "Every quarter, on the 15th, from 15 May 2026 until it is ended, made on its date, in advance, for the quarter from the month it falls in; issued automatically, sent as PDF and link to j.ecluse@lakeside.example; due 21 days after the invoice’s own date.");
            person.press("Save");
            assertThat(page).hasURL(Pattern.compile(".*/recurring/[0-9a-f-]{36}"));
            person.look();

            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.sees("473.55");
            person.sees("5 Jun 2026");
            person.press("Issue 1 invoice");
            person.runIsDone();
        }
    }

    /** 16 to 30 April is half of 640.00, the end on 20 June 20 of 30 days: 393.60, 787.20 and 524.80 with tax. */
    @Test
    void a_mid_month_start_and_an_early_end_are_billed_to_the_cent(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/recurring/new?over=true");
            type(page, "[name=name]", "Late berth");
            customer(person, "Écluse");
            type(page, "#text0", "Summer berth, 12 m");
            assertThat(page.locator("#price0")).hasValue("640.00");
            choose(page, "#coverage", "MONTH_BEFORE");
            type(page, "#start", "16 Apr 2026");
            choose(page, "#proration", "days of the period");
            assertThat(page.locator("#period")).hasText("16 Apr 2026 – 30 Apr 2026");
            assertThat(page.locator("#gross")).containsText("393.60");
            person.press("Save");
            assertThat(page).hasURL(Pattern.compile(".*/recurring/[0-9a-f-]{36}"));
            String address = page.url();
            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.sees("393.60");
            person.sees("787.20");
            person.press("Issue 2 invoices");
            person.runIsDone();

            page.navigate(address + "/course");
            page.locator("#last").fill("20 Jun 2026");
            person.press("See what that does");
            assertThat(page.locator("#what-ending-does")).containsText("524.80");
            person.look();
            person.press("End it on 20 Jun 2026");
            assertThat(page.locator("#ahead")).containsText("20 Jun 2026");
            assertThat(page.locator("#dates tbody tr")).hasCount(1);
        }
    }

    @Test
    void prices_rise_for_forty_from_a_date_rehearsed_and_two_left_out(Installation installation) {
        installation.begin(BILLED);
        installation.execute(MORE_BERTHS.formatted(40, "false"));
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/recurring/prices?q=season");
            assertThat(page.locator("#choose tbody tr")).hasCount(40);
            page.locator("#change").fill("4.5 %");
            page.locator("#from").fill("1 Jul 2026");
            person.press("Rehearse");
            assertThat(page.locator("#raise tbody tr")).hasCount(40);
            assertThat(page.locator("#raise tbody tr").first()).containsText("668.80");
            assertThat(page.locator("#raise tbody tr").first()).containsText("822.62");
            page.locator("#raise [name=out]").nth(3).check();
            page.locator("#raise [name=out]").nth(7).check();
            person.look();
            person.press("Change the prices of 40 arrangements");
            assertThat(page.getByText("left out by hand")).hasCount(2);
            assertThat(page.getByText("changed", new Page.GetByTextOptions().setExact(true)))
                    .hasCount(38);
            person.goTo("/forecast?month=2026-07");
            assertThat(page.locator("#forecast").getByText("822.62")).hasCount(38);
            person.look();
        }
    }

    /** 118 kWh: 100 at 0.34 and 18 at 0.29 are 39.22, with 13.5 % 44.51. */
    @Test
    void a_metered_berth_waits_for_a_gap_and_is_priced_by_the_block(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/catalogue/import");
            page.locator("input[type=file]")
                    .setInputFiles(new FilePayload(
                            "power.csv",
                            "text/csv",
                            "code,name,kind,unit,tax,account,currency,price,tariff\nPOWER,Shore power,metered,kWh,reduced,4000,EUR,100: 0.34; above: 0.29,graduated\n"
                                    .getBytes(StandardCharsets.UTF_8)));
            person.press("Rehearse");
            person.press("Import 1 item");
            person.sees("The good items are imported.");
            person.goTo("/catalogue?q=power");
            assertThat(page.locator("#items tbody")).containsText("Shore power");

            person.goTo("/recurring/new?over=true");
            type(page, "[name=name]", "Metered power");
            customer(person, "Écluse");
            type(page, "#text0", "Shore power");
            assertThat(page.locator("#unit0")).hasValue("kWh");
            choose(page, "#basis0", "METERED");
            choose(page, "#coverage", "MONTH_BEFORE");
            assertThat(page.locator("#sentence")).containsText("; what is billed as read waits for its readings; ");
            person.look();
            person.press("Save");
            assertThat(page).hasURL(Pattern.compile(".*/recurring/[0-9a-f-]{36}"));

            person.goTo("/readings?month=2026-05");
            String code = installation.text("select code from customer where name like '%cluse'");
            readings(person, code + ",POWER,2026-05-16/2026-05-31,70");
            person.press("Take 1 reading");
            person.sees("1 reading was taken");
            person.goTo("/recurring?q=metered");
            person.sees("It waits for readings: “Shore power” for 1 May 2026 – 15 May 2026.");
            person.goTo("/readings?month=2026-05");
            person.look();
            readings(person, code + ",POWER,2026-05-01/2026-05-15,48", code + ",POWER,2026-05-20/2026-05-21,1");
            person.sees("is read already: 70 kWh");
            person.look();
            person.press("Take 1 reading");
            person.sees("1 reading was taken");
            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.sees("44.51");
            person.press("Issue 1 invoice");
            person.runIsDone();
            person.goTo("/invoices/LW-2026-0002");
            person.sees("Shore power, up to 100");
            person.sees("39.22");
        }
    }

    private static void readings(Person person, String... lines) {
        String file = "customer,item,period,quantity\n" + String.join("\n", lines) + "\n";
        person.page
                .locator("input[type=file]")
                .setInputFiles(new FilePayload("meters.csv", "text/csv", file.getBytes(StandardCharsets.UTF_8)));
        person.press("Import");
        assertThat(person.page.locator("h1")).hasText("meters.csv");
    }

    /** 1,000.00: 250.00 at issue, 750.00 on the 20th after 31 October. */
    @Test
    void a_quarter_at_issue_and_the_rest_on_the_20th_after_the_service_ends(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/setup/terms/new");
            page.locator("#f-name").fill("A quarter now, the rest after");
            page.locator("#f-printed").fill("A quarter now, the rest on the 20th after.");
            type(page, "#days0", "0");
            type(page, "#share0", "25 %");
            type(page, "#share1", "74.99 %");
            assertThat(page.locator("#example")).containsText("0.01\u00a0% are missing");
            type(page, "#share1", "rest");
            choose(page, "#anchor1", "service end");
            type(page, "#days1", "1");
            choose(page, "#then1", "day");
            type(page, "#thenDay1", "20");
            assertThat(page.locator("#example")).containsText("750.00");
            person.look();
            person.press("Add terms");
            assertThat(page.locator("#terms tbody")).containsText("A quarter now");

            person.goTo("/invoices/new?over=true");
            customer(person, "Écluse");
            type(page, "#text0", "Season");
            type(page, "#price0", "1000");
            choose(page, "#mode", "tax included");
            chooseTerms(page, "A quarter now, the rest after");
            person.sees("the last day of its service, which this document does not say");
            type(page, "#periodFrom", "1 Jun 2026");
            type(page, "#periodTo", "31 Oct 2026");
            assertThat(page.locator("#addition")).containsText("250.00 + 750.00 = 1,000.00");
            page.getByText("Issue", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-0002"));
            Locator items = page.locator("#open-items tbody tr");
            assertThat(items.first()).containsText("250.00");
            assertThat(items.nth(1)).containsText("Fri 20 Nov 2026");
        }
    }

    @Test
    void a_hundred_and_forty_drafts_are_gone_through_by_keyboard(Installation installation) {
        installation.begin(BILLED);
        installation.execute(MORE_BERTHS.formatted(140, "true"));
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.press("Issue 140 invoices");
            person.runIsDone();
            assertThat(page.locator("#to-review")).hasText("Review the 140 drafts");
            page.locator("#to-review").click();
            assertThat(page.locator("h1")).hasText("Drafts to review");
            person.look();
            int issued = 0;
            while (issued < 140) {
                int there = page.locator("#drafts tbody tr[data-row]").count();
                for (int i = 1; i <= there; i++) {
                    page.keyboard().press("a");
                    assertThat(page.locator("#drafts tbody tr.undone")).hasCount(i);
                }
                issued += there;
                person.goTo("/drafts/review");
            }
            person.sees("No draft waits.");
            person.goTo("/invoices?q=moorer");
            person.sees("140 documents");
        }
    }
}
