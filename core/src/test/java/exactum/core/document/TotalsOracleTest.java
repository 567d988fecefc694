package exactum.core.document;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * Totals of 100,000 random documents against a calculation of its own in plain decimals, by the rules of EN 16931-1: BR-CO-10
 * (sum of lines), BR-CO-11 and -12 (allowances and charges), BR-CO-13 (net), BR-CO-14 (tax), BR-CO-15 (total), BR-CO-17 (tax
 * of a rate), BR-S-08, BR-Z-08, BR-E-08, BR-AE-08, BR-O-08 (base of a category) and BR-Z-09, BR-E-09, BR-AE-09, BR-O-09 (its
 * tax is nothing). How a discount of the document is shared over the rates is common practice, no source.
 */
class TotalsOracleTest {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final BigDecimal HUNDRED = new BigDecimal("100");
    private static final AccountCode INCOME = new AccountCode("4000");

    private final SplittableRandom random = new SplittableRandom(16931);

    /** What the calculation of its own says. */
    private record Expected(BigDecimal net, BigDecimal tax, BigDecimal gross, Map<String, BigDecimal> bases) {}

    @Test
    void random_documents_come_to_what_the_rules_say() {
        for (int n = 0; n < 100_000; n++) {
            PriceMode mode = random.nextBoolean() ? PriceMode.PLUS_TAX : PriceMode.TAX_INCLUDED;
            List<TaxedLine> lines = lines();
            List<Adjustment> adjustments = random.nextInt(3) == 0 ? List.of(adjustment()) : List.of();
            Totals totals = Totals.of(EUR, mode, lines, adjustments);
            Expected expected = expected(mode, lines, adjustments);
            assertThat(totals.net().amount()).isEqualByComparingTo(expected.net());
            assertThat(totals.tax().amount()).isEqualByComparingTo(expected.tax());
            assertThat(totals.gross().amount()).isEqualByComparingTo(expected.gross());
            for (TaxGroup group : totals.taxGroups()) {
                assertThat(group.base().amount())
                        .isEqualByComparingTo(expected.bases().get(group.rate().code()));
                if (group.rate().category() != TaxCategory.STANDARD)
                    assertThat(group.tax().isZero()).isTrue();
            }
            assertThat(Money.sum(EUR, totals.nets())).isEqualTo(totals.net());
        }
    }

    private static Expected expected(PriceMode mode, List<TaxedLine> lines, List<Adjustment> adjustments) {
        Map<String, BigDecimal> sums = new LinkedHashMap<>();
        Map<String, TaxRate> rates = new LinkedHashMap<>();
        BigDecimal sum = BigDecimal.ZERO;
        for (TaxedLine line : lines) {
            if (line.line().isText()) continue;
            BigDecimal amount = amount(line.line());
            sums.merge(line.rate().code(), amount, BigDecimal::add);
            rates.put(line.rate().code(), line.rate());
            sum = sum.add(amount);
        }
        BigDecimal change = BigDecimal.ZERO;
        if (!sums.isEmpty()) for (Adjustment a : adjustments) change = change.add(on(a, sum));
        share(change, sum, sums);
        BigDecimal net = BigDecimal.ZERO;
        BigDecimal tax = BigDecimal.ZERO;
        Map<String, BigDecimal> bases = new LinkedHashMap<>();
        for (Map.Entry<String, BigDecimal> rate : sums.entrySet()) {
            BigDecimal percent = rates.get(rate.getKey()).percent();
            BigDecimal of = rate.getValue();
            BigDecimal own = mode == PriceMode.PLUS_TAX
                    ? cents(of.multiply(percent).divide(HUNDRED))
                    : of.multiply(percent).divide(HUNDRED.add(percent), 2, RoundingMode.HALF_UP);
            BigDecimal base = mode == PriceMode.PLUS_TAX ? of : of.subtract(own);
            bases.put(rate.getKey(), base);
            net = net.add(base);
            tax = tax.add(own);
        }
        return new Expected(net, tax, net.add(tax), bases);
    }

