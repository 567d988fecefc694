package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.assertions.LocatorAssertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Work killed with SIGKILL half-way and started again. */
@ExtendWith(OneInstallation.class)
class CrashTest {
    private static final int MANY = 6_000;

    @Test
    void each_period_has_exactly_one_invoice_after_a_kill(Installation installation) throws Exception {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            seed(installation);
            person.goTo("/billing-runs");
            person.press("Rehearse");
            Installation.await(
                    "the plan", () -> installation.count("select count(*) from run where state = 'rehearsed'") == 1);
            person.page.reload();
            person.press("Issue 6,000 invoices");
            Installation.await("the first chunks", () -> installation.count("select count(*) from document") >= 800);
            person.page.navigate("about:blank");
            installation.killApp();
            long before = installation.count("select count(*) from document");
            assertThat(before).isBetween(800L, MANY - 1L);
            installation.startApp();
            Installation.await(
                    "the run to be done",
                    () -> installation.count("select count(*) from run where state = 'done'") == 1);

            assertThat(installation.count("select count(*) from document")).isEqualTo(MANY);
            assertThat(installation.count("select count(distinct (origin_id, document_date)) from document"))
                    .isEqualTo(MANY);
            assertThat(installation.count("select max(right(number, 4)::int) from document"))
                    .isEqualTo(MANY);
            assertThat(installation.count("select count(*) from claim")).isEqualTo(MANY);
            person.signIn();
            installation.booksAgree(person);
        }
    }

    /** The application is killed while all certain lines are matched; each is matched or not, and a second press does the rest. */
    @Test
    void certain_lines_are_matched_once_although_the_first_press_was_killed(Installation installation)
            throws Exception {
        installation.begin(BILLED);
        installation.execute(ArrangementStoriesTest.MORE_BERTHS.formatted(80, "false"));
        try (var person = new Person(installation)) {
            person.signIn();
            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.press("Issue 80 invoices");
            assertThat(person.page.locator("#progress")).containsText("Done");
            for (int i = 2; i <= 81; i++)
                installation.transfer("EUR", "Somebody", "787.20", "LW-2026-%04d".formatted(i));
            person.goTo("/day");
            person.moveForwardTo("Tue 2 Jun 2026");
            person.goTo("/unmatched/certain");
            person.expects("sendError");
            person.expects("CONNECTION");
            person.page.evaluate("document.querySelector('main form button.main').click()");
            Installation.await("the first matches", () -> installation.count("select count(*) from match") >= 5);
            installation.killApp();
            long matched = installation.count("select count(*) from match");
            assertThat(matched).isBetween(5L, 79L);
            assertThat(installation.count("select count(*) from bank_line where left_minor = 0"))
                    .isEqualTo(matched);
            installation.startApp();
            person.signIn();
            person.goTo("/unmatched/certain");
            person.press("Match the selected lines");
            assertThat(person.page.locator("main"))
                    .containsText(
                            "Every bank line is matched",
                            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000));
            assertThat(installation.count("select count(*) from match")).isEqualTo(80);
            installation.booksAgree(person);
        }
    }

    private static void seed(Installation installation) {
        installation.execute(
                "insert into customer (business_id, id, code, name, kind, country, currency, created_on, search) select 1, gen_random_uuid(), 'K-' || n, 'Customer ' || n, 'person', 'IE', 'EUR', '2026-06-01', 'customer ' || n from generate_series(1, "
                        + MANY + ") n");
        installation.execute("""
                insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, price_mode, state, next_index, next_date, next_make_on, search)
                select 1, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=1', '2026-06-01', 'MONTH_OF_DATE', 0, t.id, 'EUR', 'plus tax', 'active', 0, '2026-06-01', '2026-06-01', 'berth' from customer c, terms t where t.business_id = 1 and t.chosen and c.business_id = 1""");
        installation.execute(
                "insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account) select 1, id, 1, 'Berth', 1, 'month', 640, 'standard', '4000' from recurring_invoice where business_id = 1");
    }
}
