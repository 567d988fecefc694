package exactum.app.setup;

import static exactumdb.Tables.BANK_ACCOUNT;
import static exactumdb.Tables.CREDITOR_IDENTIFIER;

import exactum.app.security.Vault;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactumdb.tables.records.BankAccountRecord;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Bank accounts and creditor identifiers in the database. */
@Component
class BankStore {
    private final DSLContext db;
    private final Vault vault;

    BankStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    List<BankAccount> all(BusinessId business) {
        return db.selectFrom(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(business))
                .orderBy(BANK_ACCOUNT.NAME)
                .fetch(BankStore::bankAccount);
    }

    BankAccount get(BusinessId business, BankAccountId id) {
        return db.selectFrom(BANK_ACCOUNT).where(is(business, id)).fetchSingle(BankStore::bankAccount);
    }

    Optional<BankAccount> find(BusinessId business, AccountNumber iban) {
        return db.selectFrom(BANK_ACCOUNT)
                .where(BANK_ACCOUNT.BUSINESS_ID.eq(business))
                .and(BANK_ACCOUNT.IBAN_DIGEST.eq(vault.digest("iban", iban.value())))
                .fetchOptional(BankStore::bankAccount);
    }

    AccountNumber number(BusinessId business, BankAccountId id) {
        return AccountNumber.of(
                vault.decrypt(db.select(BANK_ACCOUNT.IBAN_SECRET)
                        .from(BANK_ACCOUNT)
                        .where(is(business, id))
                        .fetchSingle()
                        .value1()),
                "");
    }

    void insert(BusinessId business, BankAccount account, AccountNumber iban) {
        db.insertInto(BANK_ACCOUNT)
                .set(BANK_ACCOUNT.BUSINESS_ID, business)
                .set(BANK_ACCOUNT.ID, account.id())
                .set(BANK_ACCOUNT.NAME, account.name())
                .set(BANK_ACCOUNT.IBAN_SECRET, vault.encrypt(iban.value()))
                .set(BANK_ACCOUNT.IBAN_DIGEST, vault.digest("iban", iban.value()))
                .set(BANK_ACCOUNT.IBAN_ENDING, iban.ending())
                .set(BANK_ACCOUNT.CURRENCY, account.opening().currency().getCurrencyCode())
                .set(BANK_ACCOUNT.ACCOUNT, account.account())
                .set(BANK_ACCOUNT.OPENING_MINOR, account.opening().minor())
                .set(BANK_ACCOUNT.OPENED_ON, account.openedOn())
                .set(BANK_ACCOUNT.FEED_URL, account.feedUrl())
                .execute();
    }

    /** Changes name, feed and profile; false if somebody changed it since it was shown. */
    boolean update(BusinessId business, BankAccount a) {
        return db.update(BANK_ACCOUNT)
                        .set(BANK_ACCOUNT.NAME, a.name())
                        .set(BANK_ACCOUNT.FEED_URL, a.feedUrl())
                        .set(BANK_ACCOUNT.BIC, a.profile().bic())
                        .set(BANK_ACCOUNT.CREDITOR_ID, a.profile().creditor())
                        .set(BANK_ACCOUNT.FILE_VERSION, a.profile().fileVersion())
                        .set(BANK_ACCOUNT.GROUPING, a.profile().grouping())
                        .set(BANK_ACCOUNT.BATCH_BOOKING, a.profile().isBatch())
                        .set(BANK_ACCOUNT.CUT_OFF, a.profile().cutOff())
                        .set(BANK_ACCOUNT.USES_FIRST, a.profile().usesFirst())
                        .set(BANK_ACCOUNT.LEAD_DAYS, a.profile().leadDays())
                        .set(BANK_ACCOUNT.DEBIT_URL, a.profile().debitUrl())
                        .set(BANK_ACCOUNT.TRANSFER_URL, a.profile().transferUrl())
                        .set(BANK_ACCOUNT.REVISION, BANK_ACCOUNT.REVISION.plus(1))
                        .where(is(business, a.id()))
                        .and(BANK_ACCOUNT.REVISION.eq(a.revision()))
                        .execute()
                == 1;
    }

    void switchFeed(BusinessId business, BankAccountId id, boolean on) {
        db.update(BANK_ACCOUNT)
                .set(BANK_ACCOUNT.FEED_ON, on)
                .where(is(business, id))
                .execute();
    }

    List<Creditor> creditors(BusinessId business) {
        return db.selectFrom(CREDITOR_IDENTIFIER)
                .where(CREDITOR_IDENTIFIER.BUSINESS_ID.eq(business))
                .orderBy(CREDITOR_IDENTIFIER.NAME)
                .fetch(c -> new Creditor(c.getId(), new CreditorIdentifier(c.getIdentifier()), c.getName()));
    }

    /** Adds one; false if it is there already. */
    boolean insert(BusinessId business, Creditor creditor) {
        return db.insertInto(CREDITOR_IDENTIFIER)
                        .set(CREDITOR_IDENTIFIER.BUSINESS_ID, business)
                        .set(CREDITOR_IDENTIFIER.ID, creditor.id())
                        .set(
                                CREDITOR_IDENTIFIER.IDENTIFIER,
                                creditor.identifier().value())
                        .set(CREDITOR_IDENTIFIER.NAME, creditor.name())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    private static Condition is(BusinessId business, BankAccountId id) {
        return BANK_ACCOUNT.BUSINESS_ID.eq(business).and(BANK_ACCOUNT.ID.eq(id));
    }

    private static BankAccount bankAccount(BankAccountRecord b) {
        return new BankAccount(
                b.getId(),
                b.getName(),
                b.getIbanEnding(),
                b.getAccount(),
                Money.ofMinor(b.getCurrency(), b.getOpeningMinor()),
                b.getOpenedOn(),
                b.getFeedUrl(),
                b.getFeedOn(),
                new BankAccount.Profile(
                        b.getBic(),
                        b.getCreditorId(),
                        b.getFileVersion(),
                        b.getGrouping(),
                        b.getBatchBooking(),
                        b.getCutOff(),
                        b.getUsesFirst(),
                        b.getLeadDays(),
                        b.getDebitUrl(),
                        b.getTransferUrl()),
                b.getRevision());
    }
}
