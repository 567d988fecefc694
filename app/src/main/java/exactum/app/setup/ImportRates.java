package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.core.money.ExchangeRate;
import exactum.core.problem.Refusal;
import exactum.formats.csv.ReferenceRatesCsv;
import java.io.InputStream;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes in reference rates against the euro; what a person typed for a day stays. */
@Component
class ImportRates {
    private static final Currency EURO = Currency.getInstance("EUR");
    private static final int DECIMALS = 8;
    private final RateStore store;
    private final Audit audit;

    ImportRates(RateStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /**
     * Takes the rates of the currencies that the business deals in, rounded half-up to eight decimals, and answers how many
     * were new.
     *
     * @throws Refusal if the file cannot be read, or has no rate of such a currency
     */
    @Transactional
    public int take(Business business, String fileName, InputStream file) {
        Map<LocalDate, Map<Currency, BigDecimal>> read;
        try {
            read = ReferenceRatesCsv.read(file);
        } catch (Refusal refused) {
            throw refused.of(fileName);
        }
        List<String> used = store.used(business.id());
        var rates = new ArrayList<ExchangeRate>();
        read.forEach((day, perEuro) -> {
            BigDecimal own = perEuro(perEuro, business.currency());
            if (own == null) return;
            for (String code : used) {
                BigDecimal other = perEuro(perEuro, Currency.getInstance(code));
                if (other == null) continue;
                rates.add(new ExchangeRate(
                        Currency.getInstance(code),
                        business.currency(),
                        own.divide(other, DECIMALS, RoundingMode.HALF_UP),
                        day,
                        "reference rates of the European Central Bank"));
            }
        });
        if (rates.isEmpty())
            throw new Refusal(
                    "rates.none",
                    "The file has no rate of a currency that customers, banks or processors here have%s. Nothing was stored."
                            .formatted(used.isEmpty() ? "" : ": " + String.join(", ", used)));
        int added = store.addMissing(business.id(), rates);
        audit.record(business.id(), "imported exchange rates", added + " new of " + rates.size());
        return added;
    }

    private static BigDecimal perEuro(Map<Currency, BigDecimal> rates, Currency currency) {
        return currency.equals(EURO) ? BigDecimal.ONE : rates.get(currency);
    }
}
