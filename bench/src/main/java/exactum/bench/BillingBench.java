package exactum.bench;

import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.PlanBillingRun;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RunId;
import exactum.pg.ThrowawayPostgres;
import java.util.List;
import java.util.Locale;

/**
 * The real billing run of two businesses, plan and commit, for 10,000 and 100,000 recurring invoices of two lines and two taxes:
 * lines with dates, terms of three parts, and a third of them billed as read. Against a plain COPY of the very same rows into the same indexed tables in the same run.
 */
public final class BillingBench {
    private static final List<String> TABLES = List.of(
            "run",
            "run_total",
            "run_item",
            "run_chunk",
            "run_outcome",
            "document",
            "document_line",
            "document_tax",
            "occurrence",
            "claim",
            "entry",
            "posting",
            "message",
            "message_about",
            "message_recipient");

    private BillingBench() {}

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, 4_000);
            Result small = measure(postgres, 10_000);
            Result large = measure(postgres, 100_000);
            for (Result r : List.of(small, large)) r.print("invoices of two businesses");
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d invoices_per_s=%.0f%n",
                    large.ratio(),
                    large.growthFrom(small),
                    BenchGround.peakHeapMb(),
                    large.things() / large.seconds());
        }
    }

    private static Result measure(ThrowawayPostgres postgres, int invoices) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            for (BusinessId business : ground.businesses)
                ground.rows.seedWithMore(business, invoices / 2, "2026-06-01");
            long began = System.nanoTime();
            for (BusinessId business : ground.businesses) bill(ground, business);
            double seconds = (System.nanoTime() - began) / 1e9;
            return new Result(invoices, seconds, ground.rows.copyAgain(TABLES, ""));
        }
    }

    /** Plans and commits the run of the day. */
    static void bill(BenchGround ground, BusinessId business) {
        PlanBillingRun plan = ground.bean(PlanBillingRun.class);
        RunId run = plan.begin(business, BenchGround.DAY, "", null);
        plan.plan(business, run);
        CommitBillingRun commit = ground.bean(CommitBillingRun.class);
        commit.start(business, run);
        commit.execute(business, run);
    }
}
