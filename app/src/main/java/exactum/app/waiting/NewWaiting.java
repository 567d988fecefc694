package exactum.app.waiting;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/**
 * Money that begins to wait.
 *
 * @param account the waiting account that it was booked to
 * @param amount positive where it is to come in, negative where it is to go out
 * @param references what the bank may carry with it
 * @param words what it is, named
 * @param customer whose it is, or null
 * @param means the payment that it is, or null
 * @param source what made it wait; with kind and account it waits once
 */
public record NewWaiting(
        WaitingKind kind,
        AccountCode account,
        LocalDate since,
        Valued amount,
        List<String> references,
        String words,
        CustomerId customer,
        MeansId means,
        UUID source) {
    public NewWaiting {
        references = List.copyOf(references);
    }
}
