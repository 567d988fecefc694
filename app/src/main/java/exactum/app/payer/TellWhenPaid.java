package exactum.app.payer;

import exactum.app.cards.SalesTaken;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.Settled;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.settlement.Signal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tells whoever sent a link that what it asked for was paid, by whatever way, in the transaction in which it was. */
@Component
class TellWhenPaid {
    private final PaymentLinks links;
    private final Outbox outbox;
    private final BusinessClock clock;

    TellWhenPaid(PaymentLinks links, Outbox outbox, BusinessClock clock) {
        this.links = links;
        this.outbox = outbox;
        this.clock = clock;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void settled(Settled settled) {
        List<DocumentId> paid = settled.signals().stream()
                .filter(Signal.FullyPaid.class::isInstance)
                .map(s -> ((Signal.FullyPaid) s).document())
                .toList();
        if (!paid.isEmpty()) links.toldOf(settled.business(), paid).forEach(this::paid);
    }

    /** An amount without a document is paid as soon as money comes by its link. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void salesTaken(SalesTaken taken) {
        taken.sales().stream()
                .map(s -> s.collection().checkout().link())
                .filter(Objects::nonNull)
                .flatMap(l -> links.find(taken.business(), l).stream())
                .filter(l -> l.document() == null)
                .forEach(this::paid);
    }

    private void paid(PaymentLink link) {
        BusinessId business = link.business();
        LocalDate today = clock.today(business);
        links.paid(business, link.id(), today);
        if (link.tell().isEmpty()) return;
        outbox.putOnce(
                business,
                NewMessage.to(
                        List.of(link.tell()),
                        MessageKind.LINK_PAID,
                        link.customer(),
                        link.id().value(),
                        today,
                        link.document() == null ? List.of() : List.of(link.document())));
    }
}
