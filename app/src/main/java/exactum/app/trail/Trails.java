package exactum.app.trail;

import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Follows one sum from agreement to bank line, and from the bank line back. */
@Component
@Transactional(readOnly = true)
public class Trails {
    /** Of a bank line or payout with many payments, so many are drawn. */
    private static final int MOST = 12;

    private final TrailStore facts;
    private final TrailBeginningStore begins;
    private final BusinessClock clock;

    Trails(TrailStore facts, TrailBeginningStore begins, BusinessClock clock) {
        this.facts = facts;
        this.begins = begins;
        this.clock = clock;
    }

    /** The trail of a document: where it comes from, what it asks for, what settled it and where that money is. */
    public TrailDrawing ofDocument(BusinessId business, DocumentId document) {
        return of(business, TrailOf.INVOICE, document.value());
    }

    /** The trail of a payment or another means. */
    public TrailDrawing ofPayment(BusinessId business, MeansId means) {
        return of(business, TrailOf.PAYMENT, means.value());
    }

    /** The trails of the payments that a bank line brought; at most the first twelve are drawn. */
    public TrailDrawing ofBankLine(BusinessId business, BankLineId line) {
        return of(business, TrailOf.BANK_LINE, line.value());
    }

    /** The trails of the payments in a payout; at most the first twelve are drawn. */
    public TrailDrawing ofPayout(BusinessId business, PayoutId payout) {
        return of(business, TrailOf.PAYOUT, payout.value());
    }

    /** What the trail begins with, in words; nothing if there is no such thing in the business. */
    public Optional<String> name(BusinessId business, TrailOf of, UUID id) {
        return begins.name(business, of, id);
    }

    /** The trail of anything; of a customer or a mandate the latest twelve documents are drawn. */
    public TrailDrawing of(BusinessId business, TrailOf of, UUID id) {
        TrailBeginningStore.Roots roots = begins.roots(business, of, id, MOST + 1);
        return draw(
                business,
                firstOf(roots.documents()),
                firstOf(roots.means()),
                roots.documents().size() > MOST || roots.means().size() > MOST);
    }

    private static List<UUID> firstOf(List<UUID> ids) {
        return ids.subList(0, Math.min(MOST, ids.size()));
    }

    private TrailDrawing draw(
            BusinessId business, Collection<UUID> fromDocuments, Collection<UUID> fromMeans, boolean cut) {
        Set<UUID> documents = new LinkedHashSet<>(fromDocuments);
        Set<UUID> means = new LinkedHashSet<>(fromMeans);
        facts.allocations(business, fromDocuments, fromMeans).forEach(a -> {
            documents.add(a.document());
            means.add(a.means());
        });
        var pen = new TrailPen();
        if (cut | alsoSettled(business, documents, means)) pen.cut();
        List<TrailStore.AllocationFact> allocations = facts.allocations(business, documents, means).stream()
                .filter(a -> documents.contains(a.document()) && means.contains(a.means()))
                .toList();
        agreed(pen, business, documents, clock.today(business));
        payments(pen, business, means, allocations);
        attempts(pen, business, documents);
        inFlight(pen, business, documents);
        landings(pen, business, means);
        batches(pen, business, means);
        returns(pen, business, means);
        refunds(pen, business, means);
        chargebacks(pen, business, means);
        return pen.done();
    }

    /** What the payments settled besides, and what else settled the documents, so that each adds up; whether some of it is left out. */
    private boolean alsoSettled(BusinessId business, Set<UUID> documents, Set<UUID> means) {
        boolean cut = false;
        for (TrailStore.AllocationFact a : facts.allocations(business, documents, means)) {
            cut |= !added(documents, a.document());
            cut |= !added(means, a.means());
        }
        return cut;
    }

    private static boolean added(Set<UUID> known, UUID id) {
        if (known.size() < 2 * MOST) known.add(id);
        return known.contains(id);
    }

    /** Tries to collect that came to nothing. */
    private void attempts(TrailPen pen, BusinessId business, Collection<UUID> documents) {
        for (TrailStore.AttemptFact a : facts.attempts(business, documents))
            pen.put(
                    new TrailPen.Fact(
                            "attempt/" + a.id(),
                            TrailPen.PAYMENT,
                            a.run() == null ? "Card refused" : "Debit refused",
                            (a.reason() == null ? "" : a.reason() + ", ") + Texts.shortDay(a.on()),
                            a.run() == null ? "/card-payments" : "/debit-runs/" + a.run(),
                            "back"),
                    "claim/" + a.claim(),
                    a.amount(),
                    "refused");
    }

