package exactum.app.setup;

import static exactumdb.Tables.LOGO;
import static exactumdb.Tables.SELLER_NUMBER;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What stands at the head and foot of every paper: logos and numbers, in the database. */
@Component
class BrandStore {
    private final DSLContext db;

    BrandStore(DSLContext db) {
        this.db = db;
    }

    List<SellerNumber> numbers(BusinessId business) {
        return db.selectFrom(SELLER_NUMBER)
                .where(SELLER_NUMBER.BUSINESS_ID.eq(business))
                .orderBy(SELLER_NUMBER.ID)
                .fetch(n -> new SellerNumber(n.getId(), n.getLabel(), n.getNumber(), n.getPlace()));
    }

    /** Adds one; false if it is there already. */
    boolean insert(BusinessId business, SellerNumber n) {
        return db.insertInto(SELLER_NUMBER)
                        .set(SELLER_NUMBER.BUSINESS_ID, business)
                        .set(SELLER_NUMBER.ID, n.id())
                        .set(SELLER_NUMBER.LABEL, n.label())
                        .set(SELLER_NUMBER.NUMBER, n.number())
                        .set(SELLER_NUMBER.PLACE, n.place())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    Optional<SellerNumber> delete(BusinessId business, UUID id) {
        return db.deleteFrom(SELLER_NUMBER)
                .where(SELLER_NUMBER.BUSINESS_ID.eq(business))
                .and(SELLER_NUMBER.ID.eq(id))
                .returning()
                .fetchOptional(n -> new SellerNumber(n.getId(), n.getLabel(), n.getNumber(), n.getPlace()));
    }

    void keepLogo(BusinessId business, String digest, byte[] png) {
        db.insertInto(LOGO)
                .set(LOGO.BUSINESS_ID, business)
                .set(LOGO.DIGEST, digest)
                .set(LOGO.PNG, png)
                .onConflictDoNothing()
                .execute();
    }

    Optional<byte[]> logo(BusinessId business, String digest) {
        return db.select(LOGO.PNG)
                .from(LOGO)
                .where(LOGO.BUSINESS_ID.eq(business))
                .and(LOGO.DIGEST.eq(digest))
                .fetchOptional(LOGO.PNG);
    }
}
