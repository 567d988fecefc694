package exactum.app.bank;

import exactum.app.business.FindBusinesses;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.matching.Rates;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What amounts come to in other currencies by the rates on file, through the currency of the business. */
@Component
class DayRates {
    /** A rate that is older than so many days says nothing of today. */
    private static final int OLDEST = 31;

    private final FindSetup setup;
    private final FindBusinesses businesses;

    DayRates(FindSetup setup, FindBusinesses businesses) {
        this.setup = setup;
        this.businesses = businesses;
    }

    /** The rates that the lines and open items may ask for; read once, so that any thread may ask. */
    Rates of(BusinessId business, List<BankLine> lines, Collection<FindClaims.Open> owed) {
        Currency own = businesses.get(business).currency();
        List<LocalDate> days =
                lines.stream().map(l -> l.said().bookedOn()).sorted().toList();
        var currencies = Stream.concat(
                        lines.stream().map(l -> l.left().currency()),
                        owed.stream().map(o -> o.left().currency()))
                .collect(Collectors.toSet());
        if (days.isEmpty() || currencies.size() < 2) return Rates.NONE;
        currencies.remove(own);
        Map<Currency, NavigableMap<LocalDate, ExchangeRate>> known = new HashMap<>();
        currencies.forEach(
                c -> known.put(c, setup.rates(business, c, days.getFirst().minusDays(OLDEST), days.getLast())));
        return (amount, other, day) -> perUnit(known, amount.currency(), own, day)
                .flatMap(from -> perUnit(known, other, own, day)
                        .map(to -> Money.rounded(
                                other,
                                amount.amount().multiply(from).divide(to, MathContext.DECIMAL64),
                                Rounding.HALF_UP_PER_EXCHANGE)));
    }

    private static Optional<BigDecimal> perUnit(
            Map<Currency, NavigableMap<LocalDate, ExchangeRate>> known,
            Currency currency,
            Currency own,
            LocalDate day) {
        if (currency.equals(own)) return Optional.of(BigDecimal.ONE);
        return Optional.ofNullable(known.get(currency))
                .map(byDay -> byDay.floorEntry(day))
                .map(e -> e.getValue().perUnit());
    }
}
