package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.regex.Pattern;

/** The steps of giving money back, and of reading what the processor makes of it, as a person does them. */
final class MoneyBackSteps {
    private static final String BRESLIN = "t.breslin@lakeside.example";
    /** With 23 % tax this is 80.00; the processor takes 2.17 of it. */
    private static final String EIGHTY = "65.04";

    private final Installation installation;
    private final Person person;
    private final Page page;
    private boolean isKnown;

    MoneyBackSteps(Installation installation, Person person) {
        this.installation = installation;
        this.person = person;
        this.page = person.page;
    }

    /** An invoice of 80.00 that is paid by card; its number. */
    String eightyByCard() {
        String number = Harbour.oneOff(person, "T. Breslin", isKnown ? null : BRESLIN, "Sailing course", EIGHTY);
        isKnown = true;
        payByCard(number);
        return number;
    }

    void payByCard(String number) {
        Harbour.paidByCard(person.newPage(390, 844), Harbour.mailedLink(installation, person, number));
        Installation.await(
                "the sale to be booked",
                () -> installation.count(
                                "select count(*) from claim k join document d on d.id = k.document_id where d.number = '"
                                        + number + "' and k.left_minor = 0")
                        == 1);
    }

    void openPaymentOf(String number) {
        person.goTo("/payments?q=" + number);
        page.locator("tr[data-row] a[data-open]").first().click();
        assertThat(page.locator("#became")).isVisible();
    }

    /** The refund of the payment that stands open is begun. */
    void beginRefund() {
        page.locator("a[href*='/refunds/new']").click();
        person.sees("Back through which payment");
    }

    void lookAtIt() {
        person.press("Look at it first");
        assertThat(page.locator("#rehearsal")).isVisible();
        person.look();
    }

    void refund() {
        page.locator("#rehearsal button.main").click();
        assertThat(page).hasURL(Pattern.compile(".*/refunds/[0-9a-f-]{36}"));
    }

    /** A part of a document's payment goes back to its card, with a credit note over the amount; the refund is left open. */
    void giveBack(String number, String amount) {
        openPaymentOf(number);
        beginRefund();
        page.locator("[name=draw][value='part:" + number + "']").check();
        page.locator("#amount").fill(amount);
        page.locator("#why").fill("The boat was not ready");
        lookAtIt();
        refund();
        sent();
    }

    /** Waits until the processor has taken the refund that stands open. */
    void sent() {
        Installation.await("the processor to take the refund", () -> {
            page.reload();
            return page.locator("#refund").textContent().contains("Reference");
        });
    }

    /** The name that the processor has for the sale of a document. */
    String sale(String number) {
        return installation.text(
                "select r.sale_ref from receipt r join allocation s on s.business_id = r.business_id and s.means_id = r.means_id join claim k on k.business_id = s.business_id and k.id = s.claim_id join document d on d.id = k.document_id where d.number = '"
                        + number + "' limit 1");
    }

    /** The payment of a document, as addresses name it. */
    String payment(String number) {
        return installation.text("select means_id::text from receipt where sale_ref = '" + sale(number) + "'");
    }

    /** The chargeback of a document's sale, once it is known. */
    String chargeback(String number) {
        String known = "from chargeback where sale_ref = '" + sale(number) + "'";
        Installation.await("the chargeback to be known", () -> installation.count("select count(*) " + known) == 1);
        return installation.text("select id::text " + known);
    }

    /** Whether a form that somebody sends past the page is refused for their role. */
    boolean refused(Page page, String path) {
        Object status = page.evaluate("""
                async path => (await fetch(path, { method: 'POST', headers: { 'content-type': 'application/x-www-form-urlencoded' },
                    body: new URLSearchParams({ _csrf: document.querySelector('[name=_csrf]').value, id: crypto.randomUUID() }) })).status
                """, installation.at(path));
        return status.equals(403);
    }

    void processor(String path) {
        installation.tellStandins("/processor/" + path);
    }

    void contest(String number) {
        processor("sales/" + sale(number) + "/contest");
    }

    void dayEnds(String until) {
        person.goTo("/day");
        person.moveForwardTo(until);
    }

    /** Opens a payout by its name; answers its address. */
    String openPayout(String reference) {
        person.goTo("/payouts");
        page.locator("#payouts a", new Page.LocatorOptions().setHasText(reference))
                .first()
                .click();
        assertThat(page.locator("#composition")).isVisible();
        return page.url();
    }

    /** The payout that stands open comes to so much, and the books have each of its lines. */
    void agrees(String net) {
        assertThat(page.locator("#composition .total td").last()).hasText(net);
        assertThat(page.locator("#off")).hasText("0.00");
    }

    /** What is open of a document, in minor units. */
    String open(String number) {
        return installation.text(
                "select sum(left_minor)::text from claim k join document d on d.id = k.document_id where d.number = '"
                        + number + "'");
    }
}
