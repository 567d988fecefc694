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
import java.util.stream.Collectors;
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
    Function<Looked, List<Letter.Attachment>> writing(BusinessId business, List<Document> documents) {
        Map<Boolean, List<DocumentId>> byHybrid = documents.stream()
                .collect(Collectors.partitioningBy(
                        DocumentFiles::isHybrid, Collectors.mapping(Document::id, Collectors.toList())));
        var ready = new Ready(
                pdfs.papers(business, byHybrid.get(false)),
                pdfs.hybrids(business, byHybrid.get(true)),
                attachments.documentsWithAny(
                        business, documents.stream().map(Document::id).toList()));
        return looked -> of(business, looked, ready);
    }

    private static boolean isForPrograms(Document d) {
        return d.manner().delivery().isForPrograms()
                && d.state() != DocumentState.DRAFT
                && d.kind() != DocumentKind.QUOTE;
    }

    private static boolean isHybrid(Document d) {
        return isForPrograms(d) && d.manner().delivery() == Delivery.HYBRID;
    }

    /** What gives the papers, and which documents files go with. */
    private record Ready(Function<Looked, byte[]> paper, Function<Looked, byte[]> hybrid, Set<DocumentId> withFiles) {}

    /** Those of a document as it is looked at; a draft has no e-invoice yet. */
    List<Letter.Attachment> of(BusinessId business, Looked looked) {
        Document d = looked.document();
        boolean draft = d.state() == DocumentState.DRAFT;
        var ready = new Ready(
                l -> draft ? pdfs.ofDraft(business, l) : pdfs.of(business, l),
                l -> pdfs.hybrid(business, d),
                Set.of(d.id()));
        return of(business, looked, ready);
    }

    private List<Letter.Attachment> of(BusinessId business, Looked looked, Ready ready) {
        Document document = looked.document();
        boolean draft = document.state() == DocumentState.DRAFT;
        String name = draft ? "draft" : document.number();
        Delivery delivery = document.manner().delivery();
        var attached = new ArrayList<Letter.Attachment>();
        boolean hybrid = isHybrid(document);
        if (delivery != Delivery.LINK || document.kind() == DocumentKind.CREDIT_NOTE)
            attached.add(new Letter.Attachment(
                    name + ".pdf", "application/pdf", (hybrid ? ready.hybrid() : ready.paper()).apply(looked), !draft));
        if (isForPrograms(document) && !hybrid)
            attached.add(new Letter.Attachment(
                    name + ".xml",
                    "application/xml",
                    delivery == Delivery.E_INVOICE
                            ? eInvoices.of(business, document)
                            : eInvoices.crossIndustry(business, document)));
        if (ready.withFiles().contains(document.id())) attached.addAll(kept(business, document));
        return attached;
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
