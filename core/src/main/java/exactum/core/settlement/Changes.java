package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.Entry;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What acts on a position wrote: new rows, changed rests, entries and signals, for a store to keep in one transaction. */
public final class Changes {
    final Map<MeansId, Means> newMeans = new LinkedHashMap<>();
    final Map<MeansId, Means> changedMeans = new LinkedHashMap<>();
    final Map<ClaimId, Claim> newClaims = new LinkedHashMap<>();
    final Map<ClaimId, Claim> changedClaims = new LinkedHashMap<>();
    final List<Allocation> allocations = new ArrayList<>();
    final List<TakeBack> takeBacks = new ArrayList<>();
    final List<Refund> refunds = new ArrayList<>();
    final List<Entry> entries = new ArrayList<>();
    final Set<Signal> signals = new LinkedHashSet<>();

    /** Means that are new, as they stand at the end. */
    public Collection<Means> newMeans() {
        return newMeans.values();
    }

    /** Means that were there before and stand otherwise now. */
    public Collection<Means> changedMeans() {
        return changedMeans.values();
    }

    /** Claims that are new, as they stand at the end. */
    public Collection<Claim> newClaims() {
        return newClaims.values();
    }

    /** Claims that were there before and stand otherwise now. */
    public Collection<Claim> changedClaims() {
        return changedClaims.values();
    }

    /** The allocations that were made, in order. */
    public List<Allocation> allocations() {
        return allocations;
    }

    /** The take-backs that were made, in order. */
    public List<TakeBack> takeBacks() {
        return takeBacks;
    }

    /** The refunds that were made, in order. */
    public List<Refund> refunds() {
        return refunds;
    }

    /** The entries that book it, in order. */
    public List<Entry> entries() {
        return entries;
    }

    /** What others may want to know of it. */
    public Set<Signal> signals() {
        return signals;
    }
}
