package exactum.app;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A card processor outside of the application: it opens card pages, takes them back, and can be away. */
final class CardProcessor implements AutoCloseable {
    private static final String PROBLEM = "{\"detail\":";
    private static final String BUSY = PROBLEM + "\"too many calls\"}";
    private static final Pattern AMOUNT = Pattern.compile("\"amount\":\"([0-9.]+)\"");
    private final HttpServer server;
    private final Map<String, Page> pages = new ConcurrentHashMap<>();
    private final Map<String, String> byKey = new ConcurrentHashMap<>();
    private final AtomicInteger count = new AtomicInteger();
    private final Map<String, String> charges = new ConcurrentHashMap<>();
    private final Map<String, Promise> promises = new ConcurrentHashMap<>();
    private final Set<String> steps = ConcurrentHashMap.newKeySet();
    private final List<String> charged = new CopyOnWriteArrayList<>();
    private final Map<String, String> refunds = new ConcurrentHashMap<>();
    private final List<String> contests = new CopyOnWriteArrayList<>();
    private volatile String noRefunds;
    private volatile String feeBack = "0.00";
    private volatile String decline;
    private volatile boolean losesAnswers;
    private volatile boolean away;
    private volatile String nonsense;

    /** A card page that was opened. */
    static final class Page {
        final String reference;
        final String amount;
        final String asked;
        volatile String state = "open";
        private volatile String sale = "null";
        private volatile String card = "null";
        private volatile String charge = "null";

        private Page(String reference, String amount, String asked) {
            this.asked = asked;
            this.reference = reference;
            this.amount = amount;
        }

        /** A card is taken on it; nobody is told yet. */
        void pay(String saleReference, String fee) {
            state = "paid";
            sale = """
                    {"id":"%s","checkout":"%s","amount":"%s","currency":"EUR","fee":"%s","captured_on":"2026-06-01","card":"Visa ending 1111"}""".formatted(saleReference, reference, amount, fee);
        }

        /** The card that is entered on it is kept under a token. */
        void keep(String token, String expires) {
            state = "paid";
            card = """
                    {"token":"%s","brand":"Visa","last_four":"1111","expires":"%s","network":"net_1"}""".formatted(token, expires);
        }

        private String json() {
            return """
                    {"id":"%1$s","url":"http://127.0.0.1:1/card/%1$s","state":"%2$s","sale":%3$s,"card":%4$s,"charge":%5$s,"last_decline":null}""".formatted(reference, state, sale, card, charge);
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

    /** From now on kept cards are refused with a code of ISO 8583; with none they are good again. */
    void declines(String code) {
        decline = code;
    }

    /** From now on charges are done and their answers are lost, or are not any more. */
    void losesAnswers(boolean loses) {
        losesAnswers = loses;
    }

    /** What was charged to kept cards, as it was asked for, each once. */
    List<String> charged() {
        return charged;
    }

    /** From now on refunds are refused with these words; with none they are done. */
    void refusesRefunds(String why) {
        noRefunds = why;
    }

    /** From now on refunds are one call too many. */
    void isTooBusyForRefunds() {
        noRefunds = "too many calls";
    }

    /** From now on so much of a fee comes back with a refund. */
    void givesFeeBack(String fee) {
        feeBack = fee;
    }

    /** What was refunded, each once. */
    int refunded() {
        return refunds.size();
    }

    /** What was said to chargebacks: their reference and what. */
    List<String> contests() {
        return contests;
    }

    /** As if no charge had ever come. */
    void forgetCharges() {
        charges.clear();
        charged.clear();
    }

    /** A card is entered on a page that asks for a promise. */
    void promises(Page page) {
        page.state = "paid";
        page.charge = promise(page.amount).json();
    }

    void forget() {
        forgetCharges();
        decline = null;
        noRefunds = null;
        feeBack = "0.00";
        refunds.clear();
        contests.clear();
        losesAnswers = false;
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
            String path = exchange.getRequestURI().getPath();
            if (losesAnswers
                    && (path.endsWith("/charges") || path.endsWith("/captures") || path.endsWith("/refunds"))
                    && !body.isEmpty()) return;
            byte[] bytes = answer.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().add("content-type", "application/json");
            int status = answer.isEmpty() ? 404 : answer.equals(BUSY) ? 429 : answer.startsWith(PROBLEM) ? 422 : 200;
            exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
        }
    }

    private String answer(HttpExchange exchange, String body) {
        String[] path = exchange.getRequestURI().getPath().split("/");
        if (path[3].equals("account"))
            return "{\"name\":\"Test cards\",\"currency\":\"EUR\",\"test\":true,\"can\":[\"wallets\",\"keep\",\"flies\"]}";
        if (path[3].equals("sales")) return refund(exchange, path[4], body);
        if (path[3].equals("chargebacks")) return contest(path);
        if (path[3].equals("payouts")) return "{\"payouts\":[]}";
        if (path[3].equals("cards")) return "{}";
        if (path[3].equals("charges") && path.length > 4) return promised(exchange, path, body);
        if (path[3].equals("charges")) return charge(exchange, body);
        if (path.length == 4) return open(exchange.getRequestHeaders().getFirst("Idempotency-Key"), body);
        Page page = pages.get(path[4]);
        if (page == null) return "";
        if (path.length > 5 && page.state.equals("open")) page.state = "cancelled";
        return page.json();
    }

