package exactum.app.interest;

import exactum.core.arrears.LateLaw;
import exactum.core.ledger.AccountCode;
import java.math.BigDecimal;

/**
 * How a business charges late payment.
 *
 * @param isOn whether it does at all
 * @param law by which reference rates are read and fixed sums set
 * @param points above the reference rate, in percent a year
 * @param fixedSum whether the fixed sum of the law is charged too, once an invoice
 * @param account where both are booked
 */
record LateRule(boolean isOn, LateLaw law, BigDecimal points, boolean fixedSum, AccountCode account) {}
