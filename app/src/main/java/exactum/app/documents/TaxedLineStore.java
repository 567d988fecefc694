package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_LINE;
import static exactumdb.Tables.DOCUMENT_TAX;

import exactum.app.database.IdArray;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What documents bill, in the database. */
@Component
class TaxedLineStore implements FindTaxedLines {
    private final DSLContext db;

    TaxedLineStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public Map<DocumentId, TaxedLines> of(BusinessId business, Collection<DocumentId> documents) {
        if (documents.isEmpty()) return Map.of();
        Param<UUID[]> ids = IdArray.of(documents);
        Map<DocumentId, Money> gross = db.select(DOCUMENT.ID, DOCUMENT.CURRENCY, DOCUMENT.GROSS_MINOR)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DSL.condition("document.id = any({0})", ids))
                .and(DOCUMENT.STATE.ne(DocumentState.DRAFT))
                .fetchMap(DOCUMENT.ID, r -> Money.ofMinor(r.value2(), r.value3()));
        var lines = db.select(
                        DOCUMENT_LINE.DOCUMENT_ID,
                        DOCUMENT_LINE.DESCRIPTION,
                        DOCUMENT_LINE.QUANTITY,
                        DOCUMENT_LINE.UNIT,
                        DOCUMENT_LINE.TAX_CODE,
                        DOCUMENT_LINE.TAX_PERCENT,
                        DOCUMENT_LINE.NET_MINOR)
                .from(DOCUMENT_LINE)
                .where(DOCUMENT_LINE.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_line.document_id = any({0})", ids))
                .and(DOCUMENT_LINE.PRICE.isNotNull())
                .orderBy(DOCUMENT_LINE.LINE_NO)
                .fetchGroups(DOCUMENT_LINE.DOCUMENT_ID);
        var taxes = db.select(
                        DOCUMENT_TAX.DOCUMENT_ID,
                        DOCUMENT_TAX.TAX_CODE,
                        DOCUMENT_TAX.TAX_PERCENT,
                        DOCUMENT_TAX.BASE_MINOR,
                        DOCUMENT_TAX.TAX_MINOR)
                .from(DOCUMENT_TAX)
                .where(DOCUMENT_TAX.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_tax.document_id = any({0})", ids))
                .orderBy(DOCUMENT_TAX.TAX_PERCENT.desc(), DOCUMENT_TAX.TAX_CODE)
                .fetchGroups(DOCUMENT_TAX.DOCUMENT_ID);
        Map<DocumentId, TaxedLines> found = new HashMap<>();
        gross.forEach((id, amount) -> found.put(
                id,
                new TaxedLines(
                        amount,
                        lines.containsKey(id)
                                ? lines.get(id)
                                        .map(l -> new TaxedLines.Taxed(
                                                l.value2(),
                                                l.value3(),
                                                l.value4(),
                                                new TaxedLines.Rate(l.value5(), l.value6()),
                                                amount.withMinor(l.value7())))
                                : List.of(),
                        taxes.containsKey(id)
                                ? taxes.get(id)
                                        .map(t -> new TaxedLines.Tax(
                                                new TaxedLines.Rate(t.value2(), t.value3()),
                                                amount.withMinor(t.value4()),
                                                amount.withMinor(t.value5())))
                                : List.of())));
        return found;
    }
}
