package exactum.app.cardruns;

import static exactumdb.Tables.CARD_ON_FILE;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.COLLECT_AGAIN;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;

import exactum.app.database.IdArray;
import exactum.core.card.CardPlanning;
import exactum.core.collection.Candidate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Open items that a card on file may pay, with the facts about them: invoices that we collect, over which no mandate stands, of
 * customers who have or had a card on file. The usable card that is charged first is taken, else the first of all.
 */
@Component
class CardCandidateStore {
    private static final String FIND = """
            select k.id, k.document_id, d.number, k.customer_id, c.name, k.due_date, k.currency, k.left_minor, k.early_until, k.early_minor,
                   exists (select 1 from collection_item i where i.business_id = k.business_id and i.claim_id = k.id and i.live) as in_flight,
                   exists (select 1 from dispute x where x.business_id = d.business_id and x.document_id = d.id and x.closed_on is null) as disputed,
                   (select max(p.pays_on) from promise p where p.business_id = d.business_id and p.document_id = d.id and p.ended_on is null) as promised,
                   a.not_before, coalesce(a.tries, 0) as tries,
                   (select l.counterparty || ' ' || l.remittance from bank_line l where l.business_id = k.business_id and l.left_minor = k.left_minor and l.left_minor <> 0 and l.currency = k.currency
                      and l.remittance ilike '%' || d.number || '%' limit 1) as unplaced,
                   o.id as card, o.processor_id, o.brand, o.last_four, o.expires, o.state as card_state
              from claim k
              join document d on d.business_id = k.business_id and d.id = k.document_id
              join customer c on c.business_id = k.business_id and c.id = k.customer_id
              join lateral (select f.id, f.processor_id, f.brand, f.last_four, f.expires, f.state from card_on_file f
                             where f.business_id = k.business_id and f.customer_id = k.customer_id and f.state <> 'removed'
                               and f.processor_id = any ({5})
                             order by (f.state = 'usable' and f.expires >= {3}) desc, f.chosen_at desc nulls last, f.id desc limit 1) o on true
              left join collect_again a on a.business_id = k.business_id and a.claim_id = k.id
             where k.business_id = {0} and k.currency = {1} and k.left_minor > 0 and k.due_date <= {2} and d.kind in ('cash sale', {6}) and d.state = 'issued'
               and d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null
               and not exists (select 1 from mandate_cover v join mandate m on m.business_id = v.business_id and m.id = v.mandate_id
                                where v.business_id = d.business_id and m.state in ('active', 'awaiting the bank')
                                  and (v.document_id = d.id or v.recurring_id = d.origin_id or v.customer_id = d.customer_id))
               and ({4} = '' or position({4} in c.search) > 0 or position({4} in lower(d.number)) > 0)
             order by k.due_date, k.id
            """;
    private static final Field<Boolean> IN_FLIGHT = DSL.field("in_flight", Boolean.class);
    private static final Field<Boolean> DISPUTED = DSL.field("disputed", Boolean.class);
    private static final Field<LocalDate> PROMISED = DSL.field("promised", LocalDate.class);
    private static final Field<String> UNPLACED = DSL.field("unplaced", String.class);
    private static final Field<?>[] FOUND = {
        CLAIM.ID,
        CLAIM.DOCUMENT_ID,
        DOCUMENT.NUMBER,
        CLAIM.CUSTOMER_ID,
        CUSTOMER.NAME,
        CLAIM.DUE_DATE,
        CLAIM.CURRENCY,
        CLAIM.LEFT_MINOR,
        CLAIM.EARLY_UNTIL,
        CLAIM.EARLY_MINOR,
        IN_FLIGHT,
        DISPUTED,
        PROMISED,
        COLLECT_AGAIN.NOT_BEFORE,
        COLLECT_AGAIN.TRIES,
        UNPLACED,
        CARD_ON_FILE.ID,
        CARD_ON_FILE.PROCESSOR_ID,
        CARD_ON_FILE.BRAND,
        CARD_ON_FILE.LAST_FOUR,
        CARD_ON_FILE.EXPIRES,
        CARD_ON_FILE.STATE
    };
    private static final int PAGE = 2_000;
    private final DSLContext db;

