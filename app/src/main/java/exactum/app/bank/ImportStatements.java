package exactum.app.bank;

import exactum.app.audit.Audit;
import exactum.app.database.Digest;
import exactum.app.installation.Settings;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import exactum.core.ledger.Bookings;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.StatementFile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Imports bank statements: a file whole or not at all, each statement and each line once, in whatever order they come; where
 * one is missing is known and shown. A line that is read books the bank against unplaced money, so that the bank account in
 * the books is the bank's account.
 */
@Component
public class ImportStatements {
    private static final String AGAIN = "statement.again";
    private final FindSetup setup;
    private final StatementStore statements;
    private final BankNoticeStore notices;
    private final BankLineStore lines;
    private final BankFeed feed;
    private final FindBooks books;
    private final Ledger ledger;
    private final Settings settings;
    private final Audit audit;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    ImportStatements(
            FindSetup setup,
            StatementStore statements,
            BankNoticeStore notices,
            BankLineStore lines,
            BankFeed feed,
            FindBooks books,
            Ledger ledger,
            Settings settings,
            Audit audit,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.statements = statements;
        this.notices = notices;
        this.lines = lines;
        this.feed = feed;
        this.books = books;
        this.ledger = ledger;
        this.settings = settings;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
    }

    /**
     * What was imported.
     *
     * @param last the file's last statement, or null where it held notices alone
     * @param notices how many notices it held
     */
    public record Imported(StatementId last, int notices) {}

    /** Imports a file. Limits and hostile content are found before anything is stored. */
    public Imported fromFile(BusinessId business, String fileName, InputStream file) {
        MessageDigest sha256 = Digest.sha256();
        StatementFile read;
        try (var limited = new LimitedInput(new DigestInputStream(file, sha256), settings.statementLimitKb() * 1024)) {
            read = StatementFile.read(limited);
        } catch (Refusal refused) {
            throw refused.of(fileName);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        byte[] digest = sha256.digest();
        return transaction.execute(s -> {
            if (statements.hasFile(business, digest) || notices.hasFile(business, digest)) {
                throw new Refusal(AGAIN, "This file was imported before. Nothing was stored again.");
            }
            StatementId last = null;
            for (Statement one : read.statements())
                last = store(business, account(business, one.iban()), one, fileName, digest);
            for (Notice one : read.notices()) {
                BankAccount account = account(business, one.account());
                notices.insert(business, account.id(), one, fileName, digest);
                events.publishEvent(new NoticeRead(business, account.id(), one));
                audit.record(business, "imported a notice", one.reference());
            }
            return new Imported(last, read.notices().size());
        });
    }

    /** Nobody else imports a statement of the account until the transaction ends. */
    void lock(BusinessId business, BankAccountId account) {
        statements.lock(business, account);
    }

    /** Takes a statement that was read otherwise. */
    StatementId take(BusinessId business, BankAccount account, Statement read, String fileName, byte[] content) {
        byte[] digest = Digest.sha256().digest(content);
        if (statements.hasFile(business, digest))
            throw new Refusal(AGAIN, "This file was imported before. Nothing was stored again.");
        return store(business, account, read, fileName, digest);
    }

    /** Fetches what is new of an account where its bank offers that, and answers how many statements were imported. */
    public int fetch(BusinessId business, BankAccount account) {
        if (account.feedUrl() == null || !account.isFetched()) return 0;
        String lastRead = statements
                .last(business, account.id())
                .map(BankStatement::reference)
                .orElse(null);
        int imported = 0;
        for (BankFeed.Offered file : feed.after(account, setup.number(business, account.id()), lastRead)) {
            byte[] content = feed.content(account, file);
            if (isNew(business, file.name(), content)) imported++;
        }
        return imported;
    }

    /** Whether a statement is new; a bank that offers a file again stops nothing. */
    private boolean isNew(BusinessId business, String name, byte[] content) {
        try {
            return fromFile(business, name, new ByteArrayInputStream(content)).last() != null;
        } catch (Refusal refused) {
            if (refused.code().equals(AGAIN)) return false;
            throw refused;
        }
    }

    /**
     * Takes a line that a person types, for an account of which no statements come.
     *
     * @throws Refusal if statements of the account are imported
     */
    @Transactional
    public StatementId type(BusinessId business, BankAccount account, StatementLine line) {
        statements.lock(business, account.id());
        if (account.feedUrl() != null || statements.hasImported(business, account.id())) {
            throw new Refusal(
                    "statement.typed",
                    "Statements of %s are imported, so its lines come with them. Nothing was stored."
                            .formatted(account.name()));
        }
        Money opening = statements.chain(business, account).closing(LocalDate.MAX);
        String reference =
                "typed " + (statements.list(business, Integer.MAX_VALUE).size() + 1);
        var statement = new Statement(
                reference,
                null,
                setup.number(business, account.id()),
                line.bookedOn(),
                line.bookedOn(),
                opening,
                opening.plus(line.amount()),
                List.of(line));
        byte[] digest = Digest.sha256().digest((account.id() + reference).getBytes(StandardCharsets.UTF_8));
        return store(business, account, statement, "", digest);
    }

    private BankAccount account(BusinessId business, AccountNumber number) {
        BankAccount account = setup.findBankAccount(business, number)
                .orElseThrow(() -> new Refusal(
                        "statement.other-account",
                        "The statement is for the account ending %s, which is not set up here. Nothing was stored. Add the account in Set-up, or choose another file."
                                .formatted(number.ending())));
        statements.lock(business, account.id());
        return account;
    }

    private StatementId store(BusinessId business, BankAccount account, Statement s, String fileName, byte[] digest) {
        if (statements.hasReference(business, account.id(), s.reference())) {
            throw new Refusal(
                    AGAIN, "Statement %s was imported before. Nothing was stored again.".formatted(s.reference()));
        }
        statements.findSame(business, account.id(), s).ifPresent(same -> {
            throw new Refusal(
                    AGAIN,
                    "Statement %s of the same days, balances and number of lines was imported before. Nothing was stored again."
                            .formatted(same));
        });
        if (!account.opening().currency().equals(s.opening().currency())) {
            throw new Refusal(
                    "statement.currency",
                    "The statement is in %s, the account in %s. Nothing was stored."
                            .formatted(s.opening().currency(), account.opening().currency()));
        }
        lines.findAgain(business, account.id(), s.lines()).ifPresent(line -> {
            throw new Refusal(
                    "statement.line-again",
                    "The line of %s with the bank’s reference %s was imported before with another statement. Nothing was stored."
                            .formatted(line.bookedOn(), line.said().bankReference()));
        });
        StatementId id = statements.insert(business, account.id(), s, fileName, digest);
        book(business, account, id, s.lines());
        audit.record(business, "imported a statement", s.reference());
        return id;
    }

    private void book(BusinessId business, BankAccount account, StatementId statement, List<StatementLine> said) {
        if (said.isEmpty()) return;
        Map<LocalDate, ExchangeRate> rates = new HashMap<>();
        List<Valued> worths = said.stream()
                .map(l -> rates.computeIfAbsent(
                                l.bookedOn(),
                                day -> setup.rate(business, l.amount().currency(), day))
                        .value(l.amount())
                        .value())
                .toList();
        Bookings bookings = ledger.bookings(business);
        List<BankLine> read = lines.insert(business, statement, account.id(), said, worths, books.periods(business));
        ledger.bookAll(
                business,
                read.stream()
                        .map(l -> bookings.bankLineRead(
                                l.id(), l.words(), l.bookedOn(), l.explained().amount(), account.account()))
                        .toList());
        events.publishEvent(new LinesRead(business, account.id(), read));
    }
}
