package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountRole;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is set up, what is missing, and what that stops. */
@Component
public class Checklist {
    private final FindSetup setup;
    private final FindBusinesses businesses;
    private final Numbers numbers;
    private final Tags tags;
    private final ForeignCurrencies currencies;
    private final ObjectProvider<RhythmOfAll> rhythms;
    private final BusinessClock clock;

    Checklist(
            FindSetup setup,
            FindBusinesses businesses,
            Numbers numbers,
            Tags tags,
            ForeignCurrencies currencies,
            ObjectProvider<RhythmOfAll> rhythms,
            BusinessClock clock) {
        this.setup = setup;
        this.businesses = businesses;
        this.numbers = numbers;
        this.tags = tags;
        this.currencies = currencies;
        this.rhythms = rhythms;
        this.clock = clock;
    }

    /**
     * How a section stands.
     *
     * @param there what is there, in words
     * @param missing what is missing; empty if nothing is
     * @param stops what that stops; “nothing” where one can go on
     * @param notes remarks, each a sentence
     */
    public record Point(SetupSection section, String there, String missing, String stops, List<String> notes) {
        static Point done(SetupSection section, String there, List<String> notes) {
            return new Point(section, there, "", "", notes);
        }

        static Point missing(SetupSection section, String there, String missing, String stops) {
            return new Point(section, there, missing, stops, List.of());
        }

        public boolean done() {
            return missing.isEmpty();
        }

        /** Whether work is stopped by what is missing. */
        public boolean stopsWork() {
            return !done() && !stops.startsWith("nothing");
        }
    }

    /** Every section in the order of the work. */
    @Transactional(readOnly = true)
    public List<Point> points(BusinessId business) {
        return List.of(
                identity(businesses.get(business)),
                tax(business),
                terms(business),
                Point.done(
                        SetupSection.NUMBERS,
                        "the next invoice is "
                                + numbers.all(business).getFirst().next(),
                        List.of()),
                accounts(business),
                tags(business),
                catalogue(business),
                brand(businesses.get(business).brand()),
                layouts(business),
                rhythms(business),
                bank(business),
                cards(business),
                rates(business));
    }

    private static Point identity(Business b) {
        String there = "%s, %s, books in %s"
                .formatted(b.identity().legalName(), b.identity().country(), b.currency());
        return b.identity().taxNumber().isEmpty()
                ? Point.missing(
                        SetupSection.IDENTITY,
                        there,
                        "a tax number",
                        "nothing, but invoices with tax have to carry one in most countries")
                : Point.done(SetupSection.IDENTITY, there, List.of());
    }

    private Point tax(BusinessId business) {
        LocalDate today = clock.today(business);
        List<TaxRate> all = setup.taxRates(business).rates();
        List<TaxRate> now = all.stream().filter(r -> r.isValidOn(today)).toList();
        if (now.isEmpty()) return Point.missing(SetupSection.TAX, "no rate for today", "a tax rate", "every document");
        Set<String> running = now.stream().map(TaxRate::code).collect(Collectors.toSet());
        List<String> ended = all.stream()
                .map(TaxRate::code)
                .distinct()
                .filter(code -> !running.contains(code))
                .map(code -> "“%s” has no rate for today.".formatted(code))
                .toList();
        return Point.done(
                SetupSection.TAX,
                now.stream().map(r -> r.code() + " " + r.percentText()).collect(Collectors.joining(", ")),
                ended);
    }

    private Point terms(BusinessId business) {
        List<KeptTerms> all = setup.terms(business);
        return all.isEmpty()
                ? Point.missing(SetupSection.TERMS, "none", "terms", "invoices and recurring invoices")
                : Point.done(
                        SetupSection.TERMS,
                        all.stream().map(KeptTerms::name).collect(Collectors.joining(", ")) + "; new arrangements get "
                                + all.getFirst().name(),
                        List.of());
    }

    private Point accounts(BusinessId business) {
        List<Account> all = setup.accounts(business);
        Set<AccountRole> played = all.stream().map(Account::role).collect(Collectors.toSet());
        List<String> unplayed = Arrays.stream(AccountRole.values())
                .filter(r -> !played.contains(r))
                .map(AccountRole::words)
                .toList();
        String there = Texts.count(all.size(), "account", "accounts");
        if (!unplayed.isEmpty())
            return Point.missing(
                    SetupSection.ACCOUNTS,
                    there,
                    "accounts for " + String.join(", ", unplayed),
                    "whatever books to them");
        boolean sells = all.stream().anyMatch(a -> a.kind().equals("income") && a.role() == null);
        return sells
                ? Point.done(SetupSection.ACCOUNTS, there, List.of())
                : Point.missing(SetupSection.ACCOUNTS, there, "an income account", "every document");
    }

