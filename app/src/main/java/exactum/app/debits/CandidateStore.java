package exactum.app.debits;

import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.COLLECT_AGAIN;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DEBIT_NOTICE;
import static exactumdb.Tables.DOCUMENT;

import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Open items that might be collected, with the facts about them, from the database. */
@Component
class CandidateStore {
    private static final String FIND = """
            select k.id, k.document_id, d.number, k.customer_id, c.name, k.due_date, k.currency, k.left_minor, k.early_until, k.early_minor,
                   exists (select 1 from collection_item i where i.business_id = k.business_id and i.claim_id = k.id and i.live) as in_flight,
                   exists (select 1 from dispute x where x.business_id = d.business_id and x.document_id = d.id and x.closed_on is null) as disputed,
                   (select max(p.pays_on) from promise p where p.business_id = d.business_id and p.document_id = d.id and p.ended_on is null) as promised,
                   a.not_before, coalesce(a.tries, 0) as tries,
                   n.told_on,
                   case when d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null then
                   (select min((select case when m.kind = 'invoice' and m.state in ('waiting', 'sending', 'sent', 'posted') then m.send_on end
                                  from message m where m.business_id = b.business_id and m.id = b.message_id))
                      from message_about b where b.business_id = d.business_id and b.document_id = d.id) end as invoiced_on,
                   (select l.counterparty || ' ' || l.remittance from bank_line l where l.business_id = k.business_id and l.left_minor = k.left_minor and l.left_minor <> 0 and l.currency = k.currency
                      and l.remittance ilike '%%' || d.number || '%%' limit 1) as unplaced
              from claim k
              join document d on d.business_id = k.business_id and d.id = k.document_id
              join customer c on c.business_id = k.business_id and c.id = k.customer_id
              left join collect_again a on a.business_id = k.business_id and a.claim_id = k.id
              left join lateral (select told_on from debit_notice n where n.business_id = k.business_id and n.claim_id = k.id order by told_on limit 1) n on true
             where k.business_id = {0} and k.left_minor > 0 and k.due_date <= {1} and d.state = 'issued'
               and (d.kind = 'invoice' or d.kind = 'cash sale' and exists (select 1 from mandate_cover w where w.business_id = d.business_id and w.document_id = d.id))
               and (%s)
             order by k.due_date, k.id
            """;
    private static final String COLLECTED = """
            (d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null
               or exists (select 1 from mandate_cover v where v.business_id = d.business_id and v.document_id = d.id))
               and ({2} = '' or c.search ilike '%%' || {2} || '%%' or lower(d.number) like '%%' || {2} || '%%')
               and ({3}::uuid is null or c.group_id = {3}::uuid)
               and ({4} = '' or exists (select 1 from document_line l where l.business_id = d.business_id and l.document_id = d.id and {4} = any(l.tags)))
               and ({5}::bigint is null or k.left_minor <= {5}::bigint)
            """;
    private static final Field<Boolean> IN_FLIGHT = DSL.field("in_flight", Boolean.class);
    private static final Field<Boolean> DISPUTED = DSL.field("disputed", Boolean.class);
    private static final Field<LocalDate> PROMISED = DSL.field("promised", LocalDate.class);
    private static final Field<LocalDate> INVOICED_ON = DSL.field("invoiced_on", LocalDate.class);
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
        DEBIT_NOTICE.TOLD_ON,
        INVOICED_ON,
        UNPLACED
    };
    private static final String PICKED = "d.number = any({2})";
    private static final int PAGE = 2_000;
    private final DSLContext db;

    CandidateStore(DSLContext db) {
        this.db = db;
    }

    /** A candidate with the names that a plan shows. */
    record Found(Candidate candidate, String customerName) {}

    /** Those of a filter that are due by a day, in due order, some at a time; of those picked by hand all. */
    @Transactional
    public void each(BusinessId business, DebitRun.Filter filter, LocalDate until, Consumer<List<Found>> taken) {
        boolean isPicked = !filter.documents().isEmpty();
        ResultQuery<Record> query = isPicked
                ? db.resultQuery(
                        FIND.formatted(PICKED),
                        DSL.inline(business.value()),
                        DSL.val(LocalDate.of(9999, 1, 1)),
                        DSL.val(filter.documents().toArray(String[]::new)))
                : db.resultQuery(
                        FIND.formatted(COLLECTED.formatted()),
                        DSL.inline(business.value()),
                        DSL.val(until),
                        DSL.val(filter.words() == null ? "" : filter.words().toLowerCase(java.util.Locale.ROOT)),
                        DSL.val(filter.group()),
                        DSL.val(filter.tag() == null ? "" : filter.tag()),
                        DSL.val(filter.most()));
        try (var all = query.coerce(FOUND).fetchSize(PAGE).fetchLazy()) {
            for (var page = all.fetchNext(PAGE); !page.isEmpty(); page = all.fetchNext(PAGE))
                taken.accept(page.map(CandidateStore::found));
        }
    }

    /** Those of one document, whoever pays it how. */
    List<Candidate> ofDocument(BusinessId business, DocumentId document) {
        return db.resultQuery(
                        FIND.formatted("d.id = {2}"),
                        DSL.inline(business.value()),
                        DSL.val(LocalDate.of(9999, 1, 1)),
                        DSL.val(document.value()))
                .coerce(FOUND)
                .fetch(r -> found(r).candidate());
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
        var candidate = new Candidate(
                r.get(CLAIM.ID),
                r.get(CLAIM.DOCUMENT_ID),
                r.get(DOCUMENT.NUMBER),
                r.get(CLAIM.CUSTOMER_ID),
                r.get(CLAIM.DUE_DATE),
                Money.ofMinor(currency, r.get(CLAIM.LEFT_MINOR)),
                early == null || early == 0
                        ? null
                        : new EarlySettlement(r.get(CLAIM.EARLY_UNTIL), Money.ofMinor(currency, early)),
                null,
                new Candidate.Hindrances(
                        r.get(IN_FLIGHT),
                        r.get(DISPUTED),
                        r.get(PROMISED),
                        unplaced(r.get(UNPLACED)),
                        r.get(COLLECT_AGAIN.NOT_BEFORE)),
                told(r),
                r.get(COLLECT_AGAIN.TRIES));
        return new Found(candidate, r.get(CUSTOMER.NAME));
    }

    private static String unplaced(String line) {
        return line == null ? null : "a bank line that names it is not matched yet: " + line;
    }

    /** The first that told; its days are those of the mandate, put in where that is known. */
    private static CollectionDay.Told told(Record r) {
        LocalDate invoice = r.get(INVOICED_ON);
        LocalDate notice = r.get(DEBIT_NOTICE.TOLD_ON);
        if (invoice != null && (notice == null || !invoice.isAfter(notice)))
            return new CollectionDay.Told(invoice, 0, "invoice sent");
        return notice == null ? null : new CollectionDay.Told(notice, 0, "advance notice sent");
    }
}
