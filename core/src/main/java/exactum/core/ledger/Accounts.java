package exactum.core.ledger;

import exactum.core.problem.Refusal;
import java.util.EnumMap;
import java.util.Map;

/**
 * The accounts that events are booked to, by the part they play.
 *
 * @param byRole the account of each part that is given
 */
public record Accounts(Map<AccountRole, AccountCode> byRole) {
    public Accounts {
        byRole = Map.copyOf(byRole);
    }

    /** The numbers of our worked examples: 1000 bank, 1010 unplaced money … 5050 exchange gains and losses. */
    public static Accounts worked() {
        var codes = new EnumMap<AccountRole, AccountCode>(AccountRole.class);
        codes.put(AccountRole.UNPLACED, new AccountCode("1010"));
        codes.put(AccountRole.OWN_TRANSFERS, new AccountCode("1015"));
        codes.put(AccountRole.RECEIVED, new AccountCode("1020"));
        codes.put(AccountRole.PAID_OUT, new AccountCode("1021"));
        codes.put(AccountRole.DEBIT_CLEARING, new AccountCode("1050"));
        codes.put(AccountRole.PAYOUTS, new AccountCode("1061"));
        codes.put(AccountRole.RESERVE, new AccountCode("1065"));
        codes.put(AccountRole.DISPUTED, new AccountCode("1070"));
        codes.put(AccountRole.EXCHANGE, new AccountCode("1090"));
        codes.put(AccountRole.RECEIVABLES, new AccountCode("1100"));
        codes.put(AccountRole.OUTPUT_TAX, new AccountCode("2000"));
        codes.put(AccountRole.CREDIT, new AccountCode("2100"));
        codes.put(AccountRole.DEPOSITS, new AccountCode("2110"));
        codes.put(AccountRole.OPENING, new AccountCode("3900"));
        codes.put(AccountRole.EARLY_SETTLEMENT, new AccountCode("4080"));
        codes.put(AccountRole.RECHARGED_FEES, new AccountCode("4100"));
        codes.put(AccountRole.BANK_CHARGES, new AccountCode("5010"));
        codes.put(AccountRole.BAD_DEBTS, new AccountCode("5030"));
        codes.put(AccountRole.TOLERATED, new AccountCode("5040"));
        codes.put(AccountRole.EXCHANGE_RESULT, new AccountCode("5050"));
        return new Accounts(codes);
    }

    /**
     * The account that plays the part.
     *
     * @throws Refusal if none does
     */
    public AccountCode of(AccountRole role) {
        AccountCode code = byRole.get(role);
        if (code == null) {
            throw new Refusal(
                    "ledger.no-account",
                    "No account is set for “%s”. Nothing was booked. Choose one in Set-up.".formatted(role.words()));
        }
        return code;
    }
}
