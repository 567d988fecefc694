package exactum.app.documents;

import exactum.app.customers.PaysBy;
import exactum.core.document.DocumentKind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.TermsId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * Lines that join a customer's documents between two dates.
 *
 * @param customer whose they are, or null for a named set of many
 * @param of whom a set serves
 * @param kinds of documents that they join
 * @param joins whether they join by themselves; else they are offered while composing
 * @param from the first day, or null
 * @param until the day after the last, or null
 * @param terms of a document that they join and that has none of its own, or null
 * @param method by which such a document is to be paid, or null
 * @param fields the lines as they are typed
 */
public record StandingLines(
        UUID id,
        String name,
        CustomerId customer,
        List<CustomerId> of,
        Set<DocumentKind> kinds,
        boolean joins,
        LocalDate from,
        LocalDate until,
        TermsId terms,
        PaysBy method,
        Map<String, String> fields,
        int revision) {

    public StandingLines {
        of = List.copyOf(of);
        kinds = Set.copyOf(kinds);
        fields = Map.copyOf(fields);
    }

    public boolean isSet() {
        return customer == null;
    }

    /** Whether they are there on a day. */
    public boolean holdsOn(LocalDate day) {
        return (from == null || !day.isBefore(from)) && (until == null || day.isBefore(until));
    }

    /** What their lines say, in a few words. */
    public String words() {
        return String.join("; ", TypedLines.descriptions(fields));
    }

    /** The last day, or null. */
    public LocalDate last() {
        return until == null ? null : until.minusDays(1);
    }
}
