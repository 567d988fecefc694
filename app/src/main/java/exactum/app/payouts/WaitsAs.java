package exactum.app.payouts;

import exactum.core.bank.PayoutReport.Line;
import exactum.core.bank.WaitingKind;

/** What waits in the books for a line of a payout, by kind and by the processor's reference. */
record WaitsAs(WaitingKind kind, String reference) {

    /** Null where nothing can wait for it, as for what is held back only now. */
    static WaitsAs of(Line line) {
        WaitingKind kind = switch (line.kind()) {
            case SALE -> WaitingKind.CARD_SALE;
            case REFUND -> WaitingKind.REFUND;
            case CHARGEBACK -> line.gross().isNegative() ? WaitingKind.CHARGEBACK : WaitingKind.CHARGEBACK_WON;
            case CORRECTION -> WaitingKind.REFUND_BACK;
            case FEE -> WaitingKind.PROCESSOR_FEE;
            case RESERVE -> line.gross().isNegative() ? null : WaitingKind.RESERVE;
        };
        return kind == null || line.named().isEmpty() ? null : new WaitsAs(kind, line.named());
    }
}
