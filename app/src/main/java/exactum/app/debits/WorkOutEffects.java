package exactum.app.debits;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.app.web.Texts;
import exactum.core.collection.Back;
import exactum.core.collection.Retrying;
import exactum.core.collection.Windows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.ledger.AccountRole;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.scheme.ReturnReason;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.SchemeRules;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Works out what follows from something that came back; changes nothing. */
@Component
class WorkOutEffects {
    private static final int DAYS_FOR_CLAIMS = 400;
    private static final int PROPOSED = 5;
    private final DebitStore debits;
    private final CameBackStore store;
    private final FindMandates mandates;
    private final FindCustomers customers;
    private final FindBankLines lines;
    private final DebitSettingStore settings;
    private final FindSetup setup;

    WorkOutEffects(
            DebitStore debits,
            CameBackStore store,
            FindMandates mandates,
            FindCustomers customers,
            FindBankLines lines,
            DebitSettingStore settings,
            FindSetup setup) {
        this.debits = debits;
        this.store = store;
        this.mandates = mandates;
        this.customers = customers;
        this.lines = lines;
        this.settings = settings;
        this.setup = setup;
    }

    Effects of(BusinessId business, CameBack c) {
        return ofAll(business, List.of(c)).getFirst();
    }

    /** What follows from each, as if the others were not there. */
    List<Effects> ofAll(BusinessId business, List<CameBack> all) {
        var known = new Known(business, all);
        return all.stream()
                .map(c -> known.debits.containsKey(c.collection()) ? known.of(c) : unknown(business, c))
                .toList();
    }

    private Effects unknown(BusinessId business, CameBack c) {
        ReturnReason reason = Scheme.SEPA_CORE.rules().reason(c.reason());
        List<DebitStore.Debit> proposals = proposals(business, c);
        return new Effects(
                c,
                null,
                proposals,
                null,
                proposals.isEmpty()
                        ? "No collection of ours is like that. Match the line as what it is, or set this aside."
                        : "Its reference got lost. Choose which collection it is.",
                Back.RETURNED,
                reason,
                false,
                null,
                null,
                null,
                null,
                c.amount().withMinor(0),
                false);
    }

    /** What is known of several that came back. */
    private final class Known {
        private final BusinessId business;
        private final Map<CollectionId, DebitStore.Debit> debits;
        private final Map<CollectionId, CameBackStore.Paid> paid;
        private final Map<MandateId, Mandate> mandates;
        private final Map<CustomerId, Customer> customers;
        private final DebitSettings settings;
        private final Effects.Charges charges;
        private final Map<CollectionId, BankLine> own;

        private Known(BusinessId business, List<CameBack> all) {
            this.business = business;
            Set<CollectionId> collections = all.stream()
                    .map(CameBack::collection)
                    .filter(Objects::nonNull)
                    .collect(Collectors.toSet());
            debits = WorkOutEffects.this.debits.byId(business, collections);
            paid = store.paid(business, collections);
            mandates = WorkOutEffects.this.mandates.byId(business, set(DebitStore.Debit::mandate));
            customers = WorkOutEffects.this.customers.byId(business, set(DebitStore.Debit::customer));
            settings = WorkOutEffects.this.settings.of(business);
            charges = charges(business, settings.charges());
            own = ownCharges(business, debits.values());
        }

        private <T> Set<T> set(Function<DebitStore.Debit, T> what) {
            return debits.values().stream().map(what).collect(Collectors.toSet());
        }

        private Effects of(CameBack c) {
            DebitStore.Debit d = debits.get(c.collection());
            SchemeRules rules = d.scheme().rules();
            ReturnReason reason = rules.reason(c.reason());
            Optional<CameBackStore.Paid> became = Optional.ofNullable(paid.get(d.id()));
            Windows windows = Windows.of(rules, d.on());
            Back kind = Back.of(reason, c.source() != CameBack.Source.REPORT, !c.on().isAfter(windows.returned()));
            boolean stands = became.map(CameBackStore.Paid::stands).orElse(false);
            Mandate mandate = mandates.get(d.mandate());
            Optional<Retrying> retry = isRefund(kind)
                    ? Optional.empty()
                    : Retrying.next(rules, settings.retry(), reason, d.tryNo(), c.on());
            MandateState to = mandateTo(mandate, reason);
            if (to != null || mandate.state() != MandateState.ACTIVE && mandate.state() != MandateState.USED_UP)
                retry = Optional.empty();
            return new Effects(
                    c,
                    d,
                    List.of(),
                    became.map(CameBackStore.Paid::means).orElse(null),
                    problem(business, c, d, stands),
                    kind,
                    reason,
                    stands || d.state().equals(DebitStore.IN_FLIGHT),
                    retry.orElse(null),
                    to,
                    charges,
                    own.get(d.id()),
                    c.amount().withMinor(settings.feeMinor()),
                    !customers.get(d.customer()).recipients().of(Mail.INVOICES).isEmpty());
        }
    }

