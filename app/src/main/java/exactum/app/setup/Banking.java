package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.outside.OutsideAddresses;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The accounts at banks, how each bank wants debits, and the identifiers under which they are made. */
@Component
public class Banking {
    private final SaveBusiness businesses;
    private final FindSetup setup;
    private final BankStore store;
    private final Chart chart;
    private final Ledger ledger;
    private final OutsideAddresses addresses;
    private final Audit audit;

    Banking(
            SaveBusiness businesses,
            FindSetup setup,
            BankStore store,
            Chart chart,
            Ledger ledger,
            OutsideAddresses addresses,
            Audit audit) {
        this.businesses = businesses;
        this.setup = setup;
        this.store = store;
        this.chart = chart;
        this.ledger = ledger;
        this.addresses = addresses;
        this.audit = audit;
    }

    /** Adds a bank account and books its opening balance on the day given. */
    @Transactional
    public BankAccountId addBankAccount(
            BusinessId business,
            String name,
            AccountNumber iban,
            AccountCode account,
            Money opening,
            LocalDate openedOn,
            String feedUrl) {
        businesses.oneAtATime(business);
        if (setup.findBankAccount(business, iban).isPresent())
            throw new Refusal("bank.duplicate", "This account is set up already. Nothing was saved.");
        chart.require(business, account, "asset", "account");
        String feed = feedUrl == null ? null : addresses.typed(feedUrl);
        var added = new BankAccount(
                new BankAccountId(Ids.next()),
                name,
                iban.ending(),
                account,
                opening,
                openedOn,
                feed,
                true,
                BankAccount.Profile.USUAL,
                1);
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

    /** Changes name, feed and profile, unless somebody changed them since they were shown. */
    @Transactional
    public void change(BusinessId business, BankAccount changed) {
        BankAccount before = store.get(business, changed.id());
        if (changed.profile().creditor() != null
                && setup.creditors(business).stream()
                        .noneMatch(c -> c.id().equals(changed.profile().creditor())))
            throw new Refusal("bank.creditor", "This creditor identifier is not ours. Nothing was saved.")
                    .at("creditor");
        String feed = changed.feedUrl() == null ? null : addresses.typed(changed.feedUrl());
        BankAccount.Profile p = changed.profile();
        String debits = p.debitUrl() == null ? null : addresses.typed(p.debitUrl());
        String transfers = p.transferUrl() == null ? null : addresses.typed(p.transferUrl());
        var profile = new BankAccount.Profile(
                p.bic(),
                p.creditor(),
                p.fileVersion(),
                p.grouping(),
                p.isBatch(),
                p.cutOff(),
                p.usesFirst(),
                p.leadDays(),
                debits,
                transfers);
        var after = new BankAccount(
                changed.id(),
                changed.name(),
                before.ending(),
                before.account(),
                before.opening(),
                before.openedOn(),
                feed,
                before.isFetched(),
                profile,
                changed.revision());
        if (!store.update(business, after))
            throw new Refusal(
                    "bank.changed",
                    "Somebody changed this account meanwhile. It now says %s, statements from %s, %s, %s. Yours was not saved; it still stands here."
                            .formatted(
                                    before.name(),
                                    before.feedUrl() == null ? "nowhere" : before.feedUrl(),
                                    before.profile().fileVersion(),
                                    before.profile().grouping()));
        audit.record(business, "changed a bank account", after.name(), differences(before, after));
    }

    private static Changes differences(BankAccount before, BankAccount after) {
        BankAccount.Profile was = before.profile();
        BankAccount.Profile is = after.profile();
        return Changes.of()
                .and("name", before.name(), after.name())
                .and("statements from", before.feedUrl(), after.feedUrl())
                .and("BIC", was.bic(), is.bic())
                .and("creditor identifier", was.creditor(), is.creditor())
                .and("file version", was.fileVersion(), is.fileVersion())
                .and("grouping", was.grouping(), is.grouping())
                .and("booking", was.isBatch() ? "batch" : "single", is.isBatch() ? "batch" : "single")
                .and("cut-off", was.cutOff(), is.cutOff())
                .and("banking days ahead", was.leadDays(), is.leadDays())
                .and("debits to", was.debitUrl(), is.debitUrl())
                .and("transfers to", was.transferUrl(), is.transferUrl())
                .and("first marked FRST", was.usesFirst() ? "yes" : "no", is.usesFirst() ? "yes" : "no");
    }

    /** Adds a creditor identifier, its check digits looked at. */
    @Transactional
    public void addCreditor(BusinessId business, CreditorIdentifier identifier, String name) {
        if (!store.insert(business, new Creditor(Ids.next(), identifier, name)))
            throw new Refusal("creditor.duplicate", "This creditor identifier is there already. Nothing was saved.")
                    .at("identifier");
        audit.record(business, "added a creditor identifier", identifier.value());
    }

    /** Switches the fetching of a bank account’s statements on or off. */
    @Transactional
    public void switchFeed(BusinessId business, BankAccountId id, boolean on) {
        BankAccount account = setup.bankAccount(business, id);
        store.switchFeed(business, id, on);
        audit.record(business, on ? "switched a feed on" : "switched a feed off", account.name());
    }
}
