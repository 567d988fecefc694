package exactum.core.ledger;

import exactum.core.ids.EntryId;
import exactum.core.ids.NewIds;
import exactum.core.money.Money;
import exactum.core.problem.Bug;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A balanced set of postings for one event. What is booked is never edited; an entry that undoes another says which.
 * The day it counts on is the ledger's to say: {@link Periods#countsOn}.
 *
 * @param id its own
 * @param event what happened; with the source it identifies the entry
 * @param source the document, line or act behind it
 * @param day the day its event belongs to
 * @param memo in words
 * @param reverses the entry that this one undoes, or null
 * @param postings two or more, summing to zero in each currency and in the business's own
 */
public record Entry(
        EntryId id, Event event, UUID source, LocalDate day, String memo, EntryId reverses, List<Posting> postings) {
    public Entry {
        postings = List.copyOf(postings);
        if (postings.size() < 2) throw new Bug("entry for “%s” has %d postings".formatted(memo, postings.size()));
        Map<Currency, Money> sums = new HashMap<>();
        Money own = Money.zero(postings.getFirst().own().currency());
        for (Posting p : postings) {
            sums.merge(p.amount().currency(), p.amount(), Money::plus);
            own = own.plus(p.own());
        }
        if (!own.isZero() || !sums.values().stream().allMatch(Money::isZero)) {
            throw new Bug("entry for “%s” is out of balance: %s, own %s".formatted(memo, sums.values(), own.plain()));
        }
    }

    /** The entry that undoes this one on a later day, booked under an event and source of its own. */
    public Entry reversed(NewIds ids, Event undoing, UUID undoingSource, LocalDate on) {
        return new Entry(
                new EntryId(ids.next()),
                undoing,
                undoingSource,
                on,
                "Undone: " + memo,
                id,
                postings.stream().map(Posting::mirrored).toList());
    }
}
