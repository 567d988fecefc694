package exactum.bench;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.IntFunction;
import java.util.function.Predicate;

/** Requests that are due so many a second, whatever the answers take, each timed from when it was due. */
final class OpenLoop {
    private static final int CONNECTIONS = 64;

    private OpenLoop() {}

    /**
     * How the answers came.
     *
     * @param millis each took, the shortest first
     * @param wrong how many were not as they should be
     */
    record Answers(double perSecond, double[] millis, int wrong) {
        double half() {
            return millis[millis.length / 2];
        }

        double p99() {
            return millis[(int) (millis.length * 0.99)];
        }

        double worst() {
            return millis[millis.length - 1];
        }
    }

    static Answers send(
            HttpClient http,
            int perSecond,
            int count,
            IntFunction<HttpRequest> requests,
            Predicate<HttpResponse<String>> isRight) {
        double[] took = new double[count];
        var wrong = new AtomicInteger();
        var free = new Semaphore(CONNECTIONS);
        List<CompletableFuture<Void>> answers = new ArrayList<>();
        long began = System.nanoTime();
        for (int i = 0; i < count; i++) {
            int no = i;
            long due = began + i * (1_000_000_000L / perSecond);
            for (long wait = due - System.nanoTime(); wait > 0; wait = due - System.nanoTime())
                LockSupport.parkNanos(wait);
            free.acquireUninterruptibly();
            answers.add(http.sendAsync(requests.apply(i), HttpResponse.BodyHandlers.ofString())
                    .whenComplete((answer, failed) -> free.release())
                    .thenAccept(answer -> {
                        took[no] = (System.nanoTime() - due) / 1e6;
                        if (!isRight.test(answer)) wrong.incrementAndGet();
                    }));
        }
        answers.forEach(CompletableFuture::join);
        double seconds = (System.nanoTime() - began) / 1e9;
        Arrays.sort(took);
        return new Answers(count / seconds, took, wrong.get());
    }
}
