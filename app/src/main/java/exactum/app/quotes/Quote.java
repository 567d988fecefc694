package exactum.app.quotes;

import exactum.app.documents.Particulars;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A quote that its customer knows.
 *
 * @param version from 1
 * @param replaces the version before, or null
 * @param expiresOn the last day on which it can be accepted
 * @param signed whether a signature is asked for
 * @param asks what is to be paid as it is accepted
 * @param ahead that amount; zero for nothing
 * @param byItself whether acceptance issues the invoice at once
 * @param closedOn when it was accepted, declined, replaced or withdrawn; null while it is open
 * @param cause why it was declined or withdrawn, or null
 * @param invoice what came of it, or null
 */
public record Quote(
        DocumentId document,
        int version,
        DocumentId replaces,
        LocalDate expiresOn,
        boolean signed,
        Particulars.Ask asks,
        Money ahead,
        boolean byItself,
        QuoteState state,
        LocalDate closedOn,
        String cause,
        DocumentId invoice) {

    public boolean isOpen(LocalDate today) {
        return state == QuoteState.OPEN && !isExpired(today);
    }

    public boolean isExpired(LocalDate today) {
        return state == QuoteState.OPEN && expiresOn.isBefore(today);
    }

    public boolean isAccepted() {
        return state == QuoteState.ACCEPTED;
    }
}
