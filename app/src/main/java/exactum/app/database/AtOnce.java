package exactum.app.database;

import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import org.springframework.security.concurrent.DelegatingSecurityContextRunnable;

/** The same for each of many that do not depend on each other, a few at once, in the name of who asks for it. */
public final class AtOnce {
    private static final int WORKERS = Math.clamp(Runtime.getRuntime().availableProcessors(), 2, 4);

    private AtOnce() {}

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
