package exactum.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.text.Normalizer;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The one way in for texts. */
class CleanTextTest {
    @Test
    void letters_are_composed_line_ends_are_one_and_blanks_around_are_gone() {
        assertThat(CleanText.of("  E\u0301cluse\tNord ", TextKind.NAME, "name")).isEqualTo("Écluse Nord");
        assertThat(CleanText.of("Quay 1\r\nLake\rShore", TextKind.ADDRESS, "address"))
                .isEqualTo("Quay 1\nLake\nShore");
        assertThat(CleanText.of("", TextKind.CODE, "code")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "0, U+0000",
        "1, U+0001",
        "11, U+000B",
        "12, U+000C",
        "27, U+001B",
        "127, U+007F",
        "133, U+0085",
        "159, U+009F",
        "55296, U+D800",
        "57343, U+DFFF",
        "8232, U+2028",
        "8233, U+2029",
        "8234, U+202A",
        "8238, U+202E",
        "8294, U+2066",
        "8297, U+2069",
        "64976, U+FDD0",
        "65007, U+FDEF",
        "65534, U+FFFE",
        "65535, U+FFFF",
        "131070, U+1FFFE"
    })
    void what_no_text_may_hold_is_named(int c, String words) {
        String text = "Berth " + Character.toString(c) + " A";
        for (TextKind kind : TextKind.values()) {
            assertThatThrownBy(() -> CleanText.of(text, kind, "description"))
                    .isInstanceOf(Refusal.class)
                    .hasMessage("The description holds a character that cannot be shown (%s). Take it out.", words);
        }
        assertThat(CleanText.harmless(text, 100)).isEqualTo("Berth  A");
    }

    @ParameterizedTest
    @ValueSource(ints = {' ', '~', 0xA0, 0xAD, 0x200D, 0x202F, 0x2065, 0x206A, 0xFDCF, 0xFDF0, 0xFFFD, 0x1F600})
    void what_stands_beside_them_is_taken(int c) {
        String text = "a" + Character.toString(c) + "b";
        assertThat(CleanText.of(text, TextKind.NAME, "name"))
                .isEqualTo(Normalizer.normalize(text, Normalizer.Form.NFC));
    }

    @Test
    void a_line_break_stands_only_where_there_are_lines() {
        for (TextKind kind : TextKind.values()) {
            if (kind.hasLines()) assertThat(CleanText.of("a\nb", kind, "x")).isEqualTo("a\nb");
            else
                assertThatThrownBy(() -> CleanText.of("a\nb", kind, "x"))
                        .hasMessage("The x holds a line break, which has no place there. Take it out.");
        }
        assertThat(CleanText.harmless("a\nb", 9)).isEqualTo("a b");
    }

    @Test
    void length_is_counted_in_code_points_and_found_out_before_anything_is_done() {
        for (TextKind kind : TextKind.values()) {
            String longest = "😀".repeat(kind.most());
            assertThat(CleanText.of(longest, kind, "x")).isEqualTo(longest);
            assertThatThrownBy(() -> CleanText.of(longest + "a", kind, "name"))
                    .hasMessage("The name has more than %,d characters. Shorten it.", kind.most());
            assertThatThrownBy(() -> CleanText.of("9".repeat(10_000_000), kind, "name"))
                    .hasMessageContaining("more than");
        }
        assertThat(CleanText.harmless("😀😀😀", 2)).isEqualTo("😀😀");
    }

    /** Folding twice is folding once, and what is taken is taken again as it is. */
    @Test
    void it_is_the_same_the_second_time() {
        var random = new Random(6);
        for (int i = 0; i < 5_000; i++) {
            String raw = random.ints(12, 0, 0x2FF)
                    .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                    .toString();
            String once = CleanText.folded(raw);
            assertThat(CleanText.folded(once)).isEqualTo(once);
            if (CleanText.badCharacter(once, true).isEmpty())
                assertThat(CleanText.of(once, TextKind.PARAGRAPHS, "x")).isEqualTo(once);
            assertThat(CleanText.badCharacter(CleanText.harmless(raw, 100), false))
                    .isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "Đorđe, dorde",
        "Œuvre, oeuvre",
        "Þór, thor",
        "Łódź Straße, lodz strasse",
        "ſtraße, strasse",
        "Ĳsselmeer, ijsselmeer",
        "ﬁn, fin"
    })
    void searches_fold_letters_in_one_way(String text, String folded) {
        assertThat(Folding.of(text)).isEqualTo(folded);
    }
}
