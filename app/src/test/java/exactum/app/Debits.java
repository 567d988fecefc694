package exactum.app;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.debits.CommitDebitRun;
import exactum.app.debits.DebitRun;
import exactum.app.debits.DebitWork;
import exactum.app.debits.FindDebits;
import exactum.app.debits.HandOver;
import exactum.app.debits.PlanDebitRun;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.Mandates;
import exactum.app.mandates.NewMandate;
import exactum.app.mandates.Way;
import exactum.app.setup.BankAccount;
import exactum.app.setup.Banking;
import exactum.app.setup.FindSetup;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.List;
import org.springframework.context.ConfigurableApplicationContext;

/** The steps of collecting over mandates that tests begin with, in the small world. */
public class Debits {
    private final World world;
    private final ConfigurableApplicationContext context;

    Debits(World world, ConfigurableApplicationContext context) {
        this.world = world;
        this.context = context;
        profile("by date and sequence", true);
    }

    private <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** The bank account collects under an identifier: EPC262-08’s own example. */
    void profile(String grouping, boolean isBatch) {
        var banking = bean(Banking.class);
        var setup = bean(FindSetup.class);
        if (setup.creditors(world.moorings).isEmpty())
            banking.addCreditor(world.moorings, new CreditorIdentifier("DE98ZZZ09999999999"), "berths");
        BankAccount b = setup.bankAccount(world.moorings, world.bank);
        banking.change(
                world.moorings,
                new BankAccount(
                        b.id(),
                        b.name(),
                        b.ending(),
                        b.account(),
                        b.opening(),
                        b.openedOn(),
                        b.feedUrl(),
                        b.isFetched(),
                        new BankAccount.Profile(
                                "",
                                setup.creditors(world.moorings).getFirst().id(),
                                "pain.008.001.08",
                                grouping,
                                isBatch,
                                b.profile().cutOff(),
                                false,
                                1,
                                null,
                                null),
                        b.revision()));
    }

    static Authority authority(Scheme scheme, LocalDate signedOn, Integer count) {
        return new Authority(scheme, signedOn, signedOn, null, false, count, null, 14);
    }

    static Iban payerIban(int n) {
        String account = "LAKE90%012d".formatted(700 + n);
        return new Iban("IE" + Iban.checkDigits("IE", account) + account);
    }

    MandateId mandate(Customer customer, Authority authority, int account) {
        return bean(Mandates.class)
                .add(
                        world.moorings,
                        new NewMandate(
                                customer.id(),
                                null,
                                authority,
                                new NewMandate.Account(customer.name(), payerIban(account), ""),
                                Way.PAPER,
                                NewMandate.Signature.onPaper(customer.name(), "Reedharbour"),
                                List.of(),
                                null,
                                true));
    }

    /** A customer whose invoices are collected. */
    Customer payer(int account) {
        Customer customer = world.payer();
        mandate(customer, authority(Scheme.SEPA_CORE, LocalDate.of(2026, 5, 1), null), account);
        return bean(FindCustomers.class).get(world.moorings, customer.id());
    }

    Mandate find(MandateId id) {
        return bean(FindMandates.class).find(world.moorings, id).orElseThrow();
    }

    Mandate of(Customer customer) {
        return bean(FindMandates.class)
                .forCustomer(world.moorings, customer.id())
                .orElseThrow();
    }

    /** An invoice issued and sent on a day, due 14 days later: it is the notice. */
    Document invoice(Customer customer, String amount) {
        return world.sentInvoice(customer, amount);
    }

    DebitRun rehearse(LocalDate until) {
        return rehearse(Scheme.SEPA_CORE, until, DebitRun.Filter.ALL);
    }

    DebitRun rehearse(Scheme scheme, LocalDate until, DebitRun.Filter filter) {
        return run(bean(PlanDebitRun.class).rehearse(world.moorings, scheme, until, filter));
    }

    DebitRun run(DebitRunId id) {
        return bean(FindDebits.class).run(world.moorings, id).orElseThrow();
    }

    DebitRun commit(DebitRun run) {
        var commit = bean(CommitDebitRun.class);
        if (commit.start(world.moorings, run.id())) commit.execute(world.moorings, run.id());
        return run(run.id());
    }

    DebitRun handOver(DebitRun run) {
        bean(HandOver.class).handOver(world.moorings, run.id());
        return run(run.id());
    }

    /** Rehearsed, committed and handed over. */
    DebitRun collect(LocalDate until) {
        return handOver(commit(rehearse(until)));
    }

    /** The business date moves on, without any work of the days between. */
    void today(LocalDate day) {
        bean(PlayDays.class).testFrom(day);
    }

    /** What a day brings. */
    void book(LocalDate day) {
        today(day);
        bean(DebitWork.class).book(world.moorings, day);
    }
}
