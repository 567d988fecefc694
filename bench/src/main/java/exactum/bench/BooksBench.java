package exactum.bench;

import exactum.app.ledger.FindBooks;
import exactum.core.ids.BusinessId;
import exactum.pg.ThrowawayPostgres;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.springframework.boot.health.contributor.HealthIndicator;

/**
 * What the trial balance and the health of the books cost over 1,000,000 documents, which keep balances; against adding up the
 * postings of them in the same run.
 */
public final class BooksBench {
    private static final int DOCUMENTS = 1_000_000;
    private static final int MONTHS = 10;
    private static final int ISSUED = 2_000;
    private static final int ROUNDS = 21;

    private BooksBench() {}

    /** What was measured over so many documents, in milliseconds. */
    private record Times(long documents, double balance, double health, double adding) {}

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            Times small = measure(postgres, DOCUMENTS / 10);
            Times large = measure(postgres, DOCUMENTS);
            for (Times t : List.of(small, large)) {
                System.out.printf(
                        Locale.ROOT,
                        "%,d documents: trial balance %.1f ms, health %.1f ms; adding up their postings %.0f ms%n",
                        t.documents(),
                        t.balance(),
                        t.health(),
                        t.adding());
            }
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.4f growth=%.2f heap_mb=%d trial_balance_ms=%.1f health_ms=%.1f documents=%d%n",
                    large.balance() / large.adding(),
                    large.balance() / small.balance(),
                    BenchGround.peakHeapMb(),
                    large.balance(),
                    large.health(),
                    large.documents());
        }
    }

    private static Times measure(ThrowawayPostgres postgres, int documents) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, ISSUED / MONTHS, "2025-09-01");
            BillingBench.bill(ground, business);
            ground.rows.repeatDocuments(documents / ISSUED - 1);
            ground.rows.settleDown();
            double adding = median(() -> ground.rows.addUp(business), 3);
            FindBooks books = ground.bean(FindBooks.class);
            HealthIndicator health = ground.bean("booksHealth", HealthIndicator.class);
            return new Times(
                    ground.rows.documents(),
                    median(() -> books.trialBalance(business, BenchGround.DAY), ROUNDS),
                    median(health::health, ROUNDS),
                    adding);
        }
    }

    private interface Work {
        void run() throws Exception;
    }

    /** The median time of so many rounds, in milliseconds. */
    private static double median(Work work, int rounds) throws Exception {
        double[] took = new double[rounds];
        for (int i = 0; i < rounds; i++) {
            long began = System.nanoTime();
            work.run();
            took[i] = (System.nanoTime() - began) / 1e6;
        }
        Arrays.sort(took);
        return took[rounds / 2];
    }
}
