package exactum.formats.mt940;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.StatementFile;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Fields by SWIFT Standards MT, category 9, MT940; subfields of field 86 as banks write them (common practice, no source). */
class Mt940ReaderTest {
    private static final String DAY = """
            :20:STARTUMS
            :25:DE89370400440532013000
            :28C:87/1
            :60F:C260504EUR10000,00
            :61:2605050505C1368,95NDDTNONREF//BK0505-001
            :86:192?00SAMMLER?20EREF+EX-20260429-0001-1?21SVWZ+EX-20260429-0001
            :61:2605070507D119,00NRTIINV-2026-0102//BK0507-014
            :86:109?00RETOURE?20EREF+INV-2026-0102?21SVWZ+INSUFFICIENT F?22UNDS?30COB
            ADEFF?31DE75512108001245126199?32Erika?33 Beispiel?34AM04
            :61:2605080508C595,00NTRFNONREF//BK0508-003
            :86:166?20SVWZ+RF90EX20260042?32Kunde AG
            :61:2605080508D3,50NCHGNONREF
            :86:RETURN FEE
            :62F:C260508EUR11841,45
            -
            """;

    private static List<Statement> read(String text) {
        return StatementFile.read(new ByteArrayInputStream(text.getBytes(UTF_8)))
                .statements();
    }

    @Test
    void each_line_says_what_a_camt_line_says() {
        Statement read = read(DAY).getFirst();
        assertThat(read.reference()).isEqualTo("87/1 of 2026-05-08");
        assertThat(read.sequence()).isEqualTo(87L);
        assertThat(read.iban().value()).isEqualTo("DE89370400440532013000");
        assertThat(read.opening()).isEqualTo(Money.of("EUR", "10000.00"));
        assertThat(read.closing()).isEqualTo(Money.of("EUR", "11841.45"));
        assertThat(read.lines())
                .extracting(l -> l.amount().plain())
                .containsExactly("1368.95", "-119.00", "595.00", "-3.50");
        assertThat(read.lines())
                .extracting(StatementLine::bankCode)
                .containsExactly("PMNT/IDDT/ESDD", "PMNT/IDDT/UPDD", "PMNT/RCDT/ESCT", "PMNT/MDOP/CHRG");
        StatementLine back = read.lines().get(1);
        assertThat(back.bankReference()).isEqualTo("BK0507-014");
        assertThat(back.endToEndId()).isEqualTo("INV-2026-0102");
        assertThat(back.counterparty()).isEqualTo("Erika Beispiel");
        assertThat(back.remittance()).isEqualTo("INSUFFICIENT FUNDS");
        assertThat(back.further().account()).isEqualTo("DE75512108001245126199");
        assertThat(back.further().returnReason()).isEqualTo("AM04");
        assertThat(back.bookedOn()).isEqualTo(LocalDate.of(2026, 5, 7));
        assertThat(read.lines().get(3).remittance()).isEqualTo("RETURN FEE");
    }

    @Test
    void code_words_and_an_envelope_are_read_too() {
        Statement read = read("{1:F01BANKDEFFXXXX0000000000}{2:I940BANKDEFFXXXXN}{4:\r\n"
                        + DAY.replace(
                                        "166?20SVWZ+RF90EX20260042?32Kunde AG",
                                        "/EREF/E7/NAME/Kunde AG/IBAN/AT611904300234573201/REMI/USTD//LW-2026\n-0042/")
                                .replace("-\n", "-}\n")
                                .replace("\n", "\r\n"))
                .getFirst();
        StatementLine line = read.lines().get(2);
        assertThat(line.endToEndId()).isEqualTo("E7");
        assertThat(line.counterparty()).isEqualTo("Kunde AG");
        assertThat(line.further().account()).isEqualTo("AT611904300234573201");
        assertThat(line.remittance()).startsWith("LW-2026-0042");
    }

