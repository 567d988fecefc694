package exactum.app.setup;

import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.FeeRule;
import java.util.Currency;
import java.util.List;
import java.util.Set;

/**
 * An account at a card processor.
 *
 * @param business whose it is
 * @param access how it is reached
 * @param currency of everything it takes and pays out
 * @param accounts where its money is booked
 * @param fees its price list
 * @param payoutsReadTo the last payout that was fetched, or null
 * @param isTest whether it moves no real money
 * @param can what it said that it can do when it was last tried
 * @param isOn whether payers are led to it and payouts are fetched; its notices are taken in either way
 */
public record ProcessorAccount(
        BusinessId business,
        ProcessorId id,
        String name,
        Access access,
        Currency currency,
        Booking accounts,
        FeeRule fees,
        String payoutsReadTo,
        boolean isOn,
        boolean isTest,
        Set<ProcessorPort.Ability> can) {

    public ProcessorAccount {
        can = Set.copyOf(can);
    }

    /**
     * How it is reached.
     *
     * @param address where its API is
     * @param key the API key
     * @param signingSecret verifies its notices (Standard Webhooks, {@code whsec_…})
     * @param formerSecret the one before it, as long as notices may still carry it; or null
     */
    public record Access(String address, String key, String signingSecret, String formerSecret) {
        /** Without a secret before the present one. */
        public Access(String address, String key, String signingSecret) {
            this(address, key, signingSecret, null);
        }
    }

    /**
     * Where its money is booked.
     *
     * @param clearing where it sits until a payout takes it
     * @param fees what it costs
     * @param payouts where payouts sit until they land
     * @param feeTags what its fees are tagged with
     */
    public record Booking(AccountCode clearing, AccountCode fees, AccountCode payouts, List<String> feeTags) {
        public Booking {
            feeTags = List.copyOf(feeTags);
        }

        /** Of fees without tags. */
        public Booking(AccountCode clearing, AccountCode fees, AccountCode payouts) {
            this(clearing, fees, payouts, List.of());
        }
    }

    /** What it can do, in the order in which it matters. */
    public List<String> canInWords() {
        return can.stream().sorted().map(ProcessorPort.Ability::words).toList();
    }

    /** Whether it offers wallets on its page. */
    public boolean offersWallets() {
        return can.contains(ProcessorPort.Ability.WALLETS);
    }

    public String address() {
        return access.address();
    }
}
