package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.NUMBER_COUNTER;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.setup.TermsJson;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.document.TaxGroup;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RunId;
import exactum.core.money.Money;
import exactum.core.terms.Terms;
import exactumdb.tables.records.DocumentLineRecord;
import exactumdb.tables.records.DocumentRecord;
import exactumdb.tables.records.DocumentTaxRecord;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Writes documents as they are issued, and takes their numbers. */
@Component
class IssueStore {
    /** The layout that new documents are frozen with. */
    static final int LAYOUT_VERSION = 1;

    private final DSLContext db;
    private final Json json;
    private final TermsJson terms;

    IssueStore(DSLContext db, Json json, TermsJson terms) {
        this.terms = terms;
        this.db = db;
        this.json = json;
    }

    /**
     * Takes the next numbers of a series and year and answers the first; the counter's row stays locked until the transaction
     * ends, so there is no gap.
     */
    long takeNumbers(BusinessId business, String series, int year, int count) {
        db.insertInto(NUMBER_COUNTER)
                .set(NUMBER_COUNTER.BUSINESS_ID, business)
                .set(NUMBER_COUNTER.SERIES, series)
                .set(NUMBER_COUNTER.YEAR, year)
                .onConflictDoNothing()
                .execute();
        long last = db.update(NUMBER_COUNTER)
                .set(NUMBER_COUNTER.LAST_NUMBER, NUMBER_COUNTER.LAST_NUMBER.plus(count))
                .where(NUMBER_COUNTER.BUSINESS_ID.eq(business))
                .and(NUMBER_COUNTER.SERIES.eq(series))
                .and(NUMBER_COUNTER.YEAR.eq(year))
                .returningResult(NUMBER_COUNTER.LAST_NUMBER)
                .fetchSingle()
                .value1();
        return last - count + 1;
    }

    /** The rows that carry numbers, and then those that were written out before. */
    void insert(
            BusinessId business,
            List<Prepared> documents,
            List<String> numbers,
            RunId run,
            List<CopyRows.Written> written) {
        String who = Audit.who();
        Map<Party, JSONB> sellers = new HashMap<>();
        Map<Terms, JSONB> rules = new HashMap<>();
        var rows = new ArrayList<DocumentRecord>(documents.size());
        for (int i = 0; i < documents.size(); i++) {
            Prepared p = documents.get(i);
            JSONB seller = sellers.computeIfAbsent(p.seller(), json::party);
            JSONB rule = p.terms().rule() == null
                    ? null
                    : rules.computeIfAbsent(p.terms().rule(), terms::of);
            rows.add(row(business, p, numbers.get(i), run, seller, rule).setMadeBy(who));
        }
        CopyRows.into(db, rows);
        written.forEach(w -> w.into(db));
    }

    /** The rows that carry none, ready to be copied in. */
    List<CopyRows.Written> written(BusinessId business, List<Prepared> documents) {
        var lines = new ArrayList<DocumentLineRecord>(documents.size() * 3);
        var taxes = new ArrayList<DocumentTaxRecord>(documents.size() * 2);
        for (Prepared p : documents) {
            List<Line> said = p.draft().content().lines();
            for (int i = 0; i < said.size(); i++) {
                TaxRate rate = p.lines().get(i).rate();
                lines.add(line(business, p.id(), i, said.get(i))
                        .setTaxCode(rate == null ? null : rate.code())
                        .setTaxCategory(rate == null ? null : rate.category())
                        .setTaxName(rate == null ? null : rate.name())
                        .setTaxPercent(rate == null ? null : rate.percent())
                        .setTaxSource(rate == null ? null : rate.source())
                        .setAmountMinor(p.totals().amounts().get(i).minor())
                        .setNetMinor(p.totals().nets().get(i).minor()));
            }
            p.totals().taxGroups().forEach(g -> taxes.add(tax(business, p.id(), g)));
        }
        return List.of(CopyRows.write(lines), CopyRows.write(taxes));
    }

    /** A line without what its document's date adds to it; shared with drafts. */
    DocumentLineRecord line(BusinessId business, DocumentId document, int index, Line l) {
        return new DocumentLineRecord()
                .setBusinessId(business)
                .setDocumentId(document)
                .setLineNo((short) (index + 1))
                .setItemId(l.item())
                .setDescription(l.description())
                .setQuantity(l.quantity())
                .setUnit(l.unit())
                .setPrice(l.price() == null ? null : l.price().amount())
                .setAdjustments(json.adjustments(l.adjustments()))
                .setTaxCode(l.taxCode())
                .setIncomeAccount(l.account())
                .setTags(l.tags().isEmpty() ? null : l.tags().toArray(String[]::new))
                .setPeriodFrom(l.period() == null ? null : l.period().from())
                .setPeriodUntil(l.period() == null ? null : l.period().until())
                .setCreditedLine(l.credits() == null ? null : l.credits().shortValue());
    }

