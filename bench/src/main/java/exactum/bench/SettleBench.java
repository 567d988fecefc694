package exactum.bench;

import exactum.app.ledger.Ledger;
import exactum.app.settlement.Channel;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import exactum.pg.ThrowawayPostgres;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Payments allocated by due order, ledger entries included: 100,000 over 150,000 open items, against a plain COPY of the rows
 * that they add, into the same indexed tables in the same run. The open items that they change are no part of the COPY.
 */
public final class SettleBench {
    private static final List<String> TABLES = List.of("means", "receipt", "entry", "posting", "allocation");
    private static final int CHUNK = 800;
    private static final int WORKERS = 2;

    private SettleBench() {}

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, 4_000);
            Result small = measure(postgres, 10_000);
            Result large = measure(postgres, 100_000);
            for (Result r : List.of(small, large)) r.print("payments by due order");
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d payments_per_s=%.0f%n",
                    large.ratio(),
                    large.growthFrom(small),
                    BenchGround.peakHeapMb(),
                    large.things() / large.seconds());
        }
    }

    /** Two payments of each customer, for three invoices of 832.74: the first pays one and a part, the second all that is left. */
    private static Result measure(ThrowawayPostgres postgres, int payments) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, payments / 2, "2026-04-01");
            BillingBench.bill(ground, business);
            List<CustomerId> customers = ground.rows.customers(business);
            AccountCode received = ground.bean(Ledger.class).accounts(business).of(AccountRole.RECEIVED);
            ground.rows.settleDown();
            long began = System.nanoTime();
            for (String amount : List.of("1000.00", "1498.22")) {
                receive(
                        ground,
                        business,
                        customers.stream()
                                .map(c -> payment(c, Money.of("EUR", amount), received))
                                .toList());
            }
            double seconds = (System.nanoTime() - began) / 1e9;
            return new Result(payments, seconds, ground.rows.copyAgain(TABLES, "payment received"));
        }
    }

    private static void receive(BenchGround ground, BusinessId business, List<NewPayment> payments) throws Exception {
        var next = new AtomicInteger();
        Settle settle = ground.bean(Settle.class);
        var transaction = ground.bean(TransactionTemplate.class);
        Callable<Void> work = () -> {
            for (int from; (from = next.getAndAdd(CHUNK)) < payments.size(); ) {
                List<NewPayment> chunk = payments.subList(from, Math.min(from + CHUNK, payments.size()));
                transaction.executeWithoutResult(s -> settle.receiveAll(business, chunk));
            }
            return null;
        };
        var workers = new ArrayList<Callable<Void>>();
        for (int i = 0; i < WORKERS; i++) workers.add(work);
        try (var pool = Executors.newFixedThreadPool(WORKERS)) {
            for (var done : pool.invokeAll(workers)) done.get();
        }
    }

    private static NewPayment payment(CustomerId customer, Money amount, AccountCode account) {
        return new NewPayment(
                customer,
                BenchGround.DAY,
                amount,
                new NewPayment.Origin(
                        Channel.TRANSFER, "", account, amount.withMinor(0), NewPayment.Said.NOTHING, null),
                null,
                new Policy.DueOrder());
    }
}
