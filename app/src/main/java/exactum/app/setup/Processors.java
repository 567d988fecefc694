package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.outside.OutsideAddresses;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.FeeRule;
import exactum.core.problem.Refusal;
import java.time.Duration;
import java.util.Base64;
import java.util.Currency;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The accounts at card processors: keys, where their money is booked, test or live. */
@Component
public class Processors {
    /** For how long notices may carry the secret before the present one. */
    static final Duration OVERLAP = Duration.ofDays(2);

    private final SaveBusiness businesses;
    private final FindSetup setup;
    private final ChangeSetupStore store;
    private final Chart chart;
    private final OutsideAddresses addresses;
    private final BusinessClock clock;
    private final Audit audit;

    Processors(
            SaveBusiness businesses,
            FindSetup setup,
            ChangeSetupStore store,
            Chart chart,
            OutsideAddresses addresses,
            BusinessClock clock,
            Audit audit) {
        this.clock = clock;
        this.businesses = businesses;
        this.setup = setup;
        this.store = store;
        this.chart = chart;
        this.addresses = addresses;
        this.audit = audit;
    }

    @Transactional
    public ProcessorId addProcessor(
            BusinessId business,
            String name,
            ProcessorAccount.Access access,
            Currency currency,
            ProcessorAccount.Booking accounts,
            FeeRule fees,
            boolean isTest) {
        businesses.oneAtATime(business);
        String address = addresses.typed(access.address());
        requireSecret(access.signingSecret());
        chart.require(business, accounts.clearing(), "asset", "clearing");
        chart.require(business, accounts.fees(), "expense", "feeAccount");
        requireOwnName(business, name);
        var trimmed = new ProcessorAccount.Access(address, access.key(), access.signingSecret());
        var added = new ProcessorAccount(
                business,
                new ProcessorId(Ids.next()),
                name,
                trimmed,
                currency,
                accounts,
                fees,
                null,
                true,
                isTest,
                Set.of());
        store.insert(added);
        audit.record(business, "added a processor", name);
        return added.id();
    }

    private void requireOwnName(BusinessId business, String name) {
        if (setup.processors(business).stream().anyMatch(p -> p.name().equals(name)))
            throw new Refusal(
                            "processor.duplicate",
                            "There is a processor called “%s” already. Nothing was saved.".formatted(name))
                    .at("name");
    }

    /**
     * Replaces a processor's key and signing secret, as after they were changed at the processor. Notices that are on their way
     * carry the secret that was; they are taken in for two days.
     */
    @Transactional
    public void changeProcessorKeys(BusinessId business, ProcessorId id, String key, String signingSecret) {
        requireSecret(signingSecret);
        ProcessorAccount processor = setup.processor(business, id);
        store.setKeys(business, id, key, signingSecret, clock.now().plus(OVERLAP));
        audit.record(business, "changed a processor’s keys", processor.name());
    }

    /** Notes the last payout that was fetched of a processor. */
    @Transactional
    public void payoutsReadTo(BusinessId business, ProcessorId id, String reference) {
        store.setReadTo(business, id, reference);
    }

    /** Switches a processor on or off: off, no payer is led to it and no payouts are fetched. */
    @Transactional
    public void switchProcessor(BusinessId business, ProcessorId id, boolean on) {
        ProcessorAccount processor = setup.processor(business, id);
        store.switchProcessor(business, id, on);
        audit.record(business, on ? "switched a processor on" : "switched a processor off", processor.name());
    }

    /** Payers are led to it before all others of its currency. */
    @Transactional
    public void putFirst(BusinessId business, ProcessorId id) {
        ProcessorAccount processor = setup.processor(business, id);
        store.putFirst(business, id);
        audit.record(business, "put a processor first", processor.name());
    }

    /** Says whether it moves real money. */
    @Transactional
    public void setTest(BusinessId business, ProcessorId id, boolean isTest) {
        ProcessorAccount processor = setup.processor(business, id);
        store.setTest(business, id, isTest);
        audit.record(
                business,
                "changed a processor",
                processor.name(),
                Changes.of().and("mode", mode(processor.isTest()), mode(isTest)));
    }

    /** Says what its fees are tagged with from now on. */
    @Transactional
    public void setFeeTags(BusinessId business, ProcessorId id, List<String> feeTags) {
        ProcessorAccount processor = setup.processor(business, id);
        store.setFeeTags(business, id, feeTags);
        audit.record(
                business,
                "changed a processor",
                processor.name(),
                Changes.of().and("tags of fees", Tags.text(processor.accounts().feeTags()), Tags.text(feeTags)));
    }

    private static String mode(boolean isTest) {
        return isTest ? "test" : "live";
    }

    /** As Standard Webhooks 1.0 writes them: {@code whsec_} and 24 to 64 bytes in base64. */
    private static void requireSecret(String signingSecret) {
        if (signingSecret.startsWith("whsec_") && isKey(signingSecret.substring("whsec_".length()))) return;
        throw new Refusal(
                        "processor.secret",
                        "A signing secret is whsec_ and 24 to 64 bytes in base64. Nothing was saved. Copy it from the processor’s page.")
                .at("signingSecret");
    }

    private static boolean isKey(String base64) {
        try {
            int bytes = Base64.getDecoder().decode(base64).length;
            return bytes >= 24 && bytes <= 64;
        } catch (IllegalArgumentException none) {
            return false;
        }
    }
}
