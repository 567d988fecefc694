package exactum.core.terms;

import java.util.Optional;

/**
 * One of the rules that split a total: how much, and when it is due.
 *
 * @param share how much of the total
 * @param due when
 * @param repeat in how many payments, or null for one
 * @param description as printed, or empty
 * @param method by which it is to be paid, or empty for however the customer pays
 * @param early less to pay if paid early, or null
 */
public record TermsPart(Share share, DueRule due, Repeat repeat, String description, String method, EarlyRule early) {

    /** A part in one payment, without words of its own. */
    public static TermsPart of(Share share, DueRule due) {
        return new TermsPart(share, due, null, "", "", null);
    }

    /** The same in several payments. */
    public TermsPart repeated(Repeat times) {
        return new TermsPart(share, due, times, description, method, early);
    }

    /** The same with another share. */
    public TermsPart with(Share other) {
        return new TermsPart(other, due, repeat, description, method, early);
    }

    /** The same with a description. */
    public TermsPart described(String words) {
        return new TermsPart(share, due, repeat, words, method, early);
    }

    /** The same with less to pay if paid early. */
    public TermsPart earlier(EarlyRule rule) {
        return new TermsPart(share, due, repeat, description, method, rule);
    }

    int payments() {
        return Optional.ofNullable(repeat).map(Repeat::count).orElse(1);
    }

    /** {@code 25 % on the invoice’s own date}; {@code the rest in 7 payments every 3 weeks from 2 Mar 2026}. */
    public String words() {
        String size = repeat == null ? share.words() + " " : "%s %s from ".formatted(share.words(), repeat.words());
        String when = repeat == null ? due.words() : due.words().replaceFirst("^on ", "");
        return size + when + (early == null ? "" : " (" + early.words() + ")");
    }
}
