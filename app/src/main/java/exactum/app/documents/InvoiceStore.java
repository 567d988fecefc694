package exactum.app.documents;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.INSTALMENT;
import static exactumdb.Tables.INVOICE;
import static exactumdb.Tables.INVOICE_LINE;
import static exactumdb.Tables.INVOICE_TAX;

import exactum.app.business.Business;
import exactum.app.rows.BulkInsert;
import exactum.core.money.Money;
import exactumdb.tables.records.InstalmentRecord;
import exactumdb.tables.records.InvoiceLineRecord;
import exactumdb.tables.records.InvoiceRecord;
import exactumdb.tables.records.InvoiceTaxRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.exception.NoDataFoundException;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Issued invoices in the database. */
@Component
public class InvoiceStore {
    /** The layout that new invoices are frozen with. */
    public static final int LAYOUT_VERSION = 1;

    private final DSLContext db;
    private final JsonMapper json;

    InvoiceStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** An invoice as lists show it. */
    public record Listed(
            UUID id,
            String number,
            UUID customerId,
            String customer,
            LocalDate date,
            LocalDate dueDate,
            String currency,
            long grossMinor,
            long openMinor,
            InvoiceState state) {}

    /** What an invoice carries beside its own figures. */
    public record Origin(UUID runId, String customerCode) {}

