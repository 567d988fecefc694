package exactum.core.working;

import java.util.ArrayList;
import java.util.List;

/**
 * How a figure or date came about: numbered steps that name their rule or source. Returned with the result by every
 * computation that somebody may question.
 *
 * @param question what is explained, such as {@code VAT 23 % on 630.00}
 * @param steps the steps in order
 */
public record Working(String question, List<Step> steps) {
    public Working {
        steps = List.copyOf(steps);
    }

    /**
     * One step.
     *
     * @param text what was done, with its figures
     * @param source the rule, document or setting behind it; empty where the step speaks for itself
     */
    public record Step(String text, String source) {}

    /** Starts a working that answers the question. */
    public static Writer on(String question) {
        return new Writer(question);
    }

    /** Collects steps. */
    public static final class Writer {
        private final String question;
        private final List<Step> steps = new ArrayList<>();

        private Writer(String question) {
            this.question = question;
        }

        /** Adds a step without a source. */
        public Writer step(String text) {
            return step(text, "");
        }

        /** Adds a step with its source. */
        public Writer step(String text, String source) {
            steps.add(new Step(text, source));
            return this;
        }

        /** The finished working. */
        public Working done() {
            return new Working(question, steps);
        }
    }
}
