package exactum.core.books;

import exactum.core.ledger.Entry;
import exactum.core.ledger.Posting;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Entries as the worked flows write them: debits | credits, the postings of a side in any order. */
final class EntryText {
    private EntryText() {}

    static String sides(Entry entry) {
        return side(entry, true) + " | " + side(entry, false);
    }

    private static String side(Entry entry, boolean debit) {
        return entry.postings().stream()
                .filter(p -> p.amount().isPositive() == debit)
                .map(p -> p.account() + " " + p.amount().abs().text())
                .sorted()
                .collect(Collectors.joining(" · "));
    }

    /** What a flow says, in the order of {@link #sides}. */
    static String sides(String written) {
        return Stream.of(written.split(" \\| "))
                .map(side -> Stream.of(side.split(" · ")).sorted().collect(Collectors.joining(" · ")))
                .collect(Collectors.joining(" | "));
    }

    /** Each posting with its account, its amount and what it is worth in the own currency. */
    static List<String> inOwn(Entry entry) {
        return entry.postings().stream().map(EntryText::inOwn).toList();
    }

    private static String inOwn(Posting p) {
        return "%s %s %s %s"
                .formatted(
                        p.account(),
                        p.amount().text(),
                        p.amount().currency(),
                        p.own().text());
    }
}