    public Optional<Invoice> find(UUID id) {
        return db.selectFrom(INVOICE)
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.ID.eq(id))
                .fetchOptional(this::load);
    }

    public Invoice get(UUID id) {
        return find(id).orElseThrow(() -> new NoDataFoundException("no invoice " + id));
    }

    public Optional<Invoice> findByNumber(String number) {
        return db.selectFrom(INVOICE)
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.NUMBER.eq(number))
                .fetchOptional(this::load);
    }

    /** The numbers of the invoices with the ids. */
    public Map<UUID, String> numbers(Collection<UUID> ids) {
        return db.select(INVOICE.ID, INVOICE.NUMBER)
                .from(INVOICE)
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.ID.eq(DSL.any(ids.toArray(UUID[]::new))))
                .fetchMap(INVOICE.ID, INVOICE.NUMBER);
    }

    /** Those of the numbers that have something open. */
    public List<Listed> open(Collection<String> numbers, LocalDate today) {
        return list(
                INVOICE.NUMBER
                        .eq(DSL.any(numbers.toArray(String[]::new)))
                        .and(INVOICE.SETTLED_MINOR.lt(INVOICE.GROSS_MINOR)),
                today,
                50);
    }

    /** Locks the invoice for settling, so that two receipts cannot settle the same cent. */
    public Invoice lock(UUID id) {
        return db.selectFrom(INVOICE)
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.ID.eq(id))
                .forUpdate()
                .fetchSingle(this::load);
    }

    /** Inserts all, a statement a table. */
    public void insertAll(List<Invoice> invoices, List<Origin> origins) {
        var rows = new ArrayList<InvoiceRecord>();
        var lines = new ArrayList<InvoiceLineRecord>();
        var taxes = new ArrayList<InvoiceTaxRecord>();
        var instalments = new ArrayList<InstalmentRecord>();
        for (int n = 0; n < invoices.size(); n++) {
            Invoice invoice = invoices.get(n);
            rows.add(row(invoice, origins.get(n)));
            for (int i = 0; i < invoice.lines().size(); i++)
                lines.add(row(invoice.id(), i, invoice.lines().get(i)));
            invoice.taxes().forEach(t -> taxes.add(row(invoice.id(), t)));
            invoice.instalments().forEach(p -> instalments.add(row(invoice.id(), p)));
        }
        BulkInsert.execute(db, rows);
        BulkInsert.execute(db, lines);
        BulkInsert.execute(db, taxes);
        BulkInsert.execute(db, instalments);
    }

    /** Settles a part of an instalment; the row must be locked. */
    public void settle(Invoice invoice, Invoice.Instalment instalment, Money part, LocalDate on) {
        db.update(INSTALMENT)
                .set(INSTALMENT.SETTLED_MINOR, INSTALMENT.SETTLED_MINOR.plus(part.minor()))
                .where(INSTALMENT.BUSINESS_ID.eq(Business.ID))
                .and(INSTALMENT.ID.eq(instalment.id()))
                .execute();
        db.update(INVOICE)
                .set(INVOICE.SETTLED_MINOR, INVOICE.SETTLED_MINOR.plus(part.minor()))
                .set(
                        INVOICE.PAID_ON,
                        DSL.when(INVOICE.SETTLED_MINOR.plus(part.minor()).eq(INVOICE.GROSS_MINOR), DSL.val(on)))
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.ID.eq(invoice.id()))
                .execute();
    }

    /** The newest invoices whose number, customer or reference holds each of the words; {@code due} may be null. */
    public List<Listed> list(String words, String state, LocalDate due, LocalDate today, int most) {
        Condition condition = matches(words).and(inState(state, today));
        return list(due == null ? condition : condition.and(openOn(due)), today, most);
    }

    public List<Listed> ofCustomer(UUID customer, LocalDate today) {
        return list(INVOICE.CUSTOMER_ID.eq(customer), today, 200);
    }

    public List<Listed> ofRecurring(UUID recurring, LocalDate today) {
        return list(INVOICE.RECURRING_ID.eq(recurring), today, 200);
    }

    /** Count and open sum of each state as of the day. */
    public List<StateSum> sums(LocalDate today) {
        var sums = new ArrayList<StateSum>();
        for (InvoiceState state : InvoiceState.values()) {
            var row = db.select(
                            DSL.count(),
                            DSL.coalesce(
                                    DSL.sum(INVOICE.GROSS_MINOR.minus(INVOICE.SETTLED_MINOR)),
                                    DSL.inline(java.math.BigDecimal.ZERO)))
                    .from(INVOICE)
                    .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                    .and(inState(state.name(), today))
                    .fetchSingle();
            sums.add(new StateSum(state, row.value1(), row.value2().longValueExact()));
        }
        return sums;
    }

    /** How many invoices are in a state, and what is open on them. */
    public record StateSum(InvoiceState state, int count, long openMinor) {}

    private List<Listed> list(Condition condition, LocalDate today, int most) {
        var due = DSL.select(DSL.max(INSTALMENT.DUE_DATE))
                .from(INSTALMENT)
                .where(INSTALMENT.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(INSTALMENT.INVOICE_ID.eq(INVOICE.ID))
                .<LocalDate>asField();
        return db.select(
                        INVOICE.ID,
                        INVOICE.NUMBER,
                        INVOICE.CUSTOMER_ID,
                        CUSTOMER.NAME,
                        INVOICE.INVOICE_DATE,
                        due,
                        INVOICE.CURRENCY,
                        INVOICE.GROSS_MINOR,
                        INVOICE.SETTLED_MINOR)
                .from(INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(INVOICE.CUSTOMER_ID))
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(INVOICE.INVOICE_DATE.desc(), INVOICE.NUMBER.desc())
                .limit(most)
                .fetch(r -> new Listed(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        r.value4(),
                        r.value5(),
                        r.value6(),
                        r.value7(),
                        r.value8(),
                        r.value8() - r.value9(),
                        InvoiceState.of(r.value8(), r.value9(), r.value6(), today)));
    }

    private static Condition openOn(LocalDate due) {
        return DSL.exists(DSL.selectOne()
                .from(INSTALMENT)
                .where(INSTALMENT.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(INSTALMENT.INVOICE_ID.eq(INVOICE.ID))
                .and(INSTALMENT.DUE_DATE.eq(due))
                .and(INSTALMENT.SETTLED_MINOR.lt(INSTALMENT.AMOUNT_MINOR)));
    }

    private static Condition inState(String state, LocalDate today) {
        Condition open = INVOICE.SETTLED_MINOR.lt(INVOICE.GROSS_MINOR);
        Condition late = DSL.notExists(DSL.selectOne()
                .from(INSTALMENT)
                .where(INSTALMENT.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(INSTALMENT.INVOICE_ID.eq(INVOICE.ID))
                .and(INSTALMENT.DUE_DATE.ge(today)));
        return switch (state) {
            case "PAID" -> INVOICE.SETTLED_MINOR.eq(INVOICE.GROSS_MINOR);
            case "OVERDUE" -> open.and(late);
            case "PART_PAID" -> open.andNot(late).and(INVOICE.SETTLED_MINOR.gt(0L));
            case "ISSUED" -> open.andNot(late).and(INVOICE.SETTLED_MINOR.eq(0L));
            default -> DSL.trueCondition();
        };
    }

    private static Condition matches(String words) {
        Condition all = DSL.trueCondition();
        for (String word : words.strip().split("\\s+")) {
            if (!word.isEmpty())
                all = all.and(DSL.condition(
                        "invoice.search like '%' || replace(replace(fold({0}), '%', '\\%'), '_', '\\_') || '%'",
                        DSL.val(word)));
        }
        return all;
    }

    private Invoice load(InvoiceRecord i) {
        String c = i.getCurrency();
        var lines = db.selectFrom(INVOICE_LINE)
                .where(INVOICE_LINE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE_LINE.INVOICE_ID.eq(i.getId()))
                .orderBy(INVOICE_LINE.LINE_NO)
                .fetch(l -> new Invoice.Line(
                        l.getDescription(),
                        l.getQuantity(),
                        l.getUnit(),
                        Money.ofMinor(c, l.getPriceMinor()),
                        l.getTaxCode(),
                        l.getTaxPercent(),
                        l.getIncomeAccount(),
                        Money.ofMinor(c, l.getNetMinor())));
        var taxes = db.selectFrom(INVOICE_TAX)
                .where(INVOICE_TAX.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE_TAX.INVOICE_ID.eq(i.getId()))
                .orderBy(INVOICE_TAX.TAX_PERCENT.desc())
                .fetch(t -> new Invoice.Tax(
                        t.getTaxCode(),
                        t.getTaxPercent(),
                        t.getTaxSource(),
                        Money.ofMinor(c, t.getBaseMinor()),
                        Money.ofMinor(c, t.getTaxMinor())));
        var instalments = db.selectFrom(INSTALMENT)
                .where(INSTALMENT.BUSINESS_ID.eq(Business.ID))
                .and(INSTALMENT.INVOICE_ID.eq(i.getId()))
                .orderBy(INSTALMENT.SEQ)
                .fetch(p -> new Invoice.Instalment(
                        p.getId(),
                        p.getSeq(),
                        p.getDueDate(),
                        Money.ofMinor(c, p.getAmountMinor()),
                        Money.ofMinor(c, p.getSettledMinor())));
        return new Invoice(
                i.getId(),
                i.getNumber(),
                i.getCustomerId(),
                i.getRecurringId(),
                i.getInvoiceDate(),
                i.getPeriodFrom(),
                i.getPeriodUntil(),
                Money.ofMinor(c, i.getNetMinor()),
                Money.ofMinor(c, i.getTaxMinor()),
                Money.ofMinor(c, i.getGrossMinor()),
                Money.ofMinor(c, i.getSettledMinor()),
                i.getPaidOn(),
                json.readValue(i.getSeller().data(), Party.class),
                json.readValue(i.getBuyer().data(), Party.class),
                i.getTermsPrinted(),
                i.getTheirReference(),
                i.getMemo(),
                lines,
                taxes,
                instalments);
    }

    private InvoiceRecord row(Invoice i, Origin origin) {
        String search = "%s %s %s %s"
                .formatted(
                        i.number(),
                        i.buyer().name(),
                        origin.customerCode(),
                        i.theirReference() == null ? "" : i.theirReference());
        return new InvoiceRecord()
                .setBusinessId(Business.ID)
                .setId(i.id())
                .setNumber(i.number())
                .setCustomerId(i.customerId())
                .setRecurringId(i.recurringId())
                .setInvoiceDate(i.date())
                .setPeriodFrom(i.periodFrom())
                .setPeriodUntil(i.periodUntil())
                .setCurrency(i.gross().currency().getCurrencyCode())
                .setNetMinor(i.net().minor())
                .setTaxMinor(i.tax().minor())
                .setGrossMinor(i.gross().minor())
                .setLayoutVersion(LAYOUT_VERSION)
                .setSeller(JSONB.valueOf(json.writeValueAsString(i.seller())))
                .setBuyer(JSONB.valueOf(json.writeValueAsString(i.buyer())))
                .setTermsPrinted(i.termsPrinted())
                .setTheirReference(i.theirReference())
                .setMemo(i.memo())
                .setRunId(origin.runId())
                .setSearch(Folded.of(search));
    }

    private static InvoiceLineRecord row(UUID invoice, int index, Invoice.Line l) {
        return new InvoiceLineRecord()
                .setBusinessId(Business.ID)
                .setInvoiceId(invoice)
                .setLineNo((short) (index + 1))
                .setDescription(l.description())
                .setQuantity(l.quantity())
                .setUnit(l.unit())
                .setPriceMinor(l.price().minor())
                .setTaxCode(l.taxCode())
                .setTaxPercent(l.taxPercent())
                .setIncomeAccount(l.incomeAccount())
                .setNetMinor(l.net().minor());
    }

    private static InvoiceTaxRecord row(UUID invoice, Invoice.Tax t) {
        return new InvoiceTaxRecord()
                .setBusinessId(Business.ID)
                .setInvoiceId(invoice)
                .setTaxCode(t.code())
                .setTaxPercent(t.percent())
                .setTaxSource(t.source())
                .setBaseMinor(t.base().minor())
                .setTaxMinor(t.tax().minor());
    }

    private static InstalmentRecord row(UUID invoice, Invoice.Instalment p) {
        return new InstalmentRecord()
                .setBusinessId(Business.ID)
                .setId(p.id())
                .setInvoiceId(invoice)
                .setSeq((short) p.seq())
                .setDueDate(p.dueDate())
                .setAmountMinor(p.amount().minor());
    }
}
