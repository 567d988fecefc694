package exactum.app.setup;

import exactum.core.bank.AccountNumber;
import exactum.core.document.TaxRates;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;

/** What a business is set up with. */
public interface FindSetup {

    TaxRates taxRates(BusinessId business);

    /** The chart, by code. */
    List<Account> accounts(BusinessId business);

    Optional<Account> account(BusinessId business, AccountCode code);

    /** The account of what is sold without a catalogue item: the first that is for income and nothing else. */
    AccountCode incomeAccount(BusinessId business);

    /** How many items the catalogue has. */
    int itemCount(BusinessId business);

    /** The terms, those that new arrangements start with first. */
    List<KeptTerms> terms(BusinessId business);

    Map<TermsId, KeptTerms> termsById(BusinessId business);

    /** The terms that new arrangements start with; a {@link exactum.core.problem.Refusal} where there are none. */
    KeptTerms chosenTerms(BusinessId business);

    /** The layouts, everybody's first. */
    List<Layout> layouts(BusinessId business);

    Optional<NumberSeries> series(BusinessId business, String name);

    List<BankAccount> bankAccounts(BusinessId business);

    /** One bank account; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    BankAccount bankAccount(BusinessId business, BankAccountId id);

    Optional<BankAccount> findBankAccount(BusinessId business, AccountNumber number);

    /** The full number, for asking the bank and for printing transfer details. */
    AccountNumber number(BusinessId business, BankAccountId id);

    List<Creditor> creditors(BusinessId business);

    /** The numbers besides the tax number, in the order in which they print. */
    List<SellerNumber> sellerNumbers(BusinessId business);

    /** The currencies that the business deals in: its own first, then those of customers, banks and processors. */
    List<Currency> currencies(BusinessId business);

    /** What a quote asks for, as long as nothing else is said on it. */
    QuoteDefault quoteDefault(BusinessId business);

    /** A logo by its digest, as a PNG (ISO/IEC 15948). */
    Optional<byte[]> logo(BusinessId business, String digest);

    List<ProcessorAccount> processors(BusinessId business);

    /**
     * The processor that payers of a currency are led to: the first in the list that is switched on, takes the currency, and is for
     * tests where this installation is, or for live payments where it is not.
     */
    Optional<ProcessorAccount> processorFor(BusinessId business, Currency currency);

    /** All that may be used for a currency now, the first one first. */
    List<ProcessorAccount> processorsFor(BusinessId business, Currency currency);

    /** A processor by its id alone, as its notices name it. */
    Optional<ProcessorAccount> findProcessor(ProcessorId id);

    /** One processor; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    ProcessorAccount processor(BusinessId business, ProcessorId id);

    /**
     * What the currency is worth in the business's own on the day: the newest rate that is not later; none is needed for the
     * own currency.
     *
     * @throws exactum.core.problem.Refusal if no rate is known
     */
    ExchangeRate rate(BusinessId business, Currency currency, LocalDate day);

    /** The rates of a currency to the business's own between two days, both included, by day. */
    NavigableMap<LocalDate, ExchangeRate> rates(BusinessId business, Currency currency, LocalDate from, LocalDate to);
}
