package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.FindStatements;
import exactum.app.bank.ImportStatements;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.core.bank.Iban;
import exactum.core.bank.StatementLine;
import exactum.core.ids.StatementId;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.Collections;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Statements are imported once and whole; a gap between them is known and shown, never guessed. */
@ExtendWith(RunningApp.class)
class StatementsTest {
    private static final LocalDate DAY = june(1);

    private static byte[] camt(String reference, Iban iban, LocalDate day, String opening, StatementLine... lines) {
        return BankFiles.camt(reference, iban, day, opening, lines);
    }

    private static StatementLine line(String amount, String text) {
        return BankFiles.line(DAY, amount, "Cards", text, "PMNT/RCDT/ESCT");
    }

    private static InputStream in(byte[] content) {
        return new ByteArrayInputStream(content);
    }

    private static void refused(World world, byte[] content, String sentence) {
        int before =
                world.bean(FindStatements.class).list(world.moorings, 1_000).size();
        assertThatThrownBy(() -> world.bean(ImportStatements.class).fromFile(world.moorings, "s.xml", in(content)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was stored");
        assertThat(world.bean(FindStatements.class).list(world.moorings, 1_000)).hasSize(before);
        assertThat(world.balance("1000")).isEqualTo(before == 0 ? euro("100.00") : euro("112.00"));
    }

    @Test
    void each_wrong_statement_gets_one_sentence_and_nothing_is_stored(World world, ImportStatements imports) {
        byte[] good = camt("S-1", world.iban, DAY, "100.00", line("12.00", "hello"));
        String text = new String(good, StandardCharsets.UTF_8);
        refused(world, text.replace(">12.00<", ">12.01<").getBytes(StandardCharsets.UTF_8), "does not add up");
        refused(world, camt("S-1", new Iban("DE89370400440532013000"), DAY, "100.00"), "not set up here");
        refused(world, Arrays.copyOf(good, good.length - 200), "cut off or is not XML");
        refused(world, new byte[0], "This is an empty file");
        refused(
                world,
                text.replace("<Document", "<!DOCTYPE d [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><Document")
                        .getBytes(StandardCharsets.UTF_8),
                "an entity");
        refused(
                world,
                text.replace("hello", "x".repeat(70_000)).getBytes(StandardCharsets.UTF_8),
                "larger than the 64 KB");
        imports.fromFile(world.moorings, "s.xml", in(good));
        refused(world, good, "was imported before");
        refused(world, camt("S-1", world.iban, DAY, "100.00"), "was imported before");
    }

    @Test
    void the_other_business_does_not_know_the_account(World world, ImportStatements imports) {
        byte[] ours = camt("S-1", world.iban, DAY, "100.00", line("12.00", "hello"));
        assertThatThrownBy(() -> imports.fromFile(world.north, "s.xml", in(ours)))
                .hasMessageContaining("not set up here");
    }

    @Test
    void four_who_import_at_once_import_it_once(World world, ImportStatements imports) throws Exception {
        byte[] good = camt("S-1", world.iban, DAY, "100.00", line("12.00", "hello"));
        try (var pool = Executors.newFixedThreadPool(4)) {
            Callable<Boolean> press = () -> {
                try {
                    imports.fromFile(world.moorings, "s.xml", in(good));
                    return true;
                } catch (RuntimeException again) {
                    return false;
                }
            };
            int imported = 0;
            for (var done : pool.invokeAll(Collections.nCopies(4, press))) imported += done.get() ? 1 : 0;
            assertThat(imported).isOne();
        }
        assertThat(world.balance("1000")).isEqualTo(euro("112.00"));
    }

    @Test
    void a_missing_statement_is_a_gap_that_is_said_until_it_is_filled(World world, ImportStatements imports) {
        imports.fromFile(world.moorings, "1.xml", in(camt("S-1", world.iban, june(1), "100.00", line("12.00", "a"))));
        imports.fromFile(
                world.moorings,
                "3.xml",
                in(camt("S-3", world.iban, june(3), "117.00", BankFiles.line(june(3), "3.00", "", "c", ""))));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/statements").body()).contains("112.00").contains("117.00");
            assertThat(ada.get("/tie-out?on=2026-06-03").body()).contains("5.00 is missing before");
            imports.fromFile(
                    world.moorings,
                    "2.xml",
                    in(camt("S-2", world.iban, june(2), "112.00", BankFiles.line(june(2), "5.00", "", "b", ""))));
            assertThat(ada.get("/tie-out?on=2026-06-03").body()).doesNotContain("is missing before");
        }
        assertThat(world.balance("1000")).isEqualTo(euro("120.00"));
    }

    @Test
    void a_line_is_typed_where_no_statements_come_and_refused_where_they_do(World world, ImportStatements imports) {
        try (var ada = new Visitor(world, "ada")) {
            String form = "account=" + world.bank + "&on=1+Jun+2026&amount=15.00&counterparty=Quill&words=by+paper";
            String page = ada.follow("/statements/typed", form);
            assertThat(ada.get(page).body()).contains("15.00").contains("by paper");
            assertThat(ada.post("/statements/typed", form.replace("15.00", "nothing"))
                            .body())
                    .contains("is not a number");
            assertThat(world.balance("1000")).isEqualTo(euro("115.00"));
            imports.fromFile(
                    world.moorings, "s.xml", in(camt("S-1", world.iban, june(2), "115.00", line("12.00", "hello"))));
            assertThat(ada.post("/statements/typed", form).body())
                    .contains("Statements of Current account are imported")
                    .contains("Nothing was stored");
        }
    }

    @Test
    void a_line_of_a_closed_month_counts_on_the_first_open_day_and_is_named(
            World world, ImportStatements imports, ClosePeriod close, FindBooks books) {
        close.close(world.moorings, YearMonth.of(2026, 6));
        imports.fromFile(world.moorings, "s.xml", in(camt("S-1", world.iban, DAY, "100.00", line("12.00", "late"))));
        var bank = new AccountCode("1000");
        assertThat(books.balance(world.moorings, bank, "EUR", june(30))).isEqualTo(euro("100.00"));
        assertThat(books.balance(world.moorings, bank, "EUR", june(30).plusDays(1)))
                .isEqualTo(euro("112.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/tie-out?on=2026-06-30").body())
                    .contains("late")
                    .contains("12.00");
        }
    }

    @Test
    void many_lines_come_in_pages_and_none_is_lost(World world, FindBankLines lines, ImportStatements imports) {
        var many = new StatementLine[90];
        for (int i = 0; i < many.length; i++) many[i] = BankFiles.line(DAY, "0.01", "", "n" + i, "");
        StatementId id = imports.fromFile(world.moorings, "s.xml", in(camt("S-1", world.iban, DAY, "100.00", many)))
                .last();
        assertThat(lines.ofStatement(world.moorings, id, 0, 1_000)).hasSize(90);
        assertThat(lines.countUnmatched(world.moorings)).isEqualTo(90);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/statements/" + id).body()).contains("90");
            assertThat(ada.get("/unmatched").body()).contains("90");
        }
        assertThat(world.balance("1000")).isEqualTo(euro("100.90"));
    }
}
