package exactum.app.cards;

import exactum.app.outside.Outside;
import exactum.core.bank.PayoutReport;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.csv.PayoutCsv;
import java.io.ByteArrayInputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** A processor that is spoken to over HTTP with JSON, as the stand-in is. */
public final class HttpProcessor implements ProcessorPort {
    private static final int MOST_LISTED = 1000;
    private static final int FIRST_CLIENT_ERROR = 400;
    private static final int FIRST_SERVER_ERROR = 500;
    private static final int NOT_FOUND = 404;
    private static final int TOO_MANY = 429;
    private final JsonLine line;

    /** Speaks over a line that knows the address and the key. */
    public HttpProcessor(JsonLine line) {
        this.line = line;
    }

    @Override
    public About about() {
        return asked(() -> {
            JsonNode who = get("/api/account");
            Set<Ability> can = EnumSet.noneOf(Ability.class);
            for (JsonNode ability : who.path("can"))
                ability(ability.asString("")).ifPresent(can::add);
            return new About(
                    Outside.text(who, "name"),
                    Currency.getInstance(Outside.text(who, "currency")),
                    who.path("test").asBoolean(true),
                    can);
        });
    }

    private static Optional<Ability> ability(String name) {
        try {
            return Optional.of(Ability.valueOf(name.toUpperCase(Locale.ROOT)));
        } catch (IllegalArgumentException newer) {
            return Optional.empty();
        }
    }

    @Override
    public Page open(String key, PageWanted wanted) {
        Map<String, Object> body = new HashMap<>(order(wanted.order()));
        if (!wanted.lines().isEmpty()) body.put("lines", lines(wanted.lines()));
        body.put("purpose", wanted.purpose().name().toLowerCase(Locale.ROOT));
        body.put("keep", String.valueOf(wanted.keep()));
        body.put("by_phone", String.valueOf(wanted.byPhone()));
        body.put("return_to", wanted.returnTo());
        return asked(() -> {
            JsonNode made = post("/api/checkouts", key, body);
            return new Page(ProcessorJson.reference(made, "id"), Outside.text(made, "url"));
        });
    }

    private static Map<String, String> order(Order order) {
        return Map.of(
                "amount",
                order.amount().plain(),
                "currency",
                order.amount().currency().getCurrencyCode(),
                "reference",
                order.number(),
                "customer",
                order.customer());
    }

    @Override
    public PageState page(String reference) {
        return asked(() -> ProcessorJson.page(get("/api/checkouts/" + reference)));
    }

    @Override
    public PageState close(String reference) {
        return asked(
                () -> ProcessorJson.page(post("/api/checkouts/" + reference + "/cancel", "close-" + reference, null)));
    }

    @Override
    public KeptCard card(String token) {
        return asked(() -> ProcessorJson.card(get("/api/cards/" + token)));
    }

    @Override
    public void forget(String token) {
        asked(() -> post("/api/cards/" + token + "/forget", "forget-" + token, null));
    }

    @Override
    public Answer charge(String key, ChargeWanted wanted) {
        Map<String, Object> body = new HashMap<>(order(wanted.order()));
        body.put("token", wanted.token());
        body.put("network", wanted.network());
        body.put("payer_present", wanted.isPresent());
        body.put("capture", wanted.capture());
        if (!wanted.lines().isEmpty()) body.put("lines", lines(wanted.lines()));
        return asked(() -> ProcessorJson.answer(post("/api/charges", key, body)));
    }

    private static List<Map<String, String>> lines(List<Line> lines) {
        return lines.stream().map(HttpProcessor::line).toList();
    }

    private static Map<String, String> line(Line line) {
        return Map.of(
                "description",
                line.description(),
                "quantity",
                line.quantity(),
                "unit",
                line.unit(),
                "net",
                line.net().plain(),
                "tax",
                line.tax().plain());
    }

    @Override
    public Optional<Answer> chargeUnder(String key) {
        return asked(() -> found(() -> ProcessorJson.answer(get("/api/charges?key=" + encoded(key)))));
    }

    @Override
    public Charge find(String charge) {
        return asked(() -> ProcessorJson.charge(get("/api/charges/" + charge)));
    }

