package exactum.app.debits;

import static exactumdb.Tables.DEBIT_NOTICE;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Which payers were told of which amount and day, in the database. */
@Component
class DebitNoticeStore {
    private final DSLContext db;

    DebitNoticeStore(DSLContext db) {
        this.db = db;
    }

    /** What was said. */
    record Said(LocalDate toldOn, LocalDate collectOn, Money amount) {}

    void insert(BusinessId business, ClaimId claim, LocalDate toldOn, LocalDate collectOn, Money amount) {
        db.insertInto(DEBIT_NOTICE)
                .set(DEBIT_NOTICE.BUSINESS_ID, business)
                .set(DEBIT_NOTICE.CLAIM_ID, claim)
                .set(DEBIT_NOTICE.TOLD_ON, toldOn)
                .set(DEBIT_NOTICE.COLLECT_ON, collectOn)
                .set(DEBIT_NOTICE.AMOUNT_MINOR, amount.minor())
                .set(DEBIT_NOTICE.CURRENCY, amount.currency().getCurrencyCode())
                .set(DEBIT_NOTICE.WORDS, "advance notice")
                .onConflictDoNothing()
                .execute();
    }

    /** The latest of an item. */
    Optional<Said> of(BusinessId business, ClaimId claim) {
        return db.selectFrom(DEBIT_NOTICE)
                .where(DEBIT_NOTICE.BUSINESS_ID.eq(business))
                .and(DEBIT_NOTICE.CLAIM_ID.eq(claim))
                .orderBy(DEBIT_NOTICE.TOLD_ON.desc())
                .limit(1)
                .fetchOptional(n ->
                        new Said(n.getToldOn(), n.getCollectOn(), Money.ofMinor(n.getCurrency(), n.getAmountMinor())));
    }
}
