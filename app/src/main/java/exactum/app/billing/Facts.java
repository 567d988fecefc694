package exactum.app.billing;

import exactum.app.documents.Party;
import exactum.app.documents.Prepared;
import exactum.app.web.Texts;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxedLine;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What an item was planned with. It is issued only while all of that is still so.
 *
 * @param due when the first part is due
 * @param parts what falls due when, or null where all of it is one part
 * @param rates the tax rates of its lines
 * @param buyer who it is made out to, with address and tax number
 * @param sentTo how and where it goes, or null where there is no address
 */
record Facts(Money gross, LocalDate due, String parts, String rates, String buyer, String sentTo) {

    static Facts of(Prepared p) {
        return new Facts(
                p.totals().gross(),
                p.claims().getFirst().due(),
                parts(p),
                p.lines().stream()
                        .map(TaxedLine::rate)
                        .filter(Objects::nonNull)
                        .map(TaxRate::label)
                        .distinct()
                        .collect(Collectors.joining("; ")),
                buyer(p.buyer()),
                p.goes());
    }

    private static String parts(Prepared p) {
        if (p.claims().size() == 1) return null;
        return p.claims().stream()
                .map(c -> c.amount().amount().text() + " on " + Texts.day(c.due()))
                .collect(Collectors.joining(", "));
    }

    private static String buyer(Party b) {
        return String.join("\n", b.name(), b.address(), b.country(), b.taxNumber() == null ? "" : b.taxNumber());
    }

    /** What is different now, in words; nothing if all of it is still so. */
    Optional<String> difference(Facts now) {
        if (!rates.equals(now.rates)) return Optional.of("its tax is %s now, not %s".formatted(now.rates, rates));
        if (!gross.equals(now.gross))
            return Optional.of("it comes to %s now, not %s".formatted(now.gross.text(), gross.text()));
        if (!due.equals(now.due))
            return Optional.of("it would be due on %s now, not %s".formatted(Texts.day(now.due), Texts.day(due)));
        if (!Objects.equals(parts, now.parts)) return Optional.of("its parts are other ones now: " + now.parts);
        if (!buyer.equals(now.buyer)) return Optional.of("the customer’s name, address or tax number was changed");
        if (!Objects.equals(sentTo, now.sentTo))
            return Optional.of("it would go %s now".formatted(now.sentTo == null ? "nowhere" : "as " + now.sentTo));
        return Optional.empty();
    }
}
