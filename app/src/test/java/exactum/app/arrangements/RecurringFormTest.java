package exactum.app.arrangements;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.documents.Draft;
import exactum.app.documents.PaperForm;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The typed texts of a recurring invoice and what they come to. */
class RecurringFormTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    private static final PaperForm.Setting SETTING =
            new PaperForm.Setting(Currency.getInstance("EUR"), new AccountCode("4000"), TODAY);

    private static RecurringForm typed(String... pairs) {
        var fields = new HashMap<String, String>();
        for (int i = 0; i < pairs.length; i += 2) fields.put(pairs[i], pairs[i + 1]);
        return new RecurringForm(fields, SETTING);
    }

    private static RecurringInvoice kept(Recurrence recurrence) {
        return new RecurringInvoice(
                new RecurringId(UUID.randomUUID()),
                "Berth",
                new CustomerId(UUID.randomUUID()),
                recurrence,
                new TermsId(UUID.randomUUID()),
                RecurringInvoice.Content.of(
                        SETTING.currency(),
                        PriceMode.TAX_INCLUDED,
                        List.of(Line.of(
                                "Berth",
                                new BigDecimal("6.5"),
                                "m",
                                UnitPrice.of("EUR", "1120.1075"),
                                "standard",
                                SETTING.income())),
                        new Draft.Wording("PO 7", "", "thank you")),
                Handling.USUAL,
                new RecurringInvoice.Progress(RecurringState.ACTIVE, 3, Set.of(), null),
                2);
    }

    static Stream<Recurrence> recurrences() {
        var never = new Recurrence.End.Never();
        return Stream.of(
                new Recurrence(Cadence.monthly(new DayRule.MonthDay(31)), TODAY, Coverage.MONTH_OF_DATE, never, 14),
                new Recurrence(
                        new Cadence(Cadence.Unit.MONTH, 3, new DayRule.LastDay()),
                        TODAY,
                        Coverage.MONTH_BEFORE,
                        new Recurrence.End.After(12),
                        0),
                new Recurrence(
                        new Cadence(Cadence.Unit.YEAR, 1, new DayRule.NthWeekday(2, DayOfWeek.TUESDAY)),
                        TODAY,
                        Coverage.FROM_DATE,
                        new Recurrence.End.OnDate(LocalDate.of(2030, 1, 1)),
                        0),
                new Recurrence(new Cadence(Cadence.Unit.WEEK, 2, null), TODAY, Coverage.UP_TO_DATE, never, 3));
    }

    @ParameterizedTest
    @MethodSource("recurrences")
    void what_was_kept_and_is_opened_and_kept_again_is_the_same(Recurrence recurrence) {
        RecurringInvoice before = kept(recurrence);
        RecurringInvoice after = new RecurringForm(RecurringForm.fields(before), SETTING)
                .toRecurring(before.id(), before.progress(), before.revision(), null);
        assertThat(after).isEqualTo(before);
    }

    @Test
    void an_empty_paper_has_two_lines_and_a_monthly_start_today() {
        RecurringForm form = typed();
        assertThat(form.rows()).isEqualTo(2);
        assertThat(form.lines()).isEmpty();
        Recurrence recurrence = form.recurrence().orElseThrow();
        assertThat(recurrence.startsOn()).isEqualTo(TODAY);
        assertThat(recurrence.cadence().unit()).isEqualTo(Cadence.Unit.MONTH);
        assertThat(form.hasProblems()).isFalse();
    }

    @Test
    void there_is_always_one_empty_line_to_go_on_with() {
        assertThat(typed("text0", "a", "text4", "b").rows()).isEqualTo(6);
    }

    @ParameterizedTest
    @CsvSource({
        "12x85, 1020",
        "'1,120', 1120",
        "6.5, 6.5",
        "-2, -2",
    })
    void a_quantity_may_be_reckoned(String text, BigDecimal quantity) {
        assertThat(typed("text0", "a", "qty0", text, "price0", "1")
                        .lines()
                        .getFirst()
                        .quantity())
                .isEqualByComparingTo(quantity);
    }

    @ParameterizedTest
    @CsvSource({
        "price0, 1.0000001, decimals",
        "price0, ten, is not a number",
        "qty0, some, is not a number",
        "text0, '', A line needs a description."
    })
    void a_line_in_trouble_says_so_at_its_field_and_the_others_stay(String field, String text, String problem) {
        var fields = new HashMap<>(Map.of("text0", "a", "price0", "1", "text1", "b", "price1", "2"));
        fields.put(field, text);
        RecurringForm form = new RecurringForm(fields, SETTING);
        assertThat(form.lines()).extracting(Line::description).containsExactly("b");
        assertThat(form.problem(field)).contains(problem);
    }

    @ParameterizedTest
    @CsvSource({
        "every, x, is not a whole number",
        "before, 1.5, is not a whole number",
        "start, 31 Feb 2026, is not a date"
    })
    void a_wrong_date_or_number_is_named_and_no_dates_are_shown(String field, String text, String problem) {
        RecurringForm form = typed(field, text);
        assertThat(form.recurrence()).isEmpty();
        assertThat(form.problem(field)).contains(problem);
    }

    @Test
    void a_week_has_no_calendar_month_to_cover() {
        assertThat(typed("unit", "WEEK", "coverage", "MONTH_BEFORE")
                        .recurrence()
                        .orElseThrow()
                        .coverage())
                .isEqualTo(Coverage.UP_TO_DATE);
        assertThat(typed("unit", "WEEK", "coverage", "MONTH_OF_DATE")
                        .recurrence()
                        .orElseThrow()
                        .coverage())
                .isEqualTo(Coverage.FROM_DATE);
    }

    @Test
    void keeping_names_everything_that_is_missing_at_once() {
        assertThatThrownBy(() -> typed("start", "never").toRecurring(null, RecurringInvoice.Progress.FRESH, 1, null))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("is not a date")
                .hasMessageContaining("It needs a name.")
                .hasMessageContaining("Choose a customer.")
                .hasMessageContaining("It needs at least one line with a price.");
    }
}
