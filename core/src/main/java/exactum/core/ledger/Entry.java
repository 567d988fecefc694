package exactum.core.ledger;

import exactum.core.money.Money;
import exactum.core.problem.Bug;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A balanced set of postings for one event. What is booked is never edited.
 *
 * @param date the day it counts on
 * @param event what happened; with the source it identifies the entry, so one event is booked once
 * @param source the document or line behind it
 * @param memo in words
 * @param postings two or more, summing to zero in each currency
 */
public record Entry(LocalDate date, Event event, UUID source, String memo, List<Posting> postings) {

    /** The events that are booked, with the name that is stored. */
    public enum Event {
        OPENING_BALANCE("opening balance"),
        INVOICE_ISSUED("invoice issued"),
        CARD_SALE("card sale"),
        TRANSFER_RECEIVED("transfer received"),
        PAYOUT_LANDED("payout landed"),
        PROCESSOR_FEE("processor fee"),
        BANK_CHARGE("bank charge");

        private final String words;

        Event(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public Entry {
        postings = List.copyOf(postings);
        Map<Currency, Money> sums = new HashMap<>();
        postings.forEach(p -> sums.merge(p.amount().currency(), p.amount(), Money::plus));
        if (postings.size() < 2 || !sums.values().stream().allMatch(Money::isZero)) {
            throw new Bug("entry for “%s” is out of balance: %s".formatted(memo, sums.values()));
        }
    }
}
