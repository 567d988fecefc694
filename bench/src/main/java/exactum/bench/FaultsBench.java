package exactum.bench;

import exactum.pg.ThrowawayPostgres;
import java.util.Locale;

/** {@link FaultSchedule} over so many seeds, one after the other in the same books. */
public final class FaultsBench {
    private FaultsBench() {}

    public static void main(String[] arguments) throws Exception {
        int seeds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 500;
        long began = System.nanoTime();
        String summary = run(seeds);
        System.out.printf(
                Locale.ROOT,
                "%s%nseeds=%d agreeing=%d seeds_per_s=%.1f heap_mb=%d%n",
                summary,
                seeds,
                seeds,
                seeds / ((System.nanoTime() - began) / 1e9),
                BenchGround.peakHeapMb());
    }

    /** Throws at the first seed after which something does not agree. */
    static String run(int seeds) throws Exception {
        try (var postgres = ThrowawayPostgres.start();
                var standin = new StandinProcess();
                var schedule = new FaultSchedule(new BenchGround(postgres), standin)) {
            for (int seed = 1; seed <= seeds; seed++) {
                try {
                    schedule.play(seed);
                } catch (IllegalStateException off) {
                    throw new IllegalStateException("after seed " + seed + ": " + off.getMessage(), off);
                }
            }
            return schedule.summary();
        }
    }
}
