package exactum.app.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Fields of a form as values, or one sentence that names what is wrong. */
class TypedFormTest {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);

    private static TypedForm of(String value) {
        return new TypedForm(Map.of("f", value));
    }

    private static void refused(Consumer<TypedForm> read, String value, String sentence) {
        assertThatThrownBy(() -> read.accept(of(value)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence);
    }

    @Test
    void texts_lose_the_blanks_around_them_and_the_windows_line_ends() {
        assertThat(of("  Quay 1\r\nReedharbour ").text("f", TextKind.ADDRESS)).isEqualTo("Quay 1\nReedharbour");
        assertThat(of("").text("f", "other")).isEqualTo("other");
        assertThat(of("x").text("nowhere")).isEmpty();
        assertThat(of("x").has("f")).isTrue();
        assertThat(of("x").has("g")).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"'1,120.50', 1120.50", "12x85, 1020.00", "-4.20, -4.20", "0, 0.00"})
    void amounts_may_be_reckoned(String typed, String amount) {
        assertThat(of(typed).money("f", "amount", EUR)).isEqualTo(Money.of("EUR", amount));
    }

    @Test
    void what_is_wrong_is_named() {
        refused(f -> f.required("f", "name"), "  ", "The name is missing. Nothing was saved.");
        refused(f -> f.money("f", "amount", EUR), "ten", "is not a number");
        refused(f -> f.money("f", "amount", EUR), "1.005", "has more decimals than the currency");
        refused(f -> f.money("f", "amount", EUR), "999999999999", "is too large");
        refused(f -> f.price("f", "price", EUR), "0.1234567", "has more than 6 decimals");
        refused(f -> f.date("f", "date", TODAY), "31 Feb 2026", "31 Feb");
        refused(f -> f.whole("f"), "1.5", "is not a whole number");
        refused(f -> f.whole("f"), "1000", "is not a whole number");
        refused(f -> f.account("f", "code"), "a b", "is not the code of an account");
        refused(f -> f.colour("f"), "red", "Write it like #17405c");
        refused(f -> f.currency("f"), "ZZZ", "is not a currency");
        refused(f -> f.currency("f"), "XXX", "is not a currency");
        refused(f -> f.zone("f"), "Lake", "is not a time zone");
    }

    @Test
    void what_is_right_is_read() {
        assertThat(of("0.3375").price("f", "price", EUR).text()).isEqualTo("0.3375");
        assertThat(of("+7").date("f", "date", TODAY)).isEqualTo(LocalDate.of(2026, 6, 8));
        assertThat(of("eom").date("f", "date", TODAY)).isEqualTo(LocalDate.of(2026, 6, 30));
        assertThat(of("14").whole("f")).isEqualTo(14);
        assertThat(of("#17405C").colour("f")).isEqualTo("#17405c");
        assertThat(of("gbp").currency("f")).isEqualTo(Currency.getInstance("GBP"));
        assertThat(of("Europe/Dublin").zone("f").getId()).isEqualTo("Europe/Dublin");
    }

    @Test
    void figures_and_dates_are_written_one_way() {
        assertThat(Texts.weekday(TODAY)).isEqualTo("Mon 1 Jun 2026");
        assertThat(Texts.shortWeekday(TODAY)).isEqualTo("Mon 1 Jun");
        assertThat(Texts.day(null)).isEmpty();
        assertThat(Texts.count(1, "invoice", "invoices")).isEqualTo("1 invoice");
        assertThat(Texts.count(1_200, "invoice", "invoices")).isEqualTo("1,200 invoices");
        assertThat(Texts.money("EUR", -18_640)).isEqualTo("€\u00a0−186.40");
        assertThat(Texts.oneLine("Quay 1\n Reedharbour \n")).isEqualTo("Quay 1, Reedharbour");
    }
}
