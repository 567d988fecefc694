package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.settlement.FindPayments;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.util.Collections;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A security deposit is held once it is paid, and goes back once. */
@ExtendWith(RunningApp.class)
class DepositTest {
    @Test
    void several_who_give_it_back_at_once_give_it_back_once(World world, FindPayments payments) throws Exception {
        Customer customer = world.payer();
        Document invoice = Papers.issued(world, Papers.typed("INVOICE", customer, "500") + "&account0=2110");
        world.payCash(customer, "500.00", new Policy.OfDocument(invoice.id()));
        assertThat(world.balance("2110")).isEqualTo(euro("-500.00"));
        FindPayments.Held deposit = payments.held(
                        world.moorings,
                        payments.depositsOf(world.moorings, customer.id())
                                .getFirst()
                                .means())
                .orElseThrow();
        Callable<Boolean> giveBack = () -> {
            try {
                world.desk.giveBack(deposit);
                return true;
            } catch (Refusal refused) {
                return false;
            }
        };
        int given = 0;
        try (var pool = Executors.newFixedThreadPool(4)) {
            for (var one : pool.invokeAll(Collections.nCopies(4, giveBack))) if (one.get()) given++;
        }
        assertThat(given).isOne();
        assertThat(payments.depositsOf(world.moorings, customer.id())).isEmpty();
        assertThat(world.balance("2110")).isEqualTo(euro("0.00"));
    }
}
