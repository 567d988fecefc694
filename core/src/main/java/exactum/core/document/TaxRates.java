package exactum.core.document;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;

/** The dated rates of one business. A reprint of last year computes as last year. */
public record TaxRates(List<TaxRate> rates) {
    public TaxRates {
        rates = List.copyOf(rates);
    }

    /**
     * The rate of the code that is valid on the day.
     *
     * @throws Refusal if there is none
     */
    public TaxRate on(String code, LocalDate day) {
        return rates.stream()
                .filter(r -> r.code().equals(code) && r.isValidOn(day))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "setup.tax.no-rate",
                        "There is no tax rate “%s” on %s. Nothing was made. Add the rate with its dates in Set-up."
                                .formatted(code, day)));
    }
}
