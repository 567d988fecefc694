package exactum.app.setup;

import exactum.core.money.FeeRule;
import java.util.UUID;

/**
 * An account at a card processor.
 *
 * @param address where its API is
 * @param key the API key
 * @param signingSecret verifies its notices (Standard Webhooks, {@code whsec_…})
 * @param clearingAccount where its money sits until the payout lands
 * @param feeAccount where its fees are booked
 * @param fees its price list
 * @param payoutsReadTo the last payout that was fetched, or null
 */
public record ProcessorAccount(
        UUID id,
        String name,
        String address,
        String key,
        String signingSecret,
        String currency,
        String clearingAccount,
        String feeAccount,
        FeeRule fees,
        String payoutsReadTo) {}
