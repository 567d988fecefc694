package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.returns.BillReturnFee;
import exactum.app.settlement.Claims;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes in what came back, with all that follows, in one transaction. */
@Component
public class TakeBackDebit {
    private final CameBackStore store;
    private final DebitStore debits;
    private final WorkOutEffects effects;
    private final Claims claims;
    private final BookBack book;
    private final FollowBack follow;
    private final BillReturnFee fees;
    private final Audit audit;

    TakeBackDebit(
            CameBackStore store,
            DebitStore debits,
            WorkOutEffects effects,
            Claims claims,
            BookBack book,
            FollowBack follow,
            BillReturnFee fees,
            Audit audit) {
        this.store = store;
        this.debits = debits;
        this.effects = effects;
        this.claims = claims;
        this.book = book;
        this.follow = follow;
        this.fees = fees;
        this.audit = audit;
    }

    /**
     * Takes one in; a second time changes nothing.
     *
     * @param chosen the collection that it is, where its reference got lost; else null
     * @param withFee whether the payer is billed the fee
     * @throws Refusal if it cannot be taken in
     */
    @Transactional
    public void takeIn(BusinessId business, CameBackId id, CollectionId chosen, boolean withFee) {
        CameBack c = store.lock(business, id).orElseThrow(NotHere::new);
        if (c.state() != CameBack.State.NEW) return;
        Effects e = held(business, List.of(c.collection() == null && chosen != null ? c.of(chosen) : c))
                .getFirst();
        if (e.problem() != null) throw new Refusal("debit.back", e.problem());
        book.book(business, List.of(e));
        DebitStore.Debit d = e.debit();
        follow.follow(
                business,
                List.of(e),
                withFee && e.fee().isPositive()
                        ? Map.of(
                                d.id(),
                                fees.bill(
                                        business,
                                        d.customer(),
                                        "Fee for the debit of %s that came back".formatted(Texts.day(d.on())),
                                        e.fee(),
                                        e.cameBack().id().value()))
                        : Map.of());
        taken(business, List.of(e));
    }

    /**
     * Takes several in, each of another customer, and answers why others stay.
     *
     * @throws Refusal if one could not be taken in after all; none is then
     */
    @Transactional
    public List<String> takeIn(BusinessId business, List<CameBackId> ids) {
        List<CameBack> waiting = store.lock(business, ids).stream()
                .filter(c -> c.state() == CameBack.State.NEW)
                .toList();
        List<Effects> all = held(business, waiting);
        List<Effects> clear = all.stream().filter(e -> e.problem() == null).toList();
        if (!clear.isEmpty()) {
            book.book(business, clear);
            follow.follow(business, clear, Map.<CollectionId, DocumentId>of());
            taken(business, clear);
        }
        return all.stream().map(Effects::problem).filter(Objects::nonNull).toList();
    }

    /** What follows, while nobody else matches the lines that tell it, nor settles anything of whom they are. */
    private List<Effects> held(BusinessId business, List<CameBack> all) {
        Set<CollectionId> collections =
                all.stream().map(CameBack::collection).filter(Objects::nonNull).collect(Collectors.toSet());
        book.hold(business, all, effects.ownCharges(business, collections).values());
        claims.hold(business, debits.customers(business, collections).values());
        return effects.ofAll(business, all);
    }

    private void taken(BusinessId business, List<Effects> all) {
        Map<CameBackId, CollectionId> as = new LinkedHashMap<>();
        all.forEach(e -> as.put(e.cameBack().id(), e.debit().id()));
        store.takenIn(business, as);
        audit.recordAll(
                business,
                "took in what came back",
                all.stream()
                        .map(e -> "%s of %s: %s"
                                .formatted(
                                        e.cameBack().amount().withCurrency(),
                                        e.debit().customerName(),
                                        e.reason().said()))
                        .toList());
    }

    /** Sets one aside, with a cause: nothing follows from it. */
    @Transactional
    public void setAside(BusinessId business, CameBackId id, String cause) {
        CameBack c = store.lock(business, id).orElseThrow(NotHere::new);
        if (c.state() != CameBack.State.NEW) return;
        if (cause.isBlank())
            throw new Refusal("debit.cause", "Say why, so that it can be read later. Nothing was changed.").at("cause");
        store.state(business, id, c.collection(), CameBack.State.SET_ASIDE, cause.strip());
        audit.record(business, "set aside what came back", cause.strip());
    }
}
