package exactum.app.arrangements;

import exactum.app.documents.Draft;
import exactum.app.documents.PaperForm;
import exactum.app.documents.TypedLines;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.document.Line;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.text.TextKind;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What stands on the paper of a recurring invoice while it is typed: a document's paper, and when it recurs. */
public final class RecurringForm extends PaperForm {
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
        f.put("terms", r.terms().toString());
        f.put("termsOf", r.customer().toString());
        f.put("mode", r.content().mode().words());
        f.put("reference", r.content().wording().theirReference());
        f.put("memo", r.content().wording().memo());
        f.put("revision", Integer.toString(r.revision()));
        TypedLines.put(f, r.content().lines());
        return f;
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
            return Optional.of(new Recurrence(new Cadence(unit, every, day), start, coverage, end, before));
        } catch (IllegalArgumentException wrong) {
            problem("cadence", wrong.getMessage());
            return Optional.empty();
        }
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
            RecurringId id, int nextIndex, RecurringState state, int revision, TermsId chosenTerms) {
        var recurrence = recurrence();
        var lines = lines();
        String name = text("name", TextKind.NAME);
        var wording = new Draft.Wording(text("reference", TextKind.NAME), text("memo", TextKind.PARAGRAPHS));
        if (name.isEmpty()) problem("name", "It needs a name.");
        if (customer().isEmpty()) problem("customer", "Choose a customer.");
        if (lines.stream().allMatch(Line::isText)) problem("text0", "It needs at least one line with a price.");
        if (hasProblems() || recurrence.isEmpty()) throw refused("recurring.wrong");
        return new RecurringInvoice(
                id,
                name,
                customer().orElseThrow(),
                recurrence.get(),
                terms(chosenTerms),
                new RecurringInvoice.Content(currency(), mode(), lines, wording),
                state,
                nextIndex,
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
