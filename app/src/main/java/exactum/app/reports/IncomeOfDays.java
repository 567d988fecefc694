package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindBooks;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Income as sums of days tell it: of accounts, items, tags and months, not of customers and documents. */
@Component
class IncomeOfDays {
    private static final Set<IncomeStore.By> TOLD =
            EnumSet.of(IncomeStore.By.ITEM, IncomeStore.By.ACCOUNT, IncomeStore.By.TAGS);
    private static final Comparator<IncomeStore.Labelled> MOST_FIRST = Comparator.comparingLong(
                    (IncomeStore.Labelled s) -> -s.net().minor())
            .thenComparing(IncomeStore.Labelled::label);
    private final DaySums days;
    private final IncomeSums sums;
    private final IncomeStore store;
    private final FindBooks books;

    IncomeOfDays(DaySums days, IncomeSums sums, IncomeStore store, FindBooks books) {
        this.days = days;
        this.sums = sums;
        this.store = store;
        this.books = books;
    }

    /** Whether they tell what is asked for, gathered that way. */
    boolean tell(IncomeStore.By by, Asked asked) {
        return (TOLD.contains(by) || by == IncomeStore.By.MONTH) && tellAll(asked);
    }

    /** Whether they tell what all that is asked for comes to. */
    boolean tellAll(Asked asked) {
        return asked.customer() == null
                && asked.group() == null
                && IncomeStore.Inside.of(asked)
                        .map(in -> TOLD.contains(in.by()) || isOfDays(in, asked))
                        .orElse(true);
    }

    /** Whether it is the month of all days that are asked for. */
    private static boolean isOfDays(IncomeStore.Inside in, Asked asked) {
        return in.by() == IncomeStore.By.MONTH
                && month(asked.from()).equals(in.label())
                && month(asked.until()).equals(in.label());
    }

    private static String month(LocalDate day) {
        return YearMonth.from(day).toString();
    }

    /** What lines of documents brought, by currency and label, the largest first. */
    List<IncomeStore.Labelled> documents(Business business, IncomeStore.By by, Asked asked) {
        var labels = new Labels(books.accountNames(business.id()), store.itemNames(business.id()));
        var brought = new ArrayList<Sum>();
        for (Span span : spans(business, by, asked))
            days.between(business, sums, span.from(), span.until()).stream()
                    .filter(s -> s.key(IncomeSums.EVENT).isEmpty() && isAsked(s, asked, labels))
                    .map(s -> Sum.of(
                            List.of(
                                    s.key(IncomeSums.CURRENCY),
                                    by == IncomeStore.By.MONTH ? month(span.from()) : labels.of(by, s)),
                            s.figure(0),
                            s.figure(1)))
                    .forEach(brought::add);
        return labelled(brought);
    }

    /** What else was booked to accounts of income, by account and what booked it. */
    List<IncomeStore.Labelled> others(Business business, Asked asked) {
        if (!asked.isWhole()) return List.of();
        var labels = new Labels(books.accountNames(business.id()), Map.of());
        return labelled(days.between(business, sums, asked.from(), asked.until()).stream()
                .filter(s -> !s.key(IncomeSums.EVENT).isEmpty())
                .map(s -> Sum.of(
                        List.of(s.key(IncomeSums.CURRENCY), labels.account(s) + ", " + s.key(IncomeSums.EVENT)),
                        s.figure(0),
                        s.figure(1)))
                .toList());
    }

    private static boolean isAsked(Sum s, Asked asked, Labels labels) {
        return (asked.item() == null
                        || s.key(IncomeSums.ITEM).equals(asked.item().toString()))
                && (asked.tag().isEmpty()
                        || Arrays.asList(s.key(IncomeSums.TAGS).split("; ")).contains(asked.tag()))
                && IncomeStore.Inside.of(asked)
                        .map(in -> in.by() == IncomeStore.By.MONTH
                                || labels.of(in.by(), s).equals(in.label()))
                        .orElse(true);
    }

    /** Days whose sums are asked for at once: those of a month where it matters in which one anything was brought. */
    record Span(LocalDate from, LocalDate until) {
        /** What of a month is asked for. */
        static Span of(YearMonth month, Asked asked) {
            return new Span(later(month.atDay(1), asked.from()), earlier(month.atEndOfMonth(), asked.until()));
        }
    }

    private List<Span> spans(Business business, IncomeStore.By by, Asked asked) {
        if (by != IncomeStore.By.MONTH) return List.of(new Span(asked.from(), asked.until()));
        return days.months(business, sums, asked.from(), asked.until()).stream()
                .map(m -> Span.of(m, asked))
                .toList();
    }

    private static LocalDate later(LocalDate a, LocalDate b) {
        return a.isAfter(b) ? a : b;
    }

    private static LocalDate earlier(LocalDate a, LocalDate b) {
        return a.isBefore(b) ? a : b;
    }

    private record Labels(Map<AccountCode, String> accounts, Map<String, String> items) {
        String of(IncomeStore.By by, Sum s) {
            return switch (by) {
                case ITEM ->
                    s.key(IncomeSums.ITEM).isEmpty()
                            ? "typed: " + s.key(IncomeSums.TYPED)
                            : items.get(s.key(IncomeSums.ITEM));
                case TAGS -> s.key(IncomeSums.TAGS).isEmpty() ? "no tag" : s.key(IncomeSums.TAGS);
                default -> account(s);
            };
        }

        String account(Sum s) {
            return s.key(IncomeSums.ACCOUNT) + " " + accounts.get(new AccountCode(s.key(IncomeSums.ACCOUNT)));
        }
    }

    private static List<IncomeStore.Labelled> labelled(Collection<Sum> sums) {
        return Sum.gathered(sums).stream()
                .map(s -> new IncomeStore.Labelled(s.key(1), null, Money.ofMinor(s.key(0), s.figure(0)), s.figure(1)))
                .sorted(MOST_FIRST)
                .toList();
    }
}
