package exactum.bench;

import exactum.app.links.PaymentLinks;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.pg.ThrowawayPostgres;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.jooq.DSLContext;

/**
 * Two hundred payers at their pages at once, each of whom looks again every four seconds: fifty pages a second, each timed from
 * when it was due. Payers, application and database share the machine.
 */
public final class PayersBench {
    private static final int PAYERS = 200;
    private static final int PER_SECOND = 50;
    private static final int WARM_UP = 3_000;
    private static final String SECRET =
            "whsec_" + Base64.getEncoder().encodeToString("thirty-two bytes for the payers.".getBytes());

    private PayersBench() {}

    public static void main(String[] arguments) throws Exception {
        int seconds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 60;
        try (var postgres = ThrowawayPostgres.start();
                var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, PAYERS, "2026-06-01");
            BillingBench.bill(ground, business);
            CardsBench.processor(ground, business, new ProcessorAccount.Access("http://127.0.0.1:1/", "key", SECRET));
            ground.rows.settleDown();
            List<URI> pages = pages(ground, business);
            try (var http = HttpClient.newHttpClient()) {
                warmUp(http, pages);
                OpenLoop.Answers answers = look(http, pages, seconds);
                if (answers.wrong() > 0) throw new IllegalStateException(answers.wrong() + " pages without the amount");
                System.out.printf(
                        Locale.ROOT,
                        "%,d pages of %d payers: half of them within %.1f ms%n"
                                + "per_s=%d p99_ms=%.1f worst_ms=%.1f heap_mb=%d%n",
                        answers.millis().length,
                        PAYERS,
                        answers.half(),
                        PER_SECOND,
                        answers.p99(),
                        answers.worst(),
                        BenchGround.peakHeapMb());
            }
        }
    }

    private static List<URI> pages(BenchGround ground, BusinessId business) {
        PaymentLinks links = ground.bean(PaymentLinks.class);
        return ground.bean(DSLContext.class).fetch("select id from document").map(r -> {
            var id = new DocumentId(r.get(0, UUID.class));
            return URI.create(ground.address() + "/pay/" + links.token(links.ofDocument(business, id)));
        });
    }

    /** One page after the other, so that the program is compiled before it is measured. */
    private static void warmUp(HttpClient http, List<URI> pages) throws Exception {
        for (int i = 0; i < WARM_UP; i++)
            http.send(
                    HttpRequest.newBuilder(pages.get(i % pages.size())).build(),
                    HttpResponse.BodyHandlers.discarding());
    }

    private static OpenLoop.Answers look(HttpClient http, List<URI> pages, int seconds) {
        return OpenLoop.send(
                http,
                PER_SECOND,
                seconds * PER_SECOND,
                i -> HttpRequest.newBuilder(pages.get(i % pages.size())).build(),
                answer -> answer.body().contains("832.74"));
    }
}
