package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Quotes, invoices, credit notes and cash sales as a billing administrator and their customers meet them. */
@ExtendWith(OneInstallation.class)
class DocumentStoriesTest {

    /** A quote of 1,375.00 with 160.00 due on acceptance, signed on a phone; the seven others start when it came. */
    @Test
    void a_quote_is_signed_on_a_phone_and_its_down_payment_starts_the_rest(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Paper paper = Paper.of(person, "quotes", "Écluse")
                    .line(0, "Winter storage", "1", "1375")
                    .choose("#mode", "tax included");
            page.locator("#divide").click();
            assertThat(page.locator("#part0")).hasValue("1,375.00");
            page.locator("#planDown").fill("160");
            page.locator("#planDownDue").fill("2 Jun 2026");
            page.locator("#planCount").fill("7");
            page.locator("#planEvery").fill("3");
            page.locator("#planUnit").selectOption("WEEK");
            paper.check("#planFromDown").press("#make-plan");
            assertThat(page.locator("#addition")).containsText("160.00 + 173.58 + 6 × 173.57 = 1,375.00");
            paper.choose("#asks", "FIRST_PART");
            String number = paper.issue();
            assertThat(page.locator("#quote")).containsText("It waits for an answer");
            person.look();
            sign(person, Harbour.mailedLink(installation, person, number));
            person.goTo("/day");
            person.sees(number + " was accepted; its invoice is not made");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#acceptance")).containsText("signed by hand on the page");
            assertThat(page.locator("#acceptance img")).isVisible();
            assertThat(page.locator("#paid-ahead")).containsText("160.00 was paid ahead");
            person.look();
            person.press("Issue and send its invoice");
            assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-0002"));
            var items = page.locator("#open-items table").first().locator("tbody tr:not(.faint)");
            assertThat(items).hasCount(8);
            assertThat(items.nth(0)).containsText("160.00");
            assertThat(items.nth(1)).containsText("Mon 22 Jun 2026");
            assertThat(items.nth(1)).containsText("173.58");
            assertThat(page.locator("main")).containsText("Paid before it was issued");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** On a phone: reads, draws, accepts, pays. */
    private static void sign(Person person, String link) {
        Page phone = person.newPage(390, 844);
        phone.navigate(link);
        assertThat(phone.locator("h1")).containsText("Quote QUO-2026-");
        assertThat((int) (Integer) phone.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        person.look(phone);
        phone.locator("#name").fill("Jeanne Écluse");
        phone.locator("#accept .pay").click();
        assertThat(phone.locator("[role=alert]")).containsText("signature is missing");
        assertThat(phone.locator("#name")).hasValue("Jeanne Écluse");
        phone.locator("#signature").scrollIntoViewIfNeeded();
        BoundingBox box = phone.locator("#signature").boundingBox();
        phone.mouse().move(box.x + 20, box.y + 30);
        phone.mouse().down();
        phone.mouse().move(box.x + 120, box.y + 50);
        phone.mouse().move(box.x + 200, box.y + 20);
        phone.mouse().up();
        phone.locator("#accept .pay").click();
        assertThat(phone.locator("main")).containsText("Accepted. Thank you.");
        assertThat(phone.locator("main")).containsText("160.00 is to be paid now");
        person.look(phone);
        phone.locator(".pay").click();
        Harbour.card(phone, "4111 1111 1111 1111");
        assertThat(phone.locator("#paid")).containsText("160.00 is paid");
    }

    /** 12 lines at three rates with a discount of all, tax included; four of its lines are credited. */
    @Test
    void four_of_twelve_lines_are_credited_with_their_share_of_the_discount(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Paper paper = Paper.of(person, "invoices", "Écluse").choose("#mode", "tax included");
            String[] rates = {"standard", "reduced", "zero"};
            for (int i = 0; i < 12; i++) paper.line(i, "Line " + (i + 1), "2", (10 + i) + ".15", rates[i % 3]);
            paper.type("#adjust", "10 % Season");
            assertThat(page.locator("#gross button")).hasText("338.04");
            page.setInputFiles(
                    "input[type=file]",
                    new FilePayload("plan.pdf", "application/pdf", "%PDF-1.7".getBytes(StandardCharsets.US_ASCII)));
            assertThat(page.locator("#attached")).containsText("plan.pdf");
            person.settled();
            page.setInputFiles(
                    "input[type=file]",
                    new FilePayload("plan.exe.pdf", "application/pdf", "%PDF".getBytes(StandardCharsets.US_ASCII)));
            assertThat(page.locator("main")).containsText("two endings");
            String number = paper.issue();
            assertThat(page.locator("main")).containsText("plan.pdf");

            page.getByText("Credit it").click();
            Paper credit = Paper.here(person);
            for (int i = 4; i < 11; i++) page.locator("#qty" + i).fill("0");
            credit.type("#qty11", "0");
            assertThat(page.locator("#gross button")).hasText("83.88");
            assertThat(page.locator("#settles")).containsText("83.88");
            credit.type("#qty0", "3");
            assertThat(page.locator("aside")).containsText("2 piece is left, not 3");
            credit.type("#qty0", "2");
            String note = credit.issue();
            assertThat(page.locator("main")).containsText("It takes back " + number);
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#credit-notes")).containsText(note);
            assertThat(page.locator("#standing")).hasText("part-paid");
            installation.booksAgree(person);
        }
    }

    /** 1.5 % less within 8 days: in time by card, and too late. */
    @Test
    void paying_early_is_less_in_time_and_not_a_day_late(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String inTime = early(person, "1 Jun 2026");
            Page phone = person.newPage(390, 844);
            phone.navigate(Harbour.mailedLink(installation, person, inTime));
            assertThat(phone.locator("#early")).containsText("3.69 less if paid by 9 Jun 2026");
            phone.locator(".pay").click();
            Harbour.card(phone, "4111 1111 1111 1111");
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
            person.goTo("/invoices/" + inTime);
            assertThat(page.locator("#settled")).containsText("early settlement");
            assertThat(page.locator("#settled")).containsText("3.69");

            String late = early(person, "20 May 2026");
            person.goTo("/invoices/" + late);
            person.page.getByText("Record a payment").click();
            page.locator("#amount").fill("242.31");
            assertThat(page.locator("#outcome")).containsText("242.31");
            person.press("Record payment");
            assertThat(page).hasURL(Pattern.compile(".*/payments/[0-9a-f-]{36}"));
            person.goTo("/invoices/" + late);
            assertThat(page.locator("#open-items")).containsText("3.69");
            assertThat(page.locator("#standing")).hasText(Pattern.compile("part-paid|overdue"));
            installation.booksAgree(person);
        }
    }

