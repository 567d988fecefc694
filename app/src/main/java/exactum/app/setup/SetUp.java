package exactum.app.setup;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.BANK_ACCOUNT;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.CATALOGUE_ITEM;
import static exactumdb.Tables.NUMBER_SERIES;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.TAX_RATE;
import static exactumdb.Tables.TERMS;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.ids.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.security.Vault;
import exactum.core.bank.Iban;
import exactum.core.document.TaxRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what the set-up page says, section by section, each in a transaction of its own. */
@Component
public class SetUp {
    private static final List<Account> FIRST_CHART = List.of(
            new Account("1000", "Bank", "asset", null),
            new Account("1060", "Card clearing", "asset", null),
            new Account("1100", "Receivables", "asset", "receivables"),
            new Account("2000", "Output tax", "liability", "output tax"),
            new Account("3900", "Opening balances", "equity", "equity"),
            new Account("4000", "Income", "income", null),
            new Account("5000", "Card fees", "expense", null),
            new Account("5010", "Bank charges", "expense", "bank charges"));
    private final DSLContext db;
    private final SetupStore setup;
    private final Ledger ledger;
    private final Vault vault;
    private final Audit audit;

    SetUp(DSLContext db, SetupStore setup, Ledger ledger, Vault vault, Audit audit) {
        this.db = db;
        this.setup = setup;
        this.ledger = ledger;
        this.vault = vault;
        this.audit = audit;
    }

    /** Keeps who we are and how papers look; the first time it also lays out the chart and the number series. */
    @Transactional
    public void keepBusiness(Business b) {
        boolean first = setup.findBusiness().isEmpty();
        var row = db.newRecord(BUSINESS);
        row.setId(Business.ID)
                .setLegalName(b.legalName())
                .setSenderName(b.senderName())
                .setStatementName(b.statementName())
                .setAddress(b.address())
                .setCountry(b.country())
                .setTaxNumber(b.taxNumber())
                .setCurrency(b.currency())
                .setTimeZone(b.timeZone())
                .setMailFrom(b.mailFrom())
                .setBrandColour(b.brandColour())
                .setBrandAccent(b.brandAccent())
                .setBrandTypeface(b.brandTypeface());
        db.insertInto(BUSINESS)
                .set(row)
                .onConflict(BUSINESS.ID)
                .doUpdate()
                .set(row)
                .set(BUSINESS.REVISION, BUSINESS.REVISION.plus(1))
                .execute();
        if (first) {
            FIRST_CHART.forEach(this::insertAccount);
            keepSeries(new NumberSeries(NumberSeries.INVOICES, "INV-", 4));
        }
        audit.record("kept the identity", b.legalName());
    }

    @Transactional
    public void addAccount(Account account) {
        oneAtATime();
        if (account.code().isBlank() || account.name().isBlank())
            throw new Refusal("account.incomplete", "An account needs a code and a name. Nothing was kept.");
        if (setup.accounts().stream().anyMatch(a -> a.code().equals(account.code()))) {
            throw new Refusal(
                    "account.duplicate", "There is an account %s already. Nothing was kept.".formatted(account.code()));
        }
        insertAccount(account);
        audit.record("added an account", account.code() + " " + account.name());
    }

    /** Adds a dated rate and ends the one before it on that day; no rate is ever edited. */
    @Transactional
    public void addTaxRate(TaxRate rate) {
        oneAtATime();
        var sameCode = TAX_RATE.BUSINESS_ID.eq(Business.ID).and(TAX_RATE.CODE.eq(rate.code()));
        if (db.fetchExists(db.selectFrom(TAX_RATE).where(sameCode).and(TAX_RATE.VALID_FROM.ge(rate.validFrom())))) {
            throw new Refusal(
                    "tax.not-later",
                    "There is a rate “%s” from %s or later already. Nothing was kept. Give a later first day."
                            .formatted(rate.code(), rate.validFrom()));
        }
        db.update(TAX_RATE)
                .set(TAX_RATE.VALID_UNTIL, rate.validFrom())
                .where(sameCode)
                .and(TAX_RATE.VALID_UNTIL.isNull())
                .execute();
        db.insertInto(TAX_RATE)
                .set(TAX_RATE.BUSINESS_ID, Business.ID)
                .set(TAX_RATE.ID, Ids.next())
                .set(TAX_RATE.CODE, rate.code())
                .set(TAX_RATE.NAME, rate.name())
                .set(TAX_RATE.PERCENT, rate.percent())
                .set(TAX_RATE.VALID_FROM, rate.validFrom())
                .set(TAX_RATE.VALID_UNTIL, rate.validUntil())
                .set(TAX_RATE.SOURCE, rate.source())
                .execute();
        audit.record("added a tax rate", rate.name() + " " + rate.percentText());
    }

