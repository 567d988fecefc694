package exactum.core.collection;

import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.mandate.Usage;
import exactum.core.scheme.MandateReference;

/**
 * A mandate as it stands when a run is planned.
 *
 * @param revision raised by each change, so that a later one is noticed
 */
public record Covering(
        MandateId id, MandateReference reference, Authority authority, MandateState state, Usage usage, int revision) {}
