package exactum.app.arrears;

import exactum.app.approvals.Approval;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What stands between an invoice and its money, on the invoice's page. */
@Component
@Order(20)
class ArrearsOfDocument implements DocumentSection {
    private final ArrearsStore store;
    private final PaidStore paid;
    private final FindClaims claims;
    private final Approvals approvals;
    private final BusinessClock clock;

    ArrearsOfDocument(ArrearsStore store, PaidStore paid, FindClaims claims, Approvals approvals, BusinessClock clock) {
        this.store = store;
        this.paid = paid;
        this.claims = claims;
        this.approvals = approvals;
        this.clock = clock;
    }

    /**
     * What is shown.
     *
     * @param waitsFor what is to be done once it is paid, or null
     */
    public record Content(
            List<Dispute> disputes,
            List<Promise> promises,
            Money open,
            Approval writeOff,
            String waitsFor,
            LocalDate today) {
        /** The open dispute, or null. */
        public Dispute disputed() {
            return disputes.stream().filter(Dispute::isOpen).findFirst().orElse(null);
        }

        /** The promise that is watched, or null. */
        public Promise promised() {
            return promises.stream()
                    .filter(p -> p.endedOn() == null)
                    .findFirst()
                    .orElse(null);
        }
    }

    @Override
    public String template() {
        return "arrears/section";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        boolean owed = document.state() == DocumentState.ISSUED
                && (document.kind() == DocumentKind.INVOICE || document.kind() == DocumentKind.CASH_SALE);
        if (!owed) return Optional.empty();
        Money open = Money.sum(
                document.gross().currency(),
                claims.openOf(business, document.id()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
        List<Dispute> disputes = store.disputes(business, document.id());
        List<Promise> promises = store.promises(business, document.id());
        if (open.isZero() && disputes.isEmpty() && promises.isEmpty()) return Optional.empty();
        Approval writeOff = approvals
                .last(business, ApprovalKind.WRITE_OFF, document.id().value())
                .filter(a -> open.isPositive())
                .orElse(null);
        return Optional.of(new Content(
                disputes,
                promises,
                open,
                writeOff,
                paid.find(business, document.id()).map(PaidStore.Waiting::what).orElse(null),
                clock.today(business)));
    }
}
