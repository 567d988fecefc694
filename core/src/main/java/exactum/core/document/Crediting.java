package exactum.core.document;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Apportion;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Takes an issued document back, in whole, by line or by amount: the same lines, price mode, rates, accounts and tags. What
 * credit notes have of a rate is counted on from one to the next and rounded half-up once, so that the last part credit takes
 * exactly what is left: of 7 × 46.30 at 23 % (tax 74.54), four take 42.60 and then three 31.94, not 31.95. Common practice,
 * no source; the sums by EN 16931-1 as in {@link Totals}.
 */
public final class Crediting {
    private final Creditable of;
    private final List<TaxedLine> lines = new ArrayList<>();
    private final List<Money> amounts = new ArrayList<>();

    private Crediting(Creditable of) {
        this.of = of;
    }

    /**
     * What a credit note says and comes to.
     *
     * @param adjustments its share of the document's discounts and surcharges, as amounts
     */
    public record Credit(List<TaxedLine> lines, List<Adjustment> adjustments, Totals totals) {}

    /** All that is left of it, line by line as long as no credit note has an amount of it. */
    public static Credit whole(Creditable of) {
        Map<Integer, BigDecimal> all = new LinkedHashMap<>();
        of.lines().forEach(p -> {
            if (p.left().signum() != 0) all.put(p.place(), p.left());
        });
        try {
            return byLines(of, all);
        } catch (Refusal partlyByAmount) {
            return byAmount(of, of.left(), "Rest of " + of.number());
        }
    }

    /**
     * So much of the quantities of its lines.
     *
     * @param quantities by the line's place; those that stand for nothing are left out
     * @throws Refusal if more is asked than is left, or nothing
     */
    public static Credit byLines(Creditable of, Map<Integer, BigDecimal> quantities) {
        var crediting = new Crediting(of);
        Map<TaxRate, Money> shares = new LinkedHashMap<>();
        for (Creditable.Part part : of.lines()) {
            BigDecimal wanted = quantities.getOrDefault(part.place(), BigDecimal.ZERO);
            if (wanted.signum() != 0) crediting.add(part, wanted);
        }
        if (crediting.lines.isEmpty()) throw nothing();
        for (Creditable.Group group : of.groups())
            shares.put(group.rate(), crediting.shareOfAdjustments(group, quantities));
        List<TaxGroup> groups = new ArrayList<>();
        of.groups().forEach(g -> crediting.inMode(g, shares.get(g.rate())).ifPresent(groups::add));
        Money change = Money.sum(of.currency(), shares.values());
        return crediting.credit(groups, crediting.adjustments(change));
    }

    /**
     * An amount with tax, shared over the rates, accounts and tags in proportion to what is left of them.
     *
     * @param amount above zero and no more than is left
     * @param words what its lines say
     * @throws Refusal if it is nothing or more than is left
     */
    public static Credit byAmount(Creditable of, Money amount, String words) {
        if (!amount.isPositive()) throw nothing();
        if (amount.compareTo(of.left()) > 0) throw tooMuch(of.left());
        var crediting = new Crediting(of);
        List<Creditable.Group> open = of.groups();
        List<Money> parts = Apportion.byAmounts(
                amount, open.stream().map(Creditable.Group::left).toList());
        List<TaxGroup> groups = new ArrayList<>();
        for (int i = 0; i < open.size(); i++)
            if (!parts.get(i).isZero()) groups.add(crediting.part(open.get(i), parts.get(i), words));
        return crediting.credit(groups, List.of());
    }

    private void add(Creditable.Part part, BigDecimal wanted) {
        Line line = part.line();
        boolean within = !line.isText()
                && wanted.signum() == line.quantity().signum()
                && wanted.abs().compareTo(part.left().abs()) <= 0;
        if (!within)
            throw new Refusal(
                    "credit.line",
                    "Of “%s”, %s %s is left, not %s. Nothing was made."
                            .formatted(
                                    line.description(),
                                    Decimals.text(part.left()),
                                    line.unit(),
                                    Decimals.text(wanted)));
        Money after = shareOf(part.amount(), part.credited().add(wanted), line.quantity());
        boolean all = wanted.compareTo(line.quantity()) == 0;
        lines.add(new TaxedLine(
                line.credited(
                        part.place(),
                        wanted,
                        all ? line.adjustments() : scaled(line.adjustments(), wanted, line.quantity())),
                part.rate()));
        amounts.add(after.minus(part.creditedAmount()));
    }

