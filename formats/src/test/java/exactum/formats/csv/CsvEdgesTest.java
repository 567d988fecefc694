package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.io.StringWriter;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Files as people and spreadsheets make them (RFC 4180), and as they are cut off and mistyped. */
class CsvEdgesTest {
    private static final String HEADER =
            "payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\n";
    private static final String SALE =
            "PO-1,2026-06-01,2026-06-03,EUR,77.83,sale,2026-06-01,sa_1,\"berth, \"\"12 m\"\"\",80.00,2.17\n";

    private static PayoutReport payout(String text) {
        return PayoutCsv.read(new ByteArrayInputStream(text.getBytes(UTF_8)));
    }

    private static List<CustomerCsv.Row> customers(String text) {
        return CustomerCsv.read(new ByteArrayInputStream(text.getBytes(UTF_8)));
    }

    @Test
    void quoted_fields_are_read_as_they_were_meant() {
        PayoutReport read = payout(HEADER + SALE);
        assertThat(read.lines().getFirst().description()).isEqualTo("berth, \"12 m\"");
        assertThat(read.gross()).isEqualTo(Money.of("EUR", "80.00"));
        assertThat(read.fees()).isEqualTo(Money.of("EUR", "2.17"));
        assertThat(payout(HEADER.replace("\n", "\r\n") + SALE.replace("\n", "\r\n")))
                .isEqualTo(read);
    }

    @Test
    void each_wrong_field_is_named_with_its_line_and_what_would_do() {
        refusedPayout(HEADER + SALE.replace("77.83", "77.84"), "its lines make 77.83, but it says 77.84");
        refusedPayout(HEADER + SALE.replace(",sale,", ",payment,"), "Line 2: kind “payment” is not sale, refund");
        refusedPayout(HEADER + SALE.replace("80.00", "80,00\""), "");
        refusedPayout(HEADER + SALE.replace("2026-06-03", "3 June"), "is not a date like 2026-06-01");
        refusedPayout(HEADER + SALE.replace("EUR", "EURO"), "is not a currency like EUR");
        refusedPayout(HEADER + SALE.replace("80.00", "eighty"), "gross “eighty” is not an amount like 77.83");
        refusedPayout(HEADER + SALE.replace("80.00", "80.001"), "is not an amount");
        refusedPayout(HEADER, "There is no payout in the file");
        refusedPayout(HEADER.replace(",fee", "") + "x\n", "lacks the columns fee");
        refusedPayout(HEADER + SALE + SALE.replace("PO-1", "PO-2"), "Line 3 is of another payout than the first");
    }

    private static void refusedPayout(String text, String sentence) {
        assertThatThrownBy(() -> payout(text))
                .as(text)
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was stored");
    }

    @Test
    void whatever_payout_is_written_is_read_back() {
        var random = new SplittableRandom(3);
        for (int round = 0; round < 80; round++) {
            LocalDate day = LocalDate.of(2026, 3, 1).plusDays(round);
            List<PayoutReport.Line> lines = new ArrayList<>();
            Money net = Money.ofMinor("EUR", 0);
            for (int i = random.nextInt(1, 7); i > 0; i--) {
                boolean sale = random.nextInt(5) > 0;
                Money gross = Money.ofMinor("EUR", sale ? random.nextLong(100, 200_000) : 0);
                Money fee = Money.ofMinor("EUR", random.nextLong(1, 99));
                net = net.plus(gross).minus(fee);
                lines.add(new PayoutReport.Line(
                        sale ? PayoutReport.Kind.SALE : PayoutReport.Kind.FEE,
                        day,
                        sale ? "sa_" + i : "",
                        "x, \"" + i + "\"\nÉ",
                        gross,
                        fee));
            }
            var report = new PayoutReport("PO-" + round, day, day.plusDays(2), Currency.getInstance("EUR"), net, lines);
            var out = new StringWriter();
            PayoutCsv.write(report, out);
            assertThat(payout(out.toString())).isEqualTo(report);
        }
    }

    @Test
    void a_payout_cut_off_anywhere_is_refused_or_whole_lines_short_and_then_it_does_not_add_up() {
        String whole = HEADER
                + SALE.replace("77.83", "155.66")
                + SALE.replace("77.83", "155.66").replace("sa_1", "sa_2");
        assertThat(payout(whole).lines()).hasSize(2);
        for (int length = 0; length < whole.length() - 6; length++) {
            String part = whole.substring(0, length);
            assertThat(catchThrowable(() -> payout(part)))
                    .as("after %d", length)
                    .isInstanceOf(Refusal.class);
        }
    }

    @Test
    void customers_come_with_and_without_the_columns_that_may_be_missing() {
        Map<CustomerColumn, String> ann = Map.of(
                CustomerColumn.CODE, "C-1",
                CustomerColumn.NAME, "Ann",
                CustomerColumn.COUNTRY, "IE",
                CustomerColumn.CURRENCY, "EUR");
        assertThat(customers("code,name,country,currency\nC-1,Ann,IE,EUR\n"))
                .containsExactly(new CustomerCsv.Row(2, ann));
        var all = customers(
                "\uFEFFname,code,kind,email,address,country,currency,tax_number\n\"O’Dowd, B.\",C-2,organisation,b@x.example,Quay 1|Reedharbour,IE,EUR,IE1\n");
        assertThat(all.getFirst().get(CustomerColumn.NAME)).isEqualTo("O’Dowd, B.");
        assertThat(all.getFirst().get(CustomerColumn.ADDRESS)).isEqualTo("Quay 1\nReedharbour");
        assertThatThrownBy(() -> customers("code,name\nC-1,Ann\n"))
                .isInstanceOf(Refusal.class)
                .hasMessage("The file lacks the columns country, currency. Nothing was stored.");
        assertThatThrownBy(() -> customers("")).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> customers("code,name,country,currency\n")).hasMessageContaining("no customer");
    }

    /** A cell that a spreadsheet would run as a formula is handed back as text (OWASP, CSV injection). */
    @Test
    void what_is_handed_back_can_be_opened_in_a_spreadsheet_and_read_in_again() {
        var row = new CustomerCsv.Row(
                7,
                Map.of(
                        CustomerColumn.CODE, "C-7",
                        CustomerColumn.NAME, "=HYPERLINK(\"x\")",
                        CustomerColumn.EMAIL, "nobody",
                        CustomerColumn.ADDRESS, "Quay 1\nB",
                        CustomerColumn.COUNTRY, "IE",
                        CustomerColumn.CURRENCY, "EUR"));
        String back = new String(
                CustomerCsv.writeBad(
                        List.of(new CustomerCsv.Bad(row, List.of("e-mail “nobody” is not an address", "b")))),
                UTF_8);
        assertThat(back).startsWith("code,name,email,address,country,currency,reason");
        assertThat(back).contains("'=HYPERLINK").contains("e-mail “nobody” is not an address; b");
        assertThat(customers(back).getFirst().get(CustomerColumn.CODE)).isEqualTo("C-7");
    }
}
