package exactum.app.reports;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A long list is read as far as it is wanted, each row once and in order. */
class BatchesTest {
    private final List<Integer> asked = new ArrayList<>();

    private Batches.Next<Integer> numbersTo(int last) {
        return (after, most) -> {
            asked.add(most);
            int from = after == null ? 1 : after + 1;
            return IntStream.rangeClosed(from, Math.min(last, from + most - 1))
                    .boxed()
                    .toList();
        };
    }

    @Test
    void every_row_comes_once_and_in_order() {
        var seen = new ArrayList<Integer>();
        Batches.each(numbersTo(30_000), seen::add);
        assertThat(seen).isEqualTo(IntStream.rangeClosed(1, 30_000).boxed().toList());
        assertThat(asked).startsWith(500, 2_000, 8_000, 8_000);
    }

    @Test
    void nothing_is_read_after_the_last_that_is_wanted() {
        var seen = new ArrayList<Integer>();
        Batches.each(numbersTo(30_000), n -> seen.add(n) && n < 500);
        assertThat(seen).hasSize(500);
        assertThat(asked).containsExactly(500);
    }

    @Test
    void of_an_empty_list_there_is_nothing() {
        var seen = new ArrayList<Integer>();
        Batches.each(numbersTo(0), seen::add);
        assertThat(seen).isEmpty();
    }
}
