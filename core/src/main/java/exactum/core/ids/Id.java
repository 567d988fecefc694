package exactum.core.ids;

import exactum.core.problem.Refusal;
import java.util.UUID;

/** An identifier that says by its type what it identifies, so that two of them are never mixed up. */
public interface Id {

    /** The bare value, as it is stored. */
    UUID value();

    /** Whether a text can be an identifier. */
    static boolean isOne(String text) {
        return text.matches("[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}");
    }

    /**
     * The value in a text as forms and addresses carry it.
     *
     * @throws Refusal if it is none
     */
    static UUID parse(String text) {
        if (text != null && isOne(text)) return UUID.fromString(text);
        throw new Refusal("typed.id", "The form names something that is not here. Nothing was saved.");
    }
}
