package exactum.app.interest;

import static exactumdb.Tables.INTEREST_CHARGE;

import exactum.core.arrears.LateInterest.Owed;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Open items that are late, what was owed of each on which days, and what was charged for them before. */
@Component
class LateItemStore {
    /** What is disputed bears none while it is, nor does what was charged for lateness itself. */
    private static final String LATE = """
            select c.id, c.document_id, d.number, c.due_date, c.currency, c.amount_minor - c.closed_minor as minor, x.until_day, coalesce(f.fixed, false) as fixed
              from claim c join document d on d.business_id = c.business_id and d.id = c.document_id and d.state = 'issued' and d.origin <> 'interest'
              left join lateral (select max(i.until_day) as until_day from interest_charge i join document h on h.business_id = i.business_id and h.id = i.document_id and h.state <> 'void'
                                  where i.business_id = c.business_id and i.claim_id = c.id) x on true
              left join lateral (select true as fixed from claim k join interest_charge i on i.business_id = k.business_id and i.claim_id = k.id and i.fixed_minor > 0
                                   join document h on h.business_id = i.business_id and h.id = i.document_id and h.state <> 'void'
                                  where k.business_id = c.business_id and k.document_id = c.document_id limit 1) f on true
             where c.business_id = {0} and c.customer_id = {1} and c.currency = {2} and c.left_minor > 0 and c.due_date < {3} and not c.deposit and not c.expected
               and not exists (select 1 from dispute q where q.business_id = c.business_id and q.document_id = c.document_id and q.closed_on is null)
             order by c.due_date, d.number, c.seq
            """;

    private static final String SETTLED = """
            select a.claim_id, a.counts_on, sum(a.amount_minor) as minor from allocation a where a.business_id = {0} and a.claim_id = any({1}) group by 1, 2 order by 1, 2
            """;
    private final DSLContext db;

    LateItemStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A late open item.
     *
     * @param since the day after which it bears interest: the due date, or the day through which interest was charged
     * @param owed what was owed of it since then
     * @param fixedCharged whether the fixed sum of its invoice was charged before
     */
    record Item(
            ClaimId claim,
            DocumentId document,
            String number,
            LocalDate due,
            LocalDate since,
            List<Owed> owed,
            boolean fixedCharged) {
        public Money left() {
            return owed.getLast().amount();
        }
    }

    List<Item> late(BusinessId business, CustomerId customer, String currency, LocalDate today) {
        var rows = db.fetch(
                LATE, DSL.inline(business.value()), DSL.val(customer.value()), DSL.val(currency), DSL.val(today));
        Map<UUID, List<Owed>> settled = settled(
                business, currency, rows.map(r -> r.get("id", UUID.class)).toArray(UUID[]::new));
        return rows.map(r -> item(r, currency, settled.getOrDefault(r.get("id", UUID.class), List.of())));
    }

    private Map<UUID, List<Owed>> settled(BusinessId business, String currency, UUID[] claims) {
        Map<UUID, List<Owed>> settled = new LinkedHashMap<>();
        db.fetch(SETTLED, DSL.inline(business.value()), DSL.val(claims))
                .forEach(r -> settled.computeIfAbsent(r.get("claim_id", UUID.class), k -> new ArrayList<>())
                        .add(new Owed(
                                r.get("counts_on", LocalDate.class),
                                Money.ofMinor(
                                        currency,
                                        r.get("minor", BigDecimal.class).longValueExact()))));
        return settled;
    }

    private static Item item(Record r, String currency, List<Owed> settled) {
        LocalDate due = r.get("due_date", LocalDate.class);
        LocalDate charged = r.get("until_day", LocalDate.class);
        LocalDate since = charged == null ? due : charged;
        Money left = Money.ofMinor(currency, r.get("minor", Long.class));
        var owed = new ArrayList<Owed>();
        for (Owed s : settled) if (!s.since().isAfter(since)) left = left.minus(s.amount());
        owed.add(new Owed(since, left));
        for (Owed s : settled)
            if (s.since().isAfter(since)) {
                left = left.minus(s.amount());
                owed.add(new Owed(s.since(), left));
            }
        return new Item(
                new ClaimId(r.get("id", UUID.class)),
                new DocumentId(r.get("document_id", UUID.class)),
                r.get("number", String.class),
                due,
                since,
                owed,
                r.get("fixed", Boolean.class));
    }

    /** What a draft charges, through a day. */
    void insert(BusinessId business, DocumentId draft, LocalDate until, List<ChargeInterest.Charge> charges) {
        charges.forEach(c -> db.insertInto(INTEREST_CHARGE)
                .set(INTEREST_CHARGE.BUSINESS_ID, business)
                .set(INTEREST_CHARGE.DOCUMENT_ID, draft)
                .set(INTEREST_CHARGE.CLAIM_ID, c.item().claim())
                .set(INTEREST_CHARGE.UNTIL_DAY, until)
                .set(INTEREST_CHARGE.INTEREST_MINOR, c.interest().value().minor())
                .set(INTEREST_CHARGE.FIXED_MINOR, c.fixed().minor())
                .execute());
    }

    void forget(BusinessId business, DocumentId draft) {
        db.deleteFrom(INTEREST_CHARGE)
                .where(INTEREST_CHARGE.BUSINESS_ID.eq(business))
                .and(INTEREST_CHARGE.DOCUMENT_ID.eq(draft))
                .execute();
    }
}
