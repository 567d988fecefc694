package exactum.bench;

import exactum.core.matching.Candidate;
import exactum.core.matching.Matching;
import exactum.core.matching.PayerMemory;
import exactum.core.matching.Proposal;
import exactum.pg.ThrowawayPostgres;
import java.io.StringReader;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.List;
import java.util.Locale;
import org.postgresql.PGConnection;

/**
 * The matching engine on made-up worlds of which the truth is known: 100 of 1,000 open items, and one each of 10,000 and
 * 100,000, with a tenth as many lines; against the exact join of number and amount in SQL in the same run.
 */
public final class MatchingBench {
    private static final int SEEDS = 100;

    private MatchingBench() {}

    /** One world, with the time that its lines took. */
    private record Measured(int lines, double seconds, double join, int joined) {
        double each() {
            return seconds / lines;
        }
    }

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            BenchGround.peakHeapMb();
            var score = new MatchingScore();
            for (int seed = 1; seed <= SEEDS; seed++) score.count(new MatchingWorld(seed, 1_000));
            score.print();
            measure(postgres, 10_000);
            Measured small = measure(postgres, 10_000);
            Measured large = measure(postgres, 100_000);
            for (Measured m : List.of(small, large))
                System.out.printf(
                        Locale.ROOT,
                        "%,d lines against %,d items: %.2f s; the join by number and amount finds %,d in %.3f s%n",
                        m.lines(),
                        m.lines() * 10,
                        m.seconds(),
                        m.joined(),
                        m.join());
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d precision=%.5f recall=%.4f first=%.4f lines_per_s=%.0f seconds=%.2f%n",
                    large.seconds() / large.join(),
                    large.each() / small.each(),
                    BenchGround.peakHeapMb(),
                    score.precision(),
                    score.recall(),
                    score.first(),
                    1 / large.each(),
                    large.seconds());
        }
    }

    private static Measured measure(ThrowawayPostgres postgres, int items) throws Exception {
        var world = new MatchingWorld(7, items);
        long began = System.nanoTime();
        List<List<Proposal>> proposed = new Matching(world.items, new PayerMemory()).propose(world.lines);
        double seconds = (System.nanoTime() - began) / 1e9;
        if (proposed.size() != world.lines.size()) throw new IllegalStateException("a line was lost");
        return join(postgres, world, seconds);
    }

    /** What a plain program would do: the number stands in the text, and the amount is the same. */
    private static Measured join(ThrowawayPostgres postgres, MatchingWorld world, double seconds) throws Exception {
        try (Connection db = DriverManager.getConnection(
                        postgres.newDatabase(), "exactum_owner", ThrowawayPostgres.PASSWORD);
                Statement sql = db.createStatement()) {
            sql.execute("create table item (number text, minor bigint)");
            sql.execute("create table line (id int, text text, minor bigint)");
            var items = new StringBuilder();
            for (Candidate c : world.items)
                if (c instanceof Candidate.Open o)
                    items.append(o.number())
                            .append('\t')
                            .append(o.left().minor())
                            .append('\n');
            var lines = new StringBuilder();
            for (int i = 0; i < world.lines.size(); i++)
                lines.append(i)
                        .append('\t')
                        .append(world.lines.get(i).said().remittance().replace('\t', ' '))
                        .append('\t')
                        .append(world.lines.get(i).left().minor())
                        .append('\n');
            var copy = db.unwrap(PGConnection.class).getCopyAPI();
            copy.copyIn("copy item from stdin", new StringReader(items.toString()));
            copy.copyIn("copy line from stdin", new StringReader(lines.toString()));
            sql.execute("create index on item (minor); analyze item; analyze line");
            long began = System.nanoTime();
            try (ResultSet found = sql.executeQuery(
                    "select count(distinct l.id) from line l join item i on i.minor = l.minor and position(i.number in l.text) > 0")) {
                found.next();
                return new Measured(world.lines.size(), seconds, (System.nanoTime() - began) / 1e9, found.getInt(1));
            }
        }
    }
}
