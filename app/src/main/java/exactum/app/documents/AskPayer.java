package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
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
        boolean asks = document.kind().isOwed() && document.state() == DocumentState.ISSUED;
        if (!asks || !document.manner().collected()) return;
        Manner asked = prepare.desk(business).asked(document);
        if (store.setManner(business, document, asked))
            audit.record(business, "asked the payer to pay what we were to collect", document.number());
    }
}
