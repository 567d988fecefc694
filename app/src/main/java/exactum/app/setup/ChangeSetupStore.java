package exactum.app.setup;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_TAX;
import static exactumdb.Tables.EXCHANGE_RATE;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.TAX_RATE;
import static exactumdb.Tables.TERMS;

import exactum.app.database.Ids;
import exactum.app.security.Vault;
import exactum.core.document.DocumentState;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Writes what is set up. */
@Component
class ChangeSetupStore {
    private final DSLContext db;
    private final Vault vault;
    private final TermsJson termsJson;

    ChangeSetupStore(DSLContext db, Vault vault, TermsJson termsJson) {
        this.termsJson = termsJson;
        this.db = db;
        this.vault = vault;
    }

    void insert(BusinessId business, Account a) {
        db.insertInto(ACCOUNT)
                .set(ACCOUNT.BUSINESS_ID, business)
                .set(ACCOUNT.CODE, a.code())
                .set(ACCOUNT.NAME, a.name())
                .set(ACCOUNT.KIND, a.kind())
                .set(ACCOUNT.ROLE, a.role())
                .execute();
    }

    /** Whether there is a rate of the code from the day or later. */
    boolean hasRateFrom(BusinessId business, String code, LocalDate day) {
        return db.fetchExists(
                TAX_RATE,
                TAX_RATE.BUSINESS_ID.eq(business).and(TAX_RATE.CODE.eq(code)).and(TAX_RATE.VALID_FROM.ge(day)));
    }

    /** Adds a dated rate and ends the one before it on that day. */
    void insert(BusinessId business, TaxRate rate) {
        db.update(TAX_RATE)
                .set(TAX_RATE.VALID_UNTIL, rate.validFrom())
                .where(TAX_RATE.BUSINESS_ID.eq(business))
                .and(TAX_RATE.CODE.eq(rate.code()))
                .and(TAX_RATE.VALID_UNTIL.isNull())
                .execute();
        db.insertInto(TAX_RATE)
                .set(TAX_RATE.BUSINESS_ID, business)
                .set(TAX_RATE.ID, Ids.next())
                .set(TAX_RATE.CODE, rate.code())
                .set(TAX_RATE.CATEGORY, rate.category())
                .set(TAX_RATE.NAME, rate.name())
                .set(TAX_RATE.PERCENT, rate.percent())
                .set(TAX_RATE.VALID_FROM, rate.validFrom())
                .set(TAX_RATE.VALID_UNTIL, rate.validUntil())
                .set(TAX_RATE.SOURCE, rate.source())
                .execute();
    }

    /** Whether an issued document used the rate. */
    boolean isUsed(BusinessId business, TaxRate rate) {
        return db.fetchExists(DSL.selectOne()
                .from(DOCUMENT_TAX)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(DOCUMENT_TAX.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(DOCUMENT_TAX.DOCUMENT_ID))
                .where(DOCUMENT_TAX.BUSINESS_ID.eq(business))
                .and(DOCUMENT_TAX.TAX_CODE.eq(rate.code()))
                .and(DOCUMENT.STATE.ne(DocumentState.DRAFT))
                .and(DOCUMENT.DOCUMENT_DATE.ge(rate.validFrom()))
                .and(rate.validUntil() == null ? DSL.trueCondition() : DOCUMENT.DOCUMENT_DATE.lt(rate.validUntil())));
    }

    /** Changes what a rate that begins on its day says. */
    void update(BusinessId business, TaxRate rate) {
        db.update(TAX_RATE)
                .set(TAX_RATE.CATEGORY, rate.category())
                .set(TAX_RATE.NAME, rate.name())
                .set(TAX_RATE.PERCENT, rate.percent())
                .set(TAX_RATE.SOURCE, rate.source())
                .where(begins(business, rate))
                .execute();
    }

    /** Takes a rate away; the one before it goes on in its place. */
    void delete(BusinessId business, TaxRate rate) {
        db.deleteFrom(TAX_RATE).where(begins(business, rate)).execute();
        db.update(TAX_RATE)
                .set(TAX_RATE.VALID_UNTIL, rate.validUntil())
                .where(TAX_RATE.BUSINESS_ID.eq(business))
                .and(TAX_RATE.CODE.eq(rate.code()))
                .and(TAX_RATE.VALID_UNTIL.eq(rate.validFrom()))
                .execute();
    }

    private static Condition begins(BusinessId business, TaxRate rate) {
        return TAX_RATE.BUSINESS_ID
                .eq(business)
                .and(TAX_RATE.CODE.eq(rate.code()))
                .and(TAX_RATE.VALID_FROM.eq(rate.validFrom()));
    }

    void rename(BusinessId business, AccountCode account, String name) {
        db.update(ACCOUNT)
                .set(ACCOUNT.NAME, name)
                .where(ACCOUNT.BUSINESS_ID.eq(business))
                .and(ACCOUNT.CODE.eq(account))
                .execute();
    }

    void choose(BusinessId business, TermsId terms) {
        db.update(TERMS)
                .set(TERMS.CHOSEN, false)
                .where(TERMS.BUSINESS_ID.eq(business))
                .execute();
        db.update(TERMS)
                .set(TERMS.CHOSEN, true)
                .where(TERMS.BUSINESS_ID.eq(business))
                .and(TERMS.ID.eq(terms))
                .execute();
    }