    @Override
    public Charge capture(String key, String charge, Money amount, boolean isLast) {
        return asked(() -> ProcessorJson.charge(
                post("/api/charges/" + charge + "/captures", key, Map.of("amount", amount.plain(), "last", isLast))));
    }

    @Override
    public Charge release(String key, String charge) {
        return asked(() -> ProcessorJson.charge(post("/api/charges/" + charge + "/release", key, Map.of())));
    }

    @Override
    public Refunded refund(String key, String sale, Money amount) {
        return asked(() ->
                ProcessorJson.refunded(post("/api/sales/" + sale + "/refunds", key, Map.of("amount", amount.plain()))));
    }

    @Override
    public List<Chargeback> chargebacksAfter(String lastRead) {
        return asked(() -> {
            var all = new ArrayList<Chargeback>();
            for (JsonNode node : Outside.list(get("/api/chargebacks" + after(lastRead)), "chargebacks"))
                if (all.size() < MOST_LISTED) all.add(ProcessorJson.chargeback(node));
            return all;
        });
    }

    @Override
    public Chargeback chargeback(String reference) {
        return asked(() -> ProcessorJson.chargeback(get("/api/chargebacks/" + reference)));
    }

    @Override
    public Chargeback answer(String key, String reference, byte[] evidence) {
        return asked(() ->
                ProcessorJson.chargeback(line.postPdf("/api/chargebacks/" + reference + "/evidence", key, evidence)));
    }

    @Override
    public Chargeback accept(String key, String reference) {
        return asked(() -> ProcessorJson.chargeback(post("/api/chargebacks/" + reference + "/accept", key, Map.of())));
    }

    @Override
    public Optional<EarlyOffer> earlyOffer() {
        return asked(() -> found(() -> {
            JsonNode offer = get("/api/early-payout");
            String currency = Outside.text(offer, "currency");
            return new EarlyOffer(
                    ProcessorJson.amount(offer, "amount", currency),
                    ProcessorJson.amount(offer, "fee", currency),
                    LocalDate.parse(Outside.text(offer, "arrives_on")));
        }));
    }

    @Override
    public String sendEarly(String key, Money fee) {
        return asked(() -> ProcessorJson.reference(post("/api/early-payout", key, Map.of("fee", fee.plain())), "id"));
    }

    /** Empty where the processor says that there is none. */
    private static <T> Optional<T> found(Supplier<T> asking) {
        try {
            return Optional.of(asking.get());
        } catch (Outside.Refused refused) {
            if (refused.status() == NOT_FOUND) return Optional.empty();
            throw refused;
        }
    }

    @Override
    public List<String> payoutsAfter(String lastRead) {
        return asked(() -> {
            var references = new ArrayList<String>();
            for (JsonNode payout : Outside.list(get("/api/payouts" + after(lastRead)), "payouts"))
                if (references.size() < MOST_LISTED) references.add(ProcessorJson.reference(payout, "id"));
            return references;
        });
    }

    @Override
    public PayoutReport payout(String reference) {
        byte[] csv = asked(() -> line.bytes("/api/payouts/" + reference + ".csv"));
        return PayoutCsv.read(new ByteArrayInputStream(csv));
    }

    private static String after(String lastRead) {
        return lastRead == null ? "" : "?after=" + encoded(lastRead);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private JsonNode get(String path) {
        return line.get(path);
    }

    private JsonNode post(String path, String key, Object body) {
        return line.post(path, key, body);
    }

    /** A refusal by the processor was not done; whatever else is no answer may have been. */
    private static <T> T asked(Supplier<T> asking) {
        try {
            return asking.get();
        } catch (Outside.Refused refused) {
            boolean certainlyNot = refused.status() >= FIRST_CLIENT_ERROR && refused.status() < FIRST_SERVER_ERROR;
            String why = refused.why().isEmpty() ? refused.getMessage() : refused.why();
            if (refused.status() == TOO_MANY) throw NoAnswer.forLater(why, refused);
            throw new NoAnswer(why, !certainlyNot, refused);
        } catch (RestClientException none) {
            throw new NoAnswer(Outside.words(none), true, none);
        } catch (Refusal | IllegalArgumentException | DateTimeException nonsense) {
            throw new NoAnswer(nonsense.getMessage(), true, nonsense);
        }
    }
}
