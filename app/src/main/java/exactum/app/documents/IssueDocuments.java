package exactum.app.documents;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.Claims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.settlement.Settle;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RunId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Settling;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The only way a document becomes real. Takes prepared drafts, one or a chunk, in the caller's transaction: all that needs no
 * number is written out before the counter is locked; then numbers are taken, and documents, lines, taxes, claims, messages
 * and entries go in, one statement a table. Money that was reserved for a document, and credit where that was asked, settles
 * it in the same transaction, so that the frozen document states what is paid already.
 */
@Component
public class IssueDocuments {
    private final IssueStore store;
    private final DraftStore drafts;
    private final Settle settle;
    private final Ledger ledger;
    private final Outbox outbox;
    private final RecordPayment payments;
    private final ApplicationEventPublisher events;

    IssueDocuments(
            IssueStore store,
            DraftStore drafts,
            Settle settle,
            Ledger ledger,
            Outbox outbox,
            RecordPayment payments,
            ApplicationEventPublisher events) {
        this.payments = payments;
        this.events = events;
        this.store = store;
        this.drafts = drafts;
        this.settle = settle;
        this.ledger = ledger;
        this.outbox = outbox;
    }

    /**
     * How documents are issued.
     *
     * @param run the run that makes them, or null
     * @param sendOn the business day on which they are sent, or null where they are not
     * @param on the business day on which they are issued
     */
    public record How(RunId run, LocalDate sendOn, LocalDate on) {}

    /** An issued document. */
    public record Issued(DocumentId id, String number, Money gross, Money prepaid) {}

    /** Issues them and answers them in order. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Issued> issue(BusinessId business, List<Prepared> documents, How how) {
        if (documents.isEmpty()) return List.of();
        List<CopyRows.Written> written = new ArrayList<>(store.written(business, documents));
        written.add(Claims.written(
                business, documents.stream().flatMap(p -> p.claims().stream()).toList()));
        Bookings bookings = ledger.bookings(business);
        drafts.deleteStored(business, documents);
        List<String> numbers = numbers(business, documents);
        store.insert(business, documents, numbers, how.run(), written);
        if (how.sendOn() != null) outbox.put(business, messages(documents, how.sendOn()));
        ledger.bookAll(business, entries(bookings, documents, numbers));
        Set<DocumentId> waitedFor = settle.reservedAmong(
                business, documents.stream().map(Prepared::id).toList());
        var issued = new ArrayList<Issued>(documents.size());
        for (int i = 0; i < documents.size(); i++) {
            Prepared p = documents.get(i);
            boolean settles = p.draft().useCredit()
                    || waitedFor.contains(p.id())
                    || p.draft().kind() == DocumentKind.CREDIT_NOTE
                    || isInHand(p);
            Money prepaid = settles
                    ? settled(business, p, numbers.get(i), how, bookings.accounts())
                    : Money.zero(p.totals().gross().currency());
            if (p.draft().kind() == DocumentKind.QUOTE || p.draft().kind() == DocumentKind.CREDIT_NOTE)
                events.publishEvent(new DocumentIssued(business, p, numbers.get(i)));
            if (p.draft().origin().quote() != null)
                events.publishEvent(
                        new QuoteInvoiced(business, p.draft().origin().quote(), p.id()));
            issued.add(new Issued(p.id(), numbers.get(i), p.totals().gross(), prepaid));
        }
        if (documents.stream().anyMatch(p -> p.draft().isOnFile())) events.publishEvent(new SalesToCharge(business));
        return issued;
    }

    private static boolean isInHand(Prepared p) {
        return p.draft().kind() == DocumentKind.CASH_SALE && !p.draft().isOnFile();
    }

    /** Numbers in order of the drafts, gapless in each series and year. */
    private List<String> numbers(BusinessId business, List<Prepared> documents) {
        Map<String, Integer> counts = new TreeMap<>();
        Map<String, Prepared> examples = new HashMap<>();
        for (Prepared p : documents) {
            counts.merge(key(p), 1, Integer::sum);
            examples.putIfAbsent(key(p), p);
        }
        Map<String, Long> next = new HashMap<>();
        counts.forEach((key, count) -> {
            Prepared p = examples.get(key);
            next.put(
                    key,
                    store.takeNumbers(
                            business, p.series().name(), p.draft().date().getYear(), count));
        });
        return documents.stream()
                .map(p -> p.series().number(p.draft().date().getYear(), next.merge(key(p), 1L, Long::sum) - 1))
                .toList();
    }

