package exactum.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.Statement.RemarkKind;
import exactum.core.bank.WaitingKind;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxCategory;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Event;
import exactum.core.matching.Grade;
import exactum.core.money.Rounding;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.TakeBack;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Values that are stored and shown by a name are found by it, each has one of its own, and no other name is any of them. */
class NamedValuesTest {
    private record Named<E extends Enum<E>>(E[] values, Function<E, String> words, Function<String, E> of) {
        @Override
        public String toString() {
            return values[0].getDeclaringClass().getSimpleName();
        }
    }

    static Stream<Named<?>> named() {
        return Stream.of(
                new Named<>(RemarkKind.values(), RemarkKind::words, RemarkKind::of),
                new Named<>(WaitingKind.values(), WaitingKind::words, WaitingKind::of),
                new Named<>(DocumentKind.values(), DocumentKind::words, DocumentKind::of),
                new Named<>(DocumentState.values(), DocumentState::words, DocumentState::of),
                new Named<>(PriceMode.values(), PriceMode::words, PriceMode::of),
                new Named<>(TaxCategory.values(), TaxCategory::code, TaxCategory::of),
                new Named<>(AccountRole.values(), AccountRole::words, AccountRole::of),
                new Named<>(Event.values(), Event::words, Event::of),
                new Named<>(MeansKind.values(), MeansKind::words, MeansKind::of),
                new Named<>(TakeBack.Cause.values(), TakeBack.Cause::words, TakeBack.Cause::of));
    }

    @ParameterizedTest
    @MethodSource("named")
    <E extends Enum<E>> void each_is_found_by_its_own_name(Named<E> named) {
        List<String> words = Arrays.stream(named.values()).map(named.words()).toList();
        assertThat(words).doesNotHaveDuplicates().allSatisfy(w -> assertThat(w).isNotBlank());
        for (E value : named.values())
            assertThat(named.of().apply(named.words().apply(value))).isSameAs(value);
        assertThatThrownBy(() -> named.of().apply("no such name"))
                .isInstanceOf(RuntimeException.class)
                .hasMessageContaining("no such name");
    }

    @Test
    void what_is_shown_by_name_alone_has_one() {
        assertThat(Arrays.stream(Grade.values()).map(Grade::words)).containsExactly("certain", "likely", "look");
        assertThat(Arrays.stream(Rounding.values()).map(Rounding::words))
                .doesNotHaveDuplicates()
                .allSatisfy(w -> assertThat(w).isNotBlank());
    }

    @Test
    void tax_categories_have_the_codes_of_uncl_5305() {
        assertThat(Arrays.stream(TaxCategory.values()).map(TaxCategory::code))
                .containsExactlyInAnyOrder("S", "Z", "E", "AE", "O");
    }

    @Test
    void a_document_is_titled_by_its_kind() {
        assertThat(Arrays.stream(DocumentKind.values()).map(DocumentKind::title))
                .contains("Invoice", "Credit note", "Quote", "Cash sale");
    }
}
