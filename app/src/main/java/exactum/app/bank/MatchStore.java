package exactum.app.bank;

import static exactumdb.Tables.MATCH;

import exactum.app.database.CopyRows;
import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MatchId;
import exactum.core.ids.PayoutLineId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactumdb.tables.records.MatchRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Matches in the database. */
@Component
class MatchStore implements FindMatches, Provable {
    private static final String BANK_LINES = """
            select 'bank line ' || l.id || ' is left with ' || l.left_minor || ', but ' || coalesce(m.minor, 0) || ' of ' || l.amount_minor || ' are matched'
              from bank_line l left join (select bank_line_id, sum(amount_minor) as minor from match where business_id = {0} and bank_line_id is not null and undone_at is null group by 1) m on m.bank_line_id = l.id
             where l.business_id = {0} and l.amount_minor - coalesce(m.minor, 0) <> l.left_minor limit 20
            """;
    private static final String PAYOUT_LINES = """
            select 'payout line ' || l.id || ' is left with ' || l.left_minor || ', but ' || coalesce(m.minor, 0) || ' of ' || l.amount_minor || ' are matched'
              from payout_line l left join (select payout_line_id, sum(amount_minor) as minor from match where business_id = {0} and payout_line_id is not null and undone_at is null group by 1) m on m.payout_line_id = l.id
             where l.business_id = {0} and l.amount_minor - coalesce(m.minor, 0) <> l.left_minor limit 20
            """;
    private final DSLContext db;

    MatchStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, List<Matched> matched) {
        CopyRows.into(db, matched.stream().map(m -> row(business, m)).toList());
    }

    private static MatchRecord row(BusinessId business, Matched m) {
        Target t = m.target();
        return new MatchRecord()
                .setBusinessId(business)
                .setId(m.id())
                .setBankLineId(m.line() instanceof LineRef.OfBank b ? b.id() : null)
                .setPayoutLineId(m.line() instanceof LineRef.OfPayout p ? p.id() : null)
                .setKind(m.kind().words())
                .setCurrency(m.part().amount().currency().getCurrencyCode())
                .setAmountMinor(m.part().amount().minor())
                .setOwnMinor(m.part().own().minor())
                .setWaitingId(t.waiting())
                .setWaitingOwnMinor(
                        t.waitingPart() == null ? null : t.waitingPart().own().minor())
                .setMeansId(t.means())
                .setTakeBackId(t.takeBack())
                .setRefundId(t.refund())
                .setAccount(t.account())
                .setRuleId(t.rule())
                .setWords(m.words())
                .setEntryId(m.entry())
                .setMatchedOn(m.on())
                .setMatchedBy(m.by());
    }

    /** Marks it undone; false if somebody did that before. */
    boolean markUndone(BusinessId business, MatchId id, LocalDate on, String by) {
        return db.update(MATCH)
                        .set(MATCH.UNDONE_ON, on)
                        .set(MATCH.UNDONE_AT, OffsetDateTime.now())
                        .set(MATCH.UNDONE_BY, by)
                        .where(MATCH.BUSINESS_ID.eq(business))
                        .and(MATCH.ID.eq(id))
                        .and(MATCH.UNDONE_AT.isNull())
                        .execute()
                == 1;
    }

    @Override
    public List<Matched> ofLine(BusinessId business, LineRef line) {
        return list(
                business,
                switch (line) {
                    case LineRef.OfBank bank -> MATCH.BANK_LINE_ID.eq(bank.id());
                    case LineRef.OfPayout payout -> MATCH.PAYOUT_LINE_ID.eq(payout.id());
                });
    }

    @Override
    public Map<LineRef, List<Matched>> ofPayoutLines(BusinessId business, Collection<PayoutLineId> lines) {
        return list(business, MATCH.PAYOUT_LINE_ID.in(lines).and(MATCH.UNDONE_AT.isNull())).stream()
                .collect(Collectors.groupingBy(Matched::line));
    }

    @Override
    public Optional<Matched> find(BusinessId business, MatchId id) {
        return list(business, MATCH.ID.eq(id)).stream().findFirst();
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, BANK_LINES, PAYOUT_LINES);
    }

    private List<Matched> list(BusinessId business, Condition condition) {
        String own = db.fetchSingle("select currency from business where id = {0}", DSL.inline(business.value()))
                .get(0, String.class);
        return db.selectFrom(MATCH)
                .where(MATCH.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(MATCH.ID)
                .fetch(m -> matched(m, own));
    }

    private static Matched matched(MatchRecord m, String own) {
        Money amount = Money.ofMinor(m.getCurrency(), m.getAmountMinor());
        return new Matched(
                m.getId(),
                m.getBankLineId() != null
                        ? new LineRef.OfBank(m.getBankLineId())
                        : new LineRef.OfPayout(m.getPayoutLineId()),
                MatchKind.of(m.getKind()),
                new Valued(amount, Money.ofMinor(own, m.getOwnMinor())),
                new Target(
                        m.getWaitingId(),
                        m.getWaitingOwnMinor() == null
                                ? null
                                : new Valued(amount, Money.ofMinor(own, m.getWaitingOwnMinor())),
                        m.getMeansId(),
                        m.getTakeBackId(),
                        m.getRefundId(),
                        m.getAccount(),
                        m.getRuleId()),
                m.getWords(),
                m.getEntryId(),
                m.getMatchedOn(),
                m.getMatchedBy(),
                m.getUndoneOn() == null ? null : new Undone(m.getUndoneOn(), m.getUndoneBy()));
    }
}
