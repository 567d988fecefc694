package exactum.app.reminders;

import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.reminder.Rhythm;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What one customer is told on a day: of each open item the step that has come, in one message as firm as the firmest of them.
 *
 * @param sentTo the addresses; none where it goes on paper, or nowhere
 */
record Planned(CustomerId customer, String name, UUID rhythm, List<Item> items, List<String> sentTo, boolean onPaper) {
    Planned {
        items = List.copyOf(items);
        sentTo = List.copyOf(sentTo);
    }

    /** With some of its items. */
    Planned only(Predicate<Item> wanted) {
        return new Planned(customer, name, rhythm, items.stream().filter(wanted).toList(), sentTo, onPaper);
    }

    /** Whether there is a way to them. */
    boolean isReachable() {
        return onPaper || !sentTo.isEmpty();
    }

    /** An open item with its step. */
    record Item(Candidate candidate, Rhythm.Step step) {}

    /** The step whose texts are used. */
    public Rhythm.Step firmest() {
        return items.stream()
                .map(Item::step)
                .max(Comparator.comparing(Rhythm.Step::tone).thenComparing(Rhythm.Step::days))
                .orElseThrow();
    }

    /** What they owe of these items, in each currency. */
    public List<Money> together() {
        return items.stream()
                .map(i -> i.candidate().left())
                .collect(Collectors.groupingBy(Money::currency))
                .entrySet()
                .stream()
                .map(e -> Money.sum(e.getKey(), e.getValue()))
                .sorted(Comparator.comparing(m -> m.currency().getCurrencyCode()))
                .toList();
    }
}
