package exactum.app.setup;

import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.Comparator;
import org.springframework.stereotype.Component;

/** The tax rate of what is no supply, such as costs that are passed on and interest: that outside the scope of tax where there is one, else the lowest. */
@Component
public class Untaxed {
    private final FindSetup setup;

    Untaxed(FindSetup setup) {
        this.setup = setup;
    }

    /** The rate that is valid on a day; a {@link java.util.NoSuchElementException} where there is none at all. */
    public TaxRate on(BusinessId business, LocalDate day) {
        return setup.taxRates(business).rates().stream()
                .filter(r -> r.isValidOn(day))
                .min(Comparator.comparing((TaxRate r) -> r.category() != TaxCategory.of("O"))
                        .thenComparing(TaxRate::percent))
                .orElseThrow();
    }
}
