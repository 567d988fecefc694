package exactum.app.setup;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.CATALOGUE_ITEM;
import static exactumdb.Tables.EXCHANGE_RATE;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.TAX_RATE;
import static exactumdb.Tables.TERMS;

import exactum.app.installation.BusinessClock;
import exactum.app.security.Vault;
import exactum.core.bank.AccountNumber;
import exactum.core.card.ProcessorPort;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxRates;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactumdb.tables.records.AccountRecord;
import exactumdb.tables.records.ProcessorAccountRecord;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;

/** Reads what is set up. */
@Component
class SetupStore implements FindSetup {
    private final DSLContext db;
    private final Vault vault;
    private final NumberStore numbers;
    private final BankStore banks;
    private final BrandStore brands;
    private final LayoutStore layouts;
    private final RateStore rates;
    private final QuoteDefaultStore quotes;
    private final TermsJson termsJson;
    private final BusinessClock clock;

    SetupStore(
            DSLContext db,
            Vault vault,
            NumberStore numbers,
            BankStore banks,
            BrandStore brands,
            LayoutStore layouts,
            RateStore rates,
            QuoteDefaultStore quotes,
            TermsJson termsJson,
            BusinessClock clock) {
        this.clock = clock;
        this.rates = rates;
        this.quotes = quotes;
        this.termsJson = termsJson;
        this.db = db;
        this.vault = vault;
        this.numbers = numbers;
        this.banks = banks;
        this.brands = brands;
        this.layouts = layouts;
    }

    @Override
    public TaxRates taxRates(BusinessId business) {
        return new TaxRates(db.selectFrom(TAX_RATE)
                .where(TAX_RATE.BUSINESS_ID.eq(business))
                .orderBy(TAX_RATE.CODE, TAX_RATE.VALID_FROM)
                .fetch(t -> new TaxRate(
                        t.getCode(),
                        t.getCategory(),
                        t.getName(),
                        t.getPercent(),
                        t.getValidFrom(),
                        t.getValidUntil(),
                        t.getSource())));
    }

    @Override
    public List<Account> accounts(BusinessId business) {
        return db.selectFrom(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(business))
                .orderBy(ACCOUNT.CODE)
                .fetch(SetupStore::account);
    }

    @Override
    public Optional<Account> account(BusinessId business, AccountCode code) {
        return db.selectFrom(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(business))
                .and(ACCOUNT.CODE.eq(code))
                .fetchOptional(SetupStore::account);
    }

    @Override
    public int itemCount(BusinessId business) {
        return db.fetchCount(CATALOGUE_ITEM, CATALOGUE_ITEM.BUSINESS_ID.eq(business), CATALOGUE_ITEM.RETIRED.isFalse());
    }

    @Override
    public List<KeptTerms> terms(BusinessId business) {
        return db.selectFrom(TERMS)
                .where(TERMS.BUSINESS_ID.eq(business))
                .orderBy(TERMS.CHOSEN.desc(), TERMS.NAME)
                .fetch(t -> new KeptTerms(
                        t.getId(), t.getName(), termsJson.read(t.getRule()), t.getPrinted(), t.getChosen()));
    }

    @Override
    public Map<TermsId, KeptTerms> termsById(BusinessId business) {
        return terms(business).stream().collect(Collectors.toMap(KeptTerms::id, Function.identity()));
    }

    @Override
    public AccountCode incomeAccount(BusinessId business) {
        return accounts(business).stream()
                .filter(a -> a.kind().equals("income") && a.role() == null)
                .findFirst()
                .map(Account::code)
                .orElseThrow(() -> new Refusal(
                        "setup.accounts.no-income", "There is no income account yet. Add one to the chart in Set-up."));
    }

