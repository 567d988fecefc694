package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A paper of many lines: what stands on the page already is not sent to it once more. */
@ExtendWith(RunningApp.class)
class LongPaperTest {
    private static final Pattern MARK = Pattern.compile("name=\"(mark\\d+)\" value=\"([0-9a-f-]+)\"");
    private static final Pattern QUANTITY = Pattern.compile("name=\"(qty\\d+)\"");

    private static String lines(int count, String less) {
        return IntStream.range(0, count)
                .mapToObj(i -> "text%d=Night+%d&price%d=10.15&qty%d=2&tax%d=standard".formatted(i, i + 1, i, i, i))
                .collect(Collectors.joining("&", "kind=INVOICE&less7=" + Papers.in(less) + "&", ""));
    }

    private static String marks(String answer) {
        return MARK.matcher(answer)
                .results()
                .map(m -> m.group(1) + "=" + m.group(2))
                .collect(Collectors.joining("&", "&", ""));
    }

    private static String sent(String answer) {
        return QUANTITY.matcher(answer)
                .results()
                .map((MatchResult m) -> m.group(1))
                .collect(Collectors.joining(" "));
    }

    @Test
    void only_rows_that_look_otherwise_are_sent_again(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String whole = ada.post("/invoices/typed", lines(199, "")).body();
            String marks = marks(whole);
            String typed = ada.post("/invoices/typed", lines(199, "5 % Regular") + marks)
                    .body();
            assertThat(sent(whole)).startsWith("qty0 qty1 ").endsWith(" qty198 qty199");
            assertThat(sent(typed)).isEqualTo("qty7");
            assertThat(typed).contains("19.28").hasSizeLessThan(whole.length() / 10);
            assertThat(ada.get("/invoices/new").body()).contains("Night 199").contains("5 % Regular");
            assertThat(sent(ada.get("/invoices/new").body())).isEqualTo(sent(whole));
        }
    }

    @Test
    void a_row_is_sent_when_something_else_changes_how_it_looks(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String marks = marks(ada.post("/invoices/typed", lines(3, "")).body());
            String wrong = ada.post("/invoices/typed", lines(3, "").replace("tax1=standard", "tax1=none") + marks)
                    .body();
            assertThat(sent(wrong)).isEqualTo("qty1");
            String strange = marks.replaceFirst("mark2=[0-9a-f-]+", "mark2=&mark9999=x");
            assertThat(sent(ada.post("/invoices/typed", lines(3, "") + strange).body()))
                    .isEqualTo("qty2");
        }
    }
}
