package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.business.SaveBusiness;
import exactum.app.ledger.Ledger;
import exactum.app.outside.OutsideAddresses;
import exactum.core.bank.Iban;
import exactum.core.document.TaxRate;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ItemId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import java.time.LocalDate;
import java.util.Base64;
import java.util.Currency;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Saves what the set-up says, section by section, each in a transaction of its own. */
@Component
public class SetUp {
    private final SaveBusiness businesses;
    private final FindSetup setup;
    private final ChangeSetupStore store;
    private final Ledger ledger;
    private final OutsideAddresses addresses;
    private final Audit audit;

    SetUp(
            SaveBusiness businesses,
            FindSetup setup,
            ChangeSetupStore store,
            Ledger ledger,
            OutsideAddresses addresses,
            Audit audit) {
        this.businesses = businesses;
        this.setup = setup;
        this.store = store;
        this.ledger = ledger;
        this.addresses = addresses;
        this.audit = audit;
    }

    /** Adds a business with the first chart and number series; who adds it is its administrator. */
    @Transactional
    public BusinessId addBusiness(Business business, String login) {
        BusinessId id = businesses.add(business, login);
        FirstChart.ACCOUNTS.forEach(a -> store.insert(id, a));
        store.keep(id, new NumberSeries(NumberSeries.INVOICES, "INV-", 4));
        store.keep(id, new NumberSeries(NumberSeries.CREDIT_NOTES, "CN-", 4));
        audit.record(id, "added a business", business.identity().legalName());
        return id;
    }

    /** Saves who we are and how papers look. */
    @Transactional
    public void changeBusiness(Business business) {
        businesses.change(business);
        audit.record(business.id(), "changed the identity", business.identity().legalName());
    }

    @Transactional
    public void addAccount(BusinessId business, Account account) {
        businesses.oneAtATime(business);
        if (account.name().isBlank())
            throw new Refusal("account.incomplete", "An account needs a code and a name. Nothing was saved.");
        if (setup.account(business, account.code()).isPresent()) {
            throw new Refusal(
                    "account.duplicate",
                    "There is an account %s already. Nothing was saved.".formatted(account.code()));
        }
        store.insert(business, account);
        audit.record(business, "added an account", account.label());
    }

    /** Adds a dated rate and ends the one before it on that day; no rate is ever edited. */
    @Transactional
    public void addTaxRate(BusinessId business, TaxRate rate) {
        businesses.oneAtATime(business);
        if (store.hasRateFrom(business, rate.code(), rate.validFrom())) {
            throw new Refusal(
                    "tax.not-later",
                    "There is a rate “%s” from %s or later already. Nothing was saved. Give a later first day."
                            .formatted(rate.code(), rate.validFrom()));
        }
        store.insert(business, rate);
        audit.record(business, "added a tax rate", rate.label());
    }

    @Transactional
    public TermsId addTerms(BusinessId business, String name, DueRule rule, String printed, boolean chosen) {
        businesses.oneAtATime(business);
        var terms = new Terms(ChangeSetupStore.newTerms(), name, rule, printed, chosen);
        if (!store.insert(business, terms))
            throw new Refusal(
                    "terms.duplicate", "There are terms called “%s” already. Nothing was saved.".formatted(name));
        audit.record(business, "added terms", name);
        return terms.id();
    }

    @Transactional
    public ItemId addItem(
            BusinessId business,
            String code,
            String name,
            String unit,
            UnitPrice price,
            String taxCode,
            AccountCode incomeAccount) {
        if (code.isBlank() || name.isBlank() || unit.isBlank())
            throw new Refusal("item.incomplete", "An item needs a code, a name and a unit. Nothing was saved.");
        var item = new CatalogueItem(ChangeSetupStore.newItem(), code, name, unit, price, taxCode, incomeAccount);
        requireAccount(business, incomeAccount, "income", "incomeAccount");
        if (!store.insert(business, item))
            throw new Refusal("item.duplicate", "There is an item “%s” already. Nothing was saved.".formatted(code));
        audit.record(business, "added an item", name);
        return item.id();
    }

    /** Adds a bank account and books its opening balance on the day given. */
    @Transactional
    public BankAccountId addBankAccount(
            BusinessId business,
            String name,
            Iban iban,
            AccountCode account,
            Money opening,
            LocalDate openedOn,
            String feedUrl) {
        businesses.oneAtATime(business);
        if (setup.findBankAccount(business, iban).isPresent())
            throw new Refusal("bank.duplicate", "This account is set up already. Nothing was saved.");
        if (setup.bankAccounts(business).stream().anyMatch(b -> b.account().equals(account))) {
            throw new Refusal(
                    "bank.shared",
                    "Account %s of the chart belongs to another bank account. Nothing was saved. Give each its own, or they cannot be tied out."
                            .formatted(account));
        }
        requireAccount(business, account, "asset", "account");
        String feed = feedUrl == null ? null : addresses.typed(feedUrl);
        var added = new BankAccount(
                ChangeSetupStore.newBankAccount(), name, iban.ending(), account, opening, openedOn, feed, true);
        store.insert(business, added, iban);
        if (!opening.isZero()) {
            var worth = setup.rate(business, opening.currency(), openedOn)
                    .value(opening)
                    .value();
            ledger.book(business, ledger.bookings(business).openingBalance(added.id(), name, openedOn, worth, account));
        }
        audit.record(business, "added a bank account", name + ", ending " + iban.ending());
        return added.id();
    }

