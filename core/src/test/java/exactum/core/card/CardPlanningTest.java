package exactum.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.collection.Candidate.Hindrances;
import exactum.core.collection.LeftOut;
import exactum.core.ids.CardId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Which open items a card on file is charged for, and how much. The rules are common practice, no source. */
class CardPlanningTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    private static final CustomerId PAYER = new CustomerId(UUID.randomUUID());
    private static final CardPlanning.OnFile CARD =
            new CardPlanning.OnFile(new CardId(UUID.randomUUID()), "Visa ending 1111", YearMonth.of(2029, 12), null);

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    private static CardPlanning planning(String credit) {
        return new CardPlanning(new CardPlanning.Asked(TODAY, TODAY, euro("1.00")), Map.of(PAYER, euro(credit)));
    }

    private static CardPlanning.Item item(
            String left, LocalDate due, CardPlanning.OnFile card, EarlySettlement early, Hindrances hindrances) {
        return new CardPlanning.Item(
                new ClaimId(UUID.randomUUID()),
                new DocumentId(UUID.randomUUID()),
                "LW-1",
                PAYER,
                due,
                euro(left),
                early,
                card,
                hindrances,
                0);
    }

    private static CardPlanning.Item due(String left) {
        return item(left, TODAY, CARD, null, Hindrances.NONE);
    }

    private static LeftOut out(CardPlanning.Item item) {
        return planning("0.00").next(item) instanceof CardPlanning.Planned.Out out ? out.reason() : null;
    }

    private static CardPlanning.Planned.In in(CardPlanning planning, CardPlanning.Item item) {
        return (CardPlanning.Planned.In) planning.next(item);
    }

    @Test
    void what_is_due_is_charged_in_full() {
        var in = in(planning("0.00"), due("50.00"));
        assertThat(in.amount()).isEqualTo(euro("50.00"));
        assertThat(in.credit()).isEqualTo(euro("0.00"));
    }

    @Test
    void credit_goes_to_the_oldest_first_and_the_card_pays_the_rest() {
        CardPlanning planning = planning("60.00");
        assertThat(planning.next(due("50.00")))
                .isInstanceOfSatisfying(
                        CardPlanning.Planned.Out.class,
                        o -> assertThat(o.reason()).isEqualTo(LeftOut.CREDIT));
        var second = in(planning, due("50.00"));
        assertThat(second.credit()).isEqualTo(euro("10.00"));
        assertThat(second.amount()).isEqualTo(euro("40.00"));
        assertThat(in(planning, due("50.00")).amount()).isEqualTo(euro("50.00"));
    }

    @Test
    void paid_early_less_is_charged() {
        var early = new EarlySettlement(TODAY, euro("1.50"));
        var in = in(planning("0.00"), item("50.00", TODAY, CARD, early, Hindrances.NONE));
        assertThat(in.amount()).isEqualTo(euro("48.50"));
        assertThat(in.discount()).isEqualTo(euro("1.50"));
        var late = new EarlySettlement(TODAY.minusDays(1), euro("1.50"));
        assertThat(in(planning("0.00"), item("50.00", TODAY, CARD, late, Hindrances.NONE))
                        .amount())
                .isEqualTo(euro("50.00"));
    }

    @Test
    void what_hinders_it_is_said() {
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(true, false, null, null, null))))
                .isEqualTo(LeftOut.IN_FLIGHT);
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(false, true, null, null, null))))
                .isEqualTo(LeftOut.DISPUTED);
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(false, false, TODAY, null, null))))
                .isEqualTo(LeftOut.PROMISED);
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(false, false, null, "a line", null))))
                .isEqualTo(LeftOut.UNPLACED);
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(false, false, null, null, TODAY.plusDays(3)))))
                .isEqualTo(LeftOut.WAITS);
        assertThat(out(item("50.00", TODAY.plusDays(1), CARD, null, Hindrances.NONE)))
                .isEqualTo(LeftOut.NOT_DUE);
        assertThat(out(due("0.99"))).isEqualTo(LeftOut.TOO_SMALL);
        assertThat(out(item("50.00", TODAY, CARD, null, new Hindrances(false, false, TODAY.minusDays(1), null, TODAY))))
                .isNull();
    }

    @Test
    void a_card_that_is_missing_ended_or_expired_is_not_charged() {
        var ended = new CardPlanning.OnFile(CARD.id(), CARD.shown(), CARD.expires(), "refused for good");
        var expired = new CardPlanning.OnFile(CARD.id(), CARD.shown(), YearMonth.of(2026, 5), null);
        var lastMonth = new CardPlanning.OnFile(CARD.id(), CARD.shown(), YearMonth.of(2026, 6), null);
        assertThat(out(item("50.00", TODAY, null, null, Hindrances.NONE))).isEqualTo(LeftOut.NO_CARD);
        assertThat(out(item("50.00", TODAY, ended, null, Hindrances.NONE))).isEqualTo(LeftOut.NO_CARD);
        assertThat(out(item("50.00", TODAY, expired, null, Hindrances.NONE))).isEqualTo(LeftOut.NO_CARD);
        assertThat(out(item("50.00", TODAY, lastMonth, null, Hindrances.NONE))).isNull();
    }
}
