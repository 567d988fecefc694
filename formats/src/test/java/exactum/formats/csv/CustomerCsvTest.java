package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CustomerCsvTest {
    private static List<CustomerCsv.Row> read(String file) {
        return CustomerCsv.read(new ByteArrayInputStream(file.getBytes(UTF_8)));
    }

    @Test
    void columns_may_come_in_any_order_and_the_optional_may_be_missing() {
        var row = read("\uFEFFname,code,currency,country,address\nÉcluse Söhne,C-1,EUR,IE,Quay 1|Reedharbour\n")
                .getFirst();
        assertThat(row.name()).isEqualTo("Écluse Söhne");
        assertThat(row.address()).isEqualTo("Quay 1\nReedharbour");
        assertThat(row.email()).isEmpty();
        assertThat(row.lineNumber()).isEqualTo(2);
    }

    @Test
    void bad_lines_come_back_with_their_reasons_and_without_formulas() {
        var row = read("code,name,country,currency\n=1+1,Ada,IE,EUR\n").getFirst();
        String back =
                new String(CustomerCsv.writeBad(List.of(new CustomerCsv.Bad(row, List.of("first", "second")))), UTF_8);
        assertThat(back)
                .isEqualTo(
                        "code,name,kind,email,address,country,currency,tax_number,reason\r\n'=1+1,Ada,,,,IE,EUR,,first; second\r\n");
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
        var row = new CustomerCsv.Row(2, "C-1", oneLine, "person", "", text, "IE", "EUR", oneLine);
        var out = new StringWriter();
        CustomerCsv.write(out, rows -> rows.accept(row));
        assertThat(read(out.toString())).containsExactly(row);
        assertThat(out.toString()).doesNotContainPattern("(^|,)\"?[=+@-]");
    }

    @Test
    void a_file_without_its_columns_is_refused() {
        assertThatThrownBy(() -> read("name\nAda\n")).hasMessageContaining("lacks the columns code, country, currency");
        assertThatThrownBy(() -> read("code,name,country,currency\n")).hasMessageContaining("no customer");
    }
}
