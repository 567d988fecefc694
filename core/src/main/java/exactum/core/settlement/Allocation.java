package exactum.core.settlement;

import exactum.core.ids.AllocationId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Valued;
import java.time.LocalDate;

/**
 * The part of a means that settles a claim, or a row that undoes such a part. Never edited: what it was and what undid it
 * both stay.
 *
 * @param claimPart what of the claim it settles, negative where it undoes
 * @param meansPart what of the means that takes; another amount only across currencies
 * @param countsOn the later of the two days: no claim is settled before its document’s date, nor by money before it came
 * @param entry the ledger entry that holds it
 * @param reverses the allocation that this row undoes, or null
 * @param takeBack the take-back that undid it, or null
 */
public record Allocation(
        AllocationId id,
        MeansId means,
        ClaimId claim,
        Valued claimPart,
        Valued meansPart,
        LocalDate countsOn,
        EntryId entry,
        AllocationId reverses,
        TakeBackId takeBack) {}