    /** An invoice of 200.00 and 23 %, with 1.5 % less within eight days. */
    private static String early(Person person, String date) {
        Page page = person.page;
        Paper paper = Paper.of(person, "invoices", "Écluse").type("#date", date).line(0, "Crane lift", "1", "200");
        page.locator("#divide").click();
        assertThat(page.locator("#part0")).hasValue("246.00");
        paper.type("#early0", "1.5 %");
        paper.type("#earlyUntil0", date.startsWith("1 ") ? "9 Jun 2026" : "28 May 2026");
        return paper.issue();
    }

    /** 7 × 46.30, credited 4 and then 3: 42.60 and 31.94 tax. */
    @Test
    void the_last_part_credit_takes_the_rest(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number = Paper.of(person, "invoices", "Écluse")
                    .line(0, "Night at the pontoon", "7", "46.30")
                    .issue();
            page.getByText("Credit it").click();
            assertThat(page.locator("#qty0")).hasValue("7");
            Paper four = Paper.here(person).type("#qty0", "4");
            assertThat(page.locator("#sums")).containsText("42.60");
            four.issue();
            person.goTo("/credit-notes/new?credits=" + number);
            assertThat(page.locator("#qty0")).hasValue("3");
            assertThat(page.locator("#sums")).containsText("31.94");
            page.locator("#sums .working").first().click();
            assertThat(page.locator("#w-tax-0")).containsText("74.54 − 42.60 = 31.94");
            page.keyboard().press("Escape");
            Paper.here(person).issue();
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("credited");
            installation.booksAgree(person);
        }
    }

    @Test
    void a_lift_is_paid_by_cheque_as_it_is_made(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Paper sale = Paper.of(person, "cash-sales", "Écluse").line(0, "Crane lift", "1", "145");
            sale.choose("#paidBy", "CHEQUE").type("#paidReference", "no 000412");
            assertThat(page.locator("#rehearsal")).containsText("Received, not yet at the bank");
            String number = sale.issue();
            assertThat(page.locator("#standing")).hasText("paid, not yet at the bank");
            person.goTo("/invoices?kind=CASH_SALE&sort=-amount");
            assertThat(page.locator("#documents")).containsText(number);
            person.look();
            installation.booksAgree(person);
        }
    }

    /** 500.00 is held; 200.00 of it settles an invoice, and the rest is given back once. */
    @Test
    void a_deposit_is_held_used_and_given_back(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            installation.execute(
                    "insert into catalogue_item (business_id, id, code, name, kind, unit, tax_code, income_account, search) select b.id, gen_random_uuid(), 'DEPOSIT', 'Security deposit', 'security deposit', 'piece', 'zero', '2110', 'deposit security deposit' from business b where b.code = 'moorings'");
            Paper paper = Paper.of(person, "invoices", "Écluse").type("#text0", "Security deposit");
            String deposit = paper.type("#price0", "500").issue();
            page.getByText("Record a payment").click();
            page.locator("#amount").fill("500");
            assertThat(page.locator("#outcome")).containsText("settles");
            page.locator("input[name^=part-]").last().fill("500");
            person.press("Record payment");
            assertThat(page).hasURL(Pattern.compile(".*/payments/[0-9a-f-]{36}"));
            person.goTo("/invoices/" + deposit);
            assertThat(page.locator("#standing")).hasText("paid, not yet at the bank");
            String owed = Paper.of(person, "invoices", "Écluse")
                    .line(0, "Lost key", "1", "200")
                    .choose("#tax0", "zero")
                    .issue();
            page.locator("h1 a").click();
            page.getByText("Use it or give it back").click();
            assertThat(page.locator("#left")).hasText("€ 500.00");
            page.locator("#use-document").selectOption(new SelectOption().setLabel(owed + ", € 200.00 open"));
            person.look();
            person.press("Use it");
            assertThat(page.locator("#left")).hasText("€ 300.00");
            Page other = person.page.context().newPage();
            other.navigate(page.url());
            for (Page tab : new Page[] {page, other}) {
                tab.getByText("Give it back", new Page.GetByTextOptions().setExact(true))
                        .last()
                        .click();
                tab.locator("[name=route][value=hand]").check();
                tab.getByText("Look at it first").click();
                assertThat(tab.locator("#rehearsal .total")).containsText("300.00");
            }
            page.locator("#rehearsal button.main").click();
            assertThat(page.locator("#refund")).isVisible();
            other.locator("#rehearsal button.main").click();
            assertThat(other.locator("#rehearsal .problem, #wish .problem").last())
                    .containsText("Nothing was refunded");
            person.goTo("/invoices/" + owed);
            assertThat(page.locator("#settled")).containsText("security deposit");
            installation.booksAgree(person);
        }
    }

    /** 120.00 USD at 0.90, paid when a dollar is 0.92: 2.40 gained. */
    @Test
    void dollars_are_invoiced_at_one_rate_and_paid_at_another(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            installation.execute(
                    "insert into exchange_rate (business_id, currency, day, per_unit, source) select id, 'USD', d::date, r, 'the bank' from business, (values ('2026-05-01', 0.90), ('2026-06-01', 0.92)) v(d, r) where code = 'moorings'");
            installation.execute(
                    "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search) select id, gen_random_uuid(), 'D-1', 'Delia Dollar', 'person', 'delia@lakeside.example', 'US', 'USD', '2026-05-01', 'delia dollar d-1' from business where code = 'moorings'");
            Paper paper = Paper.of(person, "invoices", "Delia")
                    .type("#date", "31 May 2026")
                    .line(0, "Berth for guests", "1", "120")
                    .choose("#tax0", "zero");
            assertThat(page.locator("#worth")).containsText("€ 108.00: 1 USD is 0.9");
            assertThat(page.locator("#unpayable")).containsText("Nobody can pay this in USD");
            String number = paper.issue();
            page.getByText("Record a payment").click();
            page.locator("#amount").fill("120");
            assertThat(page.locator("#outcome")).containsText("settles " + number);
            person.press("Record payment");
            assertThat(page.locator("main")).containsText("2.40");
            installation.booksAgree(person);
        }
    }

    @Test
    void a_quote_is_accepted_by_phone_and_looked_at_first(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number = Paper.of(person, "quotes", "Écluse")
                    .line(0, "Sailing course", "2", "320")
                    .issue();
            person.press("They accepted it");
            page.locator("#told-name").fill("Jeanne Écluse");
            page.locator("#told-us button").click();
            assertThat(page.locator("#told-us .problem")).containsText("how it came is missing");
            page.locator("#told-note").fill("by phone, 1 Jun at ten");
            page.locator("#told-us button").click();
            assertThat(page.locator("#acceptance")).containsText("by phone, 1 Jun at ten");
            person.press("Look at its draft first");
            assertThat(page.locator("h1")).hasText("Draft invoice");
            page.getByText("Issue", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-0002"));
            assertThat(page.locator("#quote")).containsText(number);
            person.goTo("/quotes");
            assertThat(page.locator("#documents")).containsText("accepted");
            person.look();
        }
    }

    /** A view that is kept, and several drafts issued together. */
    @Test
    void several_are_acted_on_at_once_and_a_view_is_kept(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            for (int i = 1; i <= 2; i++) {
                Paper.of(person, "invoices", "Écluse").line(0, "Key " + i, "1", "12");
                person.press("Save draft");
                assertThat(page.locator("h1")).hasText("Draft invoice");
            }
            person.goTo("/invoices?standing=DRAFT&sort=customer");
            person.press("Save this view");
            page.locator("#view-name").fill("Drafts by customer");
            person.press("Save view");
            assertThat(page.locator("#views")).containsText("Drafts by customer");
            page.locator("[data-all]").check();
            assertThat(page.locator("[data-selected-of=documents]")).containsText("2 selected");
            person.look();
            person.press("Issue drafts");
            assertThat(page.locator("#outcome")).containsText("issued as LW-2026-0002");
            assertThat(page.locator("#outcome")).containsText("issued as LW-2026-0003");
            person.goTo("/invoices");
            page.getByText("Drafts by customer").click();
            person.sees("Nothing matches");
        }
    }
}
