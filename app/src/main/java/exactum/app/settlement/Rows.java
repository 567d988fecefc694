package exactum.app.settlement;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.settlement.Allocation;
import exactum.core.settlement.Billed;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.Means;
import exactum.core.settlement.Refund;
import exactum.core.settlement.TakeBack;
import exactumdb.tables.records.AllocationRecord;
import exactumdb.tables.records.ClaimRecord;
import exactumdb.tables.records.MeansRecord;
import exactumdb.tables.records.RefundRecord;
import exactumdb.tables.records.TakeBackRecord;

/** Claims, means and allocations as rows, and back. */
final class Rows {
    private Rows() {}

    static Claim claim(ClaimRecord c, Billed billed, String own) {
        String currency = c.getCurrency();
        EarlySettlement early = c.getEarlyUntil() == null
                ? null
                : new EarlySettlement(c.getEarlyUntil(), Money.ofMinor(currency, c.getEarlyMinor()));
        return new Claim(
                c.getId(),
                c.getCustomerId(),
                billed,
                c.getSeq(),
                c.getDueDate(),
                Worth.of(currency, c.getAmountMinor(), own, c.getOwnMinor()),
                Worth.of(currency, c.getLeftMinor(), own, c.getOwnLeftMinor()),
                Money.ofMinor(currency, c.getClosedMinor()),
                early,
                new Claim.Said(c.getDescription(), c.getMethod(), c.getExpected(), c.getRescheduled()));
    }

    static ClaimRecord row(BusinessId business, Claim c) {
        return new ClaimRecord()
                .setBusinessId(business)
                .setId(c.id())
                .setDocumentId(c.billed().document())
                .setCustomerId(c.customer())
                .setSeq((short) c.seq())
                .setDueDate(c.due())
                .setCurrency(c.amount().amount().currency().getCurrencyCode())
                .setAmountMinor(c.amount().amount().minor())
                .setLeftMinor(c.left().amount().minor())
                .setClosedMinor(c.closed().minor())
                .setOwnMinor(c.amount().own().minor())
                .setOwnLeftMinor(c.left().own().minor())
                .setDeposit(c.billed().deposit())
                .setExpected(c.said().expected())
                .setDescription(c.said().description())
                .setMethod(c.said().method())
                .setRescheduled((short) c.said().rescheduled())
                .setEarlyUntil(c.early() == null ? null : c.early().until())
                .setEarlyMinor(c.early() == null ? null : c.early().discount().minor());
    }

    static Means means(MeansRecord m, String own) {
        String currency = m.getCurrency();
        return new Means(
                m.getId(),
                m.getCustomerId(),
                m.getKind(),
                m.getMeansOn(),
                Worth.of(currency, m.getAmountMinor(), own, m.getOwnMinor()),
                Worth.of(currency, m.getLeftMinor(), own, m.getOwnLeftMinor()),
                Money.ofMinor(currency, m.getTaxMinor()),
                Money.ofMinor(currency, m.getTakenBackMinor()),
                Money.ofMinor(currency, m.getRefundedMinor()),
                Money.ofMinor(currency, m.getRefundedThroughMinor()),
                m.getDocumentId(),
                m.getEarnedBy(),
                m.getReservedFor());
    }

    static MeansRecord row(BusinessId business, Means m) {
        return new MeansRecord()
                .setBusinessId(business)
                .setId(m.id())
                .setKind(m.kind())
                .setCustomerId(m.customer())
                .setMeansOn(m.on())
                .setCurrency(m.amount().amount().currency().getCurrencyCode())
                .setAmountMinor(m.amount().amount().minor())
                .setLeftMinor(m.left().amount().minor())
                .setOwnMinor(m.amount().own().minor())
                .setOwnLeftMinor(m.left().own().minor())
                .setTaxMinor(m.tax().minor())
                .setTakenBackMinor(m.takenBack().minor())
                .setRefundedMinor(m.refunded().minor())
                .setRefundedThroughMinor(m.refundedThrough().minor())
                .setDocumentId(m.document())
                .setEarnedBy(m.earnedBy())
                .setReservedFor(m.reservedFor());
    }

    static Allocation allocation(AllocationRecord a, String own) {
        return new Allocation(
                a.getId(),
                a.getMeansId(),
                a.getClaimId(),
                Worth.of(a.getCurrency(), a.getAmountMinor(), own, a.getOwnMinor()),
                Worth.of(a.getMeansCurrency(), a.getMeansMinor(), own, a.getMeansOwnMinor()),
                a.getCountsOn(),
                a.getEntryId(),
                a.getReverses(),
                a.getTakeBackId());
    }

    static AllocationRecord row(BusinessId business, Allocation a) {
        return new AllocationRecord()
                .setBusinessId(business)
                .setId(a.id())
                .setMeansId(a.means())
                .setClaimId(a.claim())
                .setCurrency(a.claimPart().amount().currency().getCurrencyCode())
                .setAmountMinor(a.claimPart().amount().minor())
                .setOwnMinor(a.claimPart().own().minor())
                .setMeansCurrency(a.meansPart().amount().currency().getCurrencyCode())
                .setMeansMinor(a.meansPart().amount().minor())
                .setMeansOwnMinor(a.meansPart().own().minor())
                .setCountsOn(a.countsOn())
                .setEntryId(a.entry())
                .setReverses(a.reverses())
                .setTakeBackId(a.takeBack());
    }

    static TakeBack takeBack(TakeBackRecord t, String own) {
        return new TakeBack(
                t.getId(),
                t.getMeansId(),
                Worth.of(t.getCurrency(), t.getAmountMinor(), own, t.getOwnMinor()),
                t.getTakenOn(),
                t.getCause(),
                t.getReason(),
                t.getEntryId(),
                t.getReverses());
    }

    static TakeBackRecord row(BusinessId business, TakeBack t) {
        return new TakeBackRecord()
                .setBusinessId(business)
                .setId(t.id())
                .setMeansId(t.means())
                .setCurrency(t.amount().amount().currency().getCurrencyCode())
                .setAmountMinor(t.amount().amount().minor())
                .setOwnMinor(t.amount().own().minor())
                .setTakenOn(t.on())
                .setCause(t.cause())
                .setReason(t.reason())
                .setEntryId(t.entry())
                .setReverses(t.reverses());
    }

    static RefundRecord row(BusinessId business, Refund r) {
        return new RefundRecord()
                .setBusinessId(business)
                .setId(r.id())
                .setDrawnOn(r.drawnOn())
                .setThroughId(r.through())
                .setCurrency(r.amount().amount().currency().getCurrencyCode())
                .setAmountMinor(r.amount().amount().minor())
                .setOwnMinor(r.amount().own().minor())
                .setRefundOn(r.on())
                .setEntryId(r.entry())
                .setReverses(r.reverses());
    }
}
