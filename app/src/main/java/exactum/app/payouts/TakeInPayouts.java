package exactum.app.payouts;

import exactum.app.audit.Audit;
import exactum.app.cards.Processor;
import exactum.app.settings.Settings;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import exactum.core.bank.PayoutReport;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.PayoutCsv;
import java.io.InputStream;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/** Takes in payouts, from a file or from the processor's API: each once, whole or not at all. */
@Component
public class TakeInPayouts {
    private final SetupStore setup;
    private final PayoutStore payouts;
    private final Processor api;
    private final Settings settings;
    private final Audit audit;
    private final TransactionTemplate transaction;

    TakeInPayouts(
            SetupStore setup,
            PayoutStore payouts,
            Processor api,
            Settings settings,
            Audit audit,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.payouts = payouts;
        this.api = api;
        this.settings = settings;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** Takes in a file of the processor's. */
    public UUID fromFile(UUID processorId, InputStream file) {
        ProcessorAccount processor = setup.processor(processorId);
        PayoutReport report = PayoutCsv.read(new LimitedInput(file, settings.payoutLimitKb() * 1024));
        if (!report.currency().getCurrencyCode().equals(processor.currency())) {
            throw new Refusal(
                    "payout.currency",
                    "Payout %s is in %s, the account at %s in %s. Nothing was stored."
                            .formatted(report.reference(), report.currency(), processor.name(), processor.currency()));
        }
        return transaction.execute(s -> {
            UUID id = payouts.insert(processorId, report)
                    .orElseThrow(() -> new Refusal(
                            "payout.again",
                            "Payout %s was read before. Nothing was stored again.".formatted(report.reference())));
            audit.record("read in a payout", report.reference());
            return id;
        });
    }

    /** Fetches what is new at every processor and answers how many payouts were taken in. */
    public int fetch() {
        int taken = 0;
        for (ProcessorAccount processor : setup.processors()) {
            List<PayoutReport> reports;
            try {
                reports = api.payoutsAfter(processor, processor.payoutsReadTo());
            } catch (RestClientException unreachable) {
                throw new Refusal(
                        "payout.unreachable",
                        "%s cannot be reached at %s. Nothing was stored. Try again later, or read in its file."
                                .formatted(processor.name(), processor.address()));
            }
            for (PayoutReport report : reports) {
                taken += transaction.execute(s -> {
                    boolean fresh = payouts.insert(processor.id(), report).isPresent();
                    payouts.setReadTo(processor.id(), report.reference());
                    return fresh ? 1 : 0;
                });
            }
        }
        return taken;
    }
}
