package exactum.app.web;

import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;

/** The sentences of papers and letters in the language of whom they are for; they stand in {@code papers.properties}. */
@Component
public class Wordings {
    private final MessageSource sentences;

    Wordings(MessageSource sentences) {
        this.sentences = sentences;
    }

    /** The sentence with its figures and names, which are texts already. */
    public String say(Habit habit, String code, String... with) {
        return sentences.getMessage(code, with, habit.locale());
    }

    /**
     * Why something is refused, all of it, for somebody who reads it in their language: as it was said in English, or in the words
     * that stand for its code, and where none do, in general.
     */
    public String refusal(Habit habit, Refusal refused) {
        List<Refusal> parts = refused.parts().isEmpty() ? List.of(refused) : refused.parts();
        return parts.stream().map(p -> one(habit, p)).collect(Collectors.joining(" "));
    }

    private String one(Habit habit, Refusal refused) {
        if (habit.locale().getLanguage().equals(Locale.ENGLISH.getLanguage())) return refused.sentence();
        String field = refused.field().orElse("");
        String named =
                sentences.getMessage("refused.field." + field, null, say(habit, "refused.field"), habit.locale());
        String general = say(habit, "refused.other", named);
        return sentences.getMessage("refused." + refused.code(), new Object[] {named}, general, habit.locale());
    }
}
