package exactum.app.cards;

import exactum.app.audit.Audit;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.settlement.Claims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Answer;
import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Has a card authorised for an amount: by its holder on the processor's page, or by us where it is on file. Its id is the key; no
 * transaction is open while the processor answers, and what it did not answer is asked about.
 */
@Component
public class Authorise {
    private static final int PAGE_DAYS = 7;
    private static final Duration CERTAINLY_NEVER_CAME = Duration.ofMinutes(2);
    private final AuthorisationStore store;
    private final Claims claims;
    private final FindSetup setup;
    private final FindCustomers customers;
    private final CardStore cards;
    private final Connections connections;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    Authorise(
            AuthorisationStore store,
            Claims claims,
            FindSetup setup,
            FindCustomers customers,
            CardStore cards,
            Connections connections,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.claims = claims;
        this.setup = setup;
        this.customers = customers;
        this.cards = cards;
        this.connections = connections;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** The address of the processor's page on which the payer enters a card; empty where none can be opened. */
    public Optional<String> onPage(
            PaymentLink link, String number, Money amount, Function<AuthorisationId, String> returnTo) {
        BusinessId business = link.business();
        Optional<ProcessorAccount> account = setup.processorFor(business, amount.currency());
        if (account.isEmpty()) return Optional.empty();
        Authorisation fresh = once(wanted(account.get(), link, null, link.document(), number, amount, "payer"));
        if (fresh.said().url() != null) return Optional.of(fresh.said().url());
        var wanted = new ProcessorPort.PageWanted(
                ProcessorPort.Purpose.AUTHORISE, order(fresh), false, false, returnTo.apply(fresh.id()), List.of());
        try {
            ProcessorPort.Page page =
                    connections.to(account.get()).open(fresh.id().toString(), wanted);
            transaction.executeWithoutResult(s -> store.opened(fresh, page));
            return Optional.of(page.url());
        } catch (NoAnswer away) {
            return Optional.empty();
        }
    }

    /**
     * Authorises a card on file.
     *
     * @param document that it is for, or null
     * @param reference our number, which travels with it
     * @throws Refusal if the card cannot be charged any more
     */
    public Authorisation onFile(
            BusinessId business, CardOnFile card, DocumentId document, String reference, Money amount) {
        ProcessorAccount account = setup.processor(business, card.processor());
        if (!card.isUsableOn(clock.today(business)) || !account.isOn())
            throw new Refusal("authorisation.card", "This card cannot be charged any more. Nothing was authorised.");
        if (!account.currency().equals(amount.currency()))
            throw new Refusal(
                            "authorisation.currency",
                            "%s takes %s only. Nothing was authorised.".formatted(account.name(), account.currency()))
                    .at("amount");
        Authorisation wanted = wanted(account, null, card, document, reference, amount, Audit.who());
        Authorisation fresh = once(wanted);
        if (!fresh.id().equals(wanted.id())) return look(fresh);
        try {
            Answer answer = connections
                    .to(account)
                    .charge(
                            fresh.id().toString(),
                            new ProcessorPort.ChargeWanted(
                                    order(fresh),
                                    cards.token(business, card.id()),
                                    card.network(),
                                    false,
                                    false,
                                    List.of()));
            take(fresh, answer);
        } catch (NoAnswer none) {
            if (!none.isPerhapsDone())
                transaction.executeWithoutResult(
                        s -> store.ends(fresh, Authorisation.State.REFUSED, "the processor did not take it"));
        }
        return store.find(business, fresh.id()).orElseThrow();
    }

    private Authorisation wanted(
            ProcessorAccount account,
            PaymentLink link,
            CardOnFile card,
            DocumentId document,
            String reference,
            Money amount,
            String by) {
        return new Authorisation(
                account.business(),
                new AuthorisationId(Ids.next()),
                link != null ? link.customer() : card.customer(),
                document,
                account.id(),
                link == null ? null : link.id(),
                card == null ? null : card.id(),
                reference,
                amount,
                amount.withMinor(0),
                amount.withMinor(0),
                Authorisation.State.ASKED,
                Authorisation.Said.NOTHING,
                clock.today(account.business()),
                by);
    }

    /** Writes it down, or answers the one that was asked for in the same way today: pressed twice, it is one. */
    private Authorisation once(Authorisation wanted) {
        return transaction.execute(s -> {
            claims.hold(wanted.business(), wanted.customer());
            Optional<Authorisation> before = store.ofCustomer(wanted.business(), wanted.customer()).stream()
                    .filter(a -> a.isLike(wanted))
                    .findFirst();
            if (before.isEmpty()) store.insert(wanted);
            return before.orElse(wanted);
        });
    }

    private ProcessorPort.Order order(Authorisation a) {
        return new ProcessorPort.Order(
                a.reference(), customers.get(a.business(), a.customer()).code(), a.amount());
    }

    /** Asks what became of one that has no answer yet; answers it as it stands now. */
    public Authorisation look(Authorisation a) {
        if (isLapsed(a)) {
            transaction.executeWithoutResult(
                    s -> store.ends(a, Authorisation.State.ENDED, "what was not taken of it has lapsed"));
            return store.find(a.business(), a.id()).orElseThrow();
        }
        if (a.state() != Authorisation.State.ASKED) return a;
        ProcessorPort port = connections.to(setup.processor(a.business(), a.processor()));
        transaction.executeWithoutResult(s -> store.asked(a, clock.now()));
        try {
            if (a.card() != null)
                port.chargeUnder(a.id().toString()).ifPresentOrElse(answer -> take(a, answer), () -> absent(a));
            else if (a.said().page() != null)
                take(
                        a,
                        isLeft(a)
                                ? port.close(a.said().page())
                                : port.page(a.said().page()));
        } catch (NoAnswer away) {
            return a;
        }
        return store.find(a.business(), a.id()).orElseThrow();
    }

    /** The processor has none of it: after two minutes it never had it. */
    private void absent(Authorisation a) {
        if (store.madeAt(a).plus(CERTAINLY_NEVER_CAME).isBefore(clock.now()))
            transaction.executeWithoutResult(
                    s -> store.ends(a, Authorisation.State.REFUSED, "the processor never had it"));
    }

    private boolean isLapsed(Authorisation a) {
        return a.state() == Authorisation.State.AUTHORISED
                && clock.today(a.business()).isAfter(a.said().validUntil());
    }

    /** Whether nobody entered a card for a week. */
    private boolean isLeft(Authorisation a) {
        return clock.today(a.business()).isAfter(a.madeOn().plusDays(PAGE_DAYS));
    }

    private void take(Authorisation a, ProcessorPort.PageState state) {
        if (state.charge() != null) authorised(a, state.charge());
        else if (!state.isOpen())
            transaction.executeWithoutResult(s -> store.ends(a, Authorisation.State.REFUSED, "its page was closed"));
        else if (state.lastDecline() != null)
            transaction.executeWithoutResult(
                    s -> store.setReason(a, state.lastDecline().words()));
    }

    private void take(Authorisation a, Answer answer) {
        switch (answer) {
            case Answer.Approved approved -> authorised(a, approved.charge());
            case Answer.Declined declined ->
                transaction.executeWithoutResult(s -> store.ends(
                        a, Authorisation.State.REFUSED, declined.decline().words()));
        }
    }

    private void authorised(Authorisation a, ProcessorPort.Charge charge) {
        transaction.executeWithoutResult(s -> {
            Authorisation held = store.lock(a.business(), a.id());
            if (held.state() != Authorisation.State.ASKED) return;
            String card = a.card() == null
                    ? null
                    : cards.find(a.business(), a.card()).orElseThrow().shown();
            store.stands(held, charge, card);
            audit.record(
                    a.business(),
                    "had a card authorised",
                    "%s for %s".formatted(a.amount().withCurrency(), a.reference()));
        });
    }
}