    private void agreed(TrailPen pen, BusinessId business, Collection<UUID> documents, LocalDate today) {
        List<TrailStore.DocumentFact> drawn = facts.documents(business, documents);
        for (TrailStore.DocumentFact d : drawn) {
            var document = new TrailPen.Fact(
                    "document/" + d.id(),
                    TrailPen.DOCUMENT,
                    d.number(),
                    d.gross().withCurrency() + ", " + Texts.shortDay(d.date()),
                    "/invoices/" + d.number(),
                    "fact");
            if (d.recurring() == null) {
                pen.put(document);
            } else {
                String from = "recurring/" + d.recurring();
                pen.put(new TrailPen.Fact(
                        from, TrailPen.AGREED, "Recurring invoice", d.recurringName(), "/" + from, "fact"));
                pen.put(document, from, d.gross(), "agreed");
            }
        }
        Map<UUID, List<TrailStore.ClaimFact>> claims = facts.claims(business, documents).stream()
                .collect(Collectors.groupingBy(TrailStore.ClaimFact::document));
        for (TrailStore.DocumentFact d : drawn) claims(pen, claims.getOrDefault(d.id(), List.of()), today);
    }

    /** Each open item of a document; those that nothing has happened to yet together, where they are many. */
    private static void claims(TrailPen pen, List<TrailStore.ClaimFact> claims, LocalDate today) {
        List<TrailStore.ClaimFact> ahead = claims.stream()
                .filter(c -> c.left().equals(c.amount()) && !c.due().isBefore(today))
                .toList();
        boolean together = ahead.size() > 3;
        claims.stream()
                .filter(c -> !together || !ahead.contains(c) || c.equals(ahead.getFirst()))
                .forEach(c -> claim(pen, c, today));
        if (together) rest(pen, ahead.subList(1, ahead.size()));
    }

    private static void rest(TrailPen pen, List<TrailStore.ClaimFact> ahead) {
        TrailStore.ClaimFact first = ahead.getFirst();
        Money sum = Money.sum(
                first.amount().currency(),
                ahead.stream().map(TrailStore.ClaimFact::amount).toList());
        pen.put(
                new TrailPen.Fact(
                        "claims/" + first.document(),
                        TrailPen.OPEN_ITEM,
                        "%d more, until %s"
                                .formatted(
                                        ahead.size(),
                                        Texts.shortDay(ahead.getLast().due())),
                        sum.withCurrency() + ", from " + Texts.shortDay(first.due()),
                        null,
                        "waiting"),
                "document/" + first.document(),
                sum,
                "agreed");
    }

    private static void claim(TrailPen pen, TrailStore.ClaimFact c, LocalDate today) {
        boolean settled = c.left().isZero();
        boolean late = !settled && c.due().isBefore(today);
        String title = c.parts() == 1 ? "Open item" : "Open item %d of %d".formatted(c.seq(), c.parts());
        String rest =
                settled || c.left().equals(c.amount()) ? "" : ", " + c.left().text() + " open";
        pen.put(
                new TrailPen.Fact(
                        "claim/" + c.id(),
                        TrailPen.OPEN_ITEM,
                        settled ? title.replace("Open item", "Item") + ", settled" : title,
                        c.amount().withCurrency() + (rest.isEmpty() ? ", due " + Texts.shortDay(c.due()) : rest),
                        null,
                        settled ? "settled" : late ? "back" : "waiting"),
                "document/" + c.document(),
                c.amount(),
                settled ? "settled" : "agreed");
    }

    private void payments(
            TrailPen pen, BusinessId business, Collection<UUID> means, List<TrailStore.AllocationFact> allocations) {
        Map<UUID, List<TrailStore.AllocationFact>> byMeans =
                allocations.stream().collect(Collectors.groupingBy(TrailStore.AllocationFact::means));
        for (TrailStore.MeansFact m : beside(pen, facts.means(business, means), byMeans)) {
            boolean gone = m.takenBack().equals(m.amount());
            var payment = new TrailPen.Fact(
                    "means/" + m.id(),
                    TrailPen.PAYMENT,
                    title(m),
                    m.amount().withCurrency() + ", " + Texts.shortDay(m.on()),
                    m.channel() != null ? "/payments/" + m.id() : m.note() != null ? "/invoices/" + m.note() : null,
                    gone ? "back" : "settled");
            for (TrailStore.AllocationFact a : byMeans.getOrDefault(m.id(), List.of())) {
                pen.put(payment, "claim/" + a.claim(), a.amount(), a.amount().isZero() ? "undone" : "settled");
            }
            if (m.left().isPositive()) {
                String rest = "rest/" + m.id();
                pen.put(new TrailPen.Fact(
                        rest,
                        TrailPen.OPEN_ITEM,
                        "Credit on account",
                        m.left().withCurrency(),
                        "/payments/" + m.id(),
                        "waiting"));
                pen.put(payment, rest, m.left(), "expected");
            }
            pen.put(payment);
        }
    }