    CardCandidateStore(DSLContext db) {
        this.db = db;
    }

    /** A candidate with the name and the card that a plan shows. */
    record Found(CardPlanning.Item item, String customerName, CardRunItem.Card card) {}

    /** Those that are due by a day, in due order, some at a time, with a card at one of the processors. */
    @Transactional
    public void each(
            BusinessId business,
            String currency,
            LocalDate today,
            LocalDate until,
            String words,
            CardRun.Scope scope,
            Set<ProcessorId> processors,
            Consumer<List<Found>> taken) {
        try (var all = db.resultQuery(
                        FIND,
                        DSL.inline(business.value()),
                        DSL.inline(currency),
                        DSL.val(until),
                        DSL.val(today),
                        DSL.val(words.toLowerCase(Locale.ROOT)),
                        IdArray.of(processors),
                        DSL.inline(scope == CardRun.Scope.ALL ? "invoice" : "cash sale"))
                .coerce(FOUND)
                .fetchSize(PAGE)
                .fetchLazy()) {
            for (var page = all.fetchNext(PAGE); !page.isEmpty(); page = all.fetchNext(PAGE))
                taken.accept(page.map(CardCandidateStore::found));
        }
    }

    /** What is free of the customers' credit in the currency. */
    Map<CustomerId, Money> credit(BusinessId business, String currency) {
        Map<CustomerId, Money> credit = new HashMap<>();
        db.fetch("""
                        select customer_id, sum(left_minor)::bigint as minor from means
                         where business_id = {0} and left_minor > 0 and currency = {1} and reserved_for is null and kind in ('receipt', 'credit note') group by 1
                        """, DSL.inline(business.value()), DSL.val(currency))
                .forEach(r -> credit.put(
                        new CustomerId(r.get("customer_id", UUID.class)),
                        Money.ofMinor(currency, r.get("minor", Long.class))));
        return credit;
    }

    private static Found found(Record r) {
        String currency = r.get(CLAIM.CURRENCY);
        Long early = r.get(CLAIM.EARLY_MINOR);
        String state = r.get(CARD_ON_FILE.STATE);
        var card = new CardPlanning.OnFile(
                r.get(CARD_ON_FILE.ID),
                r.get(CARD_ON_FILE.BRAND) + " ending " + r.get(CARD_ON_FILE.LAST_FOUR),
                YearMonth.from(r.get(CARD_ON_FILE.EXPIRES)),
                state.equals("usable") ? null : state);
        var item = new CardPlanning.Item(
                r.get(CLAIM.ID),
                r.get(CLAIM.DOCUMENT_ID),
                r.get(DOCUMENT.NUMBER),
                r.get(CLAIM.CUSTOMER_ID),
                r.get(CLAIM.DUE_DATE),
                Money.ofMinor(currency, r.get(CLAIM.LEFT_MINOR)),
                early == null || early == 0
                        ? null
                        : new EarlySettlement(r.get(CLAIM.EARLY_UNTIL), Money.ofMinor(currency, early)),
                card,
                new Candidate.Hindrances(
                        r.get(IN_FLIGHT),
                        r.get(DISPUTED),
                        r.get(PROMISED),
                        r.get(UNPLACED) == null
                                ? null
                                : "a bank line that names it is not matched yet: " + r.get(UNPLACED),
                        r.get(COLLECT_AGAIN.NOT_BEFORE)),
                r.get(COLLECT_AGAIN.TRIES));
        var shown = new CardRunItem.Card(
                card.id(),
                r.get(CARD_ON_FILE.PROCESSOR_ID),
                card.shown(),
                card.trouble() == null,
                r.get(CARD_ON_FILE.EXPIRES));
        return new Found(item, r.get(CUSTOMER.NAME), shown);
    }
}
