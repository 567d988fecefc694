package exactum.app.payouts;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.INVOICE;
import static exactumdb.Tables.PAYOUT;
import static exactumdb.Tables.PAYOUT_LINE;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.RECEIPT;

import exactum.app.business.Business;
import exactum.app.ids.Ids;
import exactum.app.rows.BulkInsert;
import exactum.core.bank.PayoutReport;
import exactum.core.matching.BankLineMatcher.OpenPayout;
import exactum.core.money.Money;
import exactumdb.tables.records.PayoutLineRecord;
import exactumdb.tables.records.PayoutRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.exception.NoDataFoundException;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Payouts in the database. */
@Component
public class PayoutStore {
    private final DSLContext db;

    PayoutStore(DSLContext db) {
        this.db = db;
    }

    /** A payout as lists show it; {@code offMinor} is what the books do not have of it. */
    public record Listed(
            UUID id,
            String reference,
            LocalDate salesOn,
            LocalDate arrivesOn,
            String currency,
            long grossMinor,
            long feesMinor,
            long netMinor,
            int sales,
            String state,
            long offMinor) {}

    /** Inserts and answers the id, or nothing if the payout was read before. */
    Optional<UUID> insert(UUID processor, PayoutReport report) {
        UUID id = Ids.next();
        int inserted = db.insertInto(PAYOUT)
                .set(PAYOUT.BUSINESS_ID, Business.ID)
                .set(PAYOUT.ID, id)
                .set(PAYOUT.PROCESSOR_ID, processor)
                .set(PAYOUT.REFERENCE, report.reference())
                .set(PAYOUT.SALES_ON, report.salesOn())
                .set(PAYOUT.ARRIVES_ON, report.arrivesOn())
                .set(PAYOUT.CURRENCY, report.currency().getCurrencyCode())
                .set(PAYOUT.GROSS_MINOR, report.gross().minor())
                .set(PAYOUT.FEES_MINOR, report.fees().minor())
                .set(PAYOUT.NET_MINOR, report.net().minor())
                .onConflictDoNothing()
                .execute();
        if (inserted == 0) return Optional.empty();
        var rows = new ArrayList<PayoutLineRecord>();
        for (int i = 0; i < report.lines().size(); i++)
            rows.add(row(id, i + 1, report.lines().get(i)));
        BulkInsert.execute(db, rows);
        joinReceipts(processor, id);
        return Optional.of(id);
    }

    /** Joins lines to receipts that the books have by now. */
    void joinReceipts(UUID processor, UUID payout) {
        db.update(PAYOUT_LINE)
                .set(PAYOUT_LINE.RECEIPT_ID, RECEIPT.ID)
                .from(RECEIPT)
                .where(PAYOUT_LINE.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT_LINE.PAYOUT_ID.eq(payout))
                .and(PAYOUT_LINE.RECEIPT_ID.isNull())
                .and(PAYOUT_LINE.SALE_REF.isNotNull())
                .and(RECEIPT.BUSINESS_ID.eq(Business.ID))
                .and(RECEIPT.PROCESSOR_ID.eq(processor))
                .and(RECEIPT.SALE_REF.eq(PAYOUT_LINE.SALE_REF))
                .execute();
    }

    public Optional<Payout> find(UUID id) {
        return load(PAYOUT.ID.eq(id));
    }

    public Payout get(UUID id) {
        return find(id).orElseThrow(() -> new NoDataFoundException("no payout " + id));
    }

