package exactum.app.tieout;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.TIE_OUT_SIGNATURE;

import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactumdb.tables.records.TieOutSignatureRecord;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Signed tie-outs in the database. */
@Component
class SignatureStore {
    private static final TypeReference<List<Signature.Seen>> ITEMS = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    SignatureStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** Of a month, the latest first, withdrawn ones among them. */
    List<Signature> of(BusinessId business, YearMonth month) {
        return db.selectFrom(TIE_OUT_SIGNATURE)
                .where(TIE_OUT_SIGNATURE.BUSINESS_ID.eq(business))
                .and(TIE_OUT_SIGNATURE.MONTH.eq(month.atDay(1)))
                .orderBy(TIE_OUT_SIGNATURE.SIGNED_AT.desc(), TIE_OUT_SIGNATURE.ID.desc())
                .fetch(this::signature);
    }

    /** Signs; false if somebody did already. */
    boolean insert(BusinessId business, Signature s) {
        return db.insertInto(TIE_OUT_SIGNATURE)
                        .set(TIE_OUT_SIGNATURE.BUSINESS_ID, business)
                        .set(TIE_OUT_SIGNATURE.ID, s.id())
                        .set(TIE_OUT_SIGNATURE.MONTH, s.month().atDay(1))
                        .set(TIE_OUT_SIGNATURE.ACCOUNT, s.account())
                        .set(TIE_OUT_SIGNATURE.CURRENCY, s.said().currency().getCurrencyCode())
                        .set(TIE_OUT_SIGNATURE.NAME, s.name())
                        .set(TIE_OUT_SIGNATURE.AS_OF, s.asOf())
                        .set(TIE_OUT_SIGNATURE.SAID_MINOR, s.said().minor())
                        .set(TIE_OUT_SIGNATURE.BOOKED_MINOR, s.booked().minor())
                        .set(TIE_OUT_SIGNATURE.ITEMS, JSONB.jsonb(json.writeValueAsString(s.items())))
                        .set(TIE_OUT_SIGNATURE.NOTE, s.note())
                        .set(TIE_OUT_SIGNATURE.SIGNED_ON, s.signedOn())
                        .set(TIE_OUT_SIGNATURE.SIGNED_BY, s.signedBy())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Withdraws one; false if it counts no more. */
    boolean withdraw(BusinessId business, Signature s, LocalDate on, String by, String because) {
        return withdraw(
                        TIE_OUT_SIGNATURE.BUSINESS_ID.eq(business).and(TIE_OUT_SIGNATURE.ID.eq(s.id())),
                        on,
                        by,
                        because)
                == 1;
    }

    /** Withdraws all of a month and of those after it. */
    int withdrawFrom(BusinessId business, YearMonth month, LocalDate on, String by, String because) {
        LocalDate first = month.atDay(1);
        return withdraw(
                TIE_OUT_SIGNATURE.BUSINESS_ID.eq(business).and(TIE_OUT_SIGNATURE.MONTH.ge(first)), on, by, because);
    }

    /** How many drafts carry a date in a month. */
    int draftsIn(BusinessId business, YearMonth month) {
        return db.fetchCount(
                DOCUMENT,
                DOCUMENT.BUSINESS_ID.eq(business),
                DOCUMENT.STATE.eq(DocumentState.DRAFT),
                DOCUMENT.DOCUMENT_DATE.between(month.atDay(1), month.atEndOfMonth()));
    }

    private int withdraw(Condition which, LocalDate on, String by, String because) {
        return db.update(TIE_OUT_SIGNATURE)
                .set(TIE_OUT_SIGNATURE.WITHDRAWN_ON, on)
                .set(TIE_OUT_SIGNATURE.WITHDRAWN_AT, DSL.currentOffsetDateTime())
                .set(TIE_OUT_SIGNATURE.WITHDRAWN_BY, by)
                .set(TIE_OUT_SIGNATURE.WITHDRAWN_BECAUSE, because)
                .where(which)
                .and(TIE_OUT_SIGNATURE.WITHDRAWN_AT.isNull())
                .execute();
    }

    private Signature signature(TieOutSignatureRecord r) {
        return new Signature(
                r.getId(),
                YearMonth.from(r.getMonth()),
                r.getAccount(),
                r.getName(),
                r.getAsOf(),
                Money.ofMinor(r.getCurrency(), r.getSaidMinor()),
                Money.ofMinor(r.getCurrency(), r.getBookedMinor()),
                json.readValue(r.getItems().data(), ITEMS),
                r.getNote(),
                r.getSignedOn(),
                r.getSignedBy(),
                r.getWithdrawnAt() == null
                        ? null
                        : new Signature.Withdrawn(r.getWithdrawnBy(), r.getWithdrawnBecause(), r.getWithdrawnOn()));
    }
}