    /** A percent stays; an amount falls with the quantity. */
    private static List<Adjustment> scaled(List<Adjustment> adjustments, BigDecimal part, BigDecimal whole) {
        var scaled = new ArrayList<Adjustment>();
        for (Adjustment a : adjustments) {
            if (a.percent() != null) scaled.add(a);
            else {
                Money share = shareOf(a.amount(), part, whole);
                if (share.isPositive()) scaled.add(new Adjustment(a.kind(), a.name(), null, share));
            }
        }
        return scaled;
    }

    private static Money shareOf(Money amount, BigDecimal part, BigDecimal whole) {
        if (part.compareTo(whole) == 0) return amount;
        BigDecimal exact = amount.amount().multiply(part).divide(whole, MathContext.DECIMAL128);
        return Money.rounded(amount.currency(), exact, Rounding.HALF_UP_PER_LINE);
    }

    /** What this credit note has of the document's discounts and surcharges at a rate: they follow the amounts of the lines. */
    private Money shareOfAdjustments(Creditable.Group group, Map<Integer, BigDecimal> quantities) {
        Money nothing = Money.zero(of.currency());
        Money sum = nothing;
        Money before = nothing;
        Money after = nothing;
        boolean all = true;
        for (Creditable.Part part : of.lines()) {
            if (!group.rate().equals(part.rate())) continue;
            BigDecimal wanted = quantities.getOrDefault(part.place(), BigDecimal.ZERO);
            sum = sum.plus(part.amount());
            before = before.plus(part.creditedAmount());
            after = after.plus(shareOf(
                    part.amount(), part.credited().add(wanted), part.line().quantity()));
            all &= part.left().compareTo(wanted) == 0;
        }
        Money whole =
                (of.mode() == PriceMode.PLUS_TAX ? group.base() : group.base().plus(group.tax())).minus(sum);
        return until(whole, after, sum, all).minus(until(whole, before, sum, false));
    }

    private static Money until(Money whole, Money credited, Money sum, boolean all) {
        if (all) return whole;
        if (sum.isZero() || whole.isZero()) return whole.withMinor(0);
        return whole.share(credited, sum, Rounding.HALF_UP_PER_ADJUSTMENT);
    }

    /** What the lines that were added come to at a rate, with their share of the adjustments. */
    private Optional<TaxGroup> inMode(Creditable.Group group, Money share) {
        List<Money> members = membersOf(group.rate());
        if (members.isEmpty() && share.isZero()) return Optional.empty();
        Money value = Money.sum(of.currency(), members).plus(share);
        return Optional.of(of.mode() == PriceMode.PLUS_TAX ? onTop(group, value) : inside(group, value));
    }

    private List<Money> membersOf(TaxRate rate) {
        var members = new ArrayList<Money>();
        for (int i = 0; i < lines.size(); i++) if (rate.equals(lines.get(i).rate())) members.add(amounts.get(i));
        return members;
    }

    private TaxGroup onTop(Creditable.Group group, Money base) {
        Money after = group.creditedBase().plus(base);
        requireWithin(group, after, group.base());
        Money tax = after.equals(group.base())
                ? group.tax()
                : Money.rounded(
                        of.currency(),
                        after.amount().multiply(group.rate().percent()).movePointLeft(2),
                        Rounding.HALF_UP_PER_TAX_GROUP);
        return taken(group, base, tax.minus(group.creditedTax()));
    }

    private TaxGroup inside(Creditable.Group group, Money gross) {
        Money whole = group.base().plus(group.tax());
        Money after = group.creditedBase().plus(group.creditedTax()).plus(gross);
        requireWithin(group, after, whole);
        BigDecimal percent = group.rate().percent();
        Money tax = after.equals(whole)
                ? group.tax()
                : Money.rounded(
                        of.currency(),
                        after.amount()
                                .multiply(percent)
                                .divide(BigDecimal.valueOf(100).add(percent), MathContext.DECIMAL128),
                        Rounding.HALF_UP_PER_TAX_GROUP);
        Money own = tax.minus(group.creditedTax());
        return taken(group, gross.minus(own), own);
    }

    private static TaxGroup taken(Creditable.Group group, Money base, Money tax) {
        Money allBase = group.creditedBase().plus(base);
        Money allTax = group.creditedTax().plus(tax);
        var working = Working.on(() -> "%s on %s".formatted(group.rate().label(), base.text()))
                .step(
                        () -> "%s taken back in all, of %s"
                                .formatted(allBase.text(), group.base().text()),
                        "what credit notes have of the invoice at this rate");
        if (allBase.equals(group.base()))
            working.step(
                    () -> "%s − %s = %s"
                            .formatted(group.tax().text(), group.creditedTax().text(), tax.text()),
                    "the last part credit takes the rest of the tax");
        else
            working.step(
                    () -> "%s on all of it − %s before = %s"
                            .formatted(allTax.text(), group.creditedTax().text(), tax.text()),
                    group.rate().source() + ", " + Rounding.HALF_UP_PER_TAX_GROUP.words());
        return new TaxGroup(group.rate(), base, tax, working.done());
    }

