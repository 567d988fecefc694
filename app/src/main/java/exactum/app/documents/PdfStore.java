package exactum.app.documents;

import static exactumdb.Tables.DOCUMENT_PDF;

import exactum.app.database.Digest;
import exactum.app.database.IdArray;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The bytes of PDFs that were made. */
@Component
class PdfStore {
    private final DSLContext db;

    PdfStore(DSLContext db) {
        this.db = db;
    }

    /** What a PDF carries. */
    enum Form {
        PLAIN,
        /** The e-invoice within. */
        HYBRID;

        private String stored() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    Optional<byte[]> find(BusinessId business, DocumentId document, Form form) {
        return db.select(DOCUMENT_PDF.CONTENT)
                .from(DOCUMENT_PDF)
                .where(DOCUMENT_PDF.BUSINESS_ID.eq(business))
                .and(DOCUMENT_PDF.DOCUMENT_ID.eq(document))
                .and(DOCUMENT_PDF.FORM.eq(form.stored()))
                .fetchOptional(DOCUMENT_PDF.CONTENT);
    }

    /** Those of documents that are kept. */
    Map<DocumentId, byte[]> all(BusinessId business, Collection<DocumentId> documents, Form form) {
        if (documents.isEmpty()) return Map.of();
        return db.select(DOCUMENT_PDF.DOCUMENT_ID, DOCUMENT_PDF.CONTENT)
                .from(DOCUMENT_PDF)
                .where(DOCUMENT_PDF.BUSINESS_ID.eq(business))
                .and(DSL.condition("document_pdf.document_id = any({0})", IdArray.of(documents)))
                .and(DOCUMENT_PDF.FORM.eq(form.stored()))
                .fetchMap(DOCUMENT_PDF.DOCUMENT_ID, DOCUMENT_PDF.CONTENT);
    }

    /** Keeps the first that was made; false where one is kept already. */
    boolean keep(BusinessId business, DocumentId document, Form form, byte[] made) {
        return db.insertInto(DOCUMENT_PDF)
                        .set(DOCUMENT_PDF.BUSINESS_ID, business)
                        .set(DOCUMENT_PDF.DOCUMENT_ID, document)
                        .set(DOCUMENT_PDF.FORM, form.stored())
                        .set(DOCUMENT_PDF.SHA256, Digest.sha256(made))
                        .set(DOCUMENT_PDF.CONTENT, made)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }
}
