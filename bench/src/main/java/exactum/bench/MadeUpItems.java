package exactum.bench;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.WaitingId;
import exactum.core.matching.Candidate;
import exactum.core.matching.Whose;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;

/** Made-up open items and what waits at the bank, each of which at most one made-up line is for. */
final class MadeUpItems {
    static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    final List<Candidate> all = new ArrayList<>();
    final List<Candidate.Open> open = new ArrayList<>();
    final List<MadeUpPeople.Customer> customers = new ArrayList<>();
    private final Random random;
    private final int style;
    private final boolean priceList;
    private final Set<UUID> used = new HashSet<>();
    private final Set<Integer> issuedNumbers = new HashSet<>();
    private final Map<UUID, MadeUpPeople.Customer> whose = new LinkedHashMap<>();
    private int last;
    private final int firstNumber;
    private final int numbers;

    MadeUpItems(Random random, MadeUpPeople people, int size) {
        this.random = random;
        style = random.nextInt(5);
        priceList = random.nextInt(3) == 0;
        firstNumber = random.nextInt(3) == 0 ? 1 : 1 + random.nextInt(20_000);
        numbers = size * (1 + random.nextInt(3)) + 50;
        for (int i = 0; i < Math.max(3, size / 3); i++) customers.add(people.customer(i));
        for (int i = 0; i < size * 92 / 100; i++) invoice();
        bundles(size);
    }

    <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    String number(int n) {
        return switch (style) {
            case 0 -> "LW-2026-%05d".formatted(n);
            case 1 -> "R2026/%05d".formatted(n);
            case 2 -> "2026-%06d".formatted(n);
            case 3 -> "INV%07d".formatted(n);
            default -> Integer.toString(100_000 + n);
        };
    }

    int freshNumber() {
        int n;
        do n = firstNumber + random.nextInt(numbers);
        while (!issuedNumbers.add(n));
        return n;
    }

    long price() {
        if (priceList || random.nextInt(3) == 0)
            return List.of(4_500L, 8_500L, 12_000L, 14_500L, 24_000L, 38_500L, 42_000L, 83_274L, 96_000L, 118_500L)
                    .get(random.nextInt(10));
        return 1_000 + random.nextInt(random.nextInt(4) == 0 ? 400_000 : 60_000);
    }

    private void invoice() {
        MadeUpPeople.Customer c = pick(customers);
        int n = freshNumber();
        LocalDate issued = TODAY.minusDays(20 + random.nextInt(70));
        var o = new Candidate.Open(
                new ClaimId(new UUID(4, ++last)),
                new DocumentId(new UUID(3, n)),
                number(n),
                new Whose(c.id, c.name, List.of(), c.code),
                issued,
                issued.plusDays(14),
                eur(price()),
                null);
        all.add(o);
        open.add(o);
        c.items.add(o);
        whose.put(o.claim().value(), c);
    }

    private void bundles(int size) {
        for (int i = 0; i < size * 3 / 100; i++)
            all.add(waiting(
                    WaitingKind.PAYOUT,
                    "PO-2026-%02d-%02d-%d".formatted(1 + i % 12, 1 + i % 28, i),
                    "Lantern Card Services",
                    20_000 + random.nextInt(900_000)));
        for (int i = 0; i < size / 100; i++)
            all.add(waiting(
                    WaitingKind.DEBIT_BATCH,
                    "EX-202605%02d-%04d".formatted(1 + i % 28, i),
                    "",
                    100_000 + random.nextInt(2_000_000)));
        for (int i = 0; i < size / 100; i++)
            all.add(waiting(WaitingKind.SLIP, "SLIP-%d".formatted(300 + i), "", 5_000 + random.nextInt(300_000)));
        for (int i = 0; i < size * 3 / 100; i++) {
            MadeUpPeople.Customer c = pick(customers);
            all.add(waiting(
                    WaitingKind.REFUND, "CN-2026-%04d".formatted(i), c.name, -(1_000 + random.nextInt(50_000))));
        }
    }

    private Candidate.Waiting waiting(WaitingKind kind, String reference, String name, long minor) {
        return new Candidate.Waiting(
                new WaitingId(new UUID(2, ++last)),
                kind,
                List.of(reference),
                name.isEmpty() ? List.of() : List.of(name),
                TODAY.minusDays(random.nextInt(12)),
                eur(minor));
    }

    static Money eur(long minor) {
        return Money.ofMinor("EUR", minor);
    }

    Candidate.Open exactly() {
        for (int i = 0; i < 200; i++) {
            Candidate.Open o = pick(open);
            if (used.add(o.claim().value())) return o;
        }
        throw new IllegalStateException("all items are used");
    }

    MadeUpPeople.Customer of(Candidate.Open o) {
        return whose.get(o.claim().value());
    }

    Candidate.Waiting waiting() {
        for (int i = 0; i < 300; i++) {
            Candidate c = pick(all);
            if (c instanceof Candidate.Waiting w
                    && w.left().isPositive()
                    && used.add(w.item().value())) return w;
        }
        return null;
    }

    /** Whether it is for no line yet; from now on it is. */
    boolean use(UUID item) {
        return used.add(item);
    }

    void leave(UUID item) {
        used.remove(item);
    }

    boolean isUsed(UUID item) {
        return used.contains(item);
    }
}
