package exactum.app.ledger;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Part of the health check: what the last proof of the books found. It costs one small query, whoever asks. */
@Component
class BooksHealth implements HealthIndicator {
    private final ProofStore proofs;

    BooksHealth(ProofStore proofs) {
        this.proofs = proofs;
    }

    @Override
    public Health health() {
        int disagreeing = proofs.disagreeing();
        return disagreeing == 0
                ? Health.up().build()
                : Health.down().withDetail("businesses", disagreeing).build();
    }
}
