package exactum.formats.einvoice;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Two e-invoices beside one another, term by term. */
public record Comparison(List<Part> parts) {
    /** How exactly a file is written is no difference. */
    private static final Set<Term> OF_THE_FILE = EnumSet.of(Term.SPECIFICATION, Term.LINE_ID);

    /** A part that one of them has, or both. */
    public record Part(String title, List<Row> rows) {
        /** How many of its terms differ. */
        public long differences() {
            return rows.stream().filter(Row::differs).count();
        }
    }

    /** A term; empty where one of them does not say it. */
    public record Row(Term term, String ours, String theirs) {
        public boolean differs() {
            return !ours.equals(theirs);
        }
    }

    /** Ours against theirs: lines by their order, taxes by category and rate. */
    public static Comparison of(Reading ours, Reading theirs) {
        Map<String, Reading.Part> first = byTitle(ours);
        Map<String, Reading.Part> second = byTitle(theirs);
        Set<String> titles = new LinkedHashSet<>(first.keySet());
        titles.addAll(second.keySet());
        var parts = new ArrayList<Part>();
        for (String title : titles)
            parts.add(new Part(title, rows(values(first.get(title)), values(second.get(title)))));
        return new Comparison(parts);
    }

    private static Map<String, Reading.Part> byTitle(Reading reading) {
        Map<String, Reading.Part> parts = new LinkedHashMap<>();
        for (Reading.Part part : reading.parts()) {
            String title = part.title();
            for (int i = 2; parts.containsKey(title); i++) title = part.title() + " (" + i + ")";
            parts.put(title, part);
        }
        return parts;
    }

    private static Map<Term, String> values(Reading.Part part) {
        return part == null ? Map.of() : part.values();
    }

    private static List<Row> rows(Map<Term, String> ours, Map<Term, String> theirs) {
        var rows = new ArrayList<Row>();
        for (Term term : Term.values()) {
            if (OF_THE_FILE.contains(term) || !ours.containsKey(term) && !theirs.containsKey(term)) continue;
            rows.add(new Row(term, ours.getOrDefault(term, ""), theirs.getOrDefault(term, "")));
        }
        return rows;
    }

    /** How many terms differ. */
    public long differences() {
        return parts.stream().mapToLong(Part::differences).sum();
    }
}
