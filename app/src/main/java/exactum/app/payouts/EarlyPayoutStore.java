package exactum.app.payouts;

import static exactumdb.Tables.EARLY_PAYOUT;

import exactum.app.audit.Audit;
import exactum.core.card.ProcessorPort.EarlyOffer;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EarlyPayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Payouts that were asked for before their day, in the database. */
@Component
class EarlyPayoutStore {
    private static final String ASKED = "asked";
    private final DSLContext db;

    EarlyPayoutStore(DSLContext db) {
        this.db = db;
    }

    /** One that was asked for; {@code state} is asked, sent or refused. */
    record Asked(EarlyPayoutId id, ProcessorId processor, Money amount, Money fee, LocalDate on, String state) {}

    /** Notes that it is asked for; false if that was noted before. */
    boolean insert(BusinessId business, EarlyPayoutId id, ProcessorId processor, EarlyOffer offer, LocalDate on) {
        return db.insertInto(EARLY_PAYOUT)
                        .set(EARLY_PAYOUT.BUSINESS_ID, business)
                        .set(EARLY_PAYOUT.ID, id)
                        .set(EARLY_PAYOUT.PROCESSOR_ID, processor)
                        .set(EARLY_PAYOUT.CURRENCY, offer.fee().currency().getCurrencyCode())
                        .set(EARLY_PAYOUT.AMOUNT_MINOR, offer.amount().minor())
                        .set(EARLY_PAYOUT.FEE_MINOR, offer.fee().minor())
                        .set(EARLY_PAYOUT.ARRIVES_ON, offer.arrivesOn())
                        .set(EARLY_PAYOUT.STATE, ASKED)
                        .set(EARLY_PAYOUT.ASKED_ON, on)
                        .set(EARLY_PAYOUT.ASKED_BY, Audit.who())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** The one, which nobody else changes until the transaction ends. */
    Optional<Asked> lock(BusinessId business, EarlyPayoutId id) {
        db.selectOne()
                .from(EARLY_PAYOUT)
                .where(EARLY_PAYOUT.BUSINESS_ID.eq(business))
                .and(EARLY_PAYOUT.ID.eq(id))
                .forUpdate()
                .execute();
        return list(business, EARLY_PAYOUT.ID.eq(id)).stream().findFirst();
    }

    /** Those that the processor has not answered. */
    List<Asked> unanswered(BusinessId business, ProcessorId processor) {
        return list(business, EARLY_PAYOUT.PROCESSOR_ID.eq(processor).and(EARLY_PAYOUT.STATE.eq(ASKED)));
    }

    void sent(BusinessId business, EarlyPayoutId id, String reference) {
        db.update(EARLY_PAYOUT)
                .set(EARLY_PAYOUT.STATE, "sent")
                .set(EARLY_PAYOUT.REFERENCE, reference)
                .where(EARLY_PAYOUT.BUSINESS_ID.eq(business))
                .and(EARLY_PAYOUT.ID.eq(id))
                .execute();
    }

    void refused(BusinessId business, EarlyPayoutId id, String why) {
        db.update(EARLY_PAYOUT)
                .set(EARLY_PAYOUT.STATE, "refused")
                .set(EARLY_PAYOUT.REFUSAL, why)
                .where(EARLY_PAYOUT.BUSINESS_ID.eq(business))
                .and(EARLY_PAYOUT.ID.eq(id))
                .execute();
    }

    private List<Asked> list(BusinessId business, Condition condition) {
        return db.selectFrom(EARLY_PAYOUT)
                .where(EARLY_PAYOUT.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(EARLY_PAYOUT.ASKED_AT)
                .fetch(e -> new Asked(
                        e.getId(),
                        e.getProcessorId(),
                        Money.ofMinor(e.getCurrency(), e.getAmountMinor()),
                        Money.ofMinor(e.getCurrency(), e.getFeeMinor()),
                        e.getAskedOn(),
                        e.getState()));
    }
}
