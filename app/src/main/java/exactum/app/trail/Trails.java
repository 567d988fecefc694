package exactum.app.trail;

import exactum.app.cards.Collection;
import exactum.app.cards.CollectionStore;
import exactum.app.clock.BusinessClock;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutStore;
import exactum.app.receipts.Receipt;
import exactum.app.receipts.ReceiptStore;
import exactum.app.recurring.RecurringStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.text.Texts;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Follows one sum from agreement to bank line, and from the bank line back. */
@Component
public class Trails {
    private static final int[] COLUMNS = {10, 214, 418, 628, 828, 1030};
    private static final int BOX_WIDTH = 160;
    private static final int BOX_HEIGHT = 46;
    private static final int ROW = 74;
    private static final int TOP = 24;
    private static final int MOST = 12;
    private final InvoiceStore invoices;
    private final RecurringStore recurring;
    private final CollectionStore collections;
    private final ReceiptStore receipts;
    private final PayoutStore payouts;
    private final StatementStore statements;
    private final BusinessClock clock;

    Trails(
            InvoiceStore invoices,
            RecurringStore recurring,
            CollectionStore collections,
            ReceiptStore receipts,
            PayoutStore payouts,
            StatementStore statements,
            BusinessClock clock) {
        this.invoices = invoices;
        this.recurring = recurring;
        this.collections = collections;
        this.receipts = receipts;
        this.payouts = payouts;
        this.statements = statements;
        this.clock = clock;
    }

    /** The trail of one invoice. */
    public TrailDrawing ofInvoice(Invoice invoice) {
        return draw(List.of(invoice));
    }

    /** The trails of all invoices whose money is in the bank line's payout; at most the first twelve are drawn. */
    public TrailDrawing ofBankLine(UUID bankLine) {
        return draw(payouts.findByBankLine(bankLine)
                .map(p -> p.lines().stream()
                        .filter(l -> l.invoiceNumber() != null)
                        .limit(MOST)
                        .map(l -> invoices.findByNumber(l.invoiceNumber()).orElseThrow())
                        .toList())
                .or(() -> receipts.findByBankLine(bankLine)
                        .flatMap(r -> receipts.findInvoice(r.id()))
                        .map(i -> List.of(invoices.get(i))))
                .orElse(List.of()));
    }

    private TrailDrawing draw(List<Invoice> all) {
        var pen = new Pen(all);
        for (Invoice invoice : all) row(pen, invoice);
        return pen.done();
    }

    private void row(Pen pen, Invoice invoice) {
        int y = pen.nextRow();
        int before = -1;
        if (invoice.recurringId() != null) {
            var arrangement = recurring.find(invoice.recurringId()).orElseThrow();
            pen.box(0, y, "Recurring invoice", arrangement.name(), "/recurring/" + arrangement.id(), "fact");
            before = 0;
        }
        before = pen.next(
                before,
                1,
                y,
                invoice.gross(),
                "agreed",
                invoice.number(),
                invoice.gross().withCurrency() + ", " + Texts.shortDay(invoice.date()),
                "/invoices/" + invoice.number(),
                "fact");
        for (Invoice.Instalment instalment : invoice.instalments()) {
            boolean settled = instalment.open().isZero();
            boolean late = !settled && instalment.dueDate().isBefore(clock.today());
            pen.next(
                    before,
                    2,
                    y,
                    instalment.amount(),
                    settled ? "settled" : "agreed",
                    "Instalment %d of %d"
                            .formatted(instalment.seq(), invoice.instalments().size()),
                    instalment.amount().withCurrency() + ", due " + Texts.shortDay(instalment.dueDate()),
                    "/invoices/" + invoice.number() + "#instalments",
                    settled ? "settled" : late ? "back" : "waiting");
        }
        money(pen, invoice, y);
    }

    private void money(Pen pen, Invoice invoice, int y) {
        var received = receipts.ofInvoice(invoice.id());
        for (Receipt receipt : received) {
            pen.next(
                    2,
                    3,
                    y,
                    receipt.amount(),
                    "settled",
                    receipt.isCard() ? "Card payment" : "Transfer",
                    receipt.amount().withCurrency() + ", " + Texts.shortDay(receipt.receivedOn()),
                    "/receipts/" + receipt.id(),
                    "settled");
            if (!receipt.isCard()) {
                transferred(pen, y, receipt);
                continue;
            }
            Payout payout = payouts.findByReceipt(receipt.id()).orElse(null);
            if (payout == null) {
                pen.next(3, 4, y, receipt.amount(), "expected", "Payout", "not in one yet", null, "waiting");
                continue;
            }
            pen.shared(
                    3,
                    4,
                    y,
                    receipt.amount(),
                    payout.id(),
                    "Payout " + payout.state(),
                    payout.net().withCurrency() + ", " + Texts.shortDay(payout.arrivesOn()),
                    "/payouts/" + payout.id());
            if (payout.bankLineId() == null)
                pen.expectedLanding(y, receipt.amount(), Texts.shortDay(payout.arrivesOn()));
            else landed(pen, y, receipt.amount(), payout);
        }
        if (received.isEmpty()) {
            collections
                    .findInFlight(invoice.id())
                    .ifPresent(c -> pen.next(
                            2, 3, y, c.amount(), "expected", "Card payment", inFlight(c), "/card-payments", "waiting"));
        }
    }

