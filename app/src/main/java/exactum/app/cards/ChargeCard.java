package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.Decline;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Answer;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Charges a card on file for a collection, whose id is the key: the same key is charged once. Where no answer comes, the
 * processor is asked what became of it; it counts as not done only when the processor still has none of it after two minutes.
 */
@Component
class ChargeCard {
    private static final Duration CERTAINLY_NEVER_CAME = Duration.ofMinutes(2);
    private final CollectionStore collections;
    private final CardStore cards;
    private final FindSetup setup;
    private final FindCustomers customers;
    private final LineDetail lines;
    private final Connections connections;
    private final SettleSale settle;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    ChargeCard(
            CollectionStore collections,
            CardStore cards,
            FindSetup setup,
            FindCustomers customers,
            LineDetail lines,
            Connections connections,
            SettleSale settle,
            BusinessClock clock,
            TransactionTemplate transaction) {
        this.collections = collections;
        this.cards = cards;
        this.setup = setup;
        this.customers = customers;
        this.lines = lines;
        this.connections = connections;
        this.settle = settle;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What came of it. */
    sealed interface Result {
        record Paid() implements Result {}

        record Refused(Decline why) implements Result {}

        /** It may have been done; it is asked about until that is known. */
        record Unknown() implements Result {}

        /** It was certainly not done. */
        record NotDone() implements Result {}
    }

    /**
     * Charges it, with the payer there or not; what somebody else charges already, or what was taken back meanwhile, is not
     * charged. No transaction is open while the processor answers.
     */
    Result charge(Collection collection, String number, boolean isPresent) {
        ProcessorAccount account = account(collection);
        CardOnFile card =
                cards.find(collection.business(), collection.checkout().card()).orElseThrow();
        String code =
                customers.get(collection.business(), collection.customer()).code();
        var wanted = new ProcessorPort.ChargeWanted(
                new ProcessorPort.Order(number, code, collection.amount()),
                cards.token(collection.business(), card.id()),
                card.network(),
                isPresent,
                true,
                lines.of(collection));
        boolean begins = Boolean.TRUE.equals(transaction.execute(s -> collections.begins(collection)));
        if (!begins) return new Result.Unknown();
        try {
            return take(account, collection, connections.to(account).charge(key(collection), wanted));
        } catch (NoAnswer none) {
            if (none.isPerhapsDone()) {
                transaction.executeWithoutResult(s -> collections.setUnanswered(collection, true));
                return new Result.Unknown();
            }
            transaction.executeWithoutResult(s -> end(collection, "the processor did not take it"));
            return new Result.NotDone();
        }
    }

    /** Asks what became of a charge; answers whether it is known now. */
    boolean ask(Collection collection) {
        ProcessorAccount account = account(collection);
        transaction.executeWithoutResult(s -> collections.asked(collection, clock.now()));
        try {
            Optional<Answer> answer = connections.to(account).chargeUnder(key(collection));
            if (answer.isPresent()) {
                transaction.executeWithoutResult(s -> collections.setUnanswered(collection, false));
                take(account, collection, answer.get());
                return true;
            }
            boolean never =
                    collections.startedAt(collection).plus(CERTAINLY_NEVER_CAME).isBefore(clock.now());
            if (never) transaction.executeWithoutResult(s -> end(collection, "the processor never had it"));
            return never;
        } catch (NoAnswer away) {
            return false;
        }
    }

    private Result take(ProcessorAccount account, Collection collection, Answer answer) {
        return switch (answer) {
            case Answer.Approved approved -> {
                approved.charge().sales().forEach(sale -> settle.settle(account, collection, sale));
                yield new Result.Paid();
            }
            case Answer.Declined declined -> {
                transaction.executeWithoutResult(s -> refused(collection, declined.decline()));
                yield new Result.Refused(declined.decline());
            }
        };
    }

    private void refused(Collection collection, Decline why) {
        end(collection, why.words());
        if (why.family().endsCard())
            cards.end(collection.business(), collection.checkout().card(), CardOnFile.State.REFUSED, why.words());
    }

    private void end(Collection collection, String why) {
        collections.refused(collection, why);
        if (collections
                .find(collection.business(), collection.id())
                .orElseThrow()
                .state()
                .isLive()) collections.close(collection, CollectionState.REJECTED);
    }

    private ProcessorAccount account(Collection collection) {
        return setup.processor(collection.business(), collection.checkout().processor());
    }

    private static String key(Collection collection) {
        return collection.id().toString();
    }
}
