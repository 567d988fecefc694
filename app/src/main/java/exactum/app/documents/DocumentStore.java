package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_LINE;
import static exactumdb.Tables.DOCUMENT_STANDING;
import static exactumdb.Tables.DOCUMENT_TAX;

import exactum.app.database.IdArray;
import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.app.setup.TermsJson;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactumdb.tables.records.DocumentLineRecord;
import exactumdb.tables.records.DocumentRecord;
import exactumdb.tables.records.DocumentTaxRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Result;
import org.jooq.exception.NoDataFoundException;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads documents. */
@Component
class DocumentStore implements FindDocuments, Provable {
    private static final String ADD_UP = """
            select d.kind || ' ' || coalesce(d.number, 'draft') || ' does not add up' from document d
              left join (select document_id, sum(net_minor) as net from document_line where business_id = {0} group by 1) l on l.document_id = d.id
              left join (select document_id, sum(base_minor) as base, sum(tax_minor) as tax from document_tax where business_id = {0} group by 1) t on t.document_id = d.id
             where d.business_id = {0} and d.state <> 'draft' and (d.net_minor + d.tax_minor <> d.gross_minor or coalesce(l.net, 0) <> d.net_minor or coalesce(t.base, 0) <> d.net_minor or coalesce(t.tax, 0) <> d.tax_minor) limit 20
            """;
    private static final String GAPS = """
            select 'numbers of ' || c.series || ' ' || c.year || ' have a gap' from number_counter c
             where c.business_id = {0} and c.last_number - c.skipped <> (select count(*) from document d where d.business_id = {0} and d.series = c.series and extract(year from d.document_date) = c.year and d.number is not null)
            """;
    private static final String BOOKED = """
            select d.number || ' has no entry' from document d where d.business_id = {0} and d.state <> 'draft' and d.kind in ('invoice', 'credit note', 'cash sale')
               and not exists (select 1 from entry e where e.business_id = d.business_id and e.event in ('invoice issued', 'credit note issued') and e.source_id = d.id) limit 20
            """;
    private final DSLContext db;
    private final Json json;
    private final TermsJson terms;

    DocumentStore(DSLContext db, Json json, TermsJson terms) {
        this.terms = terms;
        this.db = db;
        this.json = json;
    }

    @Override
    public Optional<Document> find(BusinessId business, DocumentId id) {
        return db.selectFrom(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ID.eq(id))
                .and(DOCUMENT.STATE.ne(DocumentState.DRAFT))
                .fetchOptional(this::load);
    }

    @Override
    public Document get(BusinessId business, DocumentId id) {
        return find(business, id).orElseThrow(() -> new NoDataFoundException("no document " + id));
    }

    @Override
    public Optional<Document> findByNumber(BusinessId business, String number) {
        return db.selectFrom(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.NUMBER.eq(number))
                .fetchOptional(this::load);
    }

