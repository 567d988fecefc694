package exactum.core.document;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;

/**
 * The dated rates of one business. A reprint of last year computes as last year.
 *
 * @param treatment how what is sold is taxed
 * @param reason why, if the treatment's own reason is not the one
 */
public record TaxRates(List<TaxRate> rates, TaxTreatment treatment, String reason) {
    public TaxRates {
        rates = List.copyOf(rates);
    }

    /** Rates as they are for anybody. */
    public TaxRates(List<TaxRate> rates) {
        this(rates, TaxTreatment.DOMESTIC, "");
    }

    /** The same rates for somebody who is treated otherwise. */
    public TaxRates under(TaxTreatment other, String why) {
        return new TaxRates(rates, other, why);
    }

    /**
     * The rate that the code stands for on the day, under the treatment; the name of a treatment stands for itself, as on lines that
     * were issued under it.
     *
     * @throws Refusal if there is none
     */
    public TaxRate on(String code, LocalDate day) {
        return TaxTreatment.rateOf(code, reason).orElseGet(() -> treatment.instead(usual(code, day), reason));
    }

    private TaxRate usual(String code, LocalDate day) {
        return rates.stream()
                .filter(r -> r.code().equals(code) && r.isValidOn(day))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "setup.tax.no-rate",
                        "There is no tax rate “%s” on %s. Nothing was made. Add the rate with its dates in Set-up."
                                .formatted(code, day)));
    }
}
