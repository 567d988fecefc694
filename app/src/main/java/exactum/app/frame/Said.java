package exactum.app.frame;

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

    /** Whether something has to be set up first. */
    public boolean isOfSetUp() {
        return code.startsWith("setup.");
    }

    /** The page of the set-up that helps: of {@code setup.terms} it is {@code /setup/terms}. */
    public String setUp() {
        return "/setup/" + code.substring("setup.".length()).replaceAll("\\..*", "");
    }
}
