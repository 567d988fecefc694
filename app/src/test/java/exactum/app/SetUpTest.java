package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.business.FindBusinesses;
import exactum.app.setup.Banking;
import exactum.app.setup.Branding;
import exactum.app.setup.Checklist;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Numbers;
import exactum.app.setup.SetUp;
import exactum.app.setup.SetupSection;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A business begins as its country proposes; each section says what is missing and what that stops; nothing issued changes. */
@ExtendWith(RunningApp.class)
class SetUpTest {
    private static String begin(Visitor ada, String country, String more) {
        String code = "pier-" + country.toLowerCase(java.util.Locale.ROOT);
        ada.post(
                "~/businesses",
                ada.token("/day"),
                "legalName=Pier+" + country + "&address=Pier+1&country=" + country + "&mailFrom=e@lakeside.example"
                        + more);
        return code;
    }

    @ParameterizedTest
    @CsvSource({
        "IE, EUR, Europe/Dublin, standard 23 %",
        "GB, GBP, Europe/London, standard 20 %",
        "DE, EUR, Europe/Berlin, standard 19 %",
        "FR, EUR, Europe/Paris, low 5.5 %",
        "NL, EUR, Europe/Amsterdam, reduced 9 %",
        "ES, EUR, Europe/Madrid, standard 21 %",
        "US, USD, America/New_York, none 0 %"
    })
    void a_new_business_can_bill_with_what_its_country_proposes(
            String country,
            String currency,
            String zone,
            String rate,
            World world,
            FindBusinesses businesses,
            FindSetup setup,
            Checklist checklist) {
        try (var ada = new Visitor(world, "ada")) {
            String code = begin(ada, country, "");
            var business = businesses.findByCode(code).orElseThrow();
            assertThat(business.currency()).hasToString(currency);
            assertThat(business.zone()).hasToString(zone);
            assertThat(setup.terms(business.id())).hasSize(3);
            List<Checklist.Point> points = checklist.points(business.id());
            assertThat(points.get(SetupSection.TAX.ordinal()).there().replace('\u00a0', ' '))
                    .contains(rate);
            assertThat(points)
                    .filteredOn(Checklist.Point::stopsWork)
                    .extracting(Checklist.Point::section)
                    .containsExactly(SetupSection.BANK, SetupSection.CARDS);
            assertThat(ada.get("~/" + code + "/invoices/new").statusCode()).isEqualTo(200);
            assertThat(ada.get("~/" + code + "/setup").body())
                    .contains("a tax number")
                    .contains("statements and tying out");
        }
    }

    @Test
    void nothing_that_is_not_set_up_yet_answers_with_an_error(World world, SetUp setUp, FindBusinesses businesses) {
        try (var ada = new Visitor(world, "ada")) {
            var like = businesses.get(world.moorings);
            BusinessId bare = setUp.addBusiness(
                    new exactum.app.business.Business(
                            like.id(), "bare", like.identity(), like.currency(), like.zone(), like.brand(), 1),
                    "ada");
            assertThat(bare).isNotNull();
            String token = ada.token("~/bare/day");
            for (String page : List.of(
                    "day",
                    "customers",
                    "recurring",
                    "invoices",
                    "payments",
                    "payments/new",
                    "statements",
                    "payouts",
                    "unmatched",
                    "tie-out",
                    "ledger",
                    "card-payments",
                    "messages",
                    "setup",
                    "setup/tax",
                    "setup/bank",
                    "setup/cards",
                    "setup/rates",
                    "customers/import",
                    "billing-runs",
                    "people",
                    "approvals")) {
                assertThat(ada.get("~/bare/" + page).statusCode()).as(page).isEqualTo(200);
            }
            for (String page : List.of("invoices/new", "recurring/new")) {
                String answer = ada.get("~/bare/" + page).body();
                assertThat(answer)
                        .as(page)
                        .contains("Something is not set up yet")
                        .contains("/bare/setup/terms");
            }
            assertThat(token).isNotEmpty();
        }
    }

