package exactum.core.scheme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import exactum.core.scheme.ReturnReason.Follow;
import java.time.LocalDate;
import java.time.Period;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** EPC016-06 and EPC222-07; character set by EPC217-08; reasons by EPC173-14. What follows from a reason is common practice. */
class SepaRulesTest {
    private static final SchemeRules CORE = Scheme.SEPA_CORE.rules();
    private static final SchemeRules B2B = Scheme.SEPA_B2B.rules();

    @ParameterizedTest
    @CsvSource({"ab1,AB1", "M-1042/7,M-1042/7", "'  r(1):2.3+4  ','R(1):2.3+4'"})
    void a_reference_is_kept_in_capitals(String typed, String kept) {
        assertThat(CORE.reference(typed).value()).isEqualTo(kept);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "/A", "A/", "A//B", "A B", "Ä1", "123456789012345678901234567890123456", "A_B"})
    void a_reference_that_banks_do_not_carry_is_refused(String typed) {
        assertThatThrownBy(() -> CORE.reference(typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("cannot be a mandate reference");
    }

    @ParameterizedTest
    @CsvSource({
        "Écluse Söhne,Ecluse Soehne",
        "Straße & Co_KG,Strasse + Co-KG",
        "[a] {b} ~ x_y,(a) (b) - x-y",
        "50 € | 7 %,50 . / 7 .",
        "Łódź Ørsted,Lodz Orsted"
    })
    void texts_are_put_into_the_letters_that_every_bank_carries(String said, String carried) {
        assertThat(CORE.text(said, 140)).isEqualTo(carried);
    }

    @Test
    void a_text_is_cut_and_never_ends_or_begins_with_a_slash() {
        assertThat(CORE.text("x".repeat(200), 140)).hasSize(140);
        assertThat(CORE.text("//a//b/", 140)).isEqualTo("a/b");
    }

    @Test
    void the_time_limits_are_rows_with_a_first_day_and_a_source() {
        SchemeTerms core = CORE.termsOn(LocalDate.of(2026, 6, 1));
        assertThat(core.leadOpenDays()).isEqualTo(1);
        assertThat(core.noticeDays()).isEqualTo(14);
        assertThat(core.returnOpenDays()).isEqualTo(5);
        assertThat(core.refund()).isEqualTo(Period.ofWeeks(8));
        assertThat(core.unauthorised()).isEqualTo(Period.ofMonths(13));
        assertThat(core.dormant()).isEqualTo(Period.ofMonths(36));
        assertThat(core.source()).isEqualTo("EPC016-06");
        SchemeTerms b2b = B2B.termsOn(LocalDate.of(2026, 6, 1));
        assertThat(b2b.returnOpenDays()).isEqualTo(3);
        assertThat(b2b.refund()).isNull();
        assertThat(B2B.payers().consumers()).isFalse();
        assertThat(B2B.payers().confirmedByBank()).isTrue();
        assertThatThrownBy(() -> CORE.termsOn(LocalDate.of(2016, 11, 19)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("known from 2016-11-20");
    }

    @ParameterizedTest
    @CsvSource({
        "AC01,NEW_ACCOUNT", "AC04,NEW_ACCOUNT", "AC06,NEW_ACCOUNT", "AC13,NEW_ACCOUNT", "AG01,NEW_ACCOUNT",
                "AG02,FIX_DATA",
        "AM04,RETRY", "AM05,LOOK", "BE05,FIX_DATA", "CNOR,ASK_BANK", "DNOR,NEW_ACCOUNT", "DT01,FIX_DATA",
        "ED05,ASK_BANK", "FF01,FIX_DATA", "FF05,FIX_DATA", "MD01,SHOW_MANDATE", "MD02,FIX_DATA", "MD06,ASK_PAYER",
        "MD07,END_MANDATE", "MS02,ASK_PAYER", "MS03,RETRY", "RC01,FIX_DATA", "RR01,FIX_DATA", "RR02,FIX_DATA",
        "RR03,FIX_DATA", "RR04,ASK_PAYER", "SL01,ASK_PAYER", "TM01,FIX_DATA"
    })
    void each_reason_leads_on(String code, Follow follow) {
        ReturnReason reason = CORE.reason(code);
        assertThat(reason.follow()).isEqualTo(follow);
        assertThat(reason.isKnown()).isTrue();
        assertThat(reason.said()).startsWith(code + ", ");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ZZ99", "NARR", ""})
    void a_reason_that_is_not_listed_is_for_a_person(String code) {
        assertThat(CORE.reason(code).follow()).isEqualTo(Follow.LOOK);
        assertThat(CORE.reason(code).isKnown()).isFalse();
    }

    /** FRST is not asked for any more since 20 November 2016 (EPC016-06); some banks still want it. */
    @ParameterizedTest
    @CsvSource({
        "false,false,false,false,RECURRENT",
        "false,false,false,true,FIRST",
        "false,false,true,true,RECURRENT",
        "false,true,true,false,FINAL",
        "true,false,false,true,ONE_OFF"
    })
    void the_sequence_follows_from_what_was_collected(
            boolean oneOff, boolean last, boolean collected, boolean usesFirst, Sequence expected) {
        assertThat(Sequence.next(oneOff, last, collected, usesFirst)).isEqualTo(expected);
    }

    @Test
    void the_words_of_the_form_name_the_creditor_and_the_rights() {
        assertThat(CORE.wording().authority().formatted("Larkwater Moorings Ltd"))
                .contains("you authorise (A) Larkwater Moorings Ltd to send instructions");
        assertThat(CORE.wording().rights()).contains("within 8 weeks");
        assertThat(B2B.wording().rights()).contains("not entitled to a refund");
    }

    @Test
    void schemes_and_sequences_are_found_by_their_names() {
        for (Scheme s : Scheme.values()) assertThat(Scheme.of(s.words())).isSameAs(s);
        for (Sequence s : Sequence.values()) assertThat(Sequence.of(s.code())).isSameAs(s);
        assertThatThrownBy(() -> Scheme.of("none")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Sequence.of("RPRE")).isInstanceOf(IllegalArgumentException.class);
    }
}
