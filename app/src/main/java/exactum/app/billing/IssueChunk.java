package exactum.app.billing;

import exactum.app.arrangements.AdvanceRecurring;
import exactum.app.arrangements.Handling;
import exactum.app.arrangements.PrepareRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.RecurringState;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Prepared;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Issues the next chunk of a run's plan in one transaction: prepares each item again and leaves out what is different by now,
 * claims the dates, issues the documents, and moves the arrangements on. Killed half-way, the whole chunk is as if it had never
 * been; run again, a date that is billed stays billed once.
 */
@Component
class IssueChunk {
    private final RunStore runs;
    private final AdvanceRecurring recurring;
    private final PrepareRecurring prepare;
    private final IssueDocuments issue;
    private final Drafts drafts;

    IssueChunk(
            RunStore runs, AdvanceRecurring recurring, PrepareRecurring prepare, IssueDocuments issue, Drafts drafts) {
        this.drafts = drafts;
        this.runs = runs;
        this.recurring = recurring;
        this.prepare = prepare;
        this.issue = issue;
    }

    private record Candidate(PlannedItem item, RecurringInvoice recurring, Occurrence occurrence, Prepared prepared) {
        private DocumentId document() {
            return prepared.id();
        }
    }

    /** Issues a chunk and answers whether there was one. */
    @Transactional
    public boolean issueNext(BusinessId business, BillingRun run) {
        Optional<RunStore.Chunk> chunk = runs.takeChunk(business, run.id());
        if (chunk.isEmpty()) return false;
        var outcomes = new ArrayList<Outcome>();
        List<PlannedItem> items = runs.items(
                business, run.id(), chunk.get().firstItem(), chunk.get().lastItem());
        List<Candidate> candidates = candidates(business, items, outcomes);
        Set<DocumentId> claimed = recurring.claim(
                business,
                candidates.stream()
                        .map(c -> new AdvanceRecurring.Claim(c.recurring().id(), c.occurrence(), c.document()))
                        .toList());
        Map<RecurringInvoice, Integer> nextIndexes = new LinkedHashMap<>();
        Map<Handled, List<Prepared>> documents = new EnumMap<>(Handled.class);
        for (Candidate c : candidates) {
            if (claimed.contains(c.document())) {
                documents
                        .computeIfAbsent(Handled.of(c.recurring().handling()), h -> new ArrayList<>())
                        .add(c.prepared());
                nextIndexes.merge(c.recurring(), c.occurrence().index() + 1, Math::max);
                outcomes.add(new Outcome(c.item().itemNo(), c.document(), null));
            } else {
                outcomes.add(Outcome.leftOut(c.item(), "another run billed this date already"));
            }
        }
        recurring.advance(business, nextIndexes);
        make(business, run, documents);
        int drafted = documents.getOrDefault(Handled.DRAFTED, List.of()).size();
        runs.chunkDone(business, run.id(), chunk.get(), outcomes, drafted);
        return true;
    }

    /** What happens to an invoice that is made. */
    private enum Handled {
        SENT,
        ISSUED,
        DRAFTED;

        private static Handled of(Handling handling) {
            if (handling.reviewFirst()) return DRAFTED;
            return handling.sentAutomatically() ? SENT : ISSUED;
        }
    }

    private void make(BusinessId business, BillingRun run, Map<Handled, List<Prepared>> documents) {
        documents.forEach((handled, prepared) -> {
            switch (handled) {
                case DRAFTED -> drafts.keep(business, prepared);
                case ISSUED -> issue.issue(business, prepared, new IssueDocuments.How(run.id(), null, run.date()));
                case SENT -> issue.issue(business, prepared, new IssueDocuments.How(run.id(), run.date(), run.date()));
            }
        });
    }

    private List<Candidate> candidates(BusinessId business, List<PlannedItem> items, List<Outcome> outcomes) {
        Map<RecurringId, RecurringInvoice> arrangements = recurring.lock(
                business, items.stream().map(PlannedItem::recurring).distinct().toList());
        PrepareRecurring.Desk desk = prepare.desk(business, arrangements.values());
        var candidates = new ArrayList<Candidate>();
        for (PlannedItem item : items) {
            RecurringInvoice one = arrangements.get(item.recurring());
            try {
                candidates.add(candidate(item, one, desk));
            } catch (LeftOut different) {
                outcomes.add(Outcome.leftOut(item, different.getMessage()));
            } catch (Refusal cannotBeMade) {
                outcomes.add(Outcome.leftOut(item, cannotBeMade.sentence()));
            }
        }
        return candidates;
    }

    private static Candidate candidate(PlannedItem item, RecurringInvoice one, PrepareRecurring.Desk desk) {
        if (item.leftOut() != null) throw new LeftOut(item.leftOut());
        if (one.revision() != item.revision()) throw new LeftOut("the arrangement was changed after the rehearsal");
        if (one.state() != RecurringState.ACTIVE)
            throw new LeftOut("the arrangement is " + one.state().words());
        Occurrence occurrence = one.recurrence().occurrence(item.occurrence()).orElseThrow();
        if (one.progress().skipped().contains(occurrence.period().from())) throw new LeftOut("this date is left out");
        Prepared prepared = desk.prepare(one, occurrence);
        item.facts().difference(Facts.of(prepared)).ifPresent(words -> {
            throw new LeftOut(words);
        });
        return new Candidate(item, one, occurrence, prepared);
    }

    /** An item is not issued, and why. */
    private static final class LeftOut extends RuntimeException {
        private LeftOut(String why) {
            super(why, null, false, false);
        }
    }
}
