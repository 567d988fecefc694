package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Work killed with SIGKILL half-way and started again. */
@ExtendWith(OneInstallation.class)
class CrashTest {
    private static final int MANY = 6_000;
    /** What the one mandate says, by all the others. */
    private static final String OTHERS_MANDATES = """
            insert into mandate (business_id, id, customer_id, reference, scheme, state, signed_on, valid_from, one_off, notice_days, payer_name, iban_secret, iban_digest, iban_ending, way, made_on)
            select m.business_id, gen_random_uuid(), c.id, 'M-' || c.code, m.scheme, m.state, m.signed_on, m.valid_from, m.one_off, m.notice_days, m.payer_name, m.iban_secret, m.iban_digest, m.iban_ending, m.way, m.made_on
              from mandate m, customer c where c.business_id = m.business_id and c.code like 'K-%'""";

    private static final int PAYERS = 2_400;

    @Test
    void each_period_has_exactly_one_invoice_after_a_kill(Installation installation) throws Exception {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            seed(installation, MANY);
            installation.slow("document");
            person.goTo("/billing-runs");
            person.press("Rehearse");
            Installation.await(
                    "the plan", () -> installation.count("select count(*) from run where state = 'rehearsed'") == 1);
            person.page.reload();
            person.press("Issue 6,000 invoices");
            Installation.await("the first chunks", () -> installation.count("select count(*) from document") >= 800);
            person.page.navigate("about:blank");
            installation.killApp();
            installation.fast("document");
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
            person.runIsDone();
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
            assertThat(person.page.locator("main")).containsText("Every bank line is matched");
            assertThat(installation.count("select count(*) from match")).isEqualTo(80);
            installation.booksAgree(person);
        }
    }

    /** Killed while a run is committed, and again while its file is written: each item is collected once, in one file. */
    @Test
    void a_run_of_debits_that_was_killed_twice_collects_each_item_once_with_one_file(Installation installation)
            throws Exception {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.mandate("T. Breslin", "t.breslin@lakeside.example", 11, Map.of());
            seed(installation, PAYERS);
            installation.execute(OTHERS_MANDATES);
            installation.execute(
                    "insert into mandate_cover (business_id, mandate_id, customer_id) select business_id, id, customer_id from mandate where reference like 'M-K-%'");
            installation.execute(
                    "insert into billed_how (business_id, pays_by) values (1, 'collected') on conflict (business_id, customer_id, group_id) do update set pays_by = 'collected'");
            person.goTo("/billing-runs");
            person.press("Rehearse");
            Installation.await(
                    "the plan", () -> installation.count("select count(*) from run where state = 'rehearsed'") == 1);
            person.page.reload();
            person.press("Issue 2,401 invoices");
            assertThat(person.page.locator("#progress")).containsText("Done");
            installation.execute(
                    "insert into debit_notice select business_id, id, '2026-06-01', due_date, amount_minor, currency, 'advance notice' from claim");
            installation.execute("analyze");
            debits.rehearse("16 Jun 2026");
            assertThat(person.page.locator("main")).containsText("2,401 items to collect");
            String run = person.page.url();
            installation.slow("collection");
            person.page.locator(".dock button.main").click();
            Installation.await("the first chunk", () -> collections(installation) >= 800);
            person.page.navigate("about:blank");
            installation.killApp();
            installation.fast("collection");
            assertThat(collections(installation)).isBetween(800L, (long) PAYERS);
            installation.startApp();
            Installation.await(
                    "the run to be ready",
                    () -> installation.count("select count(*) from debit_run where state = 'ready'") == 1);
            assertThat(collections(installation)).isEqualTo(PAYERS + 1L);

            person.signIn();
            person.page.navigate(run);
            person.expects("sendError");
            person.expects("CONNECTION");
            person.page.evaluate("document.querySelector('.dock form:last-of-type button').click()");
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(150));
            installation.killApp();
            installation.startApp();
            person.signIn();
            person.page.navigate(run);
            if (person.page.locator("#state").textContent().equals("ready")) {
                assertThat(installation.count("select count(*) from debit_file"))
                        .isZero();
                person.press("Hand over to the bank");
            }
            assertThat(person.page.locator("#state")).containsText("handed over");
            assertThat(installation.count("select count(*) from debit_file")).isEqualTo(1);
            assertThat(installation.count("select count(distinct claim_id) from collection_item where live"))
                    .isEqualTo(PAYERS + 1L);
            assertThat(installation.count("select count(*) from collection where state = 'in flight'"))
                    .isEqualTo(PAYERS + 1L);
            installation.booksAgree(person);
        }
    }

    private static long collections(Installation installation) {
        return installation.count("select count(*) from collection");
    }

    private static void seed(Installation installation, int many) {
        installation.execute(
                "insert into customer (business_id, id, code, name, kind, country, currency, created_on, search) select 1, gen_random_uuid(), 'K-' || n, 'Customer ' || n, 'person', 'IE', 'EUR', '2026-06-01', 'customer ' || n from generate_series(1, "
                        + many + ") n");
        installation.execute("""
                insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, price_mode, state, next_index, next_date, next_make_on, search)
                select 1, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=1', '2026-06-01', 'MONTH_OF_DATE', 0, t.id, 'EUR', 'plus tax', 'active', 0, '2026-06-01', '2026-06-01', 'berth' from customer c, terms t where t.business_id = 1 and t.chosen and c.business_id = 1""");
        installation.execute(
                "insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account) select 1, id, 1, 'Berth', 1, 'month', 640, 'standard', '4000' from recurring_invoice where business_id = 1");
    }
}
