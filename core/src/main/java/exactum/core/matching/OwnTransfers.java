package exactum.core.matching;

import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import exactum.core.text.Days;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Money that goes from one account of ours to another: by the other side's number, by its line, or by our own name. */
final class OwnTransfers {
    private static final int NUMBER = 100;
    private static final int BOTH_SIDES = 65;
    private static final int CALLED_SO = 35;
    private static final int FEW_DAYS = 5;
    private final List<Candidate.Ourselves> ourselves;
    private final Map<Money, List<Asked>> byAmount = new HashMap<>();

    OwnTransfers(List<Candidate.Ourselves> ourselves, List<Asked> lines) {
        this.ourselves = ourselves;
        for (Asked line : lines)
            if (line.account() != null)
                byAmount.computeIfAbsent(line.left(), m -> new ArrayList<>(1)).add(line);
    }

    void propose(Asked line, Drafts drafts) {
        var part = new Part.OwnTransfer(line.left(), "own transfer");
        String account = line.said().further().account().replaceAll("\\s", "");
        boolean isOurs = !account.isEmpty()
                && ourselves.stream().anyMatch(o -> o.accounts().contains(account));
        Reason other = otherSide(line);
        Reason called = isCalledSo(line) ? new Reason("the other party is called as we are", CALLED_SO) : null;
        if (isOurs) drafts.whole(part, new Reason("the other account is ours too", NUMBER));
        else if (other != null && account.isEmpty()) drafts.whole(part, other, called);
        else if (called != null && account.isEmpty()) drafts.whole(part, called);
    }

    private Reason otherSide(Asked line) {
        List<Asked> opposite = byAmount.getOrDefault(line.left().negated(), List.of()).stream()
                .filter(o -> !o.account().equals(line.account()))
                .filter(o -> Math.abs(ChronoUnit.DAYS.between(o.day(), line.day())) <= FEW_DAYS)
                .toList();
        if (line.account() == null || opposite.size() != 1) return null;
        Asked one = opposite.getFirst();
        return new Reason(
                "the other side stands on another account of ours, on %s: %s"
                        .formatted(Days.day(one.day()), one.left().text()),
                BOTH_SIDES);
    }

    private boolean isCalledSo(Asked line) {
        Names counterparty = Names.of(line.said().counterparty());
        return ourselves.stream()
                .flatMap(o -> o.names().stream())
                .anyMatch(n -> Names.of(n).like(counterparty) == Names.Likeness.WHOLE);
    }
}