    @Transactional
    public UUID addTerms(String name, DueRule rule, String printed, boolean chosen) {
        oneAtATime();
        if (chosen)
            db.update(TERMS)
                    .set(TERMS.CHOSEN, false)
                    .where(TERMS.BUSINESS_ID.eq(Business.ID))
                    .execute();
        UUID id = Ids.next();
        int added = db.insertInto(TERMS)
                .set(TERMS.BUSINESS_ID, Business.ID)
                .set(TERMS.ID, id)
                .set(TERMS.NAME, name)
                .set(TERMS.MONTHS, rule.months())
                .set(TERMS.DAYS, rule.days())
                .set(TERMS.THEN_MONTH_END, rule.thenMonthEnd())
                .set(TERMS.PRINTED, printed)
                .set(TERMS.CHOSEN, chosen)
                .onConflictDoNothing()
                .execute();
        if (added == 0)
            throw new Refusal(
                    "terms.duplicate", "There are terms called “%s” already. Nothing was kept.".formatted(name));
        audit.record("added terms", name);
        return id;
    }

    @Transactional
    public UUID addItem(String code, String name, String unit, Money price, String taxCode, String incomeAccount) {
        if (code.isBlank() || name.isBlank() || unit.isBlank())
            throw new Refusal("item.incomplete", "An item needs a code, a name and a unit. Nothing was kept.");
        UUID id = Ids.next();
        int added = db.insertInto(CATALOGUE_ITEM)
                .set(CATALOGUE_ITEM.BUSINESS_ID, Business.ID)
                .set(CATALOGUE_ITEM.ID, id)
                .set(CATALOGUE_ITEM.CODE, code)
                .set(CATALOGUE_ITEM.NAME, name)
                .set(CATALOGUE_ITEM.UNIT, unit)
                .set(CATALOGUE_ITEM.PRICE_MINOR, price.minor())
                .set(CATALOGUE_ITEM.CURRENCY, price.currency().getCurrencyCode())
                .set(CATALOGUE_ITEM.TAX_CODE, taxCode)
                .set(CATALOGUE_ITEM.INCOME_ACCOUNT, incomeAccount)
                .onConflictDoNothing()
                .execute();
        if (added == 0)
            throw new Refusal("item.duplicate", "There is an item “%s” already. Nothing was kept.".formatted(code));
        audit.record("added an item", name);
        return id;
    }

    /** Adds a bank account and books its opening balance on the day given. */
    @Transactional
    public UUID addBankAccount(
            String name, Iban iban, String account, Money opening, LocalDate openedOn, String feedUrl) {
        oneAtATime();
        if (setup.findBankAccount(iban).isPresent())
            throw new Refusal("bank.duplicate", "This account is set up already. Nothing was kept.");
        if (setup.bankAccounts().stream().anyMatch(b -> b.account().equals(account))) {
            throw new Refusal(
                    "bank.shared",
                    "Account %s of the chart belongs to another bank account. Nothing was kept. Give each its own, or they cannot be tied out."
                            .formatted(account));
        }
        UUID id = Ids.next();
        db.insertInto(BANK_ACCOUNT)
                .set(BANK_ACCOUNT.BUSINESS_ID, Business.ID)
                .set(BANK_ACCOUNT.ID, id)
                .set(BANK_ACCOUNT.NAME, name)
                .set(BANK_ACCOUNT.IBAN_SECRET, vault.encrypt(iban.value()))
                .set(BANK_ACCOUNT.IBAN_DIGEST, vault.digest("iban", iban.value()))
                .set(BANK_ACCOUNT.IBAN_ENDING, iban.ending())
                .set(BANK_ACCOUNT.CURRENCY, opening.currency().getCurrencyCode())
                .set(BANK_ACCOUNT.ACCOUNT, account)
                .set(BANK_ACCOUNT.OPENING_MINOR, opening.minor())
                .set(BANK_ACCOUNT.OPENED_ON, openedOn)
                .set(BANK_ACCOUNT.FEED_URL, feedUrl)
                .execute();
        if (!opening.isZero()) ledger.book(ledger.bookings().openingBalance(openedOn, id, name, opening, account));
        audit.record("added a bank account", name + ", ending " + iban.ending());
        return id;
    }

