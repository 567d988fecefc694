package exactum.app.cards;

import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.Decline;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort.Answer;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
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
    private final OrderCharges orders;
    private final Connections connections;
    private final SettleSale settle;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    ChargeCard(
            CollectionStore collections,
            CardStore cards,
            FindSetup setup,
            OrderCharges orders,
            Connections connections,
            SettleSale settle,
            BusinessClock clock,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.collections = collections;
        this.cards = cards;
        this.setup = setup;
        this.orders = orders;
        this.connections = connections;
        this.settle = settle;
        this.clock = clock;
        this.events = events;
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
     * What was heard of a charge.
     *
     * @param answer of the processor, or null where none came
     * @param isPerhapsDone whether it may have been done although no answer came
     */
    record Heard(OrderCharges.Ordered ordered, Answer answer, boolean isPerhapsDone) {}

    /**
     * Charges it, with the payer there or not; what somebody else charges already, or what was taken back meanwhile, is not
     * charged. No transaction is open while the processor answers.
     */
    Result charge(Collection collection, String number, boolean isPresent) {
        OrderCharges.Ordered ordered = orders.order(collection.business(), Map.of(collection, number), isPresent)
                .getFirst();
        boolean begins = Boolean.TRUE.equals(transaction.execute(s -> collections.begins(collection)));
        if (!begins) return new Result.Unknown();
        Heard heard = call(ordered);
        takeAll(List.of(heard));
        return switch (heard.answer()) {
            case Answer.Approved approved -> new Result.Paid();
            case Answer.Declined declined -> new Result.Refused(declined.decline());
            case null -> heard.isPerhapsDone() ? new Result.Unknown() : new Result.NotDone();
        };
    }

    /** Tells the processor to charge it; what it answers is not taken in yet. */
    Heard call(OrderCharges.Ordered ordered) {
        try {
            Answer answer = connections.to(ordered.account()).charge(key(ordered.collection()), ordered.wanted());
            return new Heard(ordered, answer, true);
        } catch (NoAnswer none) {
            return new Heard(ordered, null, none.isPerhapsDone());
        }
    }

    /** Takes in what was heard of charges of one business: those of an account together, all or none. */
    void takeAll(List<Heard> all) {
        Map<ProcessorAccount, List<SettleSale.Taken>> paid = new LinkedHashMap<>();
        for (Heard heard : all)
            if (heard.answer() instanceof Answer.Approved approved)
                approved.charge()
                        .sales()
                        .forEach(sale -> paid.computeIfAbsent(heard.ordered().account(), a -> new ArrayList<>())
                                .add(new SettleSale.Taken(heard.ordered().collection(), sale)));
        transaction.executeWithoutResult(s -> {
            paid.forEach(settle::settleAll);
            for (Heard heard : all) {
                Collection collection = heard.ordered().collection();
                if (heard.answer() instanceof Answer.Declined declined) refused(collection, declined.decline());
                if (heard.answer() != null) continue;
                if (heard.isPerhapsDone()) collections.setUnanswered(collection, true);
                else end(collection, "the processor did not take it");
            }
        });
    }

    /** Whether the processor says that it has none of it; what it has is taken in. */
    boolean isNotThere(Collection collection) {
        ProcessorAccount account = account(collection);
        try {
            Optional<Answer> answer = connections.to(account).chargeUnder(key(collection));
            answer.ifPresent(
                    a -> takeAll(List.of(new Heard(new OrderCharges.Ordered(account, collection, null), a, true))));
            return answer.isEmpty();
        } catch (NoAnswer away) {
            return false;
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
                takeAll(List.of(new Heard(new OrderCharges.Ordered(account, collection, null), answer.get(), true)));
                return true;
            }
            boolean never =
                    collections.startedAt(collection).plus(CERTAINLY_NEVER_CAME).isBefore(clock.now());
            if (never)
                transaction.executeWithoutResult(s -> {
                    collections.setUnanswered(collection, false);
                    end(collection, "the processor never had it");
                });
            return never;
        } catch (NoAnswer away) {
            return false;
        }
    }

    private void refused(Collection collection, Decline why) {
        end(collection, why.words());
        if (why.family().endsCard())
            cards.end(collection.business(), collection.checkout().card(), CardOnFile.State.REFUSED, why.words());
        events.publishEvent(new CardRefused(collection, why));
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
