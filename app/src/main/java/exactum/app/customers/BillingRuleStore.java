package exactum.app.customers;

import static exactumdb.Tables.BILLED_HOW;
import static exactumdb.Tables.CUSTOMER;

import exactum.app.database.CopyRows;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactumdb.tables.BilledHow;
import exactumdb.tables.records.BilledHowRecord;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What is said of how to bill, in the database. */
@Component
class BillingRuleStore {
    private final DSLContext db;

    BillingRuleStore(DSLContext db) {
        this.db = db;
    }

    /** What a customer and their group say. */
    record Both(HowBilled.Said customer, HowBilled.Said group) {}

    HowBilled.Said said(BusinessId business, Whose whose) {
        return db.selectFrom(BILLED_HOW)
                .where(of(business, whose))
                .fetchOptional(BillingRuleStore::said)
                .orElse(HowBilled.Said.NOTHING);
    }

    /** What customers and their groups say, read at once. */
    Map<CustomerId, Both> said(BusinessId business, Collection<CustomerId> customers) {
        BilledHow own = BILLED_HOW.as("own");
        BilledHow group = BILLED_HOW.as("of_group");
        var said = new HashMap<CustomerId, Both>();
        db.select(CUSTOMER.ID)
                .select(own.fields())
                .select(group.fields())
                .from(CUSTOMER)
                .leftJoin(own)
                .on(own.BUSINESS_ID.eq(CUSTOMER.BUSINESS_ID))
                .and(own.CUSTOMER_ID.eq(CUSTOMER.ID))
                .leftJoin(group)
                .on(group.BUSINESS_ID.eq(CUSTOMER.BUSINESS_ID))
                .and(group.GROUP_ID.eq(CUSTOMER.GROUP_ID))
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(DSL.condition(
                        "customer.id = any({0})",
                        DSL.val(customers.stream()
                                .map(CustomerId::value)
                                .distinct()
                                .toArray(UUID[]::new))))
                .forEach(r -> said.put(r.get(CUSTOMER.ID), new Both(said(r, own), said(r, group))));
        return said;
    }

    private static HowBilled.Said said(Record found, BilledHow of) {
        return found.get(of.BUSINESS_ID) == null ? HowBilled.Said.NOTHING : said(found.into(of));
    }

    /** Keeps what is said of new customers. */
    void insertAll(BusinessId business, List<TakeRows.Fresh> fresh) {
        CopyRows.into(
                db,
                fresh.stream()
                        .map(f ->
                                row(f.incoming().said()).setBusinessId(business).setCustomerId(f.id()))
                        .toList());
    }

    /** Says it over the revision that was seen; false if somebody was first. */
    boolean say(BusinessId business, Whose whose, HowBilled.Said said) {
        if (whose.customer() != null)
            db.update(CUSTOMER)
                    .set(CUSTOMER.CHANGED_AT, OffsetDateTime.now())
                    .where(CUSTOMER.BUSINESS_ID.eq(business))
                    .and(CUSTOMER.ID.eq(whose.customer()))
                    .execute();
        if (said.revision() == 0)
            return db.insertInto(BILLED_HOW)
                            .set(row(said)
                                    .setBusinessId(business)
                                    .setCustomerId(whose.customer())
                                    .setGroupId(whose.group()))
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        return db.update(BILLED_HOW)
                        .set(row(said))
                        .set(BILLED_HOW.REVISION, BILLED_HOW.REVISION.plus(1))
                        .where(of(business, whose))
                        .and(BILLED_HOW.REVISION.eq(said.revision()))
                        .execute()
                == 1;
    }

    private static Condition of(BusinessId business, Whose whose) {
        return BILLED_HOW
                .BUSINESS_ID
                .eq(business)
                .and(BILLED_HOW.CUSTOMER_ID.isNotDistinctFrom(whose.customer()))
                .and(BILLED_HOW.GROUP_ID.isNotDistinctFrom(whose.group()));
    }

    private static BilledHowRecord row(HowBilled.Said s) {
        return new BilledHowRecord()
                .setLanguage(s.language() == null ? null : s.language().code())
                .setTermsId(s.terms())
                .setTreatment(s.tax() == null ? null : s.tax().treatment().words())
                .setTreatmentReason(s.tax() == null ? "" : s.tax().reason())
                .setDelivery(s.delivery() == null ? null : s.delivery().code())
                .setPaysBy(s.paysBy() == null ? null : s.paysBy().code())
                .setLayoutId(s.layout())
                .setRhythmId(s.rhythm())
                .setFigures(
                        s.written().figures() == null
                                ? null
                                : s.written().figures().code())
                .setDays(s.written().days() == null ? null : s.written().days().code());
    }

    private static HowBilled.Said said(BilledHowRecord r) {
        if (r.getBusinessId() == null) return HowBilled.Said.NOTHING;
        return new HowBilled.Said(
                Language.of(r.getLanguage()),
                r.getTermsId(),
                r.getTreatment() == null
                        ? null
                        : new HowBilled.Tax(TaxTreatment.of(r.getTreatment()), r.getTreatmentReason()),
                Delivery.of(r.getDelivery()),
                PaysBy.of(r.getPaysBy()),
                r.getLayoutId(),
                r.getRhythmId(),
                new HowBilled.Written(Figures.of(r.getFigures()), Days.of(r.getDays())),
                r.getRevision());
    }
}
