package exactum.app.reminders;

import exactum.core.reminder.Rhythm;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A rhythm of a business.
 *
 * @param chosen whether it is everybody's of whom nothing else is said
 * @param payByDays so many days after it opened again an item is to be paid
 * @param steps in their order
 */
record KeptRhythm(UUID id, String name, boolean chosen, int payByDays, List<Step> steps, int revision) {
    KeptRhythm {
        steps = List.copyOf(steps);
    }

    /**
     * A step with its texts by the code of their language; one that is empty, or not there, is ours.
     *
     * @param days after the day of payment
     */
    record Step(int days, Map<String, Text> texts) {
        Step {
            texts = Map.copyOf(texts);
        }

        public Text text(String language) {
            return texts.getOrDefault(language, Text.OURS);
        }
    }

    /** What a step says. */
    record Text(String subjectLine, String body) {
        static final Text OURS = new Text("", "");
    }

    Rhythm rhythm() {
        return new Rhythm(steps.stream().map(Step::days).toList());
    }

    /** In words: {@code 7 days before, on the day, 4, 12 and 25 days after}. */
    public String words() {
        return RhythmWords.of(steps.stream().map(Step::days).toList());
    }
}
