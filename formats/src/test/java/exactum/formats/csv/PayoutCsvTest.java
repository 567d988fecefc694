package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.PayoutReport;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.io.StringWriter;
import org.junit.jupiter.api.Test;

class PayoutCsvTest {
    private static final String FILE = """
            payout,sales_on,arrives_on,currency,net,kind,date,sale,reference,description,gross,fee\r
            PO-1,2026-06-01,2026-06-03,EUR,73.43,sale,2026-06-01,S-1,,"Berth, 12 m",80.00,2.17\r
            PO-1,2026-06-01,2026-06-03,EUR,73.43,fee,2026-06-01,,,Terminal fee,0.00,4.40\r
            """;

    private static PayoutReport read(String file) {
        return PayoutCsv.read(new ByteArrayInputStream(file.getBytes(UTF_8)));
    }

    @Test
    void what_was_read_is_written_again() {
        PayoutReport payout = read(FILE);
        assertThat(payout.fees().text()).isEqualTo("6.57");
        var out = new StringWriter();
        PayoutCsv.write(payout, out);
        assertThat(out.toString()).isEqualTo(FILE);
    }

    /** A payout of three sales, one of them refunded and one contested; common practice, no published source. */
    private static final String MIXED = """
            payout,sales_on,arrives_on,currency,net,kind,date,sale,reference,description,gross,fee
            PO-2026-05-06,2026-05-04,2026-05-06,EUR,1152.09,sale,2026-05-04,S-1,,Mooring,60.00,1.69
            PO-2026-05-06,2026-05-04,2026-05-06,EUR,1152.09,sale,2026-05-04,S-2,,Winter storage,1200.00,29.05
            PO-2026-05-06,2026-05-04,2026-05-06,EUR,1152.09,sale,2026-05-04,S-3,,Crane lift,80.00,2.17
            PO-2026-05-06,2026-05-04,2026-05-06,EUR,1152.09,refund,2026-05-04,S-1,R-1,Refund,-60.00,0.00
            PO-2026-05-06,2026-05-04,2026-05-06,EUR,1152.09,chargeback,2026-05-04,S-3,C-1,Contested,-80.00,15.00
            """;

    @Test
    void what_went_back_and_what_is_contested_adds_up_with_the_sales() {
        PayoutReport payout = read(MIXED);
        assertThat(payout.composition())
                .extracting(p -> p.words() + " " + p.count() + " " + p.gross().text() + " "
                        + p.amount().text())
                .containsExactly("sales 3 1,340.00 1,307.09", "refunds 1 −60.00 −60.00", "chargebacks 1 −80.00 −95.00");
        assertThat(payout.net().text()).isEqualTo("1,152.09");
        assertThatThrownBy(() -> read(MIXED.replace("-60.00,0.00", "-60.01,0.00")))
                .hasMessageContaining("its lines make 1,152.08, but it says 1,152.09");
    }

    @Test
    void a_file_without_the_references_of_what_is_no_sale_is_read() {
        String without =
                FILE.replace(",reference", "").replace("S-1,,", "S-1,").replace("2026-06-01,,,", "2026-06-01,,");
        assertThat(read(without)).isEqualTo(read(FILE));
    }

    @Test
    void what_is_wrong_is_said_with_its_line() {
        assertThatThrownBy(() -> read(FILE.replace("4.40", "4.4x")))
                .isInstanceOf(Refusal.class)
                .hasMessage("Line 3: fee “4.4x” is not an amount like 77.83. Nothing was stored.");
        assertThatThrownBy(() -> read(FILE.replace("73.43", "73.44")))
                .hasMessageContaining("does not add up: its lines make 73.43, but it says 73.44");
        assertThatThrownBy(() -> read(FILE.replace(",gross", ""))).hasMessageContaining("lacks the columns gross");
        assertThatThrownBy(() -> read(FILE.replaceFirst(
                        "PO-1,2026-06-01,2026-06-03,EUR,73.43,fee", "PO-2,2026-06-01,2026-06-03,EUR,73.43,fee")))
                .hasMessageContaining("another payout");
        assertThatThrownBy(() -> read(FILE.replaceFirst("EUR,73.43,fee", "GBP,73.43,fee")))
                .as("two currencies")
                .hasMessageContaining("Line 3");
        assertThatThrownBy(() -> read("")).hasMessageContaining("no payout in the file");
    }
}
