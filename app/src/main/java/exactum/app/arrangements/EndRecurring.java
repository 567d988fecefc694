package exactum.app.arrangements;

import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.documents.PrepareDocuments;
import exactum.app.documents.Prepared;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.Unserved;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Ends a recurring invoice on a day: what is still to be billed up to then, and what was billed beyond it and is given back. */
@Component
public class EndRecurring {
    private final FindRecurring recurring;
    private final SaveRecurring save;
    private final CourseOfRecurring course;
    private final FindDocuments documents;
    private final PrepareDocuments prepare;
    private final IssueDocuments issue;

    EndRecurring(
            FindRecurring recurring,
            SaveRecurring save,
            CourseOfRecurring course,
            FindDocuments documents,
            PrepareDocuments prepare,
            IssueDocuments issue) {
        this.recurring = recurring;
        this.save = save;
        this.course = course;
        this.documents = documents;
        this.prepare = prepare;
        this.issue = issue;
    }

    /** What a credit note gives back of an invoice. */
    public record Credit(String number, LocalDate date, String period, Money gross, Prepared prepared) {}

    /**
     * What ending does.
     *
     * @param ended the arrangement as it would be
     * @param finals the invoices that are still to be made
     */
    public record Ending(LocalDate last, RecurringInvoice ended, List<Occurrence> finals, List<Credit> credits) {
        /** Changes with everything that was looked at. */
        public String digest() {
            String gone = credits.stream()
                    .map(c -> c.number() + " " + c.gross().plain())
                    .collect(Collectors.joining(", "));
            return "%s;%d;%d;%s.".formatted(last, ended.revision(), finals.size(), gone);
        }
    }

    /**
     * What ending on a day would do; changes nothing.
     *
     * @param by how a part of a period is charged
     * @param today the day a credit note would be stated on
     */
    public Ending rehearse(BusinessId business, RecurringInvoice r, LocalDate last, Proration by, LocalDate today) {
        RecurringInvoice ended = save.goingOn(business, r, r.recurring(ending(r, last, by)));
        var credits = new ArrayList<Credit>();
        PrepareDocuments.Desk desk = prepare.desk(business);
        for (FindRecurring.BilledPeriod billed : recurring.billed(business, r.id(), last.plusDays(1)))
            credit(business, r, billed, last, by, today, desk).ifPresent(credits::add);
        return new Ending(last, ended, ended.ahead().limit(24).toList(), credits);
    }

    private static Recurrence ending(RecurringInvoice r, LocalDate last, Proration by) {
        try {
            return r.recurrence().prorated(by).ending(new Recurrence.End.OnDate(last));
        } catch (IllegalArgumentException wrong) {
            throw new Refusal(
                    "recurring.end", "It cannot end then: %s. Nothing was changed.".formatted(wrong.getMessage()));
        }
    }

    /** Ends it as it was rehearsed, and issues the credit notes where that is wanted. */
    @Transactional
    public void end(
            BusinessId business,
            RecurringId id,
            int revision,
            LocalDate last,
            Proration by,
            boolean credit,
            String seen,
            LocalDate today) {
        RecurringInvoice r = save.locked(business, id, revision);
        Ending ending = rehearse(business, r, last, by, today);
        if (!ending.digest().equals(seen))
            throw new Refusal(
                    "recurring.end-changed",
                    "What ending it does is something else by now. Nothing was changed. Look again.");
        course.end(business, r, ending.ended());
        if (credit)
            issue.issue(
                    business,
                    ending.credits().stream().map(Credit::prepared).toList(),
                    new IssueDocuments.How(null, null, today));
    }

    private Optional<Credit> credit(
            BusinessId business,
            RecurringInvoice r,
            FindRecurring.BilledPeriod billed,
            LocalDate last,
            Proration by,
            LocalDate today,
            PrepareDocuments.Desk desk) {
        Optional<Document> document =
                documents.find(business, billed.document()).filter(d -> d.state() == DocumentState.ISSUED);
        if (document.isEmpty()) return Optional.empty();
        List<Line> lines = document.get().lines().stream()
                .map(Document.IssuedLine::line)
                .filter(l -> isForPeriod(r, l))
                .flatMap(l -> Unserved.of(l, time(l, billed.period()), last, by).stream())
                .toList();
        if (lines.isEmpty()) return Optional.empty();
        ServicePeriod unserved = lines.getFirst().period();
        Prepared prepared = desk.prepare(new Draft(
                IssueDocuments.newId(),
                DocumentKind.CREDIT_NOTE,
                r.customer(),
                today.isBefore(document.get().date()) ? document.get().date() : today,
                new Draft.Content(
                        r.content().currency(),
                        document.get().amounts().mode(),
                        lines,
                        List.of(),
                        unserved,
                        new Draft.Wording(
                                "", "", "For invoice " + document.get().number()),
                        r.handling().sending()),
                null,
                null,
                Origin.crediting(document.get().id()),
                false,
                0));
        return Optional.of(new Credit(
                document.get().number(),
                prepared.draft().date(),
                unserved.words(),
                prepared.totals().gross(),
                prepared));
    }

    private static ServicePeriod time(Line line, ServicePeriod billed) {
        return line.period() == null ? billed : line.period();
    }

    /** What is charged each time or as read is not given back. */
    private static boolean isForPeriod(RecurringInvoice r, Line line) {
        return r.content().lines().stream()
                .filter(l -> l.line().description().equals(line.description()))
                .findFirst()
                .map(l -> l.basis() == Basis.PERIOD)
                .orElse(false);
    }
}
