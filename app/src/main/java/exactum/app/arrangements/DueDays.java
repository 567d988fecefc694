package exactum.app.arrangements;

import exactum.core.cadence.Occurrence;
import exactum.core.calendar.BankingCalendar;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import exactum.core.terms.Instalment;
import exactum.core.terms.Terms;
import exactum.core.working.Worked;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** When the invoices of an arrangement fall due by its terms. */
public record DueDays(Terms terms, BankingCalendar calendar) {

    /** When the first part of an occurrence falls due; none where its terms count from what it does not say. */
    public Optional<Worked<LocalDate>> first(Occurrence occurrence) {
        try {
            return Optional.of(terms.parts().getFirst().due().due(anchors(occurrence), calendar));
        } catch (Refusal cannotBeTold) {
            return Optional.empty();
        }
    }

    /** The parts of what an occurrence comes to; none where they cannot be told. */
    public List<Instalment> instalments(Occurrence occurrence, Money gross) {
        try {
            return terms.schedule(gross, anchors(occurrence), calendar).instalments();
        } catch (Refusal cannotBeTold) {
            return List.of();
        }
    }

    /** The terms in words. */
    public String words() {
        return terms.words();
    }

    private static Anchors anchors(Occurrence occurrence) {
        return Anchors.of(occurrence.date(), occurrence.period());
    }
}
