package exactum.app.documents;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A new paper that somebody types on and that was not saved yet. */
@Component
class UnsavedPaper {
    private static final String KEY = "[0-9a-f-]{36}";
    private final FormDrafts typed;
    private final Drafts drafts;
    private final FindDocuments documents;
    private final Attachments attachments;

    UnsavedPaper(FormDrafts typed, Drafts drafts, FindDocuments documents, Attachments attachments) {
        this.typed = typed;
        this.drafts = drafts;
        this.documents = documents;
        this.attachments = attachments;
    }

    /** What was typed on it; a last keystroke may have been stored after the paper was saved, and is none of it. */
    Optional<Map<String, String>> find(BusinessId business, String login, String form) {
        return typed.find(business, login, form)
                .filter(f -> id(f).filter(id -> isSaved(business, id)).isEmpty());
    }

    /** Forgets what was typed, with the files that were to go with it. */
    void forget(BusinessId business, String login, String form) {
        find(business, login, form)
                .flatMap(UnsavedPaper::id)
                .ifPresent(id -> attachments.removeAll(business, GoesWith.document(id)));
        typed.drop(business, login, form);
    }

    private static Optional<DocumentId> id(Map<String, String> fields) {
        return Optional.of(fields.getOrDefault("key", ""))
                .filter(k -> k.matches(KEY))
                .map(DocumentId::valueOf);
    }

    private boolean isSaved(BusinessId business, DocumentId id) {
        return drafts.find(business, id).isPresent()
                || documents.find(business, id).isPresent();
    }
}