    /** The lines of their own by which the bank takes something for collections that came back. */
    Map<CollectionId, BankLine> ownCharges(BusinessId business, Set<CollectionId> collections) {
        return ownCharges(business, debits.byId(business, collections).values());
    }

    private Map<CollectionId, BankLine> ownCharges(BusinessId business, Collection<DebitStore.Debit> all) {
        Map<CollectionId, BankLine> own = new HashMap<>();
        List<BankLine> found = lines.chargesNaming(
                business, all.stream().map(DebitStore.Debit::endToEnd).toList());
        for (BankLine line : found)
            all.stream()
                    .filter(d -> line.said().remittance().contains(d.endToEnd()))
                    .findFirst()
                    .ifPresent(d -> own.putIfAbsent(d.id(), line));
        return own;
    }

    private Effects.Charges charges(BusinessId business, DebitSettings.Charges wanted) {
        Account account = setup.accounts(business).stream()
                .filter(a -> wanted.account() == null
                        ? a.role() == AccountRole.BANK_CHARGES
                        : a.code().equals(wanted.account()))
                .findFirst()
                .orElseThrow();
        return new Effects.Charges(account, wanted.tags());
    }

    private static boolean isRefund(Back kind) {
        return kind == Back.CLAIMED_BACK;
    }

    private static MandateState mandateTo(Mandate mandate, ReturnReason reason) {
        MandateState to = reason.follow() == ReturnReason.Follow.END_MANDATE
                ? MandateState.CANCELLED
                : reason.follow().stops() ? MandateState.SUSPENDED : null;
        return to != null && mandate.state().mayBecome(to) ? to : null;
    }

    private String problem(BusinessId business, CameBack c, DebitStore.Debit d, boolean stands) {
        if (d.state().equals(DebitStore.WITHDRAWN) || d.state().equals(DebitStore.PLANNED))
            return "The collection is %s, so nothing can have come back of it. Match the line as what it is, or set this aside."
                    .formatted(d.state());
        if (!c.amount().currency().equals(d.amount().currency()) || c.amount().compareTo(d.amount()) > 0)
            return "%s came back, but %s was collected. Match the line as what it is, or set this aside."
                    .formatted(c.amount().withCurrency(), d.amount().withCurrency());
        if (c.source() == CameBack.Source.REPORT) return null;
        if (d.state().equals(DebitStore.IN_FLIGHT))
            return "The collection is not booked yet; it is on %s. Take this in once its day has come."
                    .formatted(Texts.day(d.on()));
        if (!stands && c.line() != null && lineLeft(business, c).isPositive())
            return "It was taken back before, and this is another line. Match the line as what it is, or set this aside.";
        return null;
    }

    private Money lineLeft(BusinessId business, CameBack c) {
        return lines.find(business, c.line())
                .map(BankLine::left)
                .map(Money::negated)
                .orElse(c.amount().withMinor(0));
    }

    /** By amount, payer and date. */
    private List<DebitStore.Debit> proposals(BusinessId business, CameBack c) {
        LocalDate from = c.on().minusDays(DAYS_FOR_CLAIMS);
        return debits
                .find(
                        business,
                        DSL.condition(
                                "c.state = 'collected' and c.amount_minor = {0} and c.currency = {1} and d.collect_on between {2} and {3}",
                                DSL.val(c.amount().minor()),
                                DSL.val(c.amount().currency().getCurrencyCode()),
                                DSL.val(from),
                                DSL.val(c.on())),
                        200)
                .stream()
                .sorted(Comparator.comparing((DebitStore.Debit d) -> !isNamed(c, d))
                        .thenComparing(DebitStore.Debit::on, Comparator.reverseOrder()))
                .limit(PROPOSED)
                .toList();
    }

    private static boolean isNamed(CameBack c, DebitStore.Debit d) {
        return !c.said().payer().isEmpty() && c.said().payer().equalsIgnoreCase(d.customerName());
    }
}
