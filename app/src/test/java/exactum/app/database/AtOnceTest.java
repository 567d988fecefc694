package exactum.app.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Work for many at once is done for each, and nothing that goes wrong in it passes for done. */
class AtOnceTest {
    private static final List<Integer> MANY = IntStream.range(0, 100).boxed().toList();

    @Test
    void each_is_worked_on_once() {
        Queue<Integer> done = new ConcurrentLinkedQueue<>();
        AtOnce.each(MANY, done::add);
        assertThat(done).containsExactlyInAnyOrderElementsOf(MANY);
    }

    @Test
    void none_and_one_need_no_helpers() {
        Queue<String> done = new ConcurrentLinkedQueue<>();
        AtOnce.each(List.<String>of(), done::add);
        AtOnce.each(List.of("a"), o -> done.add(Thread.currentThread().getName()));
        assertThat(done).containsExactly(Thread.currentThread().getName());
    }

    @Test
    void what_one_throws_reaches_who_asked_and_so_does_an_error() {
        assertThatThrownBy(() -> AtOnce.each(MANY, i -> {
                    if (i == 7) throw new IllegalStateException("seven");
                }))
                .isInstanceOf(IllegalStateException.class)
                .hasMessage("seven");
        assertThatThrownBy(() -> AtOnce.each(MANY, i -> {
                    if (i == 7) throw new StackOverflowError("deep");
                }))
                .isInstanceOf(StackOverflowError.class);
    }

    @Test
    void what_is_made_ahead_is_used_in_order_by_who_asked() {
        var used = new ArrayList<Integer>();
        String me = Thread.currentThread().getName();
        AtOnce.<Integer>handedOn(
                taken -> MANY.forEach(i -> {
                    assertThat(Thread.currentThread().getName()).isNotEqualTo(me);
                    taken.accept(i * 2);
                }),
                made -> {
                    assertThat(Thread.currentThread().getName()).isEqualTo(me);
                    used.add(made);
                });
        assertThat(used).containsExactlyElementsOf(MANY.stream().map(i -> i * 2).toList());
        AtOnce.<Integer>handedOn(taken -> {}, used::add);
        assertThat(used).hasSameSizeAs(MANY);
    }

    @Test
    void what_goes_wrong_ahead_reaches_who_asked() {
        var used = new ArrayList<Integer>();
        assertThatThrownBy(() -> AtOnce.<Integer>handedOn(
                        taken -> MANY.forEach(i -> {
                            if (i == 7) throw new IllegalStateException("seven");
                            taken.accept(i);
                        }),
                        used::add))
                .isInstanceOf(IllegalStateException.class)
                .hasMessage("seven");
        assertThat(used).containsExactlyElementsOf(MANY.subList(0, MANY.indexOf(7)));
    }

    @Test
    void who_cannot_use_what_was_made_stops_the_maker() {
        var made = new AtomicInteger();
        assertThatThrownBy(() -> AtOnce.<Integer>handedOn(
                        taken -> {
                            for (made.set(0); made.get() < 1_000_000; made.incrementAndGet()) taken.accept(made.get());
                        },
                        i -> {
                            throw new StackOverflowError("deep");
                        }))
                .isInstanceOf(StackOverflowError.class);
        assertThat(made.get()).isLessThan(10);
    }

    @Test
    void slices_make_up_the_list() {
        assertThat(AtOnce.slices(MANY, 30)).extracting(List::size).containsExactly(30, 30, 30, 10);
        assertThat(AtOnce.slices(List.of(), 30)).isEmpty();
    }
}
