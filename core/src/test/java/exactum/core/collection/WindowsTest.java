package exactum.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Until when a collection may come back: EPC016-06 (five TARGET days, eight weeks, thirteen months), EPC222-07 (three TARGET days,
 * no refund); Directive (EU) 2015/2366, Art. 71, 76 and 77.
 */
class WindowsTest {
    @ParameterizedTest
    @CsvSource({
        "2026-05-04,2026-05-11,2026-06-29,2027-06-04,2026-05-07",
        "2026-12-28,2027-01-05,2027-02-22,2028-01-28,2026-12-31",
        "2026-04-02,2026-04-13,2026-05-28,2027-05-02,2026-04-09",
        "2026-06-15,2026-06-22,2026-08-10,2027-07-15,2026-06-18"
    })
    void worked_windows(String collected, String returned, String refund, String unauthorised, String b2b) {
        Windows core = Windows.of(Scheme.SEPA_CORE.rules(), LocalDate.parse(collected));
        assertThat(core.returned()).isEqualTo(returned);
        assertThat(core.refund()).isEqualTo(refund);
        assertThat(core.unauthorised()).isEqualTo(unauthorised);
        assertThat(core.working().steps()).hasSize(4);
        Windows business = Windows.of(Scheme.SEPA_B2B.rules(), LocalDate.parse(collected));
        assertThat(business.returned()).isEqualTo(b2b);
        assertThat(business.refund()).isNull();
    }

    @ParameterizedTest
    @CsvSource({
        "AM04,true,true,RETURNED", "MD06,true,true,CLAIMED_BACK", "MD01,true,true,RETURNED",
        "MD01,true,false,CLAIMED_BACK", "AC04,false,true,REJECTED", "MD06,false,false,REJECTED"
    })
    void what_came_back_is_named_by_reason_and_day(String code, boolean money, boolean inWindow, Back expected) {
        assertThat(Back.of(Scheme.SEPA_CORE.rules().reason(code), money, inWindow))
                .isEqualTo(expected);
    }

    /** Two more tries, five banking days apart; a reason that is not told once only. */
    @ParameterizedTest
    @CsvSource({
        "AM04,1,2026-06-17,2026-06-24",
        "AM04,2,2026-06-24,2026-07-01",
        "AM04,3,2026-07-01,",
        "MS03,1,2026-12-23,2026-12-31",
        "MS03,2,2026-06-24,",
        "AC04,1,2026-06-17,",
        "MD06,1,2026-06-17,",
        "ZZ99,1,2026-06-17,"
    })
    void a_next_try_follows_from_the_reason(String code, int tries, String back, String again) {
        var next = Retrying.next(
                Scheme.SEPA_CORE.rules(),
                Retrying.Policy.USUAL,
                Scheme.SEPA_CORE.rules().reason(code),
                tries,
                LocalDate.parse(back));
        assertThat(next.map(n -> n.on().toString()).orElse(null)).isEqualTo(again);
        next.ifPresent(n -> assertThat(n.working().steps()).hasSize(2));
    }
}
