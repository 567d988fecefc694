package exactum.app.web;

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
}
