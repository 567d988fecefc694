package exactum.app.documents;

import exactum.app.layouts.Places;
import exactum.app.settlement.FindClaims;
import exactum.app.web.Habit;
import exactum.core.money.Money;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What the placeholders of a layout stand for in one document. */
final class Fillings {
    private Fillings() {}

    /**
     * The value of each, written as its reader wants figures and days.
     *
     * @param open what is still to be paid, in the order in which it is due
     */
    static Map<String, String> of(Looked looked, List<FindClaims.Open> open, Habit habit) {
        Document d = looked.document();
        Money toPay = open.isEmpty()
                ? d.gross().withMinor(0)
                : Money.sum(
                        d.gross().currency(),
                        open.stream().map(FindClaims.Open::left).toList());
        return of(looked, toPay, open.isEmpty() ? "" : habit.day(open.getFirst().due()), habit);
    }

    /** As it was issued. */
    static Map<String, String> asIssued(Looked looked, Habit habit) {
        Document d = looked.document();
        return of(
                looked,
                d.gross().minus(d.amounts().prepaid()),
                looked.parts().isEmpty()
                        ? ""
                        : habit.day(looked.parts().getFirst().due()),
                habit);
    }

    private static Map<String, String> of(Looked looked, Money toPay, String due, Habit habit) {
        Document d = looked.document();
        var values = new HashMap<String, String>();
        values.put(Places.NUMBER, d.number());
        values.put(Places.DATE, habit.day(d.date()));
        values.put(Places.AMOUNT, habit.money(d.gross()));
        values.put(Places.OPEN, habit.money(toPay));
        values.put(Places.DUE, due);
        values.put(Places.PERIOD, habit.period(d.period()));
        values.put(Places.MEMO, d.texts().memo());
        values.put(Places.LINK, looked.address());
        values.put(Places.CUSTOMER, d.buyer().name());
        values.put(Places.BUSINESS, d.seller().senderName());
        values.put(Places.REFERENCE, d.texts().theirReference());
        return values;
    }
}
