package exactum.app.demo;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.FindCustomers;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** The owner from overseas: billed in dollars, pays in the harbour's currency once a month, and a person matches that by hand. */
@Component
class DollarOwner {
    static final String NAME = "W. Calloway";
    private static final int PAYS_ON = 12;
    private final FindCustomers customers;
    private final FindClaims claims;
    private final FindSetup setup;
    private final FindBankLines lines;
    private final Match match;
    private final Street street;

    DollarOwner(
            FindCustomers customers,
            FindClaims claims,
            FindSetup setup,
            FindBankLines lines,
            Match match,
            Street street) {
        this.customers = customers;
        this.claims = claims;
        this.setup = setup;
        this.lines = lines;
        this.match = match;
        this.street = street;
    }

    void on(BusinessId business, Harbour harbour, LocalDate day) {
        List<FindClaims.Open> open = claims.openOf(
                business, customers.search(business, NAME, 1).getFirst().id());
        if (!day.isAfter(DemoDays.LAST_WORKED)) {
            lines.unmatched(business, Integer.MAX_VALUE).stream()
                    .filter(l -> l.said().counterparty().equals(NAME))
                    .forEach(line -> match(business, line, open.getFirst()));
        }
        if (!open.isEmpty() && day.getDayOfMonth() == PAYS_ON) {
            Money worth = setup.rate(business, open.getFirst().left().currency(), day)
                    .value(open.getFirst().left())
                    .value()
                    .own();
            street.transfer(harbour.currency(), NAME, worth.plain(), "berth, as every month");
        }
    }

    private void match(BusinessId business, BankLine line, FindClaims.Open open) {
        match.match(
                business,
                new LineRef.OfBank(line.id()),
                List.of(new Part.Payment(
                        open.customer(),
                        line.left(),
                        new Policy.Chosen(List.of(Policy.Part.across(open.claim(), open.left(), line.left()))))));
    }
}
