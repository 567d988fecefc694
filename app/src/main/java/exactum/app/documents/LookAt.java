package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindClaims;
import exactum.core.calendar.Clearing;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Documents as they are looked at: issued ones, and drafts as they would be. */
@Component
public class LookAt {
    private final FindDocuments documents;
    private final FindBusinesses businesses;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final FormDrafts typed;
    private final Drafts drafts;
    private final DraftPaper paper;

    LookAt(
            FindDocuments documents,
            FindBusinesses businesses,
            FindClaims claims,
            PaymentLinks links,
            FormDrafts typed,
            Drafts drafts,
            DraftPaper paper) {
        this.documents = documents;
        this.businesses = businesses;
        this.claims = claims;
        this.links = links;
        this.typed = typed;
        this.drafts = drafts;
        this.paper = paper;
    }

    /** An issued document with the address of its page. */
    public Looked issued(BusinessId business, Document d) {
        String address = d.kind() == DocumentKind.CREDIT_NOTE ? "" : links.address(links.ofDocument(business, d.id()));
        return new Looked(d, parts(business, d), address, credited(business, d.origin()));
    }

    /** Several at once. */
    public Map<DocumentId, Looked> issued(BusinessId business, List<Document> all) {
        Map<DocumentId, CustomerId> linked = all.stream()
                .filter(d -> d.kind() != DocumentKind.CREDIT_NOTE)
                .collect(Collectors.toMap(Document::id, Document::customer));
        Map<DocumentId, PaymentLink> open = links.ofDocuments(business, linked);
        Map<DocumentId, List<FindClaims.Part>> parts =
                claims.parts(business, all.stream().map(Document::id).toList());
        return all.stream()
                .map(d -> new Looked(
                        d,
                        d.kind() == DocumentKind.QUOTE
                                ? parts(business, d)
                                : asIssued(parts.getOrDefault(d.id(), List.of())),
                        open.containsKey(d.id()) ? links.address(open.get(d.id())) : "",
                        credited(business, d.origin())))
                .collect(Collectors.toMap(l -> l.document().id(), Function.identity()));
    }

    private List<FindClaims.Part> parts(BusinessId business, Document d) {
        if (d.kind() == DocumentKind.QUOTE)
            return d
                    .rule()
                    .schedule(
                            d.gross(),
                            Anchors.of(d.date(), d.period()).accepted(d.date()),
                            Clearing.of(businesses.get(business).currency()).calendar())
                    .instalments()
                    .stream()
                    .map(Looked::part)
                    .toList();
        return asIssued(claims.parts(business, d.id()));
    }

    private static List<FindClaims.Part> asIssued(List<FindClaims.Part> parts) {
        return parts.stream().filter(p -> p.said().rescheduled() == 0).toList();
    }

    private String credited(BusinessId business, Origin origin) {
        DocumentId of = origin.credited();
        return of == null ? "" : documents.get(business, of).number();
    }

    /** A draft, as it is saved or as a person types it just now. */
    public Looked draft(Business business, String login, String form) {
        Optional<Map<String, String>> fields = typed.find(business.id(), login, form);
        Draft draft = fields.map(f -> paper.draft(business, f))
                .or(() -> form.matches("[0-9a-f-]{36}")
                        ? drafts.find(business.id(), DocumentId.valueOf(form))
                        : Optional.empty())
                .orElseThrow(() ->
                        new Refusal("draft.gone", "Nothing is typed there any more. Go back to the paper and type."));
        return draft(business.id(), draft);
    }

    Looked draft(BusinessId business, Draft draft) {
        Prepared prepared = drafts.rehearse(business, draft);
        return Looked.of(prepared, credited(business, draft.origin()));
    }
}