    private void landed(Pen pen, int y, Money money, Payout payout) {
        BankLine line = statements.findLine(payout.bankLineId()).orElseThrow();
        pen.shared(
                4,
                5,
                y,
                money,
                line.id(),
                "Bank line " + Texts.shortDay(line.bookedOn()),
                line.amount().withCurrency() + (payout.tiedOut() ? ", tied out" : ", differs"),
                "/bank-lines/" + line.id());
    }

    private void transferred(Pen pen, int y, Receipt receipt) {
        BankLine line = statements.findLine(receipt.bankLineId()).orElseThrow();
        pen.shared(
                3,
                5,
                y,
                receipt.amount(),
                line.id(),
                "Bank line " + Texts.shortDay(line.bookedOn()),
                line.amount().withCurrency(),
                "/bank-lines/" + line.id());
    }

    private static String inFlight(Collection c) {
        return "in flight since " + Texts.shortDay(c.startedOn());
    }

    /** Places boxes and bands; width is money, the largest invoice 18 units wide. */
    private static final class Pen {
        private final List<TrailDrawing.Box> boxes = new ArrayList<>();
        private final List<TrailDrawing.Band> bands = new ArrayList<>();
        private final java.util.Map<UUID, Integer> sharedRows = new java.util.HashMap<>();
        private final StringBuilder words = new StringBuilder();
        private final long largest;
        private int rows;

        private Pen(List<Invoice> all) {
            largest = Math.max(
                    1, all.stream().mapToLong(i -> i.gross().minor()).max().orElse(1));
        }

        private int nextRow() {
            return TOP + ROW * rows++;
        }

        private void box(int column, int y, String title, String detail, String href, String style) {
            boxes.add(new TrailDrawing.Box(COLUMNS[column], y, BOX_WIDTH, title, shortened(detail), href, style));
            words.append(title).append(", ").append(detail).append(". ");
        }

        private int next(
                int from,
                int column,
                int y,
                Money money,
                String bandStyle,
                String title,
                String detail,
                String href,
                String style) {
            if (from >= 0) band(from, y, column, y, money, bandStyle);
            box(column, y, title, detail, href, style);
            return column;
        }

        /** A box that several trails lead to is drawn once, at the row of the first. */
        private void shared(
                int from, int column, int y, Money money, UUID what, String title, String detail, String href) {
            Integer at = sharedRows.putIfAbsent(what, y);
            if (at == null) box(column, y, title, detail, href, "settled");
            int fromY = from == 4
                    ? sharedRows.values().stream().min(Integer::compare).orElse(y)
                    : y;
            if (from == 3 || at == null) band(from, fromY, column, at == null ? y : at, money, "settled");
        }

        private void expectedLanding(int y, Money money, String day) {
            if (boxes.stream().anyMatch(b -> b.x() == COLUMNS[5])) return;
            band(4, y, 5, y, money, "expected");
            box(5, y, "Bank line", "expected " + day, null, "waiting");
        }

        private void band(int from, int fromY, int to, int toY, Money money, String style) {
            int x1 = COLUMNS[from] + BOX_WIDTH;
            int x2 = COLUMNS[to];
            int middle = (x1 + x2) / 2;
            int y1 = fromY + BOX_HEIGHT / 2;
            int y2 = toY + BOX_HEIGHT / 2;
            int width = (int) Math.max(3, money.minor() * 18 / largest);
            bands.add(new TrailDrawing.Band(
                    "M%d %dC%d %d %d %d %d %d".formatted(x1, y1, middle, y1, middle, y2, x2, y2), width, style));
        }

        private TrailDrawing done() {
            return new TrailDrawing(
                    TOP + ROW * rows,
                    List.copyOf(boxes),
                    List.copyOf(bands),
                    words.toString().strip());
        }

        private static String shortened(String text) {
            return text.length() > 25 ? text.substring(0, 24) + "…" : text;
        }
    }
}