    @Override
    public Standing standing(BusinessId business, DocumentId id, LocalDate today) {
        return db.select(DOCUMENT_STANDING.STANDS, DOCUMENT_STANDING.OPEN_DUE)
                .from(DOCUMENT_STANDING)
                .where(DOCUMENT_STANDING.BUSINESS_ID.eq(business))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(id))
                .fetchSingle(r -> Standing.of(r.value1(), r.value2(), today));
    }

    @Override
    public Map<DocumentId, String> numbers(BusinessId business, Collection<DocumentId> ids) {
        return db.select(DOCUMENT.ID, DOCUMENT.NUMBER)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DSL.condition("document.id = any({0})", IdArray.of(ids)))
                .fetchMap(DOCUMENT.ID, DOCUMENT.NUMBER);
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, ADD_UP, GAPS, BOOKED);
    }

    @Override
    public Optional<DocumentId> latestOf(BusinessId business, CustomerId customer) {
        return db.select(DOCUMENT.ID)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.CUSTOMER_ID.eq(customer))
                .and(DOCUMENT.KIND.in(DocumentKind.INVOICE, DocumentKind.CASH_SALE))
                .and(DOCUMENT.STATE.eq(DocumentState.ISSUED))
                .orderBy(DOCUMENT.DOCUMENT_DATE.desc(), DOCUMENT.ID.desc())
                .limit(1)
                .fetchOptional(DOCUMENT.ID);
    }

    @Override
    public List<Document> all(BusinessId business, Collection<DocumentId> ids) {
        return load(db.selectFrom(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DSL.condition("document.id = any({0})", IdArray.of(ids)))
                .and(DOCUMENT.STATE.ne(DocumentState.DRAFT))
                .fetch());
    }

    private Document load(DocumentRecord d) {
        return load(List.of(d)).getFirst();
    }

    private List<Document> load(List<DocumentRecord> all) {
        if (all.isEmpty()) return List.of();
        BusinessId business = all.getFirst().getBusinessId();
        var ids = IdArray.of(all.stream().map(DocumentRecord::getId).toList());
        Map<DocumentId, Result<DocumentLineRecord>> lines = db.selectFrom(DOCUMENT_LINE)
                .where(DOCUMENT_LINE.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_line.document_id = any({0})", ids))
                .orderBy(DOCUMENT_LINE.LINE_NO)
                .fetchGroups(DOCUMENT_LINE.DOCUMENT_ID);
        Map<DocumentId, Result<DocumentTaxRecord>> taxes = db.selectFrom(DOCUMENT_TAX)
                .where(DOCUMENT_TAX.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_tax.document_id = any({0})", ids))
                .orderBy(DOCUMENT_TAX.TAX_PERCENT.desc(), DOCUMENT_TAX.TAX_CODE)
                .fetchGroups(DOCUMENT_TAX.DOCUMENT_ID);
        return all.stream()
                .map(d -> load(d, rows(lines.get(d.getId())), rows(taxes.get(d.getId()))))
                .toList();
    }

    private static <R> List<R> rows(List<R> found) {
        return found == null ? List.of() : found;
    }

    private Document load(DocumentRecord d, List<DocumentLineRecord> lineRows, List<DocumentTaxRecord> taxRows) {
        String c = d.getCurrency();
        List<Document.IssuedLine> lines = lineRows.stream()
                .map(l -> new Document.IssuedLine(
                        line(l, c),
                        rate(l, d.getDocumentDate()),
                        Money.ofMinor(c, l.getAmountMinor()),
                        Money.ofMinor(c, l.getNetMinor())))
                .toList();
        List<Document.Tax> taxes = taxRows.stream()
                .map(t -> new Document.Tax(
                        new TaxRate(
                                t.getTaxCode(),
                                t.getTaxCategory(),
                                t.getTaxName(),
                                t.getTaxPercent(),
                                d.getDocumentDate(),
                                null,
                                t.getTaxSource()),
                        Money.ofMinor(c, t.getBaseMinor()),
                        Money.ofMinor(c, t.getTaxMinor())))
                .toList();
        return new Document(
                d.getId(),
                d.getKind(),
                d.getState(),
                d.getNumber(),
                d.getCustomerId(),
                d.getDocumentDate(),
                period(d.getPeriodFrom(), d.getPeriodUntil()),
                new Document.Parties(json.party(d.getSeller()), json.party(d.getBuyer())),
                json.manner(d.getManner()),
                new Document.Amounts(
                        d.getPriceMode(),
                        json.adjustments(d.getAdjustments(), c),
                        Money.ofMinor(c, d.getNetMinor()),
                        Money.ofMinor(c, d.getTaxMinor()),
                        Money.ofMinor(c, d.getGrossMinor()),
                        Money.ofMinor(c, d.getPrepaidMinor())),
                new Document.Texts(
                        d.getTermsPrinted(),
                        orEmpty(d.getTheirReference()),
                        orEmpty(d.getOurReference()),
                        orEmpty(d.getMemo()),
                        orEmpty(d.getFooter())),
                terms.read(d.getTermsRule()),
                new Origin(Origin.Kind.of(d.getOrigin()), d.getOriginId()),
                json.particulars(d.getParticulars()),
                lines,
                taxes);
    }

    /** A line as it is stored, shared with drafts. */
    Line line(DocumentLineRecord l, String currency) {
        if (l.getPrice() == null) return Line.text(l.getDescription());
        return new Line(
                l.getItemId(),
                l.getDescription(),
                l.getQuantity(),
                l.getUnit(),
                new UnitPrice(Currency.getInstance(currency), l.getPrice()),
                json.adjustments(l.getAdjustments(), currency),
                l.getTaxCode(),
                l.getIncomeAccount(),
                l.getTags() == null ? List.of() : List.of(l.getTags()),
                period(l.getPeriodFrom(), l.getPeriodUntil()),
                l.getCreditedLine() == null ? null : l.getCreditedLine().intValue());
    }

    private static TaxRate rate(DocumentLineRecord l, LocalDate date) {
        if (l.getPrice() == null) return null;
        return new TaxRate(
                l.getTaxCode(), l.getTaxCategory(), l.getTaxName(), l.getTaxPercent(), date, null, l.getTaxSource());
    }

    static ServicePeriod period(LocalDate from, LocalDate until) {
        return from == null ? null : new ServicePeriod(from, until);
    }

    static String orEmpty(String text) {
        return text == null ? "" : text;
    }
}
