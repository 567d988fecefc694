package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_16LE;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.nio.charset.Charset;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Files as banks write them in several countries (RFC 4180; the heads are common practice, no source). */
class StatementCsvTest {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final Iban IBAN = new Iban("DE89370400440532013000");
    private static final String ENGLISH = """
            Date,Value date,Name,IBAN,Reference,Amount,Currency,Balance
            2026-05-05,2026-05-05,Kunde AG,AT611904300234573201,"LW-2026-0042, thanks",595.00,EUR,"10,595.00"
            2026-05-07,2026-05-07,,,RETURN FEE,-3.50,EUR,"10,591.50"
            """;
    private static final String GERMAN = """
            Kontoauszug;Mai 2026
            Zeitraum;01.05.2026 - 31.05.2026

            Auftragskonto;Buchungstag;Valutadatum;Buchungstext;Verwendungszweck;Begünstigter/Zahlungspflichtiger;Kontonummer/IBAN;Betrag;Währung
            DE89370400440532013000;07.05.26;07.05.26;ENTGELT;RETURN FEE;;;-3,50;EUR
            DE89370400440532013000;05.05.26;05.05.26;GUTSCHRIFT;LW-2026-0042;Möwe & Söhne;AT611904300234573201;1.595,00;EUR
            """;

    private static Statement read(byte[] file) {
        return StatementCsv.read(file, StatementCsv.look(file).mapping(), IBAN, EUR, Money.of("EUR", "10000.00"));
    }

    @Test
    void the_mapping_is_proposed_from_the_file() {
        var looked = StatementCsv.look(ENGLISH.getBytes(UTF_8));
        assertThat(looked.mapping().columns())
                .containsExactly(
                        StatementColumn.BOOKED,
                        StatementColumn.VALUE,
                        StatementColumn.NAME,
                        StatementColumn.ACCOUNT,
                        StatementColumn.TEXT,
                        StatementColumn.AMOUNT,
                        StatementColumn.CURRENCY,
                        StatementColumn.BALANCE);
        Statement read = read(ENGLISH.getBytes(UTF_8));
        assertThat(read.opening()).isEqualTo(Money.of("EUR", "10000.00"));
        assertThat(read.closing()).isEqualTo(Money.of("EUR", "10591.50"));
        StatementLine line = read.lines().getFirst();
        assertThat(line.counterparty()).isEqualTo("Kunde AG");
        assertThat(line.remittance()).isEqualTo("LW-2026-0042, thanks");
        assertThat(line.further().account()).isEqualTo("AT611904300234573201");
    }

    @Test
    void a_file_with_lines_before_its_head_decimal_commas_and_the_newest_first_is_read_as_well() {
        byte[] file = GERMAN.getBytes(Charset.forName("windows-1252"));
        var looked = StatementCsv.look(file);
        assertThat(looked.mapping().skipped()).isEqualTo(3);
        assertThat(looked.mapping().comma()).isTrue();
        assertThat(looked.mapping().dates()).isEqualTo("d.M.uu");
        assertThat(StatementCsv.ours(file, looked.mapping())).isEqualTo(IBAN.value());
        Statement read = read(file);
        assertThat(read.lines()).extracting(l -> l.amount().plain()).containsExactly("1595.00", "-3.50");
        assertThat(read.lines().getFirst().counterparty()).isEqualTo("Möwe & Söhne");
        assertThat(read.lines().getFirst().remittance()).isEqualTo("GUTSCHRIFT LW-2026-0042");
        assertThat(read.from()).isEqualTo(LocalDate.of(2026, 5, 5));
        assertThat(read.closing()).isEqualTo(Money.of("EUR", "11591.50"));
    }

    @Test
    void money_in_and_money_out_may_stand_in_columns_of_their_own() {
        String file = "Date;Details;Paid in;Paid out\n01/05/2026;one;12.00;\n13/05/2026;two;;7.50\n";
        var looked = StatementCsv.look(file.getBytes(UTF_8));
        assertThat(looked.mapping().dates()).isEqualTo("d/M/uuuu");
        assertThat(read(file.getBytes(UTF_8)).lines())
                .extracting(l -> l.amount().plain())
                .containsExactly("12.00", "-7.50");
    }

    @Test
    void a_mapping_is_kept_in_one_line() {
        StatementMapping mapping =
                StatementCsv.look(GERMAN.getBytes(ISO_8859_1)).mapping();
        assertThat(StatementMapping.of(mapping.text())).isEqualTo(mapping);
    }

    @Test
    void other_letters_are_told_by_the_file() {
        byte[] mark = {(byte) 0xFF, (byte) 0xFE};
        byte[] text = ENGLISH.replace("Kunde", "Łódź").getBytes(UTF_16LE);
        byte[] file = new byte[text.length + 2];
        System.arraycopy(mark, 0, file, 0, 2);
        System.arraycopy(text, 0, file, 2, text.length);
        assertThat(read(file).lines().getFirst().counterparty()).isEqualTo("Łódź AG");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "595.00,EUR | 595;00,EUR | Line 2: amount “595;00” is not an amount like 1,119.00",
                "2026-05-07,2026 | 7 May,2026 | is not a day like",
                "595.00,EUR | 595.00,GBP | Line 2: currency “GBP” is not the account’s currency, EUR",
                "595.00,EUR | 595.005,EUR | is not an amount with the decimals of EUR",
                "\"10,591.50\" | \"10,591.60\" | The balances do not add up at −3.50 on 2026-05-07",
                "RETURN FEE,-3.50 | RETURN FEE | Line 3 has 7 cells, not 8"
            })
    void what_is_wrong_is_named_with_its_line(String good, String bad, String sentence) {
        byte[] file = ENGLISH.replace(good.strip(), bad.strip()).getBytes(UTF_8);
        StatementMapping mapping = StatementCsv.look(ENGLISH.getBytes(UTF_8)).mapping();
        assertThatThrownBy(() -> StatementCsv.read(file, mapping, IBAN, EUR, Money.of("EUR", "10000.00")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was stored");
    }

    @Test
    void what_is_no_csv_or_has_no_amount_is_refused() {
        for (String file : List.of("", "\n\n", "one word", "Date,Name\n2026-05-05,Kunde\n", "Date,Amount\n"))
            assertThatThrownBy(() -> read(file.getBytes(UTF_8))).as(file).isInstanceOf(Refusal.class);
        String wide = "a,".repeat(1_000_000) + "b\n";
        assertThatThrownBy(() -> read(wide.getBytes(UTF_8))).isInstanceOf(Refusal.class);
    }
}
