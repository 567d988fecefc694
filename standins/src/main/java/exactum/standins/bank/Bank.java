package exactum.standins.bank;

import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Writer;
import exactum.standins.clock.Banking;
import exactum.standins.clock.StandinClock;
import exactum.standins.processor.PayoutDocument;
import exactum.standins.processor.Payouts;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Keeps the accounts. Each day that something was booked on gets a statement; the month's last day brings a charge. */
@Component
public class Bank {
    private final Shelf<Day> statements;
    private final Shelf<Waiting> waiting;
    private final DebitOffice debits;
    private final TransferOffice transfers;
    private final StandinClock clock;

    Bank(Shelves shelves, DebitOffice debits, TransferOffice transfers, StandinClock clock) {
        this.debits = debits;
        this.transfers = transfers;
        statements = shelves.of("bank/statements", Day.class);
        waiting = shelves.of("bank/waiting", Waiting.class);
        this.clock = clock;
    }

    /**
     * A line as it is kept; the amount is a signed decimal.
     *
     * @param sent what was sent in another currency, as {@code GBP 100.00}; null where it was sent in the account's own
     */
    public record Line(
            String amount,
            String reference,
            String endToEndId,
            String counterparty,
            String remittance,
            String structured,
            String code,
            String sent,
            Debits debits) {
        Line(
                String amount,
                String reference,
                String endToEndId,
                String counterparty,
                String remittance,
                String structured,
                String code,
                String sent) {
            this(amount, reference, endToEndId, counterparty, remittance, structured, code, sent, null);
        }

        Line(
                String amount,
                String reference,
                String endToEndId,
                String counterparty,
                String remittance,
                String structured,
                String code) {
            this(amount, reference, endToEndId, counterparty, remittance, structured, code, null);
        }

        private boolean isReturn() {
            return debits != null && debits.back() != null;
        }

        private StatementLine.Further further() {
            if (debits != null) return debits.further(amount.startsWith("-"));
            if (sent == null || sent.isBlank()) return StatementLine.Further.NOTHING;
            String[] parts = sent.split(" ");
            return new StatementLine.Further(
                    "", "", null, "", new StatementLine.Foreign(Money.of(parts[0], parts[1]), null));
        }
    }

    /**
     * What a line says of direct debits.
     *
     * @param back what comes back with it, or null
     */
    public record Debits(String message, String group, int count, Back back) {
        private StatementLine.Further further(boolean isOut) {
            List<StatementLine.Returned> returned = back == null
                    ? List.of()
                    : List.of(new StatementLine.Returned(
                            back.endToEnd(),
                            back.mandate(),
                            Money.of("EUR", back.amount()),
                            Money.of("EUR", back.charged()),
                            back.reason(),
                            back.name(),
                            ""));
            var of = new StatementLine.OfDebits(isOut ? "" : message, isOut ? "" : group, count, returned);
            return new StatementLine.Further(back == null ? "" : back.reason(), "", null, "", null, of);
        }
    }

    /** A direct debit that comes back. */
    public record Back(String endToEnd, String mandate, String amount, String charged, String reason, String name) {}

    /** A day's statement as it is kept. */
    public record Day(
            String account,
            String reference,
            long sequence,
            LocalDate date,
            String opening,
            String closing,
            List<Line> lines) {}

    /** What a person set off at the bank's page; it is booked when the day closes. */
    public record Waiting(List<Line> lines) {}

    /** Books what arrives and the charges, and writes each account's statement of the day. A day closes once. */
    public synchronized void close(LocalDate day, Payouts payouts) {
        for (BankAccount account : BankAccount.values())
            close(day, account, payouts.arrivingOn(day, account.currency()));
    }

