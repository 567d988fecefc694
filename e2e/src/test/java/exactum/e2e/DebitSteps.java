package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import exactum.core.bank.Iban;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The steps of collecting over mandates, as a person does them. */
final class DebitSteps {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);
    private final Installation installation;
    private final Person person;
    private final Page page;

    DebitSteps(Installation installation, Person person) {
        this.installation = installation;
        this.person = person;
        this.page = person.page;
    }

    /** The current account collects under the creditor identifier of EPC262-08’s own example; its bank takes the files itself. */
    void setUp() {
        person.goTo("/setup/bank");
        page.locator("[name=identifier]").fill("DE98 ZZZ 0999 9999 999");
        page.locator("[name=creditorName]").fill("berths");
        person.press("Add an identifier");
        assertThat(page.locator("#creditors")).containsText("DE98ZZZ09999999999");
        Locator profile = page.locator("main form", new Page.LocatorOptions().setHasText("Current account: debits"));
        profile.locator("[name=creditor]").selectOption(new SelectOption().setIndex(1));
        profile.locator("[name=leadDays]").fill("1");
        profile.locator("[name=debitUrl]").fill(installation.standinsAddress + "/bank/api/debits");
        person.press("Save Current account");
        person.settled();
    }

    /** So much is billed for a debit that came back. */
    void billForReturns(String fee) {
        person.goTo("/debit-runs/settings");
        page.locator("[name=fee]").fill(fee);
        person.press("Save");
        assertThat(page.locator("[name=fee]")).hasValue(fee);
    }

    /** From now on what is due goes to the bank by itself. */
    void collectByItself() {
        person.goTo("/debit-runs/settings");
        page.locator("#f-timer").selectOption("collects");
        person.press("Save");
        assertThat(page.locator("#f-timer")).hasValue("collects");
        person.look();
    }

    /** Begins an invoice for a customer with one line. */
    void beginInvoice(String who, String text, String price) {
        person.goTo("/invoices/new?over=true");
        page.locator("[name=who]").fill(who);
        page.locator(".choice").first().click();
        assertThat(page.locator(".chooser [name=customer]")).hasCount(1);
        page.locator("#text0").fill(text);
        page.locator("#price0").fill(price);
        page.locator("#price0").press("Tab");
        assertThat(page.locator("#rehearsal")).containsText("Receivables");
        person.settled();
    }

    /** Issues it, and answers its number. */
    String issue() {
        person.press("Issue and send");
        assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-\\d{4}-\\d{4}"));
        return page.url().substring(page.url().lastIndexOf('/') + 1);
    }

    /** Somebody else, who may collect and approve, in a browser of their own. */
    Page colleague(String name, String login) {
        person.goTo("/people");
        person.fill("form[action$='/people/invitations']", Map.of("name", name));
        for (String role : List.of("collections", "approver"))
            page.locator("form[action$='/people/invitations'] [value=" + role + "]")
                    .check();
        person.press("Make the invitation");
        String address = page.locator("#made-address").textContent();
        Page theirs = person.newPage(1280, 800);
        theirs.navigate(address);
        for (String field : List.of("#login", "#username")) {
            theirs.locator(field).fill(login);
            theirs.locator("#password").fill("a-long-password");
            theirs.locator("button.main").click();
        }
        assertThat(theirs.locator("h1")).hasText("Day sheet");
        return theirs;
    }

    /** An account number at a bank code that nobody has. */
    static String iban(int n) {
        String own = "LAKE90%012d".formatted(50_000 + n);
        return "IE" + Iban.checkDigits("IE", own) + own;
    }

    /** A customer with a mandate on paper; the customer's page is left open. */
    void mandate(String name, String email, int account, Map<String, String> agreed) {
        person.goTo("/customers");
        person.goTo("/customers/new");
        person.fill("main form", Map.of("name", name, "email", email));
        page.locator("main form button.main").click();
        assertThat(page).hasURL(Pattern.compile(".*/customers/[0-9a-f-]{36}.*"));
        page.locator("#mandates").getByText("New from paper").click();
        assertThat(page.locator("[name=iban]")).isVisible();
        page.locator("[name=iban]").fill(iban(account));
        person.fill("main form", agreed);
        person.look();
        person.press("Take it in");
        assertThat(page.locator("#state")).isVisible();
    }

    /** The customer of the mandate that stands open is billed in pounds, which have a rate. */
    void inPounds() {
        String mandate = page.url();
        person.goTo("/setup/rates");
        person.fill("main", Map.of("currency", "GBP", "perUnit", "1.17", "day", "1 Jun 2026", "source", "the bank"));
        person.press("Save the rate");
        assertThat(page.locator("#list")).containsText("GBP");
        page.navigate(mandate);
        page.locator("main a[href*='/customers/']").first().click();
        page.locator("#change summary").click();
        page.locator("#change [name=currency]").fill("GBP");
        page.locator("#change form.stack .acts button").first().click();
        person.settled();
    }

    /** Rehearses, commits and hands over what can be collected until a day; answers how many collections it made. */
    String collect(String until) {
        rehearse(until);
        page.locator(".dock button.main").click();
        ready();
        String made = page.locator(".dock b").textContent();
        handOver();
        return made;
    }

    void rehearse(String until) {
        person.goTo("/debit-runs");
        page.locator("#until").fill(until);
        person.press("Rehearse");
        assertThat(page.locator("#state")).containsText("rehearsed");
    }

    /** Waits until the collections are made. */
    void ready() {
        Installation.await("the run to be ready", () -> {
            page.reload();
            return page.locator("#state").textContent().equals("ready");
        });
    }

    void handOver() {
        person.press("Hand over to the bank");
        assertThat(page.locator("#state")).containsText("handed over");
        assertThat(page.locator("#file")).containsText("taken by the bank");
    }

    /** The bank does something with debits. */
    void bank(String what, Map<String, String> form) {
        String body = form.entrySet().stream()
                .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        try {
            HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(installation.standinsAddress + "/bank/" + what))
                                    .header("Content-Type", "application/x-www-form-urlencoded")
                                    .POST(HttpRequest.BodyPublishers.ofString(body))
                                    .build(),
                            HttpResponse.BodyHandlers.discarding());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Debits of an account come back, once. */
    void fate(int account, String kind, String reason, int after) {
        bank(
                "fate",
                Map.of(
                        "iban",
                        iban(account),
                        "kind",
                        kind,
                        "reason",
                        reason,
                        "after",
                        Integer.toString(after),
                        "times",
                        "1",
                        "feeInside",
                        "true"));
    }

    /** Moves on, a month at a time where it is long, until a date stands in the corner. */
    void forwardTo(String day) {
        LocalDate until = LocalDate.parse(day, DAY);
        person.goTo("/day");
        for (LocalDate now = today(); now.isBefore(until); now = today()) {
            LocalDate next = now.plusMonths(1);
            person.moveUntil(DAY.format(next.isBefore(until) ? next : until));
        }
    }

    private LocalDate today() {
        var found = Pattern.compile("[A-Z][a-z]{2} \\d{1,2} [A-Z][a-z]{2} \\d{4}")
                .matcher(page.locator(".corner").textContent());
        if (!found.find()) throw new IllegalStateException("no date stands in the corner");
        return LocalDate.parse(found.group(), DAY);
    }

    /** Matches all that is certain. */
    void matchCertain() {
        person.goTo("/unmatched");
        while (page.locator("#unmatched [data-advance]").count() > 0) {
            int before = page.locator("#unmatched [data-advance]").count();
            page.locator("#unmatched [data-advance]").first().click();
            assertThat(page.locator("#unmatched [data-advance]")).hasCount(before - 1);
        }
    }

    /** Takes in the first of what came back, after a look at what that does. */
    void takeIn(String... effects) {
        cameBack(effects);
        takeItIn();
    }

    /** What taking in the first of what came back would do. */
    void cameBack(String... effects) {
        person.goTo("/came-back");
        for (String effect : effects)
            assertThat(page.locator(".effect").first()).containsText(effect);
        person.look();
    }

    void takeItIn() {
        page.locator(".effect").first().locator("button.main").click();
        assertThat(page.locator("#done")).isVisible();
    }
}
