package exactum.app.payer;

import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A new link in the place of one that ended, to the address that we have and to no other; once a day. */
@Component
class RenewLink {
    private final PaymentLinks links;
    private final FindCustomers customers;
    private final Outbox outbox;
    private final BusinessClock clock;

    RenewLink(PaymentLinks links, FindCustomers customers, Outbox outbox, BusinessClock clock) {
        this.links = links;
        this.customers = customers;
        this.outbox = outbox;
        this.clock = clock;
    }

    /** Whether a new link is on its way; not for one that was withdrawn, or without an address. */
    @Transactional
    public boolean renew(PaymentLink ended) {
        List<String> to =
                customers.get(ended.business(), ended.customer()).recipients().of(Mail.INVOICES);
        boolean may = ended.document() != null
                && !ended.withdrawn()
                && ended.isExpired(clock.today(ended.business()))
                && !to.isEmpty();
        if (!may) return false;
        links.ofDocument(ended.business(), ended.document());
        outbox.putOnce(
                ended.business(),
                NewMessage.to(
                        to,
                        MessageKind.PAYMENT_LINK,
                        ended.customer(),
                        ended.document().value(),
                        clock.today(ended.business()),
                        List.of(ended.document())));
        return true;
    }
}
