package exactum.app.reminders;

import static exactumdb.Tables.REMINDER_PAUSE;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import exactum.core.money.Money;
import exactum.core.reminder.Rhythm;
import exactumdb.tables.records.ReminderRecord;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Open items as reminders see them, and what was told of them, in the database. */
@Component
class ReminderStore {
    private static final String CANDIDATES = """
            select c.id, c.document_id, d.number, c.customer_id, k.name, c.currency, c.left_minor, coalesce(r.round, 0) as round,
                   coalesce(r.pay_by, c.due_date) as pay_by, coalesce(r.since, d.document_date) as since, t.days as told,
                   exists (select from dispute x where x.business_id = c.business_id and x.document_id = c.document_id and x.closed_on is null) as disputed,
                   (select max(p.pays_on) from promise p where p.business_id = c.business_id and p.document_id = c.document_id and p.ended_on is null and p.pays_on >= {1}) as promised,
                   exists (select from collection_item i where i.business_id = c.business_id and i.claim_id = c.id and i.live) as in_flight,
                   d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null as collected,
                   p.customer_id is not null as paused, p.until_day as paused_until
              from claim c join document d on d.business_id = c.business_id and d.id = c.document_id join customer k on k.business_id = c.business_id and k.id = c.customer_id
              left join lateral (select round, pay_by, since from reminder_round r where r.business_id = c.business_id and r.claim_id = c.id order by r.round desc limit 1) r on true
              left join lateral (select array_agg(m.days) as days from reminder m where m.business_id = c.business_id and m.claim_id = c.id and m.round = coalesce(r.round, 0)) t on true
              left join reminder_pause p on p.business_id = c.business_id and p.customer_id = c.customer_id and (p.until_day is null or p.until_day >= {1})
             where c.business_id = {0} and c.left_minor > 0 and d.state = 'issued' and coalesce(r.pay_by, c.due_date) between {1}::date - 371 and {1}::date + 91 and {2}
             order by c.customer_id, c.due_date, d.number, c.seq
            """;
    private static final String TO_BE_PAID_BY = """
            coalesce(r.pay_by, c.due_date) = any({1})
               and c.id in (select id from claim where business_id = {0} and left_minor > 0 and due_date = any({1})
                            union all select claim_id from reminder_round where business_id = {0} and pay_by = any({1}))\
            """;
    private final DSLContext db;

    ReminderStore(DSLContext db) {
        this.db = db;
    }

    /** Those of a business that are to be paid by one of the days, by customer. */
    List<Candidate> candidates(BusinessId business, LocalDate day, Set<LocalDate> payBy) {
        if (payBy.isEmpty()) return List.of();
        return candidates(
                business,
                day,
                DSL.condition(TO_BE_PAID_BY, DSL.inline(business.value()), DSL.val(payBy.toArray(LocalDate[]::new))));
    }

    List<Candidate> ofCustomer(BusinessId business, CustomerId customer, LocalDate day) {
        return candidates(business, day, DSL.condition("c.customer_id = {0}", DSL.val(customer.value())));
    }

    List<Candidate> ofDocument(BusinessId business, DocumentId document, LocalDate day) {
        return candidates(business, day, DSL.condition("c.document_id = {0}", DSL.val(document.value())));
    }

    private List<Candidate> candidates(BusinessId business, LocalDate day, Condition more) {
        return db.fetch(CANDIDATES, DSL.inline(business.value()), DSL.val(day), more)
                .map(ReminderStore::candidate);
    }

    private static Candidate candidate(Record r) {
        LocalDate promised = r.get("promised", LocalDate.class);
        LocalDate pausedUntil = r.get("paused_until", LocalDate.class);
        Stop stop = null;
        if (r.get("disputed", Boolean.class)) stop = Stop.DISPUTED;
        else if (promised != null) stop = Stop.PROMISED;
        else if (r.get("in_flight", Boolean.class)) stop = Stop.IN_FLIGHT;
        else if (r.get("collected", Boolean.class)) stop = Stop.COLLECTED;
        else if (r.get("paused", Boolean.class)) stop = Stop.PAUSED;
        return new Candidate(
                new ClaimId(r.get("id", UUID.class)),
                new DocumentId(r.get("document_id", UUID.class)),
                r.get("number", String.class),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                Money.ofMinor(r.get("currency", String.class), r.get("left_minor", Long.class)),
                r.get("round", Integer.class),
                r.get("pay_by", LocalDate.class),
                r.get("since", LocalDate.class),
                r.get("told") == null ? Set.of() : Set.of(r.get("told", Integer[].class)),
                stop,
                stop == Stop.PROMISED ? promised : stop == Stop.PAUSED ? pausedUntil : null);
    }

    /** A step of an open item that is told in a message, or that a person left out. */
    record Told(Candidate item, Rhythm.Step step, UUID rhythm, MessageId message) {}

