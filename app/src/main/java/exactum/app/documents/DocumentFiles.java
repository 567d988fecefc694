package exactum.app.documents;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.customers.Delivery;
import exactum.app.messages.Letter;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import java.util.ArrayList;
import java.util.List;
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

    /** Those of a document as it is looked at; a draft has no e-invoice yet. */
    List<Letter.Attachment> of(BusinessId business, Looked looked) {
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
                                    : pdfs.of(business, document)));
        if (forPrograms && delivery != Delivery.HYBRID)
            attached.add(new Letter.Attachment(
                    name + ".xml",
                    "application/xml",
                    delivery == Delivery.E_INVOICE
                            ? eInvoices.of(business, document)
                            : eInvoices.crossIndustry(business, document)));
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
