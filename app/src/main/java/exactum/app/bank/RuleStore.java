package exactum.app.bank;

import static exactumdb.Tables.MATCH;
import static exactumdb.Tables.STANDING_RULE;

import exactum.app.audit.Audit;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.StandingRule;
import exactum.core.money.Money;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Standing rules in the database. */
@Component
class RuleStore {
    private static final Field<Integer> USED = DSL.field(DSL.selectCount()
            .from(MATCH)
            .where(MATCH.BUSINESS_ID.eq(STANDING_RULE.BUSINESS_ID))
            .and(MATCH.RULE_ID.eq(STANDING_RULE.ID))
            .and(MATCH.UNDONE_AT.isNull()));
    private final DSLContext db;
    private final FindSetup setup;

    RuleStore(DSLContext db, FindSetup setup) {
        this.db = db;
        this.setup = setup;
    }

    /** Those in force, in their order. */
    List<KeptRule> inForce(BusinessId business) {
        return list(business, STANDING_RULE.RETIRED_AT.isNull());
    }

    List<KeptRule> retired(BusinessId business) {
        return list(business, STANDING_RULE.RETIRED_AT.isNotNull());
    }

    Optional<KeptRule> find(BusinessId business, UUID id) {
        return list(business, STANDING_RULE.ID.eq(id)).stream().findFirst();
    }

    /** Nobody else changes the rules until the transaction ends. */
    void lock(BusinessId business) {
        db.execute("select pg_advisory_xact_lock(hashtextextended({0}, 0))", DSL.val("standing rules " + business));
    }

    void insert(BusinessId business, StandingRule rule, AccountCode account, String currency) {
        StandingRule.When w = rule.when();
        db.insertInto(STANDING_RULE)
                .set(STANDING_RULE.BUSINESS_ID, business)
                .set(STANDING_RULE.ID, rule.id())
                .set(STANDING_RULE.NAME, rule.name())
                .set(STANDING_RULE.PLACE, inForce(business).size() + 1)
                .set(STANDING_RULE.BANK_ACCOUNT_ID, (BankAccountId) w.account())
                .set(STANDING_RULE.MONEY_IN, w.in())
                .set(STANDING_RULE.COUNTERPARTY, w.counterparty())
                .set(STANDING_RULE.WORDS, w.words())
                .set(STANDING_RULE.CURRENCY, currency)
                .set(
                        STANDING_RULE.LEAST_MINOR,
                        w.least() == null ? null : w.least().minor())
                .set(
                        STANDING_RULE.MOST_MINOR,
                        w.most() == null ? null : w.most().minor())
                .set(STANDING_RULE.ACCOUNT, account)
                .set(STANDING_RULE.MADE_BY, Audit.who())
                .execute();
    }

    /** Puts the rules into an order. */
    void order(BusinessId business, List<UUID> ids) {
        for (int i = 0; i < ids.size(); i++)
            db.update(STANDING_RULE)
                    .set(STANDING_RULE.PLACE, i + 1)
                    .where(STANDING_RULE.BUSINESS_ID.eq(business))
                    .and(STANDING_RULE.ID.eq(ids.get(i)))
                    .execute();
    }

    boolean retire(BusinessId business, UUID id) {
        return db.update(STANDING_RULE)
                        .set(STANDING_RULE.RETIRED_AT, OffsetDateTime.now())
                        .set(STANDING_RULE.RETIRED_BY, Audit.who())
                        .where(STANDING_RULE.BUSINESS_ID.eq(business))
                        .and(STANDING_RULE.ID.eq(id))
                        .and(STANDING_RULE.RETIRED_AT.isNull())
                        .execute()
                == 1;
    }

    private List<KeptRule> list(BusinessId business, Condition condition) {
        return db.select(STANDING_RULE.fields())
                .select(USED)
                .from(STANDING_RULE)
                .where(STANDING_RULE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(STANDING_RULE.PLACE, STANDING_RULE.MADE_AT)
                .fetch(r -> rule(business, r));
    }

    private KeptRule rule(BusinessId business, Record r) {
        String c = r.get(STANDING_RULE.CURRENCY);
        AccountCode account = r.get(STANDING_RULE.ACCOUNT);
        return new KeptRule(
                new StandingRule(
                        r.get(STANDING_RULE.ID),
                        r.get(STANDING_RULE.NAME),
                        new StandingRule.When(
                                r.get(STANDING_RULE.BANK_ACCOUNT_ID),
                                r.get(STANDING_RULE.MONEY_IN),
                                r.get(STANDING_RULE.COUNTERPARTY),
                                r.get(STANDING_RULE.WORDS),
                                money(c, r.get(STANDING_RULE.LEAST_MINOR)),
                                money(c, r.get(STANDING_RULE.MOST_MINOR))),
                        setup.account(business, account).map(a -> a.label()).orElse(account.toString())),
                account,
                r.get(USED),
                r.get(STANDING_RULE.MADE_BY),
                r.get(STANDING_RULE.RETIRED_AT));
    }

    private static Money money(String currency, Long minor) {
        return minor == null ? null : Money.ofMinor(currency, minor);
    }
}
