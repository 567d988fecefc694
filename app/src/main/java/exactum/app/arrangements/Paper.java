package exactum.app.arrangements;

import exactum.app.documents.PaperFigures;
import exactum.app.documents.PaperFigures.Stop;
import exactum.app.web.Texts;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Occurrence;
import exactum.core.document.TaxRates;
import exactum.core.terms.Instalment;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What the paper shows beside what is typed: the sums with their workings, the arrangement in a sentence, the strip of
 * what the payer gets and when, and the ruler.
 *
 * @param made how many of its invoices were made
 */
public record Paper(
        String sentence,
        String invoiceDate,
        Working dateWorking,
        String period,
        PaperFigures figures,
        List<Stop> strip,
        RulerDrawing ruler,
        List<Occurrence> next,
        int made) {
    private static final int AHEAD = 12;

    /**
     * The paper of what is typed.
     *
     * @param going as it would go on from here, or null while its dates cannot be told
     * @param goes how and where its messages go, or null where there is no address
     * @param isCollected whether we collect what it asks for
     */
    static Paper of(
            RecurringForm form,
            RecurringInvoice going,
            TaxRates rates,
            DueDays due,
            LocalDate today,
            String goes,
            boolean isCollected) {
        List<Occurrence> next =
                going == null ? List.of() : going.ahead().limit(AHEAD).toList();
        LocalDate date = next.isEmpty() ? today : next.getFirst().date();
        if (!next.isEmpty()) form.showing(next.getFirst());
        PaperFigures figures = PaperFigures.of(form, rates, date);
        return new Paper(
                going == null ? "" : sentence(going, form, due, goes),
                next.isEmpty() ? "" : Texts.weekday(date),
                next.isEmpty() ? null : next.getFirst().working(),
                next.isEmpty() ? "" : next.getFirst().period().words(),
                figures,
                next.isEmpty()
                        ? List.of()
                        : strip(next.getFirst(), form.handling(), due, figures, today, goes, isCollected),
                RulerDrawing.of(next, due),
                next,
                going == null ? 0 : going.recurrence().before().invoices() + going.nextIndex());
    }

    /** The whole arrangement in one sentence. */
    private static String sentence(RecurringInvoice going, RecurringForm form, DueDays due, String goes) {
        String recurs = going.recurrence().sentence();
        return "%s%s; %s; due %s."
                .formatted(
                        recurs.substring(0, recurs.length() - 1),
                        form.isMetered() ? read(form.handling().unread()) : "",
                        handled(form.handling(), goes),
                        due.words());
    }

    private static String read(WhenUnread unread) {
        return switch (unread) {
            case WAIT -> "; what is billed as read waits for its readings";
            case GO_WITHOUT -> "; what is billed as read goes without the readings that are missing";
        };
    }

    private static String handled(Handling handling, String goes) {
        String issued = handling.reviewFirst() ? "reviewed first" : "issued automatically";
        if (handling.isCashSale()) issued += " as a cash sale and charged to the card on file";
        if (!handling.sentAutomatically()) return issued + ", sent by hand";
        String copy = handling.sending().copyToUs() ? " with a copy to us" : "";
        return issued + (goes == null ? ", sent once there is an address" : ", sent as " + goes + copy);
    }

    private static List<Stop> strip(
            Occurrence first,
            Handling handling,
            DueDays due,
            PaperFigures figures,
            LocalDate today,
            String goes,
            boolean isCollected) {
        LocalDate made = first.makeOn().isBefore(today) ? today : first.makeOn();
        var stops = new ArrayList<Stop>();
        if (handling.reviewFirst()) stops.add(Stop.on(made, "a draft, which waits for a person"));
        else
            stops.add(Stop.on(
                    made,
                    !handling.sentAutomatically()
                            ? "made, and sent when somebody sends it"
                            : goes == null ? "made; its message waits for an address" : goes));
        stops.add(Stop.on(first.date(), "its date: number, tax and books"));
        if (handling.isCashSale())
            stops.add(Stop.money(
                    first.date(),
                    "%s charged to the card on file".formatted(figures.gross().withCurrency())));
        else
            for (Instalment one : due.instalments(first, figures.gross()))
                stops.add(Stop.money(
                        one.due(),
                        "due: %s, %s"
                                .formatted(
                                        one.amount().withCurrency(),
                                        isCollected ? "collected by us" : "paid through the link")));
        stops.add(new Stop("when paid", "confirmation by e-mail", false));
        return stops;
    }
}
