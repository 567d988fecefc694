package exactum.app.slips;

import exactum.app.audit.Audit;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.WaitingId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Puts cash and cheques on a paying-in slip, which the bank then books as one line. */
@Component
public class PayIn {
    private final SlipStore slips;
    private final Audit audit;

    PayIn(SlipStore slips, Audit audit) {
        this.slips = slips;
        this.audit = audit;
    }

    /**
     * Makes a slip of payments that lie unbanked.
     *
     * @throws Refusal if one of them is on a slip or at the bank already, or they are in several currencies
     */
    @Transactional
    public UUID make(BusinessId business, LocalDate day, Set<WaitingId> wanted) {
        slips.lock(business);
        List<Slip.Item> items = slips.unbanked(business).stream()
                .filter(i -> wanted.contains(i.waiting()))
                .toList();
        if (wanted.isEmpty())
            throw new Refusal("slip.nothing", "Choose the payments that are paid in. Nothing was saved.");
        if (items.size() < wanted.size())
            throw new Refusal(
                    "slip.taken", "One of the payments is on another slip or at the bank already. Nothing was saved.");
        var currencies =
                new HashSet<>(items.stream().map(i -> i.amount().currency()).toList());
        if (currencies.size() > 1) throw new Refusal("slip.currency", "A slip is in one currency. Nothing was saved.");
        UUID id = slips.insert(
                business,
                day,
                currencies.iterator().next().getCurrencyCode(),
                items.stream().map(Slip.Item::waiting).toList());
        audit.record(
                business,
                "made a paying-in slip",
                slips.find(business, id).orElseThrow().number());
        return id;
    }

    /**
     * Takes a slip apart; its payments lie unbanked again.
     *
     * @throws Refusal if the bank has confirmed any of it
     */
    @Transactional
    public void undo(BusinessId business, UUID id) {
        slips.lock(business);
        Slip slip = slips.find(business, id).orElseThrow(NotHere::new);
        if (slip.undone()) return;
        if (!slip.left().equals(slip.total()))
            throw new Refusal(
                    "slip.banked", "The bank has this slip already; undo its match first. Nothing was changed.");
        slips.undo(business, id);
        audit.record(business, "undid a paying-in slip", slip.number());
    }
}
