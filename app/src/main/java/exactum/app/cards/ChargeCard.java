package exactum.app.cards;

import exactum.app.database.AtOnce;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.Decline;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort.Answer;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.ProcessorId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
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
    private static final int AT_ONCE = 16;
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
    record Heard(ProcessorAccount account, Collection collection, Answer answer, boolean isPerhapsDone) {}

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

    /** Tells the processor to charge them, some at once; what it answers is not taken in yet. */
    List<Heard> call(List<OrderCharges.Ordered> ordered) {
        return AtOnce.answers(ordered, AT_ONCE, this::call);
    }

    private Heard call(OrderCharges.Ordered ordered) {
        Collection collection = ordered.collection();
        try {
            Answer answer = connections.to(ordered.account()).charge(key(collection), ordered.wanted());
            return new Heard(ordered.account(), collection, answer, true);
        } catch (NoAnswer none) {
            return new Heard(ordered.account(), collection, null, none.isPerhapsDone());
        }
    }

    /**
     * Takes in what was heard of charges of one business, together; where that fails, each alone, and what fails alone stays to be
     * asked about.
     *
     * @throws RuntimeException the last that was thrown for one alone
     */
    void takeIn(List<Heard> heard) {
        try {
            takeAll(heard);
        } catch (RuntimeException oneOfThem) {
            eachAlone(heard);
        }
    }

    private void eachAlone(List<Heard> heard) {
        RuntimeException failed = null;
        for (Heard one : heard) {
            try {
                takeAll(List.of(one));
            } catch (RuntimeException e) {
                failed = e;
            }
        }
        if (failed != null) throw failed;
    }

    private void takeAll(List<Heard> all) {
        if (all.isEmpty()) return;
        BusinessId business = all.getFirst().collection().business();
        Map<ProcessorAccount, List<SettleSale.Taken>> paid = new LinkedHashMap<>();
        Map<Collection, Decline> declined = new LinkedHashMap<>();
        Map<CollectionId, String> never = new LinkedHashMap<>();
        var silent = new ArrayList<CollectionId>();
        for (Heard heard : all) {
            Collection c = heard.collection();
            switch (heard.answer()) {
                case Answer.Approved approved ->
                    approved.charge()
                            .sales()
                            .forEach(sale -> paid.computeIfAbsent(heard.account(), a -> new ArrayList<>())
                                    .add(new SettleSale.Taken(c, sale)));
                case Answer.Declined refused -> declined.put(c, refused.decline());
                case null -> {
                    if (heard.isPerhapsDone()) silent.add(c.id());
                    else never.put(c.id(), "the processor did not take it");
                }
            }
        }
        transaction.executeWithoutResult(s -> {
            paid.forEach(settle::settleAll);
            refused(business, declined);
            collections.rejectAll(business, never);
            collections.setUnanswered(business, silent, true);
        });
    }

    private void refused(BusinessId business, Map<Collection, Decline> declined) {
        if (declined.isEmpty()) return;
        Map<CollectionId, String> reasons = new LinkedHashMap<>();
        declined.forEach((c, why) -> reasons.put(c.id(), why.words()));
        collections.rejectAll(business, reasons);
        declined.forEach((c, why) -> {
            if (why.family().endsCard())
                cards.end(business, c.checkout().card(), CardOnFile.State.REFUSED, why.words());
        });
        events.publishEvent(new CardsRefused(business, declined));
    }

    /**
     * What the processor says became of charges.
     *
     * @param known that it has, each with what came of it
     * @param none that it says it has none of
     */
    private record Told(List<Heard> known, List<Collection> none) {}

    /** Of several of one business, some at once; those of which it says nothing are in neither list. */
    private Told told(List<Collection> all) {
        var told = new Told(new ArrayList<>(), new ArrayList<>());
        Map<ProcessorId, ProcessorAccount> accounts = new HashMap<>();
        for (Collection c : all)
            accounts.computeIfAbsent(c.checkout().processor(), p -> setup.processor(c.business(), p));
        List<Optional<Optional<Answer>>> answers = AtOnce.answers(
                all, AT_ONCE, c -> under(accounts.get(c.checkout().processor()), c));
        for (int i = 0; i < all.size(); i++) {
            Collection c = all.get(i);
            answers.get(i)
                    .ifPresent(said -> said.ifPresentOrElse(
                            a -> told.known()
                                    .add(new Heard(accounts.get(c.checkout().processor()), c, a, true)),
                            () -> told.none().add(c)));
        }
        return told;
    }

    private Optional<Optional<Answer>> under(ProcessorAccount account, Collection collection) {
        try {
            return Optional.of(connections.to(account).chargeUnder(key(collection)));
        } catch (NoAnswer away) {
            return Optional.empty();
        }
    }

    /** Those that the processor says it has none of; what it has is taken in. */
    List<Collection> notThere(BusinessId business, List<Collection> all) {
        if (all.isEmpty()) return List.of();
        Told told = told(all);
        takeIn(told.known());
        return told.none();
    }

    /** Asks what became of a charge; answers whether it is known now. */
    boolean ask(Collection collection) {
        return askAll(collection.business(), List.of(collection)) == 1;
    }

    /** Asks what became of charges of one business; answers how many are known now. */
    int askAll(BusinessId business, List<Collection> all) {
        if (all.isEmpty()) return 0;
        transaction.executeWithoutResult(s -> collections.asked(business, ids(all), clock.now()));
        Told told = told(all);
        List<CollectionId> known =
                told.known().stream().map(h -> h.collection().id()).toList();
        transaction.executeWithoutResult(s -> collections.setUnanswered(business, known, false));
        takeIn(told.known());
        Map<CollectionId, String> never = new LinkedHashMap<>();
        Instant limit = clock.now().minus(CERTAINLY_NEVER_CAME);
        collections
                .startedBefore(business, ids(told.none()), limit)
                .forEach(id -> never.put(id, "the processor never had it"));
        transaction.executeWithoutResult(s -> {
            collections.setUnanswered(business, never.keySet(), false);
            collections.rejectAll(business, never);
        });
        return known.size() + never.size();
    }

    private static List<CollectionId> ids(List<Collection> all) {
        return all.stream().map(Collection::id).toList();
    }

    private static String key(Collection collection) {
        return collection.id().toString();
    }
}