    public Payout lock(UUID id) {
        db.select(PAYOUT.ID)
                .from(PAYOUT)
                .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT.ID.eq(id))
                .forUpdate()
                .fetchSingle();
        return get(id);
    }

    public Optional<Payout> findByReceipt(UUID receipt) {
        return load(PAYOUT.ID.in(DSL.select(PAYOUT_LINE.PAYOUT_ID)
                .from(PAYOUT_LINE)
                .where(PAYOUT_LINE.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT_LINE.RECEIPT_ID.eq(receipt))));
    }

    public Optional<Payout> findByBankLine(UUID bankLine) {
        return load(PAYOUT.BANK_LINE_ID.eq(bankLine));
    }

    public List<OpenPayout> withoutBankLine() {
        return db.select(PAYOUT.ID, PAYOUT.REFERENCE, PAYOUT.CURRENCY, PAYOUT.NET_MINOR)
                .from(PAYOUT)
                .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT.BANK_LINE_ID.isNull())
                .fetch(r -> new OpenPayout(r.value1(), r.value2(), Money.ofMinor(r.value3(), r.value4())));
    }

    public List<Listed> list(int most) {
        return list(DSL.trueCondition(), most);
    }

    /** Payouts that hold something the books do not have. */
    public List<Listed> differing() {
        return list(DSL.condition("payout.tied_out_at is null and " + OFF + " <> 0"), 100);
    }

    private static final String OFF =
            "(select coalesce(sum((l.gross_minor - l.fee_minor) - case when l.booked_entry_id is not null then l.gross_minor - l.fee_minor else coalesce(r.amount_minor - r.fee_minor, 0) end), 0)"
                    + " from payout_line l left join receipt r on r.business_id = l.business_id and r.id = l.receipt_id where l.business_id = payout.business_id and l.payout_id = payout.id)";

    private List<Listed> list(Condition condition, int most) {
        var off = DSL.field(OFF, Long.class);
        var sales = DSL.field(
                "(select count(*) from payout_line l where l.business_id = payout.business_id and l.payout_id = payout.id and l.kind = 'sale')",
                Integer.class);
        return db.select(PAYOUT.fields())
                .select(off, sales)
                .from(PAYOUT)
                .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(PAYOUT.ARRIVES_ON.desc(), PAYOUT.ID.desc())
                .limit(most)
                .fetch(r -> new Listed(
                        r.get(PAYOUT.ID),
                        r.get(PAYOUT.REFERENCE),
                        r.get(PAYOUT.SALES_ON),
                        r.get(PAYOUT.ARRIVES_ON),
                        r.get(PAYOUT.CURRENCY),
                        r.get(PAYOUT.GROSS_MINOR),
                        r.get(PAYOUT.FEES_MINOR),
                        r.get(PAYOUT.NET_MINOR),
                        r.get(sales),
                        r.get(PAYOUT.TIED_OUT_AT) != null
                                ? "tied out"
                                : r.get(PAYOUT.BANK_LINE_ID) != null ? "landed" : "on its way",
                        r.get(off)));
    }

    void setReadTo(UUID processor, String reference) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.PAYOUTS_READ_TO, reference)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor))
                .execute();
    }

    /** Joins the payout to its bank line; false if it has one. */
    public boolean land(UUID payout, UUID bankLine) {
        return db.update(PAYOUT)
                        .set(PAYOUT.BANK_LINE_ID, bankLine)
                        .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                        .and(PAYOUT.ID.eq(payout))
                        .and(PAYOUT.BANK_LINE_ID.isNull())
                        .execute()
                == 1;
    }

    public void markTiedOut(UUID payout) {
        db.update(PAYOUT)
                .set(PAYOUT.TIED_OUT_AT, OffsetDateTime.now())
                .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT.ID.eq(payout))
                .and(PAYOUT.TIED_OUT_AT.isNull())
                .execute();
    }

    void markBooked(UUID payout, int lineNo, UUID entry) {
        db.update(PAYOUT_LINE)
                .set(PAYOUT_LINE.BOOKED_ENTRY_ID, entry)
                .where(PAYOUT_LINE.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT_LINE.PAYOUT_ID.eq(payout))
                .and(PAYOUT_LINE.LINE_NO.eq(lineNo))
                .execute();
    }

    private Optional<Payout> load(Condition condition) {
        return db.selectFrom(PAYOUT)
                .where(PAYOUT.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .fetchOptional(p -> payout(p, lines(p)));
    }

    private List<Payout.Line> lines(PayoutRecord p) {
        String c = p.getCurrency();
        var invoiceId = DSL.field(
                "(select a.invoice_id from allocation a where a.business_id = receipt.business_id and a.receipt_id = receipt.id limit 1)",
                UUID.class);
        return db.select(PAYOUT_LINE.fields())
                .select(RECEIPT.AMOUNT_MINOR, RECEIPT.FEE_MINOR, CUSTOMER.NAME, INVOICE.NUMBER)
                .from(PAYOUT_LINE)
                .leftJoin(RECEIPT)
                .on(RECEIPT.BUSINESS_ID.eq(PAYOUT_LINE.BUSINESS_ID))
                .and(RECEIPT.ID.eq(PAYOUT_LINE.RECEIPT_ID))
                .leftJoin(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECEIPT.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECEIPT.CUSTOMER_ID))
                .leftJoin(INVOICE)
                .on(INVOICE.BUSINESS_ID.eq(RECEIPT.BUSINESS_ID))
                .and(INVOICE.ID.eq(invoiceId))
                .where(PAYOUT_LINE.BUSINESS_ID.eq(Business.ID))
                .and(PAYOUT_LINE.PAYOUT_ID.eq(p.getId()))
                .orderBy(PAYOUT_LINE.LINE_NO)
                .fetch(r -> {
                    PayoutLineRecord l = r.into(PAYOUT_LINE);
                    boolean booked = l.getBookedEntryId() != null;
                    long gross = booked
                            ? l.getGrossMinor()
                            : r.get(RECEIPT.AMOUNT_MINOR) == null ? 0 : r.get(RECEIPT.AMOUNT_MINOR);
                    long fee =
                            booked ? l.getFeeMinor() : r.get(RECEIPT.FEE_MINOR) == null ? 0 : r.get(RECEIPT.FEE_MINOR);
                    return new Payout.Line(
                            l.getLineNo(),
                            l.getKind(),
                            l.getOccurredOn(),
                            l.getSaleRef(),
                            l.getDescription(),
                            Money.ofMinor(c, l.getGrossMinor()),
                            Money.ofMinor(c, l.getFeeMinor()),
                            l.getReceiptId(),
                            Money.ofMinor(c, gross),
                            Money.ofMinor(c, fee),
                            r.get(CUSTOMER.NAME),
                            r.get(INVOICE.NUMBER));
                });
    }

    private static Payout payout(PayoutRecord p, List<Payout.Line> lines) {
        String c = p.getCurrency();
        return new Payout(
                p.getId(),
                p.getProcessorId(),
                p.getReference(),
                p.getSalesOn(),
                p.getArrivesOn(),
                Money.ofMinor(c, p.getGrossMinor()),
                Money.ofMinor(c, p.getFeesMinor()),
                Money.ofMinor(c, p.getNetMinor()),
                p.getBankLineId(),
                p.getTiedOutAt() != null,
                lines);
    }

    private static PayoutLineRecord row(UUID payout, int lineNo, PayoutReport.Line l) {
        return new PayoutLineRecord()
                .setBusinessId(Business.ID)
                .setPayoutId(payout)
                .setLineNo(lineNo)
                .setKind(l.kind().name().toLowerCase(Locale.ROOT))
                .setOccurredOn(l.occurredOn())
                .setSaleRef(l.saleReference().isEmpty() ? null : l.saleReference())
                .setDescription(l.description())
                .setGrossMinor(l.gross().minor())
                .setFeeMinor(l.fee().minor());
    }
}
