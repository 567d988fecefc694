package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.business.FindBusinesses;
import exactum.app.database.Ids;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.ProveBooks;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.YearMonth;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

/** What the database itself holds to, whoever writes. */
@ExtendWith(RunningApp.class)
class LedgerRulesTest {
    private static final String ENTRY =
            "insert into entry (business_id, id, event, source_id, event_date, entry_date, memo) values ({1}, {0}, 'invoice issued', {0}, '2026-06-01', '2026-06-01', 'test')";

    private static void insert(World world, DSLContext db, UUID entry, long debit, long credit) {
        int business = world.moorings.value();
        db.execute(ENTRY, entry, business);
        db.execute(
                "insert into posting (business_id, entry_id, line_no, account, currency, amount_minor, own_minor, entry_date) values ({3}, {0}, 1, '1000', 'EUR', {1}, {1}, '2026-06-01'), ({3}, {0}, 2, '4000', 'EUR', {2}, {2}, '2026-06-01')",
                entry, debit, credit, business);
    }

    @Test
    void an_entry_out_of_balance_cannot_be_committed(World world, DSLContext db, TransactionTemplate transaction) {
        assertThatThrownBy(() -> transaction.executeWithoutResult(s -> insert(world, db, Ids.next(), 100, -99)))
                .hasStackTraceContaining("out of balance");
    }

    @Test
    void nobody_who_books_waits_for_another_who_books_the_same_accounts(
            World world, DSLContext db, TransactionTemplate transaction, ProveBooks prove) {
        world.invoice();
        transaction.executeWithoutResult(first -> {
            insert(world, db, Ids.next(), 500, -500);
            var elsewhere = CompletableFuture.runAsync(() -> transaction.executeWithoutResult(second -> {
                db.execute("set local lock_timeout = '2s'");
                insert(world, db, Ids.next(), 700, -700);
            }));
            assertThat(elsewhere).succeedsWithin(Duration.ofSeconds(10));
            insert(world, db, Ids.next(), 900, -900);
        });
        assertThat(db.fetchValue(
                        "select sum(debit_minor) from account_day where business_id = {0} and account = '1000' and day = '2026-06-01'",
                        world.moorings.value()))
                .isEqualTo(new BigDecimal(2100));
        assertThat(prove.disagreements(world.moorings)).noneMatch(d -> d.startsWith("the kept balance"));
    }

    @Test
    void an_entry_needs_postings(World world, DSLContext db, TransactionTemplate transaction) {
        assertThatThrownBy(() ->
                        transaction.executeWithoutResult(s -> db.execute(ENTRY, Ids.next(), world.moorings.value())))
                .hasStackTraceContaining("has no postings");
    }

    @Test
    void the_application_cannot_edit_what_is_booked_or_recorded(World world, DSLContext db) {
        world.invoice();
        for (String edit : List.of(
                "update posting set amount_minor = 1",
                "delete from posting",
                "update entry set memo = 'x'",
                "delete from entry",
                "truncate posting",
                "update audit_record set what = 'x'",
                "delete from audit_record",
                "delete from allocation",
                "update allocation set amount_minor = 1",
                "delete from period_event")) {
            assertThatThrownBy(() -> db.execute(edit)).as(edit).hasStackTraceContaining("permission denied");
        }
    }

