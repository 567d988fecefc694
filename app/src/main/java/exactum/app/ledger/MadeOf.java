package exactum.app.ledger;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;

/** Where the balance of an account is told by name: by invoice, by customer, by rate, by what waits. */
record MadeOf(String words, String href) {

    static Optional<MadeOf> of(AccountCode account, String currency, Accounts accounts, LocalDate until) {
        return accounts.byRole().entrySet().stream()
                .filter(e -> e.getValue().equals(account))
                .map(Map.Entry::getKey)
                .findFirst()
                .flatMap(role -> of(role, account, currency, until.toString()));
    }

    private static Optional<MadeOf> of(AccountRole role, AccountCode account, String currency, String until) {
        if (role.isWaiting())
            return Optional.of(new MadeOf("by what waits", "/tie-out/%s/%s?on=%s".formatted(account, currency, until)));
        return switch (role) {
            case RECEIVABLES -> Optional.of(new MadeOf("by customer and age", "/reports/aged?until=" + until));
            case CREDIT, DEPOSITS -> Optional.of(new MadeOf("by customer", "/reports/held?until=" + until));
            case OUTPUT_TAX -> Optional.of(new MadeOf("this month by rate", "/reports/tax?until=" + until));
            default -> Optional.empty();
        };
    }
}
