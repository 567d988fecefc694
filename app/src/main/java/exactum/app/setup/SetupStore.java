package exactum.app.setup;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.BANK_ACCOUNT;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.CATALOGUE_ITEM;
import static exactumdb.Tables.NUMBER_SERIES;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.TAX_RATE;
import static exactumdb.Tables.TERMS;

import exactum.app.business.Business;
import exactum.app.security.Vault;
import exactum.core.bank.Iban;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxRates;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import exactumdb.tables.records.BankAccountRecord;
import exactumdb.tables.records.ProcessorAccountRecord;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;

/** Reads what is set up. */
@Component
public class SetupStore {
    private final DSLContext db;
    private final Vault vault;

    SetupStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    public Optional<Business> findBusiness() {
        return db.selectFrom(BUSINESS)
                .where(BUSINESS.ID.eq(Business.ID))
                .fetchOptional(b -> new Business(
                        b.getLegalName(),
                        b.getSenderName(),
                        b.getStatementName(),
                        b.getAddress(),
                        b.getCountry(),
                        b.getTaxNumber(),
                        b.getCurrency(),
                        b.getTimeZone(),
                        b.getMailFrom(),
                        b.getBrandColour(),
                        b.getBrandAccent(),
                        b.getBrandTypeface(),
                        b.getRevision()));
    }

    public Business business() {
        return findBusiness()
                .orElseThrow(() -> new Refusal(
                        "setup.no-business", "It is not said yet who we are. Fill in the identity in Set-up first."));
    }

    public TaxRates taxRates() {
        return new TaxRates(db.selectFrom(TAX_RATE)
                .where(TAX_RATE.BUSINESS_ID.eq(Business.ID))
                .orderBy(TAX_RATE.CODE, TAX_RATE.VALID_FROM)
                .fetch(t -> new TaxRate(
                        t.getCode(), t.getName(), t.getPercent(), t.getValidFrom(), t.getValidUntil(), t.getSource())));
    }

    public List<Account> accounts() {
        return db.selectFrom(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .orderBy(ACCOUNT.CODE)
                .fetch(a -> new Account(a.getCode(), a.getName(), a.getKind(), a.getRole()));
    }

    public Account account(String code) {
        return accounts().stream()
                .filter(a -> a.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    public List<CatalogueItem> items() {
        return db.selectFrom(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(Business.ID))
                .and(CATALOGUE_ITEM.RETIRED.isFalse())
                .orderBy(CATALOGUE_ITEM.NAME)
                .fetch(i -> new CatalogueItem(
                        i.getId(),
                        i.getCode(),
                        i.getName(),
                        i.getUnit(),
                        Money.ofMinor(i.getCurrency(), i.getPriceMinor()),
                        i.getTaxCode(),
                        i.getIncomeAccount()));
    }

    public List<Terms> terms() {
        return db.selectFrom(TERMS)
                .where(TERMS.BUSINESS_ID.eq(Business.ID))
                .orderBy(TERMS.CHOSEN.desc(), TERMS.NAME)
                .fetch(t -> new Terms(
                        t.getId(),
                        t.getName(),
                        new DueRule(t.getMonths(), t.getDays(), t.getThenMonthEnd()),
                        t.getPrinted(),
                        t.getChosen()));
    }

    /** The terms that new arrangements start with. */
    public Terms chosenTerms() {
        return terms().stream()
                .findFirst()
                .orElseThrow(() -> new Refusal("setup.no-terms", "There are no terms yet. Add some in Set-up."));
    }

    public Optional<NumberSeries> findSeries(String name) {
        return db.selectFrom(NUMBER_SERIES)
                .where(NUMBER_SERIES.BUSINESS_ID.eq(Business.ID))
                .and(NUMBER_SERIES.NAME.eq(name))
                .fetchOptional(s -> new NumberSeries(s.getName(), s.getPrefix(), s.getWidth()));
    }

    public List<BankAccount> bankAccounts() {
        return db.selectFrom(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .orderBy(BANK_ACCOUNT.NAME)
                .fetch(SetupStore::bankAccount);
    }

    public BankAccount bankAccount(UUID id) {
        return db.selectFrom(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(BANK_ACCOUNT.ID.eq(id))
                .fetchSingle(SetupStore::bankAccount);
    }

    public Optional<BankAccount> findBankAccount(Iban iban) {
        return db.selectFrom(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(BANK_ACCOUNT.IBAN_DIGEST.eq(vault.digest("iban", iban.value())))
                .fetchOptional(SetupStore::bankAccount);
    }

    /** The full number, for asking the bank and for printing transfer details. */
    public Iban iban(UUID bankAccount) {
        return new Iban(vault.decrypt(db.select(BANK_ACCOUNT.IBAN_SECRET)
                .from(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(BANK_ACCOUNT.ID.eq(bankAccount))
                .fetchSingle()
                .value1()));
    }

    public List<ProcessorAccount> processors() {
        return db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .orderBy(PROCESSOR_ACCOUNT.NAME)
                .fetch(this::processor);
    }

    public Optional<ProcessorAccount> findProcessor(UUID id) {
        return db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(PROCESSOR_ACCOUNT.ID.eq(id))
                .fetchOptional(this::processor);
    }

    public ProcessorAccount processor(UUID id) {
        return findProcessor(id).orElseThrow(() -> new NoDataFoundException("no processor " + id));
    }

    private static BankAccount bankAccount(BankAccountRecord b) {
        return new BankAccount(
                b.getId(),
                b.getName(),
                b.getIbanEnding(),
                b.getAccount(),
                Money.ofMinor(b.getCurrency(), b.getOpeningMinor()),
                b.getOpenedOn(),
                b.getFeedUrl());
    }

    private ProcessorAccount processor(ProcessorAccountRecord p) {
        return new ProcessorAccount(
                p.getId(),
                p.getName(),
                p.getAddress(),
                vault.decrypt(p.getKeySecret()),
                vault.decrypt(p.getSigningSecret()),
                p.getCurrency(),
                p.getClearingAccount(),
                p.getFeeAccount(),
                new FeeRule(p.getFeePercent(), Money.ofMinor(p.getCurrency(), p.getFeeFixedMinor())),
                p.getPayoutsReadTo());
    }
}