    @Test
    void what_is_final_is_final_for_the_owner_of_the_database_too(World world, ClosePeriod close) {
        world.invoice();
        world.bankLine("5.00", "Ada", "hello");
        close.close(world.moorings, YearMonth.of(2026, 5));
        int b = world.moorings.value();
        String entry =
                "insert into entry (business_id, id, event, source_id, event_date, entry_date, memo) values (%d, '%s', 'invoice issued', gen_random_uuid(), '%s', '%s', 'x'); insert into posting (business_id, entry_id, line_no, account, currency, amount_minor, own_minor, entry_date) values (%d, '%s', 1, '1000', 'EUR', 100, 100, '%s'), (%d, '%s', 2, '4000', 'EUR', %d, %d, '%s')";
        String id = UUID.randomUUID().toString();
        for (String[] deed : new String[][] {
            {"update posting set amount_minor = 1", "never edited"},
            {"delete from posting", "never edited"},
            {"update entry set memo = 'x'", "never edited"},
            {"delete from entry", "never edited"},
            {"update audit_record set who = 'x'", "never edited"},
            {"delete from audit_record", "never edited"},
            {"update bank_line set amount_minor = 600", "never edited"},
            {"update bank_line set remittance = 'x'", "never edited"},
            {
                "insert into posting select business_id, entry_id, 9, account, currency, 1, 1, entry_date from posting where line_no = 1",
                "cannot be added to"
            },
            {
                entry.formatted(b, id, "2026-06-01", "2026-06-01", b, id, "2026-06-01", b, id, -99, -99, "2026-06-01"),
                "out of balance"
            },
            {
                entry.formatted(b, id, "2026-06-01", "2026-06-01", b, id, "2026-06-01", b, id, -100, -99, "2026-06-01"),
                "in the own currency"
            },
            {
                entry.formatted(
                        b, id, "2026-05-01", "2026-05-01", b, id, "2026-05-01", b, id, -100, -100, "2026-05-01"),
                "in a closed month"
            },
            {
                "insert into period_event (business_id, no, id, kind, month, made_on, made_by) values (%d, 2, gen_random_uuid(), 'closed', '2026-08-01', '2026-09-01', 'x')"
                        .formatted(b),
                "does not follow"
            },
            {"update business set currency = 'GBP' where id = " + b, "cannot change"}
        }) {
            assertThatThrownBy(() -> world.asOwner(deed[0])).as(deed[0]).hasStackTraceContaining(deed[1]);
        }
    }

    @Test
    void what_does_not_agree_is_found_and_named(World world, ProveBooks prove) {
        world.invoice();
        assertThat(prove.disagreements(world.moorings)).isEmpty();
        world.asOwner("update claim set left_minor = left_minor - 1");
        assertThat(prove.disagreements(world.moorings)).isNotEmpty();
        try (var ada = new Visitor(world, "ada")) {
            prove.prove(world.moorings);
            assertThat(ada.get("/ledger").body()).contains("It does not agree", "832.74");
        }
        world.asOwner("update claim set left_minor = left_minor + 1");
    }

    @Test
    void who_asks_twice_waits_for_one_proof_and_the_other_business_for_none(World world, DSLContext db) {
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/ledger/proof", "");
            ada.follow("/ledger/proof", "");
            assertThat(ada.get("/ledger").body()).contains("being proven");
            assertThat(ada.get("/ledger/proof").body()).contains("being proven", "every 1s");
            assertThat(ada.get("~/north-shore/ledger").body()).contains("have not been proven yet");
        }
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/ledger").body()).contains("being proven");
            assertThat(otto.post("/ledger/proof", "").statusCode()).isEqualTo(403);
        }
        assertThat(db.fetch("select 1 from scheduled_tasks where task_name = 'prove-books-asked'"))
                .hasSize(1);
    }

    @Test
    void a_month_closes_once_in_order_and_later_entries_count_on_the_first_open_day(
            World world, ClosePeriod close, FindBooks books) {
        close.close(world.moorings, YearMonth.of(2026, 5));
        assertThatThrownBy(() -> close.close(world.moorings, YearMonth.of(2026, 5)))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> close.close(world.moorings, YearMonth.of(2026, 7)))
                .isInstanceOf(Refusal.class);
        world.invoice(world.payer(), "50.00", World.may(20));
        var receivables = new AccountCode("1100");
        assertThat(books.balance(world.moorings, receivables, "EUR", World.may(31)))
                .isEqualTo(euro("0.00"));
        assertThat(books.balance(world.moorings, receivables, "EUR", june(1))).isEqualTo(euro("50.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/ledger").body()).contains("May 2026");
        }
    }

    @Test
    void the_currency_of_a_business_stays_once_something_is_booked(World world, FindBusinesses businesses) {
        world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            String form =
                    "brandColour=%23123456&brandAccent=%23123456&legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=GBP&timeZone=UTC&mailFrom=a@lakeside.example";
            assertThat(ada.post("/setup/identity", form).body()).contains("The books are kept in EUR already");
        }
        assertThat(businesses.get(world.moorings).currency().getCurrencyCode()).isEqualTo("EUR");
    }

    @Test
    void health_says_so_to_anybody_at_the_price_of_one_query(World world) {
        try (var stranger = new Visitor(world, "nobody")) {
            assertThat(stranger.get("~/actuator/health").body()).contains("UP");
        }
    }
}
