package exactum.app.arrangements;

import exactum.app.customers.Delivery;
import exactum.app.documents.Draft;
import exactum.app.documents.PaperForm;
import exactum.app.documents.TypedLines;
import exactum.app.setup.Tags;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.BilledLines;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.Readings;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.cadence.Shift;
import exactum.core.calendar.Clearing;
import exactum.core.document.Line;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.EmailAddress;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/** What stands on the paper of a recurring invoice while it is typed: a document's paper, and when it recurs. */
public final class RecurringForm extends PaperForm {
    private Occurrence shown;

    public RecurringForm(Map<String, String> fields, Setting setting) {
        super(fields, setting);
    }

    /** The fields that an existing one starts with. */
    public static Map<String, String> fields(RecurringInvoice r) {
        var f = new LinkedHashMap<String, String>();
        Recurrence recurrence = r.recurrence();
        Cadence cadence = recurrence.cadence();
        f.put("name", r.name());
        f.put("customer", r.customer().toString());
        f.put("unit", cadence.unit().name());
        f.put("every", Integer.toString(cadence.every()));
        putDay(f, cadence.day());
        f.put("start", text(recurrence.startsOn()));
        f.put("coverage", recurrence.coverage().name());
        putEnd(f, recurrence.end());
        f.put("before", Integer.toString(recurrence.madeDaysBefore()));
        f.put("proration", recurrence.proration().word());
        f.put("shift", recurrence.shift().direction().name());
        f.put("terms", r.terms().toString());
        f.put("termsOf", r.customer().toString());
        f.put("mode", r.content().mode().words());
        f.put("reference", r.content().wording().theirReference());
        f.put("ourReference", r.content().wording().ourReference());
        f.put("memo", r.content().wording().memo());
        f.put("allTags", Tags.text(r.content().tags()));
        putHandling(f, r.handling());
        f.put("revision", Integer.toString(r.revision()));
        TypedLines.put(f, r.content().lines().stream().map(DatedLine::line).toList());
        for (int i = 0; i < r.content().lines().size(); i++)
            putTime(f, i, r.content().lines().get(i));
        return f;
    }

    private static void putHandling(Map<String, String> f, Handling h) {
        if (h.reviewFirst()) f.put("review", "on");
        if (h.isCashSale()) f.put("cashSale", "on");
        f.put("sent", h.sentAutomatically() ? "by itself" : "by hand");
        f.put("recipients", String.join(", ", h.sending().recipients()));
        if (h.sending().copyToUs()) f.put("copyToUs", "on");
        if (h.sending().delivery() != null)
            f.put("delivery", h.sending().delivery().name());
        f.put("unread", h.unread().name());
    }

    private static void putTime(Map<String, String> f, int i, DatedLine l) {
        f.put("basis" + i, l.basis().name());
        if (l.from() != null) f.put("thereFrom" + i, text(l.from()));
        if (l.until() != null) f.put("thereTo" + i, text(l.until().minusDays(1)));
    }

    private static void putEnd(Map<String, String> f, End end) {
        switch (end) {
            case End.Never never -> f.put("end", "never");
            case End.OnDate on -> {
                f.put("end", "date");
                f.put("endDate", text(on.last()));
            }
            case End.After after -> {
                f.put("end", "after");
                f.put("endAfter", Integer.toString(after.count()));
            }
        }
    }

    private static void putDay(Map<String, String> f, DayRule day) {
        switch (day) {
            case null -> f.put("day", "number");
            case DayRule.MonthDay d -> {
                f.put("day", "number");
                f.put("dayNumber", Integer.toString(d.day()));
            }
            case DayRule.LastDay d -> f.put("day", "last");
            case DayRule.NthWeekday d -> {
                f.put("day", "weekday");
                f.put("nth", Integer.toString(d.nth()));
                f.put("weekday", d.weekday().name());
            }
        }
    }

    /** When it recurs, as far as it can be told. */
    public Optional<Recurrence> recurrence() {
        try {
            Unit unit = choice("unit", Unit.MONTH);
            int every = whole("every", 1, 1, 366);
            DayRule day = unit.isMonths() ? day() : null;
            LocalDate start = date("start", setting.today());
            Coverage coverage = coverage(unit);
            End end = end();
            int before = whole("before", 0, 0, 366);
            if (hasProblems()) return Optional.empty();
            return Optional.of(new Recurrence(new Cadence(unit, every, day), start, coverage, end, before)
                    .prorated(proration())
                    .shifted(new Shift(choice("shift", Shift.Direction.NONE), Clearing.of(setting.own()))));
        } catch (IllegalArgumentException wrong) {
            problem("cadence", wrong.getMessage());
            return Optional.empty();
        }
    }

    private Proration proration() {
        return Arrays.stream(Proration.values())
                .filter(p -> p.word().equals(get("proration")))
                .findFirst()
                .orElse(Proration.NONE);
    }

