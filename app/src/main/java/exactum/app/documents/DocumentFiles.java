package exactum.app.documents;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.customers.Delivery;
import exactum.app.messages.Letter;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** The files that a document goes with by e-mail: its PDF, its e-invoice, and what was attached to it, as its delivery says. */
@Component
public class DocumentFiles {
    private final Attachments attachments;
    private final DocumentPdfs pdfs;
    private final EInvoices eInvoices;
    private final LookAt lookAt;

    DocumentFiles(Attachments attachments, DocumentPdfs pdfs, EInvoices eInvoices, LookAt lookAt) {
        this.attachments = attachments;
        this.pdfs = pdfs;
        this.eInvoices = eInvoices;
        this.lookAt = lookAt;
    }

    /** Those of an issued document. */
    public List<Letter.Attachment> of(BusinessId business, Document issued) {
        return of(business, lookAt.issued(business, issued));
    }

    /** What says so of some issued documents, with what is there already read at once. */
    Function<Looked, List<Letter.Attachment>> writing(BusinessId business, List<DocumentId> documents) {
        var ready = new Ready(pdfs.made(business, documents), attachments.documentsWithAny(business, documents));
        return looked -> of(business, looked, ready);
    }

    /** Papers that were made before, and which documents files go with. */
    private record Ready(Map<DocumentId, byte[]> papers, Set<DocumentId> withFiles) {}

    /** Those of a document as it is looked at; a draft has no e-invoice yet. */
    List<Letter.Attachment> of(BusinessId business, Looked looked) {
        DocumentId id = looked.document().id();
        return of(business, looked, new Ready(Map.of(), Set.of(id)));
    }

    private List<Letter.Attachment> of(BusinessId business, Looked looked, Ready ready) {
        Document document = looked.document();
        boolean draft = document.state() == DocumentState.DRAFT;
        String name = draft ? "draft" : document.number();
        Delivery delivery = document.manner().delivery();
        var attached = new ArrayList<Letter.Attachment>();
        boolean forPrograms = delivery.isForPrograms() && !draft && document.kind() != DocumentKind.QUOTE;
        if (delivery != Delivery.LINK || document.kind() == DocumentKind.CREDIT_NOTE)
            attached.add(new Letter.Attachment(
                    name + ".pdf",
                    "application/pdf",
                    draft
                            ? pdfs.ofDraft(business, looked)
                            : forPrograms && delivery == Delivery.HYBRID
                                    ? pdfs.hybrid(business, document)
                                    : paper(business, document, ready),
                    !draft));
        if (forPrograms && delivery != Delivery.HYBRID)
            attached.add(new Letter.Attachment(
                    name + ".xml",
                    "application/xml",
                    delivery == Delivery.E_INVOICE
                            ? eInvoices.of(business, document)
                            : eInvoices.crossIndustry(business, document)));
        if (ready.withFiles().contains(document.id())) attached.addAll(kept(business, document));
        return attached;
    }

    private byte[] paper(BusinessId business, Document document, Ready ready) {
        byte[] made = ready.papers().get(document.id());
        return made == null ? pdfs.of(business, document) : made;
    }

    private List<Letter.Attachment> kept(BusinessId business, Document document) {
        var attached = new ArrayList<Letter.Attachment>();
        for (Attachments.Attached file : attachments.of(business, GoesWith.document(document.id())))
            attached.add(new Letter.Attachment(
                    file.name(),
                    file.type(),
                    attachments
                            .content(business, GoesWith.document(document.id()), file.id())
                            .orElseThrow()));
        return attached;
    }
}
