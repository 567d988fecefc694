package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.Id;
import exactum.core.problem.Refusal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Prepared documents: kept from a paper, and added to another. Prices follow the catalogue where nobody typed one. */
@Component
public class PreparedDocuments {
    private static final List<String> KEPT = List.of("terms", "mode", "memo", "footer", "adjust");
    private final PreparedStore store;
    private final Audit audit;

    PreparedDocuments(PreparedStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    public List<PreparedDocument> all(BusinessId business) {
        return store.all(business);
    }

    /** Keeps what stands on a paper under a name; whose it is, and when, is left out. */
    @Transactional
    public UUID keep(BusinessId business, String name, Map<String, String> paper) {
        List<String> lines = TypedLines.descriptions(paper);
        if (lines.isEmpty())
            throw new Refusal("prepared.empty", "It needs at least one line. Nothing was saved.").at("text0");
        Map<String, String> fields = TypedLines.fieldsOf(paper);
        for (String field : KEPT) if (!paper.getOrDefault(field, "").isBlank()) fields.put(field, paper.get(field));
        var prepared = new PreparedDocument(Ids.next(), name, fields, Audit.who());
        if (!store.insert(business, prepared))
            throw new Refusal(
                            "prepared.duplicate",
                            "There is a prepared document “%s” already. Nothing was saved.".formatted(name))
                    .at("preparedName");
        audit.record(business, "kept a prepared document", name + ": " + prepared.lines());
        return prepared.id();
    }

    @Transactional
    public void delete(BusinessId business, UUID id) {
        PreparedDocument gone = store.find(business, id).orElseThrow(NotHere::new);
        store.delete(business, id);
        audit.record(business, "deleted a prepared document", gone.name());
    }

    /** Adds the prepared document that the paper's field {@code prepared} names below what stands there, once. */
    public void add(BusinessId business, Map<String, String> paper) {
        String named = paper.remove("prepared");
        if (named == null || named.isBlank()) return;
        PreparedDocument prepared = store.find(business, Id.parse(named)).orElseThrow(NotHere::new);
        boolean empty = TypedLines.descriptions(paper).isEmpty();
        TypedLines.append(paper, new HashMap<>(prepared.fields()));
        for (String field : KEPT) {
            boolean free = empty || paper.getOrDefault(field, "").isBlank();
            if (free && prepared.fields().containsKey(field))
                paper.put(field, prepared.fields().get(field));
        }
    }
}
