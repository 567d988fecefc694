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
            payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\r
            PO-1,2026-06-01,2026-06-03,EUR,73.43,sale,2026-06-01,S-1,"Berth, 12 m",80.00,2.17\r
            PO-1,2026-06-01,2026-06-03,EUR,73.43,fee,2026-06-01,,Terminal fee,0.00,4.40\r
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
        assertThatThrownBy(() -> read("")).hasMessageContaining("no payout in the file");
    }
}
