package exactum.core.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Categories by UNTDID 5305 as EN 16931-1 (BT-151) allows them; reverse charge by Directive 2006/112/EC, article 196. */
class TaxTreatmentTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static TaxRate usual(String code, TaxCategory category, String percent) {
        return new TaxRate(code, category, "VAT", new BigDecimal(percent), LocalDate.of(2012, 1, 1), null, "law");
    }

    private static final TaxRates RATES = new TaxRates(List.of(
            usual("standard", TaxCategory.STANDARD, "23"),
            usual("reduced", TaxCategory.STANDARD, "13.5"),
            usual("zero", TaxCategory.ZERO, "0"),
            usual("exempt", TaxCategory.EXEMPT, "0"),
            usual("none", TaxCategory.OUTSIDE_SCOPE, "0")));

    @ParameterizedTest
    @CsvSource({
        // treatment, usual rate, category, percent
        "DOMESTIC,       standard, S,  23",
        "DOMESTIC,       exempt,   E,  0",
        "REVERSE_CHARGE, standard, AE, 0",
        "REVERSE_CHARGE, reduced,  AE, 0",
        "REVERSE_CHARGE, zero,     AE, 0",
        "REVERSE_CHARGE, exempt,   E,  0",
        "REVERSE_CHARGE, none,     O,  0",
        "EXEMPT,         standard, E,  0",
        "OUTSIDE_SCOPE,  reduced,  O,  0",
    })
    void what_would_be_taxed_follows_the_treatment_and_nothing_else(
            TaxTreatment treatment, String code, String category, BigDecimal percent) {
        TaxRate rate = RATES.under(treatment, "a reason").on(code, DAY);
        assertThat(rate.category().code()).isEqualTo(category);
        assertThat(rate.percent()).isEqualByComparingTo(percent);
    }

    @Test
    void lines_of_several_rates_share_the_rate_of_their_treatment_and_its_reason() {
        TaxRates treated = RATES.under(TaxTreatment.REVERSE_CHARGE, "");
        assertThat(treated.on("standard", DAY)).isEqualTo(treated.on("reduced", DAY));
        assertThat(treated.on("standard", DAY).source()).contains("2006/112/EC, article 196");
        assertThat(RATES.under(TaxTreatment.EXEMPT, "Sports lessons")
                        .on("zero", DAY)
                        .source())
                .isEqualTo("Sports lessons");
    }

    @Test
    void only_what_is_exempt_needs_a_reason_of_its_own() {
        for (TaxTreatment t : TaxTreatment.values()) {
            assertThat(t.needsReason()).isEqualTo(t == TaxTreatment.EXEMPT);
            assertThat(TaxTreatment.of(t.words())).isEqualTo(t);
        }
        assertThat(TaxTreatment.of(null)).isNull();
    }
}
