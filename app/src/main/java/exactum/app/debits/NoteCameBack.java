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
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void linesRead(LinesRead read) {
        for (BankLine line : read.lines()) {
            List<StatementLine.Returned> returned = returned(line.said());
            for (int i = 0; i < returned.size(); i++)
                note(
                        read.business(),
                        CameBack.Source.STATEMENT,
                        line.id() + "/" + i,
                        read.account(),
                        line.id(),
                        returned.get(i),
                        line.bookedOn());
        }
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void noticeRead(NoticeRead read) {
        List<StatementLine> lines = read.notice().lines();
        for (int l = 0; l < lines.size(); l++) {
            List<StatementLine.Returned> returned = returned(lines.get(l));
            for (int i = 0; i < returned.size(); i++)
                note(
                        read.business(),
                        CameBack.Source.NOTICE,
                        "%s/%d/%d".formatted(read.notice().reference(), l, i),
                        read.account(),
                        null,
                        returned.get(i),
                        lines.get(l).bookedOn());
        }
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

    private void note(
            BusinessId business,
            CameBack.Source source,
            String key,
            BankAccountId account,
            BankLineId line,
            StatementLine.Returned r,
            LocalDate on) {
        Optional<DebitStore.Debit> known =
                r.endToEndId().isEmpty() ? Optional.empty() : debits.findByReference(business, r.endToEndId());
        CollectionId collection = known.map(DebitStore.Debit::id).orElse(null);
        var cameBack = new CameBack(
                new CameBackId(Ids.next()),
                source,
                account,
                line,
                collection,
                new CameBack.Said(r.endToEndId(), r.mandate(), r.name()),
                r.amount(),
                r.charged(),
                r.reason(),
                on,
                isToldBefore(business, collection, source) ? CameBack.State.SAME : CameBack.State.NEW);
        if (store.insert(business, cameBack, key) && cameBack.state() == CameBack.State.SAME && line != null)
            store.nowOnLine(business, collection, r, line);
    }

    /**
     * Whether another source told of the same before: a notice and its line on the statement are one return. A second line of a
     * statement is not: it is money that went away twice, and is looked at.
     */
    private boolean isToldBefore(BusinessId business, CollectionId collection, CameBack.Source source) {
        return collection != null
                && store.of(business, List.of(collection)).stream()
                        .anyMatch(b -> b.source() != source
                                && b.source() != CameBack.Source.REPORT
                                && b.state() != CameBack.State.SET_ASIDE);
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
        for (Refused r : refused) {
            StatementLine.Returned said = new StatementLine.Returned(
                    r.endToEnd(),
                    r.mandate(),
                    r.amount(),
                    r.amount().withMinor(0),
                    r.status().reason(),
                    r.payer(),
                    "");
            note(business, CameBack.Source.REPORT, report.id() + "/" + r.key(), null, null, said, today);
        }
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
