package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.ids.Ids;
import exactum.app.ledger.LedgerHealth;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

/** What the database itself refuses, whatever the application does. */
@ExtendWith(RunningApp.class)
class LedgerRulesTest {
    private static void insert(DSLContext db, UUID entry, long debit, long credit) {
        db.execute(
                "insert into entry (business_id, id, entry_date, kind, source_id, memo) values (1, {0}, '2026-06-01', 'test', {0}, 'test')",
                entry);
        db.execute(
                "insert into posting (business_id, entry_id, line_no, account, currency, amount_minor) values (1, {0}, 1, '1000', 'EUR', {1}), (1, {0}, 2, '4000', 'EUR', {2})",
                entry, debit, credit);
    }

    @Test
    void an_entry_out_of_balance_cannot_be_committed(World world, DSLContext db, TransactionTemplate transaction) {
        assertThatThrownBy(() -> transaction.executeWithoutResult(s -> insert(db, Ids.next(), 100, -99)))
                .hasStackTraceContaining("is out of balance by 1 EUR");
        UUID even = Ids.next();
        transaction.executeWithoutResult(s -> insert(db, even, 100, -100));
        assertThatThrownBy(() -> transaction.executeWithoutResult(s -> db.execute(
                        "insert into posting (business_id, entry_id, line_no, account, currency, amount_minor) values (1, {0}, 3, '1000', 'EUR', 5)",
                        even)))
                .hasStackTraceContaining("all its postings come at once");
    }

    @Test
    void an_entry_needs_postings(World world, DSLContext db, TransactionTemplate transaction) {
        assertThatThrownBy(() -> transaction.executeWithoutResult(s -> db.execute(
                        "insert into entry (business_id, id, entry_date, kind, source_id, memo) values (1, {0}, '2026-06-01', 'test', {0}, 'test')",
                        Ids.next())))
                .hasStackTraceContaining("has no postings");
    }

    @Test
    void the_application_cannot_edit_what_is_booked(World world, DSLContext db) {
        for (String edit : new String[] {
            "update posting set amount_minor = 1",
            "delete from posting",
            "update entry set memo = 'x'",
            "delete from entry",
            "truncate posting"
        }) {
            assertThatThrownBy(() -> db.execute(edit)).as(edit).hasStackTraceContaining("permission denied");
        }
    }

    @Test
    void documents_agree_with_the_ledger(World world, LedgerHealth health) {
        world.invoice();
        assertThat(health.disagreements()).isEmpty();
    }
}
