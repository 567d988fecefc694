package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sums of days that reports add up, so that a report over a year does not read all of the year. They are kept by night. What is kept
 * of a day stands as long as no more postings count on it, or up to it, than when it was worked out; days of which nothing stands
 * are worked out when they are asked for. So a report is the same to the cent whether anything is kept or not; what was expected of a
 * week stays as it was seen then, also where an open item of it is given another day later.
 */
@Component
public class DaySums {
    private final List<DaySumKind> kinds;
    private final DaySumStore store;
    private final FindBusinesses businesses;
    private final ReportMemoryStore memory;
    private final long worthwhile;
    private final TransactionTemplate oneMoment;

    DaySums(
            List<DaySumKind> kinds,
            DaySumStore store,
            FindBusinesses businesses,
            ReportMemoryStore memory,
            @Value("${exactum.postings-worth-summing:5000}") long worthwhile,
            PlatformTransactionManager transactions) {
        this.kinds = kinds;
        this.store = store;
        this.businesses = businesses;
        this.memory = memory;
        this.worthwhile = worthwhile;
        oneMoment = new TransactionTemplate(transactions);
        oneMoment.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
    }

    /** What the days come to. Ask within the transaction in which the rest of the report is read. */
    List<Sum> between(Business business, DaySumKind kind, LocalDate from, LocalDate until) {
        return after(business, kind, from, until, null);
    }

    /**
     * The same, of what tells of days after one.
     *
     * @param day the one, or null for all
     */
    List<Sum> after(Business business, DaySumKind kind, LocalDate from, LocalDate until, LocalDate day) {
        List<DaySumStore.Day> days = store.days(business.id(), kind, from, until);
        var sums = new ArrayList<>(store.kept(
                business.id(),
                kind,
                days.stream()
                        .filter(DaySumStore.Day::stands)
                        .map(DaySumStore.Day::day)
                        .toList(),
                day));
        for (Stretch s : stretches(kind, days))
            kind.work(business, s.from(), s.until()).stream()
                    .filter(sum -> day == null || sum.endsOn().isAfter(day))
                    .forEach(sums::add);
        return Sum.gathered(sums);
    }

    /** The months on whose days, of those between two, anything is summed. */
    List<YearMonth> months(Business business, DaySumKind kind, LocalDate from, LocalDate until) {
        return store.days(business.id(), kind, from, until).stream()
                .map(d -> YearMonth.from(d.day()))
                .distinct()
                .toList();
    }

    /**
     * Whether the nights have kept nearly all up to a day: then little is to be worked out, however long the time is. While the first
     * of them are at it, or where one was stopped, they have not.
     */
    boolean areKept(BusinessId business, DaySumKind kind, LocalDate until) {
        return store.isAnyKept(business, kind) && store.waiting(business, kind, until) < worthwhile;
    }

    /** Days one after the other of which nothing stands. */
    private record Stretch(LocalDate from, LocalDate until) {}

    private static List<Stretch> stretches(DaySumKind kind, List<DaySumStore.Day> days) {
        var stretches = new ArrayList<Stretch>();
        boolean before = true;
        for (DaySumStore.Day d : days) {
            if (!d.stands()) {
                if (kind.isWeekly()) stretches.add(new Stretch(d.day().minusDays(6), d.day()));
                else if (before) stretches.add(new Stretch(d.day(), d.day()));
                else stretches.add(new Stretch(stretches.removeLast().from(), d.day()));
            }
            before = d.stands();
        }
        return stretches;
    }

    /**
     * Keeps the sums of all days before one of which none stand; nothing while little would be saved. Each day is kept by itself, so
     * that this can be stopped at any time and goes on where it was.
     */
    public void keep(BusinessId business, LocalDate today) {
        keep(business, today, worthwhile);
    }

    /** The same, however little is saved. */
    public void keepAll(BusinessId business, LocalDate today) {
        keep(business, today, 1);
    }

    private void keep(BusinessId business, LocalDate today, long least) {
        Business one = businesses.get(business);
        for (DaySumKind kind : kinds) {
            if (store.waiting(business, kind, today.minusDays(1)) < least) continue;
            List<DaySumStore.Day> days = store.days(business, kind, LocalDate.EPOCH, today.minusDays(1));
            for (DaySumStore.Day d : days) if (!d.stands()) keep(one, kind, d.day());
        }
    }

    private void keep(Business business, DaySumKind kind, LocalDate day) {
        try {
            oneMoment.executeWithoutResult(moment -> workAndKeep(business, kind, day));
        } catch (DuplicateKeyException | ConcurrencyFailureException another) {
            // Somebody else has kept the day since this moment began.
        }
    }

    private void workAndKeep(Business business, DaySumKind kind, LocalDate day) {
        if (!store.mayKeep(business.id())) return;
        memory.enough();
        LocalDate from = kind.isWeekly() ? day.minusDays(6) : day;
        store.keep(business.id(), kind, day, Sum.gathered(kind.work(business, from, day)));
    }
}
