package exactum.app.debits;

import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Open items that might be collected, with the facts about them, from the database. */
@Component
class CandidateStore {
    private static final String FIND = """
            select k.id, k.document_id, d.number, k.customer_id, c.name, k.due_date, k.currency, k.left_minor, k.early_until, k.early_minor,
                   exists (select 1 from collection_item i where i.business_id = k.business_id and i.claim_id = k.id and i.live) as in_flight,
                   exists (select 1 from dispute x where x.business_id = d.business_id and x.document_id = d.id and x.closed_on is null) as disputed,
                   (select max(p.pays_on) from promise p where p.business_id = d.business_id and p.document_id = d.id and p.ended_on is null) as promised,
                   a.not_before, coalesce(a.tries, 0) as tries,
                   n.told_on, n.words as told_by,
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
              left join lateral (select told_on, words from debit_notice n where n.business_id = k.business_id and n.claim_id = k.id order by told_on limit 1) n on true
             where k.business_id = {0} and k.left_minor > 0 and k.due_date <= {1} and d.kind = 'invoice' and d.state = 'issued'
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
    private static final String PICKED = "d.number = any({2})";
    private static final int PAGE = 2_000;
    private final DSLContext db;

    CandidateStore(DSLContext db) {
        this.db = db;
    }

    /** A candidate with the names that a plan shows. */
    record Found(Candidate candidate, String customerName) {}

    /** Those of a filter that are due by a day; of those picked by hand all. */
    List<Found> find(BusinessId business, DebitRun.Filter filter, LocalDate until) {
        boolean isPicked = !filter.documents().isEmpty();
        var query = isPicked
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
        return query.fetchSize(PAGE).fetch(CandidateStore::found);
    }

    /** Those of one document, whoever pays it how. */
    List<Candidate> ofDocument(BusinessId business, DocumentId document) {
        return db.fetch(
                        FIND.formatted("d.id = {2}"),
                        DSL.inline(business.value()),
                        DSL.val(LocalDate.of(9999, 1, 1)),
                        DSL.val(document.value()))
                .map(r -> found(r).candidate());
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
        String currency = r.get("currency", String.class);
        Long early = r.get("early_minor", Long.class);
        var candidate = new Candidate(
                new ClaimId(r.get("id", UUID.class)),
                new DocumentId(r.get("document_id", UUID.class)),
                r.get("number", String.class),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("due_date", LocalDate.class),
                Money.ofMinor(currency, r.get("left_minor", Long.class)),
                early == null || early == 0
                        ? null
                        : new EarlySettlement(r.get("early_until", LocalDate.class), Money.ofMinor(currency, early)),
                null,
                new Candidate.Hindrances(
                        r.get("in_flight", Boolean.class),
                        r.get("disputed", Boolean.class),
                        r.get("promised", LocalDate.class),
                        unplaced(r.get("unplaced", String.class)),
                        r.get("not_before", LocalDate.class)),
                told(r),
                r.get("tries", Integer.class));
        return new Found(candidate, r.get("name", String.class));
    }

    private static String unplaced(String line) {
        return line == null ? null : "a bank line that names it is not matched yet: " + line;
    }

    /** The first that told; its days are those of the mandate, put in where that is known. */
    private static CollectionDay.Told told(Record r) {
        LocalDate invoice = r.get("invoiced_on", LocalDate.class);
        LocalDate notice = r.get("told_on", LocalDate.class);
        if (invoice != null && (notice == null || !invoice.isAfter(notice)))
            return new CollectionDay.Told(invoice, 0, "invoice sent");
        return notice == null ? null : new CollectionDay.Told(notice, 0, "advance notice sent");
    }
}
