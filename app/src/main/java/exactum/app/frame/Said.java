package exactum.app.frame;

import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.problem.Refusal;
import java.util.List;

/**
 * A sentence that answers a person who cannot have what they asked for.
 *
 * @param field the field of a form that it is about, or null
 * @param beside what is wrong with each field, where it is about several
 */
record Said(String code, String sentence, String field, List<Beside> beside) {

    /** What is wrong with one field of several. */
    record Beside(String field, String sentence) {}

    static Said of(String code, String sentence) {
        return new Said(code, sentence, null, List.of());
    }

    static Said of(Refusal refusal, String sentence) {
        return new Said(
                refusal.code(),
                sentence,
                refusal.field().orElse(null),
                refusal.parts().stream()
                        .map(p -> new Beside(p.field().orElse(""), p.sentence().replace(" Nothing was saved.", "")))
                        .toList());
    }

    /** The same, said to somebody who reads it in their language. */
    Said in(Wordings words, Habit habit) {
        return new Said(
                code,
                said(words, habit, sentence, field),
                field,
                beside.stream()
                        .map(b -> new Beside(b.field(), said(words, habit, b.sentence(), b.field())))
                        .toList());
    }

    private String said(Wordings words, Habit habit, String what, String where) {
        var refusal = new Refusal(code, what);
        return words.refusal(habit, where == null ? refusal : refusal.at(where));
    }

    /** Whether something has to be set up first. */
    public boolean isOfSetUp() {
        return code.startsWith("setup.");
    }

    /** The page of the set-up that helps: of {@code setup.terms} it is {@code /setup/terms}. */
    public String setUp() {
        return "/setup/" + code.substring("setup.".length()).replaceAll("\\..*", "");
    }
}
