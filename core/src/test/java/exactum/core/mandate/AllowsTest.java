package exactum.core.mandate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a mandate allows. A mandate that is not used for 36 months lapses: EPC016-06. */
class AllowsTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);

    private static Authority authority(String signed, String from, String until, Integer count) {
        return new Authority(
                Scheme.SEPA_CORE,
                LocalDate.parse(signed),
                LocalDate.parse(from),
                until == null ? null : LocalDate.parse(until),
                false,
                count,
                null,
                14);
    }

    private static Usage used(String last) {
        return new Usage(1, true, LocalDate.parse(last));
    }

    @Test
    void it_lapses_36_months_after_the_latest_collection_or_after_its_signature() {
        Authority a = authority("2020-01-10", "2020-01-10", null, null);
        assertThat(Allows.lapsesAfter(a, used("2023-06-15"), TODAY)).isEqualTo("2026-06-15");
        assertThat(Allows.byDay(MandateState.ACTIVE, a, used("2023-06-15"), LocalDate.of(2026, 6, 15)))
                .isEqualTo(MandateState.ACTIVE);
        assertThat(Allows.byDay(MandateState.ACTIVE, a, used("2023-06-15"), LocalDate.of(2026, 6, 16)))
                .isEqualTo(MandateState.LAPSED);
        assertThat(Allows.lapsesAfter(authority("2024-02-29", "2024-02-29", null, null), Usage.NONE, TODAY))
                .isEqualTo("2027-02-28");
    }

    @Test
    void it_may_be_signed_before_it_is_valid_and_ends_with_its_last_day() {
        Authority a = authority("2026-05-01", "2026-06-10", "2026-09-30", null);
        assertThat(Allows.objection(MandateState.ACTIVE, a, Usage.NONE, TODAY)).contains("is valid from 10 Jun 2026");
        assertThat(Allows.objection(MandateState.ACTIVE, a, Usage.NONE, LocalDate.of(2026, 9, 30)))
                .isEmpty();
        assertThat(Allows.objection(MandateState.ACTIVE, a, Usage.NONE, LocalDate.of(2026, 10, 1)))
                .contains("is valid until 30 Sep 2026");
        assertThat(Allows.objection(MandateState.SUSPENDED, a, Usage.NONE, TODAY))
                .contains("is suspended");
        assertThat(Allows.byDay(MandateState.CANCELLED, a, Usage.NONE, LocalDate.of(2030, 1, 1)))
                .isEqualTo(MandateState.CANCELLED);
    }

    @Test
    void what_is_agreed_is_checked_all_at_once() {
        assertThatThrownBy(() -> new Authority(
                        Scheme.SEPA_CORE, TODAY, TODAY, TODAY.minusDays(1), true, 3, Money.of("GBP", "5.00"), 0))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.parts()).hasSize(4));
        assertThatThrownBy(() ->
                        new Authority(Scheme.SEPA_CORE, TODAY, TODAY, null, false, null, Money.of("EUR", "0.00"), 14))
                .hasMessageContaining("above zero");
    }

    @Test
    void a_one_off_is_for_one_and_a_count_runs_down() {
        var oneOff = new Authority(Scheme.SEPA_CORE, TODAY, TODAY, null, true, null, null, 14);
        assertThat(Allows.left(oneOff, Usage.NONE)).isEqualTo(1);
        assertThat(Allows.left(oneOff, Usage.NONE.more(TODAY))).isZero();
        assertThat(Allows.left(authority("2026-05-01", "2026-05-01", null, 9), new Usage(8, true, TODAY)))
                .isEqualTo(1);
        assertThat(Allows.left(authority("2026-05-01", "2026-05-01", null, null), Usage.NONE))
                .isNull();
    }

    @ParameterizedTest
    @CsvSource({
        "AWAITING_BANK,ACTIVE,true",
        "AWAITING_BANK,REFUSED,true",
        "AWAITING_BANK,SUSPENDED,false",
        "ACTIVE,SUSPENDED,true",
        "SUSPENDED,ACTIVE,true",
        "ACTIVE,CANCELLED,true",
        "ACTIVE,USED_UP,true",
        "CANCELLED,ACTIVE,false",
        "LAPSED,ACTIVE,false",
        "EXPIRED,CANCELLED,false",
        "ACTIVE,ACTIVE,false",
        "ACTIVE,REFUSED,false",
        "ACTIVE,AWAITING_BANK,false",
        "SUSPENDED,LAPSED,true"
    })
    void a_state_leads_to_some_others_only(MandateState from, MandateState to, boolean may) {
        assertThat(from.mayBecome(to)).isEqualTo(may);
        assertThat(MandateState.of(from.words())).isSameAs(from);
    }
}
