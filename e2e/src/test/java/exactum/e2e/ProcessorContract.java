package exactum.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Ability;
import exactum.core.card.ProcessorPort.Answer;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.money.Money;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/**
 * What any adapter of a processor must do, whatever processor stands behind it. One that cannot do something says so, and what
 * it says it can is tried here. Figures from the job's check values: authorised 760.40, captured 758.15, released 2.25.
 */
abstract class ProcessorContract {
    /** The connection that is tried, in euro, for tests. */
    abstract ProcessorPort port();

    /** A card is entered on an open page; its number is known to the one who tries alone. */
    abstract void enterGoodCard(ProcessorPort.Page page);

    /** A card that is good now and is refused for good when it is charged later. */
    abstract void enterCardThatIsStolenLater(ProcessorPort.Page page);

    /** A cardholder contests a sale. */
    abstract void contest(String sale);

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    private static String key() {
        return UUID.randomUUID().toString();
    }

    private static ProcessorPort.Order order(String amount) {
        return new ProcessorPort.Order("LW-2026-0001", "K-1", euro(amount));
    }

    private static ProcessorPort.PageWanted page(ProcessorPort.Purpose purpose, String amount, boolean keep) {
        return new ProcessorPort.PageWanted(purpose, order(amount), keep, false, "http://127.0.0.1:1/back", List.of());
    }

    private ProcessorPort.KeptCard kept() {
        ProcessorPort.Page page = port().open(key(), page(ProcessorPort.Purpose.VERIFY, "0.00", true));
        enterGoodCard(page);
        return port().page(page.reference()).card();
    }

    private static ProcessorPort.ChargeWanted later(String amount, ProcessorPort.KeptCard card, boolean capture) {
        return new ProcessorPort.ChargeWanted(order(amount), card.token(), card.network(), false, capture, List.of());
    }

    private static ProcessorPort.Charge approved(Answer answer) {
        return ((Answer.Approved) answer).charge();
    }

    @Test
    void it_says_who_the_account_is_for_and_what_it_can() {
        assertThat(port().about().currency().getCurrencyCode()).isEqualTo("EUR");
        assertThat(port().about().isTest()).isTrue();
        assertThat(port().about().can()).contains(Ability.KEEP, Ability.VERIFY, Ability.AUTHORISE);
    }

    @Test
    void a_page_is_opened_once_under_a_key_paid_once_and_taken_back_only_before() {
        String key = key();
        ProcessorPort.Page page = port().open(key, page(ProcessorPort.Purpose.PAY, "832.74", false));
        assertThat(port().open(key, page(ProcessorPort.Purpose.PAY, "832.74", false)))
                .isEqualTo(page);
        assertThatThrownBy(() -> port().open(key, page(ProcessorPort.Purpose.PAY, "1.00", false)))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
        assertThat(port().page(page.reference()).isOpen()).isTrue();
        enterGoodCard(page);
        ProcessorPort.Sale sale = port().close(page.reference()).sale();
        assertThat(sale.amount()).isEqualTo(euro("832.74"));
        assertThat(sale.fee()).isEqualTo(euro("20.24"));
        assertThat(sale.page()).isEqualTo(page.reference());
        ProcessorPort.Page back = port().open(key(), page(ProcessorPort.Purpose.PAY, "10.00", false));
        assertThat(port().close(back.reference()).isOpen()).isFalse();
        assertThat(port().page(back.reference()).sale()).isNull();
    }

    @Test
    void a_card_is_verified_without_charging_it_kept_and_forgotten() {
        ProcessorPort.Page page = port().open(key(), page(ProcessorPort.Purpose.VERIFY, "0.00", true));
        enterGoodCard(page);
        ProcessorPort.PageState state = port().page(page.reference());
        assertThat(state.sale()).isNull();
        assertThat(state.charge()).isNull();
        assertThat(state.card().lastFour()).isEqualTo("1111");
        assertThat(port().card(state.card().token())).isEqualTo(state.card());
        port().forget(state.card().token());
        assertThatThrownBy(() -> port().charge(key(), later("1.00", state.card(), true)))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
    }

