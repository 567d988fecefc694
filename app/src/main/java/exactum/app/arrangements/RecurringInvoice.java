package exactum.app.arrangements;

import exactum.app.documents.Draft;
import exactum.app.documents.Origin;
import exactum.app.documents.Particulars;
import exactum.core.arrangement.BilledLines;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.Readings;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The standing arrangement that makes invoices.
 *
 * @param progress how far it is
 * @param revision raised by each change; a rehearsal holds on to the one it saw
 */
public record RecurringInvoice(
        RecurringId id,
        String name,
        CustomerId customer,
        Recurrence recurrence,
        TermsId terms,
        Content content,
        Handling handling,
        Progress progress,
        int revision) {

    /**
     * What each of its invoices says; the tax rates are those of each invoice's date.
     *
     * @param tags those of lines that have none of their own
     */
    public record Content(
            Currency currency, PriceMode mode, List<DatedLine> lines, Draft.Wording wording, List<String> tags) {
        public Content {
            lines = List.copyOf(lines);
            tags = List.copyOf(tags);
        }

        /** Lines that are always there. */
        public static Content of(Currency currency, PriceMode mode, List<Line> lines, Draft.Wording wording) {
            return new Content(currency, mode, lines.stream().map(DatedLine::of).toList(), wording, List.of());
        }

        Content with(List<DatedLine> others) {
            return new Content(currency, mode, others, wording, tags);
        }
    }

    /**
     * How far it is.
     *
     * @param nextIndex the occurrence that is billed next
     * @param skipped the first days of periods that are left out
     * @param pausedOn since when it is paused, or null
     */
    public record Progress(RecurringState state, int nextIndex, Set<LocalDate> skipped, LocalDate pausedOn) {
        public static final Progress FRESH = new Progress(RecurringState.ACTIVE, 0, Set.of(), null);

        public Progress {
            skipped = Set.copyOf(skipped);
        }

        Progress at(int index) {
            return new Progress(state, index, skipped, pausedOn);
        }

        Progress in(RecurringState other) {
            return new Progress(other, nextIndex, skipped, pausedOn);
        }
    }

    /** One that is agreed just now. */
    public static RecurringInvoice fresh(
            RecurringId id, String name, CustomerId customer, Recurrence recurrence, TermsId terms, Content content) {
        return new RecurringInvoice(id, name, customer, recurrence, terms, content, Handling.USUAL, Progress.FRESH, 1);
    }

    public RecurringState state() {
        return progress.state();
    }

    public int nextIndex() {
        return progress.nextIndex();
    }

    /** The occurrences that are still to be billed, in order. */
    public Stream<Occurrence> ahead() {
        return recurrence
                .from(progress.nextIndex())
                .filter(o -> !progress.skipped().contains(o.period().from()));
    }

    /** The occurrence that is billed next; none where it has ended. */
    public Optional<Occurrence> next() {
        return ahead().findFirst();
    }

    /** Those that are to be made on or before a day. */
    public Stream<Occurrence> toMake(LocalDate day) {
        return recurrence
                .from(progress.nextIndex())
                .takeWhile(o -> !o.makeOn().isAfter(day))
                .filter(o -> !progress.skipped().contains(o.period().from()));
    }

    /** The same arrangement at another place of its course. */
    RecurringInvoice at(Progress other) {
        return new RecurringInvoice(id, name, customer, recurrence, terms, content, handling, other, revision);
    }

    /** The same arrangement, recurring otherwise. */
    RecurringInvoice recurring(Recurrence other) {
        return new RecurringInvoice(id, name, customer, other, terms, content, handling, progress, revision);
    }

    /** The same arrangement with other lines. */
    RecurringInvoice with(List<DatedLine> lines) {
        return new RecurringInvoice(
                id, name, customer, recurrence, terms, content.with(lines), handling, progress, revision);
    }

    /** Whether both agree on the same, whatever their states and revisions. */
    boolean agreesWith(RecurringInvoice other) {
        return agreed().equals(other.agreed());
    }

    private List<Object> agreed() {
        return List.of(name, customer, timing(), terms, content, handling);
    }

    /** Whether both recur on the same dates and cover the same. */
    boolean recursAs(RecurringInvoice other) {
        return timing().equals(other.timing());
    }

    private List<Object> timing() {
        return List.of(
                recurrence.cadence().rule(),
                recurrence.startsOn(),
                recurrence.coverage(),
                recurrence.end(),
                recurrence.madeDaysBefore(),
                recurrence.proration(),
                recurrence.shift());
    }

    /**
     * The draft of one of its invoices.
     *
     * @throws exactum.core.problem.Refusal where it waits for readings
     */
    public Draft draft(DocumentId document, Occurrence occurrence, Readings readings) {
        List<Line> lines = BilledLines.of(content.lines(), occurrence, readings, handling.unread()).stream()
                .map(l -> l.isText() || !l.tags().isEmpty() ? l : l.tagged(content.tags()))
                .toList();
        return new Draft(
                document,
                handling.isCashSale() ? DocumentKind.CASH_SALE : DocumentKind.INVOICE,
                customer,
                occurrence.date(),
                new Draft.Content(
                        content.currency(),
                        content.mode(),
                        lines,
                        List.of(),
                        occurrence.period(),
                        content.wording(),
                        handling.sending()),
                terms,
                null,
                Origin.of(id),
                false,
                0,
                handling.isCashSale() ? Particulars.of(Particulars.Sale.ON_FILE) : Particulars.NONE);
    }

    /** Whether some of its lines are billed as read. */
    public boolean isMetered() {
        return content.lines().stream().anyMatch(l -> l.basis() == exactum.core.arrangement.Basis.METERED);
    }
}
