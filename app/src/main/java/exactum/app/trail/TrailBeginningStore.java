package exactum.app.trail;

import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** From what a trail begins with to the documents and payments that it is drawn from. */
@Component
class TrailBeginningStore {
    private static final String OF_CUSTOMER = """
            select id from document where business_id = {0} and customer_id = {1} and number is not null and kind in ('invoice', 'cash sale') order by document_date desc, id desc limit {2}
            """;
    /** What a credit note gives. */
    private static final String BY_DOCUMENT = """
            select id from means where business_id = {0} and document_id = {1} limit {2}
            """;

    private static final String OF_MANDATE = """
            select k.document_id from debit d join collection_item i on i.business_id = d.business_id and i.collection_id = d.collection_id join claim k on k.business_id = i.business_id and k.id = i.claim_id
             where d.business_id = {0} and d.mandate_id = {1} group by k.document_id order by max(d.collect_on) desc, k.document_id desc limit {2}
            """;
    private static final String ON_LINE = """
            select distinct coalesce(m.means_id, w.means_id, s.means_id, r.means_id) as means_id from match m left join waiting w on w.business_id = m.business_id and w.id = m.waiting_id
              left join payout_line l on w.kind = 'payout' and l.business_id = w.business_id and l.payout_id = w.source_id
              left join match lm on lm.business_id = l.business_id and lm.payout_line_id = l.id and lm.undone_at is null
              left join waiting s on s.business_id = lm.business_id and s.id = lm.waiting_id
              left join debit d on w.kind = 'batch of debits' and d.business_id = w.business_id and (d.group_id = w.source_id or d.collection_id = w.source_id)
              left join receipt r on r.business_id = d.business_id and r.collection_id = d.collection_id
             where m.business_id = {0} and m.bank_line_id = {1} and m.undone_at is null and coalesce(m.means_id, w.means_id, s.means_id, r.means_id) is not null limit {2}
            """;
    private static final String IN_PAYOUT = """
            select distinct w.means_id from payout_line l join match m on m.business_id = l.business_id and m.payout_line_id = l.id and m.undone_at is null
              join waiting w on w.business_id = m.business_id and w.id = m.waiting_id
             where l.business_id = {0} and l.payout_id = {1} and w.means_id is not null limit {2}
            """;
    private static final String DOCUMENTS_OF_ENTRY = """
            select p.document_id from posting p where p.business_id = {0} and p.entry_id = {1} and p.document_id is not null group by 1 order by 1 limit {2}
            """;
    private static final String MEANS_OF_ENTRY = """
            with e as (select * from entry where business_id = {0} and id = {1})
            select m.id from e join means m on m.business_id = e.business_id and m.id = e.source_id
            union select a.means_id from e join allocation a on a.business_id = e.business_id and a.entry_id = e.id
            union select t.means_id from e join take_back t on t.business_id = e.business_id and (t.id = e.source_id or t.entry_id = e.id)
            union select f.through_id from e join refund f on f.business_id = e.business_id and f.entry_id = e.id where f.through_id is not null
            union select c.means_id from e join chargeback c on c.business_id = e.business_id and c.id = e.source_id where c.means_id is not null
            union select coalesce(x.means_id, w.means_id) from e join match x on x.business_id = e.business_id and x.id = e.source_id left join waiting w on w.business_id = x.business_id and w.id = x.waiting_id
                   where coalesce(x.means_id, w.means_id) is not null
            limit {2}
            """;
    private static final String LINE_OF_ENTRY = """
            select l.id from entry e join bank_line l on l.business_id = e.business_id and l.id = e.source_id where e.business_id = {0} and e.id = {1}
            union select x.bank_line_id from entry e join match x on x.business_id = e.business_id and x.id = e.source_id where e.business_id = {0} and e.id = {1} and x.bank_line_id is not null limit {2}
            """;
    private static final String PAYOUT_OF_ENTRY = """
            select p.id from entry e join payout p on p.business_id = e.business_id and p.id = e.source_id where e.business_id = {0} and e.id = {1} limit {2}
            """;
    private final DSLContext db;

    TrailBeginningStore(DSLContext db) {
        this.db = db;
    }

    /** Documents and payments; so many of each at most as were asked for. */
    record Roots(List<UUID> documents, List<UUID> means) {}

    Roots roots(BusinessId business, TrailOf of, UUID id, int most) {
        return switch (of) {
            case CUSTOMER -> new Roots(ids(OF_CUSTOMER, business, id, most), List.of());
            case INVOICE -> new Roots(List.of(id), ids(BY_DOCUMENT, business, id, most));
            case PAYMENT -> new Roots(List.of(), List.of(id));
            case MANDATE -> new Roots(ids(OF_MANDATE, business, id, most), List.of());
            case PAYOUT -> new Roots(List.of(), ids(IN_PAYOUT, business, id, most));
            case BANK_LINE -> new Roots(List.of(), ids(ON_LINE, business, id, most));
            case ENTRY -> ofEntry(business, id, most);
        };
    }

    /** By what it settles or is about; else by the bank line or payout that it books. */
    private Roots ofEntry(BusinessId business, UUID entry, int most) {
        List<UUID> means = ids(MEANS_OF_ENTRY, business, entry, most);
        if (!means.isEmpty()) return new Roots(List.of(), means);
        List<UUID> documents = ids(DOCUMENTS_OF_ENTRY, business, entry, most);
        if (!documents.isEmpty()) return new Roots(documents, List.of());
        for (UUID line : ids(LINE_OF_ENTRY, business, entry, 1)) return roots(business, TrailOf.BANK_LINE, line, most);
        for (UUID payout : ids(PAYOUT_OF_ENTRY, business, entry, 1))
            return roots(business, TrailOf.PAYOUT, payout, most);
        return new Roots(List.of(), List.of());
    }

    private List<UUID> ids(String sql, BusinessId business, UUID id, int most) {
        return db.fetch(sql, DSL.inline(business.value()), DSL.val(id), DSL.inline(most))
                .map(r -> r.get(0, UUID.class));
    }

    Optional<String> name(BusinessId business, TrailOf of, UUID id) {
        String sql = switch (of) {
            case CUSTOMER -> "select name from customer";
            case INVOICE -> "select kind || ' ' || coalesce(number, 'in draft') from document";
            case PAYMENT -> "select kind, means_on, currency, amount_minor from means";
            case MANDATE -> "select 'mandate ' || reference from mandate";
            case PAYOUT -> "select 'payout ' || reference from payout";
            case BANK_LINE -> "select 'bank line', booked_on, currency, amount_minor from bank_line";
            case ENTRY -> "select 'entry “' || memo || '”' from entry";
        };
        return db.fetchOptional(
                        sql + " where business_id = {0} and id = {1}", DSL.inline(business.value()), DSL.val(id))
                .map(TrailBeginningStore::words);
    }

    private static String words(Record r) {
        String name = r.get(0, String.class);
        return r.size() == 1
                ? name
                : "%s of %s, %s"
                        .formatted(
                                name,
                                Money.ofMinor(r.get(2, String.class), r.get(3, Long.class))
                                        .withCurrency(),
                                Texts.day(r.get(1, LocalDate.class)));
    }
}
