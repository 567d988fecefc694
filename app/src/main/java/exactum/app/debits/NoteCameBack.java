package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.bank.BankLine;
import exactum.app.bank.LinesRead;
import exactum.app.bank.NoticeRead;
import exactum.app.database.Ids;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DebitRunId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.pain.StatusReport;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Notes what banks say of collections that did not hold, from statements, notices and status reports; each once, whatever told of it
 * first. Nothing is booked by it: what follows is rehearsed and taken in by a person.
 */
@Component
public class NoteCameBack {
    private static final String OURS = "PMNT/IDDT/";
    private final CameBackStore store;
    private final DebitStore debits;
    private final DebitFileStore files;
    private final RunBank bank;
    private final Audit audit;

    NoteCameBack(CameBackStore store, DebitStore debits, DebitFileStore files, RunBank bank, Audit audit) {
        this.store = store;
        this.debits = debits;
        this.files = files;
        this.bank = bank;
        this.audit = audit;
    }

    /**
     * Something that a bank tells.
     *
     * @param key what its source knows it by
     * @param line the line of a statement that it is on, or null
     */
    private record Told(String key, BankLineId line, StatementLine.Returned returned, LocalDate on) {}

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void linesRead(LinesRead read) {
        var told = new ArrayList<Told>();
        for (BankLine line : read.lines()) {
            List<StatementLine.Returned> returned = returned(line.said());
            for (int i = 0; i < returned.size(); i++)
                told.add(new Told(line.id() + "/" + i, line.id(), returned.get(i), line.bookedOn()));
        }
        note(read.business(), CameBack.Source.STATEMENT, read.account(), told);
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void noticeRead(NoticeRead read) {
        var told = new ArrayList<Told>();
        List<StatementLine> lines = read.notice().lines();
        for (int l = 0; l < lines.size(); l++) {
            List<StatementLine.Returned> returned = returned(lines.get(l));
            for (int i = 0; i < returned.size(); i++)
                told.add(new Told(
                        "%s/%d/%d".formatted(read.notice().reference(), l, i),
                        null,
                        returned.get(i),
                        lines.get(l).bookedOn()));
        }
        note(read.business(), CameBack.Source.NOTICE, read.account(), told);
    }

    /** What comes back with a line; one that says so by its code alone, as older formats do, counts too. */
    private static List<StatementLine.Returned> returned(StatementLine line) {
        if (!line.amount().isNegative()) return List.of();
        if (!line.further().debits().returned().isEmpty())
            return line.further().debits().returned();
        boolean isReturn =
                !line.further().returnReason().isEmpty() || line.bankCode().startsWith(OURS);
        if (!isReturn) return List.of();
        Money amount = line.amount().negated();
        return List.of(new StatementLine.Returned(
                line.endToEndId(),
                "",
                amount,
                amount.withMinor(0),
                line.further().returnReason(),
                line.counterparty(),
                line.further().account()));
    }

    private void note(BusinessId business, CameBack.Source source, BankAccountId account, List<Told> told) {
        if (told.isEmpty()) return;
        Map<String, CollectionId> known = debits.byReference(
                business,
                told.stream().map(t -> t.returned().endToEndId()).distinct().toList());
        Set<CollectionId> before = toldBefore(business, known.values(), source);
        Map<CameBack, String> keys = new LinkedHashMap<>();
        for (Told t : told) {
            StatementLine.Returned r = t.returned();
            CollectionId collection = known.get(r.endToEndId());
            boolean same = collection != null && before.contains(collection);
            if (same && t.line() != null) store.nowOnLine(business, collection, r, t.line());
            var cameBack = new CameBack(
                    new CameBackId(Ids.next()),
                    source,
                    account,
                    t.line(),
                    collection,
                    new CameBack.Said(r.endToEndId(), r.mandate(), r.name()),
                    r.amount(),
                    r.charged(),
                    r.reason(),
                    t.on(),
                    same ? CameBack.State.SAME : CameBack.State.NEW);
            keys.put(cameBack, t.key());
        }
        store.insert(business, keys);
    }

    /**
     * Of which another source told the same before: a notice and its line on the statement are one return. A second line of a
     * statement is not: it is money that went away twice, and is looked at.
     */
    private Set<CollectionId> toldBefore(
            BusinessId business, Collection<CollectionId> collections, CameBack.Source source) {
        return store.of(business, collections).stream()
                .filter(b -> b.source() != source
                        && b.source() != CameBack.Source.REPORT
                        && b.state() != CameBack.State.SET_ASIDE)
                .map(CameBack::collection)
                .collect(Collectors.toSet());
    }

    /**
     * Takes a status report; answers how many it refuses. The same report again changes nothing.
     *
     * @throws Refusal if it is about a file that is not ours, or was taken before
     */
    @Transactional
    public int report(BusinessId business, StatusReport report) {
        DebitFileStore.File file = files.byReference(business, report.original())
                .orElseThrow(() -> new Refusal(
                        "report.unknown",
                        "The report is about “%s”, which is no file of ours. Nothing was stored."
                                .formatted(report.original())));
        List<Refused> refused = refused(business, report, file.run());
        if (!store.insertReport(business, report.id(), report.original(), refused.size()))
            throw new Refusal(
                    "report.again", "Report %s was taken in before. Nothing was stored again.".formatted(report.id()));
        LocalDate today = bank.now(business).toLocalDate();
        note(
                business,
                CameBack.Source.REPORT,
                null,
                refused.stream()
                        .map(r -> new Told(report.id() + "/" + r.key(), null, r.said(), today))
                        .toList());
        if (refused.isEmpty() && report.whole().code().startsWith("AC"))
            files.answer(business, file.id(), "accepted by the bank");
        audit.record(business, "took in a status report", "%s, %d refused".formatted(report.id(), refused.size()));
        return refused.size();
    }

    /** One that a report refuses. */
    private record Refused(
            String key, String endToEnd, String mandate, String payer, Money amount, StatusReport.Status status) {
        private static Refused of(DebitStore.Debit d, StatusReport.Status status) {
            return new Refused(d.endToEnd(), d.endToEnd(), "", d.customerName(), d.amount(), status);
        }

        private StatementLine.Returned said() {
            return new StatementLine.Returned(
                    endToEnd, mandate, amount, amount.withMinor(0), status.reason(), payer, "");
        }
    }

    /** A refused file or group refuses all that is in it. */
    private List<Refused> refused(BusinessId business, StatusReport report, DebitRunId run) {
        if (report.whole().isRefused())
            return debits.ofRun(business, run, Integer.MAX_VALUE).stream()
                    .map(d -> Refused.of(d, report.whole()))
                    .toList();
        var groups = new HashMap<String, StatusReport.Status>();
        report.groups().stream().filter(g -> g.status().isRefused()).forEach(g -> groups.put(g.group(), g.status()));
        var refused = new LinkedHashMap<String, Refused>();
        if (!groups.isEmpty())
            for (DebitStore.Debit d : debits.ofRun(business, run, Integer.MAX_VALUE)) {
                StatusReport.Status of = groups.get(d.groupReference());
                if (of != null) refused.put(d.endToEnd(), Refused.of(d, of));
            }
        Map<String, DebitStore.Debit> ours = debits.ofRun(
                business,
                run,
                report.items().stream().map(StatusReport.OfItem::endToEndId).toList());
        for (StatusReport.OfItem item : report.items()) {
            if (!item.status().isRefused()) continue;
            Optional<DebitStore.Debit> known = Optional.ofNullable(ours.get(item.endToEndId()));
            Money amount = item.amount() != null
                    ? item.amount()
                    : known.map(DebitStore.Debit::amount).orElse(null);
            if (amount == null) continue;
            refused.put(
                    item.endToEndId(),
                    new Refused(
                            item.endToEndId(),
                            item.endToEndId(),
                            item.mandate(),
                            known.map(DebitStore.Debit::customerName).orElse(item.name()),
                            amount,
                            item.status()));
        }
        return List.copyOf(refused.values());
    }
}
