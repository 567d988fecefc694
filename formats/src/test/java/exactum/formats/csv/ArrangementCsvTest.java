package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import exactum.formats.csv.ReadingCsv.Bad;
import exactum.formats.csv.ReadingCsv.Row;
import java.io.ByteArrayInputStream;
import java.io.StringWriter;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Files of arrangements: readings in; forecast and schedule out (RFC 4180 rows, ISO 8601 days). */
class ArrangementCsvTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    private static List<Row> read(String text) {
        return ReadingCsv.read(new ByteArrayInputStream(text.getBytes(UTF_8)));
    }

    @Test
    void a_reading_is_a_quantity_or_what_the_meter_said() {
        assertThat(read("customer,item,period,quantity\nK-1,POWER,2026-05,118.5\n"))
                .containsExactly(new Row(2, "K-1", "POWER", "2026-05", "118.5", "", ""));
        assertThat(read("item,customer,before,after,period\nPOWER,K-1,9950,68,2026-06-01/2026-06-15\n"))
                .containsExactly(new Row(2, "K-1", "POWER", "2026-06-01/2026-06-15", "", "9950", "68"));
    }

    @Test
    void a_file_without_readings_or_a_column_is_refused() {
        assertThatThrownBy(() -> read("customer,item,period,quantity\n"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no reading");
        assertThatThrownBy(() -> read("customer,item,quantity\nK-1,POWER,3\n"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("period");
    }

    @Test
    void bad_rows_come_back_with_every_reason_and_are_read_again_once_mended() {
        var bad = new Bad(new Row(7, "K-1", "=POWER", "2026-05", "-3", "", ""), List.of("negative", "no such item"));
        String back = new String(ReadingCsv.writeBad(List.of(bad)), UTF_8);
        assertThat(back)
                .startsWith("customer,item,period,quantity,before,after,reason\r\n")
                .contains("negative; no such item")
                .doesNotContain(",=POWER");
        assertThat(read(back))
                .singleElement()
                .extracting(Row::item, Row::quantity)
                .containsExactly("=POWER", "-3");
    }

    @Test
    void each_row_of_a_forecast_has_a_cell_a_column() {
        var when = new ForecastCsv.When(FIRST, FIRST, FIRST, LocalDate.of(2026, 6, 30));
        var who = new ForecastCsv.Who("K-1", "Aoife Byrne, Larkwater", "Berth");
        List<String> row =
                ForecastCsv.row(when, who, ForecastCsv.Amounts.none("EUR"), "waits for readings of 1–30 June 2026");
        assertThat(row).hasSameSizeAs(ForecastCsv.COLUMNS);
        assertThat(row.get(ForecastCsv.COLUMNS.indexOf("period_last"))).isEqualTo("2026-06-30");
        assertThat(written(ForecastCsv.COLUMNS, row))
                .contains("\"Aoife Byrne, Larkwater\"")
                .endsWith("2026\r\n");
    }

    @Test
    void each_row_of_a_schedule_has_a_cell_a_column() {
        var dates = new ScheduleCsv.Dates("Club fee", "K-1", 3, FIRST, FIRST, FIRST, FIRST, FIRST.plusDays(90), "");
        List<String> part = ScheduleCsv.row(dates, 2, 3, LocalDate.of(2026, 7, 20), "128.33", "EUR");
        assertThat(part).hasSameSizeAs(ScheduleCsv.COLUMNS);
        assertThat(part.subList(9, 14)).containsExactly("2", "3", "2026-07-20", "128.33", "EUR");
        List<String> stopped = ScheduleCsv.stopped(dates, "EUR", "-");
        assertThat(stopped).hasSameSizeAs(ScheduleCsv.COLUMNS);
        assertThat(stopped.subList(9, 15)).containsExactly("", "", "", "", "EUR", "-");
    }

    private static String written(List<String> columns, List<String> row) {
        var text = new StringWriter();
        try (var csv = new CsvOut(text, columns)) {
            csv.row(row);
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return text.toString();
    }
}
