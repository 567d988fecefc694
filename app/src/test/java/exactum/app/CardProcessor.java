package exactum.app;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A card processor outside of the application: it opens card pages, takes them back, and can be away. */
final class CardProcessor implements AutoCloseable {
    private static final Pattern AMOUNT = Pattern.compile("\"amount\":\"([0-9.]+)\"");
    private final HttpServer server;
    private final Map<String, Page> pages = new ConcurrentHashMap<>();
    private final Map<String, String> byKey = new ConcurrentHashMap<>();
    private final AtomicInteger count = new AtomicInteger();
    private volatile boolean away;
    private volatile String nonsense;

    /** A card page that was opened. */
    static final class Page {
        final String reference;
        final String amount;
        volatile String state = "open";
        private volatile String sale = "null";

        private Page(String reference, String amount) {
            this.reference = reference;
            this.amount = amount;
        }

        /** A card is taken on it; nobody is told yet. */
        void pay(String saleReference, String fee) {
            state = "paid";
            sale = """
                    {"id":"%s","checkout":"%s","amount":"%s","currency":"EUR","fee":"%s","captured_on":"2026-06-01","card":"Visa ending 1111"}""".formatted(saleReference, reference, amount, fee);
        }

        private String json() {
            return """
                    {"id":"%1$s","url":"http://127.0.0.1:1/card/%1$s","state":"%2$s","sale":%3$s,"last_decline":null}""".formatted(reference, state, sale);
        }
    }

    CardProcessor() {
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 50);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        server.setExecutor(Executors.newCachedThreadPool());
        server.createContext("/processor/api/", this::answer);
        server.start();
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/processor";
    }

    /** The card pages that were opened, the oldest first. */
    List<Page> opened() {
        var all = new ArrayList<>(pages.values());
        all.sort(java.util.Comparator.comparing(p -> p.reference));
        return all;
    }

    /** From now on it does not answer, or does again. */
    void away(boolean away) {
        this.away = away;
    }

    /** From now on it answers everything so. */
    void says(String answer) {
        nonsense = answer;
    }

    void forget() {
        nonsense = null;
        pages.clear();
        byKey.clear();
        away = false;
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            if (away) return;
            String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            String answer = nonsense != null ? nonsense : answer(exchange, body);
            byte[] bytes = answer.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().add("content-type", "application/json");
            exchange.sendResponseHeaders(answer.isEmpty() ? 404 : 200, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
        }
    }

    private String answer(HttpExchange exchange, String body) {
        String[] path = exchange.getRequestURI().getPath().split("/");
        if (path[3].equals("account")) return "{\"name\":\"Test cards\",\"currency\":\"EUR\"}";
        if (path[3].equals("payouts")) return "{\"payouts\":[]}";
        if (path.length == 4) return open(exchange.getRequestHeaders().getFirst("Idempotency-Key"), body);
        Page page = pages.get(path[4]);
        if (page == null) return "";
        if (path.length > 5 && page.state.equals("open")) page.state = "cancelled";
        return page.json();
    }

    private String open(String key, String body) {
        Matcher amount = AMOUNT.matcher(body);
        if (!amount.find()) throw new IllegalArgumentException(body);
        String reference = byKey.computeIfAbsent(key, k -> "co_%05d".formatted(count.incrementAndGet()));
        return pages.computeIfAbsent(reference, r -> new Page(r, amount.group(1)))
                .json();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