    /** Notes what is told on a day; what a person leaves out has no message. */
    void tell(BusinessId business, List<Told> told, LocalDate on) {
        CopyRows.into(
                db,
                told.stream()
                        .map(t -> new ReminderRecord()
                                .setBusinessId(business)
                                .setClaimId(t.item().claim())
                                .setRound(t.item().round())
                                .setDays(t.step().days())
                                .setStepNo((short) t.step().no())
                                .setTone(t.step().tone().name())
                                .setIsLast(t.step().isLast())
                                .setRhythmId(t.rhythm())
                                .setPayBy(t.item().payBy())
                                .setToldOn(on)
                                .setMessageId(t.message())
                                .setLeftOutBy(t.message() == null ? Audit.who() : null))
                        .toList());
    }

    /** What was told of an open item. */
    record Before(
            ClaimId claim,
            String number,
            UUID rhythm,
            int days,
            int stepNo,
            Rhythm.Tone tone,
            LocalDate payBy,
            LocalDate on,
            MessageId message,
            String leftOutBy) {}

    List<Before> ofMessage(BusinessId business, MessageId message) {
        return before(business, DSL.condition("m.message_id = {0}", DSL.val(message.value())));
    }

    List<Before> told(BusinessId business, DocumentId document) {
        return before(business, DSL.condition("c.document_id = {0}", DSL.val(document.value())));
    }

    private List<Before> before(BusinessId business, Condition which) {
        return db.fetch("""
                        select m.claim_id, d.number, m.rhythm_id, m.days, m.step_no, m.tone, m.pay_by, m.told_on, m.message_id, m.left_out_by from reminder m
                          join claim c on c.business_id = m.business_id and c.id = m.claim_id join document d on d.business_id = c.business_id and d.id = c.document_id
                         where m.business_id = {0} and {1} order by m.told_on, d.number, c.seq
                        """, DSL.inline(business.value()), which)
                .map(r -> new Before(
                        new ClaimId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, UUID.class),
                        r.get(3, Integer.class),
                        r.get(4, Integer.class),
                        Rhythm.Tone.valueOf(r.get(5, String.class)),
                        r.get(6, LocalDate.class),
                        r.get(7, LocalDate.class),
                        r.get(8, UUID.class) == null ? null : new MessageId(r.get(8, UUID.class)),
                        r.get(9, String.class)));
    }

    /** Begins the steps of a document's open items afresh. */
    void beginAgain(BusinessId business, DocumentId document, LocalDate payBy, LocalDate since) {
        db.execute("""
                insert into reminder_round (business_id, claim_id, round, pay_by, since)
                select c.business_id, c.id, 1 + coalesce((select max(r.round) from reminder_round r where r.business_id = c.business_id and r.claim_id = c.id), 0), greatest({2}, c.due_date), {3}
                  from claim c where c.business_id = {0} and c.document_id = {1} and c.left_minor > 0
                """, DSL.inline(business.value()), DSL.val(document.value()), DSL.val(payBy), DSL.val(since));
    }

    /** A pause; without a last day it lasts until it is ended. */
    record Pause(LocalDate until, String cause, String by, LocalDate on) {}

    Optional<Pause> pause(BusinessId business, CustomerId customer) {
        return db.selectFrom(REMINDER_PAUSE)
                .where(REMINDER_PAUSE.BUSINESS_ID.eq(business))
                .and(REMINDER_PAUSE.CUSTOMER_ID.eq(customer))
                .fetchOptional(r -> new Pause(r.getUntilDay(), r.getCause(), r.getMadeBy(), r.getMadeOn()));
    }

    void pause(BusinessId business, CustomerId customer, Pause pause) {
        db.insertInto(REMINDER_PAUSE)
                .set(REMINDER_PAUSE.BUSINESS_ID, business)
                .set(REMINDER_PAUSE.CUSTOMER_ID, customer)
                .set(REMINDER_PAUSE.UNTIL_DAY, pause.until())
                .set(REMINDER_PAUSE.CAUSE, pause.cause())
                .set(REMINDER_PAUSE.MADE_BY, pause.by())
                .set(REMINDER_PAUSE.MADE_ON, pause.on())
                .onConflict(REMINDER_PAUSE.BUSINESS_ID, REMINDER_PAUSE.CUSTOMER_ID)
                .doUpdate()
                .set(REMINDER_PAUSE.UNTIL_DAY, pause.until())
                .set(REMINDER_PAUSE.CAUSE, pause.cause())
                .set(REMINDER_PAUSE.MADE_BY, pause.by())
                .set(REMINDER_PAUSE.MADE_ON, pause.on())
                .execute();
    }

    /** False if there was none. */
    boolean endPause(BusinessId business, CustomerId customer) {
        return db.deleteFrom(REMINDER_PAUSE)
                        .where(REMINDER_PAUSE.BUSINESS_ID.eq(business))
                        .and(REMINDER_PAUSE.CUSTOMER_ID.eq(customer))
                        .execute()
                == 1;
    }
}
