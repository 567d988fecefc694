package exactum.bench;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;

/** A plain HTTP client that charges cards at the stand-in and does nothing else. */
final class PlainCharges {
    private static final int AT_ONCE = 16;
    private static final String BODY = """
            {"amount":"832.74","currency":"EUR","reference":"INV-2026-%05d","customer":"K-%d","token":"%s","network":null,"payer_present":false,"capture":true,"lines":[{"description":"Berth","quantity":"1","unit":"month","net":"640.00","tax":"147.20"},{"description":"Shore power","quantity":"118","unit":"kWh","net":"40.12","tax":"5.42"}]}""";
    private final StandinProcess standin;

    PlainCharges(StandinProcess standin) {
        this.standin = standin;
    }

    double seconds(List<String> tokens) throws Exception {
        var free = new Semaphore(AT_ONCE);
        long began = System.nanoTime();
        try (var http = HttpClient.newHttpClient();
                var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            var calls = new ArrayList<Callable<Integer>>();
            for (int i = 0; i < tokens.size(); i++) {
                String body = BODY.formatted(i, i, tokens.get(i));
                calls.add(() -> {
                    free.acquire();
                    try {
                        return http.send(
                                        HttpRequest.newBuilder(URI.create(standin.address + "/api/charges"))
                                                .header("Authorization", "Bearer " + standin.key)
                                                .header("Content-Type", "application/json")
                                                .header("Idempotency-Key", "\"" + UUID.randomUUID() + "\"")
                                                .POST(HttpRequest.BodyPublishers.ofString(body))
                                                .build(),
                                        HttpResponse.BodyHandlers.ofString())
                                .statusCode();
                    } finally {
                        free.release();
                    }
                });
            }
            for (var answer : threads.invokeAll(calls))
                if (answer.get() >= 400) throw new IllegalStateException("answered " + answer.get());
        }
        return (System.nanoTime() - began) / 1e9;
    }
}
