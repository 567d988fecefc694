package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.customers.HowWeStand;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** One page answers how we stand: split by when it is due, with what of theirs is here, what comes next and what happened. */
@ExtendWith(RunningApp.class)
class HowWeStandTest {
    private static Money euro(String amount) {
        return World.euro(amount);
    }

    @Test
    void what_is_owed_is_split_by_when_it_is_due_and_credit_is_set_against_it() {
        var stand = new HowWeStand(
                euro("120.00"), euro("30.00"), euro("50.00"), euro("20.00"), euro("60.00"), euro("140.00"));
        assertThat(stand.open()).isEqualTo(euro("200.00"));
        assertThat(stand.balance()).isEqualTo(euro("140.00"));
        assertThat(stand.words().replace('\u00a0', ' '))
                .isEqualTo(
                        "€ 120.00 overdue, € 30.00 due today, € 50.00 not yet due, € 60.00 credit on account, € 140.00 security held");
        assertThat(stand.bar()).extracting(HowWeStand.Stretch::width).containsExactly(300, 75, 125, 150, 350);
        assertThat(stand.bar().getLast().from() + stand.bar().getLast().width()).isEqualTo(1000);
    }

    @Test
    void nothing_owed_draws_nothing() {
        Money zero = euro("0.00");
        var stand = new HowWeStand(zero, zero, zero, zero, zero, zero);
        assertThat(stand.bar()).isEmpty();
        assertThat(stand.words()).isEqualTo("nothing is open");
    }

    @Test
    void the_page_says_it_all_in_one_look(World world) {
        Customer customer = world.payer();
        world.invoice(customer, "50.00", World.may(2));
        world.invoice(customer, "80.00");
        world.berth(customer);
        world.payCash(customer, "8.00", new Policy.OnAccount());
        try (var ada = new Visitor(world, "ada")) {
            String page = ada.get("/customers/" + customer.id()).body();
            assertThat(page)
                    .contains("Overdue")
                    .contains("50.00")
                    .contains("Not yet due")
                    .contains("80.00")
                    .contains("Credit on account")
                    .contains("Berth is billed")
                    .contains("falls due")
                    .contains("Payment by cash")
                    .contains("Invoice LW-2026-0001");
            assertThat(page.indexOf("What comes next")).isLessThan(page.indexOf("What happened"));
        }
    }

    @Test
    void a_customer_without_anything_says_so(World world) {
        Customer customer = world.payer();
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/customers/" + customer.id()).body())
                    .contains("Nothing is open, and nothing of theirs is here.")
                    .contains("Nothing is agreed or due.");
        }
    }
}
