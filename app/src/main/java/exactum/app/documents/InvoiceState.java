package exactum.app.documents;

import java.time.LocalDate;

/** The state of an invoice, with its word and the name of its mark. */
public enum InvoiceState {
    ISSUED("issued", "issued"),
    PART_PAID("part-paid", "part"),
    OVERDUE("overdue", "overdue"),
    PAID("paid", "paid");

    private final String word;
    private final String mark;

    InvoiceState(String word, String mark) {
        this.word = word;
        this.mark = mark;
    }

    static InvoiceState of(long grossMinor, long settledMinor, LocalDate dueDate, LocalDate today) {
        if (settledMinor == grossMinor) return PAID;
        if (dueDate.isBefore(today)) return OVERDUE;
        return settledMinor > 0 ? PART_PAID : ISSUED;
    }

    public String word() {
        return word;
    }

    public String mark() {
        return mark;
    }
}
