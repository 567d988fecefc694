package exactum.bench;

import exactum.core.bank.StatementLine;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.WaitingId;
import exactum.core.matching.Asked;
import exactum.core.matching.Candidate;
import exactum.core.matching.Whose;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;

/**
 * A made-up world of open items and a tenth as many bank lines, of which is known what each is. The awkward cases of the
 * trade are in it; all names and accounts are invented.
 */
final class MatchingWorld {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    final List<Candidate> items = new ArrayList<>();
    final List<Asked> lines = new ArrayList<>();
    /** What each line is: the parts by item and minor units; nothing for a line that is none of the items. */
    final List<Map<UUID, Long>> truth = new ArrayList<>();

    /** What kind of case each line is. */
    final List<String> cases = new ArrayList<>();

    private final Random random;
    private final MadeUpPeople people;
    private final PayersHand hand;
    private final int style;
    private final boolean priceList;
    private final List<MadeUpPeople.Customer> customers = new ArrayList<>();
    private final Set<UUID> used = new HashSet<>();
    private final Set<Integer> issuedNumbers = new HashSet<>();
    private final Set<Integer> openNumbers = new HashSet<>();
    private final List<Candidate.Open> open = new ArrayList<>();
    private final Map<UUID, MadeUpPeople.Customer> whose = new LinkedHashMap<>();
    private int last;
    private int firstNumber;
    private int numbers;

    MatchingWorld(long seed, int size) {
        random = new Random(seed);
        people = new MadeUpPeople(random);
        hand = new PayersHand(random, people);
        style = random.nextInt(5);
        priceList = random.nextInt(3) == 0;
        firstNumber = random.nextInt(3) == 0 ? 1 : 1 + random.nextInt(20_000);
        numbers = size * (1 + random.nextInt(3)) + 50;
        for (int i = 0; i < Math.max(3, size / 3); i++) customers.add(people.customer(i));
        for (int i = 0; i < size * 92 / 100; i++) invoice();
        bundles(size);
        while (lines.size() < size / 10) line();
        shuffle();
    }