    @Transactional
    public ProcessorId addProcessor(
            BusinessId business,
            String name,
            ProcessorAccount.Access access,
            Currency currency,
            ProcessorAccount.Booking accounts,
            FeeRule fees) {
        businesses.oneAtATime(business);
        String address = addresses.typed(access.address());
        requireSecret(access.signingSecret());
        requireAccount(business, accounts.clearing(), "asset", "clearing");
        requireAccount(business, accounts.fees(), "expense", "feeAccount");
        requireOwnAccounts(business, name, accounts);
        var trimmed = new ProcessorAccount.Access(address, access.key(), access.signingSecret());
        var added = new ProcessorAccount(
                business, ChangeSetupStore.newProcessor(), name, trimmed, currency, accounts, fees, null, true);
        store.insert(added);
        audit.record(business, "added a processor", name);
        return added.id();
    }

    private void requireAccount(BusinessId business, AccountCode code, String kind, String field) {
        if (setup.account(business, code).filter(a -> a.kind().equals(kind)).isEmpty())
            throw new Refusal(
                            "account.unknown",
                            "There is no %s account %s in the chart. Nothing was saved. Add it in Set-up, or choose another."
                                    .formatted(kind, code))
                    .at(field);
    }

    private void requireOwnAccounts(BusinessId business, String name, ProcessorAccount.Booking accounts) {
        for (ProcessorAccount other : setup.processors(business)) {
            if (other.name().equals(name))
                throw new Refusal(
                        "processor.duplicate",
                        "There is a processor called “%s” already. Nothing was saved.".formatted(name));
            if (other.accounts().clearing().equals(accounts.clearing()))
                throw new Refusal(
                        "processor.shared",
                        "Account %s of the chart belongs to %s. Nothing was saved. Give each its own clearing account, or they cannot be tied out."
                                .formatted(accounts.clearing(), other.name()));
        }
    }

    /** Replaces a processor's key and signing secret, as after they were changed at the processor. */
    @Transactional
    public void changeProcessorKeys(BusinessId business, ProcessorId id, String key, String signingSecret) {
        requireSecret(signingSecret);
        ProcessorAccount processor = setup.processor(business, id);
        store.setKeys(business, id, key, signingSecret);
        audit.record(business, "changed a processor’s keys", processor.name());
    }

    /** Notes the last payout that was fetched of a processor. */
    @Transactional
    public void payoutsReadTo(BusinessId business, ProcessorId id, String reference) {
        store.setReadTo(business, id, reference);
    }

    /** Saves how documents are numbered; numbers already given stay. */
    @Transactional
    public void saveSeries(BusinessId business, NumberSeries series) {
        if (!series.prefix().matches("[A-Z0-9-]{0,12}"))
            throw new Refusal(
                    "series.prefix", "A prefix has capital letters, digits and dashes, at most 12. Nothing was saved.");
        store.keep(business, series);
        audit.record(business, "changed the number series", series.number(2026, 1));
    }

    /** Saves what a currency is worth from a day on. */
    @Transactional
    public void saveRate(BusinessId business, ExchangeRate rate) {
        store.keep(business, rate);
        audit.record(
                business,
                "saved an exchange rate",
                rate.from() + " " + rate.perUnit().toPlainString());
    }

    /** Switches a processor on or off: off, no payer is led to it and no payouts are fetched. */
    @Transactional
    public void switchProcessor(BusinessId business, ProcessorId id, boolean on) {
        ProcessorAccount processor = setup.processor(business, id);
        store.switchProcessor(business, id, on);
        audit.record(business, on ? "switched a processor on" : "switched a processor off", processor.name());
    }

    /** Switches the fetching of a bank account's statements on or off. */
    @Transactional
    public void switchFeed(BusinessId business, BankAccountId id, boolean on) {
        BankAccount account = setup.bankAccount(business, id);
        store.switchFeed(business, id, on);
        audit.record(business, on ? "switched a feed on" : "switched a feed off", account.name());
    }

    /** As Standard Webhooks 1.0 writes them: {@code whsec_} and 24 to 64 bytes in base64. */
    private static void requireSecret(String signingSecret) {
        if (signingSecret.startsWith("whsec_") && isKey(signingSecret.substring("whsec_".length()))) return;
        throw new Refusal(
                        "processor.secret",
                        "A signing secret is whsec_ and 24 to 64 bytes in base64. Nothing was saved. Copy it from the processor’s page.")
                .at("signingSecret");
    }

    private static boolean isKey(String base64) {
        try {
            int bytes = Base64.getDecoder().decode(base64).length;
            return bytes >= 24 && bytes <= 64;
        } catch (IllegalArgumentException none) {
            return false;
        }
    }
}