    /** What happens to each of its invoices. */
    public Handling handling() {
        List<String> recipients = Arrays.stream(get("recipients").split("[,;\\s]+"))
                .filter(a -> !a.isEmpty())
                .distinct()
                .toList();
        recipients.stream()
                .filter(a -> !EmailAddress.isOne(a))
                .findFirst()
                .ifPresent(a -> problem("recipients", "“%s” is not an e-mail address.".formatted(a)));
        Delivery delivery = get("delivery").isEmpty() ? null : choice("delivery", Delivery.PDF);
        return new Handling(
                fields.containsKey("review"),
                !get("sent").equals("by hand"),
                new Draft.Sending(recipients, fields.containsKey("copyToUs"), delivery, null, null),
                choice("unread", WhenUnread.WAIT),
                fields.containsKey("cashSale"));
    }

    /** The lines with the time in which each is there. */
    public List<DatedLine> datedLines() {
        var dated = new ArrayList<DatedLine>();
        for (int i = 0, rows = rows(); i < rows; i++) {
            int row = i;
            linesOf(i).forEach(line -> dated(row, line).ifPresent(dated::add));
        }
        return dated;
    }

    /** What is read later keeps its first price; any other price in steps is taken apart for the quantity that is typed. */
    private List<Line> linesOf(int i) {
        return basis(i) == Basis.METERED ? rowOnce(i).stream().toList() : row(i);
    }

    private Basis basis(int i) {
        return choice("basis" + i, Basis.PERIOD);
    }

    /** Lets the sums be those of an occurrence; what is read later counts with the quantity that is typed. */
    public void showing(Occurrence occurrence) {
        shown = occurrence;
    }

    @Override
    protected List<Line> billed(int i) {
        if (shown == null || basis(i) == Basis.METERED) return row(i);
        return row(i).stream()
                .flatMap(line -> dated(i, line).stream())
                .flatMap(dated -> BilledLines.of(List.of(dated), shown, Readings.NONE, WhenUnread.GO_WITHOUT).stream())
                .toList();
    }

    private Optional<DatedLine> dated(int i, Line line) {
        LocalDate from = get("thereFrom" + i).isEmpty() ? null : date("thereFrom" + i, setting.today());
        LocalDate until = get("thereTo" + i).isEmpty()
                ? null
                : date("thereTo" + i, setting.today()).plusDays(1);
        try {
            return Optional.of(new DatedLine(line, basis(i), from, until));
        } catch (IllegalArgumentException wrong) {
            problem("thereTo" + i, wrong.getMessage() + ".");
            return Optional.empty();
        }
    }

    private List<String> allTags() {
        try {
            return Tags.read(get("allTags"), tags());
        } catch (Refusal unknown) {
            problem("allTags", unknown.sentence());
            return List.of();
        }
    }

    /** Whether some of its lines are billed as read. */
    public boolean isMetered() {
        return IntStream.range(0, rows()).anyMatch(i -> basis(i) == Basis.METERED);
    }

    /** How many months lie between two dates, as far as it can be told; none where days or weeks do. */
    public int months() {
        return recurrence()
                .map(Recurrence::cadence)
                .filter(c -> c.unit().isMonths())
                .map(Cadence::months)
                .orElse(1);
    }

    private Coverage coverage(Unit unit) {
        Coverage chosen = choice("coverage", unit.isMonths() ? Coverage.MONTH_OF_DATE : Coverage.FROM_DATE);
        if (!chosen.isCalendarMonths() || unit.isMonths()) return chosen;
        return chosen == Coverage.MONTH_BEFORE ? Coverage.UP_TO_DATE : Coverage.FROM_DATE;
    }

    /**
     * The whole arrangement, for saving.
     *
     * @throws exactum.core.problem.Refusal if anything is missing or wrong, naming all of it
     */
    public RecurringInvoice toRecurring(
            RecurringId id, RecurringInvoice.Progress progress, int revision, TermsId chosenTerms) {
        var recurrence = recurrence();
        var lines = datedLines();
        Handling handling = handling();
        List<String> tags = allTags();
        String name = text("name", TextKind.NAME);
        var wording = new Draft.Wording(
                text("reference", TextKind.NAME),
                text("ourReference", TextKind.NAME),
                text("memo", TextKind.PARAGRAPHS));
        if (name.isEmpty()) problem("name", "It needs a name.");
        if (customer().isEmpty()) problem("customer", "Choose a customer.");
        if (lines.stream().allMatch(l -> l.line().isText()))
            problem("text0", "It needs at least one line with a price.");
        if (hasProblems() || recurrence.isEmpty()) throw refused("recurring.wrong");
        return new RecurringInvoice(
                id,
                name,
                customer().orElseThrow(),
                recurrence.get(),
                terms(chosenTerms),
                new RecurringInvoice.Content(currency(), mode(), lines, wording, tags),
                handling,
                progress,
                revision);
    }

    private DayRule day() {
        return switch (get("day", "number")) {
            case "last" -> new DayRule.LastDay();
            case "weekday" -> new DayRule.NthWeekday(whole("nth", 1), choice("weekday", DayOfWeek.MONDAY));
            default -> new DayRule.MonthDay(whole("dayNumber", 1, 1, 31));
        };
    }

    private End end() {
        return switch (get("end", "never")) {
            case "date" -> new End.OnDate(date("endDate", setting.today().plusYears(1)));
            case "after" -> new End.After(Math.max(1, whole("endAfter", 12)));
            default -> new End.Never();
        };
    }
}
