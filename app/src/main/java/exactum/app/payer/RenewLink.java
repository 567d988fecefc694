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

    /** Whether a new one may be asked for: it ended by itself, nobody withdrew what came after it, and there is an address. */
    boolean may(PaymentLink ended) {
        return ended.document() != null
                && ended.isExpired(clock.today(ended.business()))
                && !links.all(ended.business(), ended.document()).getFirst().withdrawn()
                && !to(ended).isEmpty();
    }

    private List<String> to(PaymentLink ended) {
        return customers.get(ended.business(), ended.customer()).recipients().of(Mail.INVOICES);
    }

    /** Whether a new link is on its way. */
    @Transactional
    public boolean renew(PaymentLink ended) {
        if (!may(ended)) return false;
        links.ofDocument(ended.business(), ended.document());
        outbox.putOnce(
                ended.business(),
                NewMessage.to(
                        to(ended),
                        MessageKind.PAYMENT_LINK,
                        ended.customer(),
                        ended.document().value(),
                        clock.today(ended.business()),
                        List.of(ended.document())));
        return true;
    }
}
