package exactum.app.chargebacks;

import exactum.app.audit.Audit;
import exactum.app.cards.Connections;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.problem.Refusal;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What a person says to a chargeback: sends evidence, or gives in. The processor is asked first; its answer is what is booked. */
@Component
public class AnswerChargeback {
    private final ChargebackStore store;
    private final BookContest book;
    private final Evidence evidence;
    private final Claims claims;
    private final FindSetup setup;
    private final Connections connections;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    AnswerChargeback(
            ChargebackStore store,
            BookContest book,
            Evidence evidence,
            Claims claims,
            FindSetup setup,
            Connections connections,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.book = book;
        this.evidence = evidence;
        this.claims = claims;
        this.setup = setup;
        this.connections = connections;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Sends the evidence as it is gathered now, with a statement of ours.
     *
     * @throws Refusal if its date is over, it is decided, or the processor does not take it
     */
    public void send(BusinessId business, ChargebackId id, String statement) {
        Chargeback c = undecided(business, id);
        if (c.answerBy() != null && clock.today(business).isAfter(c.answerBy()))
            throw new Refusal(
                    "chargeback.late",
                    "Evidence was taken until %s. Nothing was sent.".formatted(Texts.day(c.answerBy())));
        byte[] pdf = evidence.pdf(business, c, statement);
        ProcessorAccount processor = setup.processor(business, c.processor());
        ask(processor, p -> connections.to(p).answer("answer-" + id, c.reference(), pdf));
        transaction.executeWithoutResult(s -> {
            if (!store.lock(business, id).isUndecided()) return;
            store.answered(business, id, clock.now(), pdf);
            audit.record(business, "sent evidence on a chargeback", c.amount().withCurrency() + " of " + c.whose());
        });
    }

    /** Gives in: what it paid is open again. */
    public void accept(BusinessId business, ChargebackId id) {
        Chargeback c = undecided(business, id);
        ProcessorAccount processor = setup.processor(business, c.processor());
        ask(processor, p -> connections.to(p).accept("accept-" + id, c.reference()));
        transaction.executeWithoutResult(s -> {
            if (c.payment() != null) claims.hold(business, c.payment().customer());
            book.lost(processor, id, Contest.ACCEPTED);
        });
    }

    private Chargeback undecided(BusinessId business, ChargebackId id) {
        Chargeback c = store.find(business, id).orElseThrow(NotHere::new);
        if (!c.isUndecided())
            throw new Refusal(
                    "chargeback.decided", "This chargeback was %s already. Nothing was changed.".formatted(c.stands()));
        return c;
    }

    private static void ask(ProcessorAccount processor, Consumer<ProcessorAccount> asking) {
        try {
            asking.accept(processor);
        } catch (NoAnswer noAnswer) {
            throw new Refusal(
                    "chargeback.no-answer",
                    "%s did not take it: %s. Nothing was changed here; press again later."
                            .formatted(processor.name(), noAnswer.getMessage()));
        }
    }
}
