package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.Charset;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class CustomerCsvTest {
    private static List<CustomerCsv.Row> read(String file) {
        return CustomerCsv.read(new ByteArrayInputStream(file.getBytes(UTF_8)));
    }

    @Test
    void columns_may_come_in_any_order_and_the_optional_may_be_missing() {
        var row = read("\uFEFFname,code,currency,country,address\nÉcluse Söhne,C-1,EUR,IE,Quay 1|Reedharbour\n")
                .getFirst();
        assertThat(row.get(CustomerColumn.NAME)).isEqualTo("Écluse Söhne");
        assertThat(row.get(CustomerColumn.ADDRESS)).isEqualTo("Quay 1\nReedharbour");
        assertThat(row.get(CustomerColumn.EMAIL)).isEmpty();
        assertThat(row.says(CustomerColumn.EMAIL)).isFalse();
        assertThat(row.lineNumber()).isEqualTo(2);
    }

    @Test
    void bad_lines_come_back_with_their_reasons_and_without_formulas() {
        var row = read("code,name,country,currency\n=1+1,Ada,IE,EUR\n").getFirst();
        String back =
                new String(CustomerCsv.writeBad(List.of(new CustomerCsv.Bad(row, List.of("first", "second")))), UTF_8);
        assertThat(back).isEqualTo("code,name,country,currency,reason\r\n'=1+1,Ada,IE,EUR,first; second\r\n");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Ada",
                "=1+1",
                "'=1+1",
                "''-2",
                "@home",
                "+353 1",
                "-5",
                "'plain",
                "a,b;c\"d",
                "אבג ⚓ é",
                "Quay 1\nReedharbour"
            })
    void what_is_written_is_read_back_without_loss_and_never_as_a_formula(String text) throws IOException {
        String oneLine = text.replace('\n', ' ');
        var cells = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
        for (CustomerColumn c : CustomerColumn.values()) if (c != CustomerColumn.TOWN) cells.put(c, oneLine);
        cells.put(CustomerColumn.ADDRESS, text);
        cells.put(CustomerColumn.CONTACTS, text);
        var row = new CustomerCsv.Row(2, cells);
        var out = new StringWriter();
        CustomerCsv.write(out, rows -> rows.accept(row));
        assertThat(read(out.toString())).containsExactly(row);
        assertThat(out.toString()).doesNotContainPattern("(^|,)\"?(?!-\\d+(\\.\\d+)?[\",\r])[=+@-]");
    }

    @Test
    void a_file_without_its_columns_is_refused() {
        assertThatThrownBy(() -> read("name\nAda\n")).hasMessageContaining("lacks the columns code, country, currency");
        assertThatThrownBy(() -> read("code,name,country,currency\n")).hasMessageContaining("no customer");
    }

    static Stream<Arguments> shapes() {
        return CsvShape.CHARSETS.stream()
                .flatMap(c -> CsvShape.SEPARATORS.stream().map(s -> Arguments.of(c, s)));
    }

    @ParameterizedTest
    @MethodSource("shapes")
    void a_file_of_another_making_is_read_in_each_encoding_with_each_separator(Charset charset, char separator) {
        String file = """
                Kunden-Nr.;Vorname;Nachname;Straße;PLZ;Ort;Land;E-Mail;Bemerkung
                K-1;Jörg;Köhler;"Seeweg 4";88131;Lindau;DE;joerg@see.example;"nett"
                K-2;Ada;Byron;Kai 1;88131;Lindau;DE;;
                """.replace(';', separator);
        byte[] bytes = file.getBytes(charset);
        CsvShape guess = CsvShape.guess(bytes);
        assertThat(guess.separator()).isEqualTo(separator);
        boolean oneByte = CsvShape.CHARSETS.indexOf(charset) > 3;
        assertThat(guess.charset()).isEqualTo(oneByte ? Charset.forName("windows-1252") : charset);
        CustomerCsv.Look look = CustomerCsv.look(bytes, new CsvShape(charset, separator));
        assertThat(look.proposed())
                .containsExactly(
                        CustomerColumn.CODE,
                        CustomerColumn.NAME,
                        CustomerColumn.NAME,
                        CustomerColumn.ADDRESS,
                        CustomerColumn.ADDRESS,
                        CustomerColumn.TOWN,
                        CustomerColumn.COUNTRY,
                        CustomerColumn.EMAIL,
                        null);
        var mapping = new CsvMapping(look.shape(), look.proposed(), Map.of(CustomerColumn.CURRENCY, "EUR"));
        CustomerCsv.Row row =
                CustomerCsv.read(new ByteArrayInputStream(bytes), mapping).getFirst();
        assertThat(row.get(CustomerColumn.NAME)).isEqualTo("Jörg Köhler");
        assertThat(row.get(CustomerColumn.ADDRESS)).isEqualTo("Seeweg 4\n88131 Lindau");
        assertThat(row.get(CustomerColumn.CURRENCY)).isEqualTo("EUR");
        assertThat(row.says(CustomerColumn.TAX_NUMBER)).isFalse();
    }

    @Test
    void a_mapping_says_what_is_missing_and_what_stands_there_twice() {
        byte[] file = "Kunde,Firma\nK-1,Boote\n".getBytes(UTF_8);
        var code = new CsvMapping(CsvShape.OURS, Arrays.asList(CustomerColumn.CODE, null), Map.of());
        assertThatThrownBy(() -> CustomerCsv.read(new ByteArrayInputStream(file), code))
                .hasMessageContaining("Say which columns hold name, country, currency");
        var twice = new CsvMapping(
                CsvShape.OURS,
                List.of(CustomerColumn.CODE, CustomerColumn.CODE),
                Map.of(
                        CustomerColumn.NAME, "x",
                        CustomerColumn.COUNTRY, "IE",
                        CustomerColumn.CURRENCY, "EUR"));
        assertThatThrownBy(() -> CustomerCsv.read(new ByteArrayInputStream(file), twice))
                .hasMessageContaining("Two columns are read as code");
        assertThat(CustomerCsv.isOurs(file)).isFalse();
        assertThat(CustomerCsv.isOurs("code;name;reason\n".getBytes(UTF_8))).isTrue();
        assertThatThrownBy(() -> CustomerCsv.look(new byte[] {(byte) 0xC3, 0x28, 10}, CsvShape.OURS))
                .hasMessageContaining("not in UTF-8");
        assertThatThrownBy(() -> CustomerCsv.look("a,b\n".getBytes(UTF_8), null))
                .hasMessageContaining("no customer");
    }
}