    private static BigDecimal amount(Line line) {
        BigDecimal base = cents(line.price().amount().multiply(line.quantity()));
        BigDecimal amount = base;
        for (Adjustment a : line.adjustments()) amount = amount.add(on(a, base));
        return amount;
    }

    private static BigDecimal on(Adjustment a, BigDecimal base) {
        BigDecimal size = a.amount() != null
                ? a.amount().amount()
                : cents(base.multiply(a.percent()).divide(HUNDRED));
        return a.kind() == Adjustment.Kind.DISCOUNT ? size.negate() : size;
    }

    /** Each rate has its share cut to the cent; the largest has what is left over. */
    private static void share(BigDecimal change, BigDecimal sum, Map<String, BigDecimal> sums) {
        if (sums.isEmpty()) return;
        Map<String, BigDecimal> shares = new LinkedHashMap<>();
        BigDecimal left = change;
        String largest = null;
        for (Map.Entry<String, BigDecimal> rate : sums.entrySet()) {
            BigDecimal share = sum.signum() == 0
                    ? change.divide(BigDecimal.valueOf(sums.size()), 2, RoundingMode.DOWN)
                    : change.multiply(rate.getValue()).divide(sum, 2, RoundingMode.DOWN);
            shares.put(rate.getKey(), share);
            left = left.subtract(share);
            if (largest == null
                    || rate.getValue().abs().compareTo(sums.get(largest).abs()) > 0) largest = rate.getKey();
        }
        shares.merge(largest, left, BigDecimal::add);
        shares.forEach((code, share) -> sums.merge(code, share, BigDecimal::add));
    }

    private static BigDecimal cents(BigDecimal exact) {
        return exact.setScale(2, RoundingMode.HALF_UP);
    }

    private List<TaxedLine> lines() {
        var lines = new ArrayList<TaxedLine>();
        for (int i = 0; i < 1 + random.nextInt(8); i++) {
            if (random.nextInt(12) == 0) lines.add(new TaxedLine(Line.text("only words"), null));
            else lines.add(sold());
        }
        return lines;
    }

    private TaxedLine sold() {
        TaxRate rate = rate();
        String quantity = random.nextInt(4) == 0
                ? random.nextInt(100) + "." + random.nextInt(1, 1000)
                : (random.nextInt(9) == 0 ? "-" : "") + random.nextInt(1, 40);
        String price = random.nextInt(4) == 0
                ? "0." + (1000 + random.nextInt(9000))
                : random.nextInt(500) + "." + (10 + random.nextInt(90));
        List<Adjustment> less = random.nextInt(4) == 0 ? List.of(adjustment()) : List.of();
        Line line = new Line(
                null,
                "thing",
                new BigDecimal(quantity),
                "piece",
                UnitPrice.of("EUR", price),
                less,
                rate.code(),
                INCOME,
                List.of(),
                null);
        return new TaxedLine(line, rate);
    }

    private TaxRate rate() {
        return switch (random.nextInt(8)) {
            case 0 -> of(TaxCategory.ZERO, "0");
            case 1 -> of(TaxCategory.EXEMPT, "0");
            case 2 -> of(TaxCategory.REVERSE_CHARGE, "0");
            case 3 -> of(TaxCategory.OUTSIDE_SCOPE, "0");
            case 4 -> of(TaxCategory.STANDARD, "7");
            case 5 -> of(TaxCategory.STANDARD, "13.5");
            default -> of(TaxCategory.STANDARD, "23");
        };
    }

    private static TaxRate of(TaxCategory category, String percent) {
        return new TaxRate(
                category + percent, category, "VAT", new BigDecimal(percent), LocalDate.EPOCH, null, "test rate");
    }

    private Adjustment adjustment() {
        Adjustment.Kind kind = random.nextInt(3) == 0 ? Adjustment.Kind.SURCHARGE : Adjustment.Kind.DISCOUNT;
        return random.nextBoolean()
                ? new Adjustment(kind, "by percent", new BigDecimal(1 + random.nextInt(1000)).movePointLeft(1), null)
                : new Adjustment(kind, "by amount", null, Money.ofMinor("EUR", 1 + random.nextInt(5000)));
    }
}
