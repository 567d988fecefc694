package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_LINE;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.setup.TermsJson;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.document.Totals;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import exactumdb.tables.records.DocumentRecord;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Stored drafts in the database: documents without a number. */
@Component
class DraftStore {
    private final DSLContext db;
    private final Json json;
    private final DocumentStore documents;
    private final IssueStore issue;
    private final TermsJson terms;

    DraftStore(DSLContext db, Json json, DocumentStore documents, IssueStore issue, TermsJson terms) {
        this.terms = terms;
        this.db = db;
        this.json = json;
        this.documents = documents;
        this.issue = issue;
    }

    Optional<Draft> find(BusinessId business, DocumentId id) {
        return db.selectFrom(DOCUMENT).where(draft(business, id)).fetchOptional(this::load);
    }

    /** Inserts it; false if there is a document with its id. */
    boolean insert(BusinessId business, Draft draft, Prepared prepared) {
        int inserted = db.insertInto(DOCUMENT)
                .set(row(draft, prepared)
                        .setBusinessId(business)
                        .setId(draft.id())
                        .setMadeBy(Audit.who()))
                .onConflict(DOCUMENT.BUSINESS_ID, DOCUMENT.ID)
                .doNothing()
                .execute();
        if (inserted == 0) return false;
        insertLines(business, draft);
        return true;
    }

    /** Replaces the revision that was seen; false if somebody was first. */
    boolean update(BusinessId business, Draft draft, Prepared prepared) {
        int updated = db.update(DOCUMENT)
                .set(row(draft, prepared).setRevision(draft.revision() + 1))
                .where(draft(business, draft.id()))
                .and(DOCUMENT.REVISION.eq(draft.revision()))
                .execute();
        if (updated == 0) return false;
        deleteLines(business, List.of(draft.id()));
        insertLines(business, draft);
        return true;
    }

    /** Deletes a draft; false if it is none any more. */
    boolean delete(BusinessId business, DocumentId id) {
        boolean there = db.fetchExists(DOCUMENT, draft(business, id));
        if (!there) return false;
        deleteLines(business, List.of(id));
        return db.deleteFrom(DOCUMENT).where(draft(business, id)).execute() == 1;
    }

    /**
     * Takes the stored drafts out of which documents are issued just now, under the same ids.
     *
     * @throws Refusal if one was changed or issued since it was read
     */
    void deleteStored(BusinessId business, List<Prepared> prepared) {
        for (Prepared p : prepared) {
            if (p.draft().revision() == 0) continue;
            int locked = db.select(DOCUMENT.ID)
                    .from(DOCUMENT)
                    .where(draft(business, p.id()))
                    .and(DOCUMENT.REVISION.eq(p.draft().revision()))
                    .forUpdate()
                    .execute();
            if (locked != 1) {
                throw new Refusal(
                        "draft.changed",
                        "Somebody changed or issued this draft meanwhile. Nothing was issued. Open it again to look.");
            }
            delete(business, p.id());
        }
    }

    private static Condition draft(BusinessId business, DocumentId id) {
        return DOCUMENT.BUSINESS_ID.eq(business).and(DOCUMENT.ID.eq(id)).and(DOCUMENT.STATE.eq(DocumentState.DRAFT));
    }

    private void insertLines(BusinessId business, Draft draft) {
        List<Line> lines = draft.content().lines();
        CopyRows.into(
                db,
                IntStream.range(0, lines.size())
                        .mapToObj(i -> issue.line(business, draft.id(), i, lines.get(i))
                                .setAmountMinor(0L)
                                .setNetMinor(0L))
                        .toList());
    }

    private void deleteLines(BusinessId business, Collection<DocumentId> ids) {
        db.deleteFrom(DOCUMENT_LINE)
                .where(DOCUMENT_LINE.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_id = any({0})", IdArray.of(ids)))
                .execute();
    }

    private DocumentRecord row(Draft d, Prepared prepared) {
        Draft.Content c = d.content();
        Totals totals = prepared.totals();
        return new DocumentRecord()
                .setKind(d.kind())
                .setState(DocumentState.DRAFT)
                .setCustomerId(d.customer())
                .setDocumentDate(d.date())
                .setCurrency(c.currency().getCurrencyCode())
                .setPriceMode(c.mode())
                .setNetMinor(totals.net().minor())
                .setTaxMinor(totals.tax().minor())
                .setGrossMinor(totals.gross().minor())
                .setOwnGrossMinor(0L)
                .setAdjustments(json.adjustments(c.adjustments()))
                .setTermsId(d.terms())
                .setTermsRule(terms.of(d.own()))
                .setSending(json.sending(c.sending()))
                .setTermsPrinted("")
                .setPeriodFrom(c.period() == null ? null : c.period().from())
                .setPeriodUntil(c.period() == null ? null : c.period().until())
                .setTheirReference(IssueStore.emptyToNull(c.wording().theirReference()))
                .setOurReference(IssueStore.emptyToNull(c.wording().ourReference()))
                .setMemo(IssueStore.emptyToNull(c.wording().memo()))
                .setFooter(IssueStore.emptyToNull(c.wording().footer()))
                .setParticulars(json.particulars(d.particulars()))
                .setOrigin(d.origin().kind().words())
                .setOriginId(d.origin().id())
                .setUseCredit(d.useCredit())
                .setSearch(Printed.on("draft", prepared.buyer().name(), prepared.customerCode(), d, totals.gross()));
    }

    private Draft load(DocumentRecord d) {
        List<Line> lines = db.selectFrom(DOCUMENT_LINE)
                .where(DOCUMENT_LINE.BUSINESS_ID.eq(d.getBusinessId()))
                .and(DOCUMENT_LINE.DOCUMENT_ID.eq(d.getId()))
                .orderBy(DOCUMENT_LINE.LINE_NO)
                .fetch(l -> documents.line(l, d.getCurrency()));
        return new Draft(
                d.getId(),
                d.getKind(),
                d.getCustomerId(),
                d.getDocumentDate(),
                new Draft.Content(
                        Currency.getInstance(d.getCurrency()),
                        d.getPriceMode(),
                        lines,
                        json.adjustments(d.getAdjustments(), d.getCurrency()),
                        DocumentStore.period(d.getPeriodFrom(), d.getPeriodUntil()),
                        new Draft.Wording(
                                DocumentStore.orEmpty(d.getTheirReference()),
                                DocumentStore.orEmpty(d.getOurReference()),
                                DocumentStore.orEmpty(d.getMemo()),
                                DocumentStore.orEmpty(d.getFooter())),
                        json.sending(d.getSending())),
                d.getTermsId(),
                terms.read(d.getTermsRule()),
                new Origin(Origin.Kind.of(d.getOrigin()), d.getOriginId()),
                d.getUseCredit(),
                d.getRevision(),
                json.particulars(d.getParticulars()));
    }
}
