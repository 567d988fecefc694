package exactum.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Part credits; common practice, no source, figures of our own. */
class CreditingTest {
    private static final Currency EUR = Currency.getInstance("EUR");

    /** An issued document that keeps what was taken back of it. */
    private static final class Issued {
        private final PriceMode mode;
        private final List<TaxedLine> lines;
        private final List<Adjustment> adjustments;
        private final Totals totals;
        private final Map<Integer, BigDecimal> quantities = new HashMap<>();
        private final Map<Integer, Money> amounts = new HashMap<>();
        private final Map<TaxRate, Money> bases = new HashMap<>();
        private final Map<TaxRate, Money> taxes = new HashMap<>();

        Issued(PriceMode mode, List<TaxedLine> lines, List<Adjustment> adjustments) {
            this.mode = mode;
            this.lines = lines;
            this.adjustments = adjustments;
            totals = Totals.of(EUR, mode, lines, adjustments);
        }

        Creditable seen() {
            var parts = new ArrayList<Creditable.Part>();
            for (int i = 0; i < lines.size(); i++)
                parts.add(new Creditable.Part(
                        i + 1,
                        lines.get(i).line(),
                        lines.get(i).rate(),
                        totals.amounts().get(i),
                        quantities.getOrDefault(i + 1, BigDecimal.ZERO),
                        amounts.getOrDefault(i + 1, Money.zero(EUR))));
            var changes = new ArrayList<Creditable.Change>();
            for (int i = 0; i < adjustments.size(); i++)
                changes.add(new Creditable.Change(
                        adjustments.get(i), totals.adjustments().get(i)));
            return new Creditable(
                    "LW-1",
                    EUR,
                    mode,
                    changes,
                    parts,
                    totals.taxGroups().stream()
                            .map(g -> new Creditable.Group(
                                    g.rate(),
                                    g.base(),
                                    g.tax(),
                                    bases.getOrDefault(g.rate(), Money.zero(EUR)),
                                    taxes.getOrDefault(g.rate(), Money.zero(EUR))))
                            .toList());
        }

        Totals take(Crediting.Credit credit) {
            for (int i = 0; i < credit.lines().size(); i++) {
                Line line = credit.lines().get(i).line();
                if (line.credits() == null) continue;
                quantities.merge(line.credits(), line.quantity(), BigDecimal::add);
                amounts.merge(line.credits(), credit.totals().amounts().get(i), Money::plus);
            }
            credit.totals().taxGroups().forEach(g -> {
                bases.merge(g.rate(), g.base(), Money::plus);
                taxes.merge(g.rate(), g.tax(), Money::plus);
            });
            return credit.totals();
        }

        Totals take(Map<Integer, BigDecimal> wanted) {
            return take(Crediting.byLines(seen(), wanted));
        }
    }

    private static TaxedLine line(String quantity, String price, String percent, Adjustment... less) {
        Line line = new Line(
                null,
                "berth",
                new BigDecimal(quantity),
                "night",
                UnitPrice.of("EUR", price),
                List.of(less),
                "r" + percent,
                new AccountCode("4000"),
                List.of("site: north"),
                null);
        return new TaxedLine(line, rate(percent));
    }

    private static TaxRate rate(String percent) {
        return TaxRate.standard("r" + percent, "VAT", new BigDecimal(percent), LocalDate.EPOCH, null, "test rate");
    }

    private static Map<Integer, BigDecimal> of(int place, String quantity) {
        return Map.of(place, new BigDecimal(quantity));
    }

    @Test
    void the_last_part_credit_takes_the_rest_of_the_tax() {
        var invoice = new Issued(PriceMode.PLUS_TAX, List.of(line("7", "46.30", "23")), List.of());
        assertThat(invoice.totals.tax().text()).isEqualTo("74.54");
        Totals four = invoice.take(of(1, "4"));
        assertThat(four.net().text()).isEqualTo("185.20");
        assertThat(four.tax().text()).isEqualTo("42.60");
        Totals three = invoice.take(of(1, "3"));
        assertThat(three.net().text()).isEqualTo("138.90");
        assertThat(three.tax().text()).isEqualTo("31.94");
        assertThat(invoice.seen().left().isZero()).isTrue();
    }

    @Test
    void lines_are_mirrored_with_their_account_tags_and_rate() {
        var early = new Adjustment(Adjustment.Kind.DISCOUNT, "Early bird", new BigDecimal("5"), null);
        var invoice = new Issued(
                PriceMode.PLUS_TAX, List.of(line("2", "10.00", "0"), line("4", "30.00", "23", early)), List.of());
        Crediting.Credit credit = Crediting.byLines(invoice.seen(), of(2, "1"));
        Line mirrored = credit.lines().getFirst().line();
        assertThat(mirrored.credits()).isEqualTo(2);
        assertThat(mirrored.tags()).containsExactly("site: north");
        assertThat(mirrored.adjustments()).containsExactly(early);
        assertThat(credit.lines().getFirst().rate()).isEqualTo(rate("23"));
        assertThat(credit.totals().net().text()).isEqualTo("28.50");
        assertThat(credit.totals().tax().text()).isEqualTo("6.56");
    }

