package exactum.formats;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Writer;
import exactum.formats.csv.StatementCsv;
import exactum.formats.csv.StatementCsvOut;
import exactum.formats.mt940.Mt940Writer;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** One statement written in three formats says the same when it is read. */
class StatementRoundTripTest {
    private static final LocalDate DAY = LocalDate.of(2026, 5, 5);
    private static final Statement MONTH = new Statement(
            "87",
            87L,
            new Iban("DE89370400440532013000"),
            DAY,
            DAY.plusDays(3),
            Money.of("EUR", "10000.00"),
            Money.of("EUR", "10475.00"),
            List.of(
                    new StatementLine(
                            DAY,
                            DAY,
                            Money.of("EUR", "595.00"),
                            "BK-1",
                            "E2E-7",
                            "Moewe Ecluse",
                            "LW-2026-0042, a text that is longer than one field takes",
                            "",
                            "PMNT/RCDT/ESCT",
                            StatementLine.Further.of("AT611904300234573201")),
                    new StatementLine(
                            DAY.plusDays(2),
                            DAY.plusDays(2),
                            Money.of("EUR", "-116.50"),
                            "BK-2",
                            "",
                            "Teal Rigging",
                            "invoice 7",
                            "",
                            "PMNT/ICDT/ESCT"),
                    new StatementLine(
                            DAY.plusDays(3),
                            DAY.plusDays(3),
                            Money.of("EUR", "-3.50"),
                            "BK-3",
                            "",
                            "",
                            "RETURN FEE",
                            "",
                            "PMNT/MDOP/CHRG")));

    private static void requireSame(Statement read, boolean codes) {
        assertThat(read.opening()).isEqualTo(MONTH.opening());
        assertThat(read.closing()).isEqualTo(MONTH.closing());
        assertThat(read.iban()).isEqualTo(MONTH.iban());
        for (int i = 0; i < MONTH.lines().size(); i++) {
            StatementLine a = read.lines().get(i);
            StatementLine b = MONTH.lines().get(i);
            assertThat(a.amount()).isEqualTo(b.amount());
            assertThat(a.bookedOn()).isEqualTo(b.bookedOn());
            assertThat(a.valueOn()).isEqualTo(b.valueOn());
            assertThat(a.bankReference()).isEqualTo(b.bankReference());
            assertThat(a.counterparty()).isEqualTo(b.counterparty());
            assertThat(a.remittance()).isEqualTo(b.remittance());
            assertThat(a.further().account()).isEqualTo(b.further().account());
            if (codes) assertThat(a.bankCode()).isEqualTo(b.bankCode());
        }
        assertThat(read.lines().getFirst().endToEndId()).isEqualTo("E2E-7");
    }

    @Test
    void camt() {
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(MONTH, Instant.parse("2026-05-08T20:00:00Z"), out);
        requireSame(
                StatementFile.read(new ByteArrayInputStream(out.toByteArray()))
                        .statements()
                        .getFirst(),
                true);
    }

    @Test
    void mt940() throws IOException {
        var out = new StringWriter();
        Mt940Writer.write(MONTH, out);
        assertThat(out.toString()).contains(":28C:87/1\r\n").contains("?20EREF+E2E-7SVWZ+");
        requireSame(
                StatementFile.read(new ByteArrayInputStream(out.toString().getBytes(UTF_8)))
                        .statements()
                        .getFirst(),
                true);
    }

    @Test
    void csv() throws IOException {
        var out = new StringWriter();
        StatementCsvOut.write(MONTH, out);
        assertThat(out.toString()).contains(",-116.50,EUR,");
        byte[] file = out.toString().getBytes(UTF_8);
        requireSame(
                StatementCsv.read(
                        file,
                        StatementCsv.look(file).mapping(),
                        MONTH.iban(),
                        MONTH.opening().currency(),
                        Money.of("EUR", "0.00")),
                false);
    }
}