    private void shuffle() {
        var order = new ArrayList<Integer>();
        for (int i = 0; i < lines.size(); i++) order.add(i);
        Collections.shuffle(order, random);
        order.sort((a, b) ->
                lines.get(a).said().bookedOn().compareTo(lines.get(b).said().bookedOn()));
        List<Asked> wereLines = List.copyOf(lines);
        var wereTruth = new ArrayList<>(truth);
        List<String> wereCases = List.copyOf(cases);
        for (int i = 0; i < order.size(); i++) {
            lines.set(i, wereLines.get(order.get(i)));
            truth.set(i, wereTruth.get(order.get(i)));
            cases.set(i, wereCases.get(order.get(i)));
        }
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String number(int n) {
        return switch (style) {
            case 0 -> "LW-2026-%05d".formatted(n);
            case 1 -> "R2026/%05d".formatted(n);
            case 2 -> "2026-%06d".formatted(n);
            case 3 -> "INV%07d".formatted(n);
            default -> Integer.toString(100_000 + n);
        };
    }

    private int freshNumber() {
        int n;
        do n = firstNumber + random.nextInt(numbers);
        while (!issuedNumbers.add(n));
        return n;
    }

    private long price() {
        if (priceList || random.nextInt(3) == 0)
            return List.of(4_500L, 8_500L, 12_000L, 14_500L, 24_000L, 38_500L, 42_000L, 83_274L, 96_000L, 118_500L)
                    .get(random.nextInt(10));
        return 1_000 + random.nextInt(random.nextInt(4) == 0 ? 400_000 : 60_000);
    }

    private void invoice() {
        MadeUpPeople.Customer c = pick(customers);
        int n = freshNumber();
        openNumbers.add(n);
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
        items.add(o);
        open.add(o);
        c.items.add(o);
        whose.put(o.claim().value(), c);
    }

    private void bundles(int size) {
        for (int i = 0; i < size * 3 / 100; i++)
            items.add(waiting(
                    WaitingKind.PAYOUT,
                    "PO-2026-%02d-%02d-%d".formatted(1 + i % 12, 1 + i % 28, i),
                    "Lantern Card Services",
                    20_000 + random.nextInt(900_000)));
        for (int i = 0; i < size / 100; i++)
            items.add(waiting(
                    WaitingKind.DEBIT_BATCH,
                    "EX-202605%02d-%04d".formatted(1 + i % 28, i),
                    "",
                    100_000 + random.nextInt(2_000_000)));
        for (int i = 0; i < size / 100; i++)
            items.add(waiting(WaitingKind.SLIP, "SLIP-%d".formatted(300 + i), "", 5_000 + random.nextInt(300_000)));
        for (int i = 0; i < size * 3 / 100; i++) {
            MadeUpPeople.Customer c = pick(customers);
            items.add(waiting(
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

    private static Money eur(long minor) {
        return Money.ofMinor("EUR", minor);
    }

    private void line() {
        int of = random.nextInt(100);
        if (of < 30) number(exactly());
        else if (of < 36) mistyped();
        else if (of < 46) nameAlone();
        else if (of < 52) severalNumbers();
        else if (of < 55) allOfThem();
        else if (of < 59) part();
        else if (of < 62) over();
        else if (of < 65) lessFee();
        else if (of < 67) twoForOne();
        else if (of < 71) otherPayer();
        else if (of < 74) accountAgain();
        else if (of < 84) bundle();
        else if (of < 87) refund();
        else unknown();
    }

    private Candidate.Open exactly() {
        for (int i = 0; i < 200; i++) {
            Candidate.Open o = pick(open);
            if (used.add(o.claim().value())) return o;
        }
        throw new IllegalStateException("all items are used");
    }

    private MadeUpPeople.Customer of(Candidate.Open o) {
        return whose.get(o.claim().value());
    }

    private void number(Candidate.Open o) {
        add(
                "number",
                o.left().minor(),
                hand.payer(of(o)),
                hand.account(of(o)),
                hand.said(o.number()),
                hand.endToEnd(),
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void mistyped() {
        Candidate.Open o = exactly();
        String name = hand.payer(of(o));
        add(
                "mistyped",
                o.left().minor(),
                name.isEmpty() ? of(o).name : name,
                hand.account(of(o)),
                "Rechnung " + hand.damaged(o.number()),
                "",
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void nameAlone() {
        Candidate.Open o = exactly();
        MadeUpPeople.Customer c = of(o);
        boolean alone = c.items.stream().filter(i -> i.left().equals(o.left())).count() == 1;
        String name = hand.payer(c);
        if (!alone || name.isEmpty()) return;
        add(
                "name",
                o.left().minor(),
                name,
                hand.account(c),
                people.pick(
                        new String[] {"", "thank you", "Liegeplatz Mai", "Miete", "winter storage", "Kunde " + c.code}),
                hand.endToEnd(),
                Map.of(o.claim().value(), o.left().minor()));
    }

    private List<Candidate.Open> some(int most) {
        Candidate.Open first = exactly();
        var some = new ArrayList<>(List.of(first));
        for (Candidate.Open o : of(first).items)
            if (some.size() < most && used.add(o.claim().value())) some.add(o);
        return some;
    }

    private void severalNumbers() {
        List<Candidate.Open> some = some(2 + random.nextInt(3));
        if (some.size() < 2) {
            number(some.getFirst());
            return;
        }
        boolean damaged = random.nextInt(4) == 0;
        var said = new StringBuilder();
        String between = people.pick(new String[] {", ", " ", " und ", "/", "+", "; "});
        for (int i = 0; i < some.size(); i++) {
            String n = some.get(i).number();
            said.append(i == 0 ? "" : between).append(damaged && i == 1 ? hand.damaged(n) : n);
        }
        add(
                damaged ? "several, one mistyped" : "several",
                sum(some),
                hand.payer(of(some.getFirst())),
                hand.account(of(some.getFirst())),
                said.toString(),
                "",
                parts(some));
    }

    private static long sum(List<Candidate.Open> some) {
        return some.stream().mapToLong(o -> o.left().minor()).sum();
    }

    private static Map<UUID, Long> parts(List<Candidate.Open> some) {
        Map<UUID, Long> parts = new LinkedHashMap<>();
        some.forEach(o -> parts.put(o.claim().value(), o.left().minor()));
        return parts;
    }

    private void allOfThem() {
        MadeUpPeople.Customer c = of(pick(open));
        if (c.items.size() < 2
                || c.items.size() > 5
                || c.items.stream().anyMatch(o -> used.contains(o.claim().value()))) return;
        String name = hand.payer(c);
        if (name.isEmpty()) return;
        c.items.forEach(o -> used.add(o.claim().value()));
        add("all that is open", sum(c.items), name, hand.account(c), "alles offene", "", parts(c.items));
    }

    private void part() {
        Candidate.Open o = exactly();
        long part = o.left().minor() * (20 + random.nextInt(60)) / 100;
        add(
                "part",
                part,
                hand.payer(of(o)),
                hand.account(of(o)),
                "Teilzahlung " + o.number(),
                "",
                Map.of(o.claim().value(), part));
    }

    private void over() {
        Candidate.Open o = exactly();
        long more = 1 + random.nextInt(3000);
        add(
                "over",
                o.left().minor() + more,
                hand.payer(of(o)),
                hand.account(of(o)),
                o.number(),
                "",
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void lessFee() {
        Candidate.Open o = exactly();
        boolean skonto = random.nextBoolean();
        long net = skonto
                ? o.left().minor() - o.left().minor() * 2 / 100
                : o.left().minor() - 250 - random.nextInt(400);
        if (net <= 0) return;
        String name = hand.payer(of(o));
        boolean numbered = random.nextInt(3) > 0 || name.isEmpty();
        add(
                "less a fee or discount",
                net,
                name,
                hand.account(of(o)),
                numbered ? hand.said(o.number()) : skonto ? "abzgl. 2% Skonto" : "OUR",
                "",
                Map.of(o.claim().value(), net));
    }

    private void twoForOne() {
        Candidate.Open o = exactly();
        long part = o.left().minor() / 2;
        String name = hand.payer(of(o));
        add(
                "two for one",
                part,
                name,
                of(o).account,
                o.number(),
                "",
                Map.of(o.claim().value(), part));
        add(
                "two for one",
                o.left().minor() - part,
                name,
                of(o).account,
                o.number(),
                "",
                Map.of(o.claim().value(), o.left().minor() - part));
    }

    private void otherPayer() {
        Candidate.Open o = exactly();
        add(
                "paid by another",
                o.left().minor(),
                people.first() + " " + people.family(),
                "",
                hand.said(o.number()),
                "",
                Map.of(o.claim().value(), o.left().minor()));
    }

    /** First with the number, later without it from the same account. */
    private void accountAgain() {
        Candidate.Open o = exactly();
        MadeUpPeople.Customer c = of(o);
        Candidate.Open next = c.items.stream()
                .filter(i -> !used.contains(i.claim().value()))
                .filter(i ->
                        c.items.stream().filter(x -> x.left().equals(i.left())).count() == 1)
                .findFirst()
                .orElse(null);
        String name = people.first() + " " + people.family();
        String account = "NL02ABNA%010d".formatted(random.nextInt(1_000_000_000));
        add(
                "account",
                o.left().minor(),
                name,
                account,
                o.number(),
                "",
                Map.of(o.claim().value(), o.left().minor()));
        if (next == null) return;
        used.add(next.claim().value());
        add(
                "account again",
                next.left().minor(),
                name,
                account,
                "danke",
                "",
                Map.of(next.claim().value(), next.left().minor()));
    }

    private void bundle() {
        Candidate.Waiting w = waiting();
        if (w == null) return;
        long minor = w.left().minor();
        String reference = w.references().getFirst();
        switch (w.kind()) {
            case PAYOUT -> {
                boolean said = random.nextInt(5) > 0;
                add(
                        "payout",
                        minor,
                        "LANTERN CARD SERVICES",
                        "",
                        said ? "PAYOUT " + reference : "settlement",
                        said ? reference : "",
                        "PMNT/RCDT/ESCT",
                        Map.of(w.item().value(), minor));
            }
            case DEBIT_BATCH -> {
                boolean less = random.nextInt(4) == 0;
                long came = less ? minor - 1_000 - random.nextInt(30_000) : minor;
                boolean said = less || random.nextInt(3) > 0;
                add(
                        less ? "batch, short" : "batch",
                        came,
                        "",
                        "",
                        said ? reference : "SAMMLER",
                        said ? reference : "",
                        "PMNT/IDDT/ESDD",
                        Map.of(w.item().value(), came));
            }
            case SLIP ->
                add(
                        "slip",
                        minor,
                        "",
                        "",
                        random.nextBoolean() ? "EINZAHLUNG " + reference : "EINZAHLUNG",
                        "",
                        "PMNT/CNTR/CDPT",
                        Map.of(w.item().value(), minor));
            default -> used.remove(w.item().value());
        }
    }

    private Candidate.Waiting waiting() {
        for (int i = 0; i < 300; i++) {
            Candidate c = pick(items);
            if (c instanceof Candidate.Waiting w
                    && w.left().isPositive()
                    && used.add(w.item().value())) return w;
        }
        return null;
    }

    private void refund() {
        for (int i = 0; i < 300; i++) {
            Candidate c = pick(items);
            if (!(c instanceof Candidate.Waiting w)
                    || w.left().isPositive()
                    || !used.add(w.item().value())) continue;
            boolean said = random.nextInt(3) > 0;
            add(
                    "refund",
                    w.left().minor(),
                    PayersHand.ascii(w.names().getFirst()).toUpperCase(Locale.ROOT),
                    "",
                    said ? "refund " + w.references().getFirst() : "Erstattung",
                    "",
                    "PMNT/ICDT/ESCT",
                    Map.of(w.item().value(), w.left().minor()));
            return;
        }
    }

    /** Lines that are none of the items. */
    private void unknown() {
        switch (random.nextInt(7)) {
            case 0 -> add("charge", -(100 + random.nextInt(900)), "", "", "Entgelt", "", "PMNT/MDOP/CHRG", Map.of());
            case 1 ->
                add(
                        "supplier",
                        -price(),
                        people.place() + " " + people.trade() + " " + people.form(),
                        "",
                        "Rechnung " + (10_000 + random.nextInt(90_000)),
                        "",
                        "PMNT/ICDT/ESCT",
                        Map.of());
            case 2 ->
                add(
                        "stranger",
                        price(),
                        people.first() + " " + people.family() + "sen",
                        "",
                        "for the boat",
                        "",
                        Map.of());
            case 3 -> paidAlready();
            case 4 -> twice();
            case 5 ->
                add(
                        "tax office",
                        10_000 + random.nextInt(100_000),
                        "Finanzamt Seeberg",
                        "",
                        "STEUERNR 123/4567/8901 UST 05/26",
                        "",
                        Map.of());
            default -> {
                Candidate.Open o = pick(open);
                add(
                        "returned debit",
                        -o.left().minor(),
                        of(o).name,
                        "",
                        o.number() + " RETOURE",
                        "",
                        "PMNT/IDDT/UPDD",
                        Map.of());
            }
        }
    }

    private void paidAlready() {
        int n = freshNumber();
        MadeUpPeople.Customer c = pick(customers);
        long amount = c.items.isEmpty() || random.nextInt(2) == 0
                ? price()
                : pick(c.items).left().minor();
        boolean same = c.items.stream().anyMatch(o -> o.left().minor() == amount);
        if (same && random.nextInt(2) == 0) return;
        add("paid already", amount, hand.payer(c), hand.account(c), number(n), "", Map.of());
    }

    private void twice() {
        Candidate.Open o = exactly();
        String name = hand.payer(of(o));
        String account = hand.account(of(o));
        String said = hand.said(o.number());
        LocalDate day = TODAY.minusDays(random.nextInt(10) + 1L);
        add(
                "twice, first",
                day,
                o.left().minor(),
                name,
                account,
                said,
                "",
                "PMNT/RCDT/ESCT",
                Map.of(o.claim().value(), o.left().minor()));
        add("twice, again", day.plusDays(1), o.left().minor(), name, account, said, "", "PMNT/RCDT/ESCT", Map.of());
    }

    private void add(
            String kind, long minor, String name, String account, String text, String endToEnd, Map<UUID, Long> is) {
        add(kind, minor, name, account, text, endToEnd, "PMNT/RCDT/ESCT", is);
    }

    private void add(
            String kind,
            long minor,
            String name,
            String account,
            String text,
            String endToEnd,
            String code,
            Map<UUID, Long> is) {
        add(kind, TODAY.minusDays(random.nextInt(12)), minor, name, account, text, endToEnd, code, is);
    }

    private void add(
            String kind,
            LocalDate day,
            long minor,
            String name,
            String account,
            String text,
            String endToEnd,
            String code,
            Map<UUID, Long> is) {
        var said = new StatementLine(
                day, day, eur(minor), "", endToEnd, name, text, "", code, StatementLine.Further.of(account));
        lines.add(new Asked(said, eur(minor)));
        truth.add(is);
        cases.add(kind);
    }
}
