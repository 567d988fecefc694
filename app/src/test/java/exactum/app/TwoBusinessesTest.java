package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.cardruns.PlanCardRun;
import exactum.app.cards.AskForCard;
import exactum.app.cards.Authorise;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.FindCards;
import exactum.app.cards.FindCollections;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.chargebacks.FindChargebacks;
import exactum.app.customers.Customer;
import exactum.app.customers.ImportCustomers;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.debits.DebitRun;
import exactum.app.debits.FindDebits;
import exactum.app.debits.NoteCameBack;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.ledger.FindBooks;
import exactum.app.links.PaymentLink;
import exactum.app.mandates.MandateLink;
import exactum.app.mandates.SigningLinks;
import exactum.app.messages.FindMessages;
import exactum.app.payer.AddressWish;
import exactum.app.payer.AddressWishes;
import exactum.app.refunds.Draw;
import exactum.app.refunds.FindRefunds;
import exactum.app.refunds.RefundOrder;
import exactum.app.refunds.Route;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.Iban;
import exactum.core.ids.AddressWishId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ledger.AccountCode;
import exactum.core.scheme.Scheme;
import exactum.formats.pain.StatusReport;
import java.io.ByteArrayInputStream;
import java.lang.reflect.Parameter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;

/**
 * Two businesses side by side: whatever address of the second is called with ids of the first, by somebody who may write in
 * both, nothing of the first is shown and nothing of it changes.
 */
@ExtendWith(RunningApp.class)
class TwoBusinessesTest {
    private static final String SECRET_NAME = "Moorings Only Owner";

    /** Ids of Larkwater Moorings, by the type by which addresses name them, and forms that name more of them. */
    private record Theirs(Map<String, String> byType, List<String> forms) {}

