package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Asks the payer for a document that we were to collect: its page and letters say from now on how it is paid. */
@Component
public class AskPayer {
    private final PrepareDocuments prepare;
    private final IssueStore store;
    private final Audit audit;

    AskPayer(PrepareDocuments prepare, IssueStore store, Audit audit) {
        this.prepare = prepare;
        this.store = store;
        this.audit = audit;
    }

    /** Nothing changes where the payer is asked already, or there is nothing to ask for. */
    @Transactional
    public void ask(BusinessId business, Document document) {
        askAll(business, List.of(document));
    }

    /** The same of several. */
    @Transactional
    public void askAll(BusinessId business, List<Document> documents) {
        List<Document> silent = documents.stream().filter(AskPayer::isToCollect).toList();
        if (silent.isEmpty()) return;
        PrepareDocuments.Desk desk = prepare.desk(business)
                .with(silent.stream().map(Document::customer).distinct().toList());
        Map<DocumentId, Manner> asked = new LinkedHashMap<>();
        silent.forEach(d -> asked.put(d.id(), desk.asked(d)));
        Set<DocumentId> changed = store.setManners(business, silent, asked);
        audit.recordAll(
                business,
                "asked the payer to pay what we were to collect",
                silent.stream()
                        .filter(d -> changed.contains(d.id()))
                        .map(Document::number)
                        .toList());
    }

    private static boolean isToCollect(Document document) {
        return document.kind().isOwed()
                && document.state() == DocumentState.ISSUED
                && document.manner().collected();
    }
}
