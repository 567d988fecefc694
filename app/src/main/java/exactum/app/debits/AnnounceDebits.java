package exactum.app.debits;

import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.mandate.MandateState;
import exactum.core.scheme.SchemeRules;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tells payers of amount and day in time, where nothing told them yet: an invoice that was sent with both early enough is the
 * notice, and needs no other.
 */
@Component
class AnnounceDebits {
    /** So many days before the notice is due it goes out. */
    private static final int DAYS_TO_SPARE = 2;

    private final CandidateStore candidates;
    private final DebitNoticeStore notices;
    private final FindMandates mandates;
    private final FindCustomers customers;
    private final Outbox outbox;
    private final RunBank bank;

    AnnounceDebits(
            CandidateStore candidates,
            DebitNoticeStore notices,
            FindMandates mandates,
            FindCustomers customers,
            Outbox outbox,
            RunBank bank) {
        this.candidates = candidates;
        this.notices = notices;
        this.mandates = mandates;
        this.customers = customers;
        this.outbox = outbox;
        this.bank = bank;
    }

    /** Sends the notices of a day; answers how many. */
    @Transactional
    public int announce(BusinessId business) {
        LocalDateTime now = bank.now(business);
        LocalDate today = now.toLocalDate();
        List<Candidate> untold = new ArrayList<>();
        candidates.each(
                business,
                DebitRun.Filter.ALL,
                today.plusDays(100),
                some -> some.stream()
                        .map(CandidateStore.Found::candidate)
                        .filter(c -> c.told() == null)
                        .forEach(untold::add));
        Map<DocumentId, Mandate> covering = mandates.covering(
                business, untold.stream().map(Candidate::document).distinct().toList());
        int told = 0;
        for (Candidate c : untold) {
            Mandate m = covering.get(c.document());
            if (m != null && m.state() == MandateState.ACTIVE && tell(business, c, m, now)) told++;
        }
        return told;
    }

    private boolean tell(BusinessId business, Candidate c, Mandate m, LocalDateTime now) {
        SchemeRules rules = m.authority().scheme().rules();
        LocalDate today = now.toLocalDate();
        int days = m.authority().noticeDays();
        boolean isTime = !c.due().minusDays(days + DAYS_TO_SPARE).isAfter(today);
        boolean canBeCollected = c.left().currency().equals(rules.currency())
                && !c.hindrances().disputed()
                && !c.hindrances().inFlight();
        if (!isTime || !canBeCollected) return false;
        List<String> to = customers.get(business, c.customer()).recipients().of(Mail.INVOICES);
        if (to.isEmpty()) return false;
        CollectionDay day = CollectionDay.earliest(
                rules,
                bank.takes(bank.account(business, m.authority().scheme())),
                c.due(),
                new CollectionDay.Told(today, days, "advance notice sent"),
                now);
        notices.insert(business, c.claim(), today, day.on(), c.left());
        return outbox.putOnce(
                business,
                NewMessage.to(
                        to, MessageKind.ADVANCE_NOTICE, c.customer(), c.claim().value(), today, List.of(c.document())));
    }
}
