package exactum.app.arrangements;

import exactum.app.customers.Customer;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.JoinStanding;
import exactum.app.documents.PrepareDocuments;
import exactum.app.documents.Prepared;
import exactum.core.arrangement.Readings;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Computes the invoices of arrangements: their lines, what was read, the standing lines of their customers. Planning, committing,
 * forecasting and every list use it, so they agree to the cent.
 */
@Component
public class PrepareRecurring {
    private final PrepareDocuments prepare;
    private final Meters meters;
    private final JoinStanding standing;

    PrepareRecurring(PrepareDocuments prepare, Meters meters, JoinStanding standing) {
        this.prepare = prepare;
        this.meters = meters;
        this.standing = standing;
    }

    /** What is needed for some arrangements, read once for all of them. */
    public Desk desk(BusinessId business, Collection<RecurringInvoice> arrangements) {
        List<CustomerId> payers =
                arrangements.stream().map(RecurringInvoice::customer).distinct().toList();
        return new Desk(
                prepare.desk(business).with(payers),
                meters.desk(business, arrangements),
                standing.desk(business, payers));
    }

    /** A place to prepare invoices of some arrangements at; not for several threads at once. */
    public static final class Desk {
        private final PrepareDocuments.Desk desk;
        private final Meters.Desk meter;
        private final JoinStanding.Desk standing;

        private Desk(PrepareDocuments.Desk desk, Meters.Desk meter, JoinStanding.Desk standing) {
            this.desk = desk;
            this.meter = meter;
            this.standing = standing;
        }

        /**
         * The invoice of an occurrence.
         *
         * @throws exactum.core.problem.Refusal if it cannot be issued as it is, or waits for readings
         */
        public Prepared prepare(RecurringInvoice one, Occurrence occurrence) {
            return prepare(one, occurrence, meter.readings(one, occurrence));
        }

        /** Who pays for one of the arrangements. */
        public Customer payer(RecurringInvoice one) {
            return desk.customer(one.customer());
        }

        /** The same as if one unit were read of everything that is billed as read. */
        Prepared prepareAsIfRead(RecurringInvoice one, Occurrence occurrence) {
            return prepare(one, occurrence, meter.asIfRead(one, occurrence));
        }

        private Prepared prepare(RecurringInvoice one, Occurrence occurrence, Readings readings) {
            return desk.prepare(standing.join(one.draft(IssueDocuments.newId(), occurrence, readings)));
        }
    }
}