    private static void requireWithin(Creditable.Group group, Money after, Money whole) {
        boolean within = whole.isNegative()
                ? !after.isPositive() && after.compareTo(whole) >= 0
                : !after.isNegative() && after.compareTo(whole) <= 0;
        if (!within) throw tooMuch(group.left());
    }

    /** A part of a rate, shared over the accounts and tags that its lines were sold to. */
    private TaxGroup part(Creditable.Group group, Money gross, String words) {
        TaxGroup made = inside(group, gross);
        Map<List<Object>, Money> sold = new LinkedHashMap<>();
        Map<List<Object>, Line> examples = new LinkedHashMap<>();
        for (Creditable.Part part : of.lines()) {
            if (!group.rate().equals(part.rate())) continue;
            List<Object> key = List.of(part.line().account(), part.line().tags());
            sold.merge(key, part.amount(), Money::plus);
            examples.putIfAbsent(key, part.line());
        }
        Money shared = of.mode() == PriceMode.PLUS_TAX ? made.base() : made.gross();
        List<Money> parts = Apportion.byAmounts(shared, List.copyOf(sold.values()));
        int n = 0;
        for (Line example : examples.values()) {
            Money amount = parts.get(n++);
            if (amount.isZero()) continue;
            lines.add(new TaxedLine(
                    line(words, amount, example.taxCode(), example.account(), example.tags()), group.rate()));
            amounts.add(amount);
        }
        return made;
    }

    private static Line line(String words, Money amount, String taxCode, AccountCode account, List<String> tags) {
        return Line.of(words, BigDecimal.ONE, "piece", UnitPrice.of(amount), taxCode, account)
                .tagged(tags);
    }

    private List<Adjustment> adjustments(Money change) {
        if (change.isZero()) return List.of();
        List<Money> whole =
                of.adjustments().stream().map(Creditable.Change::amount).toList();
        List<Money> parts = Apportion.byAmounts(change, whole);
        var adjustments = new ArrayList<Adjustment>();
        for (int i = 0; i < parts.size(); i++) {
            if (parts.get(i).isZero()) continue;
            adjustments.add(new Adjustment(
                    parts.get(i).isNegative() ? Adjustment.Kind.DISCOUNT : Adjustment.Kind.SURCHARGE,
                    of.adjustments().get(i).adjustment().name(),
                    null,
                    parts.get(i).abs()));
        }
        return adjustments;
    }

    private Credit credit(List<TaxGroup> groups, List<Adjustment> adjustments) {
        Money nothing = Money.zero(of.currency());
        var nets = new ArrayList<>(Collections.nCopies(lines.size(), nothing));
        for (TaxGroup group : groups) {
            var places = new ArrayList<Integer>();
            for (int i = 0; i < lines.size(); i++)
                if (group.rate().equals(lines.get(i).rate())) places.add(i);
            List<Money> parts = Apportion.byAmounts(
                    group.base(), places.stream().map(amounts::get).toList());
            for (int i = 0; i < parts.size(); i++) nets.set(places.get(i), parts.get(i));
        }
        Money net = Money.sum(of.currency(), groups.stream().map(TaxGroup::base).toList());
        Money tax = Money.sum(of.currency(), groups.stream().map(TaxGroup::tax).toList());
        Money gross = net.plus(tax);
        Working working = Working.on(() -> "Total of " + gross.withCurrency())
                .step(() -> "%s + %s = %s".formatted(net.text(), tax.text(), gross.text()), "net and tax, BR-CO-15")
                .step(
                        () -> "%s of %s was left".formatted(of.left().text(), of.number()),
                        "its total less the credit notes before")
                .done();
        List<Money> changes = adjustments.stream().map(a -> a.on(nothing)).toList();
        return new Credit(
                List.copyOf(lines),
                adjustments,
                new Totals(List.copyOf(amounts), List.copyOf(nets), changes, groups, net, tax, gross, working));
    }

    private static Refusal tooMuch(Money left) {
        return new Refusal(
                "credit.more",
                "Only %s is left of it; credit notes have the rest. Nothing was made.".formatted(left.text()));
    }

    private static Refusal nothing() {
        return new Refusal("credit.nothing", "Nothing of it is taken back yet. Say how much. Nothing was made.");
    }
}
