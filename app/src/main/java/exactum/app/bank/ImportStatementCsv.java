package exactum.app.bank;

import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.csv.StatementCsv;
import exactum.formats.csv.StatementMapping;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Imports a bank's CSV file: how it is read is proposed, tried on it and remembered for files with the same head. Lines that
 * came before, with a file whose days overlap, are left out.
 */
@Component
public class ImportStatementCsv {
    private final BankCsvStore files;
    private final BankLineStore lines;
    private final FindStatements statements;
    private final ImportStatements imports;
    private final FindSetup setup;

    ImportStatementCsv(
            BankCsvStore files,
            BankLineStore lines,
            FindStatements statements,
            ImportStatements imports,
            FindSetup setup) {
        this.files = files;
        this.lines = lines;
        this.statements = statements;
        this.imports = imports;
        this.setup = setup;
    }

    /**
     * A file that waits to be read.
     *
     * @param known whether files of its head were read before
     * @param account whose it most probably is, or null
     */
    public record Waiting(UUID id, String fileName, StatementCsv.Looked looked, boolean known, BankAccountId account) {}

    /**
     * What reading it by a mapping gives.
     *
     * @param again how many of its lines came before
     */
    public record Tried(Statement statement, List<StatementLine> fresh, int again) {
        public Money in() {
            return Money.sum(
                    statement.opening().currency(),
                    fresh.stream()
                            .map(StatementLine::amount)
                            .filter(Money::isPositive)
                            .toList());
        }

        public Money out() {
            return Money.sum(
                    statement.opening().currency(),
                    fresh.stream()
                            .map(StatementLine::amount)
                            .filter(Money::isNegative)
                            .toList());
        }
    }

    /**
     * Keeps a file until it is known how to read it.
     *
     * @throws Refusal if it is no CSV
     */
    public UUID keep(BusinessId business, String fileName, byte[] content) {
        StatementCsv.look(content);
        return files.keep(business, fileName, content);
    }

    public Waiting waiting(BusinessId business, UUID id) {
        BankCsvStore.Kept kept = files.find(business, id).orElseThrow(NotHere::new);
        StatementCsv.Looked looked = StatementCsv.look(kept.content());
        Optional<BankCsvStore.Known> known = files.known(business, looked.head());
        var read = new StatementCsv.Looked(
                known.map(BankCsvStore.Known::mapping).orElse(looked.mapping()), looked.head(), looked.sample());
        return new Waiting(
                id,
                kept.fileName(),
                read,
                known.isPresent(),
                known.map(BankCsvStore.Known::account).orElseGet(() -> guessed(business, kept, read.mapping())));
    }

    /** The account that the file names, or the only one there is. */
    private BankAccountId guessed(BusinessId business, BankCsvStore.Kept kept, StatementMapping mapping) {
        try {
            String said = StatementCsv.ours(kept.content(), mapping);
            if (!said.isEmpty())
                return setup.findBankAccount(business, AccountNumber.of(said, ""))
                        .map(BankAccount::id)
                        .orElse(null);
        } catch (Refusal noAccount) {
            return null;
        }
        List<BankAccount> all = setup.bankAccounts(business);
        return all.size() == 1 ? all.getFirst().id() : null;
    }

    /**
     * Reads it as the mapping says; stores nothing.
     *
     * @throws Refusal that names what cannot be read
     */
    @Transactional(readOnly = true)
    public Tried tried(BusinessId business, UUID id, StatementMapping mapping, BankAccountId accountId) {
        BankCsvStore.Kept kept = files.find(business, id).orElseThrow(NotHere::new);
        BankAccount account = setup.bankAccount(business, accountId);
        Statement read = StatementCsv.read(
                kept.content(),
                mapping,
                setup.number(business, accountId),
                account.opening().currency(),
                statements.chain(business, account).closing(LocalDate.MAX));
        Map<List<Object>, Integer> there = new HashMap<>();
        lines.saidBetween(business, accountId, read.from(), read.until())
                .forEach(l -> there.merge(key(l), 1, Integer::sum));
        var fresh = new ArrayList<StatementLine>();
        for (StatementLine line : read.lines()) {
            if (there.merge(key(line), -1, Integer::sum) < 0) fresh.add(line);
        }
        return new Tried(read, List.copyOf(fresh), read.lines().size() - fresh.size());
    }

    private static List<Object> key(StatementLine line) {
        return List.of(line.bookedOn(), line.amount(), line.counterparty(), line.remittance());
    }

    /**
     * Imports it, and remembers the mapping for files with the same head.
     *
     * @throws Refusal if it cannot be read, or every line of it came before
     */
    @Transactional
    public StatementId take(BusinessId business, UUID id, StatementMapping mapping, BankAccountId accountId) {
        imports.lock(business, accountId);
        BankCsvStore.Kept kept = files.find(business, id).orElseThrow(NotHere::new);
        Tried tried = tried(business, id, mapping, accountId);
        if (tried.fresh().isEmpty())
            throw new Refusal(
                    "statement.again", "Every line of the file was imported before. Nothing was stored again.");
        Statement read = tried.statement();
        Money ends = read.closing();
        Money moved = Money.sum(
                ends.currency(),
                tried.fresh().stream().map(StatementLine::amount).toList());
        String reference = tried.again() == 0
                ? read.reference()
                : "%s, of which %d new"
                        .formatted(read.reference(), tried.fresh().size());
        var statement = new Statement(
                reference,
                null,
                read.iban(),
                tried.fresh().stream()
                        .map(StatementLine::bookedOn)
                        .min(LocalDate::compareTo)
                        .orElseThrow(),
                read.until(),
                ends.minus(moved),
                ends,
                tried.fresh());
        StatementId stored = imports.take(
                business, setup.bankAccount(business, accountId), statement, kept.fileName(), kept.content());
        files.remember(business, StatementCsv.look(kept.content()).head(), mapping, accountId);
        files.forget(business, id);
        return stored;
    }
}
