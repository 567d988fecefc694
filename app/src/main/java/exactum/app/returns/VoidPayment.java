package exactum.app.returns;

import exactum.app.settlement.RecordPayment;
import exactum.app.slips.FindSlips;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.TakeBack;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A payment that was recorded and never went through: void with a note, on its own day, so that it is nothing in every view. */
@Component
public class VoidPayment {
    private final RecordPayment record;
    private final FindSlips slips;

    VoidPayment(RecordPayment record, FindSlips slips) {
        this.record = record;
        this.slips = slips;
    }

    /**
     * Voids it.
     *
     * @throws Refusal without a note, if the bank has confirmed it, or it stands on a paying-in slip
     */
    @Transactional
    public void voidIt(BusinessId business, MeansId payment, String note) {
        if (note.isBlank())
            throw new Refusal(
                            "return.note", "Say what became of it, so that it can be read later. Nothing was changed.")
                    .at("note");
        slips.open(business).stream()
                .filter(s -> s.items().stream().anyMatch(i -> i.means().equals(payment)))
                .findFirst()
                .ifPresent(s -> {
                    throw new Refusal(
                            "return.slip",
                            "It stands on paying-in slip %s. Nothing was changed. Undo the slip, and make it again without it."
                                    .formatted(s.number()));
                });
        record.takeOut(business, payment, TakeBack.Cause.NEVER_THROUGH, note.strip());
    }
}
