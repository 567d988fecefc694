package exactum.app.refunds;

import exactum.core.ids.MeansId;

/**
 * Money that a person wants to give back.
 *
 * @param through the payment that it goes back through
 * @param why in words for the customer, printed on a credit note
 */
public record RefundWish(MeansId through, Draw draw, Route route, String why) {}
