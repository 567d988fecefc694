package exactum.app.debits;

import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandateSection;
import exactum.core.collection.Back;
import exactum.core.collection.Windows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import exactum.core.text.Days;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The ladder of a mandate: each collection a rung, with what became of it, and when it is final. */
@Component
class LadderOfMandate implements MandateSection {
    private static final int SHOWN = 60;
    private static final int RUNG = 34;
    private final DebitStore debits;
    private final CameBackStore cameBack;
    private final RunBank bank;

    LadderOfMandate(DebitStore debits, CameBackStore cameBack, RunBank bank) {
        this.debits = debits;
        this.cameBack = cameBack;
        this.bank = bank;
    }

    /**
     * A collection.
     *
     * @param y of the middle of its rung
     * @param look how it is drawn: done, open or back
     * @param said what became of it, in words
     * @param working when it is final, with how the day came about
     */
    public record Rung(
            int y,
            LocalDate on,
            Money amount,
            String reference,
            int tryNo,
            String look,
            String said,
            Working working) {}

    /** The drawing. */
    public record Ladder(List<Rung> rungs, int height, String text) {}

    @Override
    public String template() {
        return "debits/ladder";
    }

    @Override
    public Ladder of(BusinessId business, Mandate mandate) {
        LocalDate today = bank.now(business).toLocalDate();
        List<DebitStore.Debit> all = debits.ofMandate(business, mandate.id(), SHOWN).stream()
                .filter(d -> !d.state().equals(DebitStore.WITHDRAWN))
                .sorted(Comparator.comparing(DebitStore.Debit::on))
                .toList();
        Map<CollectionId, CameBack> back = new HashMap<>();
        cameBack.of(business, all.stream().map(DebitStore.Debit::id).toList())
                .forEach(c -> back.put(c.collection(), c));
        var rungs = new ArrayList<Rung>();
        for (DebitStore.Debit d : all) rungs.add(rung(rungs.size(), d, back.get(d.id()), today));
        String text = rungs.isEmpty()
                ? "Nothing was collected under it yet."
                : rungs.stream()
                        .map(r -> "%s, %s: %s."
                                .formatted(Days.day(r.on()), r.amount().withCurrency(), r.said()))
                        .reduce((a, b) -> a + " " + b)
                        .orElseThrow();
        return new Ladder(rungs, rungs.size() * RUNG + 10, text);
    }

    private static Rung rung(int no, DebitStore.Debit d, CameBack back, LocalDate today) {
        Windows windows = Windows.of(d.scheme().rules(), d.on());
        boolean isBack = d.state().equals(Back.REJECTED.words())
                || d.state().equals(Back.RETURNED.words())
                || d.state().equals(Back.CLAIMED_BACK.words());
        boolean isCollected = d.state().equals(DebitStore.COLLECTED);
        String said = isBack
                ? "%s%s: %s".formatted(d.state(), back == null ? "" : " " + Days.day(back.on()), d.lastReason())
                : isCollected
                        ? today.isAfter(windows.returned())
                                ? "final"
                                : "collected, final after " + Days.day(windows.returned())
                        : d.state().equals(DebitStore.PLANNED) ? "in a run, not handed over yet" : d.state();
        return new Rung(
                no * RUNG + 20,
                d.on(),
                d.amount(),
                d.endToEnd(),
                d.tryNo(),
                isBack ? "back" : isCollected ? "done" : "open",
                d.tryNo() > 1 ? "try " + d.tryNo() + ", " + said : said,
                windows.working());
    }
}
