package exactum.app.statements;

import exactum.app.audit.Audit;
import exactum.app.settings.Settings;
import exactum.app.setup.BankAccount;
import exactum.app.setup.SetupStore;
import exactum.core.bank.Statement;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.camt.Camt053Reader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes in bank statements: whole or not at all, each once, and only in the order that their balances say. Limits and
 * hostile content are found while the file streams, before anything is stored.
 */
@Component
public class TakeInStatements {
    private final SetupStore setup;
    private final StatementStore statements;
    private final BankFeed feed;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    TakeInStatements(
            SetupStore setup,
            StatementStore statements,
            BankFeed feed,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.statements = statements;
        this.feed = feed;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** Takes in a file and answers the last statement's id. */
    public UUID fromFile(String fileName, InputStream file) {
        MessageDigest sha256 = sha256();
        List<Statement> read;
        try (var limited = new LimitedInput(new DigestInputStream(file, sha256), settings.statementLimitKb() * 1024)) {
            read = Camt053Reader.read(limited);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        byte[] digest = sha256.digest();
        return transaction.execute(s -> {
            UUID last = null;
            for (Statement one : read) last = store(one, fileName, digest);
            return last;
        });
    }

    /** Fetches what is new at every bank that offers it and answers how many statements were taken in. */
    public int fetch() {
        int taken = 0;
        for (BankAccount account : setup.bankAccounts()) {
            if (account.feedUrl() == null) continue;
            String lastRead = statements
                    .last(account.id())
                    .map(StatementStore.Stored::reference)
                    .orElse(null);
            for (BankFeed.File file : feed.after(account, setup.iban(account.id()), lastRead)) {
                fromFile(file.name(), new ByteArrayInputStream(file.content()));
                taken++;
            }
        }
        return taken;
    }

    private UUID store(Statement s, String fileName, byte[] digest) {
        BankAccount account = setup.findBankAccount(s.iban())
                .orElseThrow(() -> new Refusal(
                        "statement.other-account",
                        "The statement is for the account ending %s, which is not set up here. Nothing was stored. Add the account in Set-up, or choose another file."
                                .formatted(s.iban().ending())));
        var last = statements.lockLast(account.id());
        if (statements.hasReference(account.id(), s.reference())) {
            throw new Refusal(
                    "statement.again",
                    "Statement %s was read before. Nothing was stored again.".formatted(s.reference()));
        }
        Money lastClosing = last.map(StatementStore.Stored::closing).orElse(account.opening());
        if (!lastClosing.currency().equals(s.opening().currency())) {
            throw new Refusal(
                    "statement.currency",
                    "The statement is in %s, the account in %s. Nothing was stored."
                            .formatted(s.opening().currency(), lastClosing.currency()));
        }
        s.requireContinues(lastClosing);
        UUID id = statements.insert(
                account.id(),
                s,
                fileName,
                digest,
                last.map(StatementStore.Stored::position).orElse(0) + 1);
        audit.record("read in a statement", s.reference());
        return id;
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
