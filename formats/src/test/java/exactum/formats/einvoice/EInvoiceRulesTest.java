package exactum.formats.einvoice;

import static exactum.formats.einvoice.Papers.rate;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Our rules and the official ones (EN 16931, CEN/TC 434) agree about e-invoices with and without faults: none that ours let pass is
 * refused, none that ours refuse would pass.
 */
class EInvoiceRulesTest {
    private static final List<TaxRate> RATES = List.of(
            rate(TaxCategory.STANDARD, "23"),
            rate(TaxCategory.STANDARD, "13.5"),
            rate(TaxCategory.STANDARD, "5.5"),
            rate(TaxCategory.STANDARD, "0"),
            rate(TaxCategory.ZERO, "0"),
            rate(TaxCategory.EXEMPT, "0"),
            rate(TaxCategory.REVERSE_CHARGE, "0"),
            rate(TaxCategory.REVERSE_CHARGE, "20"),
            rate(TaxCategory.OUTSIDE_SCOPE, "0"));
    private static final List<String> TAX_NUMBERS =
            List.of("IE9700053D", "DE811569869", "EL123456789", "XI123456789", "9700053", "", "ie97");
    private static final List<String> COUNTRIES = List.of("IE", "DE", "GB", "CH", "IE", "DE", "", "ZZ", "UK");
    private static final int TOGETHER = 240;

    @Test
    void what_ours_say_of_e_invoices_with_faults_the_official_rules_say_as_well() {
        long seed = new Random().nextLong();
        var random = new Random(seed);
        int passed = 0;
        int refused = 0;
        for (int i = 0; i < TOGETHER; i++) {
            EInvoice invoice = made(random);
            List<EInvoiceRules.Problem> ours = EInvoiceRules.of(invoice);
            List<String> ubl = OfficialRules.ofUbl(invoice);
            List<String> cii = OfficialRules.ofCii(invoice);
            String about = "seed %d, no %d, ours %s, theirs %s and %s: %s".formatted(seed, i, ours, ubl, cii, invoice);
            assertThat(ubl.isEmpty()).as(about).isEqualTo(ours.isEmpty());
            assertThat(cii.isEmpty()).as(about).isEqualTo(ours.isEmpty());
            if (ours.isEmpty()) passed++;
            else refused++;
        }
        assertThat(passed).isGreaterThan(TOGETHER / 8);
        assertThat(refused).isGreaterThan(TOGETHER / 8);
    }

    private static EInvoice made(Random random) {
        boolean faulty = random.nextInt(3) > 0;
        List<TaxRate> rates = rates(random, faulty);
        var lines = new ArrayList<EInvoice.Line>();
        for (int i = 0, n = 1 + random.nextInt(6); i < n; i++) lines.add(line(random, rates, faulty));
        if (faulty && random.nextInt(20) == 0) lines.clear();
        return new EInvoice(
                "LW-" + random.nextInt(10_000),
                LocalDate.of(2026, 6, 1),
                LocalDate.of(2026, 6, 15),
                random.nextBoolean() ? period() : null,
                random.nextBoolean() ? "" : "PO-1",
                random.nextBoolean() ? List.of() : List.of("A note & more", "ß < ä"),
                payment(random),
                party(random, faulty),
                party(random, faulty),
                lines,
                EInvoice.Tax.joined(lines.stream()
                        .map(l -> new EInvoice.Tax(l.rate(), l.net(), tax(l), reason(l.rate(), random, faulty)))
                        .toList()),
                Papers.euro(random.nextInt(3) == 0 ? "10.00" : "0.00"),
                random.nextInt(4) > 0 ? null : random.nextBoolean() ? "" : "LW-1");
    }

    private static List<TaxRate> rates(Random random, boolean faulty) {
        if (faulty) return RATES;
        return switch (random.nextInt(4)) {
            case 0 -> List.of(RATES.get(8));
            case 1 -> List.of(RATES.get(6));
            default -> List.of(RATES.get(0), RATES.get(1), RATES.get(2), RATES.get(4), RATES.get(5));
        };
    }

    private static EInvoice.Line line(Random random, List<TaxRate> rates, boolean faulty) {
        long cents = random.nextInt(200_000) - (random.nextInt(5) == 0 ? 100_000 : 0);
        return new EInvoice.Line(
                faulty && random.nextInt(30) == 0 ? "" : "Berth & power",
                random.nextBoolean() ? "" : "10 of 30 days",
                new BigDecimal(random.nextInt(7) - 2).add(new BigDecimal(random.nextInt(4)).movePointLeft(1)),
                List.of("month", "kWh", "lift", "h").get(random.nextInt(4)),
                Money.ofMinor("EUR", cents),
                rates.get(random.nextInt(rates.size())),
                random.nextInt(3) == 0 ? period() : null);
    }

    private static Money tax(EInvoice.Line line) {
        return Money.of(
                "EUR",
                line.net()
                        .amount()
                        .multiply(line.rate().percent())
                        .divide(BigDecimal.valueOf(100), 2, RoundingMode.HALF_UP)
                        .toPlainString());
    }

    private static String reason(TaxRate rate, Random random, boolean faulty) {
        boolean silent = rate.category() == TaxCategory.STANDARD || rate.category() == TaxCategory.ZERO;
        return silent != (faulty && random.nextInt(20) == 0) ? "" : "By an article";
    }

    private static ServicePeriod period() {
        return new ServicePeriod(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 7, 1));
    }

    private static EInvoice.Payment payment(Random random) {
        String terms = random.nextInt(5) == 0 ? "" : "Within 14 days.";
        return switch (random.nextInt(4)) {
            case 0 -> new EInvoice.Payment(terms, "DE89370400440532013000", true, "LW-1", null);
            case 1 -> new EInvoice.Payment(terms, "12345678", false, "", null);
            case 2 -> new EInvoice.Payment(terms, null, false, "LW-1", new EInvoice.Debit("M-1", "DE98ZZZ09999999999"));
            default -> new EInvoice.Payment(terms, null, false, "", null);
        };
    }

    private static EInvoice.Party party(Random random, boolean faulty) {
        int good = faulty && random.nextInt(3) == 0 ? 9 : 4;
        return new EInvoice.Party(
                faulty && random.nextInt(30) == 0 ? "" : "Köhler & Sons",
                List.of(List.<String>of(), List.of("Quay"), List.of("Quay", "Reedharbour"), List.of("A", "B", "C", "D"))
                        .get(random.nextInt(4)),
                COUNTRIES.get(random.nextInt(good)),
                TAX_NUMBERS.get(random.nextInt(faulty && random.nextInt(3) == 0 ? 7 : 4)));
    }
}
