package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

/** A billing run killed with SIGKILL half-way and started again. */
class CrashTest {
    private static final int MANY = 4_000;

    @Test
    void each_period_has_exactly_one_invoice_after_a_kill() throws Exception {
        try (var installation = new Installation();
                var person = new Person()) {
            person.page.navigate(installation.firstUserAddress());
            person.fill("form", Map.of("name", "Nora", "login", "nora", "password", "harbour-lights"));
            person.press("Make the first user");
            person.fill("form", Map.of("username", "nora", "password", "harbour-lights"));
            person.press("Sign in");
            person.page.navigate(installation.address + "/setup");
            person.fill(
                    "#identity",
                    Map.of(
                            "legalName",
                            "L",
                            "senderName",
                            "L",
                            "statementName",
                            "L",
                            "mailFrom",
                            "l@l.example",
                            "address",
                            "Q",
                            "taxNumber",
                            "IE1"));
            person.page.locator("#identity button").click();
            assertThat(person.page.locator("#accounts")).containsText("Card clearing");
            seed(installation);

            person.page.navigate(installation.address + "/billing-runs");
            person.press("Rehearse");
            person.press("Commit");
            Installation.await("the first chunks", () -> installation.count("select issued from billing_run") >= 400);
            installation.killApp();
            long before = installation.count("select count(*) from invoice");
            assertThat(before).isBetween(400L, (long) MANY);
            installation.startApp();
            Installation.await(
                    "the run to be done",
                    () -> installation.count("select count(*) from billing_run where state = 'done'") == 1);

            assertThat(installation.count("select count(*) from invoice")).isEqualTo(MANY);
            assertThat(installation.count("select count(distinct (recurring_id, period_from)) from invoice"))
                    .isEqualTo(MANY);
            assertThat(installation.count("select max(right(number, 4)::int) from invoice"))
                    .isEqualTo(MANY);
            assertThat(installation.health()).contains("\"ledgerHealth\":{\"status\":\"UP\"}");
        }
    }

    private static void seed(Installation installation) throws Exception {
        try (var connection = installation.owner();
                var statement = connection.createStatement()) {
            statement.execute(
                    "insert into tax_rate values (1, gen_random_uuid(), 'standard', 'VAT', 23, '2021-03-01', null, 'test')");
            statement.execute(
                    "insert into terms values (1, gen_random_uuid(), '14 days', 0, 14, false, 'Within 14 days.', true)");
            statement.execute(
                    "insert into customer (business_id, id, code, name, kind, country, currency, created_on) select 1, gen_random_uuid(), 'K-' || n, 'Customer ' || n, 'person', 'IE', 'EUR', '2026-06-01' from generate_series(1, "
                            + MANY + ") n");
            statement.execute("""
                    insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, state, next_date, next_make_on)
                    select 1, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=1', '2026-06-01', 'MONTH_OF_DATE', 0, t.id, 'EUR', 'active', '2026-06-01', '2026-06-01' from customer c, terms t""");
            statement.execute(
                    "insert into recurring_line select 1, id, 1, null, 'Berth', 1, 'month', 64000, 'standard', '4000' from recurring_invoice");
        }
    }
}