    @Test
    void a_kept_card_is_charged_once_under_a_key_which_can_be_asked_about() {
        ProcessorPort.KeptCard card = kept();
        String key = key();
        assertThat(port().chargeUnder(key)).isEmpty();
        ProcessorPort.Charge charge = approved(port().charge(key, later("80.00", card, true)));
        assertThat(approved(port().charge(key, later("80.00", card, true)))).isEqualTo(charge);
        assertThat(port().chargeUnder(key))
                .hasValueSatisfying(a -> assertThat(approved(a)).isEqualTo(charge));
        assertThat(charge.sales()).singleElement().satisfies(s -> {
            assertThat(s.amount()).isEqualTo(euro("80.00"));
            assertThat(s.fee()).isEqualTo(euro("2.17"));
            assertThat(s.key()).isEqualTo(key);
        });
        assertThat(charge.rest()).isEqualTo(euro("0.00"));
    }

    @Test
    void a_refusal_carries_its_code_and_stays_the_answer_of_its_key() {
        ProcessorPort.Page page = port().open(key(), page(ProcessorPort.Purpose.VERIFY, "0.00", true));
        enterCardThatIsStolenLater(page);
        ProcessorPort.KeptCard card = port().page(page.reference()).card();
        String key = key();
        for (int twice = 0; twice < 2; twice++)
            assertThat(port().charge(key, later("80.00", card, true)))
                    .isInstanceOfSatisfying(
                            Answer.Declined.class,
                            d -> assertThat(d.decline().family().endsCard()).isTrue());
    }

    @Test
    void authorised_760_40_it_is_captured_at_758_15_and_2_25_is_released() {
        ProcessorPort.KeptCard card = kept();
        ProcessorPort.Charge promised = approved(port().charge(key(), later("760.40", card, false)));
        assertThat(promised.captured()).isEqualTo(euro("0.00"));
        assertThatThrownBy(() -> port().capture(key(), promised.reference(), euro("760.41"), true))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
        String key = key();
        for (int twice = 0; twice < 2; twice++) {
            ProcessorPort.Charge taken = port().capture(key, promised.reference(), euro("758.15"), true);
            assertThat(taken.captured()).isEqualTo(euro("758.15"));
            assertThat(taken.released()).isEqualTo(euro("2.25"));
            assertThat(taken.sales()).hasSize(1);
        }
        assertThatThrownBy(() -> port().capture(key(), promised.reference(), euro("0.01"), true))
                .isInstanceOf(NoAnswer.class);
    }

    @Test
    void several_parts_are_captured_and_the_rest_is_let_go() {
        ProcessorPort.KeptCard card = kept();
        ProcessorPort.Charge promised = approved(port().charge(key(), later("100.00", card, false)));
        port().capture(key(), promised.reference(), euro("40.00"), false);
        port().capture(key(), promised.reference(), euro("25.00"), false);
        assertThat(port().find(promised.reference()).rest()).isEqualTo(euro("35.00"));
        for (int twice = 0; twice < 2; twice++)
            assertThat(port().release(key(), promised.reference()).released()).isEqualTo(euro("35.00"));
        assertThatThrownBy(() -> port().capture(key(), promised.reference(), euro("1.00"), false))
                .as("capture after void")
                .isInstanceOf(NoAnswer.class);
        assertThat(port().find(promised.reference()).sales())
                .extracting(s -> s.amount().plain())
                .containsExactly("40.00", "25.00");
    }

