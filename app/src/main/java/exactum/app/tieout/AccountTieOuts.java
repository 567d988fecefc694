package exactum.app.tieout;

import exactum.app.ledger.Ledger;
import exactum.app.payouts.PayoutStore;
import exactum.app.setup.BankAccount;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.text.Texts;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Each bank and clearing account: what is said against what is booked, every difference with its name and age. */
@Component
public class AccountTieOuts {
    private final SetupStore setup;
    private final StatementStore statements;
    private final PayoutStore payouts;
    private final Ledger ledger;
    private final DSLContext db;

    AccountTieOuts(SetupStore setup, StatementStore statements, PayoutStore payouts, Ledger ledger, DSLContext db) {
        this.setup = setup;
        this.statements = statements;
        this.payouts = payouts;
        this.ledger = ledger;
        this.db = db;
    }

    /** A difference that has a name. */
    public record Difference(String name, int ageDays, Money amount, String href) {}

    /**
     * One account.
     *
     * @param unexplained what remains when every named difference is taken off; zero when it ties out
     */
    public record AccountTieOut(
            String name,
            String account,
            LocalDate asOf,
            Money said,
            Money booked,
            List<Difference> differences,
            Money unexplained,
            Working working,
            String saidBy) {
        public boolean comesOut() {
            return unexplained.isZero() && differences.isEmpty();
        }
    }

    public List<AccountTieOut> all(LocalDate today) {
        var all = new ArrayList<AccountTieOut>();
        setup.bankAccounts().forEach(b -> all.add(bank(b, today)));
        setup.processors().forEach(p -> all.add(clearing(p, today)));
        return all;
    }

    private AccountTieOut bank(BankAccount account, LocalDate today) {
        var last = statements.last(account.id());
        LocalDate asOf = last.map(StatementStore.Stored::until).orElse(account.openedOn());
        Money said = last.map(StatementStore.Stored::closing).orElse(account.opening());
        Money booked = ledger.balance(account.account(), said.currency().getCurrencyCode(), asOf);
        var differences = new ArrayList<Difference>();
        for (BankLine line : statements.homeless(account.id(), asOf)) {
            differences.add(new Difference(
                    "bank line without a home: " + line.words(),
                    age(line.bookedOn(), today),
                    line.amount(),
                    "/bank-lines/" + line.id()));
        }
        return result(
                account.name(),
                account.account(),
                asOf,
                said,
                booked,
                differences,
                "the statement of " + Texts.day(asOf));
    }

    /** The processor holds what was sold and not landed yet; the clearing account must hold the same. */
    private AccountTieOut clearing(ProcessorAccount processor, LocalDate today) {
        Money booked = ledger.balance(processor.clearingAccount(), processor.currency(), today);
        Money held = heldByProcessor(processor, today);
        var differences = new ArrayList<Difference>();
        for (PayoutStore.Listed payout : payouts.differing()) {
            differences.add(new Difference(
                    "payout %s holds what the books do not".formatted(payout.reference()),
                    age(payout.arrivesOn(), today),
                    Money.ofMinor(payout.currency(), payout.offMinor()),
                    "/payouts/" + payout.id()));
        }
        return result(
                processor.name(),
                processor.clearingAccount(),
                today,
                held,
                booked,
                differences,
                "payouts on their way and sales in none yet");
    }

    /** Payouts not landed, plus the net of receipts that are in no payout yet. */
    private Money heldByProcessor(ProcessorAccount processor, LocalDate today) {
        long onTheWay = sum(
                "select coalesce(sum(net_minor), 0) from payout where processor_id = {0} and bank_line_id is null",
                processor.id());
        long inNone = sum(
                "select coalesce(sum(r.amount_minor - r.fee_minor), 0) from receipt r where r.processor_id = {0} and not exists (select 1 from payout_line l where l.business_id = r.business_id and l.receipt_id = r.id)",
                processor.id());
        return Money.ofMinor(processor.currency(), onTheWay + inNone);
    }

    private long sum(String sql, UUID processor) {
        return db.fetchSingle(sql, DSL.val(processor)).get(0, Long.class);
    }

    private static AccountTieOut result(
            String name,
            String account,
            LocalDate asOf,
            Money said,
            Money booked,
            List<Difference> differences,
            String saidBy) {
        Money named = Money.sum(
                said.currency(), differences.stream().map(Difference::amount).toList());
        Money unexplained = said.minus(booked).minus(named);
        var working = Working.on("Tie-out of " + name)
                .step("said: " + said.text(), saidBy)
                .step(
                        "booked: " + booked.text(),
                        "ledger account %s at the end of %s".formatted(account, Texts.day(asOf)));
        differences.forEach(d -> working.step(d.amount().text() + " " + d.name(), d.ageDays() + " days old"));
        working.step(
                "%s − %s%s = %s"
                        .formatted(
                                said.text(),
                                booked.text(),
                                named.isZero() ? "" : " − (" + named.text() + ")",
                                unexplained.text()),
                "what no name explains");
        return new AccountTieOut(
                name, account, asOf, said, booked, List.copyOf(differences), unexplained, working.done(), saidBy);
    }

    private static int age(LocalDate since, LocalDate today) {
        return (int) Math.max(0, ChronoUnit.DAYS.between(since, today));
    }
}
