package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.ImportStatements;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.tieout.AccountTieOut;
import exactum.app.tieout.AccountTieOuts;
import exactum.core.ids.BankLineId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What the bank and the processors say against the books, by name and age, as of any day. */
@ExtendWith(RunningApp.class)
class TieOutTest {
    private static AccountTieOut of(World world, String account, LocalDate day) {
        return world.bean(AccountTieOuts.class).all(world.moorings, day).stream()
                .filter(t -> t.account().equals(new AccountCode(account)))
                .findFirst()
                .orElseThrow();
    }

    private static void bookTo(World world, BankLineId line, String amount) {
        Money all = euro(amount);
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.ToAccount(new AccountCode("4000"), all)));
    }

    @Test
    void an_unmatched_line_stands_on_unplaced_money_by_name_and_age_until_it_is_matched(World world) {
        BankLineId line = world.bankLine("7.00", "Quill", "who knows");
        AccountTieOut bank = of(world, "1000", june(1));
        assertThat(bank.comesOut()).isTrue();
        assertThat(bank.said()).isEqualTo(euro("107.00"));
        AccountTieOut unplaced = of(world, "1010", june(10));
        assertThat(unplaced.items()).singleElement().satisfies(i -> {
            assertThat(i.name()).contains("who knows");
            assertThat(i.age(june(10))).isEqualTo(9);
            assertThat(i.href()).isEqualTo("/bank-lines/" + line);
        });
        assertThat(unplaced.comesOut()).isTrue();
        bookTo(world, line, "7.00");
        assertThat(of(world, "1010", june(10)).items()).isEmpty();
    }

    @Test
    void a_day_that_has_passed_is_told_as_it_was_then(World world, PlayDays play) {
        BankLineId line = world.bankLine("7.00", "Quill", "who knows");
        play.setDate(june(5));
        world.bankLine("9.00", "Quill", "later", "", june(5));
        AccountTieOut then = of(world, "1010", june(3));
        assertThat(then.items()).extracting(AccountTieOut.Item::amount).containsExactly(euro("-7.00"));
        assertThat(of(world, "1000", june(3)).said()).isEqualTo(euro("107.00"));
        assertThat(of(world, "1010", june(5)).items()).hasSize(2);
        bookTo(world, line, "7.00");
        assertThat(of(world, "1010", june(5)).comesOut()).isTrue();
        assertThat(of(world, "1000", june(5)).said()).isEqualTo(euro("116.00"));
    }

    @Test
    void the_clearing_account_is_the_sales_in_no_payout_and_the_lines_that_differ(World world) {
        Document one = world.invoice(world.payer(), "118.08");
        Document two = world.invoice(world.payer(), "60.00");
        world.desk.sale("sa_1", world.desk.cardPage(one).reference, "118.08", "3.08");
        world.desk.sale("sa_2", world.desk.cardPage(two).reference, "60.00", "1.69");
        world.desk.payout("po_1", "sa_1:118.08:3.58");
        AccountTieOut clearing = of(world, "1060", june(1));
        assertThat(clearing.comesOut()).isTrue();
        assertThat(clearing.said()).isEqualTo(clearing.booked()).isEqualTo(euro("58.81"));
        assertThat(clearing.items()).hasSize(3);
        assertThat(of(world, "1061", june(1)).items())
                .singleElement()
                .satisfies(i -> assertThat(i.amount()).isEqualTo(euro("114.50")));
    }

    @Test
    void within_a_statement_of_a_week_the_bank_is_known_by_the_days_of_its_lines(World world, PlayDays play) {
        play.setDate(june(8));
        byte[] week = BankFiles.camt(
                "W-23",
                world.iban,
                june(1),
                june(7),
                "100.00",
                BankFiles.line(june(2), "10.00", "Quill", "a", ""),
                BankFiles.line(june(5), "20.00", "Quill", "b", ""));
        world.bean(ImportStatements.class).fromFile(world.moorings, "week.xml", new ByteArrayInputStream(week));
        for (var said : Map.of(
                        june(1), "100.00", june(2), "110.00", june(4), "110.00", june(5), "130.00", june(7), "130.00")
                .entrySet()) {
            AccountTieOut bank = of(world, "1000", said.getKey());
            assertThat(bank.asOf()).isEqualTo(said.getKey());
            assertThat(bank.said()).as("%s", said.getKey()).isEqualTo(euro(said.getValue()));
            assertThat(bank.comesOut()).isTrue();
        }
        assertThat(of(world, "1000", june(8)).asOf())
                .as("no statement tells of the eighth")
                .isEqualTo(june(7));
    }

    @Test
    void each_account_comes_out_and_shows_its_working(World world) {
        world.invoice();
        world.bankLine("7.00", "Quill", "who knows");
        for (AccountTieOut t : world.bean(AccountTieOuts.class).all(world.moorings, june(1))) {
            assertThat(t.comesOut()).as(t.name()).isTrue();
            assertThat(t.working().steps()).as(t.name()).isNotEmpty();
        }
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/tie-out").body()).contains("107.00").contains("who knows");
            assertThat(otto.get("/tie-out?on=no+day").statusCode()).isLessThan(500);
        }
    }
}
