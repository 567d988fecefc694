package exactum.app.setup;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import java.util.List;

/** The chart of accounts that a new business starts with; it can be added to. */
final class FirstChart {
    static final AccountCode BANK = new AccountCode("1000");
    static final AccountCode CARD_CLEARING = new AccountCode("1060");
    static final AccountCode PAYOUTS = new AccountCode("1061");
    static final AccountCode INCOME = new AccountCode("4000");
    static final AccountCode CARD_FEES = new AccountCode("5000");

    static final List<Account> ACCOUNTS = List.of(
            plain("1000", "Bank", "asset"),
            with("1010", "Unplaced money", "asset", AccountRole.UNPLACED),
            with("1015", "Own transfers on their way", "asset", AccountRole.OWN_TRANSFERS),
            with("1020", "Received, not yet at the bank", "asset", AccountRole.RECEIVED),
            with("1021", "Paid out, not yet at the bank", "asset", AccountRole.PAID_OUT),
            with("1050", "Debit clearing", "asset", AccountRole.DEBIT_CLEARING),
            plain("1060", "Card clearing", "asset"),
            with("1061", "Payouts on their way", "asset", AccountRole.PAYOUTS),
            with("1065", "Reserve held", "asset", AccountRole.RESERVE),
            with("1070", "Disputed", "asset", AccountRole.DISPUTED),
            with("1090", "Exchange", "asset", AccountRole.EXCHANGE),
            with("1100", "Receivables", "asset", AccountRole.RECEIVABLES),
            with("2000", "Output tax", "liability", AccountRole.OUTPUT_TAX),
            with("2100", "Credit on account", "liability", AccountRole.CREDIT),
            with("2110", "Security deposits", "liability", AccountRole.DEPOSITS),
            with("3900", "Opening balances", "equity", AccountRole.OPENING),
            plain("4000", "Income", "income"),
            with("4080", "Early-settlement discounts", "income", AccountRole.EARLY_SETTLEMENT),
            with("4100", "Recharged fees", "income", AccountRole.RECHARGED_FEES),
            plain("5000", "Card fees", "expense"),
            with("5010", "Bank charges", "expense", AccountRole.BANK_CHARGES),
            with("5030", "Bad debts", "expense", AccountRole.BAD_DEBTS),
            with("5040", "Tolerated differences", "expense", AccountRole.TOLERATED),
            with("5050", "Exchange gains and losses", "expense", AccountRole.EXCHANGE_RESULT));

    private FirstChart() {}

    private static Account plain(String code, String name, String kind) {
        return with(code, name, kind, null);
    }

    private static Account with(String code, String name, String kind, AccountRole role) {
        return new Account(new AccountCode(code), name, kind, role);
    }
}
