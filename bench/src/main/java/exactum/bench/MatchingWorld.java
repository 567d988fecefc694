package exactum.bench;

import exactum.core.bank.StatementLine;
import exactum.core.matching.Asked;
import exactum.core.matching.Candidate;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/**
 * A made-up world of open items and a tenth as many bank lines, of which is known what each is. The awkward cases of the
 * trade are in it; all names and accounts are invented.
 */
final class MatchingWorld {
    final List<Candidate> items;
    final List<Asked> lines = new ArrayList<>();
    /** What each line is: the parts by item and minor units; nothing for a line that is none of the items. */
    final List<Map<UUID, Long>> truth = new ArrayList<>();

    /** What kind of case each line is. */
    final List<String> cases = new ArrayList<>();

    private final Random random;
    private final MadeUpPeople people;
    private final PayersHand hand;
    private final MadeUpItems made;

    MatchingWorld(long seed, int size) {
        random = new Random(seed);
        people = new MadeUpPeople(random);
        hand = new PayersHand(random, people);
        made = new MadeUpItems(random, people, size);
        items = made.all;
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

    private void line() {
        int of = random.nextInt(100);
        if (of < 30) number(made.exactly());
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

    private void number(Candidate.Open o) {
        add(
                "number",
                o.left().minor(),
                hand.payer(made.of(o)),
                hand.account(made.of(o)),
                hand.said(o.number()),
                hand.endToEnd(),
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void mistyped() {
        Candidate.Open o = made.exactly();
        String name = hand.payer(made.of(o));
        add(
                "mistyped",
                o.left().minor(),
                name.isEmpty() ? made.of(o).name : name,
                hand.account(made.of(o)),
                "Rechnung " + hand.damaged(o.number()),
                "",
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void nameAlone() {
        Candidate.Open o = made.exactly();
        MadeUpPeople.Customer c = made.of(o);
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
        Candidate.Open first = made.exactly();
        var some = new ArrayList<>(List.of(first));
        for (Candidate.Open o : made.of(first).items)
            if (some.size() < most && made.use(o.claim().value())) some.add(o);
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
                hand.payer(made.of(some.getFirst())),
                hand.account(made.of(some.getFirst())),
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
        MadeUpPeople.Customer c = made.of(made.pick(made.open));
        if (c.items.size() < 2
                || c.items.size() > 5
                || c.items.stream().anyMatch(o -> made.isUsed(o.claim().value()))) return;
        String name = hand.payer(c);
        if (name.isEmpty()) return;
        c.items.forEach(o -> made.use(o.claim().value()));
        add("all that is open", sum(c.items), name, hand.account(c), "alles offene", "", parts(c.items));
    }

    private void part() {
        Candidate.Open o = made.exactly();
        long part = o.left().minor() * (20 + random.nextInt(60)) / 100;
        add(
                "part",
                part,
                hand.payer(made.of(o)),
                hand.account(made.of(o)),
                "Teilzahlung " + o.number(),
                "",
                Map.of(o.claim().value(), part));
    }

    private void over() {
        Candidate.Open o = made.exactly();
        long more = 1 + random.nextInt(3000);
        add(
                "over",
                o.left().minor() + more,
                hand.payer(made.of(o)),
                hand.account(made.of(o)),
                o.number(),
                "",
                Map.of(o.claim().value(), o.left().minor()));
    }

    private void lessFee() {
        Candidate.Open o = made.exactly();
        boolean skonto = random.nextBoolean();
        long net = skonto
                ? o.left().minor() - o.left().minor() * 2 / 100
                : o.left().minor() - 250 - random.nextInt(400);
        if (net <= 0) return;
        String name = hand.payer(made.of(o));
        boolean numbered = random.nextInt(3) > 0 || name.isEmpty();
        add(
                "less a fee or discount",
                net,
                name,
                hand.account(made.of(o)),
                numbered ? hand.said(o.number()) : skonto ? "abzgl. 2% Skonto" : "OUR",
                "",
                Map.of(o.claim().value(), net));
    }

    private void twoForOne() {
        Candidate.Open o = made.exactly();
        long part = o.left().minor() / 2;
        String name = hand.payer(made.of(o));
        add(
                "two for one",
                part,
                name,
                made.of(o).account,
                o.number(),
                "",
                Map.of(o.claim().value(), part));
        add(
                "two for one",
                o.left().minor() - part,
                name,
                made.of(o).account,
                o.number(),
                "",
                Map.of(o.claim().value(), o.left().minor() - part));
    }

    private void otherPayer() {
        Candidate.Open o = made.exactly();
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
        Candidate.Open o = made.exactly();
        MadeUpPeople.Customer c = made.of(o);
        Candidate.Open next = c.items.stream()
                .filter(i -> !made.isUsed(i.claim().value()))
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
        made.use(next.claim().value());
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
        Candidate.Waiting w = made.waiting();
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
            default -> made.leave(w.item().value());
        }
    }

    private void refund() {
        for (int i = 0; i < 300; i++) {
            Candidate c = made.pick(items);
            if (!(c instanceof Candidate.Waiting w)
                    || w.left().isPositive()
                    || !made.use(w.item().value())) continue;
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
                        -made.price(),
                        people.place() + " " + people.trade() + " " + people.form(),
                        "",
                        "Rechnung " + (10_000 + random.nextInt(90_000)),
                        "",
                        "PMNT/ICDT/ESCT",
                        Map.of());
            case 2 ->
                add(
                        "stranger",
                        made.price(),
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
                Candidate.Open o = made.pick(made.open);
                add(
                        "returned debit",
                        -o.left().minor(),
                        made.of(o).name,
                        "",
                        o.number() + " RETOURE",
                        "",
                        "PMNT/IDDT/UPDD",
                        Map.of());
            }
        }
    }

    private void paidAlready() {
        int n = made.freshNumber();
        MadeUpPeople.Customer c = made.pick(made.customers);
        long amount = c.items.isEmpty() || random.nextInt(2) == 0
                ? made.price()
                : made.pick(c.items).left().minor();
        boolean same = c.items.stream().anyMatch(o -> o.left().minor() == amount);
        if (same && random.nextInt(2) == 0) return;
        add("paid already", amount, hand.payer(c), hand.account(c), made.number(n), "", Map.of());
    }

    private void twice() {
        Candidate.Open o = made.exactly();
        String name = hand.payer(made.of(o));
        String account = hand.account(made.of(o));
        String said = hand.said(o.number());
        LocalDate day = MadeUpItems.TODAY.minusDays(random.nextInt(10) + 1L);
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
        add(kind, MadeUpItems.TODAY.minusDays(random.nextInt(12)), minor, name, account, text, endToEnd, code, is);
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
                day,
                day,
                MadeUpItems.eur(minor),
                "",
                endToEnd,
                name,
                text,
                "",
                code,
                StatementLine.Further.of(account));
        lines.add(new Asked(said, MadeUpItems.eur(minor)));
        truth.add(is);
        cases.add(kind);
    }
}
