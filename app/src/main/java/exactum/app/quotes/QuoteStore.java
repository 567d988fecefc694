package exactum.app.quotes;

import static exactumdb.Tables.ACCEPTANCE;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.QUOTE;

import exactum.app.daysheet.Wanted;
import exactum.app.documents.Particulars;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactumdb.tables.records.QuoteRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.springframework.stereotype.Component;

/** Quotes and what became of them in the database. */
@Component
class QuoteStore implements FindQuotes {
    private final DSLContext db;

    QuoteStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, Quote q) {
        db.insertInto(QUOTE)
                .set(QUOTE.BUSINESS_ID, business)
                .set(QUOTE.DOCUMENT_ID, q.document())
                .set(QUOTE.VERSION, (short) q.version())
                .set(QUOTE.REPLACES, q.replaces())
                .set(QUOTE.EXPIRES_ON, q.expiresOn())
                .set(QUOTE.SIGNED, q.signed())
                .set(QUOTE.ASKS, q.asks().words())
                .set(QUOTE.ASKS_MINOR, q.ahead().minor())
                .set(QUOTE.BY_ITSELF, q.byItself())
                .set(QUOTE.STATE, q.state().words())
                .execute();
    }

    @Override
    public Optional<Quote> find(BusinessId business, DocumentId document) {
        return one(business, QUOTE.DOCUMENT_ID.eq(document));
    }

    /** The quote, held until the transaction ends. */
    Optional<Quote> hold(BusinessId business, DocumentId document) {
        db.select(QUOTE.DOCUMENT_ID)
                .from(QUOTE)
                .where(QUOTE.BUSINESS_ID.eq(business))
                .and(QUOTE.DOCUMENT_ID.eq(document))
                .forUpdate()
                .execute();
        return find(business, document);
    }

    @Override
    public Optional<Quote> ofInvoice(BusinessId business, DocumentId invoice) {
        return one(business, QUOTE.INVOICE_ID.eq(invoice));
    }

    @Override
    public Optional<DocumentId> replacedBy(BusinessId business, DocumentId document) {
        return db.select(QUOTE.DOCUMENT_ID)
                .from(QUOTE)
                .where(QUOTE.BUSINESS_ID.eq(business))
                .and(QUOTE.REPLACES.eq(document))
                .fetchOptional(QUOTE.DOCUMENT_ID);
    }

    @Override
    public List<Quote> versions(BusinessId business, Quote quote) {
        var versions = new ArrayList<Quote>();
        Optional<Quote> before = Optional.of(quote);
        while (before.isPresent()) {
            versions.addFirst(before.get());
            before = before.map(Quote::replaces).flatMap(id -> find(business, id));
        }
        Optional<Quote> after = replacedBy(business, quote.document()).flatMap(id -> find(business, id));
        while (after.isPresent()) {
            versions.add(after.get());
            after = replacedBy(business, after.get().document()).flatMap(id -> find(business, id));
        }
        return versions;
    }

    /** Ends it. */
    void close(BusinessId business, DocumentId document, QuoteState state, LocalDate on, String cause) {
        db.update(QUOTE)
                .set(QUOTE.STATE, state.words())
                .set(QUOTE.CLOSED_ON, on)
                .set(QUOTE.CAUSE, cause)
                .where(QUOTE.BUSINESS_ID.eq(business))
                .and(QUOTE.DOCUMENT_ID.eq(document))
                .execute();
    }

    /** Notes what came of it; null for nothing any more. */
    void setInvoice(BusinessId business, DocumentId document, DocumentId invoice) {
        db.update(QUOTE)
                .set(QUOTE.INVOICE_ID, invoice)
                .where(QUOTE.BUSINESS_ID.eq(business))
                .and(QUOTE.DOCUMENT_ID.eq(document))
                .execute();
    }

    void accept(BusinessId business, DocumentId document, Acceptance a) {
        db.insertInto(ACCEPTANCE)
                .set(ACCEPTANCE.BUSINESS_ID, business)
                .set(ACCEPTANCE.DOCUMENT_ID, document)
                .set(ACCEPTANCE.HOW, a.how().stored())
                .set(ACCEPTANCE.NAME, a.name())
                .set(ACCEPTANCE.NOTE, a.note())
                .set(ACCEPTANCE.DRAWING, a.drawing())
                .set(ACCEPTANCE.ACCEPTED_ON, a.on())
                .set(ACCEPTANCE.ACCEPTED_AT, a.at())
                .set(ACCEPTANCE.ADDRESS, a.address())
                .set(ACCEPTANCE.AGENT, a.agent())
                .set(ACCEPTANCE.SHA256, a.sha256())
                .set(ACCEPTANCE.RECORDED_BY, a.by())
                .execute();
    }

    @Override
    public Optional<Acceptance> acceptance(BusinessId business, DocumentId document) {
        return db.selectFrom(ACCEPTANCE)
                .where(ACCEPTANCE.BUSINESS_ID.eq(business))
                .and(ACCEPTANCE.DOCUMENT_ID.eq(document))
                .fetchOptional(r -> new Acceptance(
                        Acceptance.How.of(r.getHow()),
                        r.getName(),
                        r.getNote(),
                        r.getDrawing(),
                        r.getAcceptedOn(),
                        r.getAcceptedAt(),
                        r.getAddress(),
                        r.getAgent(),
                        r.getSha256(),
                        r.getRecordedBy()));
    }

    /** A quote on the day sheet. */
    record Waiting(DocumentId document, String number, String customer, LocalDate since, Money gross) {}

    /** Accepted ones of which no invoice was made. */
    List<Waiting> toInvoice(BusinessId business, Wanted wanted) {
        return db.select(
                        QUOTE.DOCUMENT_ID,
                        DOCUMENT.NUMBER,
                        CUSTOMER.NAME,
                        QUOTE.CLOSED_ON,
                        DOCUMENT.CURRENCY,
                        DOCUMENT.GROSS_MINOR)
                .from(QUOTE)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(QUOTE.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(QUOTE.DOCUMENT_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(DOCUMENT.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(DOCUMENT.CUSTOMER_ID))
                .where(toInvoiceAll(business, wanted))
                .orderBy(DOCUMENT.GROSS_MINOR.desc(), QUOTE.DOCUMENT_ID)
                .limit(wanted.most())
                .fetch(r -> new Waiting(
                        r.value1(), r.value2(), r.value3(), r.value4(), Money.ofMinor(r.value5(), r.value6())));
    }

    int countToInvoice(BusinessId business, Wanted wanted) {
        return db.fetchCount(QUOTE, toInvoiceAll(business, wanted));
    }

    private static Condition toInvoiceAll(BusinessId business, Wanted wanted) {
        return QUOTE.BUSINESS_ID
                .eq(business)
                .and(QUOTE.STATE.eq(QuoteState.ACCEPTED.words()))
                .and(QUOTE.INVOICE_ID.isNull())
                .and(wanted.rows(AcceptedDecisions.KEY, QUOTE.DOCUMENT_ID));
    }

    private Optional<Quote> one(BusinessId business, Condition condition) {
        return db.select(QUOTE.fields())
                .select(DOCUMENT.CURRENCY)
                .from(QUOTE)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(QUOTE.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(QUOTE.DOCUMENT_ID))
                .where(QUOTE.BUSINESS_ID.eq(business))
                .and(condition)
                .fetchOptional(QuoteStore::quote);
    }

    private static Quote quote(Record r) {
        QuoteRecord q = r.into(QUOTE);
        return new Quote(
                q.getDocumentId(),
                q.getVersion(),
                q.getReplaces(),
                q.getExpiresOn(),
                q.getSigned(),
                Arrays.stream(Particulars.Ask.values())
                        .filter(a -> a.words().equals(q.getAsks()))
                        .findFirst()
                        .orElseThrow(),
                Money.ofMinor(r.get(DOCUMENT.CURRENCY), q.getAsksMinor()),
                q.getByItself(),
                QuoteState.of(q.getState()),
                q.getClosedOn(),
                q.getCause(),
                q.getInvoiceId());
    }
}