    @Test
    void a_statement_over_several_messages_is_one() {
        String first = DAY.substring(0, DAY.indexOf(":61:2605080508C595")) + ":62M:C260507EUR11249,95\n-\n";
        String second = ":20:STARTUMS\n:25:DE89370400440532013000\n:28C:87/2\n:60M:C260507EUR11249,95\n"
                + DAY.substring(DAY.indexOf(":61:2605080508C595"));
        assertThat(read(first + second)).singleElement().satisfies(s -> {
            assertThat(s.lines()).hasSize(4);
            assertThat(s.reference()).isEqualTo("87/1 of 2026-05-08");
        });
        assertThat(read(DAY + DAY.replace(":28C:87", ":28C:88"))).hasSize(2);
        assertThatThrownBy(() -> read(first))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("has no closing balance");
        assertThatThrownBy(() -> read(first + second.replace("60M:C260507EUR11249,95", "60M:C260507EUR11249,96")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("goes on at 11,249.96, but ended at 11,249.95");
    }

    /** The booking day has no year of its own. */
    @ParameterizedTest
    @CsvSource({"260102, 1231, 2025-12-31", "251231, 0102, 2026-01-02", "260505, 0504, 2026-05-04"})
    void the_year_of_a_booking_day_is_the_nearest(String value, String booked, LocalDate day) {
        String text =
                ":20:S\n:25:DE89370400440532013000\n:28C:1\n:60F:C251230EUR0,00\n:61:%s%sC1,00NTRFNONREF\n:62F:C260510EUR1,00\n-\n"
                        .formatted(value, booked);
        assertThat(read(text).getFirst().lines().getFirst().bookedOn()).isEqualTo(day);
    }

    @Test
    void reversals_turn_the_sign_round() {
        String text = DAY.replace("C595,00", "RD595,00").replace("D3,50", "RC3,50");
        assertThat(read(text).getFirst().lines())
                .extracting(l -> l.amount().isPositive())
                .containsExactly(true, false, true, false);
    }

    @Test
    void older_letters_are_read() {
        byte[] older = DAY.replace("Kunde AG", "Möwe Écluse").getBytes(ISO_8859_1);
        assertThat(StatementFile.read(new ByteArrayInputStream(older))
                        .statements()
                        .getFirst()
                        .lines()
                        .get(2)
                        .counterparty())
                .isEqualTo("Möwe Écluse");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "62F:C260508EUR11841,45 | 62F:C260508EUR11841,46 | does not add up",
                "C595,00 | C595.00 | :61: “2605080508C595.00NTRFNONREF//BK0508-003” is not a line like",
                "60F:C260504EUR | 60F:C260504EURO | is not a balance like",
                "60F:C260504EUR | 60F:C261304EUR | is not a day like 260531",
                "DE89370400440532013000 | DE88370400440532013000 | :25: “DE88370400440532013000” is not an account number",
                "C1368,95 | C1368,955 | does not add up",
                ":62F:C260508EUR11841,45 | :64:C260508EUR11841,45 | has no closing balance",
                ":60F:C260504EUR10000,00 | :64:C260504EUR10000,00 | stands before the opening balance"
            })
    void what_is_wrong_is_named(String good, String bad, String sentence) {
        Throwable thrown = catchThrowable(() -> read(DAY.replace(good, bad)));
        if (good.equals("C1368,95")) {
            assertThat(thrown).isInstanceOf(Refusal.class).hasMessageContaining("with the decimals of its currency");
            return;
        }
        assertThat(thrown)
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("othing was stored");
    }

    @Test
    void hostile_files_are_refused_and_take_no_memory() {
        assertThatThrownBy(() -> read(DAY.replace("Kunde", "Kun\u0000de")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("NUL");
        assertThatThrownBy(() -> read(":20:" + "x".repeat(5_000_000)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("more than 4,000 characters");
        assertThatThrownBy(() -> read(":20:S\n-\n")).isInstanceOf(Refusal.class).hasMessageContaining("has no account");
    }

    @Test
    void a_changed_character_is_refused_or_harmless() {
        var random = new SplittableRandom(940);
        for (int round = 0; round < 800; round++) {
            int at = random.nextInt(DAY.length());
            String changed = DAY.substring(0, at) + ":?,C0D\n-".charAt(random.nextInt(8)) + DAY.substring(at + 1);
            Throwable thrown = catchThrowable(() -> read(changed));
            if (thrown != null)
                assertThat(thrown).as(changed).isInstanceOf(Refusal.class).hasMessageContaining("othing was");
        }
    }
}
