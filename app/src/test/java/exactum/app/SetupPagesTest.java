package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.setup.SetupStore;
import exactum.core.bank.Iban;
import java.time.LocalDate;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The set-up, section by section, as its forms send it: once, twice, and wrong. */
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
                "/setup/items|code=B&name=Berth&unit=month&price=1.001&taxCode=standard&incomeAccount=4000|more decimals than the currency",
                "/setup/items|code=B&name=Berth&unit=month&price=&taxCode=standard&incomeAccount=4000|The amount is missing",
                "/setup/terms|name=14 days&months=0&days=14&printed=x|There are terms called “14 days” already",
                "/setup/terms|name=soon&months=0&days=few&printed=x|“few” is not a whole number",
                "/setup/series|prefix=lower&width=4|capital letters",
                "/setup/series|prefix=LW-&width=four|“four” is not a whole number",
                "/setup/bank-accounts|name=x&iban=DE89370400440532013001&account=1000&opening=0&openedOn=today|is not an account number",
                "/setup/processors|name=x&address=nowhere&key=k&signingSecret=whsec_a&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|“nowhere” is not an address",
                "/setup/processors|name=x&address=http://a&key=k&signingSecret=secret&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|starts with whsec_",
                "/setup/processors|name=Cards&address=http://a&key=k&signingSecret=whsec_a&clearing=1060&feeAccount=5000&feePercent=2&feeFixed=0|a processor called “Cards” already",
                "/setup/identity|legalName=L|The sender name is missing",
                "/setup/identity|legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=ZZZ&timeZone=UTC&mailFrom=a|“ZZZ” is not a currency",
                "/setup/identity|legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=EUR&timeZone=Lake&mailFrom=a|“Lake” is not a time zone",
                "/setup/identity|legalName=L&senderName=L&statementName=L&address=Q&country=IE&taxNumber=1&currency=EUR&timeZone=UTC&mailFrom=a&brandColour=red|“red” is not a colour"
            })
    void a_wrong_form_is_refused_with_its_sentence_and_nothing_is_kept(
            String path, String form, String sentence, World world, SetupStore setup) {
        long before = kept(setup);
        try (var ada = new Visitor(world, "ada")) {
            var answer = ada.post(path, form.replace(" ", "%20"));
            assertThat(answer.statusCode()).isEqualTo(422);
            assertThat(answer.body()).contains(sentence).contains("Nothing was kept");
        }
        assertThat(kept(setup)).isEqualTo(before);
        assertThat(setup.business().legalName()).isEqualTo("Larkwater Moorings Ltd");
    }

    private static long kept(SetupStore setup) {
        return setup.taxRates().rates().size()
                + setup.accounts().size()
                + setup.items().size()
                + setup.terms().size()
                + setup.bankAccounts().size()
                + setup.processors().size();
    }

    @Test
    void a_new_rate_ends_the_one_before_and_each_day_has_its_own(World world, SetupStore setup) {
        try (var ada = new Visitor(world, "ada")) {
            ada.post("/setup/tax-rates", ("code=marine" + TAX).replace(" ", "%20"));
            ada.post(
                    "/setup/tax-rates",
                    ("code=marine" + TAX.replace("percent=9", "percent=13.5").replace("2011", "2020"))
                            .replace(" ", "%20"));
        }
        assertThat(setup.taxRates().on("marine", LocalDate.of(2019, 12, 31)).percentText())
                .isEqualTo("9\u00a0%");
        assertThat(setup.taxRates().on("marine", LocalDate.of(2020, 1, 1)).percentText())
                .isEqualTo("13.5\u00a0%");
    }

    @Test
    void an_item_is_kept_once_and_shown(World world, SetupStore setup) {
        String form =
                "code=SAIL-1&name=Sailing%20course&unit=place&price=1%2C240.50&taxCode=standard&incomeAccount=4000";
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/setup/items", form).statusCode()).isEqualTo(302);
            assertThat(ada.post("/setup/items", form).body()).contains("There is an item “SAIL-1” already");
            assertThat(ada.get("/setup").body()).contains("Sailing course").contains("1,240.50");
        }
        assertThat(setup.items()).filteredOn(i -> i.code().equals("SAIL-1")).hasSize(1);
    }

    @Test
    void a_bank_account_has_an_account_of_the_chart_to_itself(World world, SetupStore setup) {
        Iban taken = world.bankAccount();
        String account = setup.findBankAccount(taken).orElseThrow().account();
        try (var ada = new Visitor(world, "ada")) {
            String rest = "&account=" + account + "&opening=0&openedOn=today";
            assertThat(ada.post("/setup/bank-accounts", "name=Twice&iban=" + taken.value() + rest)
                            .body())
                    .contains("This account is set up already");
            assertThat(ada.post("/setup/bank-accounts", "name=Other&iban=DE89370400440532013000" + rest)
                            .body())
                    .contains("belongs to another bank account");
            assertThat(ada.get("/setup").body())
                    .contains(taken.ending())
                    .doesNotContain(taken.value())
                    .doesNotContain(taken.printed());
        }
    }

    @Test
    void keys_are_replaced_and_never_shown(World world, SetupStore setup) {
        String before = setup.processor(world.processor).name();
        try (var ada = new Visitor(world, "ada")) {
            String path = "/setup/processors/" + world.processor + "/keys";
            assertThat(ada.post(path, "key=k2&signingSecret=plain").body()).contains("starts with whsec_");
            assertThat(ada.post(path, "key=a-key-of-ours&signingSecret=" + World.SECRET.replace("=", "%3D"))
                            .statusCode())
                    .isEqualTo(302);
            assertThat(ada.get("/setup").body()).doesNotContain("a-key-of-ours").doesNotContain(World.SECRET);
            assertThat(ada.post("/setup/processors/" + world.processor + "/try", "")
                            .body())
                    .contains("Cards");
            assertThat(ada.post("/setup/processors/" + UUID.randomUUID() + "/keys", "key=k&signingSecret=whsec_a")
                            .statusCode())
                    .isEqualTo(404);
        }
        assertThat(setup.processor(world.processor).name()).isEqualTo(before);
    }
}