    void update(BusinessId business, KeptTerms terms) {
        db.update(TERMS)
                .set(TERMS.NAME, terms.name())
                .set(TERMS.RULE, termsJson.of(terms.terms()))
                .set(TERMS.PRINTED, terms.printed())
                .where(TERMS.BUSINESS_ID.eq(business))
                .and(TERMS.ID.eq(terms.id()))
                .execute();
    }

    /** Adds terms; false if the name is taken. */
    boolean insert(BusinessId business, KeptTerms terms) {
        if (terms.chosen()) {
            db.update(TERMS)
                    .set(TERMS.CHOSEN, false)
                    .where(TERMS.BUSINESS_ID.eq(business))
                    .execute();
        }
        return db.insertInto(TERMS)
                        .set(TERMS.BUSINESS_ID, business)
                        .set(TERMS.ID, terms.id())
                        .set(TERMS.NAME, terms.name())
                        .set(TERMS.RULE, termsJson.of(terms.terms()))
                        .set(TERMS.PRINTED, terms.printed())
                        .set(TERMS.CHOSEN, terms.chosen())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void insert(ProcessorAccount p) {
        db.insertInto(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.BUSINESS_ID, p.business())
                .set(PROCESSOR_ACCOUNT.ID, p.id())
                .set(PROCESSOR_ACCOUNT.NAME, p.name())
                .set(PROCESSOR_ACCOUNT.IS_TEST, p.isTest())
                .set(PROCESSOR_ACCOUNT.ADDRESS, p.address())
                .set(PROCESSOR_ACCOUNT.KEY_SECRET, vault.encrypt(p.access().key()))
                .set(PROCESSOR_ACCOUNT.SIGNING_SECRET, vault.encrypt(p.access().signingSecret()))
                .set(PROCESSOR_ACCOUNT.CURRENCY, p.currency().getCurrencyCode())
                .set(PROCESSOR_ACCOUNT.CLEARING_ACCOUNT, p.accounts().clearing())
                .set(PROCESSOR_ACCOUNT.FEE_ACCOUNT, p.accounts().fees())
                .set(PROCESSOR_ACCOUNT.PAYOUTS_ACCOUNT, p.accounts().payouts())
                .set(PROCESSOR_ACCOUNT.FEE_PERCENT, p.fees().percent())
                .set(PROCESSOR_ACCOUNT.FEE_FIXED_MINOR, p.fees().fixed().minor())
                .execute();
    }

    /** New keys; notices may carry the secret that was until a moment. */
    void setKeys(BusinessId business, ProcessorId id, String key, String signingSecret, Instant formerUntil) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.FORMER_SECRET, PROCESSOR_ACCOUNT.SIGNING_SECRET)
                .set(PROCESSOR_ACCOUNT.FORMER_UNTIL, formerUntil.atOffset(ZoneOffset.UTC))
                .set(PROCESSOR_ACCOUNT.KEY_SECRET, vault.encrypt(key))
                .set(PROCESSOR_ACCOUNT.SIGNING_SECRET, vault.encrypt(signingSecret))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
    }

    void setReadTo(BusinessId business, ProcessorId id, String reference) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.PAYOUTS_READ_TO, reference)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
    }

    void keep(BusinessId business, ExchangeRate rate) {
        db.insertInto(EXCHANGE_RATE)
                .set(EXCHANGE_RATE.BUSINESS_ID, business)
                .set(EXCHANGE_RATE.CURRENCY, rate.from().getCurrencyCode())
                .set(EXCHANGE_RATE.DAY, rate.day())
                .set(EXCHANGE_RATE.PER_UNIT, rate.perUnit())
                .set(EXCHANGE_RATE.SOURCE, rate.source())
                .onConflict(EXCHANGE_RATE.BUSINESS_ID, EXCHANGE_RATE.CURRENCY, EXCHANGE_RATE.DAY)
                .doUpdate()
                .set(EXCHANGE_RATE.PER_UNIT, rate.perUnit())
                .set(EXCHANGE_RATE.SOURCE, rate.source())
                .execute();
    }

    /** Puts it before all others of the business. */
    void putFirst(BusinessId business, ProcessorId id) {
        db.update(PROCESSOR_ACCOUNT)
                .set(
                        PROCESSOR_ACCOUNT.PLACE,
                        DSL.when(PROCESSOR_ACCOUNT.ID.eq(id), DSL.inline(0)).otherwise(PROCESSOR_ACCOUNT.PLACE.plus(1)))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .execute();
    }

    void setTest(BusinessId business, ProcessorId id, boolean isTest) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.IS_TEST, isTest)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
    }

    void setFeeTags(BusinessId business, ProcessorId id, List<String> tags) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.FEE_TAGS, tags.toArray(String[]::new))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
    }

    void switchProcessor(BusinessId business, ProcessorId id, boolean on) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.IS_ON, on)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
    }

    static TermsId newTerms() {
        return new TermsId(Ids.next());
    }
}