    @Transactional
    public UUID addProcessor(
            String name,
            String address,
            String key,
            String signingSecret,
            String currency,
            String clearing,
            String feeAccount,
            FeeRule fees) {
        oneAtATime();
        requireSecret(signingSecret);
        if (!address.matches("https?://[^\\s/]+(/\\S*)?"))
            throw new Refusal("processor.address", "“%s” is not an address. Nothing was kept.".formatted(address));
        if (setup.processors().stream().anyMatch(p -> p.name().equals(name)))
            throw new Refusal(
                    "processor.duplicate",
                    "There is a processor called “%s” already. Nothing was kept.".formatted(name));
        UUID id = Ids.next();
        db.insertInto(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.BUSINESS_ID, Business.ID)
                .set(PROCESSOR_ACCOUNT.ID, id)
                .set(PROCESSOR_ACCOUNT.NAME, name)
                .set(PROCESSOR_ACCOUNT.ADDRESS, address.replaceAll("/+$", ""))
                .set(PROCESSOR_ACCOUNT.KEY_SECRET, vault.encrypt(key))
                .set(PROCESSOR_ACCOUNT.SIGNING_SECRET, vault.encrypt(signingSecret))
                .set(PROCESSOR_ACCOUNT.CURRENCY, currency)
                .set(PROCESSOR_ACCOUNT.CLEARING_ACCOUNT, clearing)
                .set(PROCESSOR_ACCOUNT.FEE_ACCOUNT, feeAccount)
                .set(PROCESSOR_ACCOUNT.FEE_PERCENT, fees.percent())
                .set(PROCESSOR_ACCOUNT.FEE_FIXED_MINOR, fees.fixed().minor())
                .execute();
        audit.record("added a processor", name);
        return id;
    }

    /** Replaces a processor's key and signing secret, as after they were changed at the processor. */
    @Transactional
    public void changeProcessorKeys(UUID id, String key, String signingSecret) {
        requireSecret(signingSecret);
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.KEY_SECRET, vault.encrypt(key))
                .set(PROCESSOR_ACCOUNT.SIGNING_SECRET, vault.encrypt(signingSecret))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .execute();
        audit.record("changed a processor’s keys", setup.processor(id).name());
    }

    /** What is looked up before it is added stays true until it is added. */
    private void oneAtATime() {
        db.select(BUSINESS.ID)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(Business.ID))
                .forUpdate()
                .fetch();
    }

    private static void requireSecret(String signingSecret) {
        if (!signingSecret.startsWith("whsec_"))
            throw new Refusal(
                    "processor.secret",
                    "A signing secret starts with whsec_. Nothing was kept. Copy it from the processor’s page.");
    }

    /** Keeps how invoices are numbered; numbers already given stay. */
    @Transactional
    public void keepSeries(NumberSeries series) {
        if (!series.prefix().matches("[A-Z0-9-]{0,12}"))
            throw new Refusal(
                    "series.prefix", "A prefix has capital letters, digits and dashes, at most 12. Nothing was kept.");
        db.insertInto(NUMBER_SERIES)
                .set(NUMBER_SERIES.BUSINESS_ID, Business.ID)
                .set(NUMBER_SERIES.NAME, series.name())
                .set(NUMBER_SERIES.PREFIX, series.prefix())
                .set(NUMBER_SERIES.WIDTH, series.width())
                .onConflict(NUMBER_SERIES.BUSINESS_ID, NUMBER_SERIES.NAME)
                .doUpdate()
                .set(NUMBER_SERIES.PREFIX, series.prefix())
                .set(NUMBER_SERIES.WIDTH, series.width())
                .execute();
        audit.record("kept the number series", series.number(2026, 1));
    }

    private void insertAccount(Account a) {
        db.insertInto(ACCOUNT)
                .set(ACCOUNT.BUSINESS_ID, Business.ID)
                .set(ACCOUNT.CODE, a.code())
                .set(ACCOUNT.NAME, a.name())
                .set(ACCOUNT.KIND, a.kind())
                .set(ACCOUNT.ROLE, a.role())
                .execute();
    }
}