    @Override
    public KeptTerms chosenTerms(BusinessId business) {
        return terms(business).stream()
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "setup.terms.none", "There are no terms yet, and an invoice needs them. Add some in Set-up."));
    }

    @Override
    public List<Layout> layouts(BusinessId business) {
        return layouts.all(business);
    }

    @Override
    public Optional<NumberSeries> series(BusinessId business, String name) {
        return numbers.find(business, name);
    }

    @Override
    public List<BankAccount> bankAccounts(BusinessId business) {
        return banks.all(business);
    }

    @Override
    public BankAccount bankAccount(BusinessId business, BankAccountId id) {
        return banks.get(business, id);
    }

    @Override
    public Optional<BankAccount> findBankAccount(BusinessId business, AccountNumber number) {
        return banks.find(business, number);
    }

    @Override
    public AccountNumber number(BusinessId business, BankAccountId id) {
        return banks.number(business, id);
    }

    @Override
    public List<Creditor> creditors(BusinessId business) {
        return banks.creditors(business);
    }

    @Override
    public List<SellerNumber> sellerNumbers(BusinessId business) {
        return brands.numbers(business);
    }

    @Override
    public Optional<byte[]> logo(BusinessId business, String digest) {
        return brands.logo(business, digest);
    }

    @Override
    public List<ProcessorAccount> processors(BusinessId business) {
        return db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .orderBy(PROCESSOR_ACCOUNT.PLACE, PROCESSOR_ACCOUNT.NAME)
                .fetch(this::processor);
    }

    @Override
    public Optional<ProcessorAccount> processorFor(BusinessId business, Currency currency) {
        return processorsFor(business, currency).stream().findFirst();
    }

    @Override
    public List<ProcessorAccount> processorsFor(BusinessId business, Currency currency) {
        return processors(business).stream()
                .filter(p ->
                        p.isOn() && p.isTest() == clock.isTest() && p.currency().equals(currency))
                .toList();
    }

    @Override
    public Optional<ProcessorAccount> findProcessor(ProcessorId id) {
        return db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.ID.eq(id))
                .fetchOptional(this::processor);
    }

    @Override
    public ProcessorAccount processor(BusinessId business, ProcessorId id) {
        return findProcessor(id)
                .filter(p -> p.business().equals(business))
                .orElseThrow(() -> new NoDataFoundException("no processor " + id));
    }

    @Override
    public List<Currency> currencies(BusinessId business) {
        String own = db.select(BUSINESS.CURRENCY)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(business))
                .fetchSingle()
                .value1();
        return Stream.concat(Stream.of(own), rates.used(business).stream())
                .map(Currency::getInstance)
                .toList();
    }

    @Override
    public QuoteDefault quoteDefault(BusinessId business) {
        return quotes.find(business);
    }

    @Override
    public ExchangeRate rate(BusinessId business, Currency currency, LocalDate day) {
        Currency own = Currency.getInstance(db.select(BUSINESS.CURRENCY)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(business))
                .fetchSingle()
                .value1());
        if (own.equals(currency)) return ExchangeRate.none(own, day);
        return db.selectFrom(EXCHANGE_RATE)
                .where(EXCHANGE_RATE.BUSINESS_ID.eq(business))
                .and(EXCHANGE_RATE.CURRENCY.eq(currency.getCurrencyCode()))
                .and(EXCHANGE_RATE.DAY.le(day))
                .orderBy(EXCHANGE_RATE.DAY.desc())
                .limit(1)
                .fetchOptional(r -> new ExchangeRate(currency, own, r.getPerUnit(), r.getDay(), r.getSource()))
                .orElseThrow(() -> new Refusal(
                        "setup.rates.none",
                        "No rate from %s to %s is known on or before %s. Nothing was booked. Add one in Set-up."
                                .formatted(currency, own, day)));
    }

    @Override
    public NavigableMap<LocalDate, ExchangeRate> rates(
            BusinessId business, Currency currency, LocalDate from, LocalDate to) {
        Currency own = Currency.getInstance(db.fetchValue(BUSINESS.CURRENCY, BUSINESS.ID.eq(business)));
        var rates = new TreeMap<LocalDate, ExchangeRate>();
        db.selectFrom(EXCHANGE_RATE)
                .where(EXCHANGE_RATE.BUSINESS_ID.eq(business))
                .and(EXCHANGE_RATE.CURRENCY.eq(currency.getCurrencyCode()))
                .and(EXCHANGE_RATE.DAY.between(from, to))
                .forEach(r -> rates.put(
                        r.getDay(), new ExchangeRate(currency, own, r.getPerUnit(), r.getDay(), r.getSource())));
        return rates;
    }

    private static Account account(AccountRecord a) {
        return new Account(a.getCode(), a.getName(), a.getKind(), a.getRole());
    }

    /** The signing secret before the present one, as long as notices may still carry it. */
    private String former(ProcessorAccountRecord p) {
        boolean counts =
                p.getFormerUntil() != null && p.getFormerUntil().toInstant().isAfter(clock.now());
        return counts ? vault.decrypt(p.getFormerSecret()) : null;
    }

    private ProcessorAccount processor(ProcessorAccountRecord p) {
        return new ProcessorAccount(
                p.getBusinessId(),
                p.getId(),
                p.getName(),
                new ProcessorAccount.Access(
                        p.getAddress(),
                        vault.decrypt(p.getKeySecret()),
                        vault.decrypt(p.getSigningSecret()),
                        former(p)),
                Currency.getInstance(p.getCurrency()),
                new ProcessorAccount.Booking(
                        p.getClearingAccount(), p.getFeeAccount(), p.getPayoutsAccount(), List.of(p.getFeeTags())),
                new FeeRule(p.getFeePercent(), Money.ofMinor(p.getCurrency(), p.getFeeFixedMinor())),
                p.getPayoutsReadTo(),
                p.getIsOn(),
                p.getIsTest(),
                Stream.of(p.getCan()).map(ProcessorPort.Ability::valueOf).collect(Collectors.toSet()));
    }
}
