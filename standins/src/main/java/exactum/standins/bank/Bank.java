package exactum.standins.bank;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Writer;
import exactum.standins.StandinSettings;
import exactum.standins.clock.StandinClock;
import exactum.standins.processor.PayoutDocument;
import exactum.standins.shelf.Shelf;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** One euro account. Each day that something was booked on gets a statement; the month's last day brings a charge. */
@Component
public class Bank {
    static final String CURRENCY = "EUR";
    private static final String ACCOUNT_FEE = "4.50";
    private static final Iban IBAN = iban();
    private static final Money OPENING = Money.of(CURRENCY, "18240.55");
    private final Shelf<Day> statements;
    private final Shelf<Waiting> waiting;
    private final StandinClock clock;

    Bank(StandinSettings settings, JsonMapper json, StandinClock clock) {
        statements = new Shelf<>(settings.home().resolve("bank/statements"), Day.class, json);
        waiting = new Shelf<>(settings.home().resolve("bank/waiting"), Waiting.class, json);
        this.clock = clock;
    }

    /** A line as it is kept; the amount is a signed decimal. */
    public record Line(
            String amount, String reference, String endToEndId, String counterparty, String remittance, String code) {}

    /** A day's statement as it is kept. */
    public record Day(
            String reference, long sequence, LocalDate date, String opening, String closing, List<Line> lines) {}

    /** What a person set off at the bank's page; it is booked when the day closes. */
    public record Waiting(List<Line> lines) {}

    public static Iban account() {
        return IBAN;
    }

    public static Money openingBalance() {
        return OPENING;
    }

    /** Books what arrives and the charges, and writes the day's statement. A day closes once. */
    public synchronized void close(LocalDate day, List<PayoutDocument> arriving) {
        if (statements.find(day.toString()).isPresent() || !TargetCalendar.INSTANCE.isOpen(day)) return;
        var lines = new ArrayList<Line>();
        for (PayoutDocument payout : arriving) {
            lines.add(new Line(
                    payout.net(),
                    "CR" + payout.id().substring(3).replace("-", ""),
                    payout.id(),
                    "Practice Card Payments",
                    "PAYOUT " + payout.id(),
                    "PMNT/RCDT/ESCT"));
        }
        lines.addAll(notBookedYet());
        if (isLastOpenDayOfMonth(day))
            lines.add(new Line(
                    "-" + ACCOUNT_FEE,
                    "FEE" + day.toString().replace("-", ""),
                    "",
                    "",
                    "ACCOUNT FEE " + day.getMonth() + " " + day.getYear(),
                    "PMNT/MDOP/CHRG"));
        if (lines.isEmpty()) return;
        Money opening = balance();
        Money closing = opening;
        for (Line line : lines) closing = closing.plus(Money.of(CURRENCY, line.amount()));
        long sequence = statements.all().size() + 1L;
        statements.put(
                day.toString(),
                new Day(
                        "ST-%05d".formatted(sequence),
                        sequence,
                        day,
                        opening.plain(),
                        closing.plain(),
                        List.copyOf(lines)));
        waiting.put("next", new Waiting(List.of()));
    }

    /** What waits, less what the last statement holds: a kill between the two leaves it in both. */
    private List<Line> notBookedYet() {
        List<Line> booked = newest().stream().findFirst().map(Day::lines).orElse(List.of());
        return waitingLines().stream().filter(l -> !booked.contains(l)).toList();
    }

    /** A line that will be booked with the day. */
    synchronized void add(Line line) {
        var lines = new ArrayList<>(notBookedYet());
        lines.add(line);
        waiting.put("next", new Waiting(List.copyOf(lines)));
    }

    Money balance() {
        return newest().stream()
                .findFirst()
                .map(d -> Money.of(CURRENCY, d.closing()))
                .orElse(OPENING);
    }

    List<Line> waitingLines() {
        return waiting.find("next").map(Waiting::lines).orElse(List.of());
    }

    List<Day> newest() {
        return statements.newest(java.util.Comparator.comparingLong(Day::sequence));
    }

    /** Statements after the one with the reference, the oldest first. */
    List<Day> after(String reference) {
        long last = statements.all().stream()
                .filter(d -> d.reference().equals(reference))
                .mapToLong(Day::sequence)
                .findFirst()
                .orElse(0);
        return statements.all().stream().filter(d -> d.sequence() > last).toList();
    }

    Optional<byte[]> camt(String reference) {
        return statements.all().stream()
                .filter(d -> d.reference().equals(reference))
                .findFirst()
                .map(Bank::camt);
    }

    LocalDate today() {
        return clock.today();
    }

    private static byte[] camt(Day day) {
        var lines = day.lines().stream()
                .map(l -> new StatementLine(
                        day.date(),
                        day.date(),
                        Money.of(CURRENCY, l.amount()),
                        l.reference(),
                        l.endToEndId(),
                        l.counterparty(),
                        l.remittance(),
                        l.code()))
                .toList();
        var statement = new Statement(
                day.reference(),
                day.sequence(),
                IBAN,
                day.date(),
                day.date(),
                Money.of(CURRENCY, day.opening()),
                Money.of(CURRENCY, day.closing()),
                lines);
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(statement, day.date().atTime(LocalTime.of(20, 0)).toInstant(ZoneOffset.UTC), out);
        return out.toByteArray();
    }

    private static boolean isLastOpenDayOfMonth(LocalDate day) {
        return TargetCalendar.INSTANCE.openOrNext(day.plusDays(1)).getMonth() != day.getMonth();
    }

    /** A made-up Irish account at a bank code that nobody has. */
    private static Iban iban() {
        String account = "LAKE90000100114022";
        return new Iban("IE" + Iban.checkDigits("IE", account) + account);
    }
}
