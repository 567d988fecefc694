package exactum.app.database;

import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.springframework.security.concurrent.DelegatingSecurityContextCallable;
import org.springframework.security.concurrent.DelegatingSecurityContextRunnable;

/** The same for each of many that do not depend on each other, a few at once, in the name of who asks for it. */
public final class AtOnce {
    private static final int WORKERS = Math.clamp(Runtime.getRuntime().availableProcessors(), 2, 4);

    private AtOnce() {}

    /** The list cut into pieces of so many. */
    public static <T> List<List<T>> slices(List<T> all, int most) {
        return IntStream.iterate(0, from -> from < all.size(), from -> from + most)
                .mapToObj(from -> all.subList(from, Math.min(all.size(), from + most)))
                .toList();
    }

    /**
     * Makes something of each, the next while the one before is used; they are used in order, by whoever asks.
     *
     * @param make in a transaction of its own
     */
    public static <T, M> void ahead(List<T> all, Function<T, M> make, Consumer<M> use) {
        if (all.isEmpty()) return;
        try (var maker = Executors.newSingleThreadExecutor()) {
            Future<M> next = maker.submit(named(() -> make.apply(all.getFirst())));
            for (int i = 0; i < all.size(); i++) {
                M made = done(next);
                if (i + 1 < all.size()) {
                    T following = all.get(i + 1);
                    next = maker.submit(named(() -> make.apply(following)));
                }
                use.accept(made);
            }
        }
    }

    private static <M> Callable<M> named(Callable<M> work) {
        return new DelegatingSecurityContextCallable<>(work);
    }

    private static <M> M done(Future<M> made) {
        try {
            return made.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            if (e.getCause() instanceof Error cause) throw cause;
            throw new IllegalStateException(e.getCause());
        }
    }

    /**
     * Does it for each, and returns when all are done.
     *
     * @param work in a transaction of its own, which waits for no other of these
     * @throws RuntimeException the first that one of them threw, or an {@link Error} as it is; those not begun by then are left
     */
    public static <T> void each(List<T> all, Consumer<T> work) {
        var next = new AtomicInteger();
        var failed = new AtomicReference<Throwable>();
        Runnable worker = () -> {
            for (int i = next.getAndIncrement(); i < all.size() && failed.get() == null; i = next.getAndIncrement()) {
                try {
                    work.accept(all.get(i));
                } catch (RuntimeException | Error e) {
                    failed.compareAndSet(null, e);
                }
            }
        };
        int workers = Math.min(WORKERS, all.size());
        if (workers < 2) {
            worker.run();
        } else {
            try (var pool = Executors.newFixedThreadPool(workers)) {
                for (int i = 0; i < workers; i++) pool.submit(new DelegatingSecurityContextRunnable(worker));
            }
        }
        if (failed.get() instanceof RuntimeException e) throw e;
        if (failed.get() instanceof Error e) throw e;
    }
}