    /** Says how issued documents are paid where nobody said otherwise meanwhile; answers of which that was so. */
    Set<DocumentId> setManners(BusinessId business, List<Document> documents, Map<DocumentId, Manner> manners) {
        return Set.copyOf(db.resultQuery(
                        """
                        update document d set manner = v.becomes from unnest({0}, {1}, {2}) as v(id, was, becomes)
                        where d.business_id = {3} and d.id = v.id and d.manner = v.was returning d.id
                        """,
                        IdArray.of(documents.stream().map(Document::id).toList()),
                        DSL.val(documents.stream()
                                .map(d -> json.manner(d.manner()))
                                .toArray(JSONB[]::new)),
                        DSL.val(documents.stream()
                                .map(d -> json.manner(manners.get(d.id())))
                                .toArray(JSONB[]::new)),
                        DSL.inline(business.value()))
                .fetch(r -> new DocumentId(r.get("id", UUID.class))));
    }

    void setPrepaid(BusinessId business, DocumentId document, Money prepaid) {
        db.update(DOCUMENT)
                .set(DOCUMENT.PREPAID_MINOR, prepaid.minor())
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ID.eq(document))
                .execute();
    }

    /** Marks a document void; false if it is not issued. */
    boolean markVoid(BusinessId business, DocumentId document) {
        return db.update(DOCUMENT)
                        .set(DOCUMENT.STATE, DocumentState.VOID)
                        .where(DOCUMENT.BUSINESS_ID.eq(business))
                        .and(DOCUMENT.ID.eq(document))
                        .and(DOCUMENT.STATE.eq(DocumentState.ISSUED))
                        .execute()
                == 1;
    }

    private DocumentRecord row(BusinessId business, Prepared p, String number, RunId run, JSONB seller, JSONB rule) {
        Draft d = p.draft();
        Draft.Wording wording = d.content().wording();
        return new DocumentRecord()
                .setBusinessId(business)
                .setId(p.id())
                .setKind(d.kind())
                .setState(DocumentState.ISSUED)
                .setSeries(p.series().name())
                .setNumber(number)
                .setCustomerId(d.customer())
                .setDocumentDate(d.date())
                .setCurrency(d.content().currency().getCurrencyCode())
                .setPriceMode(d.content().mode())
                .setNetMinor(p.totals().net().minor())
                .setTaxMinor(p.totals().tax().minor())
                .setGrossMinor(p.totals().gross().minor())
                .setOwnGrossMinor(p.worth().own().minor())
                .setRate(p.rate().from().equals(p.rate().to()) ? null : p.rate().perUnit())
                .setRateSource(
                        p.rate().from().equals(p.rate().to()) ? null : p.rate().source())
                .setAdjustments(json.adjustments(d.content().adjustments()))
                .setTermsId(d.terms())
                .setTermsRule(rule)
                .setTermsPrinted(p.terms().printed())
                .setCountsWhole(p.terms().countsWhole())
                .setSeller(seller)
                .setBuyer(json.party(p.buyer()))
                .setManner(json.manner(p.manner()))
                .setLayoutVersion(LAYOUT_VERSION)
                .setPeriodFrom(
                        d.content().period() == null
                                ? null
                                : d.content().period().from())
                .setPeriodUntil(
                        d.content().period() == null
                                ? null
                                : d.content().period().until())
                .setTheirReference(emptyToNull(wording.theirReference()))
                .setOurReference(emptyToNull(wording.ourReference()))
                .setMemo(emptyToNull(wording.memo()))
                .setFooter(emptyToNull(wording.footer()))
                .setParticulars(json.particulars(d.particulars()))
                .setOrigin(d.origin().kind().words())
                .setOriginId(d.origin().id())
                .setRunId(run)
                .setUseCredit(d.useCredit())
                .setSearch(Printed.on(
                        number,
                        p.buyer().name(),
                        p.customerCode(),
                        d,
                        p.totals().gross()));
    }

    private static DocumentTaxRecord tax(BusinessId business, DocumentId document, TaxGroup g) {
        return new DocumentTaxRecord()
                .setBusinessId(business)
                .setDocumentId(document)
                .setTaxCode(g.rate().code())
                .setTaxCategory(g.rate().category())
                .setTaxName(g.rate().name())
                .setTaxPercent(g.rate().percent())
                .setTaxSource(g.rate().source())
                .setBaseMinor(g.base().minor())
                .setTaxMinor(g.tax().minor());
    }

    static String emptyToNull(String text) {
        return text.isEmpty() ? null : text;
    }
}