    private Point tags(BusinessId business) {
        List<String> usable = tags.usable(business);
        return Point.done(
                SetupSection.TAGS, usable.isEmpty() ? "none; they are optional" : String.join(", ", usable), List.of());
    }

    private Point catalogue(BusinessId business) {
        int items = setup.itemCount(business);
        return items == 0
                ? Point.missing(
                        SetupSection.CATALOGUE, "no item", "a catalogue item", "nothing; lines can be typed freely")
                : Point.done(SetupSection.CATALOGUE, Texts.count(items, "item", "items"), List.of());
    }

    private static Point brand(Business.Brand brand) {
        return Point.done(
                SetupSection.BRAND,
                "%s, %s, %s"
                        .formatted(
                                brand.colour(),
                                brand.typeface().equals("book") ? "serif" : "sans serif",
                                brand.logo() == null ? "no logo" : "with a logo"),
                List.of());
    }

    private Point layouts(BusinessId business) {
        return Point.done(
                SetupSection.LAYOUTS,
                setup.layouts(business).stream()
                        .map(l -> l.name() + ": " + l.channels())
                        .collect(Collectors.joining("; ")),
                List.of());
    }

    private Point rhythms(BusinessId business) {
        return rhythms.getObject()
                .words(business)
                .map(words -> Point.done(SetupSection.RHYTHMS, words, List.of()))
                .orElseGet(() -> Point.missing(
                        SetupSection.RHYTHMS,
                        "none for everybody",
                        "a rhythm for everybody",
                        "nothing; but nobody is reminded who has none of their own"));
    }

    private Point bank(BusinessId business) {
        List<BankAccount> all = setup.bankAccounts(business);
        return all.isEmpty()
                ? Point.missing(SetupSection.BANK, "none", "a bank account", "statements and tying out")
                : Point.done(
                        SetupSection.BANK,
                        all.stream()
                                .map(b -> b.name() + ", ending " + b.ending())
                                .collect(Collectors.joining("; ")),
                        shared(all, BankAccount::account, BankAccount::name));
    }

    private Point cards(BusinessId business) {
        List<ProcessorAccount> all = setup.processors(business);
        if (all.isEmpty()) return Point.missing(SetupSection.CARDS, "none", "a card processor", "payment by card");
        var notes = new ArrayList<>(shared(all, p -> p.accounts().clearing(), ProcessorAccount::name));
        all.stream()
                .filter(p -> p.isTest() && p.isOn() && !clock.isTest())
                .forEach(p -> notes.add("%s is in test mode: no payer is led to it here.".formatted(p.name())));
        all.stream()
                .filter(p -> !p.isTest() && p.isOn() && clock.isTest())
                .forEach(p -> notes.add("%s is live, and this installation is for tests: no payer is led to it here."
                        .formatted(p.name())));
        return Point.done(
                SetupSection.CARDS,
                all.stream()
                        .map(p -> p.name() + " in " + p.currency() + (p.isTest() ? ", test" : ", live"))
                        .collect(Collectors.joining("; ")),
                notes);
    }

    /** Two that share an account of the chart can only be tied out together. */
    private static <T> List<String> shared(List<T> all, Function<T, ?> account, Function<T, String> name) {
        Map<?, List<T>> byAccount = all.stream().collect(Collectors.groupingBy(account));
        return byAccount.entrySet().stream()
                .filter(e -> e.getValue().size() > 1)
                .map(e -> "%s share account %s of the chart, so that they can only be tied out together."
                        .formatted(e.getValue().stream().map(name).collect(Collectors.joining(" and ")), e.getKey()))
                .toList();
    }

    private Point rates(BusinessId business) {
        Collection<String> without = currencies.withoutRate(business, clock.today(business));
        Collection<String> used = currencies.used(business);
        if (!without.isEmpty())
            return Point.missing(
                    SetupSection.RATES,
                    "none for " + String.join(", ", without),
                    "a rate of " + String.join(", ", without),
                    "documents and payments in it");
        return Point.done(
                SetupSection.RATES,
                used.isEmpty() ? "none needed: everybody is billed in our currency" : String.join(", ", used),
                List.of());
    }

    /** What stops work, and nothing else. */
    @Transactional(readOnly = true)
    public List<Point> stopping(BusinessId business) {
        return Stream.of(
                        tax(business),
                        terms(business),
                        accounts(business),
                        bank(business),
                        cards(business),
                        rates(business))
                .filter(Point::stopsWork)
                .toList();
    }

    /** How one section stands. */
    @Transactional(readOnly = true)
    public Point point(BusinessId business, SetupSection section) {
        return points(business).get(section.ordinal());
    }

    /** The first section in which work is stopped, else the first in which anything is missing. */
    public static Optional<Point> nextStep(List<Point> points) {
        return points.stream()
                .filter(Point::stopsWork)
                .findFirst()
                .or(() -> points.stream().filter(p -> !p.done()).findFirst());
    }
}
