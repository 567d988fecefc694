package exactum.app.bank;

import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MatchId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutLineId;
import exactum.core.ids.RefundId;
import exactum.core.ids.TakeBackId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** What parts of lines are. */
public interface FindMatches {
    /**
     * A part of a line and what it is.
     *
     * @param part of the line, signed as the line
     * @param words what it is, named
     * @param on the day it counts on
     * @param undone when and by whom it was undone, or null
     */
    record Matched(
            MatchId id,
            LineRef line,
            MatchKind kind,
            Valued part,
            Target target,
            String words,
            EntryId entry,
            LocalDate on,
            String by,
            Undone undone) {}

    /**
     * What it was joined to; null for what it was not.
     *
     * @param waitingPart what of the waiting item it confirmed
     */
    record Target(
            WaitingId waiting,
            Valued waitingPart,
            MeansId means,
            TakeBackId takeBack,
            RefundId refund,
            AccountCode account,
            UUID rule) {}

    record Undone(LocalDate on, String by) {}

    /** All of a line, undone or not, in the order in which they were made. */
    List<Matched> ofLine(BusinessId business, LineRef line);

    /** Those of payout lines that stand. */
    Map<LineRef, List<Matched>> ofPayoutLines(BusinessId business, Collection<PayoutLineId> lines);

    Optional<Matched> find(BusinessId business, MatchId id);
}
