package exactum.app.approvals;

import static exactumdb.Tables.APPROVAL;
import static exactumdb.Tables.APPROVAL_RULE;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactumdb.tables.records.ApprovalRecord;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Rules and approvals in the database. */
@Component
class ApprovalStore {
    private final DSLContext db;

    ApprovalStore(DSLContext db) {
        this.db = db;
    }

    /** Above which amount each kind needs a second person, in minor units of the business's currency. */
    Map<ApprovalKind, Long> rules(BusinessId business) {
        var rules = new HashMap<ApprovalKind, Long>();
        db.selectFrom(APPROVAL_RULE)
                .where(APPROVAL_RULE.BUSINESS_ID.eq(business))
                .forEach(r -> rules.put(ApprovalKind.of(r.getKind()), r.getAboveMinor()));
        return rules;
    }

    void setRule(BusinessId business, ApprovalKind kind, Long aboveMinor) {
        db.deleteFrom(APPROVAL_RULE)
                .where(APPROVAL_RULE.BUSINESS_ID.eq(business))
                .and(APPROVAL_RULE.KIND.eq(kind.words()))
                .execute();
        if (aboveMinor == null) return;
        db.insertInto(APPROVAL_RULE)
                .set(APPROVAL_RULE.BUSINESS_ID, business)
                .set(APPROVAL_RULE.KIND, kind.words())
                .set(APPROVAL_RULE.ABOVE_MINOR, aboveMinor)
                .execute();
    }

    /** Asks for a yes; false if one is asked for or given already. */
    boolean insert(BusinessId business, Approval a) {
        return db.insertInto(APPROVAL)
                        .set(APPROVAL.BUSINESS_ID, business)
                        .set(APPROVAL.ID, a.id())
                        .set(APPROVAL.KIND, a.kind().words())
                        .set(APPROVAL.SUBJECT, a.subject())
                        .set(APPROVAL.FACTS, a.facts())
                        .set(APPROVAL.WORDS, a.words())
                        .set(APPROVAL.CURRENCY, a.amount().currency().getCurrencyCode())
                        .set(APPROVAL.AMOUNT_MINOR, a.amount().minor())
                        .set(APPROVAL.HREF, a.href())
                        .set(APPROVAL.ASKED_BY, a.askedBy())
                        .set(APPROVAL.ASKED_ON, a.askedOn())
                        .set(APPROVAL.STATE, a.state().words())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** The one that is asked for or given, of a subject. */
    Optional<Approval> find(BusinessId business, ApprovalKind kind, UUID subject) {
        return db.selectFrom(APPROVAL)
                .where(of(business, kind, subject))
                .and(APPROVAL.STATE.in(Approval.State.ASKED.words(), Approval.State.APPROVED.words()))
                .fetchOptional(ApprovalStore::approval);
    }

    Optional<Approval> find(BusinessId business, UUID id) {
        return db.selectFrom(APPROVAL)
                .where(APPROVAL.BUSINESS_ID.eq(business))
                .and(APPROVAL.ID.eq(id))
                .forUpdate()
                .fetchOptional(ApprovalStore::approval);
    }

    /** The last one of a subject, however it ended. */
    Optional<Approval> last(BusinessId business, ApprovalKind kind, UUID subject) {
        return db.selectFrom(APPROVAL)
                .where(of(business, kind, subject))
                .orderBy(APPROVAL.ID.desc())
                .limit(1)
                .fetchOptional(ApprovalStore::approval);
    }

    void decide(BusinessId business, UUID id, Approval.State state, String by, String note) {
        db.update(APPROVAL)
                .set(APPROVAL.STATE, state.words())
                .set(APPROVAL.DECIDED_BY, by)
                .set(APPROVAL.NOTE, note)
                .where(APPROVAL.BUSINESS_ID.eq(business))
                .and(APPROVAL.ID.eq(id))
                .execute();
    }

    /** Ends what is asked for or given of a subject. */
    void withdraw(BusinessId business, ApprovalKind kind, UUID subject) {
        db.update(APPROVAL)
                .set(APPROVAL.STATE, Approval.State.WITHDRAWN.words())
                .setNull(APPROVAL.DECIDED_BY)
                .where(of(business, kind, subject))
                .and(APPROVAL.STATE.in(Approval.State.ASKED.words(), Approval.State.APPROVED.words()))
                .execute();
    }

    List<Approval> latest(BusinessId business, int most) {
        return db.selectFrom(APPROVAL)
                .where(APPROVAL.BUSINESS_ID.eq(business))
                .orderBy(APPROVAL.STATE.eq(Approval.State.ASKED.words()).desc(), APPROVAL.ID.desc())
                .limit(most)
                .fetch(ApprovalStore::approval);
    }

    List<Approval> asked(BusinessId business, Wanted wanted) {
        return db.selectFrom(APPROVAL)
                .where(APPROVAL.BUSINESS_ID.eq(business))
                .and(asked(wanted))
                .orderBy(APPROVAL.AMOUNT_MINOR.desc(), APPROVAL.ID)
                .limit(wanted.most())
                .fetch(ApprovalStore::approval);
    }

    int countAsked(BusinessId business, Wanted wanted) {
        return db.fetchCount(APPROVAL, APPROVAL.BUSINESS_ID.eq(business), asked(wanted));
    }

    private static Condition asked(Wanted wanted) {
        return APPROVAL.STATE.eq(Approval.State.ASKED.words()).and(wanted.rows(ApprovalDecisions.KEY, APPROVAL.ID));
    }

    private static Condition of(BusinessId business, ApprovalKind kind, UUID subject) {
        return APPROVAL.BUSINESS_ID
                .eq(business)
                .and(APPROVAL.KIND.eq(kind.words()))
                .and(APPROVAL.SUBJECT.eq(subject));
    }

    private static Approval approval(ApprovalRecord r) {
        return new Approval(
                r.getId(),
                ApprovalKind.of(r.getKind()),
                r.getSubject(),
                r.getFacts(),
                r.getWords(),
                Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                r.getHref(),
                r.getAskedBy(),
                r.getAskedOn(),
                Approval.State.of(r.getState()),
                r.getDecidedBy(),
                r.getNote());
    }
}