    private static Theirs everythingOfMoorings(World world) {
        var ids = new LinkedHashMap<String, String>();
        Customer owner = world.customer(world.moorings, SECRET_NAME, "owner@lakeside.example", "EUR");
        var recurring = world.berth(owner);
        world.bill(RunningApp.TODAY);
        Document paid = world.newest(owner.id());
        Document open = world.invoice(owner, "50.00");
        world.desk.sale("sa_own", world.desk.cardPage(paid).reference, "832.74", "20.24");
        PayoutId payout = world.desk.payout("po_own", "sa_own:832.74:21.00", ":0.00:1.50");
        BankLineId matched = world.bankLine("12.00", SECRET_NAME, "interest");
        BankLineId line = world.bankLine("50.00", SECRET_NAME, open.number());
        var part = new Part.ToAccount(new AccountCode("4000"), World.euro("12.00"));
        var match = world.bean(Match.class)
                .match(world.moorings, new LineRef.OfBank(matched), List.of(part))
                .getFirst();
        Draft draft = world.draft(owner, RunningApp.TODAY, world.power());
        world.bean(Drafts.class).save(world.moorings, draft);
        var statement = world.bean(FindBankLines.class)
                .find(world.moorings, line)
                .orElseThrow()
                .statement();
        var link = world.link(open);
        world.desk.cardPage(open);
        var collection = world.bean(FindCollections.class)
                .findLive(world.moorings, open.id())
                .orElseThrow();
        var message = world.bean(FindMessages.class)
                .ofDocument(world.moorings, paid.id())
                .getFirst()
                .message();
        var payment = world.bean(FindPayments.class)
                .ofDocument(world.moorings, paid.id())
                .getFirst();
        var claim =
                world.bean(FindClaims.class).openOf(world.moorings, open.id()).getFirst();
        var rehearsal = world.bean(ImportCustomers.class)
                .rehearse(
                        world.moorings,
                        "own.csv",
                        new ByteArrayInputStream(
                                "code,name,email,country,currency\nK9,In File,a@lakeside.example,IE,EUR\n"
                                        .getBytes(StandardCharsets.UTF_8)));
        String run = world.bean(DSLContext.class)
                .fetchValue("select id::text from run where business_id = " + world.moorings)
                .toString();
        debits(world, owner, ids);
        cards(world, owner, link, ids);
        moneyBack(world, payment.id(), ids);
        ids.put("CustomerId", owner.id().toString());
        ids.put("RecurringId", recurring.toString());
        ids.put("String", open.number());
        ids.put("PayoutId", payout.toString());
        ids.put("BankLineId", line.toString());
        ids.put("MatchId", match.toString());
        ids.put("DocumentId", draft.id().toString());
        ids.put("StatementId", statement.toString());
        ids.put("PaymentLinkId", link.id().toString());
        ids.put("CollectionId", collection.id().toString());
        ids.put("MessageId", message.id().toString());
        ids.put("MeansId", payment.id().toString());
        ids.put("ProcessorId", world.cards.toString());
        ids.put("RunId", run);
        ids.put("BankAccountId", world.bank.toString());
        ids.put("UUID", rehearsal.toString());
        ids.put(
                "WaitingId",
                world.bean(FindWaiting.class)
                        .open(world.moorings)
                        .getFirst()
                        .item()
                        .id()
                        .toString());
        ids.put(
                "EntryId",
                world.bean(FindBooks.class)
                        .latest(world.moorings, 1)
                        .getFirst()
                        .entry()
                        .toString());
        ids.put("int", "1");
        ids.put(
                "TermsId",
                world.bean(FindSetup.class).chosenTerms(world.moorings).id().toString());
        ids.put(
                "ItemId",
                world.bean(FindCatalogue.class)
                        .items(world.moorings)
                        .getFirst()
                        .id()
                        .toString());
        String common =
                "revision=1&paused=true&account=4000&minor=100&key=%s&customer=%s&invoice=%s&claim=%s&processor=%s&means=%s&bank=%s"
                        .formatted(
                                draft.id(),
                                owner.id(),
                                open.number(),
                                claim.claim(),
                                world.cards,
                                payment.id(),
                                world.bank);
        return new Theirs(
                ids,
                List.of(
                        common + "&name=Mine&country=GB&currency=GBP&shown=claim:" + claim.claim() + "%3D5000",
                        common + "&shown=customer:" + owner.id()
                                + "%3D5000&date=2026-06-01&amount=5.00&method=cash&text0=A&qty0=1&price0=1&tax0=zero&account0=4000&unit=MONTH&every=1&start=2026-06-01",
                        common.replace("account=4000", "account=" + world.bank) + "&words=x&amount=5.00&shown=return:"
                                + payment.id() + "%3D-5000&part0=claim:" + claim.claim() + "&amount0=5.00"));
    }

