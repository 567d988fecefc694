package exactum.app.returns;

import static exactumdb.Tables.ALLOCATION;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.TAKE_BACK;

import exactum.app.documents.Origin;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Returns in the database: take-backs, with what they undid. */
@Component
class ReturnStore implements FindReturns {
    private final DSLContext db;

    ReturnStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public Optional<Returned> find(BusinessId business, TakeBackId id) {
        return db.selectFrom(TAKE_BACK)
                .where(TAKE_BACK.BUSINESS_ID.eq(business))
                .and(TAKE_BACK.ID.eq(id))
                .fetchOptional(t -> new Returned(
                        t.getId(),
                        t.getMeansId(),
                        Money.ofMinor(t.getCurrency(), t.getAmountMinor()),
                        t.getTakenOn(),
                        t.getReason()));
    }

    @Override
    public List<DocumentId> about(BusinessId business, TakeBackId id) {
        List<DocumentId> reopened = db.selectDistinct(CLAIM.DOCUMENT_ID)
                .from(ALLOCATION)
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(ALLOCATION.BUSINESS_ID))
                .and(CLAIM.ID.eq(ALLOCATION.CLAIM_ID))
                .where(ALLOCATION.BUSINESS_ID.eq(business))
                .and(ALLOCATION.TAKE_BACK_ID.eq(id))
                .fetch(CLAIM.DOCUMENT_ID);
        return Stream.concat(reopened.stream(), feeOf(business, id).stream()).toList();
    }

    @Override
    public Optional<DocumentId> feeOf(BusinessId business, TakeBackId id) {
        return db.select(DOCUMENT.ID)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ORIGIN.eq(Origin.Kind.RETURN.words()))
                .and(DOCUMENT.ORIGIN_ID.eq(id.value()))
                .fetchOptional(DOCUMENT.ID);
    }
}