    private void close(LocalDate day, BankAccount account, List<PayoutDocument> arriving) {
        String key = account + "-" + day;
        if (statements.find(key).isPresent()
                || !Banking.days(account.currency()).isOpen(day)) return;
        var lines = new ArrayList<Line>();
        for (PayoutDocument payout : arriving) {
            lines.add(new Line(
                    payout.net(),
                    "CR" + payout.id().substring(3).replace("-", ""),
                    payout.id(),
                    "Test Card Payments",
                    "PAYOUT " + payout.id(),
                    "",
                    "PMNT/RCDT/ESCT"));
        }
        lines.addAll(debits.close(day, account));
        lines.addAll(transfers.close(day, account));
        lines.addAll(notBookedYet(account));
        if (Banking.isLastOfMonth(day, account.currency()))
            lines.add(new Line(
                    account.monthlyFee().negated().plain(),
                    "FEE" + day.toString().replace("-", ""),
                    "",
                    "",
                    "ACCOUNT FEE " + day.getMonth() + " " + day.getYear(),
                    "",
                    "PMNT/MDOP/CHRG"));
        if (lines.isEmpty()) return;
        Money opening = balance(account);
        Money closing = opening;
        for (Line line : lines) closing = closing.plus(account.money(line.amount()));
        long sequence = newest(account).size() + 1L;
        statements.put(
                key,
                new Day(
                        account.currency(),
                        account.reference(sequence),
                        sequence,
                        day,
                        opening.plain(),
                        closing.plain(),
                        List.copyOf(lines)));
        waiting.put(account.currency(), new Waiting(List.of()));
    }

    /** What waits, less what the last statement holds: a kill between the two leaves it in both. */
    private List<Line> notBookedYet(BankAccount account) {
        List<Line> booked = newest(account).stream().findFirst().map(Day::lines).orElse(List.of());
        return waitingLines(account).stream().filter(l -> !booked.contains(l)).toList();
    }

    /** A line that will be booked with the day. */
    synchronized void add(BankAccount account, Line line) {
        var lines = new ArrayList<>(notBookedYet(account));
        lines.add(line);
        waiting.put(account.currency(), new Waiting(List.copyOf(lines)));
    }

    Money balance(BankAccount account) {
        return newest(account).stream()
                .findFirst()
                .map(d -> account.money(d.closing()))
                .orElse(account.opening());
    }

    List<Line> waitingLines(BankAccount account) {
        return waiting.find(account.currency()).map(Waiting::lines).orElse(List.of());
    }

    List<Day> newest(BankAccount account) {
        return statements.newest(Comparator.comparingLong(Day::sequence)).stream()
                .filter(d -> d.account().equals(account.currency()))
                .toList();
    }

    /** Statements of an account after the one with the reference, the oldest first. */
    List<Day> after(BankAccount account, String reference) {
        List<Day> all = newest(account).reversed();
        long last = all.stream()
                .filter(d -> d.reference().equals(reference))
                .mapToLong(Day::sequence)
                .findFirst()
                .orElse(0);
        return all.stream().filter(d -> d.sequence() > last).toList();
    }

    Optional<byte[]> camt(String reference) {
        return statements.all().stream()
                .filter(d -> d.reference().equals(reference))
                .findFirst()
                .map(Bank::camt);
    }

    /** What of a day’s statement a notice tells as well: the direct debits that came back. */
    Optional<byte[]> notice(String reference) {
        return statements.all().stream()
                .filter(d -> d.reference().equals(reference))
                .filter(Bank::hasReturns)
                .findFirst()
                .map(Bank::notice);
    }

    static boolean hasReturns(Day day) {
        return day.lines().stream().anyMatch(Line::isReturn);
    }

    private static byte[] notice(Day day) {
        BankAccount account = BankAccount.of(day.account());
        var notice = new Notice(
                "N" + day.reference(),
                account.iban(),
                day.lines().stream()
                        .filter(Line::isReturn)
                        .map(l -> line(day, account, l))
                        .toList());
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(notice, day.date().atTime(LocalTime.of(19, 0)).toInstant(ZoneOffset.UTC), out);
        return out.toByteArray();
    }

    private static StatementLine line(Day day, BankAccount account, Line l) {
        return new StatementLine(
                day.date(),
                day.date(),
                account.money(l.amount()),
                l.reference(),
                l.endToEndId(),
                l.counterparty(),
                l.remittance(),
                l.structured(),
                l.code(),
                l.further());
    }

    LocalDate today() {
        return clock.today();
    }

    private static byte[] camt(Day day) {
        BankAccount account = BankAccount.of(day.account());
        var lines = day.lines().stream().map(l -> line(day, account, l)).toList();
        var statement = new Statement(
                day.reference(),
                day.sequence(),
                account.iban(),
                day.date(),
                day.date(),
                account.money(day.opening()),
                account.money(day.closing()),
                lines);
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(statement, day.date().atTime(LocalTime.of(20, 0)).toInstant(ZoneOffset.UTC), out);
        return out.toByteArray();
    }
}
