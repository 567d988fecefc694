package exactum.app.web;

import exactum.core.problem.Refusal;

/** What stands in the way, without what became of the attempt: where nothing was attempted, only something looked at. */
public final class Why {
    private Why() {}

    /** The reason of a refusal alone. */
    public static String of(Refusal refusal) {
        return refusal.sentence().replace(" Nothing was made.", "");
    }
}
