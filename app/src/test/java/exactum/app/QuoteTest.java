package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.Standing;
import exactum.app.installation.PlayDays;
import exactum.app.links.PaymentLinks;
import exactum.app.quotes.Acceptance;
import exactum.app.quotes.AnswerQuote;
import exactum.app.quotes.FindQuotes;
import exactum.app.quotes.Quote;
import exactum.core.problem.Refusal;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Quotes from the paper to the customer's answer and the invoice. */
@ExtendWith(RunningApp.class)
class QuoteTest {
    private static final String DRAWN = "data:image/png;base64,"
            + Base64.getEncoder()
                    .encodeToString(Arrays.copyOf(
                            new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n', 0, 0, 0, 13}, 20_000));

    private static Standing standing(World world, Document quote) {
        return world.documents().standing(world.moorings, quote.id(), RunningApp.TODAY);
    }

    private static String page(World world, PaymentLinks links, Document quote) {
        return "~/pay/" + links.token(links.ofDocument(world.moorings, quote.id()));
    }

    @Test
    void it_is_signed_once_and_what_was_seen_is_kept(
            World world, PaymentLinks links, FindQuotes quotes, DocumentPdfs pdfs) throws Exception {
        Document quote = Papers.quote(world, world.payer(), "");
        assertThat(quote.number()).startsWith("QUO-");
        assertThat(standing(world, quote)).isEqualTo(Standing.OPEN);
        String page = page(world, links, quote);
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(page).body()).contains("id=\"signature\"").contains("1,000.00");
            String token = payer.token(page);
            payer.post(page + "/accept", token, "name=Ada+Quay&drawing=" + Papers.in(DRAWN));
            assertThat(payer.get(page).body()).contains("Accepted. Thank you.").doesNotContain("id=\"signature\"");
            payer.post(page + "/accept", token, "name=Somebody&typed=on");
        }
        Acceptance kept = quotes.acceptance(world.moorings, quote.id()).orElseThrow();
        assertThat(kept.name()).isEqualTo("Ada Quay");
        assertThat(kept.how()).isEqualTo(Acceptance.How.DRAWN);
        assertThat(kept.address()).isEqualTo("127.0.0.1");
        assertThat(kept.digest())
                .isEqualTo(HexFormat.of()
                        .formatHex(MessageDigest.getInstance("SHA-256").digest(pdfs.of(world.moorings, quote))));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains(quote.number() + " was accepted");
            String invoice = ada.follow("/quotes/" + quote.number() + "/issue", "");
            Document made = world.document(invoice.substring(invoice.lastIndexOf('/') + 1));
            assertThat(made.gross()).isEqualTo(quote.gross());
            assertThat(made.date()).isEqualTo(RunningApp.TODAY);
            assertThat(ada.get("/invoices/" + made.number()).body()).contains("Ada Quay");
            assertThat(ada.get("/day").body()).doesNotContain(quote.number() + " was accepted");
        }
        assertThat(standing(world, quote)).isEqualTo(Standing.ACCEPTED);
    }

    @Test
    void it_needs_the_signature_that_it_asks_for(World world, AnswerQuote answer) {
        Document quote = Papers.quote(world, world.payer(), "");
        assertThatThrownBy(() -> answer.accept(world.moorings, quote.id(), yes(Acceptance.How.READ, "Ada", null)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("signature is missing");
        assertThatThrownBy(() -> answer.accept(
                        world.moorings, quote.id(), yes(Acceptance.How.DRAWN, "Ada", new byte[] {1, 2, 3})))
                .hasMessageContaining("did not arrive whole");
        assertThatThrownBy(() -> answer.accept(world.moorings, quote.id(), yes(Acceptance.How.TYPED, " ", null)))
                .hasMessageContaining("name is missing");
        assertThat(standing(world, quote)).isEqualTo(Standing.OPEN);
    }

    private static AnswerQuote.Yes yes(Acceptance.How how, String name, byte[] drawing) {
        return new AnswerQuote.Yes(how, name, "", drawing, "127.0.0.1", "test");
    }

    @Test
    void accepted_at_once_by_many_it_makes_one_invoice(World world, AnswerQuote answer, FindQuotes quotes)
            throws Exception {
        Document quote = Papers.quote(world, world.payer(), "&byItself=on");
        try (var pool = Executors.newFixedThreadPool(4)) {
            var all = pool.invokeAll(IntStream.range(0, 4)
                    .mapToObj(i -> (Callable<Boolean>)
                            () -> answer.accept(world.moorings, quote.id(), yes(Acceptance.How.TYPED, "Ada " + i, null))
                                    .isPresent())
                    .toList());
            int issued = 0;
            for (var one : all) if (one.get()) issued++;
            assertThat(issued).isEqualTo(1);
        }
        Quote accepted = quotes.find(world.moorings, quote.id()).orElseThrow();
        assertThat(world.documents().get(world.moorings, accepted.invoice()).gross())
                .isEqualTo(euro("1000.00"));
    }

    @Test
    void told_by_phone_it_is_recorded_with_how_it_came(World world, FindQuotes quotes) {
        Document quote = Papers.quote(world, world.payer(), "");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/quotes/" + quote.number() + "/accept", "name=Ada")
                            .body())
                    .contains("how it came");
            ada.follow("/quotes/" + quote.number() + "/accept", "name=Ada&note=by+phone+at+ten");
            assertThat(ada.get("/invoices/" + quote.number()).body()).contains("by phone at ten");
            String draft = ada.follow("/quotes/" + quote.number() + "/invoice", "");
            assertThat(draft).startsWith("/drafts/");
            assertThat(ada.follow("/quotes/" + quote.number() + "/invoice", "")).isEqualTo(draft);
            ada.follow(draft + "/delete", "");
            assertThat(quotes.find(world.moorings, quote.id()).orElseThrow().invoice())
                    .isNull();
        }
        assertThat(quotes.acceptance(world.moorings, quote.id()).orElseThrow().how())
                .isEqualTo(Acceptance.How.TOLD_US);
    }

    @Test
    void a_newer_version_stands_in_its_place(World world, PaymentLinks links, FindQuotes quotes) {
        Document first = Papers.quote(world, world.payer(), "");
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(ada.get("/quotes/new?replaces=" + first.number()).body())
                    .contains("value=\"" + first.id() + "\"")
                    .contains("1,000.00");
            Document second = Papers.issued(
                    world, Papers.typed("QUOTE", world.customer(first.customer()), "900") + "&replaces=" + first.id());
            assertThat(quotes.find(world.moorings, second.id()).orElseThrow().version())
                    .isEqualTo(2);
            assertThat(standing(world, first)).isEqualTo(Standing.REPLACED);
            String old = page(world, links, first);
            assertThat(payer.get(old).body()).contains("A newer version stands in its place");
            payer.post(old + "/accept", "", "name=Ada&typed=on");
            assertThat(standing(world, first)).isEqualTo(Standing.REPLACED);
            assertThat(payer.get(old).body()).contains("A newer version stands in its place");
        }
    }

    @Test
    void an_accepted_one_is_not_replaced_and_a_withdrawn_one_not_accepted(
            World world, AnswerQuote answer, PaymentLinks links) {
        Document accepted = Papers.quote(world, world.payer(), "");
        answer.accept(world.moorings, accepted.id(), yes(Acceptance.How.TYPED, "Ada", null));
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(ada.post(
                                    "/drafts/issue",
                                    Papers.typed("QUOTE", world.customer(accepted.customer()), "900") + "&replaces="
                                            + accepted.id())
                            .body())
                    .contains("was accepted meanwhile");
            Document withdrawn = Papers.quote(world, world.payer(), "");
            String page = page(world, links, withdrawn);
            String token = payer.token(page);
            ada.follow("/quotes/" + withdrawn.number() + "/withdraw", "cause=no+berth");
            assertThat(payer.get(page).statusCode()).isEqualTo(410);
            payer.post(page + "/accept", token, "name=Ada&typed=on");
            assertThat(standing(world, withdrawn)).isEqualTo(Standing.WITHDRAWN);
            Document declined = Papers.quote(world, world.payer(), "");
            String other = page(world, links, declined);
            payer.post(other + "/decline", payer.token(other), "reason=too+dear");
            assertThat(standing(world, declined)).isEqualTo(Standing.DECLINED);
            assertThat(ada.get("/invoices/" + declined.number()).body()).contains("too dear");
        }
    }

    @Test
    void one_that_expires_while_its_payer_signs_is_not_accepted(World world, PaymentLinks links, FindQuotes quotes) {
        Document quote = Papers.quote(world, world.payer(), "&expires=" + RunningApp.TODAY);
        String page = page(world, links, quote);
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            String token = payer.token(page);
            assertThat(payer.get(page).body()).contains("id=\"signature\"");
            world.bean(PlayDays.class).setDate(RunningApp.TODAY.plusDays(1));
            assertThat(payer.post(page + "/accept", token, "name=Ada+Quay&drawing=" + Papers.in(DRAWN))
                            .body())
                    .contains("a day that is past")
                    .contains("Nothing was accepted");
            assertThat(payer.get(page).body()).doesNotContain("id=\"signature\"");
            assertThat(quotes.acceptance(world.moorings, quote.id())).isEmpty();
            assertThat(world.documents().standing(world.moorings, quote.id(), world.today()))
                    .isEqualTo(Standing.EXPIRED);
            assertThat(ada.get("/invoices/" + quote.number()).body()).contains("expired");
        }
    }
}
