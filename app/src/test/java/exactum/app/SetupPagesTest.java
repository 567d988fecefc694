package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.catalogue.FindCatalogue;
import exactum.app.setup.FindSetup;
import java.time.LocalDate;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Set-up over its forms: a wrong one is refused whole, a right one is there once. */
@ExtendWith(RunningApp.class)
class SetupPagesTest {
    private static final String TAX = "&name=VAT&percent=9&validFrom=1 Jan 2011&source=here";

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/setup/tax-rates|code=x&name=VAT&percent=a lot&validFrom=today&source=here|“a lot”",
                "/setup/tax-rates|code=x&name=VAT&percent=9&validFrom=30 Feb 2026&source=here|30 Feb",
                "/setup/tax-rates|code=x&name=VAT&percent=9&validFrom=today|The source is missing",
                "/setup/tax-rates|code=standard&name=VAT&percent=9&validFrom=1 Jan 2020&source=s|or later already",
                "/setup/accounts|code=1000&name=Bank&kind=asset|There is an account 1000 already",
                "/setup/accounts|code=&name=Bank&kind=asset|The code is missing",
                "/setup/items|code=B&name=Berth&unit=month&price=1.0000001&taxCode=standard&incomeAccount=4000|decimals",
                "/setup/items|code=B&name=Berth&unit=month&price=&taxCode=standard&incomeAccount=4000|The price is missing",
                "/setup/terms|name=14 days&months0=0&days0=14&printed=x|There are terms called “14 days” already",
                "/setup/terms|name=soon&months0=0&days0=few&printed=x|“few” is not a whole number",
                "/setup/series|prefix=lower&width=4|capital letters",
                "/setup/series|prefix=LW-&width=four|“four” is not a whole number",
                "/setup/bank-accounts|name=x&iban=DE89370400440532013001&account=1000&opening=0&openedOn=today|is not an account number",
                "/setup/processors|name=x&address=nowhere&key=k&signingSecret=whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY%3D&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|“nowhere” is not an address that can be called",
                "/setup/processors|name=x&address=http://a&key=k&signingSecret=secret&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|A signing secret is whsec_",
                "/setup/processors|name=Cards&address=http://a&key=k&signingSecret=whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY%3D&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|a processor called “Cards” already",
                "/setup/identity|legalName=L&country=IE|The sender of messages is missing",
                "/setup/identity|legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=ZZZ&timeZone=UTC&mailFrom=a@b.example&brandColour=%23123456&brandAccent=%23123456|“ZZZ” is not a currency",
                "/setup/identity|legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=EUR&timeZone=Lake&mailFrom=a@b.example&brandColour=%23123456&brandAccent=%23123456|“Lake” is not a time zone",
                "/setup/brand|brandColour=red&brandAccent=%23123456&brandTypeface=book|“red” is not a colour"
            })
    void a_wrong_form_is_refused_with_its_sentence_and_nothing_is_saved(
            String path, String form, String sentence, World world) {
        String before = everything(world);
        try (var ada = new Visitor(world, "ada")) {
            var answer = ada.post(path, form.replace(" ", "%20"));
            assertThat(answer.statusCode()).isEqualTo(422);
            assertThat(answer.body()).contains(sentence).contains("Nothing was saved");
        }
        assertThat(everything(world)).isEqualTo(before);
    }

    private static String everything(World world) {
        var text = new StringBuilder();
        for (String table : new String[] {
            "business",
            "tax_rate",
            "account",
            "catalogue_item",
            "terms",
            "bank_account",
            "processor_account",
            "number_series"
        }) text.append(world.bean(DSLContext.class).fetch("select * from " + table + " order by 1, 2, 3"));
        return text.toString();
    }

    @Test
    void a_new_rate_ends_the_one_before_and_each_day_has_its_own(World world, FindSetup setup) {
        try (var ada = new Visitor(world, "ada")) {
            ada.post("/setup/tax-rates", ("code=marine" + TAX).replace(" ", "%20"));
            ada.post(
                    "/setup/tax-rates",
                    ("code=marine" + TAX.replace("percent=9", "percent=13.5").replace("2011", "2020"))
                            .replace(" ", "%20"));
        }
        var rates = setup.taxRates(world.moorings);
        assertThat(rates.on("marine", LocalDate.of(2019, 12, 31)).percent()).isEqualByComparingTo("9");
        assertThat(rates.on("marine", LocalDate.of(2020, 1, 1)).percent()).isEqualByComparingTo("13.5");
    }

    @Test
    void an_item_is_saved_once_and_shown_with_a_price_finer_than_a_cent(World world, FindSetup setup) {
        String form = "code=KWH&name=Shore%20power&unit=kWh&price=0.3375&taxCode=standard&incomeAccount=4000";
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/setup/items", form).statusCode()).isEqualTo(302);
            assertThat(ada.post("/setup/items", form).body()).contains("There is an item “KWH” already");
            assertThat(ada.get("/catalogue").body()).contains("Shore power").contains("0.3375");
        }
        assertThat(world.bean(FindCatalogue.class).items(world.moorings))
                .filteredOn(i -> i.code().equals("KWH"))
                .hasSize(1);
        assertThat(world.bean(FindCatalogue.class).items(world.north))
                .filteredOn(i -> i.code().equals("KWH"))
                .isEmpty();
    }

    @Test
    void a_bank_account_is_set_up_once_and_may_share_an_account_of_the_chart(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String rest = "&account=1000&opening=0&openedOn=today";
            assertThat(ada.post("/setup/bank-accounts", "name=Twice&iban=" + world.iban.value() + rest)
                            .body())
                    .contains("This account is set up already");
            ada.follow("/setup/bank-accounts", "name=Other&iban=DE89370400440532013000" + rest);
            assertThat(ada.get("/setup/bank").body())
                    .as("two that share an account of the chart get a margin note")
                    .contains("Current account and Other share account 1000 of the chart")
                    .contains(world.iban.ending())
                    .doesNotContain(world.iban.value())
                    .doesNotContain(world.iban.printed());
        }
    }

    @Test
    void keys_are_replaced_and_never_shown(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String path = "/setup/processors/" + world.cards + "/keys";
            assertThat(ada.post(path, "key=k2&signingSecret=plain").body()).contains("A signing secret is whsec_");
            assertThat(ada.post(path, "key=a-key-of-ours&signingSecret=" + World.SECRET.replace("=", "%3D"))
                            .statusCode())
                    .isEqualTo(302);
            assertThat(ada.get("/setup/cards").body())
                    .doesNotContain("a-key-of-ours")
                    .doesNotContain(World.SECRET);
            assertThat(ada.post("/setup/processors/" + world.cards + "/try", "").body())
                    .contains("Test cards");
            assertThat(ada.post(
                                    "/setup/processors/" + UUID.randomUUID() + "/keys",
                                    "key=k&signingSecret=whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY%3D")
                            .statusCode())
                    .isEqualTo(404);
        }
    }

    @Test
    void a_business_is_added_once_and_is_empty_and_its_own(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String form =
                    "code=east-pier&legalName=East+Pier+Ltd&senderName=East+Pier&statementName=EAST&address=Pier+1&country=IE&taxNumber=IE1&currency=EUR&timeZone=Europe/Dublin&mailFrom=e@lakeside.example&brandColour=%23123456&brandAccent=%23123456";
            ada.post("~/businesses", ada.token("/day"), form);
            assertThat(ada.get("~/east-pier/day").statusCode()).isEqualTo(200);
            assertThat(ada.get("~/east-pier/customers").body()).doesNotContain("Écluse");
            assertThat(ada.post("~/businesses", ada.token("/day"), form).statusCode())
                    .isEqualTo(422);
            assertThat(ada.post("~/businesses", ada.token("/day"), form.replace("east-pier", "sign-in"))
                            .statusCode())
                    .isEqualTo(422);
        }
    }
}