    @Test
    void a_discount_of_the_document_follows_its_lines() {
        var spring = new Adjustment(Adjustment.Kind.DISCOUNT, "Spring", new BigDecimal("10"), null);
        var invoice = new Issued(
                PriceMode.TAX_INCLUDED, List.of(line("1", "100.00", "23"), line("3", "33.34", "23")), List.of(spring));
        Crediting.Credit credit = Crediting.byLines(invoice.seen(), of(2, "1"));
        assertThat(credit.adjustments().getFirst().name()).isEqualTo("Spring");
        assertThat(credit.totals().gross().text()).isEqualTo("30.01");
        assertThat(credit.totals().tax().text()).isEqualTo("5.61");
    }

    @Test
    void an_amount_is_shared_over_the_rates() {
        var invoice =
                new Issued(PriceMode.PLUS_TAX, List.of(line("1", "100.00", "19"), line("1", "100.00", "7")), List.of());
        Crediting.Credit half = Crediting.byAmount(invoice.seen(), Money.of("EUR", "113.00"), "Goodwill");
        assertThat(half.totals().net().text()).isEqualTo("100.00");
        assertThat(half.totals().tax().text()).isEqualTo("13.00");
        invoice.take(half);
        assertThat(invoice.take(Crediting.whole(invoice.seen())).gross().text()).isEqualTo("113.00");
        assertThat(invoice.seen().left().isZero()).isTrue();
    }

    @Test
    void more_than_is_left_is_refused() {
        var invoice = new Issued(PriceMode.PLUS_TAX, List.of(line("7", "46.30", "23")), List.of());
        invoice.take(of(1, "4"));
        assertThatThrownBy(() -> invoice.take(of(1, "3.5")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("3 night is left, not 3.5");
        assertThatThrownBy(() -> invoice.take(of(1, "-1"))).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> Crediting.byAmount(invoice.seen(), Money.of("EUR", "170.85"), "x"))
                .hasMessageContaining("Only 170.84 is left");
        invoice.take(Crediting.byAmount(invoice.seen(), Money.of("EUR", "100.00"), "x"));
        assertThatThrownBy(() -> invoice.take(of(1, "3"))).hasMessageContaining("Only 70.84 is left");
    }

    /** However it is taken back, part by part, nothing is left over and nothing is taken twice. */
    @Test
    void part_credits_of_random_documents_add_up_to_them() {
        var random = new SplittableRandom(9);
        for (int n = 0; n < 4_000; n++) {
            var invoice = randomDocument(random);
            Money taken = Money.zero(EUR);
            Money tax = Money.zero(EUR);
            for (int step = 0; step < 6 && !invoice.seen().left().isZero(); step++) {
                Map<Integer, BigDecimal> some = someOf(invoice.seen(), random, step == 5);
                if (some.isEmpty()) continue;
                Totals credit = invoice.take(some);
                taken = taken.plus(credit.gross());
                tax = tax.plus(credit.tax());
                assertThat(credit.tax().isNegative()).isFalse();
            }
            assertThat(taken).isEqualTo(invoice.totals.gross());
            assertThat(tax).isEqualTo(invoice.totals.tax());
        }
    }

    private static Map<Integer, BigDecimal> someOf(Creditable of, SplittableRandom random, boolean all) {
        Map<Integer, BigDecimal> some = new LinkedHashMap<>();
        for (Creditable.Part part : of.lines()) {
            if (part.left().signum() == 0 || !all && random.nextInt(3) == 0) continue;
            BigDecimal part1 = all ? part.left() : part.left().min(new BigDecimal(1 + random.nextInt(3)));
            some.put(part.place(), part1);
        }
        return some;
    }

    private static Issued randomDocument(SplittableRandom random) {
        String[] percents = {"23", "13.5", "7", "0"};
        var lines = new ArrayList<TaxedLine>();
        for (int i = 0; i < 1 + random.nextInt(6); i++)
            lines.add(line(
                    Integer.toString(1 + random.nextInt(9)),
                    (5 + random.nextInt(90)) + "." + (10 + random.nextInt(90)),
                    percents[random.nextInt(4)]));
        List<Adjustment> adjustments = random.nextBoolean()
                ? List.of()
                : List.of(new Adjustment(
                        Adjustment.Kind.DISCOUNT, "Spring", new BigDecimal(1 + random.nextInt(20)), null));
        return new Issued(random.nextBoolean() ? PriceMode.PLUS_TAX : PriceMode.TAX_INCLUDED, lines, adjustments);
    }
}
