package exactum.core.ledger;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Writes one entry side by side. Sides of the same account, currency, customer, document and tags are added up, and what
 * comes to nothing is left out: money that is received on account and settles an invoice the same day is booked against
 * the receivable at once.
 */
public final class EntryWriter {
    private final EntryId id;
    private final Event event;
    private final UUID source;
    private final LocalDate day;
    private final String memo;
    private final Map<Key, Valued> sums = new LinkedHashMap<>();
    private final List<Posting> legs = new ArrayList<>();
    private EntryId reverses;

    private record Key(
            AccountCode account, String currency, CustomerId customer, DocumentId document, List<String> tags) {}

    /**
     * Begins an entry.
     *
     * @param source what it books, with the event its key
     * @param day it belongs to
     */
    public EntryWriter(EntryId id, Event event, UUID source, LocalDate day, String memo) {
        this.id = id;
        this.event = event;
        this.source = source;
        this.day = day;
        this.memo = memo;
    }

    /** The id that the entry will have. */
    public EntryId id() {
        return id;
    }

    /** Says which entry this one undoes. */
    public EntryWriter reversing(EntryId undone) {
        reverses = undone;
        return this;
    }

    /** Debits an account; a negative value credits it. */
    public EntryWriter debit(AccountCode account, Valued value) {
        return debit(account, value, null, null);
    }

    /** Credits an account; a negative value debits it. */
    public EntryWriter credit(AccountCode account, Valued value) {
        return debit(account, value.negated(), null, null);
    }

    /** Debits an account, told apart by customer and document. */
    public EntryWriter debit(AccountCode account, Valued value, CustomerId customer, DocumentId document) {
        return debit(account, value, customer, document, List.of());
    }

    /** Credits an account, told apart by customer and document. */
    public EntryWriter credit(AccountCode account, Valued value, CustomerId customer, DocumentId document) {
        return debit(account, value.negated(), customer, document);
    }

    /** Debits an account, told apart by customer, document and tags. */
    public EntryWriter debit(
            AccountCode account, Valued value, CustomerId customer, DocumentId document, List<String> tags) {
        var key = new Key(account, value.amount().currency().getCurrencyCode(), customer, document, tags);
        sums.merge(key, value, Valued::plus);
        return this;
    }

    /** Credits an account, told apart by customer, document and tags. */
    public EntryWriter credit(
            AccountCode account, Valued value, CustomerId customer, DocumentId document, List<String> tags) {
        return debit(account, value.negated(), customer, document, tags);
    }

    /**
     * Joins two sides that differ in currency or in worth through the exchange account, and names the gain or loss in the
     * business's own currency.
     *
     * @param given what stands on the debit side so far, such as the money that came
     * @param taken what stands on the credit side, such as the receivable that it settles
     */
    public EntryWriter exchange(Valued given, Valued taken, Accounts accounts) {
        AccountCode exchange = accounts.of(AccountRole.EXCHANGE);
        leg(exchange, given.negated());
        leg(exchange, taken);
        Money gain = given.own().minus(taken.own());
        if (gain.isZero()) return this;
        leg(exchange, Valued.own(gain));
        return credit(accounts.of(AccountRole.EXCHANGE_RESULT), Valued.own(gain));
    }

    /** The entry, or nothing if all of it came to nothing. */
    public Optional<Entry> done() {
        var postings = new ArrayList<Posting>();
        sums.forEach((key, sum) -> {
            if (!sum.amount().isZero()) {
                postings.add(new Posting(
                        key.account(), sum.amount(), sum.own(), key.customer(), key.document(), key.tags()));
            }
        });
        postings.addAll(legs);
        if (postings.isEmpty()) return Optional.empty();
        return Optional.of(new Entry(id, event, source, day, memo, reverses, postings));
    }

    private void leg(AccountCode account, Valued value) {
        legs.add(new Posting(account, value.amount(), value.own(), null, null, List.of()));
    }
}
