package exactum.app.billing;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ids.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.messages.Outbox;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.recurring.RecurringStore;
import exactum.app.setup.NumberSeries;
import exactum.app.setup.SetupStore;
import exactum.core.cadence.Occurrence;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Issues the next chunk of a run's plan in one transaction: claims the dates, takes the numbers, writes invoices,
 * ledger entries and messages. Killed half-way, the whole chunk is as if it had never been; run again, a date that is
 * billed stays billed once.
 */
@Component
public class IssueInvoices {
    private static final int CHUNK = 400;
    private final SetupStore setup;
    private final RecurringStore recurring;
    private final CustomerStore customers;
    private final BillingStore runs;
    private final InvoiceStore invoices;
    private final Ledger ledger;
    private final Outbox outbox;

    IssueInvoices(
            SetupStore setup,
            RecurringStore recurring,
            CustomerStore customers,
            BillingStore runs,
            InvoiceStore invoices,
            Ledger ledger,
            Outbox outbox) {
        this.setup = setup;
        this.recurring = recurring;
        this.customers = customers;
        this.runs = runs;
        this.invoices = invoices;
        this.ledger = ledger;
        this.outbox = outbox;
    }

    private record Candidate(
            PlannedItem item, UUID invoiceId, RecurringInvoice recurring, Customer customer, Occurrence occurrence) {}

    /** Handles up to 400 items and answers how many there were; 0 when the plan is done. */
    @Transactional
    public int issueChunk(BillingRun run) {
        List<PlannedItem> items =
                runs.lockPlanned(run.id(), run.total().currency().getCurrencyCode(), CHUNK);
        if (items.isEmpty()) return 0;
        var outcomes = new ArrayList<BillingStore.Outcome>();
        List<Candidate> candidates = candidates(items, outcomes);
        Set<UUID> claimed = runs.claim(candidates.stream()
                .map(c -> new BillingStore.Claim(
                        c.recurring().id(), c.occurrence().date(), c.invoiceId()))
                .toList());
        var issued = new ArrayList<Candidate>();
        for (Candidate c : candidates) {
            if (claimed.contains(c.invoiceId())) issued.add(c);
            outcomes.add(new BillingStore.Outcome(
                    c.item().itemNo(),
                    claimed.contains(c.invoiceId()) ? c.invoiceId() : null,
                    claimed.contains(c.invoiceId()) ? null : "another run billed this date already"));
        }
        issue(run, issued);
        runs.settle(run.id(), outcomes);
        return items.size();
    }

    private List<Candidate> candidates(List<PlannedItem> items, List<BillingStore.Outcome> outcomes) {
        Map<UUID, RecurringInvoice> arrangements = recurring.lock(
                items.stream().map(PlannedItem::recurringId).distinct().toList());
        Map<UUID, Customer> payers = customers.byId(
                items.stream().map(PlannedItem::customerId).distinct().toList());
        var candidates = new ArrayList<Candidate>();
        for (PlannedItem item : items) {
            RecurringInvoice one = arrangements.get(item.recurringId());
            String reason = reasonToLeaveOut(item, one);
            if (reason != null) outcomes.add(new BillingStore.Outcome(item.itemNo(), null, reason));
            else
                candidates.add(new Candidate(
                        item,
                        Ids.next(),
                        one,
                        payers.get(one.customerId()),
                        one.recurrence().occurrence(item.occurrenceIndex()).orElseThrow()));
        }
        return candidates;
    }

    private static String reasonToLeaveOut(PlannedItem item, RecurringInvoice one) {
        if (one.revision() != item.recurringRevision()) return "the arrangement was changed after the rehearsal";
        if (!one.state().equals("active")) return "the arrangement is " + one.state();
        if (!item.gross().isPositive()) return "it comes to " + item.gross().text() + ", which nobody can pay";
        return null;
    }

    private void issue(BillingRun run, List<Candidate> issued) {
        if (issued.isEmpty()) return;
        NumberSeries series = setup.findSeries(NumberSeries.INVOICES).orElseThrow();
        Map<Integer, Long> next = takeNumbers(series, issued);
        var maker = new InvoiceMaker(setup);
        Bookings bookings = ledger.bookings();
        var made = new ArrayList<Invoice>();
        var origins = new ArrayList<InvoiceStore.Origin>();
        var entries = new ArrayList<Entry>();
        var messages = new ArrayList<Outbox.Intent>();
        Map<RecurringInvoice, Integer> nextIndexes = new LinkedHashMap<>();
        for (Candidate c : issued) {
            int year = c.occurrence().date().getYear();
            String number = series.number(year, next.merge(year, 1L, Long::sum) - 1);
            Invoice invoice = maker.make(c.invoiceId(), number, c.recurring(), c.customer(), c.occurrence(), Ids::next);
            made.add(invoice);
            origins.add(new InvoiceStore.Origin(run.id(), c.customer().code()));
            entries.add(booking(bookings, invoice));
            messages.add(new Outbox.Intent(
                    "invoice",
                    invoice.customerId(),
                    invoice.id(),
                    null,
                    run.date(),
                    c.customer().email()));
            nextIndexes.merge(c.recurring(), c.occurrence().index() + 1, Math::max);
        }
        invoices.insertAll(made, origins);
        ledger.bookAll(entries);
        outbox.put(messages);
        recurring.advance(nextIndexes);
    }

    private Map<Integer, Long> takeNumbers(NumberSeries series, List<Candidate> issued) {
        Map<Integer, Integer> counts = new HashMap<>();
        issued.forEach(c -> counts.merge(c.occurrence().date().getYear(), 1, Integer::sum));
        Map<Integer, Long> next = new HashMap<>();
        counts.keySet().stream()
                .sorted()
                .forEach(year -> next.put(year, runs.takeNumbers(series.name(), year, counts.get(year))));
        return next;
    }

    private static Entry booking(Bookings bookings, Invoice invoice) {
        Map<String, Money> income = new LinkedHashMap<>();
        invoice.lines().forEach(l -> income.merge(l.incomeAccount(), l.net(), Money::plus));
        return bookings.invoiceIssued(
                invoice.date(),
                invoice.id(),
                invoice.number(),
                invoice.customerId(),
                invoice.gross(),
                invoice.tax(),
                income);
    }
}