    private static String key(Prepared p) {
        return p.series().name() + "/" + p.draft().date().getYear();
    }

    private static List<NewMessage> messages(List<Prepared> documents, LocalDate sendOn) {
        return documents.stream()
                .map(p -> new NewMessage(
                        SendAgain.kind(p.draft().kind()),
                        p.draft().customer(),
                        p.id().value(),
                        sendOn,
                        List.of(p.id()),
                        p.manner().isOnPaper() ? List.of() : p.sentTo(),
                        p.manner().isOnPaper()))
                .toList();
    }

    private static List<Entry> entries(Bookings bookings, List<Prepared> documents, List<String> numbers) {
        var entries = new ArrayList<Entry>(documents.size());
        for (int i = 0; i < documents.size(); i++) {
            Prepared p = documents.get(i);
            if (p.draft().kind().isOwed())
                entries.add(bookings.invoiceIssued(
                        p.id(),
                        p.draft().kind().title() + " " + numbers.get(i),
                        p.draft().customer(),
                        p.draft().date(),
                        p.incomes(),
                        p.tax()));
        }
        return entries;
    }

    /** What settles it as it is issued; a credit note settles others. */
    private Money settled(BusinessId business, Prepared p, String number, How how, Accounts accounts) {
        Money nothing = Money.zero(p.totals().gross().currency());
        if (p.draft().kind() == DocumentKind.CREDIT_NOTE) {
            credit(business, p, number, accounts);
            return nothing;
        }
        if (isInHand(p)) {
            paid(business, p, number);
            return nothing;
        }
        Money prepaid = settle.useCredit(
                business,
                p.draft().customer(),
                p.id(),
                p.draft().useCredit() ? Optional.empty() : Optional.of(nothing),
                how.on());
        if (!prepaid.isZero()) store.setPrepaid(business, p.id(), prepaid);
        return prepaid;
    }

    /** A cash sale is paid as it is made: the money is in hand, and waits for its bank line. */
    private void paid(BusinessId business, Prepared p, String number) {
        Particulars.Sale sale = p.draft().particulars().sale();
        Money gross = p.totals().gross();
        payments.record(
                business,
                new RecordPayment.ByHand(
                        p.draft().customer(),
                        p.draft().date(),
                        sale.channel(),
                        gross,
                        gross.withMinor(0),
                        null,
                        new NewPayment.Said(sale.reference(), "Cash sale " + number),
                        new Policy.OfDocument(p.id()),
                        false));
    }

    private void credit(BusinessId business, Prepared p, String number, Accounts accounts) {
        var debits = new ArrayList<Settling.Cost>();
        p.incomes().forEach(i -> debits.add(new Settling.Cost(i.account(), i.net())));
        if (!p.tax().isZero()) debits.add(new Settling.Cost(accounts.of(AccountRole.OUTPUT_TAX), p.tax()));
        settle.credit(
                business,
                p.draft().customer(),
                p.id(),
                p.draft().date(),
                isKept(p) ? null : p.draft().origin().credited(),
                debits,
                "Credit note " + number);
    }

    private static boolean isKept(Prepared p) {
        Particulars.Back back = p.draft().particulars().back();
        return back != null && back.then() == Particulars.Then.KEEP;
    }

    /** A draft id that nothing has yet. */
    public static DocumentId newId() {
        return new DocumentId(Ids.next());
    }
}
