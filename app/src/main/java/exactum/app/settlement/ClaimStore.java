package exactum.app.settlement;

import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;

import exactum.app.database.IdArray;
import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactumdb.tables.records.ClaimRecord;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads claims. */
@Component
class ClaimStore implements FindClaims, Provable {
    private static final String MADE_UP = """
            select 'open item ' || c.seq || ' of ' || d.number || ' is left with ' || c.left_minor || ', but ' || coalesce(a.minor, 0) || ' of ' || c.amount_minor || ' are settled and ' || c.closed_minor || ' closed'
              from claim c join document d on d.business_id = c.business_id and d.id = c.document_id
              left join (select claim_id, sum(amount_minor) as minor, sum(own_minor) as own from allocation where business_id = {0} group by 1) a on a.claim_id = c.id
             where c.business_id = {0} and (c.amount_minor - coalesce(a.minor, 0) - c.closed_minor <> c.left_minor
                   or c.closed_minor = 0 and c.own_minor - coalesce(a.own, 0) <> c.own_left_minor) limit 20
            """;
    private static final String RECEIVABLES = """
            select d.kind || ' ' || coalesce(d.number, d.id::text) || ' is open with ' || coalesce(c.minor, 0) || ' but booked with ' || coalesce(b.minor, 0)
              from document d
              left join (select document_id, sum(left_minor) as minor from claim where business_id = {0} group by 1) c on c.document_id = d.id
              left join (select p.document_id, sum(p.amount_minor) as minor from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'receivables'
                          where p.business_id = {0} and p.document_id is not null group by 1) b on b.document_id = d.id
             where d.business_id = {0} and coalesce(c.minor, 0) <> coalesce(b.minor, 0) limit 20
            """;
    private static final String WORTH = """
            select 'open items are worth ' || coalesce(c.own, 0) || ' but booked with ' || coalesce(b.own, 0)
              from (select sum(own_left_minor) as own from claim where business_id = {0}) c,
                   (select sum(m.own_minor) as own from account_month m join account a on a.business_id = m.business_id and a.code = m.account and a.role = 'receivables' where m.business_id = {0}) b
             where coalesce(c.own, 0) <> coalesce(b.own, 0) and not exists (select 1 from claim where business_id = {0} and closed_minor <> 0 and own_minor <> amount_minor)
            """;
    private static final String ISSUED = """
            select 'the parts of ' || d.number || ' do not make up its total' from document d
              left join (select document_id, sum(amount_minor - closed_minor) as minor from claim where business_id = {0} group by 1) c on c.document_id = d.id
             where d.business_id = {0} and d.kind in ('invoice', 'cash sale') and d.state = 'issued' and coalesce(c.minor, 0) <> d.gross_minor limit 20
            """;
    private final DSLContext db;

    ClaimStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Open> allOpen(BusinessId business) {
        return open(business, DSL.noCondition());
    }

    @Override
    public List<Open> openOf(BusinessId business, CustomerId customer) {
        return open(business, CLAIM.CUSTOMER_ID.eq(customer));
    }

    @Override
    public List<Open> ofAmount(BusinessId business, Money left, int most) {
        return open(
                        business,
                        CLAIM.LEFT_MINOR
                                .eq(left.minor())
                                .and(CLAIM.LEFT_MINOR.gt(0L))
                                .and(CLAIM.CURRENCY.eq(left.currency().getCurrencyCode())))
                .stream()
                .limit(most)
                .toList();
    }

    @Override
    public List<Open> openOf(BusinessId business, DocumentId document) {
        return open(business, CLAIM.DOCUMENT_ID.eq(document));
    }

    @Override
    public Map<DocumentId, List<Open>> openOfAll(BusinessId business, Collection<DocumentId> documents) {
        return open(business, DSL.condition("claim.document_id = any({0})", IdArray.of(documents))).stream()
                .collect(Collectors.groupingBy(Open::document));
    }

    @Override
    public Optional<Open> find(BusinessId business, ClaimId claim) {
        return open(business, CLAIM.ID.eq(claim)).stream().findFirst();
    }

    @Override
    public List<Open> openAmong(BusinessId business, Collection<ClaimId> claims) {
        return open(business, DSL.condition("claim.id = any({0})", IdArray.of(claims)));
    }

    @Override
    public List<Part> parts(BusinessId business, DocumentId document) {
        return db.selectFrom(CLAIM)
                .where(CLAIM.BUSINESS_ID.eq(business))
                .and(CLAIM.DOCUMENT_ID.eq(document))
                .orderBy(CLAIM.SEQ)
                .fetch(ClaimStore::part);
    }

    @Override
    public Map<DocumentId, List<Part>> parts(BusinessId business, Collection<DocumentId> documents) {
        return db.selectFrom(CLAIM)
                .where(CLAIM.BUSINESS_ID.eq(business))
                .and(DSL.condition("claim.document_id = any({0})", IdArray.of(documents)))
                .orderBy(CLAIM.DOCUMENT_ID, CLAIM.SEQ)
                .fetchGroups(CLAIM.DOCUMENT_ID, ClaimStore::part);
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, MADE_UP, RECEIVABLES, WORTH, ISSUED);
    }

    private List<Open> open(BusinessId business, Condition condition) {
        return db.select(CLAIM.fields())
                .select(DOCUMENT.NUMBER, CUSTOMER.NAME)
                .from(CLAIM)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(CLAIM.DOCUMENT_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(CLAIM.CUSTOMER_ID))
                .where(CLAIM.BUSINESS_ID.eq(business))
                .and(CLAIM.LEFT_MINOR.gt(DSL.inline(0L)))
                .and(condition)
                .orderBy(CLAIM.DUE_DATE, DOCUMENT.NUMBER, CLAIM.SEQ)
                .fetch(r -> {
                    ClaimRecord c = r.into(CLAIM);
                    return new Open(
                            c.getId(),
                            c.getDocumentId(),
                            r.get(DOCUMENT.NUMBER),
                            c.getCustomerId(),
                            r.get(CUSTOMER.NAME),
                            c.getDueDate(),
                            Money.ofMinor(c.getCurrency(), c.getLeftMinor()),
                            early(c));
                });
    }

    private static Part part(ClaimRecord c) {
        String currency = c.getCurrency();
        return new Part(
                c.getId(),
                c.getSeq(),
                c.getDueDate(),
                Money.ofMinor(currency, c.getAmountMinor()),
                Money.ofMinor(currency, c.getLeftMinor()),
                Money.ofMinor(currency, c.getClosedMinor()),
                early(c),
                new Claim.Said(c.getDescription(), c.getMethod(), c.getExpected(), c.getRescheduled()));
    }

    private static EarlySettlement early(ClaimRecord c) {
        return c.getEarlyUntil() == null
                ? null
                : new EarlySettlement(c.getEarlyUntil(), Money.ofMinor(c.getCurrency(), c.getEarlyMinor()));
    }
}
