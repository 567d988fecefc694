package exactum.app.accountstatements;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ledger.Event;
import java.util.Locale;
import java.util.ResourceBundle;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Whatever moves an account has words on the statement, in each language. */
class EventWordsTest {
    @ParameterizedTest
    @EnumSource(Event.class)
    void an_event_is_called_something_in_english_and_in_german(Event event) {
        String english = words(Locale.ROOT, event);
        String german = words(Locale.GERMAN, event);
        assertThat(english).isNotBlank();
        assertThat(german).isNotBlank().isNotEqualTo(english);
    }

    private static String words(Locale locale, Event event) {
        return ResourceBundle.getBundle(
                        "papers",
                        locale,
                        ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_DEFAULT))
                .getString(AccountStatements.key(event));
    }
}
