package exactum.app.reminders;

import exactum.app.web.Texts;
import exactum.core.reminder.Rhythm;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Who would get what on a day, and of which items nobody is told although a step has come, and why.
 *
 * @param stopped those items
 */
record PlanOfDay(LocalDate day, List<Planned> planned, List<Stopped> stopped) {
    PlanOfDay {
        planned = List.copyOf(planned);
        stopped = List.copyOf(stopped);
    }

    /** The same without the steps that are told on the day before. */
    PlanOfDay after(PlanOfDay eve) {
        Set<String> told = eve.planned.stream()
                .flatMap(p -> p.items().stream())
                .map(PlanOfDay::key)
                .collect(Collectors.toSet());
        return new PlanOfDay(
                day,
                planned.stream()
                        .map(p -> p.only(i -> !told.contains(key(i))))
                        .filter(p -> !p.items().isEmpty())
                        .toList(),
                stopped);
    }

    private static String key(Planned.Item item) {
        return item.candidate().claim() + "/" + item.step().days();
    }

    /** The stopped ones that are worth a look: what we collect is asked of nobody anyhow. */
    List<Stopped> exceptions() {
        return stopped.stream().filter(s -> s.why != Stop.COLLECTED).toList();
    }

    /** An item of which nobody is told. */
    record Stopped(Candidate item, Rhythm.Step step, Stop why) {
        /** In words, with the day to which it lasts. */
        public String words() {
            return item.stopUntil() == null ? why.words() : why.words() + " until " + Texts.day(item.stopUntil());
        }
    }
}
