package exactum.core.bank;

import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Bug;
import exactum.core.problem.Refusal;
import java.time.LocalDate;

/**
 * Money on a waiting account. What is left of all items of an account, less what is left unexplained of lines that stand
 * there, is the account's balance, so that nothing waits without a name.
 *
 * @param account where it waits
 * @param since the day it waits from
 * @param amount positive where money is to come in, negative where it is to go out
 * @param left what nothing confirmed yet, between nothing and the amount
 */
public record WaitingItem(
        WaitingId id, WaitingKind kind, AccountCode account, LocalDate since, Valued amount, Valued left) {
    public WaitingItem {
        boolean within = left.amount().isZero()
                || left.amount().isNegative() == amount.amount().isNegative()
                        && left.amount().abs().compareTo(amount.amount().abs()) <= 0;
        if (amount.amount().isZero() || !within) {
            throw new Bug("%s of %s is left with %s"
                    .formatted(
                            kind.words(), amount.amount().plain(), left.amount().plain()));
        }
    }

    /** An item of which all is left. */
    public static WaitingItem fresh(
            WaitingId id, WaitingKind kind, AccountCode account, LocalDate since, Valued amount) {
        return new WaitingItem(id, kind, account, since, amount, amount);
    }

    /**
     * What a part of it is worth.
     *
     * @throws Refusal if that much is not left
     */
    public Valued part(Money part) {
        boolean within = part.isNegative() == left.amount().isNegative()
                && !part.isZero()
                && part.abs().compareTo(left.amount().abs()) <= 0;
        if (within) return left.part(part);
        throw new Refusal(
                "waiting.less",
                left.amount().isZero()
                        ? "This %s is matched already; taking it again would count the money twice. Nothing was matched."
                                .formatted(kind.words())
                        : "Only %s of this %s is left, not %s. Nothing was matched."
                                .formatted(left.amount().text(), kind.words(), part.text()));
    }

    /** With a part of it confirmed, or gone. */
    public WaitingItem less(Valued part) {
        return new WaitingItem(id, kind, account, since, amount, left.minus(part));
    }

    /** With a part of it waiting again. */
    public WaitingItem again(Valued part) {
        return new WaitingItem(id, kind, account, since, amount, left.plus(part));
    }
}
