package exactum.app.documents;

import exactum.core.calendar.Clearing;
import exactum.core.document.DocumentKind;
import exactum.core.terms.Anchors;
import exactum.core.terms.Instalment;
import exactum.core.working.Working;
import java.util.Map;
import java.util.stream.Collectors;

/** Why the parts of an issued document are due when they are, worked out again from the terms it was issued with. */
final class IssuedParts {
    private IssuedParts() {}

    /** By the place of the part; none for a document that asks for nothing. */
    static Map<Integer, Working> workings(Document document, Clearing clearing) {
        if (document.rule() == null || document.kind() == DocumentKind.QUOTE) return Map.of();
        return document
                .rule()
                .schedule(
                        document.gross(),
                        Anchors.of(document.date(), document.period())
                                .accepted(document.particulars().acceptedOn()),
                        clearing.calendar())
                .instalments()
                .stream()
                .collect(Collectors.toMap(Instalment::seq, Instalment::working));
    }
}
