package exactum.app.database;

import java.util.ArrayDeque;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Many rows, a page at a time: the next pages are read while a few are worked on, as many as there are processors, and what
 * comes of them is taken in their order. Memory does not grow with the number of pages.
 */
public final class Pages {
    private static final int AT_ONCE = Math.clamp(Runtime.getRuntime().availableProcessors(), 2, 4);

    private Pages() {}

    /**
     * Reads, works and takes until there is no page any more.
     *
     * @param after the page after a row, or the first one where the row is null; empty at the end
     * @param work what is made of a page, on a thread of its own and outside of any transaction
     * @param taken by the caller's thread
     */
    public static <T, R> void each(Function<T, List<T>> after, Function<List<T>, R> work, Consumer<R> taken) {
        List<T> page = after.apply(null);
        if (page.isEmpty()) return;
        var working = new ArrayDeque<Future<R>>();
        try (var pool = Executors.newFixedThreadPool(AT_ONCE)) {
            while (!page.isEmpty() || !working.isEmpty()) {
                if (!page.isEmpty()) {
                    List<T> one = page;
                    working.add(pool.submit((Callable<R>) () -> work.apply(one)));
                    page = after.apply(one.getLast());
                }
                if (page.isEmpty() || working.size() > AT_ONCE) taken.accept(result(working.remove()));
            }
        }
    }

    private static <R> R result(Future<R> working) {
        try {
            return working.get();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        } catch (ExecutionException failed) {
            if (failed.getCause() instanceof RuntimeException asItWas) throw asItWas;
            throw new IllegalStateException(failed.getCause());
        }
    }
}
