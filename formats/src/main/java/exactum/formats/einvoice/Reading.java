package exactum.formats.einvoice;

import java.util.List;
import java.util.Map;

/**
 * An e-invoice as it was read: what stands where, by the terms of EN 16931-1.
 *
 * @param syntax {@code UBL 2.1} or {@code CII D16B}
 * @param parts the document, then its taxes and its lines in their order
 * @param unread elements that say something and are not among the terms, each once
 */
public record Reading(String syntax, List<Part> parts, List<String> unread) {

    /**
     * A part of it.
     *
     * @param title {@code Document}, {@code Tax S 23}, {@code Line 1}
     * @param values of each term that is there; days as {@code 2026-06-01}
     */
    public record Part(String title, Map<Term, String> values) {}

    /** What a term says in the document itself; empty where it does not. */
    public String document(Term term) {
        return parts.getFirst().values().getOrDefault(term, "");
    }
}
