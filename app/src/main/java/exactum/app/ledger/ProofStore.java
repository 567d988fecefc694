package exactum.app.ledger;

import static exactumdb.Tables.PROOF;

import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When the books were last proven, and the ledger's own part of the proof. */
@Component
class ProofStore implements Provable {
    private static final String UNBALANCED =
            "select 'entry ' || entry_id || ' is out of balance' from posting where business_id = {0} group by entry_id, currency having sum(amount_minor) <> 0 limit 20";
    private static final String UNBALANCED_OWN =
            "select 'entry ' || entry_id || ' is out of balance in the own currency' from posting where business_id = {0} group by entry_id having sum(own_minor) <> 0 limit 20";
    private static final String MONTHS = """
            select 'the kept balance of ' || coalesce(k.account, p.account) || ' in ' || coalesce(k.month, p.month) || ' is not what is booked'
              from (select account, currency, month, sum(debit_minor - credit_minor) as minor, sum(own_minor) as own_minor from account_month where business_id = {0} group by 1, 2, 3) k
              full join (select account, currency, date_trunc('month', entry_date)::date as month, sum(amount_minor) as minor, sum(own_minor) as own_minor
                           from posting where business_id = {0} group by 1, 2, 3) p on p.account = k.account and p.currency = k.currency and p.month = k.month
             where coalesce(k.minor, 0) <> coalesce(p.minor, 0) or coalesce(k.own_minor, 0) <> coalesce(p.own_minor, 0) limit 20
            """;
    private static final String DAYS = """
            select 'the kept balance of ' || m.account || ' by days does not make up that of ' || m.month
              from (select account, currency, month, sum(debit_minor) as debit, sum(credit_minor) as credit, sum(own_minor) as own from account_month where business_id = {0} group by 1, 2, 3) m
              left join (select account, currency, date_trunc('month', day)::date as month, sum(debit_minor) as debit, sum(credit_minor) as credit, sum(own_minor) as own
                           from account_day where business_id = {0} group by 1, 2, 3) d on d.account = m.account and d.currency = m.currency and d.month = m.month
             where (d.debit, d.credit, d.own) is distinct from (m.debit, m.credit, m.own) limit 20
            """;
    private static final String ON_DAYS = """
            select 'how many postings count on ' || coalesce(d.day, p.day) || ' is not what is kept'
              from (select day, sum(postings) as postings from account_day where business_id = {0} group by 1) d
              full join (select entry_date as day, count(*) as postings from posting where business_id = {0} group by 1) p on p.day = d.day
             where d.postings is distinct from p.postings limit 20
            """;
    private static final String OWED = """
            select 'what is owed for document ' || coalesce(p.document_id, o.document_id)::text || ' is not what is booked'
              from (select p.account, p.currency, p.customer_id, p.document_id, sum(p.amount_minor) as minor, min(p.entry_date) as first_on, max(p.entry_date) as last_on
                      from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'receivables' where p.business_id = {0} group by 1, 2, 3, 4) p
              full join (select * from owed where business_id = {0}) o on o.account = p.account and o.currency = p.currency
                and coalesce(o.document_id, '00000000-0000-0000-0000-000000000000') = coalesce(p.document_id, '00000000-0000-0000-0000-000000000000')
                and coalesce(o.customer_id, '00000000-0000-0000-0000-000000000000') = coalesce(p.customer_id, '00000000-0000-0000-0000-000000000000')
             where (o.minor, o.first_on, o.last_on) is distinct from (p.minor, p.first_on, p.last_on) limit 20
            """;
    private static final String EXCHANGE = """
            select 'the exchange account holds ' || sum(m.own_minor) || ' in the own currency' from account_month m
              join account a on a.business_id = m.business_id and a.code = m.account and a.role = 'exchange'
             where m.business_id = {0} having sum(m.own_minor) <> 0
            """;
    private final DSLContext db;

    ProofStore(DSLContext db) {
        this.db = db;
    }

    /**
     * The last proof.
     *
     * @param found every disagreement in a sentence
     */
    record Proven(OffsetDateTime at, Duration took, List<String> found) {}

    /**
     * For the rest of the transaction rows are joined as whole tables. A proof reads them all, and a database that has no statistics
     * yet, after the first large run, would else look through every claim once for each document. A join that cannot be avoided is
     * then thought so dear that it would be compiled, which takes longer than the proof.
     */
    void readWhole() {
        db.execute("set local enable_nestloop = off");
        db.execute("set local jit = off");
    }

    @Transactional
    void keep(BusinessId business, Duration took, List<String> found) {
        var row = db.newRecord(PROOF)
                .setBusinessId(business)
                .setProvenAt(OffsetDateTime.now())
                .setTookMs(took.toMillis())
                .setFound(found.toArray(String[]::new));
        db.insertInto(PROOF)
                .set(row)
                .onConflict(PROOF.BUSINESS_ID)
                .doUpdate()
                .set(row)
                .execute();
    }

    Optional<Proven> last(BusinessId business) {
        return db.selectFrom(PROOF)
                .where(PROOF.BUSINESS_ID.eq(business))
                .fetchOptional(
                        p -> new Proven(p.getProvenAt(), Duration.ofMillis(p.getTookMs()), List.of(p.getFound())));
    }

    /** How many businesses had disagreements when they were last proven. */
    int disagreeing() {
        return db.fetchCount(PROOF, DSL.condition("cardinality(found) > 0"));
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, UNBALANCED, UNBALANCED_OWN, MONTHS, DAYS, ON_DAYS, OWED, EXCHANGE);
    }
}
