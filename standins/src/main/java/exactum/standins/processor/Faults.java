package exactum.standins.processor;

/**
 * What goes wrong on purpose with the next calls that would move money, and with notices.
 *
 * @param lost how many are done and their answers get lost
 * @param failing how many are answered with a fault of ours and not done
 * @param limited how many are sent away as too many
 * @param slowSeconds how long the next one takes to be answered
 * @param noticeDelaySeconds how long each notice waits before it leaves
 * @param reordered whether a newer notice leaves before an older one
 * @param lostEvery of how many answers one gets lost, zero for none
 */
public record Faults(
        int lost, int failing, int limited, int slowSeconds, int noticeDelaySeconds, boolean reordered, int lostEvery) {
    public static final Faults NONE = new Faults(0, 0, 0, 0, 0, false, 0);

    Faults oneLostLess() {
        return new Faults(lost - 1, failing, limited, slowSeconds, noticeDelaySeconds, reordered, lostEvery);
    }

    Faults oneFailingLess() {
        return new Faults(lost, failing - 1, limited, slowSeconds, noticeDelaySeconds, reordered, lostEvery);
    }

    Faults oneLimitedLess() {
        return new Faults(lost, failing, limited - 1, slowSeconds, noticeDelaySeconds, reordered, lostEvery);
    }

    Faults notSlow() {
        return new Faults(lost, failing, limited, 0, noticeDelaySeconds, reordered, lostEvery);
    }
}
