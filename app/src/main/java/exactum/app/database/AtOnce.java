package exactum.app.database;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
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
     * Makes some after some in another thread, and uses them in their order in this one, while the next are made.
     *
     * @param make in a transaction of its own; hands on what it made, and waits while that is not used
     * @throws RuntimeException what either of both threw, or an {@link Error} as it is; the other one stops then
     */
    public static <M> void handedOn(Consumer<Consumer<M>> make, Consumer<M> use) {
        var made = new ArrayBlockingQueue<Optional<M>>(1);
        try (var maker = Executors.newSingleThreadExecutor()) {
            Future<?> making = maker.submit(named(() -> {
                try {
                    make.accept(some -> put(made, Optional.of(some)));
                } finally {
                    put(made, Optional.empty());
                }
                return null;
            }));
            try {
                for (Optional<M> next = made.take(); next.isPresent(); next = made.take()) use.accept(next.get());
                done(making);
            } catch (InterruptedException e) {
                throw interrupted(e);
            } finally {
                making.cancel(true);
            }
        }
    }

    private static <M> void put(BlockingQueue<M> made, M some) {
        try {
            made.put(some);
        } catch (InterruptedException e) {
            throw interrupted(e);
        }
    }

    private static IllegalStateException interrupted(InterruptedException e) {
        Thread.currentThread().interrupt();
        return new IllegalStateException(e);
    }

    private static <M> Callable<M> named(Callable<M> work) {
        return new DelegatingSecurityContextCallable<>(work);
    }

    private static <R> R done(Future<R> made) {
        try {
            return made.get();
        } catch (InterruptedException e) {
            throw interrupted(e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            if (e.getCause() instanceof Error cause) throw cause;
            throw new IllegalStateException(e.getCause());
        }
    }

    /**
     * Asks somebody outside about each, so many at once, and answers what was answered in order. No transaction is open.
     *
     * @throws RuntimeException the first that one of them threw, once all are done
     */
    public static <T, R> List<R> answers(List<T> all, int most, Function<T, R> ask) {
        var free = new Semaphore(most);
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Callable<R>> asked = all.stream()
                    .<Callable<R>>map(one -> named(() -> {
                        free.acquire();
                        try {
                            return ask.apply(one);
                        } finally {
                            free.release();
                        }
                    }))
                    .toList();
            var answers = new ArrayList<R>();
            for (Future<R> answer : threads.invokeAll(asked)) answers.add(done(answer));
            return answers;
        } catch (InterruptedException e) {
            throw interrupted(e);
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