    @Test
    void a_form_says_all_that_is_wrong_at_once_each_with_its_field(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String answer = ada.post("/setup/rates", "currency=XQZ&perUnit=-1&day=31+feb&source=")
                    .body();
            assertThat(answer)
                    .contains("There are 4 things to correct. Nothing was saved.")
                    .contains("data-beside=\"currency\"")
                    .contains("data-beside=\"perUnit\"")
                    .contains("data-beside=\"day\"")
                    .contains("data-beside=\"source\"")
                    .contains("The source is missing.");
        }
    }

    @Test
    void two_people_at_the_identity_see_both_versions(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String form =
                    "&senderName=Larkwater+Moorings&statementName=LARKWATER&mailFrom=office@larkwater.example&address=Quay+1&country=IE&taxNumber=IE1&currency=EUR&timeZone=Europe/Dublin";
            ada.follow("/setup/identity", "revision=1&legalName=First+Ltd" + form);
            assertThat(ada.post("/setup/identity", "revision=1&legalName=Second+Ltd" + form)
                            .body())
                    .contains("Somebody changed this meanwhile. It now says First Ltd")
                    .contains("Yours was not saved");
            assertThat(ada.get("/audit?q=identity").body())
                    .contains("Larkwater Moorings Ltd")
                    .contains("First Ltd");
        }
    }

    @Test
    void numbers_go_forward_with_a_reason_in_the_books_and_never_back(World world, Numbers numbers) {
        var invoice = world.invoice(world.payer(), "50.00");
        assertThat(invoice.number()).isEqualTo("LW-2026-0001");
        numbers.moveOn(world.moorings, "invoices", 100);
        assertThat(world.invoice(world.payer(), "50.00").number()).isEqualTo("LW-2026-0100");
        assertThatThrownBy(() -> numbers.moveOn(world.moorings, "invoices", 50))
                .hasMessageContaining("LW-2026-0100 was taken already, so the next one is LW-2026-0101");
        assertThatThrownBy(() -> world.asOwner("update number_counter set last_number = 1"))
                .hasStackTraceContaining("never go backwards");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/setup/series", "series=credit+notes&prefix=LW-&width=4")
                            .body())
                    .contains("two papers would look alike");
            ada.follow("/setup/series", "series=quotes&prefix=QT/&width=5");
            assertThat(ada.get("/setup/numbers").body())
                    .contains("QT/2026-00001")
                    .contains("LW-2026-0101");
            assertThat(ada.get("/audit?q=moved").body())
                    .contains("LW-2026-0002")
                    .contains("LW-2026-0100");
        }
    }

    @Test
    void a_rate_is_corrected_until_an_issued_document_has_used_it(World world, SetUp setUp, FindSetup setup) {
        LocalDate from = LocalDate.of(2021, 3, 1);
        var corrected = TaxRate.standard("standard", "VAT", new BigDecimal("22"), from, null, "a slip");
        setUp.correctRate(world.moorings, corrected);
        assertThat(setup.taxRates(world.moorings)
                        .on("standard", RunningApp.TODAY)
                        .percent())
                .isEqualByComparingTo("22");
        world.invoice(world.payer(), world.line("Berth", "1", "640.00", "standard"));
        assertThatThrownBy(() -> setUp.correctRate(world.moorings, corrected))
                .hasMessageContaining("Issued documents have used VAT 22")
                .hasMessageContaining("from 1 Mar 2021, so it stays");
        assertThatThrownBy(() -> setUp.removeRate(world.moorings, "standard", from))
                .hasMessageContaining("Add another rate from a later day");
        setUp.addTaxRate(
                world.moorings,
                TaxRate.standard("standard", "VAT", new BigDecimal("24"), LocalDate.of(2027, 1, 1), null, "next year"));
        setUp.removeRate(world.moorings, "standard", LocalDate.of(2027, 1, 1));
        assertThat(setup.taxRates(world.moorings)
                        .on("standard", LocalDate.of(2027, 6, 1))
                        .percent())
                .as("the one before goes on")
                .isEqualByComparingTo("22");
    }

    private static byte[] picture(int width, int height, String format) throws IOException {
        var out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    @Test
    void a_logo_is_a_picture_drawn_again_and_nothing_else(World world, FindBusinesses businesses, FindSetup setup)
            throws IOException {
        try (var ada = new Visitor(world, "ada")) {
            String path = "/setup/brand/logo";
            assertThat(ada.upload(path, "a.png", "not a picture".getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("no picture that can be read");
            assertThat(ada.upload(
                                    path,
                                    "a.svg",
                                    "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"
                                            .getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("can hold programs");
            assertThat(ada.upload(path, "a.png", picture(8000, 5000, "png")).body())
                    .contains("8000 by 5000 pixels");
            assertThat(ada.upload(path, "a.gif", picture(8, 8, "gif")).body()).contains("PNG or a JPEG");
            byte[] cut = picture(300, 300, "jpg");
            assertThat(ada.upload(path, "a.jpg", java.util.Arrays.copyOf(cut, 100))
                            .body())
                    .contains("no picture that can be read");
            assertThat(businesses.get(world.moorings).brand().logo()).isNull();
            assertThat(ada.upload(path, "a.jpg", picture(1600, 400, "jpg")).statusCode())
                    .isEqualTo(302);
            String digest = businesses.get(world.moorings).brand().logo();
            byte[] kept = setup.logo(world.moorings, digest).orElseThrow();
            assertThat(ImageIO.read(new java.io.ByteArrayInputStream(kept)).getWidth())
                    .isEqualTo(800);
            assertThat(ada.get("/setup/brand/logo/" + digest + ".png").statusCode())
                    .isEqualTo(200);
            assertThat(ada.get("~/north-shore/setup/brand/logo/" + digest + ".png")
                            .statusCode())
                    .isEqualTo(404);
        }
    }

    @Test
    void what_was_issued_keeps_its_brand_and_its_numbers(World world, Branding branding, FindBusinesses businesses)
            throws IOException {
        var before = world.invoice(world.payer(), "50.00");
        branding.setLogo(world.moorings, picture(200, 100, "png"));
        branding.save(world.moorings, new exactum.app.business.Business.Brand("#112233", "#445566", "plain", null));
        branding.addNumber(world.moorings, "Company no.", "481516", "at the foot");
        var after = world.invoice(world.payer(), "50.00");
        assertThat(world.documents().get(world.moorings, before.id()).seller())
                .satisfies(s -> assertThat(s.colour()).isEqualTo("#17405c"))
                .satisfies(s -> assertThat(s.logo()).isNull())
                .satisfies(s -> assertThat(s.numbers()).isEmpty());
        assertThat(after.seller())
                .satisfies(s -> assertThat(s.colour()).isEqualTo("#112233"))
                .satisfies(s -> assertThat(s.logo()).hasSize(64))
                .satisfies(s -> assertThat(s.numbers()).hasSize(1));
        assertThat(businesses.get(world.moorings).brand().logo()).hasSize(64);
        assertThat(printed(world, after)).contains("Company no. 481516").contains("pictures: 3");
        assertThat(printed(world, before)).doesNotContain("481516").contains("pictures: 2");
    }

    /** The text of the paper, and how many pictures stand on its first page: the codes to pay, and the logo. */
    private static String printed(World world, exactum.app.documents.Document document) throws IOException {
        byte[] pdf = world.bean(exactum.app.documents.DocumentPdfs.class).of(world.moorings, document);
        try (var paper = org.apache.pdfbox.Loader.loadPDF(pdf)) {
            int pictures = 0;
            for (var ignored : paper.getPage(0).getResources().getXObjectNames()) pictures++;
            return new org.apache.pdfbox.text.PDFTextStripper().getText(paper) + " pictures: " + pictures;
        }
    }

    @Test
    void a_bank_account_says_how_its_bank_wants_debits(World world, Banking banking, FindSetup setup) {
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/setup/creditors", "identifier=DE98ZZZ09999999999&creditorName=All");
            String creditor = setup.creditors(world.moorings).getFirst().id().toString();
            String form =
                    "&name=Current+account&feedUrl=&fileVersion=pain.008.001.02&grouping=by+date&cutOff=9:30&usesFirst=on&creditor="
                            + creditor;
            String path = "/setup/bank-accounts/" + world.bank;
            assertThat(ada.post(path, "revision=1&bic=LAKE" + form).body()).contains("is not a BIC");
            ada.follow(path, "revision=1&bic=LAKEIE2DXXX" + form);
            assertThat(ada.post(path, "revision=1&bic=" + form).body()).contains("Somebody changed this account");
            var profile = setup.bankAccount(world.moorings, world.bank).profile();
            assertThat(profile.fileVersion()).isEqualTo("pain.008.001.02");
            assertThat(profile.cutOff()).hasToString("09:30");
            assertThat(profile.isBatch()).isFalse();
            assertThat(ada.get("/audit?q=pain").body())
                    .contains("pain.008.001.08")
                    .contains("pain.008.001.02");
        }
    }
}
