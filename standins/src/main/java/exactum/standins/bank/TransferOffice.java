package exactum.standins.bank;

import exactum.core.calendar.TargetCalendar;
import exactum.core.problem.Refusal;
import exactum.formats.pain.Pain001Reader;
import exactum.formats.pain.Transfer;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Takes files of transfers as a bank does: proven against the schema of their message, their sums and this bank's own accounts. Each
 * transfer leaves by a line of its own; one to an account that is closed comes back a banking day later.
 */
@Component
class TransferOffice {
    private final Shelf<File> files;
    private final Shelf<Closed> closed;
    private final PainSchema schema;
    private final StandinClock clock;

    TransferOffice(Shelves shelves, PainSchema schema, StandinClock clock) {
        files = shelves.of("bank/transfers", File.class);
        closed = shelves.of("bank/closed", Closed.class);
        this.schema = schema;
        this.clock = clock;
    }

    /** An account elsewhere that takes no money any more. */
    record Closed(String iban) {}

    /** A file as it is kept. */
    record File(String reference, String account, LocalDate on, List<Item> items) {}

    /**
     * One transfer.
     *
     * @param backOn the day on which it comes back, or null
     */
    record Item(String endToEnd, String amount, String payee, String text, LocalDate backOn) {}

    /** Takes a file, or says why not; the same reference again is known. */
    synchronized DebitOffice.Answer take(byte[] content) {
        Pain001Reader.File read;
        try {
            schema.requireTransfers(content);
            read = Pain001Reader.read(new ByteArrayInputStream(content));
        } catch (Refusal wrong) {
            return DebitOffice.Answer.refused(wrong.sentence());
        }
        BankAccount account = BankAccount.withIban(read.header().account().value());
        if (account == null) return DebitOffice.Answer.refused("the account is not kept here (AC01)");
        if (files.find(read.header().messageId()).isPresent()) return DebitOffice.Answer.TAKEN;
        LocalDate today = TargetCalendar.INSTANCE.openOrNext(clock.today());
        LocalDate on =
                read.header().on().isBefore(today) ? today : read.header().on();
        files.put(
                read.header().messageId(),
                new File(
                        read.header().messageId(),
                        account.currency(),
                        on,
                        read.transfers().stream().map(t -> item(t, on)).toList()));
        return DebitOffice.Answer.TAKEN;
    }

    private Item item(Transfer t, LocalDate on) {
        boolean isClosed = closed.find(t.account().value()).isPresent();
        return new Item(
                t.endToEndId(),
                t.amount().plain(),
                t.payee(),
                t.remittance(),
                isClosed ? TargetCalendar.INSTANCE.plusOpenDays(on, 1) : null);
    }

    void close(String iban) {
        closed.put(iban, new Closed(iban));
    }

    /** The lines that a day brings to an account. */
    List<Bank.Line> close(LocalDate day, BankAccount account) {
        var lines = new ArrayList<Bank.Line>();
        for (File file : files.all()) {
            if (!file.account().equals(account.currency())) continue;
            for (Item item : file.items()) {
                if (file.on().equals(day)) lines.add(line(item, "-" + item.amount(), "PMNT/ICDT/ESCT", ""));
                if (Optional.ofNullable(item.backOn()).filter(day::equals).isPresent())
                    lines.add(line(item, item.amount(), "PMNT/ICDT/RRTN", "AC04"));
            }
        }
        return lines;
    }

    private static Bank.Line line(Item item, String amount, String code, String back) {
        String end = item.endToEnd().substring(Math.max(0, item.endToEnd().length() - 12));
        return new Bank.Line(
                amount,
                (back.isEmpty() ? "TO" : "RT") + end,
                item.endToEnd(),
                item.payee(),
                back.isEmpty() ? item.text() : "RETURNED " + back + " " + item.text(),
                "",
                code);
    }
}
