package exactum.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.mandate.Usage;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Every candidate is in or out, with its reason in words. Planned on Monday 1 June 2026, at nine. */
class PlanningTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    private static final CustomerId ANNA = new CustomerId(new UUID(0, 1));

    private final Planning.Asked asked = new Planning.Asked(
            Scheme.SEPA_CORE,
            new CollectionDay.Bank(1, LocalTime.of(14, 0)),
            LocalDateTime.of(2026, 6, 1, 9, 0),
            LocalDate.of(2026, 6, 16),
            Money.of("EUR", "1.00"));

    private static Covering covering(MandateState state, Integer count, String cap, int counted) {
        var authority = new Authority(
                Scheme.SEPA_CORE,
                LocalDate.of(2026, 1, 5),
                LocalDate.of(2026, 1, 5),
                null,
                false,
                count,
                cap == null ? null : Money.of("EUR", cap),
                14);
        return new Covering(
                new MandateId(new UUID(7, 7)),
                Scheme.SEPA_CORE.rules().reference("M-1"),
                authority,
                state,
                new Usage(counted, counted > 0, null),
                1);
    }

    private static final Covering ACTIVE = covering(MandateState.ACTIVE, null, null, 0);

    private static Candidate item(int no, String amount, LocalDate due, Covering covering, Candidate.Hindrances why) {
        return new Candidate(
                new ClaimId(new UUID(1, no)),
                new DocumentId(new UUID(2, no)),
                "LW-" + no,
                ANNA,
                due,
                Money.of("EUR", amount),
                null,
                covering,
                why,
                new CollectionDay.Told(LocalDate.of(2026, 5, 20), 14, "invoice sent"),
                0);
    }

    private static Candidate item(int no, String amount, Covering covering) {
        return item(no, amount, TODAY, covering, Candidate.Hindrances.NONE);
    }

    private List<Planned> plan(Map<CustomerId, Money> credit, Candidate... candidates) {
        var planning = new Planning(asked, credit);
        return Stream.of(candidates).map(planning::next).toList();
    }

    private Planned.Out out(Candidate candidate) {
        return (Planned.Out) plan(Map.of(), candidate).getFirst();
    }

    private static Candidate.Hindrances hindered(
            boolean flight, boolean disputed, LocalDate promised, String unplaced, LocalDate notBefore) {
        return new Candidate.Hindrances(flight, disputed, promised, unplaced, notBefore);
    }

    @Test
    void what_speaks_against_it_is_said() {
        assertThat(out(item(1, "10.00", TODAY, ACTIVE, hindered(true, false, null, null, null)))
                        .reason())
                .isEqualTo(LeftOut.IN_FLIGHT);
        assertThat(out(item(1, "10.00", TODAY, ACTIVE, hindered(false, true, null, null, null)))
                        .words())
                .isEqualTo("the customer objects to it");
        assertThat(out(item(1, "10.00", TODAY, ACTIVE, hindered(false, false, TODAY, null, null)))
                        .words())
                .isEqualTo("promised by 1 Jun 2026");
        assertThat(out(item(1, "10.00", TODAY, ACTIVE, hindered(false, false, null, "ANNA B LW-1", null)))
                        .reason())
                .isEqualTo(LeftOut.UNPLACED);
        assertThat(out(item(1, "10.00", TODAY, ACTIVE, hindered(false, false, null, null, LocalDate.of(2026, 7, 1))))
                        .words())
                .isEqualTo("tried again on 1 Jul 2026");
        assertThat(out(item(1, "0.99", ACTIVE)).reason()).isEqualTo(LeftOut.TOO_SMALL);
        assertThat(out(item(1, "1000000000.00", ACTIVE)).reason()).isEqualTo(LeftOut.TOO_LARGE);
        assertThat(out(item(1, "10.00", LocalDate.of(2026, 6, 17), ACTIVE, Candidate.Hindrances.NONE))
                        .reason())
                .isEqualTo(LeftOut.NOT_DUE);
    }

    @Test
    void a_promise_whose_day_is_past_holds_nothing_back() {
        assertThat(plan(
                                Map.of(),
                                item(1, "10.00", TODAY, ACTIVE, hindered(false, false, TODAY.minusDays(1), null, null)))
                        .getFirst())
                .isInstanceOf(Planned.In.class);
    }

    @Test
    void without_a_mandate_that_can_be_used_nothing_is_collected() {
        assertThat(out(item(1, "10.00", null)).words()).isEqualTo("no mandate");
        for (MandateState state : MandateState.values()) {
            if (state == MandateState.ACTIVE) continue;
            assertThat(out(item(1, "10.00", covering(state, null, null, 0))).words())
                    .isEqualTo("mandate M-1 is " + state.words());
        }
        assertThat(out(item(1, "10.00", covering(MandateState.ACTIVE, null, "9.99", 0)))
                        .reason())
                .isEqualTo(LeftOut.CAPPED);
        assertThat(out(item(1, "10.00", covering(MandateState.ACTIVE, 3, null, 3)))
                        .words())
                .isEqualTo("mandate M-1 was for 3 collections, all of them used");
    }

    @Test
    void another_currency_is_kept_out() {
        Candidate pounds = new Candidate(
                new ClaimId(new UUID(1, 1)),
                new DocumentId(new UUID(2, 1)),
                "NS-1",
                ANNA,
                TODAY,
                Money.of("GBP", "10.00"),
                null,
                ACTIVE,
                Candidate.Hindrances.NONE,
                new CollectionDay.Told(TODAY, 14, "invoice sent"),
                0);
        assertThat(out(pounds).words()).isEqualTo("in GBP, and SEPA Core collects EUR only");
    }

    @Test
    void a_notice_that_is_too_short_says_the_first_day() {
        Candidate late = new Candidate(
                new ClaimId(new UUID(1, 1)),
                new DocumentId(new UUID(2, 1)),
                "LW-1",
                ANNA,
                TODAY,
                Money.of("EUR", "10.00"),
                null,
                ACTIVE,
                Candidate.Hindrances.NONE,
                new CollectionDay.Told(LocalDate.of(2026, 6, 5), 14, "advance notice sent"),
                0);
        assertThat(out(late).words()).isEqualTo("advance notice sent 5 Jun 2026, so not before 19 Jun 2026");
    }

    @Test
    void credit_on_account_goes_to_the_oldest_first() {
        List<Planned> plan = plan(
                Map.of(ANNA, Money.of("EUR", "150.00")),
                item(1, "100.00", TODAY, ACTIVE, Candidate.Hindrances.NONE),
                item(2, "100.00", TODAY.plusDays(1), ACTIVE, Candidate.Hindrances.NONE));
        assertThat(((Planned.Out) plan.getFirst()).reason()).isEqualTo(LeftOut.CREDIT);
        Planned.In second = (Planned.In) plan.getLast();
        assertThat(second.credit().plain()).isEqualTo("50.00");
        assertThat(second.amount().plain()).isEqualTo("50.00");
    }

    @Test
    void early_settlement_is_taken_inside_its_window_and_not_after_it() {
        assertThat(early(LocalDate.of(2026, 6, 10)).amount().plain()).isEqualTo("116.62");
        assertThat(early(LocalDate.of(2026, 6, 10)).discount().plain()).isEqualTo("2.38");
        assertThat(early(LocalDate.of(2026, 6, 2)).amount().plain()).isEqualTo("119.00");
    }

    private Planned.In early(LocalDate until) {
        Candidate c = new Candidate(
                new ClaimId(new UUID(1, 1)),
                new DocumentId(new UUID(2, 1)),
                "LW-1",
                ANNA,
                TODAY,
                Money.of("EUR", "119.00"),
                new EarlySettlement(until, Money.of("EUR", "2.38")),
                ACTIVE,
                Candidate.Hindrances.NONE,
                new CollectionDay.Told(LocalDate.of(2026, 5, 20), 14, "invoice sent"),
                0);
        return (Planned.In) plan(Map.of(), c).getFirst();
    }

    @Test
    void of_three_left_the_third_is_the_last_and_a_second_try_counts_none() {
        Covering three = covering(MandateState.ACTIVE, 3, null, 0);
        List<Planned> plan = plan(
                Map.of(),
                item(1, "5.00", three),
                item(2, "6.00", three),
                item(3, "7.00", three),
                item(4, "8.00", three));
        assertThat(((Planned.In) plan.get(1)).isLast()).isFalse();
        assertThat(((Planned.In) plan.get(2)).isLast()).isTrue();
        assertThat(((Planned.Out) plan.get(3)).reason()).isEqualTo(LeftOut.USED_UP);
        Candidate again = new Candidate(
                new ClaimId(new UUID(1, 9)),
                new DocumentId(new UUID(2, 9)),
                "LW-9",
                ANNA,
                TODAY,
                Money.of("EUR", "9.00"),
                null,
                covering(MandateState.ACTIVE, 3, null, 3),
                Candidate.Hindrances.NONE,
                new CollectionDay.Told(LocalDate.of(2026, 5, 20), 14, "invoice sent"),
                1);
        assertThat(plan(Map.of(), again).getFirst()).isInstanceOf(Planned.In.class);
    }

    @Test
    void reasons_are_found_by_their_names() {
        for (LeftOut reason : LeftOut.values())
            assertThat(LeftOut.of(reason.words())).isSameAs(reason);
    }
}