    /** In the order of what they settle, so that few bands cross. */
    private static List<TrailStore.MeansFact> beside(
            TrailPen pen, List<TrailStore.MeansFact> means, Map<UUID, List<TrailStore.AllocationFact>> byMeans) {
        return means.stream()
                .sorted(Comparator.comparingInt(m -> byMeans.getOrDefault(m.id(), List.of()).stream()
                        .mapToInt(a -> pen.row("claim/" + a.claim()))
                        .min()
                        .orElse(Integer.MAX_VALUE)))
                .toList();
    }

    private static String title(TrailStore.MeansFact m) {
        if (m.channel() == null) return capital(m.kind()) + (m.note() == null ? "" : " " + m.note());
        return switch (m.channel()) {
            case "card" -> "Card payment";
            case "other" -> "Payment";
            default -> capital(m.channel());
        };
    }

    private static String capital(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private void inFlight(TrailPen pen, BusinessId business, Collection<UUID> documents) {
        for (TrailStore.FlightFact f : facts.inFlight(business, documents)) {
            boolean card = f.run() == null;
            pen.put(
                    new TrailPen.Fact(
                            "collection/" + f.id(),
                            TrailPen.PAYMENT,
                            card ? "Card payment" : "Direct debit",
                            card
                                    ? "in flight since " + Texts.shortDay(f.since())
                                    : "collected on " + Texts.shortDay(f.collectOn()),
                            card ? "/card-payments" : "/debit-runs/" + f.run(),
                            "waiting"),
                    "claim/" + f.claim(),
                    f.amount(),
                    "expected");
        }
    }

    /** Debits are booked by the bank as one line a batch. */
    private void batches(TrailPen pen, BusinessId business, Collection<UUID> means) {
        var inBatches = new LinkedHashMap<UUID, Money>();
        List<TrailStore.Batch> batches = facts.batches(business, means);
        for (TrailStore.Batch b : batches) {
            pen.put(
                    new TrailPen.Fact(
                            "batch/" + b.group(),
                            TrailPen.PAYOUT,
                            "Batch of debits",
                            b.whole().withCurrency(),
                            "/debit-runs/" + b.run(),
                            b.line() == null ? "waiting" : "settled"),
                    "means/" + b.means(),
                    b.part(),
                    "settled");
            inBatches.merge(b.group(), b.part(), Money::plus);
        }
        for (TrailStore.Batch b : batches) {
            Money money = inBatches.remove(b.group());
            if (money == null) continue;
            String from = "batch/" + b.group();
            if (b.line() != null) line(pen, b.line(), from, money);
            else
                pen.put(
                        new TrailPen.Fact(
                                "waits/" + b.group(), TrailPen.BANK, "Bank line", "not seen yet", null, "waiting"),
                        from,
                        money,
                        "expected");
        }
    }

    private void returns(TrailPen pen, BusinessId business, Collection<UUID> means) {
        for (TrailStore.Returned r : facts.returns(business, means))
            pen.put(
                    new TrailPen.Fact(
                            "line/" + r.line().id(),
                            TrailPen.BANK,
                            "Returned " + Texts.shortDay(r.line().bookedOn()),
                            r.line().amount().withCurrency(),
                            "/bank-lines/" + r.line().id(),
                            "back"),
                    "means/" + r.means(),
                    r.part(),
                    "back");
        for (TrailStore.ReturnToCome r : facts.returnsToCome(business, means))
            pen.put(
                    new TrailPen.Fact(
                            "return/" + r.means(),
                            TrailPen.BANK,
                            "Returned " + Texts.shortDay(r.on()),
                            "its bank line is to come",
                            null,
                            "back"),
                    "means/" + r.means(),
                    r.amount(),
                    "back");
    }

    /** What was given back, and the bank line that it left by, at once or in a payout. */
    private void refunds(TrailPen pen, BusinessId business, Collection<UUID> means) {
        for (TrailStore.RefundFact r : facts.refunds(business, means)) {
            boolean refused = r.state().equals("refused");
            String key = "refund/" + r.id();
            String stands = refused
                    ? "refused"
                    : r.payout() != null ? "in " + r.payout() : r.waits() ? "on its way" : Texts.shortDay(r.on());
            pen.put(
                    new TrailPen.Fact(
                            key,
                            TrailPen.PAYOUT,
                            "Refund " + r.amount().withCurrency(),
                            stands,
                            "/refunds/" + r.id(),
                            refused ? "waiting" : "back"),
                    "means/" + r.means(),
                    r.amount(),
                    refused || r.waits() ? "expected" : "back");
            if (!refused && r.line() != null)
                pen.put(
                        new TrailPen.Fact(
                                "line/" + r.line().id(),
                                TrailPen.BANK,
                                "Bank line " + Texts.shortDay(r.line().bookedOn()),
                                r.line().amount().withCurrency(),
                                "/bank-lines/" + r.line().id(),
                                "back"),
                        key,
                        r.amount(),
                        "back");
        }
    }

    private void chargebacks(TrailPen pen, BusinessId business, Collection<UUID> means) {
        for (TrailStore.ChargebackFact c : facts.chargebacks(business, means)) {
            boolean won = c.state().equals("won");
            pen.put(
                    new TrailPen.Fact(
                            "chargeback/" + c.id(),
                            TrailPen.PAYOUT,
                            "Chargeback, " + (c.state().equals("open") ? "opened" : c.state()),
                            c.amount().withCurrency() + ", " + Texts.shortDay(c.on()),
                            "/chargebacks/" + c.id(),
                            won ? "settled" : "back"),
                    "means/" + c.means(),
                    c.amount(),
                    won ? "expected" : "back");
        }
    }

    private void landings(TrailPen pen, BusinessId business, Collection<UUID> means) {
        Map<UUID, Money> inPayouts = new HashMap<>();
        List<TrailStore.Landing> landings = facts.landings(business, means);
        for (TrailStore.Landing l : landings) {
            String from = "means/" + l.means();
            if (l.payout() != null) {
                String payout = "payout/" + l.payout().id();
                boolean landed = l.line() != null;
                pen.put(
                        new TrailPen.Fact(
                                payout,
                                TrailPen.PAYOUT,
                                "Payout " + (landed ? "landed" : "on its way"),
                                l.payout().net().withCurrency() + ", "
                                        + Texts.shortDay(l.payout().arrivesOn()),
                                "/payouts/" + l.payout().id(),
                                landed ? "settled" : "waiting"),
                        from,
                        l.part(),
                        "settled");
                inPayouts.merge(l.payout().id(), l.part(), Money::plus);
            } else {
                line(pen, l.line(), from, l.part());
            }
        }
        for (TrailStore.Landing l : landings) {
            Money money =
                    l.payout() == null ? null : inPayouts.remove(l.payout().id());
            if (money != null) onwards(pen, l, money);
        }
        waiting(pen, business, means);
    }

    private static void onwards(TrailPen pen, TrailStore.Landing l, Money money) {
        String from = "payout/" + l.payout().id();
        if (l.line() != null) {
            line(pen, l.line(), from, money);
        } else {
            pen.put(
                    new TrailPen.Fact(
                            "expected/" + l.payout().id(),
                            TrailPen.BANK,
                            "Bank line",
                            "expected " + Texts.shortDay(l.payout().arrivesOn()),
                            null,
                            "waiting"),
                    from,
                    money,
                    "expected");
        }
    }

    private static void line(TrailPen pen, TrailStore.LineFact line, String from, Money money) {
        pen.put(
                new TrailPen.Fact(
                        "line/" + line.id(),
                        TrailPen.BANK,
                        "Bank line " + Texts.shortDay(line.bookedOn()),
                        line.amount().withCurrency(),
                        "/bank-lines/" + line.id(),
                        "settled"),
                from,
                money,
                "settled");
    }

    private void waiting(TrailPen pen, BusinessId business, Collection<UUID> means) {
        for (TrailStore.WaitingFact w : facts.waiting(business, means)) {
            boolean card = w.kind().equals("card sale");
            pen.put(
                    new TrailPen.Fact(
                            "waits/" + w.means(),
                            card ? TrailPen.PAYOUT : TrailPen.BANK,
                            card ? "Payout" : "Bank line",
                            card ? "not in one yet" : "not seen yet",
                            null,
                            "waiting"),
                    "means/" + w.means(),
                    w.left(),
                    "expected");
        }
    }
}
