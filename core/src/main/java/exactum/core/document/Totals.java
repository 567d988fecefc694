package exactum.core.document;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The sums of a document with tax on top, by the calculation rules of EN 16931-1.
 *
 * @param lineNets the net of each line, in order (BT-131)
 * @param taxGroups one for each rate, in the order of their first lines (BT-116, BT-117)
 * @param net sum of the lines (BR-CO-10, BR-CO-13)
 * @param tax sum of the groups' taxes (BR-CO-14)
 * @param gross net plus tax (BR-CO-15)
 * @param working how gross came about
 */
public record Totals(
        List<Money> lineNets, List<TaxGroup> taxGroups, Money net, Money tax, Money gross, Working working) {

    /** Adds up the lines, which must all be in the currency. */
    public static Totals of(Currency currency, List<Line> lines) {
        List<Money> nets = lines.stream().map(l -> l.net().value()).toList();
        List<TaxGroup> groups = groups(currency, lines, nets);
        Money net = Money.sum(currency, nets);
        Money tax = Money.sum(currency, groups.stream().map(TaxGroup::tax).toList());
        Money gross = net.plus(tax);
        Working working = Working.on("Total of " + gross.withCurrency())
                .step(addition(nets, net), "sum of the lines, EN 16931 BR-CO-10")
                .step(addition(groups.stream().map(TaxGroup::tax).toList(), tax), "sum of the taxes, BR-CO-14")
                .step("%s + %s = %s".formatted(net.text(), tax.text(), gross.text()), "net and tax, BR-CO-15")
                .done();
        return new Totals(nets, groups, net, tax, gross, working);
    }

    private static List<TaxGroup> groups(Currency currency, List<Line> lines, List<Money> nets) {
        Map<TaxRate, List<Money>> netsByRate = new LinkedHashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            netsByRate
                    .computeIfAbsent(lines.get(i).tax(), r -> new ArrayList<>())
                    .add(nets.get(i));
        }
        var groups = new ArrayList<TaxGroup>();
        netsByRate.forEach((rate, bases) -> groups.add(group(currency, rate, bases)));
        return List.copyOf(groups);
    }

    private static TaxGroup group(Currency currency, TaxRate rate, List<Money> bases) {
        Money base = Money.sum(currency, bases);
        BigDecimal exact = base.amount().multiply(rate.percent()).movePointLeft(2);
        Money tax = Money.rounded(currency, exact, Rounding.HALF_UP_PER_TAX_GROUP);
        Working working = Working.on("%s %s on %s".formatted(rate.name(), rate.percentText(), base.text()))
                .step(addition(bases, base), "lines at this rate, EN 16931 BR-S-08")
                .step(
                        "%s × %s = %s"
                                .formatted(
                                        base.text(),
                                        rate.percentText(),
                                        exact.stripTrailingZeros().toPlainString()),
                        rate.source())
                .step("rounded to " + tax.text(), Rounding.HALF_UP_PER_TAX_GROUP.words() + ", BR-CO-17")
                .done();
        return new TaxGroup(rate, base, tax, working);
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
