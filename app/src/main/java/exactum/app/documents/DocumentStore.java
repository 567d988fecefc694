package exactum.app.documents;

import static exactumdb.Tables.APPROVAL;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_LINE;
import static exactumdb.Tables.DOCUMENT_STANDING;
import static exactumdb.Tables.DOCUMENT_TAX;

import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
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
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactumdb.tables.records.DocumentLineRecord;
import exactumdb.tables.records.DocumentRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.CaseConditionStep;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.Record4;
import org.jooq.Record5;
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
            select d.number || ' has no entry' from document d where d.business_id = {0} and d.state <> 'draft' and d.kind in ('invoice', 'credit note')
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
        return db.select(DOCUMENT.STATE)
                .select(DOCUMENT_STANDING.fields())
                .from(DOCUMENT)
                .join(DOCUMENT_STANDING)
                .on(DOCUMENT_STANDING.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(DOCUMENT.ID))
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ID.eq(id))
                .fetchSingle(r -> Standing.of(r.get(DOCUMENT.STATE), claims(r), today));
    }

    @Override
    public List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice) {
        return list(business, wanted(filter, today), today, slice);
    }

    @Override
    public List<Listed> ofCustomer(BusinessId business, CustomerId customer, LocalDate today, int most) {
        return list(business, DOCUMENT.CUSTOMER_ID.eq(customer), today, Slice.first(most));
    }

    @Override
    public List<Listed> ofRecurring(BusinessId business, RecurringId recurring, LocalDate today, int most) {
        return list(business, DOCUMENT.ORIGIN_ID.eq(recurring.value()), today, Slice.first(most));
    }

    @Override
    public Set<Integer> numberKeyLengths(BusinessId business) {
        return new HashSet<>(db.fetch(
                        "select distinct length(lower(replace(number, '-', ''))) from document where business_id = {0} and number is not null",
                        DSL.inline(business.value()))
                .map(r -> r.get(0, Integer.class)));
    }

    @Override
    public List<Listed> settledByNumberKey(BusinessId business, Collection<String> keys, LocalDate today) {
        if (keys.isEmpty()) return List.of();
        return list(
                        business,
                        DSL.condition(
                                "lower(replace(document.number, '-', '')) = any({0})",
                                DSL.val(keys.toArray(String[]::new))),
                        today,
                        Slice.first(Integer.MAX_VALUE))
                .stream()
                .filter(d -> d.open().isZero() && d.kind() == DocumentKind.INVOICE)
                .toList();
    }

    @Override
    public Totals totals(BusinessId business, Filter filter, LocalDate today) {
        return totals(business, wanted(filter, today));
    }

    @Override
    public Totals totalsOfCustomer(BusinessId business, CustomerId customer, LocalDate today) {
        return totals(business, DOCUMENT.CUSTOMER_ID.eq(customer).and(DOCUMENT.STATE.eq(DocumentState.ISSUED)));
    }

    @Override
    public List<Listed> drafts(BusinessId business, Wanted wanted) {
        return list(business, draft(wanted), wanted.today(), Slice.first(wanted.most()));
    }

    @Override
    public int countDrafts(BusinessId business, Wanted wanted) {
        return db.fetchCount(DOCUMENT, DOCUMENT.BUSINESS_ID.eq(business), draft(wanted));
    }

    @Override
    public Totals draftTotals(BusinessId business, Wanted wanted) {
        return totals(business, draft(wanted));
    }

    private static Condition draft(Wanted wanted) {
        return in(Standing.DRAFT, wanted.today())
                .and(DOCUMENT.ORIGIN.ne(Origin.Kind.RECURRING.words()))
                .and(wanted.rows(DraftDecisions.KEY, DOCUMENT.ID))
                .andNotExists(DSL.selectOne()
                        .from(APPROVAL)
                        .where(APPROVAL.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                        .and(APPROVAL.SUBJECT.eq(DOCUMENT.ID.coerce(UUID.class)))
                        .and(APPROVAL.STATE.eq("asked")));
    }

    private Totals totals(BusinessId business, Condition wanted) {
        var rows = db.select(
                        DOCUMENT.CURRENCY,
                        DSL.count(),
                        DSL.sum(DOCUMENT.GROSS_MINOR),
                        DSL.sum(DOCUMENT_STANDING.OPEN_MINOR))
                .from(DOCUMENT)
                .join(DOCUMENT_STANDING)
                .on(DOCUMENT_STANDING.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(DOCUMENT.ID))
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(wanted)
                .groupBy(DOCUMENT.CURRENCY)
                .orderBy(DOCUMENT.CURRENCY)
                .fetch();
        return new Totals(
                rows.stream().mapToInt(Record4::value2).sum(),
                rows.map(r -> money(r.value1(), r.value3())),
                rows.map(r -> money(r.value1(), r.value4())).stream()
                        .filter(Money::isPositive)
                        .toList());
    }

    /** Each document is looked at once; what is paid is what is neither open nor anything else. */
    @Override
    public List<Count> counts(BusinessId business, LocalDate today) {
        Field<String> standing = standing(today);
        var found = db.select(
                        standing,
                        DOCUMENT.CURRENCY,
                        DSL.count(),
                        DSL.sum(DOCUMENT_STANDING.OPEN_MINOR),
                        DSL.sum(DOCUMENT.GROSS_MINOR))
                .from(DOCUMENT)
                .join(DOCUMENT_STANDING)
                .on(DOCUMENT_STANDING.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(DOCUMENT.ID))
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .groupBy(standing, DOCUMENT.CURRENCY)
                .orderBy(DOCUMENT.CURRENCY)
                .fetchGroups(standing);
        return Stream.of(Standing.values())
                .map(one -> {
                    var rows = Optional.ofNullable(found.get(one.name()));
                    return new Count(
                            one,
                            rows.stream()
                                    .flatMap(List::stream)
                                    .mapToInt(Record5::value3)
                                    .sum(),
                            rows.stream()
                                    .flatMap(List::stream)
                                    .map(r -> money(r.value2(), r.value5()))
                                    .toList(),
                            rows.stream()
                                    .flatMap(List::stream)
                                    .map(r -> money(r.value2(), r.value4()))
                                    .filter(Money::isPositive)
                                    .toList());
                })
                .toList();
    }

    /** How a document stands, by the name of its {@link Standing}. */
    private static Field<String> standing(LocalDate today) {
        CaseConditionStep<String> standing = null;
        for (Standing one : Standing.values()) {
            Field<String> name = DSL.inline(one.name());
            standing = standing == null ? DSL.when(in(one, today), name) : standing.when(in(one, today), name);
        }
        return standing.as("standing");
    }

    @Override
    public Map<DocumentId, String> numbers(BusinessId business, Collection<DocumentId> ids) {
        return db.select(DOCUMENT.ID, DOCUMENT.NUMBER)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DSL.condition(
                        "document.id = any({0})",
                        DSL.val(ids.stream().map(DocumentId::value).toArray(UUID[]::new))))
                .fetchMap(DOCUMENT.ID, DOCUMENT.NUMBER);
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, ADD_UP, GAPS, BOOKED);
    }

    private List<Listed> list(BusinessId business, Condition condition, LocalDate today, Slice slice) {
        return db.select(
                        DOCUMENT.ID,
                        DOCUMENT.KIND,
                        DOCUMENT.STATE,
                        DOCUMENT.NUMBER,
                        DOCUMENT.CUSTOMER_ID,
                        CUSTOMER.NAME,
                        DOCUMENT.DOCUMENT_DATE,
                        DOCUMENT.CURRENCY,
                        DOCUMENT.GROSS_MINOR)
                .select(DOCUMENT_STANDING.fields())
                .from(DOCUMENT)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(DOCUMENT.CUSTOMER_ID))
                .join(DOCUMENT_STANDING)
                .on(DOCUMENT_STANDING.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(DOCUMENT_STANDING.DOCUMENT_ID.eq(DOCUMENT.ID))
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(DOCUMENT.DOCUMENT_DATE.desc(), DOCUMENT.NUMBER.desc().nullsFirst(), DOCUMENT.ID.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> listed(r, today));
    }

    private static Listed listed(Record r, LocalDate today) {
        LocalDate openDue = r.get(DOCUMENT_STANDING.OPEN_DUE);
        return new Listed(
                r.get(DOCUMENT.ID),
                r.get(DOCUMENT.KIND),
                r.get(DOCUMENT.NUMBER),
                r.get(DOCUMENT.CUSTOMER_ID),
                r.get(CUSTOMER.NAME),
                r.get(DOCUMENT.DOCUMENT_DATE),
                openDue != null ? openDue : r.get(DOCUMENT_STANDING.LAST_DUE),
                Money.ofMinor(r.get(DOCUMENT.CURRENCY), r.get(DOCUMENT.GROSS_MINOR)),
                money(r.get(DOCUMENT.CURRENCY), r.get(DOCUMENT_STANDING.OPEN_MINOR)),
                Standing.of(r.get(DOCUMENT.STATE), claims(r), today));
    }

    private static Standing.Claims claims(Record r) {
        return new Standing.Claims(
                r.get(DOCUMENT_STANDING.OPEN_MINOR).longValueExact(),
                r.get(DOCUMENT_STANDING.SETTLED_MINOR).longValueExact(),
                r.get(DOCUMENT_STANDING.OPEN_DUE),
                r.get(DOCUMENT_STANDING.NOT_AT_BANK),
                r.get(DOCUMENT_STANDING.CREDITED));
    }

    private static Condition wanted(Filter filter, LocalDate today) {
        Condition all = SearchWords.in(DOCUMENT.SEARCH, filter.words());
        if (filter.standing() != null) all = all.and(in(filter.standing(), today));
        if (filter.due() == null) return all;
        return all.and(DSL.exists(DSL.selectOne()
                .from("claim c")
                .where(DSL.condition(
                        "c.business_id = document.business_id and c.document_id = document.id and c.left_minor > 0 and c.due_date = {0}",
                        DSL.val(filter.due())))));
    }

    /** The condition that says the same as {@link Standing#of}. */
    private static Condition in(Standing standing, LocalDate today) {
        Condition issued = DOCUMENT.STATE.eq(DSL.inline(DocumentState.ISSUED));
        Condition open = issued.and(DOCUMENT_STANDING.OPEN_MINOR.gt(BigDecimal.ZERO));
        Condition settled = issued.and(DOCUMENT_STANDING.OPEN_MINOR.eq(BigDecimal.ZERO));
        Field<LocalDate> due = DOCUMENT_STANDING.OPEN_DUE;
        Condition some = DOCUMENT_STANDING.SETTLED_MINOR.gt(BigDecimal.ZERO);
        return switch (standing) {
            case DRAFT -> DOCUMENT.STATE.eq(DSL.inline(DocumentState.DRAFT));
            case VOID -> DOCUMENT.STATE.eq(DSL.inline(DocumentState.VOID));
            case OVERDUE -> open.and(due.lt(today));
            case PART_PAID -> open.and(due.ge(today)).and(some);
            case ISSUED -> open.and(due.ge(today)).andNot(some);
            case CREDITED -> settled.and(DOCUMENT_STANDING.CREDITED);
            case NOT_AT_BANK -> settled.andNot(DOCUMENT_STANDING.CREDITED).and(DOCUMENT_STANDING.NOT_AT_BANK);
            case PAID -> settled.andNot(DOCUMENT_STANDING.CREDITED).andNot(DOCUMENT_STANDING.NOT_AT_BANK);
        };
    }

    private Document load(DocumentRecord d) {
        String c = d.getCurrency();
        var lines = db.selectFrom(DOCUMENT_LINE)
                .where(DOCUMENT_LINE.BUSINESS_ID.eq(d.getBusinessId()))
                .and(DOCUMENT_LINE.DOCUMENT_ID.eq(d.getId()))
                .orderBy(DOCUMENT_LINE.LINE_NO)
                .fetch(l -> new Document.IssuedLine(
                        line(l, c),
                        rate(l, d.getDocumentDate()),
                        Money.ofMinor(c, l.getAmountMinor()),
                        Money.ofMinor(c, l.getNetMinor())));
        var taxes = db.selectFrom(DOCUMENT_TAX)
                .where(DOCUMENT_TAX.BUSINESS_ID.eq(d.getBusinessId()))
                .and(DOCUMENT_TAX.DOCUMENT_ID.eq(d.getId()))
                .orderBy(DOCUMENT_TAX.TAX_PERCENT.desc(), DOCUMENT_TAX.TAX_CODE)
                .fetch(t -> new Document.Tax(
                        new TaxRate(
                                t.getTaxCode(),
                                t.getTaxCategory(),
                                t.getTaxName(),
                                t.getTaxPercent(),
                                d.getDocumentDate(),
                                null,
                                t.getTaxSource()),
                        Money.ofMinor(c, t.getBaseMinor()),
                        Money.ofMinor(c, t.getTaxMinor())));
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
                        orEmpty(d.getMemo())),
                terms.read(d.getTermsRule()),
                new Origin(Origin.Kind.of(d.getOrigin()), d.getOriginId()),
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
                period(l.getPeriodFrom(), l.getPeriodUntil()));
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

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
