package exactum.core.working;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * How a figure or date came about: numbered steps that name their rule or source. Returned with the result by every
 * computation that somebody may question. Most are never looked at, so that what is said by a supplier is put into words once
 * somebody asks.
 */
public final class Working {
    private final Supplier<String> question;
    private final List<Supplier<Step>> steps;

    private Working(Supplier<String> question, List<Supplier<Step>> steps) {
        this.question = question;
        this.steps = List.copyOf(steps);
    }

    /**
     * One step.
     *
     * @param text what was done, with its figures
     * @param source the rule, document or setting behind it; empty where the step speaks for itself
     */
    public record Step(String text, String source) {}

    /** What is explained, such as {@code VAT 23 % on 630.00}. */
    public String question() {
        return question.get();
    }

    /** The steps in order. */
    public List<Step> steps() {
        return steps.stream().map(Supplier::get).toList();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Working w && question().equals(w.question()) && steps().equals(w.steps());
    }

    @Override
    public int hashCode() {
        return question().hashCode();
    }

    @Override
    public String toString() {
        return question() + " " + steps();
    }

    /** Starts a working that answers the question. */
    public static Writer on(String question) {
        return on(() -> question);
    }

    /** Starts a working that answers a question which is put into words later. */
    public static Writer on(Supplier<String> question) {
        return new Writer(question);
    }

    /** Collects steps. */
    public static final class Writer {
        private final Supplier<String> question;
        private final List<Supplier<Step>> steps = new ArrayList<>(4);

        private Writer(Supplier<String> question) {
            this.question = question;
        }

        /** Adds a step without a source. */
        public Writer step(String text) {
            return step(text, "");
        }

        /** Adds a step with its source. */
        public Writer step(String text, String source) {
            var step = new Step(text, source);
            steps.add(() -> step);
            return this;
        }

        /** Adds a step that is put into words later. */
        public Writer step(Supplier<String> text, String source) {
            steps.add(() -> new Step(text.get(), source));
            return this;
        }

        /** The finished working. */
        public Working done() {
            return new Working(question, steps);
        }
    }
}
