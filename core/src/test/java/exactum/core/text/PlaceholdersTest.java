package exactum.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PlaceholdersTest {
    private static String filled(String text, Map<String, String> values) {
        return new Placeholders(text).filled(values);
    }

    @Test
    void names_in_braces_are_filled_in() {
        assertThat(filled("Please pay {amount} by { due date }.", Map.of("amount", "€ 5.00", "due date", "3 Jun")))
                .isEqualTo("Please pay € 5.00 by 3 Jun.");
        assertThat(filled("{amount}{amount}{memo}!", Map.of("amount", "1"))).isEqualTo("11!");
    }

    @Test
    void what_is_filled_in_is_not_looked_at_again() {
        assertThat(filled("{memo} {amount}", Map.of("memo", "{amount} {{x}} $1 \\ {link}", "amount", "5")))
                .isEqualTo("{amount} {{x}} $1 \\ {link} 5");
    }

    @Test
    void braces_that_are_doubled_or_alone_stay() {
        assertThat(filled("{{amount}} a { b } {", Map.of("amount", "5", "b", "c")))
                .isEqualTo("{amount} a c {");
        assertThat(new Placeholders("{{amount}} } {").names()).isEmpty();
    }

    @Test
    void a_name_that_is_not_known_is_refused_with_those_that_are() {
        List<String> known = List.of("amount", "due date");
        assertThat(new Placeholders("{amount}, {{other}}").requireAmong(known).names())
                .containsExactly("amount");
        assertThatThrownBy(() -> new Placeholders("<style>p {color: red}</style>").requireAmong(known))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("{color: red} stands for nothing. There are {amount}, {due date}.");
    }
}
