package exactum.app.accountstatements;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Mail;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.press.PdfPress;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.account.StatementOfAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Base64;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** A customer's account between two days: by the ledger, so that it agrees with the books at any date; on paper; and sent. */
@Component
public class AccountStatements {
    private final AccountStore store;
    private final Ledger ledger;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final FindSetup setup;
    private final BillingRules rules;
    private final PdfPress press;
    private final Wordings words;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;
    private final Audit audit;

    AccountStatements(
            AccountStore store,
            Ledger ledger,
            FindClaims claims,
            PaymentLinks links,
            FindSetup setup,
            BillingRules rules,
            PdfPress press,
            Wordings words,
            Outbox outbox,
            BusinessClock clock,
            TransactionTemplate transaction,
            Audit audit) {
        this.store = store;
        this.ledger = ledger;
        this.claims = claims;
        this.links = links;
        this.setup = setup;
        this.rules = rules;
        this.press = press;
        this.words = words;
        this.outbox = outbox;
        this.clock = clock;
        this.transaction = transaction;
        this.audit = audit;
    }

    /**
     * A statement with what was open at its end.
     *
     * @param credit what was theirs then and settled nothing
     */
    record Shown(StatementOfAccount statement, List<AccountStore.Open> open, Money credit) {}

    /** The currencies in which a customer's account moved. */
    List<String> currencies(BusinessId business, CustomerId customer) {
        return store.currencies(business, customer, two(business));
    }

    /** Between two days, both included. */
    Shown of(BusinessId business, CustomerId customer, String currency, LocalDate from, LocalDate until) {
        AccountStore.Two two = two(business);
        var statement = StatementOfAccount.of(
                from,
                until,
                store.before(business, customer, currency, two, from),
                store.moves(business, customer, currency, two, from, until));
        List<AccountStore.Open> open = store.open(business, customer, currency, two, until);
        Money owed = Money.sum(
                statement.opening().currency(),
                open.stream().map(AccountStore.Open::left).toList());
        return new Shown(statement, open, owed.minus(statement.closing()));
    }

    private AccountStore.Two two(BusinessId business) {
        Accounts accounts = ledger.accounts(business);
        return new AccountStore.Two(accounts.of(AccountRole.RECEIVABLES), accounts.of(AccountRole.CREDIT));
    }

    /** On paper, in the customer's language. */
    byte[] pdf(Business business, Customer customer, Shown shown) {
        Habit habit = rules.of(business.id(), customer.id()).habit();
        var model = new HashMap<String, Object>();
        model.put("in", habit);
        model.put("business", business);
        model.put("customer", customer);
        model.put("shown", shown);
        model.put("s", shown.statement());
        model.put("lines", lines(habit, shown));
        model.put("address", address(business.id(), customer.id(), shown));
        model.put("serif", business.brand().typeface().equals("book"));
        model.put("footer", PdfPress.inCss(business.identity().legalName()));
        model.put("logo", logo(business));
        model.put("newLine", "\n");
        return press.print("pdf/statement", habit.locale(), model);
    }

    private String logo(Business business) {
        return business.brand().logo() == null
                ? null
                : setup.logo(business.id(), business.brand().logo())
                        .map(png ->
                                "data:image/png;base64," + Base64.getEncoder().encodeToString(png))
                        .orElse(null);
    }

    /** Where all that is open now can be paid; empty where nothing is. */
    String address(BusinessId business, CustomerId customer, Shown shown) {
        return claims.openOf(business, customer).stream()
                .filter(o ->
                        o.left().currency().equals(shown.statement().opening().currency()))
                .min(Comparator.comparing(FindClaims.Open::due).thenComparing(FindClaims.Open::number))
                .map(o -> links.address(links.ofDocument(business, o.document())) + "?all")
                .orElse("");
    }

    /** Sends the account of a currency between two days, both included; false where the same went on this day already. */
    public boolean send(Business business, Customer customer, String currency, LocalDate from, LocalDate until) {
        return send(business, customer, of(business.id(), customer.id(), currency, from, until));
    }

    /** Sends it as it stands, on the paper that is kept with it; false where the same went on this day already. */
    boolean send(Business business, Customer customer, Shown shown) {
        byte[] pdf = pdf(business, customer, shown);
        LocalDate today = clock.today(business.id());
        UUID id = Ids.next();
        return Boolean.TRUE.equals(transaction.execute(s -> {
            if (!store.keep(business.id(), id, customer.id(), shown.statement(), today, pdf)) return false;
            outbox.put(
                    business.id(),
                    List.of(NewMessage.to(
                            customer.recipients().of(Mail.INVOICES),
                            MessageKind.STATEMENT,
                            customer.id(),
                            id,
                            today,
                            List.of())));
            audit.record(
                    business.id(),
                    "sent a statement of account",
                    "%s, %s to %s"
                            .formatted(
                                    customer.name(),
                                    shown.statement().from(),
                                    shown.statement().until()));
            return true;
        }));
    }

    /** A row as it is shown. */
    record Line(StatementOfAccount.Row row, String words) {}

    List<Line> lines(Habit habit, Shown shown) {
        return shown.statement().rows().stream()
                .map(r -> new Line(r, called(habit, r.move())))
                .toList();
    }

    /** What an event of the account is called on paper. */
    private String called(Habit habit, StatementOfAccount.Move move) {
        String event = words.say(habit, key(move.event()));
        return move.numbers().isEmpty() ? event : event + " " + move.numbers();
    }

    /** Under which an event stands among the wordings. */
    static String key(Event event) {
        return "account." + event.words().replace(' ', '-').replace('’', '-');
    }
}
