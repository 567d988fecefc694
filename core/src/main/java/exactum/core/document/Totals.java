package exactum.core.document;

import exactum.core.money.Apportion;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.problem.Bug;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The sums of a document of any kind and price mode, by the calculation rules of EN 16931-1. All amounts in the
 * document's currency.
 *
 * @param amounts what each line comes to in the document's price mode, in order; zero for a line of text
 * @param nets what is booked to income for each line, in order: its amount without tax, after its share of the
 *     document's adjustments; they add up to net
 * @param adjustments what each adjustment of the document adds, in order
 * @param taxGroups one for each rate, in the order of their first lines
 * @param net sum of the groups' bases (BT-109)
 * @param tax sum of the groups' taxes (BR-CO-14)
 * @param gross net plus tax (BR-CO-15)
 * @param working how gross came about
 */
public record Totals(
        List<Money> amounts,
        List<Money> nets,
        List<Money> adjustments,
        List<TaxGroup> taxGroups,
        Money net,
        Money tax,
        Money gross,
        Working working) {

    public Totals {
        if (!net.plus(tax).equals(gross) || !Money.sum(net.currency(), nets).equals(net)) {
            throw new Bug("a document of net %s, tax %s and gross %s does not add up"
                    .formatted(net.plain(), tax.plain(), gross.plain()));
        }
    }

    /** Adds up lines with tax on top and without adjustments of the document. */
    public static Totals of(Currency currency, List<TaxedLine> lines) {
        return of(currency, PriceMode.PLUS_TAX, lines, List.of());
    }

    /**
     * Adds up the lines, which must all be in the currency.
     *
     * @param adjustments of the whole document, each taken from the sum of the lines and shared out over the rates in
     *     proportion to their lines (common practice, no source); they change nothing where nothing is sold
     */
    public static Totals of(Currency currency, PriceMode mode, List<TaxedLine> lines, List<Adjustment> adjustments) {
        Money nothing = Money.zero(currency);
        List<Money> amounts = lines.stream()
                .map(l -> l.line().isText() ? nothing : l.line().amount().value())
                .toList();
        Money sum = Money.sum(currency, amounts);
        Map<TaxRate, List<Integer>> byRate = byRate(lines);
        List<Money> changes = adjustments.stream()
                .map(a -> byRate.isEmpty() ? nothing : a.on(sum))
                .toList();
        List<Money> groupSums = byRate.values().stream()
                .map(members ->
                        Money.sum(currency, members.stream().map(amounts::get).toList()))
                .toList();
        List<Money> shared = Apportion.byAmounts(Money.sum(currency, changes), groupSums);
        var groups = new ArrayList<TaxGroup>();
        var nets = new ArrayList<>(java.util.Collections.nCopies(lines.size(), nothing));
        int n = 0;
        for (var rateAndMembers : byRate.entrySet()) {
            List<Money> members =
                    rateAndMembers.getValue().stream().map(amounts::get).toList();
            TaxGroup group = group(mode, rateAndMembers.getKey(), members, shared.get(n++));
            groups.add(group);
            List<Money> parts = Apportion.byAmounts(group.base(), members);
            for (int i = 0; i < parts.size(); i++)
                nets.set(rateAndMembers.getValue().get(i), parts.get(i));
        }
        Money net = Money.sum(currency, groups.stream().map(TaxGroup::base).toList());
        Money tax = Money.sum(currency, groups.stream().map(TaxGroup::tax).toList());
        return new Totals(
                amounts,
                List.copyOf(nets),
                changes,
                List.copyOf(groups),
                net,
                tax,
                net.plus(tax),
                working(mode, amounts, adjustments, changes, groups, net, tax));
    }

    private static Map<TaxRate, List<Integer>> byRate(List<TaxedLine> lines) {
        Map<TaxRate, List<Integer>> byRate = new LinkedHashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            if (!lines.get(i).line().isText())
                byRate.computeIfAbsent(lines.get(i).rate(), r -> new ArrayList<>())
                        .add(i);
        }
        return byRate;
    }

    private static TaxGroup group(PriceMode mode, TaxRate rate, List<Money> members, Money shared) {
        Money lines = Money.sum(shared.currency(), members);
        Money sum = lines.plus(shared);
        var working = Working.on(() -> "%s on %s".formatted(rate.label(), sum.text()))
                .step(() -> addition(members, lines), "lines at this rate, EN 16931 BR-S-08");
        if (!shared.isZero()) {
            working.step(
                    () -> "%s and %s = %s".formatted(lines.text(), shared.text(), sum.text()),
                    "its share of the document’s discounts and surcharges");
        }
        return mode == PriceMode.PLUS_TAX ? onTop(rate, sum, working) : inside(rate, sum, working);
    }

    private static TaxGroup onTop(TaxRate rate, Money base, Working.Writer working) {
        BigDecimal exact = base.amount().multiply(rate.percent()).movePointLeft(2);
        Money tax = Money.rounded(base.currency(), exact, Rounding.HALF_UP_PER_TAX_GROUP);
        working.step(
                        () -> "%s × %s = %s"
                                .formatted(
                                        base.text(),
                                        rate.percentText(),
                                        exact.stripTrailingZeros().toPlainString()),
                        rate.source())
                .step(() -> "rounded to " + tax.text(), Rounding.HALF_UP_PER_TAX_GROUP.words() + ", BR-CO-17");
        return new TaxGroup(rate, base, tax, working.done());
    }

    private static TaxGroup inside(TaxRate rate, Money gross, Working.Writer working) {
        BigDecimal hundred = BigDecimal.valueOf(100);
        BigDecimal exact =
                gross.amount().multiply(rate.percent()).divide(hundred.add(rate.percent()), MathContext.DECIMAL128);
        Money tax = Money.rounded(gross.currency(), exact, Rounding.HALF_UP_PER_TAX_GROUP);
        working.step(
                        () -> "%s × %s / (100 + %s) = %s"
                                .formatted(
                                        gross.text(),
                                        rate.percentText(),
                                        exactum.core.money.Decimals.plain(rate.percent()),
                                        tax.text()),
                        rate.source())
                .step("the tax inside, " + Rounding.HALF_UP_PER_TAX_GROUP.words(), "tax included");
        return new TaxGroup(rate, gross.minus(tax), tax, working.done());
    }

    private static Working working(
            PriceMode mode,
            List<Money> amounts,
            List<Adjustment> adjustments,
            List<Money> changes,
            List<TaxGroup> groups,
            Money net,
            Money tax) {
        Money gross = net.plus(tax);
        var working = Working.on(() -> "Total of " + gross.withCurrency())
                .step(
                        () -> addition(amounts, Money.sum(net.currency(), amounts)),
                        "sum of the lines, " + mode.words() + ", EN 16931 BR-CO-10");
        for (int i = 0; i < changes.size(); i++) {
            Adjustment adjustment = adjustments.get(i);
            Money change = changes.get(i);
            working.step(() -> "%s: %s".formatted(adjustment.text(), change.text()), "BR-CO-11, BR-CO-12");
        }
        return working.step(
                        () -> addition(groups.stream().map(TaxGroup::tax).toList(), tax), "sum of the taxes, BR-CO-14")
                .step(() -> "%s + %s = %s".formatted(net.text(), tax.text(), gross.text()), "net and tax, BR-CO-15")
                .done();
    }

    private static String addition(List<Money> parts, Money sum) {
        if (parts.size() < 2) return sum.text();
        var text = new StringBuilder(parts.getFirst().text());
        for (Money part : parts.subList(1, parts.size())) {
            text.append(part.isNegative() ? " − " : " + ").append(part.abs().text());
        }
        return text.append(" = ").append(sum.text()).toString();
    }
}
