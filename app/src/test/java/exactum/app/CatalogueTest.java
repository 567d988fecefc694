package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.customers.Customer;
import exactum.app.customers.Groups;
import exactum.core.ids.ItemId;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Tariff;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is sold and what it costs whom and when, on its pages and on the paper. */
@ExtendWith(RunningApp.class)
class CatalogueTest {
    private static ItemId key(World world) {
        return world.bean(FindCatalogue.class).items(world.moorings).getFirst().id();
    }

    private static CatalogueItem item(World world) {
        return world.bean(FindCatalogue.class).find(world.moorings, key(world)).orElseThrow();
    }

    private static String price(String amount, String from, String more) {
        return "tariff=flat&price=" + amount + "&validFrom=" + from + more;
    }

    @Test
    void a_price_by_customer_group_and_date_stands_on_the_paper_with_its_working(World world, Groups groups) {
        Customer customer = world.payer();
        UUID clubs = groups.add(world.moorings, "Clubs");
        groups.put(world.moorings, customer.id(), clubs);
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(prices, price("11.00", "1+May+2026", "&group=" + clubs));
            ada.follow(prices, price("10.50", "1+Jul+2026", "&who=" + customer.code()));
            ada.follow(prices, price("13.00", "1+Aug+2026", ""));
            String typed = "customer=" + customer.id() + "&text0=Pontoon+key&qty0=1&date=";
            assertThat(ada.post("/invoices/typed", typed + "1+Jun+2026").body())
                    .contains("value=\"11.00\"")
                    .contains("For the group Clubs: 11.00 from 1 May 2026")
                    .contains("For everybody: 12.00 until 31 Jul 2026")
                    .contains("for the group clubs goes before");
            assertThat(ada.post("/invoices/typed", typed + "2+Jul+2026").body())
                    .contains("value=\"10.50\"")
                    .contains("For this customer: 10.50 from 1 Jul 2026");
            String page = ada.get("/catalogue/" + key(world) + "?who=" + customer.code() + "&day=2+Jul+2026")
                    .body();
            assertThat(page).contains("id=\"answer\"").contains("EUR 10.50").contains("For this customer");
            assertThat(ada.get("/catalogue/" + key(world) + "?day=2+Aug+2026").body())
                    .contains("EUR 13.00");
        }
    }

    @Test
    void another_open_price_ends_the_one_before_and_no_two_overlap(World world) {
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(prices, price("13.00", "1+Jul+2026", ""));
            assertThat(item(world).prices().prices())
                    .extracting(Price::validUntil)
                    .containsExactly(null, LocalDate.of(2026, 7, 1));
            assertThat(ada.post(prices, price("14.00", "1+Jun+2026", "&lastDay=31+Jul+2026"))
                            .body())
                    .contains("It would overlap the price of 13.00 from 1 Jul 2026")
                    .contains("Nothing was saved");
            assertThat(ada.post(prices, price("14.00", "1+Jun+2026", "&lastDay=1+May+2026"))
                            .body())
                    .contains("The last day is before the first");
            assertThat(ada.post(prices, price("14.00", "1+Jun+2026", "&who=nobody+at+all"))
                            .body())
                    .contains("Nobody is called");
            assertThat(ada.get("/audit?q=price").body())
                    .contains("for everybody")
                    .contains("13.00");
        }
    }

    @Test
    void a_new_item_is_booked_to_income_unless_one_says_otherwise(World world) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/catalogue").body()).containsPattern("value=\"4000\" selected=\"selected\"");
        }
    }

    @Test
    void a_price_for_a_while_interrupts_the_open_one_which_goes_on_after_it(World world) {
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(prices, price("9.00", "1+Jul+2026", "&lastDay=31+Jul+2026"));
            for (String[] day :
                    new String[][] {{"30+Jun+2026", "12.00"}, {"31+Jul+2026", "9.00"}, {"1+Aug+2026", "12.00"}})
                assertThat(ada.get("/catalogue/" + key(world) + "?day=" + day[0])
                                .body())
                        .as(day[0])
                        .contains("EUR " + day[1] + "</b>");
        }
    }

    @Test
    void two_who_add_the_same_price_at_once_leave_one(World world) throws Exception {
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(2)) {
            String token = ada.token("/day");
            Callable<Integer> press =
                    () -> ada.post("/catalogue/" + key(world) + "/prices", token, price("13.00", "1+Jul+2026", ""))
                            .statusCode();
            var answers = pool.invokeAll(List.of(press, press));
            assertThat(List.of(answers.get(0).get(), answers.get(1).get())).containsExactlyInAnyOrder(302, 422);
        }
        assertThat(item(world).prices().prices()).hasSize(2);
    }

    @Test
    void a_metered_item_has_steps_finer_than_a_cent(World world) {
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            for (String wrong :
                    List.of("100", "above: 1; 100: 2", "100: 0.34", "100: 0.34; 50: 1; above: 1", "x: 1; above: 1"))
                assertThat(ada.post(prices, "tariff=graduated&validFrom=today&lastDay=&steps=" + Visitor.encoded(wrong))
                                .statusCode())
                        .as(wrong)
                        .isEqualTo(422);
            ada.follow(
                    prices,
                    "tariff=graduated&validFrom=1+Jul+2026&steps="
                            + Visitor.encoded("100: 0.34; 500: 0.29; above: 0.2575"));
            assertThat(ada.get("/catalogue/" + key(world)).body())
                    .contains("up to 100")
                    .contains("EUR 0.2575");
        }
        assertThat(item(world).prices().prices().getFirst().tariff()).isInstanceOf(Tariff.Graduated.class);
    }

    @Test
    void an_item_is_changed_by_one_at_a_time_and_a_retainer_says_its_sentence(World world, SaveCatalogue save) {
        String path = "/catalogue/" + key(world);
        String form = "&name=Pontoon+key&code=KEY&unit=piece&taxCode=standard&incomeAccount=4000";
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post(path, "revision=1&kind=retainer" + form).body()).contains("Write that sentence");
            ada.follow(path, "revision=1&kind=retainer&sentence=Not+refunded." + form);
            assertThat(ada.post(path, "revision=1&kind=unit" + form).body())
                    .contains("Somebody changed this item meanwhile");
            assertThat(ada.post("/invoices/typed", "text0=Pontoon+key&qty0=1").body())
                    .as("the sentence stands on the paper")
                    .contains("id=\"text1\"")
                    .contains("value=\"Not refunded.\"");
            assertThat(ada.get("/audit?q=retainer").body()).contains("unit").contains("Not refunded.");
            ada.follow(path + "/retire", "");
            assertThat(ada.get("/catalogue").body()).doesNotContain("Pontoon key");
        }
        assertThatThrownBy(() -> save.addItem(
                        world.moorings,
                        "X",
                        "X",
                        "piece",
                        UnitPrice.of("EUR", "1"),
                        "no such rate",
                        new exactum.core.ledger.AccountCode("4000")))
                .hasMessageContaining("There is no tax rate");
    }

    @Test
    void a_graduated_price_puts_each_step_on_its_own_line(World world) {
        Customer customer = world.payer();
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(
                    prices, "tariff=graduated&validFrom=1+Jan+2027&steps=" + Visitor.encoded("100: 0.34; above: 0.29"));
            String typed = "customer=" + customer.id() + "&date=2+Jan+2027&text0=Pontoon+key&item0=" + key(world)
                    + "&qty0=620&unit0=piece&price0=0.34&tax0=standard&account0=4000";
            assertThat(ada.post("/invoices/typed", typed).body())
                    .as("100 × 0.34 and 520 × 0.29")
                    .contains("184.80")
                    .contains("520 × 0.29 above 100");
            ada.follow("/drafts/issue", typed);
            assertThat(world.document("LW-2027-0001").lines())
                    .extracting(l -> l.line().description() + " " + l.line().quantity() + " "
                            + l.amount().text())
                    .containsExactly("Pontoon key, up to 100 100 34.00", "Pontoon key, above 100 520 150.80");
            assertThat(ada.post("/invoices/typed", typed.replace("price0=0.34", "price0=0.30"))
                            .body())
                    .as("a price that was typed is one price")
                    .contains("186.00");
        }
    }

    @Test
    void a_price_by_block_follows_the_quantity(World world) {
        String prices = "/catalogue/" + key(world) + "/prices";
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(
                    prices, "tariff=by+reach&validFrom=1+Jul+2026&steps=" + Visitor.encoded("100: 0.34; above: 0.29"));
            String typed = "date=2+Jul+2026&text0=Pontoon+key&item0=" + key(world)
                    + "&unit0=piece&tax0=standard&account0=4000&price0=0.34&was0=0.34&qty0=";
            assertThat(ada.post("/invoices/typed", typed + "118").body())
                    .contains("value=\"0.29\"")
                    .contains("34.22");
            assertThat(ada.post("/invoices/typed", typed + "100").body()).contains("value=\"0.34\"");
            assertThat(ada.post("/invoices/typed", (typed + "118").replace("was0=0.34", "was0="))
                            .body())
                    .as("one that was typed stays")
                    .contains("value=\"0.34\"");
        }
    }

    @Test
    void an_item_is_made_from_the_line_that_is_typed(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            String line = "line=0&text0=Hull+wash&unit0=wash&price0=45.00&tax0=standard&account0=4000";
            assertThat(otto.post("/catalogue/from-line", line).statusCode()).isEqualTo(403);
            String answer = ada.post("/catalogue/from-line", line).body();
            assertThat(answer).contains("Hull wash is in the catalogue");
            CatalogueItem made = world.bean(FindCatalogue.class).items(world.moorings).stream()
                    .filter(i -> i.name().equals("Hull wash"))
                    .findFirst()
                    .orElseThrow();
            assertThat(made.unit()).isEqualTo("wash");
            assertThat(ada.post("/catalogue/from-line", line).body()).contains("There is an item of that name already");
            assertThat(ada.post("/catalogue/from-line", "line=0&text0=&price0=x")
                            .statusCode())
                    .isEqualTo(422);
        }
    }
}
