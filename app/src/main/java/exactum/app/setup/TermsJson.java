package exactum.app.setup;

import exactum.core.cadence.Cadence;
import exactum.core.money.Money;
import exactum.core.terms.Anchor;
import exactum.core.terms.Counting;
import exactum.core.terms.DueRule;
import exactum.core.terms.EarlyRule;
import exactum.core.terms.Remainder;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import exactum.core.terms.Then;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Terms as a JSON column. */
@Component
public class TermsJson {
    private final JsonMapper json;

    TermsJson(JsonMapper json) {
        this.json = json;
    }

    private record Stored(String remainder, String counting, List<Part> parts) {}

    private record Part(
            BigDecimal percent,
            Sum amount,
            String anchor,
            LocalDate on,
            int months,
            int days,
            String then,
            Integer thenDay,
            Times times,
            String says,
            String method,
            Early early) {}

    private record Sum(String currency, long minor) {
        static Sum of(Money money) {
            return new Sum(money.currency().getCurrencyCode(), money.minor());
        }

        Money money() {
            return Money.ofMinor(currency, minor);
        }
    }

    private record Times(int count, String unit, int every, boolean firstOnTheDay) {}

    private record Early(BigDecimal percent, Sum amount, String from, int days) {}

    /** The column; null for none. */
    public JSONB of(Terms terms) {
        if (terms == null) return null;
        return JSONB.valueOf(json.writeValueAsString(new Stored(
                terms.remainder().word(),
                terms.counting().words(),
                terms.parts().stream().map(TermsJson::part).toList())));
    }

    /** What a column holds; null for null. */
    public Terms read(JSONB column) {
        if (column == null) return null;
        Stored stored = json.readValue(column.data(), Stored.class);
        return new Terms(
                stored.parts().stream().map(TermsJson::part).toList(),
                Remainder.of(stored.remainder()),
                Counting.of(stored.counting()));
    }

    private static Part part(TermsPart p) {
        DueRule due = p.due();
        return new Part(
                p.share() instanceof Share.Percent percent ? percent.percent() : null,
                p.share() instanceof Share.Amount amount ? Sum.of(amount.amount()) : null,
                due.anchor().word(),
                due.fixed(),
                due.months(),
                due.days(),
                switch (due.then()) {
                    case Then.AsIs asIs -> null;
                    case Then.MonthEnd end -> "month end";
                    case Then.OnDay day -> "day";
                    case Then.NextBankingDay next -> "banking day";
                },
                due.then() instanceof Then.OnDay day ? day.day() : null,
                p.repeat() == null
                        ? null
                        : new Times(
                                p.repeat().count(),
                                p.repeat().unit().name(),
                                p.repeat().every(),
                                p.repeat().firstOnTheDay()),
                p.description(),
                p.method(),
                p.early() == null
                        ? null
                        : new Early(
                                p.early().percent(),
                                p.early().amount() == null
                                        ? null
                                        : Sum.of(p.early().amount()),
                                p.early().from().word(),
                                p.early().days()));
    }

    private static TermsPart part(Part p) {
        Share share = p.percent() != null
                ? new Share.Percent(p.percent())
                : p.amount() != null ? new Share.Amount(p.amount().money()) : Share.REST;
        return new TermsPart(
                share,
                new DueRule(Anchor.of(p.anchor()), p.on(), p.months(), p.days(), then(p)),
                p.times() == null
                        ? null
                        : new Repeat(
                                p.times().count(),
                                Cadence.Unit.valueOf(p.times().unit()),
                                p.times().every(),
                                p.times().firstOnTheDay()),
                p.says(),
                p.method(),
                p.early() == null
                        ? null
                        : new EarlyRule(
                                p.early().percent(),
                                p.early().amount() == null
                                        ? null
                                        : p.early().amount().money(),
                                Anchor.of(p.early().from()),
                                p.early().days()));
    }

    private static Then then(Part p) {
        return switch (p.then()) {
            case null -> Then.AS_IS;
            case "month end" -> Then.MONTH_END_DAY;
            case "day" -> new Then.OnDay(p.thenDay());
            default -> Then.BANKING_DAY;
        };
    }
}
