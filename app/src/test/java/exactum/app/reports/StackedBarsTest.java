package exactum.app.reports;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The drawing of a report: what lies under which currency, and how long it is. */
class StackedBarsTest {
    private static final List<Column> COLUMNS =
            List.of(Column.words("Item"), Column.words("Currency"), Column.figure("Income"));

    private static Line line(String item, String currency, long minor) {
        return Line.of(currency, Cell.of(item), Cell.of(currency), Cell.of(Money.ofMinor(currency, minor)));
    }

    private static StackedBars drawn(Line... lines) {
        return StackedBars.of(List.of(lines), COLUMNS, List.of(2));
    }

    @Test
    void each_currency_has_its_rows_under_its_name_and_its_own_scale() {
        StackedBars drawing =
                drawn(line("Berth", "EUR", 80_000), line("Charter", "USD", 50_000), line("Lift", "EUR", 20_000));
        assertThat(drawing.headings()).extracting(StackedBars.Heading::words).containsExactly("in EUR", "in USD");
        assertThat(drawing.bars()).extracting(StackedBars.Bar::label).containsExactly("Berth", "Lift", "Charter");
        assertThat(drawing.bars()).extracting(b -> b.parts().getFirst().width()).containsExactly(800, 200, 800);
        assertThat(drawing.bars().get(1).y())
                .isLessThan(drawing.headings().get(1).y());
        assertThat(drawing.bars().get(2).y())
                .isGreaterThan(drawing.headings().get(1).y());
        assertThat(drawing.height()).isEqualTo(5 * 30);
    }

    @Test
    void one_currency_needs_no_name() {
        StackedBars drawing = drawn(line("Berth", "EUR", 80_000), line("Lift", "EUR", 0));
        assertThat(drawing.headings()).isEmpty();
        assertThat(drawing.bars())
                .singleElement()
                .satisfies(b -> assertThat(b.total()).contains("800.00"));
    }
}