    private String refund(HttpExchange exchange, String sale, String body) {
        if (noRefunds != null) return PROBLEM + "\"" + noRefunds + "\"}";
        Matcher amount = AMOUNT.matcher(body);
        if (!amount.find()) throw new IllegalArgumentException(body);
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        return refunds.computeIfAbsent(
                key, k -> """
                {"id":"re_%d","sale":"%s","amount":"%s","fee":"%s","currency":"EUR","refunded_on":"2026-06-01"}""".formatted(count.incrementAndGet(), sale, amount.group(1), feeBack));
    }

    private String contest(String[] path) {
        if (path.length == 4) return "{\"chargebacks\":[]}";
        if (path.length > 5) contests.add(path[4] + " " + path[5]);
        return contested(path[4], "sa_1", "80.00", path.length > 5 && path[5].equals("accept") ? "accepted" : "open");
    }

    /** A chargeback as the processor tells it. */
    static String contested(String id, String sale, String amount, String state) {
        return """
                {"id":"%s","sale":"%s","amount":"%s","fee":"15.00","currency":"EUR","reason":"services not received","opened_on":"2026-06-01","answer_by":"2026-06-15","state":"%s"}""".formatted(id, sale, amount, state);
    }

    private String charge(HttpExchange exchange, String body) {
        String query = exchange.getRequestURI().getQuery();
        if (query != null) return charges.getOrDefault(query.replace("key=", ""), "");
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key").replace("\"", "");
        return charges.computeIfAbsent(key, k -> {
            Matcher amount = AMOUNT.matcher(body);
            if (!amount.find()) throw new IllegalArgumentException(body);
            if (decline != null) return """
                        {"id":"ch_1","state":"declined","decline":{"code":"%s","words":"refused by the test"}}""".formatted(decline);
            if (body.contains("\"capture\":false"))
                return promise(amount.group(1)).json();
            charged.add(body);
            return """
                    {"id":"ch_1","state":"approved","currency":"EUR","authorised":"%1$s","captured":"%1$s","released":"0.00","valid_until":"2026-06-08","sales":[{"id":"sa_%2$s","key":"%2$s","amount":"%1$s","currency":"EUR","fee":"0.50","captured_on":"2026-06-01","card":"Visa ending 1111"}]}""".formatted(amount.group(1), key);
        });
    }

    /** An amount that a card was authorised for. */
    static final class Promise {
        private final String id;
        private final BigDecimal authorised;
        private final List<String> taken = new ArrayList<>();
        private BigDecimal captured = BigDecimal.ZERO;
        private BigDecimal released = BigDecimal.ZERO;

        private Promise(String id, String amount) {
            this.id = id;
            authorised = new BigDecimal(amount);
        }

        private BigDecimal rest() {
            return authorised.subtract(captured).subtract(released);
        }

        private String json() {
            return """
                    {"id":"%s","state":"approved","currency":"EUR","authorised":"%.2f","captured":"%.2f","released":"%.2f","valid_until":"2026-06-08","sales":[%s]}""".formatted(id, authorised, captured, released, String.join(",", taken));
        }

        private void take(BigDecimal amount, boolean last) {
            captured = captured.add(amount);
            taken.add("""
                    {"id":"sa_%s_%d","key":"%s","amount":"%.2f","currency":"EUR","fee":"0.50","captured_on":"2026-06-01","card":"Visa ending 1111"}""".formatted(id, taken.size(), id, amount));
            if (last) released = rest();
        }
    }

    private Promise promise(String amount) {
        var made = new Promise("au_" + count.incrementAndGet(), amount);
        promises.put(made.id, made);
        return made;
    }

    /** A step on a promise, once under its key. */
    private String promised(HttpExchange exchange, String[] path, String body) {
        Promise promise = promises.get(path[4]);
        if (path.length == 5) return promise.json();
        if (!steps.add(exchange.getRequestHeaders().getFirst("Idempotency-Key"))) return promise.json();
        if (path[5].equals("release")) promise.released = promise.released.add(promise.rest());
        else {
            Matcher amount = AMOUNT.matcher(body);
            if (!amount.find()) throw new IllegalArgumentException(body);
            var part = new BigDecimal(amount.group(1));
            if (decline != null || part.compareTo(promise.rest()) > 0) return "";
            promise.take(part, body.contains("\"last\":true"));
        }
        return promise.json();
    }

    private String open(String key, String body) {
        Matcher amount = AMOUNT.matcher(body);
        if (!amount.find()) throw new IllegalArgumentException(body);
        String reference = byKey.computeIfAbsent(key, k -> "co_%05d".formatted(count.incrementAndGet()));
        return pages.computeIfAbsent(reference, r -> new Page(r, amount.group(1), body))
                .json();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
