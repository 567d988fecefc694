package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Document;
import exactum.app.documents.Drafts;
import exactum.app.messages.FindMessages;
import exactum.core.ids.BankLineId;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Each page answers, whole and with its title, to whoever may read; and says so where there is nothing. */
@ExtendWith(RunningApp.class)
class EveryPageTest {
    private static final Pattern LEFT_OVER = Pattern.compile("th:|\\$\\{|exactum\\.app\\.|\\bnull\\b|Exception");

    private static List<String> pages(World world, FindMessages messages, Drafts drafts) {
        Document invoice = world.invoice();
        BankLineId line = world.bankLine("832.74", "Somebody", invoice.number());
        var draft = world.draft(world.payer(), RunningApp.TODAY, world.power());
        drafts.save(world.moorings, draft);
        var pages = new ArrayList<>(List.of(
                "/day",
                "/setup",
                "/setup/identity",
                "/setup/tax",
                "/setup/terms",
                "/setup/numbers",
                "/setup/accounts",
                "/catalogue",
                "/catalogue?q=power",
                "/catalogue/import",
                "/setup/layouts",
                "/setup/tags",
                "/catalogue/discounts",
                "/prepared",
                "/customers/groups",
                "/setup/brand",
                "/setup/bank",
                "/setup/cards",
                "/setup/rates",
                "/customers",
                "/customers?q=ecluse",
                "/customers/new",
                "/customers/import",
                "/recurring",
                "/recurring/new",
                "/recurring?state=PAUSED",
                "/recurring/prices",
                "/standing",
                "/standing/new",
                "/setup/terms/new",
                "/billing-runs",
                "/forecast",
                "/forecast?month=2027-02",
                "/readings",
                "/readings?month=2026-06",
                "/drafts/review",
                "/invoices",
                "/invoices?state=issued",
                "/invoices?due=2026-06-15",
                "/invoices/new",
                "/invoices?standing=OVERDUE&sort=-amount",
                "/invoices?kind=CREDIT_NOTE&q=berth&sort=customer",
                "/quotes",
                "/quotes?standing=EXPIRED",
                "/quotes/new",
                "/credit-notes/new",
                "/cash-sales/new",
                "/messages",
                "/messages?state=held",
                "/payments",
                "/payments/new",
                "/card-payments",
                "/notices",
                "/payouts",
                "/statements",
                "/unmatched",
                "/tie-out",
                "/tie-out?on=2026-05-31",
                "/ledger",
                "/ledger/entries",
                "/audit",
                "/people",
                "/approvals",
                "/day/aside",
                "/parts"));
        pages.add("/drafts/" + draft.id());
        pages.add("/invoices/" + invoice.number());
        pages.add("/customers/" + invoice.customer());
        pages.add("/invoices/" + Papers.quote(world, world.payer(), "").number());
        pages.add("/invoices/"
                + Papers.credited(world, world.invoice(world.payer(), "10.00")).number());
        pages.add("/invoices/" + Papers.cashSale(world, world.payer(), "12.00").number());
        pages.add("/payments/new?customer=" + invoice.customer());
        pages.add("/bank-lines/" + line);
        pages.add("/messages/"
                + messages.ofDocument(world.moorings, invoice.id())
                        .getFirst()
                        .message()
                        .id());
        pages.add("/recurring/" + invoice.origin().id());
        return pages;
    }

    @Test
    void every_page_answers_the_administrator_and_the_auditor(World world, FindMessages messages, Drafts drafts) {
        List<String> pages = pages(world, messages, drafts);
        for (String login : List.of("ada", "otto")) {
            try (var reader = new Visitor(world, login)) {
                for (String page : pages) {
                    var answer = reader.get(page);
                    if (login.equals("otto") && answer.statusCode() == 403) {
                        assertThat(page).as("closed to an auditor").matches(".*/(new|import)(\\?.*)?");
                        continue;
                    }
                    assertThat(answer.statusCode()).as(login + " at " + page).isEqualTo(200);
                    assertThat(answer.body())
                            .as(page)
                            .containsOnlyOnce("<h1")
                            .containsPattern("<title>[^<]{3,}</title>")
                            .contains("href=\"/css/")
                            .doesNotContainPattern(LEFT_OVER);
                }
            }
        }
    }

    @Test
    void an_auditor_sees_no_button_that_writes(World world, FindMessages messages, Drafts drafts) {
        Pattern form = Pattern.compile("(?s)<form([^>]*method=\"post\"[^>]*)>(.*?)</form>");
        Pattern submit = Pattern.compile("<button(?![^>]*type=\"button\")");
        try (var otto = new Visitor(world, "otto")) {
            for (String page : pages(world, messages, drafts)) {
                var found = form.matcher(otto.get(page).body())
                        .results()
                        .filter(r -> submit.matcher(r.group(2)).find())
                        .map(r -> r.group(1))
                        .filter(head -> !head.matches(".*action=\"/(sign-out|keys)\".*"))
                        .toList();
                assertThat(found).as(page).isEmpty();
            }
        }
    }

    @Test
    void what_is_not_there_says_so_and_leads_on(World world) {
        UUID nobody = UUID.randomUUID();
        try (var ada = new Visitor(world, "ada")) {
            for (String page : List.of(
                    "/customers/" + nobody,
                    "/recurring/" + nobody,
                    "/billing-runs/" + nobody,
                    "/invoices/LW-1999-0001",
                    "/drafts/" + nobody,
                    "/messages/" + nobody,
                    "/payouts/" + nobody,
                    "/statements/" + nobody,
                    "/bank-lines/" + nobody,
                    "/payments/" + nobody,
                    "/customers/import/" + nobody,
                    "/nothing-here")) {
                var answer = ada.get(page);
                assertThat(answer.statusCode()).as(page).isEqualTo(404);
                assertThat(answer.body()).as(page).contains("href=\"/").doesNotContain("Whitelabel");
            }
        }
    }

    @Test
    void a_word_finds_what_is_printed(World world) {
        Document invoice = world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            String found = ada.get("/find?q=" + invoice.number()).body();
            assertThat(found).contains("/invoices/" + invoice.number()).doesNotContain("<html");
            assertThat(ada.get("/find?q=ECLUSE").body()).contains("/customers/").contains("Écluse Söhne");
            assertThat(ada.get("/find?q=").statusCode()).isEqualTo(200);
            assertThat(ada.get("/find?q=%25").body()).doesNotContain("/invoices/" + invoice.number());
            assertThat(ada.get("/find?q=%3Cscript%3E").body()).doesNotContain("<script>");
        }
    }
}
