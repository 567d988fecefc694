package exactum.app.receipts;

import static exactumdb.Tables.ALLOCATION;
import static exactumdb.Tables.RECEIPT;

import exactum.app.business.Business;
import exactum.app.documents.Invoice;
import exactum.app.ids.Ids;
import exactum.core.money.Money;
import exactumdb.tables.records.ReceiptRecord;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Receipts and what they settle, in the database. */
@Component
public class ReceiptStore {
    private final DSLContext db;

    ReceiptStore(DSLContext db) {
        this.db = db;
    }

    public Optional<Receipt> find(UUID id) {
        return db.selectFrom(RECEIPT)
                .where(RECEIPT.BUSINESS_ID.eq(Business.ID))
                .and(RECEIPT.ID.eq(id))
                .fetchOptional(ReceiptStore::receipt);
    }

    public Optional<Receipt> findByBankLine(UUID bankLine) {
        return db.selectFrom(RECEIPT)
                .where(RECEIPT.BUSINESS_ID.eq(Business.ID))
                .and(RECEIPT.BANK_LINE_ID.eq(bankLine))
                .fetchOptional(ReceiptStore::receipt);
    }

    /** The receipts that settle an invoice, oldest first. */
    public List<Receipt> ofInvoice(UUID invoice) {
        return db.selectDistinct(RECEIPT.fields())
                .from(RECEIPT)
                .join(ALLOCATION)
                .on(ALLOCATION.BUSINESS_ID.eq(RECEIPT.BUSINESS_ID))
                .and(ALLOCATION.RECEIPT_ID.eq(RECEIPT.ID))
                .where(RECEIPT.BUSINESS_ID.eq(Business.ID))
                .and(ALLOCATION.INVOICE_ID.eq(invoice))
                .orderBy(RECEIPT.ID)
                .fetch(r -> receipt(r.into(RECEIPT)));
    }

    /** The invoice that a receipt settles, or nothing if it settles none. */
    public Optional<UUID> findInvoice(UUID receipt) {
        return db.select(ALLOCATION.INVOICE_ID)
                .from(ALLOCATION)
                .where(ALLOCATION.BUSINESS_ID.eq(Business.ID))
                .and(ALLOCATION.RECEIPT_ID.eq(receipt))
                .limit(1)
                .fetchOptional(ALLOCATION.INVOICE_ID);
    }

    /** Records the money once; nothing if it is there already. */
    Optional<UUID> insert(Incoming money, UUID customer) {
        UUID id = Ids.next();
        int inserted = db.insertInto(RECEIPT)
                .set(RECEIPT.BUSINESS_ID, Business.ID)
                .set(RECEIPT.ID, id)
                .set(RECEIPT.CUSTOMER_ID, customer)
                .set(RECEIPT.COLLECTION_ID, money.collectionId())
                .set(RECEIPT.PROCESSOR_ID, money.processorId())
                .set(RECEIPT.SALE_REF, money.saleRef())
                .set(RECEIPT.BANK_LINE_ID, money.bankLineId())
                .set(RECEIPT.RECEIVED_ON, money.receivedOn())
                .set(RECEIPT.CHANNEL, money.channel())
                .set(RECEIPT.SOURCE, money.source())
                .set(RECEIPT.CURRENCY, money.amount().currency().getCurrencyCode())
                .set(RECEIPT.AMOUNT_MINOR, money.amount().minor())
                .set(RECEIPT.FEE_MINOR, money.fee().minor())
                .onConflictDoNothing()
                .execute();
        return inserted == 1 ? Optional.of(id) : Optional.empty();
    }

    void allocate(UUID receipt, Invoice invoice, Invoice.Instalment instalment, Money part, LocalDate on) {
        db.insertInto(ALLOCATION)
                .set(ALLOCATION.BUSINESS_ID, Business.ID)
                .set(ALLOCATION.ID, Ids.next())
                .set(ALLOCATION.RECEIPT_ID, receipt)
                .set(ALLOCATION.INSTALMENT_ID, instalment.id())
                .set(ALLOCATION.INVOICE_ID, invoice.id())
                .set(ALLOCATION.ALLOCATED_ON, on)
                .set(ALLOCATION.AMOUNT_MINOR, part.minor())
                .execute();
    }

    private static Receipt receipt(ReceiptRecord r) {
        return new Receipt(
                r.getId(),
                r.getCustomerId(),
                r.getChannel(),
                r.getSource(),
                r.getCollectionId(),
                r.getSaleRef(),
                r.getBankLineId(),
                r.getReceivedOn(),
                Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                Money.ofMinor(r.getCurrency(), r.getFeeMinor()));
    }
}