    /** A refund by transfer in a file, and a chargeback. */
    private static void moneyBack(World world, MeansId payment, Map<String, String> ids) {
        RefundOrder refund = world.desk.refund(
                payment,
                new Draw.Reopened(
                        world.bean(FindPayments.class)
                                .settledBy(world.moorings, payment)
                                .getFirst()
                                .document(),
                        euro("10.00")),
                new Route.Transfer(SECRET_NAME, new Iban("IE29AIBK93115212345678")));
        ids.put("RefundOrderId", refund.id().toString());
        world.desk.notice("cb_own", """
                {"type":"chargeback.opened","data":%s}""".formatted(CardProcessor.contested("cb_own", "sa_own", "80.00", "open")));
        ids.put(
                "ChargebackId",
                world.bean(FindChargebacks.class)
                        .list(world.moorings, Slice.first(1))
                        .getFirst()
                        .id()
                        .toString());
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/refunds/files", "account=%s&refund=%s".formatted(world.bank, refund.id()));
        }
        ids.put(
                "RefundFileId",
                world.bean(FindRefunds.class)
                        .find(world.moorings, refund.id())
                        .orElseThrow()
                        .to()
                        .file()
                        .toString());
    }

    /** A card on file with the page on which it was entered, and an address that a payer corrected. */
    private static void cards(World world, Customer owner, PaymentLink link, Map<String, String> ids) {
        AskForCard ask = world.bean(AskForCard.class);
        var page = ask.byPhone(
                        world.moorings, owner.id(), owner.currency(), "agreed", "ada", id -> "http://127.0.0.1:1/x")
                .orElseThrow();
        world.processor.opened().getLast().keep("tok_own", "2029-12");
        var card = ask.look(world.moorings, page.id()).orElseThrow().card();
        var wish = new AddressWish(
                new AddressWishId(Ids.next()), owner.id(), SECRET_NAME, "Mole 7", "IE", RunningApp.TODAY);
        world.bean(AddressWishes.class).ask(link, wish);
        var run = world.bean(PlanCardRun.class).rehearse(world.moorings, owner.currency(), RunningApp.TODAY, "");
        ids.put("CardId", card.toString());
        ids.put("CardRunId", run.toString());
        CardOnFile kept = world.bean(FindCards.class).find(world.moorings, card).orElseThrow();
        var promised = world.bean(Authorise.class).onFile(world.moorings, kept, null, SECRET_NAME, euro("10.00"));
        ids.put("AuthorisationId", promised.id().toString());
        ids.put("CardPageId", page.id().toString());
        ids.put("AddressWishId", wish.id().toString());
    }

    /** A mandate, a link for one, a run and something that came back. */
    private static void debits(World world, Customer owner, Map<String, String> ids) {
        Debits debits = world.debits();
        var mandate =
                debits.mandate(owner, Debits.authority(Scheme.SEPA_CORE, RunningApp.TODAY.minusDays(20), null), 9);
        var asked = new MandateLink.Asked(Scheme.SEPA_CORE, false, null, null, 14, null, null);
        var link = world.bean(SigningLinks.class).make(world.moorings, owner.id(), asked, false);
        debits.invoice(owner, "77.00");
        DebitRun run = debits.collect(RunningApp.TODAY.plusDays(15));
        world.bean(NoteCameBack.class)
                .report(
                        world.moorings,
                        new StatusReport(
                                "STS-1",
                                "MOORINGS-R" + run.number(),
                                "pain.008.001.08",
                                new StatusReport.Status("RJCT", "FF01", ""),
                                List.of(),
                                List.of()));
        ids.put("MandateId", mandate.toString());
        ids.put("MandateLinkId", link.id().toString());
        ids.put("DebitRunId", run.id().toString());
        ids.put(
                "CameBackId",
                world.bean(FindDebits.class).waiting(world.moorings).getFirst().toString());
    }

    private static String path(RequestMappingInfo info, HandlerMethod method, Map<String, String> ids) {
        String path = info.getPatternValues().iterator().next();
        for (Parameter p : method.getMethod().getParameters()) {
            if (!p.isAnnotationPresent(PathVariable.class)) continue;
            String id = ids.get(p.getType().getSimpleName());
            assertThat(id).as("an id for %s of %s", p, path).isNotNull();
            path = path.replaceAll("\\{" + p.getName() + "(:[^/]*)?\\}", id);
        }
        return path;
    }

    private static Map<String, HandlerMethod> routes(World world, RequestMethod wanted, Map<String, String> ids) {
        var found = new TreeMap<String, HandlerMethod>();
        world.mappings().getHandlerMethods().forEach((info, method) -> {
            String pattern = info.getPatternValues().iterator().next();
            if (!info.getMethodsCondition().getMethods().contains(wanted)) return;
            if (pattern.matches(
                    "/(pay/|hooks/|sign-in|first-user|join|password|me/|error|home|businesses|keys|clock).*|/me|/"))
                return;
            found.put(path(info, method, ids), method);
        });
        return found;
    }

    /** What every row of a business comes to, by table. */
    private static Map<String, String> sums(DSLContext db, BusinessId business) {
        var sums = new TreeMap<String, String>();
        List<String> tables = db.fetch(
                        "select c.table_name::text from information_schema.columns c join information_schema.tables t using (table_schema, table_name) where c.table_schema = 'public' and c.column_name = 'business_id' and t.table_type = 'BASE TABLE'")
                .into(String.class);
        assertThat(tables).hasSizeGreaterThan(25);
        for (String table : new ArrayList<>(tables)) {
            sums.put(
                    table,
                    String.valueOf(db.fetchValue(
                            "select md5(string_agg(t::text, '|' order by t::text)) from %s t where business_id = %s"
                                    .formatted(table, business))));
        }
        return sums;
    }

    @Test
    void no_address_of_the_second_shows_or_changes_anything_of_the_first(World world, DSLContext db) {
        Theirs theirs = everythingOfMoorings(world);
        Map<String, String> before = sums(db, world.moorings);
        for (String login : List.of("ada", "nils")) {
            try (var somebody = new Visitor(world, login)) {
                String token = somebody.token("~/north-shore/day");
                for (String path :
                        routes(world, RequestMethod.GET, theirs.byType()).keySet()) {
                    var answer = somebody.get("~/north-shore" + path);
                    boolean named =
                            theirs.byType().values().stream().anyMatch(id -> id.length() > 1 && path.contains(id));
                    assertThat(answer.statusCode()).as(path).isLessThan(500);
                    if (named) assertThat(answer.statusCode()).as(path).isIn(404, 422);
                    assertThat(answer.body()).as(path).doesNotContain(SECRET_NAME, "po_own", "sa_own");
                }
                for (String path :
                        routes(world, RequestMethod.POST, theirs.byType()).keySet()) {
                    for (String form : theirs.forms()) {
                        var answer = somebody.post("~/north-shore" + path, token, form);
                        assertThat(answer.statusCode()).as(path).isLessThan(500);
                        assertThat(answer.body()).as(path).doesNotContain(SECRET_NAME, "po_own", "sa_own");
                    }
                }
            }
            assertThat(sums(db, world.moorings)).as("after " + login).isEqualTo(before);
        }
    }

    @Test
    void words_that_ask_for_rows_of_the_other_find_none(World world) {
        Theirs theirs = everythingOfMoorings(world);
        String number = theirs.byType().get("String");
        String customer = theirs.byType().get("CustomerId");
        try (var ada = new Visitor(world, "ada")) {
            for (String page : List.of(
                    "/find?q=" + number,
                    "/find?q=Moorings%20Only",
                    "/customers?q=Moorings%20Only",
                    "/customers/found?q=Moorings%20Only",
                    "/invoices?q=" + number,
                    "/payments?q=" + number,
                    "/invoices/new?customer=" + customer,
                    "/recurring/new?customer=" + customer,
                    "/payments/new?customer=" + customer)) {
                var answer = ada.get("~/north-shore" + page);
                assertThat(answer.statusCode()).as(page).isLessThan(500);
                assertThat(answer.body()).as(page).doesNotContain(SECRET_NAME, "/invoices/" + number);
            }
        }
    }

    @Test
    void the_header_switches_between_them_and_each_tab_stays_in_its_own(World world) {
        world.invoice();
        Customer north = world.customer(world.north, "Northerner", "n@lakeside.example", "GBP");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("href=\"/north-shore/").contains("Larkwater Moorings");
            String list = ada.get("~/north-shore/customers").body();
            assertThat(list)
                    .contains("Northerner")
                    .doesNotContain("Écluse")
                    .contains("href=\"/north-shore/customers/" + north.id());
            assertThat(ada.get("/customers").body()).contains("Écluse").doesNotContain("Northerner");
        }
        try (var nils = new Visitor(world, "nils")) {
            assertThat(nils.get("~/north-shore/day").body()).doesNotContain("Larkwater Moorings");
            for (String path : List.of("/day", "/invoices", "/nowhere")) {
                var stopped = nils.get(path);
                assertThat(stopped.statusCode()).as(path).isEqualTo(404);
                assertThat(stopped.body())
                        .as(path)
                        .contains("href=\"/businesses\"")
                        .doesNotContain("Larkwater Moorings")
                        .doesNotContain("class=\"stations\"");
            }
        }
    }
}
