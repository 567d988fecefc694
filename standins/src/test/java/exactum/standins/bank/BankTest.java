package exactum.standins.bank;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.Statement;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Reader;
import exactum.standins.Desktop;
import exactum.standins.processor.Payouts;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** The bank: balances that continue, statements that a stranger's reader takes, and each line once. */
class BankTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 6, 1);
    private Desktop desktop;
    private Bank bank;

    @BeforeEach
    void open() throws Exception {
        desktop = new Desktop();
        bank = desktop.bean(Bank.class);
        desktop.submit("/clock/start", Map.of("day", MONDAY.toString()));
    }

    @AfterEach
    void close() {
        desktop.close();
    }

    private void transfer(String amount, String text) {
        desktop.submit("/bank/transfer", Map.of("from", "T. Breslin", "amount", amount, "text", text));
    }

    private void closeDay(LocalDate day) {
        bank.close(day, desktop.bean(Payouts.class));
    }

    private Statement statement(String reference) {
        return Camt053Reader.read(new ByteArrayInputStream(bank.camt(reference).orElseThrow()))
                .getFirst();
    }

    @Test
    void each_statement_opens_where_the_last_one_closed() {
        transfer("120.00", "BERTH AND KEY");
        desktop.submit("/bank/charge", Map.of("amount", "9.90", "text", "SAME-DAY REPORT"));
        closeDay(MONDAY);
        transfer("0.01", "A CENT");
        closeDay(MONDAY.plusDays(1));
        Statement first = statement("ST-00001");
        Statement second = statement("ST-00002");
        assertThat(first.opening()).isEqualTo(BankAccount.EUR.opening());
        assertThat(first.lines()).extracting(l -> l.amount().plain()).containsExactly("120.00", "-9.90");
        assertThat(first.closing()).isEqualTo(Money.of("EUR", "18350.65"));
        assertThat(second.opening()).isEqualTo(first.closing());
        assertThat(second.closing()).isEqualTo(Money.of("EUR", "18350.66"));
        assertThat(second.iban()).isEqualTo(BankAccount.EUR.iban());
    }

    @Test
    void a_day_closes_once_and_a_quiet_or_closed_day_has_no_statement() {
        transfer("120.00", "ONE");
        closeDay(MONDAY);
        closeDay(MONDAY);
        closeDay(MONDAY.plusDays(1));
        transfer("5.00", "ON A SATURDAY");
        closeDay(LocalDate.of(2026, 6, 6));
        assertThat(bank.newest(BankAccount.EUR)).hasSize(1);
        assertThat(bank.waitingLines(BankAccount.EUR)).hasSize(1);
    }

    @Test
    void a_kill_after_the_statement_books_no_line_twice() {
        transfer("120.00", "ONE");
        var waiting = bank.waitingLines(BankAccount.EUR);
        closeDay(MONDAY);
        waiting.forEach(l -> bank.add(BankAccount.EUR, l));
        closeDay(MONDAY.plusDays(1));
        assertThat(bank.newest(BankAccount.EUR)).hasSize(1);
        assertThat(bank.balance(BankAccount.EUR)).isEqualTo(Money.of("EUR", "18360.55"));
    }

    @Test
    void a_payout_lands_with_its_reference_and_the_month_ends_with_a_charge() {
        LocalDate friday = LocalDate.of(2026, 6, 26);
        desktop.submit("/clock/start", Map.of("day", friday.toString()));
        desktop.sell("EUR", "832.74");
        desktop.bean(Payouts.class).bundle(friday);
        closeDay(LocalDate.of(2026, 6, 30));
        Statement statement = statement("ST-00001");
        assertThat(statement.lines()).hasSize(2);
        assertThat(statement.lines().getFirst().endToEndId()).isEqualTo("PO-2026-06-26");
        assertThat(statement.lines().getFirst().bankCode()).isEqualTo("PMNT/RCDT/ESCT");
        assertThat(statement.lines().getLast().amount()).isEqualTo(Money.of("EUR", "-4.50"));
        assertThat(statement.lines().getLast().remittance()).isEqualTo("ACCOUNT FEE JUNE 2026");
    }

    @Test
    void the_month_of_may_2026_ends_on_its_last_open_friday() {
        closeDay(LocalDate.of(2026, 5, 28));
        assertThat(bank.newest(BankAccount.EUR)).isEmpty();
        closeDay(LocalDate.of(2026, 5, 29));
        assertThat(bank.newest(BankAccount.EUR)).hasSize(1);
    }

    @Test
    void files_are_fetched_after_the_last_one_and_only_for_the_account() {
        transfer("1.00", "ONE");
        closeDay(MONDAY);
        transfer("2.00", "TWO");
        closeDay(MONDAY.plusDays(1));
        desktop.restart();
        String account =
                "/bank/api/statements?account=" + BankAccount.EUR.iban().value();
        var json = JsonMapper.shared();
        var all = json.readTree(desktop.get(account).body()).get("statements");
        assertThat(all).hasSize(2);
        assertThat(all.get(0).get("url").asString()).isEqualTo("http://standins.example/bank/statements/ST-00001.xml");
        assertThat(json.readTree(desktop.get(account + "&after=ST-00001").body())
                        .get("statements"))
                .hasSize(1);
        assertThat(json.readTree(
                                desktop.get("/bank/api/statements?account=IE00").body())
                        .get("statements"))
                .isEmpty();
        var file = desktop.get("/bank/statements/ST-00002.xml");
        assertThat(file.headers().firstValue("content-type"))
                .hasValueSatisfying(t -> assertThat(t).startsWith("application/xml"));
        assertThat(file.body()).contains("urn:iso:std:iso:20022:tech:xsd:camt.053.001.08");
        assertThat(desktop.get("/bank/statements/ST-9.xml").statusCode()).isEqualTo(404);
    }

    @Test
    void the_page_shows_the_balance_and_what_waits() {
        transfer("120.00", "BERTH <b>AND</b> KEY");
        assertThat(desktop.get("/bank").body())
                .contains(BankAccount.EUR.iban().printed())
                .contains("BERTH &lt;b&gt;AND&lt;/b&gt; KEY");
        assertThat(desktop.get("/bank/api/account").body()).contains("18240.55");
    }

    @Test
    void each_currency_has_an_account_of_its_own() {
        desktop.submit(
                "/bank/transfer",
                Map.of("account", "GBP", "from", "P. Sterling", "amount", "60.00", "structured", "RF18539007547034"));
        desktop.submit("/bank/payment", Map.of("account", "GBP", "to", "A. Supplier", "amount", "10.00"));
        transfer("1.00", "ONE");
        closeDay(MONDAY);
        assertThat(bank.balance(BankAccount.GBP)).isEqualTo(Money.of("GBP", "9665.20"));
        assertThat(bank.balance(BankAccount.EUR)).isEqualTo(Money.of("EUR", "18241.55"));
        Statement pounds = statement("SG-00001");
        assertThat(pounds.iban()).isEqualTo(BankAccount.GBP.iban());
        assertThat(pounds.lines()).extracting(l -> l.structuredReference()).containsExactly("RF18539007547034", "");
        assertThat(pounds.lines()).extracting(l -> l.amount().plain()).containsExactly("60.00", "-10.00");
    }
}