    @Test
    void no_more_is_refunded_than_was_taken_and_once_under_a_key() {
        ProcessorPort.KeptCard card = kept();
        String sale = approved(port().charge(key(), later("80.00", card, true)))
                .sales()
                .getFirst()
                .reference();
        String key = key();
        for (int twice = 0; twice < 2; twice++)
            assertThat(port().refund(key, sale, euro("50.00")).amount()).isEqualTo(euro("50.00"));
        assertThatThrownBy(() -> port().refund(key(), sale, euro("30.01")))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
        assertThat(port().refund(key(), sale, euro("30.00")).sale()).isEqualTo(sale);
    }

    @Test
    void the_lines_of_an_order_travel_with_it_and_add_up() {
        ProcessorPort.KeptCard card = kept();
        var berth = new ProcessorPort.Line("Summer berth, 12 m", "1", "month", euro("640.00"), euro("147.20"));
        var power = new ProcessorPort.Line("Shore power", "118", "kWh", euro("40.12"), euro("5.42"));
        var right = new ProcessorPort.ChargeWanted(
                order("832.74"), card.token(), card.network(), false, true, List.of(berth, power));
        assertThat(approved(port().charge(key(), right)).captured()).isEqualTo(euro("832.74"));
        var wrong = new ProcessorPort.ChargeWanted(
                order("832.74"), card.token(), card.network(), false, true, List.of(berth));
        assertThatThrownBy(() -> port().charge(key(), wrong))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
    }

    private String soldLater(String amount) {
        return approved(port().charge(key(), later(amount, kept(), true)))
                .sales()
                .getFirst()
                .reference();
    }

    private ProcessorPort.Chargeback contested(String sale) {
        contest(sale);
        return port().chargebacksAfter(null).stream()
                .filter(c -> c.sale().equals(sale))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_contested_sale_is_listed_once_answered_and_not_refunded() {
        String sale = soldLater("80.00");
        ProcessorPort.Chargeback opened = contested(sale);
        assertThat(opened.amount()).isEqualTo(euro("80.00"));
        assertThat(opened.contest()).isEqualTo(Contest.OPEN);
        assertThat(opened.answerBy()).isAfter(opened.on());
        assertThat(port().chargebacksAfter(opened.reference())).isEmpty();
        assertThatThrownBy(() -> port().refund(key(), sale, euro("1.00")))
                .isInstanceOfSatisfying(
                        NoAnswer.class, n -> assertThat(n.isPerhapsDone()).isFalse());
        byte[] pdf = "%PDF-1.7 evidence".getBytes(StandardCharsets.US_ASCII);
        String key = key();
        for (int twice = 0; twice < 2; twice++)
            assertThat(port().answer(key, opened.reference(), pdf).contest()).isEqualTo(Contest.ANSWERED);
        assertThat(port().chargeback(opened.reference()).contest()).isEqualTo(Contest.ANSWERED);
    }

    @Test
    void who_gives_in_has_lost_however_often_it_is_said() {
        ProcessorPort.Chargeback opened = contested(soldLater("12.00"));
        for (int twice = 0; twice < 2; twice++)
            assertThat(port().accept(key(), opened.reference()).contest()).isEqualTo(Contest.ACCEPTED);
    }

    @Test
    void what_is_in_no_payout_is_sent_early_once_for_the_fee_that_was_offered() {
        soldLater("80.00");
        ProcessorPort.EarlyOffer offer = port().earlyOffer().orElseThrow();
        assertThat(offer.net()).isEqualTo(offer.amount().minus(offer.fee()));
        assertThatThrownBy(() -> port().sendEarly(key(), offer.fee().plus(euro("0.01"))))
                .isInstanceOf(NoAnswer.class);
        String key = key();
        String payout = port().sendEarly(key, offer.fee());
        assertThat(port().sendEarly(key, offer.fee())).isEqualTo(payout);
        assertThat(port().payout(payout).net()).isEqualTo(offer.net());
        assertThat(port().payoutsAfter(null)).containsOnlyOnce(payout);
        assertThat(port().earlyOffer()).isEmpty();
    }
}
