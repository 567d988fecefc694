package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A month at the bank: three statements, eleven payouts, a hundred and forty lines, and no mouse. */
@ExtendWith(OneInstallation.class)
class BankMonthTest {
    private static final int OWNERS = 110;
    private static final int PAYOUTS = 11;
    private static final int LINES = 140;
    private static final int TEN_MINUTES = 600;

    private static final String NAMES = """
            update customer set name = n.name, search = lower(n.name)
              from (select 'M-' || i as code, (array['Anna', 'Bran', 'Celia', 'David', 'Edda', 'Frida', 'Grace', 'Hakon', 'Ines', 'Jurgen', 'Katar'])[1 + i % 11]
                             || ' ' || (array['Aberlund', 'Branquist', 'Coldmann', 'Dornstrand', 'Ellerbach', 'Fernholm', 'Goldwick', 'Haselrup', 'Kaltness', 'Lindworth'])[1 + i % 10] as name
                      from generate_series(1, 110) i) n
             where customer.code = n.code
            """;

    @Test
    void a_hundred_and_forty_lines_are_worked_down_in_under_ten_minutes(Installation installation) {
        installation.begin(BILLED);
        installation.execute(
                "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search) select id, gen_random_uuid(), 'K-1', 'T. Breslin', 'person', 't.breslin@lakeside.example', 'IE', 'EUR', '2026-05-01', 't breslin k-1' from business where code = 'moorings'");
        installation.execute(ArrangementStoriesTest.MORE_BERTHS.formatted(OWNERS, "false"));
        try (var person = new Person(installation)) {
            installation.execute(NAMES);
            person.signIn();
            Page page = person.page;
            person.goTo("/billing-runs");
            person.press("Rehearse");
            person.press("Issue 110 invoices");
            person.runIsDone();
            payouts(person);
            String[] days = {"Tue 2 Jun 2026", "Wed 3 Jun 2026", "Thu 4 Jun 2026"};
            for (int i = 0; i < days.length; i++) {
                for (int line = i; line < LINES; line += days.length) comes(installation, line);
                person.goTo("/day");
                person.moveForwardTo(days[i]);
            }
            person.goTo("/unmatched");
            assertThat(page.locator("#unmatched-totals")).containsText(LINES + " bank lines");
            var typist = new Typist(page);
            for (int done = 0; done < LINES; done++) workDown(person, typist, done + 1);
            typist.isWithin(TEN_MINUTES);
            assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            person.look();
            assertThat(
                            installation.text(
                                    "select string_agg(c.name || ' ' || k.left_minor, ', ') from claim k join customer c on c.business_id = k.business_id and c.id = k.customer_id where k.left_minor > 0"))
                    .as("what was billed before, and nothing else, is open")
                    .isEqualTo("Écluse 83274");
            installation.booksAgree(person);
        }
    }

    /** The processor's files: one sale each that leaves 50.00 and some cents. */
    private static void payouts(Person person) {
        for (int i = 0; i < PAYOUTS; i++) {
            String file =
                    "payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\npo_june%1$d,2026-06-01,2026-06-03,EUR,%2$s,sale,2026-06-01,sa_%1$d,Berth,%3$s,1.00\n"
                            .formatted(i, "50." + (10 + i), "51." + (10 + i));
            person.goTo("/payouts");
            person.page
                    .locator("form[action$='/payouts/file'] input[type=file]")
                    .setInputFiles(
                            new FilePayload("june" + i + ".csv", "text/csv", file.getBytes(StandardCharsets.UTF_8)));
            person.press("Import the file");
            person.sees("po_june" + i);
        }
    }

    /** What owners, the processor and others send; numbers as people write them, some wrong. */
    private static void comes(Installation installation, int line) {
        String[] bill = installation
                .text(
                        "select c.name || '|' || d.number from document d join customer c on c.business_id = d.business_id and c.id = d.customer_id where c.code = 'M-%d'"
                                .formatted(line % OWNERS + 1))
                .split("\\|");
        String owner = bill[0];
        String number = bill[1];
        if (line < 80) installation.transfer("EUR", owner, "787.20", number);
        else if (line < 95)
            installation.transfer(
                    "EUR", owner, "787.20", "berth " + number.replace("-", " ").toLowerCase());
        else if (line < 105) installation.transfer("EUR", owner, "787.20", swapped(number));
        else if (line < OWNERS) installation.transfer("EUR", owner, "787.20", "season");
        else if (line < OWNERS + PAYOUTS)
            installation.transfer(
                    "EUR", "Test Card Payments", "50." + (line - OWNERS + 10), "PAYOUT po_june" + (line - OWNERS));
        else if (line < 132) installation.pay("EUR", "Lake Water Authority", "1" + line + ".40", "water " + line);
        else installation.transfer("EUR", "Somebody", "30.00", "key deposit");
    }

    private static String swapped(String number) {
        int last = number.length() - 1;
        return number.substring(0, last - 1) + number.charAt(last) + number.charAt(last - 1);
    }

    /** One line: what is suggested is taken; else it is put together. */
    private static void workDown(Person person, Typist typist, int done) {
        Page page = person.page;
        if (page.locator("tr[aria-current=true]").count() == 0
                || page.locator("tr[aria-current=true].soft").count() == 1) typist.press("j");
        Locator row = page.locator("tr[aria-current=true]");
        typist.decide();
        if (row.locator("[data-advance]").count() == 1) {
            typist.press("a");
        } else {
            boolean in = !row.textContent().contains("Lake Water");
            typist.press("Enter");
            assertThat(page.locator("tbody.opened")).containsText("Put it together");
            person.settled();
            if (page.locator("tbody.opened .maybe button").count() == 0) {
                typist.type(in ? "Breslin" : "5010");
                assertThat(page.locator("tbody.opened .targets button").first()).containsText(in ? "Breslin" : "5010");
                typist.press("Tab").press("Enter");
                assertThat(page.locator("tbody.opened [data-remainder]")).hasText("0.00");
                person.settled();
                typist.press("Shift+Tab").press("Shift+Tab");
            }
            typist.press("Enter");
        }
        assertThat(page.locator("#unmatched tr[data-row].soft")).hasCount(done);
        person.settled();
    }
}
