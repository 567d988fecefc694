package exactum.app.bank;

import exactum.core.bank.Explained;
import exactum.core.ledger.AccountCode;
import java.time.LocalDate;

/**
 * A line as matching sees it.
 *
 * @param standsOn the account on which its unexplained part stands
 * @param day the day it is of
 */
public record MatchableLine(LineRef ref, AccountCode standsOn, LocalDate day, Explained explained, String words) {}
