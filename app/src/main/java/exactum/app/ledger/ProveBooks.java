package exactum.app.ledger;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Proves that documents, claims, means, waiting accounts and balances agree with the ledger, and keeps what was found. */
@Component
public class ProveBooks {
    private final List<Provable> provables;
    private final ProofStore proofs;
    private final FindBusinesses businesses;
    private final TransactionTemplate oneMoment;

    ProveBooks(
            List<Provable> provables,
            ProofStore proofs,
            FindBusinesses businesses,
            PlatformTransactionManager transactions) {
        this.provables = provables;
        this.proofs = proofs;
        this.businesses = businesses;
        oneMoment = new TransactionTemplate(transactions);
        oneMoment.setReadOnly(true);
        oneMoment.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
    }

    /** Every disagreement in a sentence, all as of one moment; keeps nothing. */
    public List<String> disagreements(BusinessId business) {
        return oneMoment.execute(transaction -> {
            proofs.readWhole();
            return provables.stream()
                    .flatMap(p -> p.disagreements(business).stream())
                    .toList();
        });
    }

    /** Proves the books of a business and keeps what was found. */
    public List<String> prove(BusinessId business) {
        long began = System.nanoTime();
        List<String> found = disagreements(business);
        proofs.keep(business, Duration.ofNanos(System.nanoTime() - began), found);
        return found;
    }

    /** Proves the books of every business. */
    public void proveAll() {
        businesses.all().stream().map(Business::id).forEach(this::prove);
    }
}
