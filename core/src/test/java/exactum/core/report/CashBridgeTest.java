package exactum.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.CashBasis;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** From accrual to cash basis, account by account. The rules are common practice, no published source. */
class CashBridgeTest {
    private static final CashBridge.State NOT_YET = new CashBridge.State(false, eur("0.00"), eur("0.00"));
    private static final List<CashBasis.Part> INVOICE = List.of(part("4000", "100.00"), part("2000", "19.00"));

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static CashBasis.Part part(String account, String amount) {
        return new CashBasis.Part(new AccountCode(account), eur(amount));
    }

    private static CashBridge.State state(String byMoney, String open) {
        return new CashBridge.State(true, eur(byMoney), eur(open));
    }

    private static List<String> told(CashBridge.Doc doc) {
        return CashBridge.of(doc).stream()
                .map(r -> "%s: %s + %s - %s - %s = %s"
                        .formatted(
                                r.account(),
                                r.accrual().plain(),
                                r.openBefore().plain(),
                                r.openAfter().plain(),
                                r.otherwise().plain(),
                                r.cash().plain()))
                .toList();
    }

    /** Invoice 119.00 paid 50.00 then 69.00: 42.02/7.98 and 57.98/11.02, as the reference computed it. */
    @Test
    void an_invoice_paid_in_two_months_counts_in_both_and_whole_in_the_end() {
        assertThat(told(new CashBridge.Doc(false, INVOICE, NOT_YET, state("50.00", "69.00"))))
                .containsExactly(
                        "4000: 100.00 + 0.00 - 57.98 - 0.00 = 42.02", "2000: 19.00 + 0.00 - 11.02 - 0.00 = 7.98");
        assertThat(told(new CashBridge.Doc(false, INVOICE, state("50.00", "69.00"), state("119.00", "0.00"))))
                .containsExactly(
                        "4000: 0.00 + 57.98 - 0.00 - 0.00 = 57.98", "2000: 0.00 + 11.02 - 0.00 - 0.00 = 11.02");
    }

    /** A return counts below zero on its own day and rewrites nothing: −100.00 of income, −19.00 of tax. */
    @Test
    void money_that_comes_back_counts_below_zero_where_it_came_back() {
        assertThat(told(new CashBridge.Doc(false, INVOICE, state("119.00", "0.00"), state("0.00", "119.00"))))
                .containsExactly(
                        "4000: 0.00 + 0.00 - 100.00 - 0.00 = -100.00", "2000: 0.00 + 0.00 - 19.00 - 0.00 = -19.00");
    }

    /** A bad debt has no cash effect. */
    @Test
    void what_is_written_off_was_settled_otherwise_and_never_received() {
        assertThat(told(new CashBridge.Doc(false, INVOICE, state("0.00", "119.00"), state("0.00", "0.00"))))
                .containsExactly(
                        "4000: 0.00 + 100.00 - 0.00 - 100.00 = 0.00", "2000: 0.00 + 19.00 - 0.00 - 19.00 = 0.00");
    }

    @Test
    void a_credit_note_counts_as_it_is_paid_out() {
        List<CashBasis.Part> credited = List.of(part("4000", "-50.00"), part("2000", "-9.50"));
        assertThat(told(new CashBridge.Doc(true, credited, NOT_YET, state("59.50", "0.00"))))
                .containsExactly(
                        "4000: -50.00 + 0.00 - 0.00 - 0.00 = -50.00", "2000: -9.50 + 0.00 - 0.00 - 0.00 = -9.50");
        assertThat(told(new CashBridge.Doc(true, credited, NOT_YET, state("0.00", "0.00"))))
                .as("used for another invoice: no money moved")
                .containsExactly(
                        "4000: -50.00 + 0.00 - 0.00 - -50.00 = 0.00", "2000: -9.50 + 0.00 - 0.00 - -9.50 = 0.00");
    }

    @Test
    void issued_and_voided_between_the_days_it_never_was() {
        assertThat(told(new CashBridge.Doc(false, INVOICE, NOT_YET, NOT_YET)))
                .containsExactly("4000: 0.00 + 0.00 - 0.00 - 0.00 = 0.00", "2000: 0.00 + 0.00 - 0.00 - 0.00 = 0.00");
    }

    @Test
    void the_bridge_carries_whatever_happened_and_cash_is_what_money_settled() {
        var random = new SplittableRandom(20_261_130L);
        for (int i = 0; i < 20_000; i++) {
            var parts = new ArrayList<CashBasis.Part>();
            for (int n = 0; n < random.nextInt(1, 5); n++)
                parts.add(new CashBasis.Part(
                        new AccountCode("40" + n + "0"), Money.ofMinor("EUR", random.nextLong(1, 90_000))));
            long gross = parts.stream().mapToLong(p -> p.amount().minor()).sum();
            CashBridge.State before = random.nextBoolean() ? NOT_YET : some(random, gross);
            CashBridge.State after = some(random, gross);
            List<CashBridge.Row> rows = CashBridge.of(new CashBridge.Doc(false, parts, before, after));
            assertThat(rows).allMatch(CashBridge.Row::carries);
            assertThat(rows.stream().mapToLong(r -> r.cash().minor()).sum())
                    .isEqualTo(after.byMoney().minus(before.byMoney()).minor());
            assertThat(rows.stream().mapToLong(r -> r.openAfter().minor()).sum())
                    .isEqualTo(after.open().minor());
        }
    }

    /** Day by day is as much as all days at once, also where cents are shared out unevenly: 10,000 random documents, seed 6. */
    @Test
    void what_days_leave_open_and_what_they_move_make_up_the_bridge_of_all_of_them() {
        var random = new SplittableRandom(6);
        for (int i = 0; i < 10_000; i++) {
            long gross = 11_900;
            CashBridge.State first = some(random, gross);
            CashBridge.State second = some(random, gross);
            CashBridge.State third = some(random, gross);
            List<CashBridge.Row> whole = CashBridge.of(new CashBridge.Doc(false, INVOICE, second, third));
            List<CashBridge.Row> day = CashBridge.of(new CashBridge.Doc(false, INVOICE, first, second));
            List<CashBridge.Row> before = CashBridge.of(new CashBridge.Doc(false, INVOICE, NOT_YET, first));
            for (int p = 0; p < whole.size(); p++) {
                CashBridge.Row b = before.get(p);
                CashBridge.Row d = day.get(p);
                Money left = left(b).plus(left(d));
                CashBridge.Row w = whole.get(p);
                assertThat(CashBridge.Row.open(w.account(), left)
                                .plus(CashBridge.Row.moved(w.account(), w.accrual(), w.otherwise(), w.cash())))
                        .isEqualTo(w);
            }
        }
    }

    private static Money left(CashBridge.Row r) {
        return r.accrual().minus(r.otherwise()).minus(r.cash());
    }

    private static CashBridge.State some(SplittableRandom random, long gross) {
        long money = random.nextLong(gross + 1);
        return new CashBridge.State(
                true, Money.ofMinor("EUR", money), Money.ofMinor("EUR", random.nextLong(gross - money + 1)));
    }
}
